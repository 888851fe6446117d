"""The part: holes typed a letter each, planned together, drawn and put in order; and what is wrong with a cut, told from what is seen."""

import re

from playwright.sync_api import Page, expect

from tests.journeys.gestures import OpenPage, barriers, drawn
from tests.server import Server


def part(page: Page, server: Server, machine: str = "c2") -> Page:
    page.goto(f"{server.address}/part")
    page.get_by_label("Machine").select_option(machine)
    page.get_by_label("Metal").select_option("steel-structural-355")
    planned(page)
    return page


def planned(page: Page) -> None:
    expect(page.get_by_role("list", name="Operations in order").get_by_role("listitem").first).to_be_visible()
    expect(page.get_by_text("Planning…")).to_be_hidden()


def test_holes_a_letter_each_are_planned_together(page: Page, server: Server) -> None:
    part(page, server)
    steps = page.get_by_role("list", name="Operations in order").get_by_role("listitem")
    expect(steps.first).to_contain_text("mark A × 4, B × 2")
    expect(steps.last).to_contain_text("deburr A × 4, B × 2")
    page.get_by_role("button", name="Another letter").click()
    page.get_by_label("Hole C as drawn").fill("8.5")
    page.get_by_label("Places of C").fill("line 3 x 20 at 60, 80")
    # The tap drill of B makes C as well, in one go.
    expect(steps.filter(has_text=re.compile("drill .*B × 2, C × 3|drill .*C × 3, B × 2", re.I))).to_have_count(1)
    expect(page.get_by_role("img", name=re.compile("The part from above"))).to_contain_text("C3")
    page.get_by_label("Places of C").fill("62, 50")
    expect(page.get_by_text(re.compile("^C is not made: .*B1 and C1 run into one another"))).to_be_visible()
    page.get_by_label("Places of C").fill("here and there")
    expect(page.get_by_role("alert")).to_contain_text("is no place; accepted: 15, 15; 105, 15")
    page.get_by_label("Places of C").fill("line 3 x 20 at 60, 80")
    planned(page)
    page.reload()
    expect(page.get_by_label("Hole C as drawn")).to_have_value("8.5")
    planned(page)
    assert barriers(page) == []


def test_the_part_on_a_phone(open_page: OpenPage, server: Server) -> None:
    page = open_page(390, 844, has_touch=True, is_mobile=True)
    part(page, server)
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    page.get_by_role("list", name="Operations in order").get_by_role("button").nth(1).tap()
    assert barriers(page) == []


def test_what_is_seen_is_told_what_to_do_about(bench: Page) -> None:
    bench.get_by_role("button", name="What’s wrong?").click()
    dialog = bench.get_by_role("dialog", name="What’s wrong?")
    expect(dialog).to_contain_text("This does not stop the machine")
    dialog.get_by_role("button", name="Snatched and climbed up the drill").click()
    expect(dialog.get_by_role("status")).to_contain_text("Stop the spindle by its own stop")
    dialog.get_by_role("button", name="Snatched and climbed up the drill").click()
    dialog.get_by_role("button", name="Smokes").click()
    expect(dialog.get_by_role("status")).to_contain_text("Speaks for it: smokes")
    assert barriers(bench) == []
    bench.keyboard.press("Escape")
    drawn(bench)
