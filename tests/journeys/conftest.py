"""A browser (Debian's Chromium) on the real server."""

from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, ViewportSize, expect

from tests.browser import LAUNCH
from tests.journeys.gestures import drawn
from tests.patience import patience_s
from tests.server import Server

SCREEN: ViewportSize = {"width": 1280, "height": 800}


@pytest.fixture(autouse=True)
def patience_ms(request: pytest.FixtureRequest) -> float:
    """Every wait for a page lasts as long as this machine, as busy as it now is, may need."""
    found = 1000 * patience_s()
    expect.set_options(timeout=found)
    if "page" in request.fixturenames:
        request.getfixturevalue("page").set_default_timeout(found)
    return found


@pytest.fixture(scope="session")
def tab(browser: Browser, browser_context_args: dict[str, Any]) -> Iterator[Page]:
    """One page that most journeys are made on, one after another: its process and what it has compiled stay, a third of what a page costs."""
    context = browser.new_context(**browser_context_args)
    context.set_default_timeout(1000 * patience_s())
    yield context.new_page()
    context.close()


@pytest.fixture
def page(tab: Page, server: Server) -> Iterator[Page]:
    """That page as if it had just been opened: nobody signed in, nothing kept, no route taken. What watches it, or is to be there before the
    first script, wants a page of its own (`open_page`)."""
    tab.context.clear_cookies()
    # An address of the same shop without its application, which would keep what it has as it is left.
    tab.goto(f"{server.address}/api/live")
    tab.evaluate("localStorage.clear(); sessionStorage.clear()")
    yield tab
    tab.context.set_offline(False)
    tab.unroute_all(behavior="ignoreErrors")
    tab.emulate_media(media="null", reduced_motion="reduce", color_scheme="null", forced_colors="null")
    tab.set_viewport_size(SCREEN)


@pytest.fixture
def open_page(browser: Browser, patience_ms: float) -> Iterator[Callable[..., Page]]:
    """Opens pages in browser contexts of their own, with the options given; all are closed at the end."""
    opened: list[BrowserContext] = []

    def one(width: int = 1280, height: int = 800, **options: Any) -> Page:
        context = browser.new_context(viewport={"width": width, "height": height}, reduced_motion="reduce", **options)
        context.set_default_timeout(patience_ms)
        opened.append(context)
        return context.new_page()

    yield one
    for context in opened:
        context.close()


@pytest.fixture(scope="session")
def server(tmp_path_factory: pytest.TempPathFactory, demo_database: Path) -> Iterator[Server]:
    one = Server(tmp_path_factory.mktemp("yard"))
    one.begin_with(demo_database)
    one.start()
    yield one
    one.stop()


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, Any]:
    return LAUNCH


@pytest.fixture(scope="session")
def browser_context_args() -> dict[str, Any]:
    return {"viewport": SCREEN, "reduced_motion": "reduce"}


@pytest.fixture
def bench(page: Page, server: Server) -> Page:
    """The Bench with the yard's first job, answered and drawn."""
    page.goto(server.address)
    drawn(page)
    return page
