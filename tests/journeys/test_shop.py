"""The Shop in a real browser: machines entered from their plates, the crib filled by a lid's name, files looked at before they are
taken, states put back, and all of it by keys, on a phone, and in both themes."""

import json
import re
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.journeys.gestures import barriers, barriers_anywhere
from tests.server import Server


def opened(page: Page, server: Server, path: str) -> None:
    page.goto(f"{server.address}/shop/{path}")
    expect(page.get_by_role("navigation", name="Parts of the shop")).to_be_visible()


def at_spindle(page: Page) -> list[tuple[float, float]]:
    """Speed and rated torque of each row of the curve's table."""
    table = page.get_by_role("figure", name="Spindle curve").locator("details")
    if table.get_attribute("open") is None:
        table.locator("summary").click()
    rows = table.locator("tbody tr").all_inner_texts()
    return [(float(found[1]), float(found[2])) for row in rows if (found := re.search(r"([\d.]+)\s+rpm\s+([\d.]+)\s+N·m", row))]


class Typist:
    """Fills fields as a person would, and counts them."""

    def __init__(self, page: Page) -> None:
        self.page, self.count = page, 0

    def types(self, label: str, text: str, within: str | None = None) -> None:
        place: Any = self.page.get_by_role("region", name=within) if within else self.page
        field = place.get_by_label(label, exact=True)
        field.fill(text)
        field.press("Enter")
        self.count += 1

    def chooses(self, label: str, value: str, within: str | None = None) -> None:
        place: Any = self.page.get_by_role("region", name=within) if within else self.page
        place.get_by_label(label, exact=True).select_option(value)
        self.count += 1


@pytest.fixture
def typist(page: Page, server: Server) -> Typist:
    opened(page, server, "machines/new")
    expect(page.get_by_role("heading", name="At the spindle")).to_be_visible()
    return Typist(page)


def put_in(page: Page, name: str) -> dict[str, Any]:
    """Put the machine in the yard and read its record back from the server."""
    page.get_by_role("button", name="Put it in the yard").click()
    expect(page.get_by_role("status").filter(has_text="Saved.")).to_be_visible()
    expect(page.get_by_role("navigation", name="Machines").get_by_role("link", name=name)).to_be_visible()
    found = page.request.get(page.url.split("/shop")[0] + "/api/machines").json()
    return next(one["spec"] for one in found if one["name"] == name)


def test_a_two_pulley_bench_press_from_its_plate(typist: Typist) -> None:
    """Plate: 370 W, 230 V, 2.7 A, 1400 rpm, 50 Hz, single-phase. Cones 50/70/90/110 on the motor, 120/100/80/60 on the spindle; one
    belt, so nine tenths reach the spindle. Torque again by hand: 9549 · 0.37 · 0.9 / n."""
    page = typist.page
    typist.types("Name", "press in the net loft")
    typist.types("As the plate reads", "0.37 kW 1~ 230 V 2.7 A 1400 rpm 50 Hz S1")
    expect(page.get_by_text("Read: 0.37 kW")).to_be_visible()
    typist.types("Pulley pairs, motor to spindle", "50/120; 70/100; 90/80; 110/60")
    typist.types("kept by the drive", "0.9")
    typist.types("Lever, hub to knob", "160")
    typist.types("or turns counted", "0.5")
    typist.types("and travel they gave", "44")
    typist.types("Takes up to", "13")
    expect(page.get_by_role("region", name="Speeds").get_by_text("583 rpm")).to_be_visible()
    found = at_spindle(page)
    assert [round(speed) for speed, _ in found] == [583, 980, 1575, 2567]
    for speed, torque in found:
        assert torque == pytest.approx(9549 * 0.37 * 0.9 / speed, rel=0.01)
    spec = put_in(page, "press in the net loft")
    assert typist.count < 15
    assert spec["feed"]["turns_travel_mm"] == 44


