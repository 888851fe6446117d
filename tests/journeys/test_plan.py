"""The Plan in a real browser: the ramp-plate job from the drawing to the card and the program; rows changed by hand; every part of the
screen for everybody."""

import io
import itertools
import re
from pathlib import Path

import pdfplumber
from PIL import ImageOps
from playwright.sync_api import Page, expect

from tests.journeys.gestures import answers_instead, barriers_anywhere, let_go, planned, row_answered
from tests.server import Server

PLANS = (
    "Ramp hinge plate, pin holes",
    "Ramp plate, fixing threads",
    "Winch drum flange, bolt circle",
    "Sheave bush, grease way",
    "Rail clip plates",
    "Landing stage beam, in place",
    "Winch shaft, oil gallery",
    "Chain pin, keeper thread",
    "Sheave hub, bore before boring",
    "Guard rail foot, on the stage",
)
# What stands under the choice of parts; the plan above it is the same in all of them.
SHOWN = "div:has(> [aria-label='More about the plan']) ~ *"
PARTS = ("Ways and cost", "Set-up", "Marking out", "Program", "Any machine")
# The @page margin of the print sheet, in points.
MARGIN_PT = 11 / 25.4 * 72
# A pixel of the picture, and half of a line's width.
INK_PT = 1.5


def card_of(page: Page, size: str) -> list[pdfplumber.page.Page]:
    return pdfplumber.open(io.BytesIO(page.pdf(format=size))).pages


def test_the_ramp_plate_from_the_drawing_to_the_program(page: Page, server: Server, tmp_path: Path) -> None:
    """Planned; a step struck out and its warning seen; put back; the card printed and read; the program saved, read back by the simulated
    controller from its file, and a change in it found."""
    steps = planned(page, server, "Ramp plate, fixing threads")
    expect(steps.get_by_role("heading")).to_have_text(
        [re.compile(words) for words in ("spot", r"drill 10\.2 mm", "countersink", "tap M12", "deburr")]
    )
    spot, warning = steps.locator("[data-step=mark]"), page.get_by_role("alert", name="What the row does")
    spot.get_by_role("button", name="Strike out").click()
    expect(warning).to_contain_text("drill 10.2 mm is tight: the cutter wanders at the start; with mark it holds")
    expect(steps.locator("[data-step=drill]")).to_contain_text("Tight")
    spot.get_by_role("button", name="Put back").click()
    expect(warning).to_have_count(0)
    expect(steps.locator("[data-step=drill]")).to_contain_text("Holds")
    page.get_by_role("button", name="Look for the steps again").click()
    row_answered(page)
    (sheet,) = card_of(page, "A4")
    text = sheet.extract_text()
    for words in (
        "Ramp plate, fixing threads: 6 × M12",
        "Structural steel S355, on machining centre V1",
        "10.2 mm",
        "tap M12",
        "343 rpm",
        "23.1 mm",
        "measured size",
        "Marking out",
    ):
        assert words in text, words
    page.get_by_role("button", name="Program", exact=True).click()
    controller = page.get_by_role("region", name="Simulated controller")
    expect(controller.get_by_role("alert")).to_contain_text("where the program's zero lies")
    page.get_by_role("button", name="left front corner, top face").click()
    expect(controller.get_by_role("status")).to_contain_text("no difference from the plan")
    with page.expect_download() as saved:
        page.get_by_role("button", name="Save the program").click()
    file = tmp_path / saved.value.suggested_filename
    saved.value.save_as(file)
    assert re.search(r"M29 S343\nG95\nG98 G84 X40\. Y40\. Z-28\.\d* R3\.5 F1\.75\n", file.read_text(encoding="utf-8"))
    page.get_by_label("Read one from a file").set_input_files(file)
    expect(controller.get_by_role("status")).to_contain_text("24 holes, no difference")
    file.write_text(file.read_text(encoding="utf-8").replace("X120. Y40.", "X121. Y40.", 1), encoding="utf-8")
    page.get_by_label("Read one from a file").set_input_files(file)
    expect(controller).to_contain_text("nothing is made at place 2")
    page.get_by_role("list", name="What a setter would stop at").get_by_role("button").first.click()
    chosen = page.evaluate("() => { const box = document.activeElement; return box.value.slice(box.selectionStart, box.selectionEnd); }")
    assert "Y" in chosen, "the line the finding names"
    page.get_by_role("button", name="Back to the plan’s").click()
    expect(controller.get_by_role("status")).to_contain_text("no difference")


