"""Take the pictures of `docs/screenshots/` anew, each from the demo yard in the real browser: `make pictures`, or some by their names.

One function a picture: it brings a page to what is to be seen. The picture's name is the function's.
"""

import re
import sys
import tempfile
from collections.abc import Callable
from pathlib import Path
from typing import Any

from playwright.sync_api import Browser, Page, expect, sync_playwright

from tests.browser import LAUNCH
from tests.journeys.gestures import drawn, menu, open_kept
from tests.server import ROOT, Server

PLACE = ROOT / "docs" / "screenshots"
DESK: dict[str, Any] = {"viewport": {"width": 1280, "height": 800}}
PHONE: dict[str, Any] = {"viewport": {"width": 390, "height": 844}, "device_scale_factor": 1.5, "has_touch": True}
# An A4 sheet at 96 dots an inch, its margins left off.
SHEET: dict[str, Any] = {"viewport": {"width": 718, "height": 1047}}
VIEWS: dict[str, tuple[dict[str, Any], Callable[[Page], None]]] = {}


def view(screen: dict[str, Any], **options: Any) -> Callable[[Callable[[Page], None]], Callable[[Page], None]]:
    """Registers what brings a page to one picture, and how large the page is."""

    def register(reach: Callable[[Page], None]) -> Callable[[Page], None]:
        VIEWS[reach.__name__.replace("_", "-")] = ({**screen, **options}, reach)
        return reach

    return register


def _bench(page: Page, name: str) -> None:
    page.goto("/")
    drawn(page)
    open_kept(page, name)


def _plan(page: Page, name: str) -> None:
    page.goto("/plan")
    menu(page)
    page.get_by_role("button", name=re.compile("^Kept plans")).click()
    page.get_by_role("dialog").get_by_role("button", name=name).first.click()
    expect(page).to_have_title(f"The Plan: {name}")
    expect(page.get_by_role("list", name="Steps").locator("> li").first).to_be_visible()


def _shop(page: Page, part: str) -> None:
    page.goto(f"/shop/{part}")
    expect(page.get_by_role("navigation", name="Parts of the shop")).to_be_visible()


@view(DESK)
def bench(page: Page) -> None:
    _bench(page, "Winch bracket, foundation bolts")


@view(DESK, color_scheme="dark")
def bench_dim(page: Page) -> None:
    _bench(page, "Guard-rail stanchion foot")


@view(PHONE)
def bench_phone(page: Page) -> None:
    _bench(page, "Winch bracket, foundation bolts")


@view(DESK)
def gun(page: Page) -> None:
    _bench(page, "Winch shaft, oil gallery")


@view(DESK)
def part(page: Page) -> None:
    page.goto("/part")
    page.get_by_role("button", name=re.compile("^Kept parts")).click()
    page.get_by_role("dialog").get_by_role("button", name=re.compile("^Ramp plate")).click()
    expect(page.get_by_role("region", name="Measured")).to_be_visible()
    expect(page.get_by_text("Planning…")).to_be_hidden()
    expect(page.get_by_role("list", name="Operations in order").get_by_role("listitem").first).to_be_visible()


@view(DESK)
def whats_wrong(page: Page) -> None:
    bench(page)
    page.get_by_role("button", name="What’s wrong?").click()
    for seen in ("Smokes", "Squeals all the way"):
        page.get_by_role("button", name=seen).click()
    expect(page.get_by_role("dialog").get_by_role("status")).to_contain_text("Speaks for it")


@view(DESK)
def chart(page: Page) -> None:
    page.goto("/chart")
    page.get_by_label("Machine").select_option("c2")
    for name in ("metric", "Cast iron"):
        page.get_by_role("button", name=name).click()
    expect(page.get_by_role("rowheader", name="10 mm", exact=True)).to_be_visible()
    expect(page.get_by_role("columnheader", name="Cast iron")).to_be_visible()


@view(SHEET)
def printed(page: Page) -> None:
    bench(page)
    page.emulate_media(media="print")


@view(DESK)
def plan(page: Page) -> None:
    _plan(page, "Ramp plate, fixing threads")


