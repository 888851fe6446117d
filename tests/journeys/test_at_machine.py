"""At the machine: a plan taken there and gone through, by touch on a phone, in the dark, with the network cut in the middle."""

import re

from playwright.sync_api import Page, expect

from tests.journeys.gestures import OpenPage, barriers, taken
from tests.server import Server

FAR_PX, FINGER_PX = 40, 60


def test_a_plan_is_gone_through_with_the_network_cut(open_page: OpenPage, server: Server) -> None:
    page = open_page(390, 844, color_scheme="dark", has_touch=True, is_mobile=True)
    taken(page, server, "Rail clip plates")
    name = page.title().removeprefix("At the machine: ")
    assert barriers(page) == []
    page.get_by_role("checkbox").first.check()
    page.get_by_role("button", name=re.compile("^Begin")).tap()
    page.context.set_offline(True)
    # What hands do is done in one go; then hole by hole.
    while page.get_by_role("button", name=re.compile("^Done")).count():
        page.get_by_role("button", name=re.compile("^Done")).tap()
    expect(page.get_by_text(re.compile("^hole 1 of"))).to_be_visible()
    figures = page.locator("article b.figure")
    assert max(figures.evaluate_all("nodes => nodes.map(node => parseFloat(getComputedStyle(node).fontSize))")) > 1.5 * FAR_PX
    assert barriers(page) == []
    main = page.get_by_role("button", name=re.compile("done"))
    assert (main.bounding_box() or {})["height"] >= FINGER_PX
    page.get_by_role("button", name="Start the clock").tap()
    expect(page.get_by_role("timer")).not_to_have_text("0:00")
    main.tap()
    expect(page.get_by_text(re.compile("^hole 2 of"))).to_be_visible()
    page.context.set_offline(False)
    page.reload()
    expect(page.get_by_text(re.compile("^hole 2 of"))).to_be_visible()
    # Left, and gone on with where it was.
    page.get_by_role("link", name="Leave").tap()
    page.get_by_role("link", name=f"Go on at the machine: {name}").tap()
    expect(page.get_by_text(re.compile("^hole 2 of"))).to_be_visible()
    for _ in range(60):
        button = page.get_by_role("main").get_by_role("button").filter(has_text=re.compile("done|Done|Finished"))
        said = button.inner_text()
        button.tap()
        if said.startswith("Finished"):
            break
        expect(page.get_by_role("main")).not_to_contain_text(said)
    expect(page.get_by_role("link", name=re.compile("Go on at the machine"))).to_have_count(0)


def test_on_a_tablet_by_keys_with_what_is_wrong(open_page: OpenPage, server: Server) -> None:
    page = open_page(1280, 800)
    taken(page, server, "Winch shaft, oil gallery")
    assert barriers(page) == []
    page.get_by_role("button", name=re.compile("^Begin")).focus()
    page.keyboard.press("Enter")
    expect(page.get_by_text(re.compile("^Step 1 of"))).to_be_visible()
    while not page.get_by_role("button", name="What’s wrong?").count():
        page.get_by_role("button", name=re.compile("^Done")).click()
    assert page.evaluate("document.documentElement.scrollWidth") <= 1280
    page.get_by_role("button", name="What’s wrong?").click()
    wrong = page.get_by_role("dialog", name="What’s wrong?")
    expect(wrong).to_contain_text("This does not stop the machine")
    wrong.get_by_role("button").filter(has_text="smokes").first.click()
    expect(wrong.get_by_role("status")).to_contain_text("Mend:")
    page.keyboard.press("Escape")
    assert barriers(page) == []


def test_nothing_taken_says_what_to_do(page: Page, server: Server) -> None:
    page.goto(f"{server.address}/at-machine")
    expect(page.get_by_role("heading", name="Nothing was taken to the machine")).to_be_visible()
    assert barriers(page) == []