def test_a_magnetic_drill_from_its_plate(typist: Typist) -> None:
    """Plate: input 1150 W, 230 V, two gears 250 and 450 rpm, magnet 14 kN, base 165 x 80, 12 kg. A universal motor keeps 0.6,
    the gears 0.77: 9549 · 1.15 · 0.6 · 0.77 / n."""
    page = typist.page
    typist.chooses("Kind", "magnetic")
    typist.types("Name", "magnetic drill for the stages")
    typist.types("As the plate reads", "input 1150 W 230 V universal S2")
    expect(page.get_by_text("Read: 1150 W")).to_be_visible()
    typist.types("or its speeds, gears or ranges", "gear 1: 250; gear 2: 450")
    typist.chooses("Driven by", "gear")
    typist.chooses("Fed by", "magnet-rack")
    typist.chooses("Holds the tool", "side-lock")
    for label, text in (
        ("Magnet pulls", "14 kN"),
        ("Machine weighs", "12"),
        ("Base, long", "165"),
        ("Base, wide", "80"),
        ("Front edge to spindle", "38"),
    ):
        typist.types(label, text)
    expect(page.get_by_text("kept by the motor")).to_be_visible()
    expect(page.get_by_role("region", name="Spindle").get_by_role("img")).to_have_attribute("aria-label", re.compile("250 to 450 rpm"))
    for speed, torque in at_spindle(page):
        assert torque == pytest.approx(9549 * 1.15 * 0.6 * 0.77 / speed, rel=0.01)
    spec = put_in(page, "magnetic drill for the stages")
    assert spec["magnet"]["pull_n"] == 14000
    assert typist.count < 15


def test_a_small_machining_centre_from_its_plate(typist: Typist) -> None:
    """Plate: servo 5.5 kW, 60 to 8000 rpm, full power from 1500; direct, which keeps 0.95. Constant torque below the base speed,
    constant power above: 9549 · 5.5 · 0.95 / max(n, 1500)."""
    page = typist.page
    typist.chooses("Kind", "machining-centre")
    typist.types("Name", "machining centre in the tool room")
    typist.types("As the plate reads", "servo 5.5 kW S1")
    expect(page.get_by_text("Read: servo · 5.5 kW")).to_be_visible()
    typist.types("or its speeds, gears or ranges", "60-8000")
    typist.types("base speed", "1500")
    typist.chooses("Driven by", "direct")
    typist.chooses("Fed by", "servo")
    typist.types("Axis pushes at most", "6 kN")
    typist.chooses("Holds the tool", "collet")
    typist.types("Size", "ER32")
    typist.chooses("Coolant", "flood")
    expect(page.get_by_role("region", name="Spindle").get_by_role("img")).to_have_attribute("aria-label", re.compile("60 to 8000 rpm"))
    at_spindle(page)
    expect(page.get_by_role("figure", name="Spindle curve").get_by_role("cell", name="1500 rpm")).to_be_visible()
    found = at_spindle(page)
    assert [speed for speed, _ in found] == [60, 1500, 8000]
    for speed, torque in found:
        assert torque == pytest.approx(9549 * 5.5 * 0.95 / max(speed, 1500), rel=0.01)
    put_in(page, "machining centre in the tool room")
    assert typist.count < 15


def test_the_curve_follows_the_pen_and_every_figure_opens(page: Page, server: Server) -> None:
    opened(page, server, "machines/v1")
    points = page.get_by_label("Points of the first range, speed and power")
    points.fill("50 0.3; 1500 9; 6000 9; 10000 6")
    points.press("Enter")
    handle = page.get_by_role("slider", name="Point at 6000 rpm")
    expect(handle).to_have_attribute("aria-valuenow", "9")
    handle.focus()
    for _ in range(3):
        page.keyboard.press("ArrowDown")
    expect(page.get_by_role("slider", name="Point at 6000 rpm")).not_to_have_attribute("aria-valuenow", "9")
    page.get_by_role("region", name="From the plate to the spindle").get_by_role("button", name=re.compile("at the spindle")).click()
    expect(page.get_by_text("P", exact=False).filter(has_text="idle").first).to_be_visible()
    page.keyboard.press("Control+z")
    page.get_by_role("button", name="Undo").click()
    page.reload()
    # What was not saved is still there after a reload.
    expect(page.get_by_role("status").filter(has_text="Not saved yet.")).to_be_visible()


