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


def test_a_part_is_made_letter_by_letter_and_handed_over(open_page: OpenPage, server: Server) -> None:
    """By touch on a phone: what was wrong is kept though the network was gone, and another takes the run up where it was left."""
    page = open_page(390, 844, has_touch=True, is_mobile=True)
    page.goto(f"{server.address}/part")
    page.get_by_role("button", name="more").tap()
    page.get_by_role("button", name=re.compile("^Kept parts")).tap()
    page.get_by_role("dialog").get_by_role("button", name=re.compile("^Ramp plate")).tap()
    expect(page.get_by_role("region", name="Measured")).to_contain_text("A3 11.31 mm, too big")
    expect(page.get_by_text("Planning…")).to_be_hidden()
    page.get_by_role("button", name="more").tap()
    page.get_by_role("button", name="To the machine").tap()
    page.get_by_role("button", name=re.compile("^Begin")).tap()
    page.get_by_role("button", name=re.compile("^Done")).tap()
    expect(page.get_by_text(re.compile("^hole A1, 1 of 4"))).to_be_visible()
    page.context.set_offline(True)
    page.get_by_role("button", name="What’s wrong?").tap()
    wrong = page.get_by_role("dialog", name="What’s wrong?")
    wrong.get_by_role("button").filter(has_text="Squeals all the way").tap()
    wrong.get_by_role("button").filter(has_text="Snatched and climbed").tap()
    expect(wrong.get_by_role("status")).to_contain_text("Stop the spindle by its own stop")
    wrong.get_by_role("button", name="Close").tap()
    expect(page.get_by_role("status")).to_contain_text("1 written down here")
    page.get_by_role("button", name="Hand over").tap()
    over = page.get_by_role("dialog", name="Hand over to another")
    over.get_by_role("button", name="Leave it").tap()
    expect(over.get_by_role("alert")).to_contain_text("it stays here, with you")
    page.context.set_offline(False)
    over.get_by_label("A line for them").fill("it squeals, look at the edge")
    assert barriers(page) == []
    over.get_by_role("button", name="Leave it").tap()
    expect(page.get_by_role("link", name=re.compile("^Left at the machine by demo: Ramp plate"))).to_be_visible()
    other = open_page(1280, 800)
    other.goto(f"{server.address}/at-machine")
    expect(other.get_by_role("region", name="Left for another")).to_contain_text("“it squeals, look at the edge”")
    other.get_by_role("button", name=re.compile("^Take up Ramp plate")).click()
    expect(other.get_by_text(re.compile("^hole A1, 1 of 4"))).to_be_visible()
    assert barriers(other) == []
    other.goto(f"{server.address}/cuts")
    other.get_by_role("button", name="What was wrong").click()
    kept = other.get_by_role("region", name="What was wrong").get_by_role("listitem").filter(has_text="hole A1")
    expect(kept).to_contain_text("Squeals all the way", ignore_case=True)
    kept.get_by_role("button", name="did not help").click()
    expect(kept.get_by_role("button", name="did not help")).to_have_attribute("aria-pressed", "true")
    assert barriers(other) == []