def test_ten_cards_of_the_yard_fill_one_page_each(page: Page, server: Server) -> None:
    """Nothing outside the margins, every step's tool and stop on the paper, in black on white, on A4 and Letter."""
    for name, size in itertools.product(PLANS, ("A4", "Letter")):
        steps = planned(page, server, name if size == "A4" else None)
        words = steps.locator("li").all_inner_texts()
        pages = card_of(page, size)
        assert len(pages) == 1, name
        (sheet,) = pages
        left, top, right, bottom = ImageOps.invert(sheet.to_image(resolution=72).original.convert("L")).getbbox() or (0, 0, 0, 0)
        assert min(left, top) >= MARGIN_PT - INK_PT, name
        assert right <= sheet.width - MARGIN_PT + INK_PT, name
        assert bottom <= sheet.height - MARGIN_PT + INK_PT, name
        text = " ".join(sheet.extract_text().split())
        assert name in text
        for stop in (match[1] for one in words if (match := re.search(r"stop ([\d.]+ mm)", one))):
            assert stop in text, (name, stop)
        assert "Estimates" in text or "estimates" in text


def test_a_row_is_added_to_moved_and_taken_back(page: Page, server: Server) -> None:
    steps = planned(page, server, "Winch drum flange, bolt circle")
    count = steps.locator("> li").count()
    page.get_by_role("button", name="Add a step").click()
    page.get_by_label("What it does").select_option("countersink")
    page.get_by_label("Where", exact=True).select_option(str(count - 2))
    page.get_by_label("Which cutter").fill("16.5")
    page.get_by_role("list", name="Cutters of the crib").get_by_role("button").first.click()
    expect(steps.locator("> li")).to_have_count(count + 1)
    row_answered(page)
    sink = steps.locator("[data-step=countersink]")
    expect(sink).to_contain_text("countersink")
    sink.get_by_role("button", name=re.compile("earlier")).click()
    expect(page.get_by_role("alert", name="What the row does")).to_contain_text("it follows a hole, and there is none yet")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("alert", name="What the row does")).to_have_count(0)
    page.keyboard.press("Control+z")
    expect(steps.locator("> li")).to_have_count(count)
    page.keyboard.press("Control+y")
    expect(steps.locator("> li")).to_have_count(count + 1)
    steps.locator("[data-step=countersink]").drag_to(steps.locator("> li").nth(0))
    expect(page.get_by_role("alert", name="What the row does")).to_be_visible()
    page.get_by_role("button", name="Look for the steps again").click()
    expect(steps.locator("> li")).to_have_count(count)


def test_a_search_over_the_shop_shows_how_far_it_is_and_stops(page: Page, server: Server) -> None:
    planned(page, server, "Guard rail foot, on the stage")
    page.get_by_role("button", name="Any machine").click()
    answers_instead(page, "/api/plan-anywhere", "held", after=1)
    page.get_by_role("button", name="Try every machine").click()
    expect(page.get_by_text("3 of 14")).to_be_visible()
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_text("Stopped after 3 of 14 machines.")).to_be_visible()
    let_go(page)
    page.get_by_role("button", name="Try every machine").click()
    expect(page.get_by_text("14 of 14")).to_be_visible()
    page.get_by_role("button", name="machining centre V1").click()
    expect(page.get_by_label("Machine", exact=True)).to_have_value("v1")
    row_answered(page)
    expect(page.get_by_role("list", name="Steps")).to_contain_text("8 mm")


def test_a_plan_is_kept_with_its_ticks_and_comes_back(page: Page, server: Server) -> None:
    planned(page, server, "Rail clip plates")
    page.get_by_role("button", name="Set-up").click()
    page.get_by_label(re.compile("^Face square")).check()
    page.get_by_label(re.compile("^Glasses on")).check()
    page.get_by_role("button", name="Keep", exact=True).click()
    page.get_by_label("Name", exact=True).fill("Rail clip plates, second batch")
    page.get_by_role("button", name="Keep as another").click()
    expect(page).to_have_title("The Plan: Rail clip plates, second batch")
    page.get_by_role("button", name="New", exact=True).click()
    expect(page.get_by_label("the hole, as drawn")).to_have_value("20")
    planned(page, server, "Rail clip plates, second batch")
    page.get_by_role("button", name="Set-up").click()
    expect(page.get_by_label(re.compile("^Glasses on"))).to_be_checked()
    expect(page.get_by_label(re.compile("^Drawing read"))).not_to_be_checked()
    page.get_by_role("button", name=re.compile("^Kept plans")).click()
    page.get_by_role("button", name="Archive Rail clip plates, second batch").click()
    expect(page.get_by_text("is in the bin for 30 days")).to_be_visible()
    page.get_by_role("button", name="Bring it back").click()
    expect(page.get_by_role("button", name="Archive Rail clip plates, second batch")).to_be_visible()