def test_a_bad_figure_is_told_beside_its_field_and_nothing_is_lost(page: Page, server: Server) -> None:
    opened(page, server, "machines/b1")
    field = page.get_by_label("Stroke", exact=True)
    field.fill("ninety")
    field.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="“ninety” is not a figure")).to_be_visible()
    expect(field).to_have_value("ninety")
    expect(page.get_by_role("button", name="Save")).to_be_disabled()
    field.press("Escape")
    expect(field).to_have_value("60 mm")


def test_a_machine_is_changed_put_back_put_away_and_brought_back(page: Page, server: Server) -> None:
    opened(page, server, "machines/h1")
    page.get_by_label("or input", exact=True).fill("900 W")
    page.get_by_label("or input", exact=True).press("Enter")
    expect(page.get_by_role("status").filter(has_text="Not saved yet.")).to_be_visible()
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_role("status").filter(has_text="Saved.")).to_be_visible()
    page.get_by_role("button", name="History").click()
    expect(page.get_by_text("spindle.plate.input kw: 0.75 → 0.9")).to_be_visible()
    page.get_by_role("button", name="Put back as it was").first.click()
    expect(page.get_by_label("or input", exact=True)).to_have_value("0.75 kW")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Archive").click()
    links = page.get_by_role("navigation", name="Machines")
    expect(links.get_by_role("link", name=re.compile("hand drill H1"))).to_have_count(0)
    page.get_by_role("link", name="Archive").click()
    shelf = page.get_by_role("region", name="Machines")
    expect(shelf).to_contain_text("retired: kept checks were made with it")
    shelf.get_by_role("button", name="Bring back").click()
    expect(shelf).to_contain_text("is back")


def test_the_bench_is_told_of_a_machine_that_has_changed(page: Page, server: Server) -> None:
    """A job keeps the machine it was checked on until it is told to take today's."""
    opened(page, server, "machines/b2")
    page.get_by_role("button", name="Drill with it").click()
    expect(page.get_by_role("region", name="The job")).to_contain_text("bench press B2")
    page.get_by_role("link", name="Shop").click()
    page.get_by_role("link", name=re.compile("bench press B2")).click()
    # The plate before it stands until this one is drawn.
    expect(page.get_by_label("Name", exact=True)).to_have_value("bench press B2")
    page.get_by_label("or at the shaft").fill("0.75")
    page.get_by_label("or at the shaft").press("Enter")
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_role("status").filter(has_text="Saved.")).to_be_visible()
    page.get_by_role("link", name="Bench", exact=True).click()
    told = page.get_by_role("status").filter(has_text="has been changed in the shop")
    told.get_by_role("button", name="Take it as it is today").click()
    expect(told).to_have_count(0)


def test_an_old_check_beside_todays_answer(page: Page, server: Server) -> None:
    page.goto(server.address)
    page.get_by_role("button", name=re.compile("Kept checks")).click()
    page.get_by_role("button", name="Check Ramp hinge plate, pin holes again on today’s machine").click()
    expect(page.get_by_role("dialog")).to_contain_text("as it was kept")


