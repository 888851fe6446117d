"""The part: holes typed a letter each, planned together, drawn and put in order; and what is wrong with a cut, told from what is seen."""

import io
import re
from pathlib import Path

import ezdxf
import pdfplumber
from playwright.sync_api import Page, Route, expect

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
    expect(page.get_by_role("group", name=re.compile("The part from above"))).to_contain_text("C3")
    page.get_by_label("Places of C").fill("62, 50")
    expect(page.locator(".no-print").get_by_text(re.compile("^C is not made: .*B1 and C1 run into one another"))).to_be_visible()
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


def plate(folder: Path) -> Path:
    """A drawing of a plate with a cut corner: four 11 mm holes, two M8 by their threads, two 10 mm dowels on a layer of their own."""
    document = ezdxf.new("R2010", units=4)
    space = document.modelspace()
    space.add_lwpolyline([(0, 0), (220, 0), (220, 80), (180, 120), (0, 120)], close=True)
    for x, y in ((20, 20), (20, 100), (160, 20), (160, 100)):
        space.add_circle((x, y), 5.5)
    for x in (60, 120):
        space.add_circle((x, 60), 3.4)
        space.add_arc((x, 60), 4, 0, 270)
    for y in (40, 70):
        space.add_circle((190, y), 5, dxfattribs={"layer": "DOWELS"})
    document.saveas(folder / "landing plate.dxf")
    return folder / "landing plate.dxf"


def test_a_drawing_becomes_a_card_and_a_program(page: Page, server: Server, tmp_path: Path) -> None:
    part(page, server, "v1")
    page.get_by_label("From a drawing or table").set_input_files(plate(tmp_path))
    found = page.get_by_role("region", name="Brought in")
    expect(found).to_contain_text("8 holes of 3 kinds, in an outline of 220 × 120 mm")
    expect(found.get_by_label("What B is, as a drawing names it")).to_have_value("M8")
    found.get_by_role("button", name="10 H7").click()
    assert barriers(page) == []
    found.get_by_role("button", name="Take them in place of the holes below").click()
    expect(found).to_have_count(0)
    expect(page.get_by_label("Places of C")).to_have_value("190, 40; 190, 70")
    expect(page.get_by_label("Width, mm")).to_have_value("220")
    expect(page.get_by_role("button", name=re.compile("^C2 at 190, 70"))).to_be_visible()
    planned(page)

    with pdfplumber.open(io.BytesIO(page.pdf(format="A4"))) as paper:
        words = "\n".join(sheet.extract_text() for sheet in paper.pages)
        assert all(char["x0"] >= 0 and char["x1"] <= sheet.width for sheet in paper.pages for char in sheet.chars)
    assert all(one in words for one in ("A4", "B2", "C2", "160, 100", "Before switching on", "T5", "Afterwards")), words

    page.get_by_role("button", name="Program", exact=True).click()
    page.get_by_role("button", name="left front corner, top face").click()
    controller = page.get_by_role("region", name="Simulated controller")
    expect(controller).to_contain_text("no difference from the plan")
    text = page.get_by_role("textbox", name="Program", exact=True)
    assert "X190. Y70." in text.input_value()
    text.fill(text.input_value().replace("G81 X190. Y70.", "G81 X191. Y70."))
    expect(controller).to_contain_text("that is not in the plan")
    assert barriers(page) == []

    page.get_by_role("button", name="Marking out").click()
    with page.expect_download() as saved:
        page.get_by_role("button", name="DXF", exact=True).click()
    circles = ezdxf.readfile(saved.value.path()).modelspace().query("CIRCLE")
    assert {(round(one.dxf.center.x), round(one.dxf.center.y)) for one in circles} >= {(20, 20), (160, 100), (60, 60), (190, 70)}
    with page.expect_download() as saved:
        page.get_by_role("button", name="CSV", exact=True).click()
    saved.value.save_as(tmp_path / "holes.csv")
    page.get_by_label("From a drawing or table").set_input_files(tmp_path / "holes.csv")
    expect(found).to_contain_text("C 2 × 10 H7, 20 mm through")
    found.get_by_role("button", name="Leave it").click()

    other = tmp_path / "other.dxf"
    other.write_text("no drawing", encoding="utf-8")
    page.get_by_label("From a drawing or table").set_input_files(other)
    expect(page.get_by_role("alert")).to_contain_text("no DXF drawing that can be read")