@view(DESK)
def plan_program(page: Page) -> None:
    _plan(page, "Ramp plate, fixing threads")
    page.get_by_role("group", name="More about the plan").get_by_role("button", name="Program", exact=True).click()
    page.get_by_label("Where the program’s zero lies").fill("left front corner, top face")
    expect(page.get_by_text("Read back")).to_be_visible()
    page.get_by_role("group", name="More about the plan").evaluate("one => one.scrollIntoView({block: 'start'})")


@view(PHONE)
def at_machine(page: Page) -> None:
    _plan(page, "Rail clip plates")
    menu(page)
    page.get_by_role("button", name="To the machine").click()
    page.get_by_role("button", name=re.compile("^Begin")).click()
    while page.get_by_role("button", name=re.compile("^Done")).count():
        page.get_by_role("button", name=re.compile("^Done")).click()


@view(SHEET)
def plan_card(page: Page) -> None:
    _plan(page, "Ramp plate, fixing threads")
    page.emulate_media(media="print")


@view(DESK)
def shop_machine(page: Page) -> None:
    _shop(page, "machines/b3")
    expect(page.get_by_role("figure", name="Spindle curve")).to_be_visible()


@view(DESK)
def shop_crib(page: Page) -> None:
    _shop(page, "crib")
    page.get_by_label("Put in a set or a single, as its lid reads").fill("cobalt stub 7-9 x 0.5")
    expect(page.get_by_role("region", name="As it would stand").get_by_role("listitem")).to_have_count(5)


@view(DESK)
def match(page: Page) -> None:
    bench(page)
    page.get_by_role("link", name="Match").click()
    expect(page.get_by_text("crossings worked out")).to_be_visible()


@view(DESK)
def book(page: Page) -> None:
    page.goto("/book")
    page.get_by_role("searchbox").fill("M8")
    expect(page.get_by_role("list", name="Found for M8").get_by_role("link").first).to_contain_text("6.8 mm")


@view(DESK)
def course(page: Page) -> None:
    page.goto("/practice/people")
    expect(page.get_by_role("table", name="People and exercises")).to_be_visible()


@view(DESK)
def practice(page: Page) -> None:
    _bench(page, "Guard-rail stanchion foot")
    page.get_by_role("link", name="Practice").click()
    page.get_by_role("link", name="The Bench’s hole").click()
    page.get_by_role("button", name="nothing: it goes").click()
    page.get_by_role("button", name=re.compile("^Drill it")).click()
    lever = page.get_by_role("slider", name=re.compile("How hard to"))
    lever.focus()
    for _ in range(16):
        page.keyboard.press("ArrowDown")
    expect(page.get_by_role("img", name=re.compile("The drill’s tip is"))).to_have_attribute("aria-label", re.compile("tip is [4-9]"))


@view(DESK)
def cuts(page: Page) -> None:
    page.goto("/cuts")
    expect(page.get_by_role("row").nth(5)).to_be_visible()


def take(browser: Browser, address: str, name: str) -> None:
    """One picture, in a browser context of its own."""
    screen, reach = VIEWS[name]
    context = browser.new_context(base_url=address, reduced_motion="reduce", **screen)
    context.set_default_timeout(60_000)
    page = context.new_page()
    reach(page)
    expect(page.locator(".stale")).to_have_count(0)
    page.evaluate("document.fonts.ready")
    page.screenshot(path=PLACE / f"{name}.png", animations="disabled")
    context.close()
    print(name, flush=True)


def main(names: list[str]) -> None:
    """Take the pictures named, or all."""
    if strange := [name for name in names if name not in VIEWS]:
        sys.exit(f"{strange[0]} is no picture: {', '.join(VIEWS)}")
    expect.set_options(timeout=60_000)
    with tempfile.TemporaryDirectory() as place, sync_playwright() as play:
        server = Server(Path(place))
        server.prepare()
        server.start()
        browser = play.chromium.launch(**LAUNCH)
        for name in names or VIEWS:
            take(browser, server.address, name)
        browser.close()
        server.stop()


if __name__ == "__main__":
    main(sys.argv[1:])
