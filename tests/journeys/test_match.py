"""The match: every machine with every cutter for the Bench's hole; watched, stopped, and a crossing taken to the Bench."""

import re

from playwright.sync_api import Page, expect

from tests.journeys.gestures import OpenPage, answers_instead, barriers, drawn, let_go
from tests.server import Server


def matched(page: Page, server: Server) -> None:
    page.goto(f"{server.address}/match")
    expect(page.get_by_text(re.compile(r"^\d+ crossings worked out"))).to_be_visible()


def test_the_match_is_watched_stopped_and_a_crossing_goes_to_the_bench(page: Page, server: Server) -> None:
    page.goto(server.address)
    drawn(page)
    answers_instead(page, "/api/match-here", "held", after=1)
    page.get_by_role("link", name="Match").click()
    expect(page.get_by_text("2 of 14 machines")).to_be_visible()
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_text("Stopped after 2 of 14 machines.")).to_be_visible()
    let_go(page)
    page.get_by_role("button", name="Match again").click()
    expect(page.get_by_text(re.compile(r"^\d+ crossings worked out"))).to_be_visible()
    table = page.get_by_role("region", name="Machines across, cutters down")
    expect(table.get_by_role("columnheader", name="column press C2")).to_be_visible()
    expect(page.get_by_text(re.compile(r"Holds on \d"))).to_be_visible()
    expect(page.get_by_role("region", name="Machines that cannot")).to_contain_text("does not go into a drill chuck")
    assert barriers(page) == []
    row = table.get_by_role("row", name=re.compile("cobalt taper"))
    said = row.get_by_role("button").first.inner_text()
    row.get_by_role("button").first.click()
    drawn(page)
    expect(page.get_by_role("region", name="Verdict")).to_contain_text(said.split()[0])
    expect(page.locator("main")).to_contain_text("20 mm cobalt")


def test_the_match_on_a_phone_in_the_dark(open_page: OpenPage, server: Server) -> None:
    page = open_page(390, 844, color_scheme="dark", has_touch=True, is_mobile=True)
    matched(page, server)
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    assert barriers(page) == []