def test_a_set_goes_into_the_crib_by_its_name(page: Page, server: Server) -> None:
    opened(page, server, "crib")
    box = page.get_by_label("Put in a set or a single, as its lid reads")
    box.fill("cobalt stub 7-9")
    expect(page.get_by_text("has no step")).to_be_visible()
    box.fill("cobalt stub 7-9 x 0.5")
    expect(page.get_by_role("region", name="As it would stand").get_by_role("listitem")).to_have_count(5)
    page.get_by_label("Where it goes").fill("spare tin")
    page.get_by_role("button", name="Put all 5 in").click()
    drawer = page.get_by_role("region", name="cobalt stub 7-9 x 0.5")
    expect(drawer.get_by_role("listitem")).to_have_count(5)
    drawer.get_by_role("button", name="8 mm").click()
    card = page.get_by_role("region", name="8 mm cobalt stub")
    card.get_by_label("Worn", exact=True).select_option("dull")
    card.get_by_text("What an edge costs").click()
    card.get_by_label("Price", exact=True).fill("cheap")
    card.get_by_role("button", name="Save").click()
    expect(card.get_by_role("status")).to_contain_text("accepted: 0 to 100000")
    expect(card.get_by_label("Price", exact=True)).to_have_value("cheap")
    card.get_by_label("Price", exact=True).fill("7,50")
    card.get_by_role("button", name="Save").click()
    expect(drawer.get_by_role("button", name="8 mm, dull")).to_be_visible()
    card.get_by_role("button", name="Archive").click()
    gap = drawer.get_by_role("button", name="8 mm, missing")
    expect(gap).to_be_visible()
    gap.click()
    expect(drawer.get_by_role("button", name="8 mm", exact=True)).to_be_visible()


def test_a_metal_of_our_own_from_a_built_in_one(page: Page, server: Server) -> None:
    opened(page, server, "materials")
    page.get_by_role("button", name="Grey cast iron 250").click()
    expect(page.get_by_text("Built in: it is read, not changed.")).to_be_visible()
    page.get_by_role("button", name="Make one of our own from it").click()
    page.get_by_label("Called", exact=True).fill("Old sheave iron")
    page.get_by_role("button", name="Put it in").click()
    expect(page.get_by_role("row", name=re.compile("Old sheave iron ours"))).to_be_visible()


def test_a_file_is_looked_at_before_it_is_taken(page: Page, server: Server, tmp_path: Path) -> None:
    opened(page, server, "files")
    file = tmp_path / "cutters.csv"
    file.write_text("name,family,DC,OAL,place\n9.8 mm stub,twist,9.8,89,lathe tray\nno size,twist,,,\n", encoding="utf-8")
    page.get_by_label("File", exact=True).set_input_files(file)
    rows = page.get_by_role("region", name="Rows of the file")
    expect(rows).to_contain_text("is needed: cutting diameter")
    expect(page.get_by_role("button", name="Bring all of it in")).to_be_disabled()
    file.write_text("name,family,DC,OAL,place\n9.8 mm stub,twist,9.8,89,lathe tray\n", encoding="utf-8")
    page.get_by_label("File", exact=True).set_input_files(file)
    expect(page.get_by_role("status")).to_contain_text("It would bring in: 1 new")
    page.get_by_role("button", name="Bring all of it in").click()
    expect(page.get_by_role("status")).to_contain_text("Brought in: 1 new")
    with page.expect_download() as taken:
        page.get_by_role("link", name="Full backup of the shop").click()
    shop = json.loads(Path(taken.value.path()).read_text(encoding="utf-8"))
    assert any(one["name"] == "9.8 mm stub" for one in shop["cutters"])


# What is there once a part of the shop has been read from the server.
SIGNS = {
    "machines": "link:bench press B3",
    "crib": "button:9 mm, used",
    "materials": "button:Old guide rail, 260 HB",
    "files": "link:Full backup of the shop",
    "people": "heading:People",
    "away": "heading:.",
    "machines/b3": "figure:Spindle curve",
    "machines/m1": "figure:Spindle curve",
    "machines/v1": "figure:Spindle curve",
}


def test_no_barrier_in_any_part_of_the_shop(page: Page, server: Server) -> None:
    for tab, sign in SIGNS.items():
        opened(page, server, tab)
        role, _, name = sign.partition(":")
        there = page.get_by_role("main").get_by_role(role, name=re.compile(name)).first
        expect(there).to_be_visible()
        if role == "button":
            there.click()
        within = None if tab == "machines" else "main"
        assert barriers_anywhere(page, within) == [], tab