def test_a_hole_is_dragged_and_nudged_and_the_part_turned_over(page: Page, server: Server) -> None:
    part(page, server)
    page.get_by_role("button", name=re.compile("^B1 at 60, 50")).focus()
    page.keyboard.press("Shift+ArrowRight")
    expect(page.get_by_label("Places of B")).to_have_value("65, 50; 100, 50")
    expect(page.get_by_role("button", name=re.compile("^B1 at 65, 50"))).to_be_visible()
    planned(page)
    second = page.get_by_role("button", name=re.compile("^B2 at 100, 50"))
    second.scroll_into_view_if_needed()
    box = second.bounding_box()
    assert box is not None
    middle = (box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.move(*middle)
    page.mouse.down()
    page.mouse.move(middle[0] + 40, middle[1], steps=4)
    page.mouse.up()
    expect(page.get_by_label("Places of B")).not_to_have_value("65, 50; 100, 50")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("Places of B")).to_have_value("65, 50; 100, 50")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("Places of B")).to_have_value("60, 50; 100, 50")
    page.get_by_role("button", name="Redo").click()
    expect(page.get_by_label("Places of B")).to_have_value("65, 50; 100, 50")

    page.get_by_label("From which sides").select_option("x")
    page.get_by_label("Side of B").select_option("2")
    page.get_by_role("button", name="Turned over").click()
    # Rolled about X y is mirrored in the plate's 100 mm: up on this side is down on the first.
    page.get_by_role("button", name=re.compile("^B1 at 65, 50")).focus()
    page.keyboard.press("ArrowUp")
    expect(page.get_by_label("Places of B")).to_have_value("65, 49.5; 100, 50")
    planned(page)
    assert barriers(page) == []


def test_a_kept_plan_opens_as_a_part_of_one_hole(page: Page, server: Server) -> None:
    part(page, server)
    page.get_by_role("button", name=re.compile("^Kept plans")).click()
    page.get_by_role("dialog").get_by_role("button", name=re.compile("^Ramp plate, fixing threads")).click()
    expect(page.get_by_label("Hole A as drawn")).to_have_value("M12")
    expect(page.get_by_label("Machine", exact=True)).to_have_value("v1")
    expect(page.get_by_label("Places of A")).to_have_value(re.compile("40, 40; 120, 40; 200, 40"))
    planned(page)
    expect(page.get_by_role("list", name="Operations in order")).to_contain_text("M12 machine tap")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("Hole A as drawn")).to_have_value("11")


def test_the_part_in_inches(page: Page, server: Server) -> None:
    part(page, server)
    page.get_by_role("button", name=re.compile("^Units:")).click()
    expect(page.get_by_label("Width, in")).to_have_value("6.2992")
    page.get_by_label("Width, in").fill("7 1/2")
    page.get_by_label("Places of B").fill("1, 2; 3, 2")
    planned(page)
    expect(page.get_by_role("button", name=re.compile("^B2 at 3, 2"))).to_be_visible()
    page.get_by_role("button", name=re.compile("^Units:")).click()
    expect(page.get_by_label("Width, mm")).to_have_value("190.5")
    expect(page.get_by_label("Places of B")).to_have_value("25.4, 50.8; 76.2, 50.8")
    expect(page.get_by_label("Places of A")).to_have_value("grid 2 x 2, 120 x 60 at 20, 20")