def test_what_will_not_do_stays_as_typed_with_what_is_accepted(page: Page, server: Server) -> None:
    planned(page, server, "Sheave bush, grease way")
    depth = page.get_by_label("deep", exact=True)
    depth.fill("deep")
    depth.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="accepted")).to_be_visible()
    expect(depth).to_have_value("deep")
    depth.fill("3/4 in")
    depth.press("Enter")
    expect(depth).to_have_value("19.05 mm")
    page.get_by_label("the hole, as drawn").fill("37.3")
    expect(page.get_by_text("no drill of the crib makes that")).to_be_visible()
    page.get_by_label("the hole, as drawn").fill("M10")
    expect(page.get_by_text("no drill of the crib makes that")).to_be_hidden()
    page.get_by_label("free room there").fill("1")
    page.get_by_label("free room there").press("Enter")
    expect(page.get_by_role("list", name="Steps")).to_contain_text("the point drills the bed of the vice")
    with page.expect_download() as taken:
        page.get_by_role("button", name="CSV", exact=True).click()
    assert "tap M10" in Path(taken.value.path()).read_text(encoding="utf-8")


def test_every_part_of_the_plan_for_everybody(page: Page, server: Server) -> None:
    """axe finds nothing, nothing runs off the side, at the bench in both lights and on a phone."""
    for name in ("Ramp plate, fixing threads", "Landing stage beam, in place", "Winch shaft, oil gallery"):
        steps = planned(page, server, name)
        assert barriers_anywhere(page) == [], name
        for part in PARTS:
            button = page.get_by_role("group", name="More about the plan").get_by_role("button", name=part, exact=True)
            if not button.count():
                continue
            button.click()
            if part == "Program" and name == "Ramp plate, fixing threads":
                page.get_by_label("Where the program’s zero lies").fill("left front corner, top face")
            if part == "Program":
                expect(page.get_by_text("Read back")).to_be_visible()
            assert barriers_anywhere(page, SHOWN) == [], f"{name}, {part}"
    steps.locator("> li").first.get_by_role("button", name="Strike out").click()
    expect(page.get_by_role("alert", name="What the row does")).to_be_visible()
    assert barriers_anywhere(page) == []


def test_the_plan_by_keys_alone(page: Page, server: Server) -> None:
    page.goto(server.address)
    expect(page.get_by_role("region", name="Verdict")).to_be_visible()
    page.keyboard.press("g")
    page.keyboard.press("p")
    hole = page.get_by_label("the hole, as drawn")
    expect(hole).to_be_visible()
    hole.focus()
    page.keyboard.press("Control+a")
    page.keyboard.type("M10")
    steps = page.get_by_role("list", name="Steps")
    expect(steps.locator("[data-step=tap]")).to_be_visible()
    steps.locator("[data-step=tap]").get_by_role("button", name="Strike out").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert", name="What the row does")).to_contain_text("nothing cuts the thread M10")
    steps.locator("[data-step=tap]").get_by_role("button", name="Put back").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert", name="What the row does")).to_have_count(0)


def test_what_the_crib_lacks_is_put_in_from_where_it_is_said(page: Page, server: Server) -> None:
    """What to get stands in the crib's box as it was said, and is read there."""
    planned(page, server)
    hole = page.get_by_label("the hole, as drawn")
    hole.fill("23.3")
    hole.press("Enter")
    page.get_by_role("alert", name="What the row does").get_by_role("link", name="Put it into the crib").click()
    box = page.get_by_label("Put in a set or a single, as its lid reads")
    expect(box).to_have_value(re.compile(r"^a 23\.3 mm "))
    expect(page.get_by_role("region", name="As it would stand")).to_contain_text("23.3")
    box.press("Enter")
    expect(page.get_by_text(re.compile(r"1 put in: 23\.3 mm"))).to_be_visible()


def test_a_hole_that_is_there_is_opened(page: Page, server: Server) -> None:
    """Said in the head: nothing is marked or drilled again; one too wide is refused where it stands; emptied, it is solid once more."""
    steps = planned(page, server, "Ramp plate, fixing threads")
    expect(steps.locator("[data-step=mark]")).to_have_count(1)
    there = page.get_by_label("hole already there")
    there.fill("6")
    there.press("Enter")
    expect(steps.locator("[data-step=mark]")).to_have_count(0)
    row_answered(page)
    expect(steps.locator("[data-step=drill]")).to_contain_text("10.2")
    there.fill("10.2")
    there.press("Enter")
    expect(steps.locator("[data-step=drill]")).to_have_count(0)
    expect(steps.locator("[data-step=tap]")).to_have_count(1)
    there.fill("20")
    there.press("Enter")
    expect(page.get_by_text("20 mm is wider than M12 is drilled")).to_be_visible()
    there.fill("")
    there.press("Enter")
    expect(steps.locator("[data-step=mark]")).to_have_count(1)
