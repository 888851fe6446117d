"""What the tests share: a plain case and the answer to it, and one demo shop made for all of them."""

import fcntl
import os
from pathlib import Path
from typing import Any

import pytest
from hypothesis import HealthCheck, settings

from tests.asking import contract_example
from tests.server import DATABASE, Server

# A browser driven from this process has a loop of its own running; what Django's tests ask the database is not asked in it.
os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"

# The run that decides a change looks at the same cases each time; `HYPOTHESIS_PROFILE=new-cases` looks for others. How long a case takes
# is no fault in either: the machine may be busy.
PATIENT = {"deadline": None, "suppress_health_check": [HealthCheck.too_slow]}
settings.register_profile("same-each-time", derandomize=True, **PATIENT)
settings.register_profile("new-cases", **PATIENT)
settings.load_profile(os.environ.get("HYPOTHESIS_PROFILE", "same-each-time"))


@pytest.fixture
def example() -> dict[str, Any]:
    return contract_example()


@pytest.fixture(scope="session")
def demo_database(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The demo yard's database, made by the product's own commands once for all processes of a run: a test that writes takes a copy."""
    shared = Path(os.environ.get("SHARED_BY_TESTS") or tmp_path_factory.getbasetemp()) / "demo"
    shared.mkdir(exist_ok=True)
    ready = shared / DATABASE
    with (shared / "lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not ready.exists():
            making = Server(shared / "making")
            making.prepare()
            # What is tried elsewhere is held to the core itself: the log speaks where a test lets it.
            making.manage("use_log", "off")
            (making.data / DATABASE).rename(ready)
    return ready
