"""A browser (Debian's Chromium) on the real server."""

from collections.abc import Iterator
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.server import Server

expect.set_options(timeout=10_000)


@pytest.fixture(scope="session")
def server(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    one = Server(tmp_path_factory.mktemp("yard"))
    one.prepare()
    one.start()
    yield one
    one.stop()


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, Any]:
    quiet = [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
    ]
    return {"executable_path": "/usr/bin/chromium", "args": quiet}


@pytest.fixture(scope="session")
def browser_context_args() -> dict[str, Any]:
    return {"viewport": {"width": 1280, "height": 800}, "reduced_motion": "reduce"}


@pytest.fixture
def bench(page: Page, server: Server) -> Page:
    """The Bench with the yard's first job, answered and drawn."""
    page.goto(server.address)
    drawn(page)
    return page


def drawn(page: Page) -> None:
    """Verdict, log and window are there, and none is stale."""
    expect(page.get_by_role("region", name="Verdict")).to_have_attribute("data-stale", "false")
    expect(page.get_by_role("figure", name="Operating window").locator("svg")).to_be_visible()
    expect(page.get_by_role("figure", name="Bore log").locator("svg").first).to_be_visible()