def test_what_a_machine_makes_is_worked_out_on_its_page(page: Page, server: Server) -> None:
    """As the core says it for the record; a harder metal makes less of it."""
    opened(page, server, "machines/m1")
    made = page.get_by_role("region", name="What it makes")
    made.get_by_role("button", name="Work it out").click()
    ring = made.get_by_role("listitem").filter(has_text="Annular cutter")
    mild = figure(ring)
    assert mild > 30
    expect(ring).to_contain_text("the motor is overloaded")
    made.get_by_label("Metal").select_option("stainless-304")
    expect(made.get_by_role("status")).to_be_empty()
    assert figure(ring) < mild
    made.get_by_label("deep").fill("no figure")
    made.get_by_label("deep").press("Enter")
    expect(made.get_by_label("deep")).to_have_value("no figure")


def figure(line: Locator) -> float:
    """How large it makes it from solid, mm; nought where it makes none."""
    expect(line).to_contain_text("from solid")
    found = re.search(r"([\d.]+)\s+mm from solid", line.inner_text())
    return float(found[1]) if found else 0.0


def test_the_shop_by_keys_alone(page: Page, server: Server) -> None:
    page.goto(server.address)
    expect(page.get_by_role("region", name="Verdict")).to_be_visible()
    page.keyboard.press("g")
    page.keyboard.press("s")
    expect(page.get_by_role("navigation", name="Parts of the shop")).to_be_visible()
    page.get_by_role("link", name="Crib", exact=True).focus()
    page.keyboard.press("Enter")
    box = page.get_by_label("Put in a set or a single, as its lid reads")
    box.focus()
    page.keyboard.type("20.5")
    expect(page.get_by_role("region", name="As it would stand")).to_be_visible()
    page.keyboard.press("Enter")
    expect(page.get_by_text("1 put in: 20.5 mm drill.")).to_be_visible()
    page.keyboard.press("Tab")
    page.keyboard.press("Escape")
    page.locator("body").press("g")
    page.keyboard.press("b")


@pytest.fixture
def real_shop(tmp_path: Path) -> Iterator[Server]:
    """A server that is no demo: nobody is signed in by itself."""
    one = Server(tmp_path, settings="tests.real_shop")
    one.prepare(demo=False)
    one.start()
    yield one
    one.stop()


def test_a_real_shop_starts_with_its_first_admin(page: Page, real_shop: Server) -> None:
    page.goto(real_shop.address)
    expect(page.get_by_text("Nobody has an account here yet")).to_be_visible()
    real_shop.manage("first_admin", "harbourmaster", FIERCE_BORE_PASSWORD="slack water at six")
    page.reload()
    page.get_by_label("Name").fill("harbourmaster")
    page.get_by_label("Password").fill("not this one")
    page.get_by_role("button", name="Sign in").click()
    expect(page.get_by_role("alert")).to_contain_text("Wrong name or password")
    page.get_by_label("Password").fill("slack water at six")
    page.get_by_role("button", name="Sign in").click()
    expect(page.get_by_role("button", name="what hole?")).to_be_visible()
    page.goto(f"{real_shop.address}/shop/people")
    people = page.get_by_role("region", name="Everybody")
    people.get_by_label("Signs in as", exact=True).fill("deckhand")
    people.get_by_label("First password").fill("high water at noon")
    people.get_by_role("button", name="Add").click()
    expect(people).to_contain_text("deckhand can sign in now.")
    assert barriers(page) == []
    page.get_by_role("button", name="sign out").click()
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
    page.get_by_label("Name").fill("deckhand")
    page.get_by_label("Password").fill("high water at noon")
    page.get_by_role("button", name="Sign in").click()
    expect(page.get_by_text("deckhand, learner")).to_be_visible()
    page.goto(f"{real_shop.address}/shop/machines")
    expect(page.get_by_text("No machine stands in the yard yet")).to_be_visible()
    expect(page.get_by_role("link", name="Describe another machine")).to_have_count(0)
    page.goto(f"{real_shop.address}/plan")
    expect(page.get_by_text("No machine stands in the yard yet")).to_be_visible()
    expect(page.get_by_role("button", name="Keep", exact=True)).to_have_count(0)
