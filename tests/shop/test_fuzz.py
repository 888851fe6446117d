"""The API asked what its own description allows, and what it does not, by a real client of a real server: it never breaks, and it
never answers outside its description."""

import json
import os
import re
import sqlite3
from collections import Counter
from contextlib import suppress
from pathlib import Path
from typing import Any

import pytest
import requests
import schemathesis
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis.errors import Unsatisfiable
from schemathesis import GenerationMode
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import content_type_conformance, response_schema_conformance, status_code_conformance

from tests.patience import patience_s
from tests.server import DATABASE, ROOT, Server

# In the run that decides, which asks the same each time; a run that looks for new cases asks four times as many, and `make fuzz` begins from
# thousands of real ones.
CASES_ASKED = 800
MORE = 4 if os.environ.get("HYPOTHESIS_PROFILE") == "new-cases" else 1
# A body with the whole of a case in it takes long to make up: fewer of those, more of the rest.
EXAMPLES, WITH_A_BODY = 10 * MORE, 3 * MORE
# A password is hashed for most of a second: fewer of those.
FEWER = {"/api/me/password": 5}
CHECKS = [not_a_server_error, status_code_conformance, content_type_conformance, response_schema_conformance]
# Signing out would end the session, signing in wrongly lock it out: their own tests hold them.
LEFT_OUT = ("/api/sign-in", "/api/sign-out")


@pytest.fixture(scope="module")
def server(tmp_path_factory: pytest.TempPathFactory, demo_database: Path) -> Any:
    one = Server(tmp_path_factory.mktemp("fuzzed"))
    one.begin_with(demo_database)
    with sqlite3.connect(one.data / DATABASE) as people:
        # The demo is a lead; here every route is to answer.
        people.execute("UPDATE people_user SET role = 'admin' WHERE username = 'demo'")
    one.start()
    yield one
    one.stop()


@pytest.fixture(scope="module")
def session(server: Server) -> requests.Session:
    """Signed in as the demo is, with the page's token."""
    one = requests.Session()
    one.get(f"{server.address}/")
    one.headers["X-CSRFToken"] = one.cookies["csrftoken"]
    return one


def operations(server: Server) -> list[Any]:
    described = json.loads((ROOT / "shop" / "api" / "openapi.json").read_text(encoding="utf-8"))
    schema = schemathesis.openapi.from_dict(described)
    schema.config.update(base_url=server.address)
    # Made-up sessions would be signed in anew each time, and the page's token would no longer be theirs.
    schema.config.generation.update(with_security_parameters=False)
    return [found.ok() for found in schema.get_all_operations() if found.ok().path not in LEFT_OUT]


def ask(operation: Any, mode: GenerationMode, session: requests.Session, asked: Counter[str]) -> None:
    """Ask one operation as many times as there are examples, and hold every answer to the description."""

    @settings(
        max_examples=FEWER.get(operation.path, WITH_A_BODY if operation.body else EXAMPLES),
        derandomize=MORE == 1,
        database=None,
        phases=[Phase.generate],
        suppress_health_check=list(HealthCheck),
    )
    @given(case=operation.as_strategy(generation_mode=mode))
    def one(case: Any) -> None:
        answer = case.call(session=session)
        asked[operation.label] += 1
        assert answer.status_code not in (401, 403), answer.text
        case.validate_response(answer, checks=CHECKS)
        if answer.status_code == 422:
            assert all(problem["field"] and problem["message"] for problem in answer.json()["errors"])

    one()


def test_eight_hundred_requests_and_none_breaks_it(server: Server, session: requests.Session) -> None:
    asked: Counter[str] = Counter()
    for operation in operations(server):
        ask(operation, GenerationMode.POSITIVE, session, asked)
        if operation.query or operation.body:  # nothing can be wrong with a request without parts, or with a name alone
            with suppress(Unsatisfiable):
                ask(operation, GenerationMode.NEGATIVE, session, asked)
    assert sum(asked.values()) >= CASES_ASKED, asked
    assert len(asked) == len(operations(server))
    assert session.get(f"{server.address}/api/me").status_code == 200


def test_the_description_itself_is_not_served(server: Server) -> None:
    assert requests.get(f"{server.address}/api/openapi.json", timeout=patience_s()).status_code == 404
    assert re.search("fuzzed", str(Path(server.environment["FIERCE_BORE_DATA"])))