def test_a_letters_row_is_changed_and_other_ways_are_looked_at(page: Page, server: Server) -> None:
    part(page, server)
    page.get_by_role("button", name="Letter by letter").click()
    row = page.get_by_role("region", name="Row of B")
    row.get_by_role("group", name=re.compile("mark out and punch")).get_by_role("button", name="Take out").click()
    expect(row).to_contain_text("The row is your own.")
    expect(row.get_by_role("listitem").first).to_contain_text("the cutter wanders at the start")
    assert barriers(page) == []
    row.get_by_role("button", name="Look for the steps again").click()
    expect(row.get_by_role("listitem").first).to_contain_text("mark out and punch")
    row.get_by_role("group", name=re.compile("drill")).get_by_role("button", name="Take out").click()
    expect(page.locator(".no-print").get_by_text(re.compile("^B is not made: your row: countersink cannot be done"))).to_be_visible()
    page.get_by_role("button", name="Look for the steps of B again").click()
    expect(row.get_by_role("listitem").first).to_contain_text("mark out and punch")

    page.get_by_role("button", name="Other ways").click()
    ways = page.get_by_role("region", name="Other ways")
    expect(ways.get_by_role("row").filter(has_text="as it stands")).to_contain_text("as most would")
    expect(ways.get_by_role("status")).to_have_text("")
    page.get_by_role("button", name="Any machine").click()
    machines = page.get_by_role("region", name="Any machine")
    first = machines.get_by_role("row").filter(has_text="bench press B1")
    expect(first.get_by_role("button", name="Take it")).to_be_visible()
    machines.get_by_role("button", name="Stop").click()
    expect(machines.get_by_role("button", name="Look at the rest")).to_be_visible()
    assert barriers(page) == []
    first.get_by_role("button", name="Take it").click()
    expect(page.get_by_label("Machine", exact=True)).to_have_value("b1")


def test_a_long_plan_says_how_far_it_is_and_is_stopped(page: Page, server: Server) -> None:
    held: list[Route] = []
    page.route("**/api/part", lambda route: held.append(route))
    page.route("**/api/watched/*", lambda route: route.fulfill(json={"share": 0.4, "doing": "other ways to make A"}))
    page.goto(f"{server.address}/part")
    how_far = page.get_by_role("progressbar", name="How far the plan is")
    expect(how_far).to_have_attribute("value", "0.4")
    expect(page.get_by_text("other ways to make A")).to_be_visible()
    assert barriers(page) == []
    page.get_by_role("button", name="Stop").click()
    expect(how_far).to_be_hidden()
    page.unroute("**/api/part")
    page.get_by_role("button", name="Go on").click()
    planned(page)
    assert held[0].request.headers["x-watch"]


def test_several_of_a_part_and_one_of_its_holes_by_itself(page: Page, server: Server) -> None:
    """A letter is looked at as a plan of its own, changed there, and comes back with its places; the Plan is left and found in one form."""
    part(page, server)
    page.get_by_label("How many parts").fill("4")
    expect(page.get_by_text(re.compile(r"All 4: .*(each part whole|each step on every part) before"))).to_be_visible()
    page.get_by_role("button", name="Letter by letter").click()
    page.get_by_role("button", name="B by itself").click()
    expect(page.get_by_text("Hole B of Ramp plate, by itself.")).to_be_visible()
    hole = page.get_by_label("the hole, as drawn")
    expect(hole).to_have_value("M10")
    expect(page.get_by_label("how many")).to_have_value("2")
    hole.fill("M8")
    expect(page.get_by_role("list", name="Steps").locator("[data-step=tap]")).to_contain_text("M8")
    page.get_by_role("button", name="Put it back into the part").click()
    expect(page.get_by_label("Hole B as drawn")).to_have_value("M8")
    expect(page.get_by_label("Places of B")).to_have_value("60, 50; 100, 50")
    expect(page.get_by_label("How many parts")).to_have_value("4")
    planned(page)
    page.keyboard.press("Escape")
    page.get_by_role("link", name="Bench").click()
    page.get_by_role("navigation", name="Screens").get_by_role("link", name="Plan").click()
    expect(page.get_by_label("Hole B as drawn")).to_have_value("M8")
    page.get_by_role("link", name="One hole").click()
    expect(hole).to_be_visible()


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
