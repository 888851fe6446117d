"""What stands behind the phrases: fields typed in their own units, a machine of no yard, a program, and the check as a whole."""

import gzip
import re
import urllib.request

import pytest
from playwright.sync_api import Page, expect

from tests.journeys.gestures import (
    answers_instead,
    case_in_address,
    choose,
    drawn,
    let_go,
    nudge,
    open_kept,
    phrase,
    says_what_the_core_says,
    verdict,
)
from tests.server import Server


def put(page: Page, name: str, label: str, text: str, fold: str | None = None) -> None:
    phrase(page, name).click()
    if fold:
        page.get_by_role("dialog").get_by_text(fold).click()
    field = page.get_by_role("dialog").get_by_label(label)
    field.fill(text)
    field.press("Enter")
    expect(field).to_have_value(text)
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_be_hidden()


def test_holding_stack_pecks_and_slope_in_words_a_shop_types(bench: Page) -> None:
    put(bench, "depth", "Thickness of each plate", "12; 20", fold="A stack of plates")
    expect(phrase(bench, "depth")).to_contain_text("stack of 2")
    put(bench, "holding", "Force of each clamp", "900 lbf")
    expect(phrase(bench, "holding")).to_contain_text("4.0 kN each")
    phrase(bench, "pecks").click()
    bench.get_by_role("button", name="chip-break pecks").click()
    bench.keyboard.press("Escape")
    put(bench, "pecks", "Depth from the face at which each peck ends", "10; 2 x 8")
    phrase(bench, "entry").click()
    bench.get_by_role("button", name="sloping face").click()
    bench.keyboard.press("Escape")
    put(bench, "entry", "Slope of the face", "5°")
    put(bench, "tolerance and edges", "Tolerance grade", "11")
    drawn(bench)
    case = case_in_address(bench)
    assert case["hole"]["stack_mm"] == [12, 20]
    assert case["holding"]["force_n"] == pytest.approx(900 * 4.44822, abs=0.1)
    assert case["setting"]["pecks"]["depths_mm"] == [10, 18, 26]
    assert (case["hole"]["entry_angle_deg"], case["hole"]["tolerance_it"]) == (5, 11)
    says_what_the_core_says(bench)


def test_a_field_out_of_its_range_is_said_in_its_own_words_and_kept(bench: Page) -> None:
    phrase(bench, "holding").click()
    field = bench.get_by_role("dialog").get_by_label("Friction between work and clamp")
    field.fill("7")
    expect(bench.get_by_role("dialog")).to_contain_text("out of range; accepted: 0.02 to 1")
    expect(verdict(bench)).to_have_attribute("data-stale", "true")
    bench.keyboard.press("Escape")
    expect(bench.get_by_role("region", name="The job")).to_contain_text("out of range")
    phrase(bench, "holding").click()
    expect(bench.get_by_role("dialog").get_by_label("Friction between work and clamp")).to_have_value("7")
    bench.get_by_role("button", name=re.compile("^(Keep [0-9]|Leave it)")).click()
    bench.keyboard.press("Escape")
    drawn(bench)


def test_a_machine_that_is_in_no_yard(bench: Page) -> None:
    """A bench press by its plate and its speeds: two things said, the rest assumed."""
    phrase(bench, "machine").click()
    dialog = bench.get_by_role("dialog")
    dialog.get_by_role("button", name="Mine is not here").click()
    expect(phrase(bench, "machine")).to_contain_text("my machine")
    dialog.get_by_label("What the motor’s plate says").fill("0.75 hp, single phase")
    expect(dialog).to_contain_text("read: 0.75 hp")
    dialog.get_by_label("The speeds it has").fill("280; 450; 700; 1120")
    dialog.get_by_label("The speeds it has").press("Enter")
    expect(dialog).to_be_hidden()
    bench.wait_for_function("() => [null, '{}'].includes(sessionStorage.getItem('drafts'))")
    drawn(bench)
    case = case_in_address(bench)
    assert case["machine"]["spindle"]["plate"]["output_hp"] == pytest.approx(0.75)
    assert [stage["speed_rpm"] for stage in case["machine"]["spindle"]["stages"]] == [280, 450, 700, 1120]
    says_what_the_core_says(bench)


def test_an_assumption_is_replaced_from_the_ladder(bench: Page) -> None:
    """What a limit stands on that nobody has said is typed in where it is shown, and counts."""
    row = bench.locator('[data-limit="motor"]')
    row.get_by_role("button").first.click()
    row.get_by_text(re.compile("assumed figures?: put in your own")).click()
    field = row.get_by_label("Share of the time spent cutting")
    field.fill("0,9")
    field.press("Enter")
    drawn(bench)
    assert case_in_address(bench)["machine"]["spindle"]["cutting_share"] == 0.9
    says_what_the_core_says(bench)


def test_a_program_is_read_back_before_it_is_taken(bench: Page) -> None:
    open_kept(bench, "Bearing block, bolt holes")
    phrase(bench, "feed").click()
    bench.get_by_label("Read a program back").fill("S300 F127")
    expect(bench.get_by_role("dialog")).to_contain_text("0.423 mm/rev")
    bench.get_by_label("Read a program back").press("Enter")
    expect(phrase(bench, "feed")).to_contain_text("0.42 mm/rev")
    expect(bench.get_by_role("region", name="The job")).to_contain_text("as programmed S300 F127")
    drawn(bench)
    says_what_the_core_says(bench)


def test_units_by_quantity(bench: Page) -> None:
    bench.keyboard.press("?")
    bench.get_by_role("group", name="Forces").get_by_role("button", name="lbf").click()
    bench.keyboard.press("Escape")
    expect(phrase(bench, "diameter")).to_contain_text("20 mm")
    expect(phrase(bench, "holding")).to_contain_text("lbf")
    expect(bench.get_by_role("button", name=re.compile("^Units: "))).to_be_visible()
    bench.reload()
    drawn(bench)
    expect(phrase(bench, "holding")).to_contain_text("lbf")


def test_the_point_is_dragged_to_a_step_and_one_undo_takes_it_back(bench: Page) -> None:
    window = bench.get_by_role("figure", name="Operating window").get_by_role("img")
    point = window.locator("circle.cursor-grab")
    box = point.bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    bench.mouse.move(x, y)
    bench.mouse.down()
    bench.mouse.move(x - 40, y + 20)
    bench.mouse.move(x - 85, y + 45)
    expect(window).to_contain_text("210 rpm, 0.10 mm/rev")
    bench.mouse.up()
    expect(phrase(bench, "speed")).to_contain_text("210 rpm")
    expect(phrase(bench, "feed")).to_contain_text("0.10")
    drawn(bench)
    says_what_the_core_says(bench)
    bench.keyboard.press("Control+z")
    expect(phrase(bench, "speed")).to_contain_text("310 rpm")
    expect(phrase(bench, "feed")).to_contain_text("0.18")


def test_found_by_a_few_letters(bench: Page) -> None:
    bench.keyboard.press("/")
    bench.keyboard.type("rail spl")
    expect(bench.get_by_role("option").first).to_contain_text("Landing-stage rail splice")
    bench.keyboard.press("Enter")
    expect(verdict(bench)).to_contain_text("Gives way")
    bench.keyboard.press("/")
    bench.keyboard.type("hold")
    bench.keyboard.press("Enter")
    expect(bench.get_by_role("dialog", name="holding")).to_be_visible()
    bench.keyboard.press("Escape")
    bench.keyboard.press("/")
    bench.keyboard.type("xyzzy")
    expect(bench.get_by_role("dialog")).to_contain_text("Nothing here is called “xyzzy”")


def test_checks_side_by_side(bench: Page) -> None:
    bench.get_by_role("button", name=re.compile("Kept checks")).click()
    bench.get_by_label("Compare with Winch bed").check()
    bench.get_by_label("Compare with Ramp hinge plate").check()
    bench.get_by_role("button", name=re.compile("beside the one on screen")).click()
    table = bench.get_by_role("dialog", name="Checks side by side")
    expect(table.get_by_role("columnheader")).to_have_count(4)
    expect(table.get_by_role("row", name=re.compile("differs: Machine"))).to_contain_text("radial press R1")
    assert table.locator('tr[data-differs="false"]', has_text="Entry").count() == 1
    bench.keyboard.press("Escape")
    expect(table).to_be_hidden()


def test_kept_in_the_place_of_another_and_shared(bench: Page, server: Server) -> None:
    bench.keyboard.press("k")
    bench.get_by_label("Name").fill("Bracket, tried twice")
    bench.get_by_role("button", name="Keep as another").click()
    expect(bench.get_by_role("dialog")).to_be_hidden()
    nudge(bench, "ArrowLeft")
    expect(phrase(bench, "speed")).to_contain_text("210 rpm")
    bench.keyboard.press("k")
    bench.get_by_role("button", name="Keep in the place of “Bracket, tried twice”").click()
    expect(bench.get_by_role("dialog")).to_be_hidden()
    bench.get_by_role("button", name=re.compile("Kept checks")).click()
    expect(bench.get_by_role("button", name=re.compile("^Bracket, tried twice"))).to_have_count(1)
    expect(bench.get_by_role("button", name=re.compile("^Bracket, tried twice"))).to_contain_text("210")
    bench.keyboard.press("Escape")
    bench.get_by_role("button", name="Share").click()
    assert bench.get_by_label("The link to this check").input_value() == bench.url


def test_a_link_of_an_older_machine_offers_todays(bench: Page, server: Server) -> None:
    """The job carries the machine as it was; where the record has moved on since, that is said, and one tap takes it."""
    with bench.expect_response("**/api/machines") as asked:
        bench.reload()
    machines = asked.value.json()
    for one in machines:
        one["revision"] += 5
        one["spec"]["spindle"]["power_kw"] = 2.2
    choose(bench, "machine", "geared column press C3")
    expect(phrase(bench, "machine")).to_contain_text("C3")
    bench.route("**/api/machines", lambda route: route.fulfill(json=machines))
    drawn(bench)
    bench.reload()
    bench.get_by_role("button", name="Use today’s").click()
    expect(bench.get_by_role("button", name="Use today’s")).to_be_hidden()
    drawn(bench)
    assert case_in_address(bench)["machine"]["spindle"]["power_kw"] == 2.2
    says_what_the_core_says(bench)


def test_the_check_prints_on_one_sheet(bench: Page) -> None:
    for name in ("Winch bracket", "Winch shaft, oil gallery", "Landing-stage beam", "Landing-stage rail splice"):
        open_kept(bench, name)
        for paper in ("A4", "Letter"):
            pages = re.findall(rb"/Type\s*/Pages?\b.*?/Count (\d+)", bench.pdf(format=paper), re.S)
            assert pages == [b"1"], (name, paper)
    bench.emulate_media(media="print")
    expect(bench.get_by_role("region", name="Every limit")).to_be_visible()
    expect(bench.get_by_role("button", name="Undo")).to_be_hidden()


def test_the_first_load_stays_small(server: Server) -> None:
    """All scripts the Bench loads at first, gzipped: at most 230 kB."""

    with urllib.request.urlopen(server.address) as answer:
        html = answer.read().decode()
    scripts = set(re.findall(r'(?:src|href)="([^"]+\.js)"', html))
    assert scripts
    total = 0
    for script in scripts:
        with urllib.request.urlopen(server.address + script) as answer:
            total += len(gzip.compress(answer.read()))
    assert total <= 230_000


def test_a_slow_answer_leaves_the_last_one_standing_and_marked(bench: Page) -> None:
    """While a check is held back the old verdict stays, dimmed, for what it was; ways out may not be taken meanwhile."""
    answers_instead(bench, "/api/check", "held")
    nudge(bench, "ArrowRight")
    expect(verdict(bench)).to_have_attribute("data-stale", "true")
    expect(verdict(bench)).to_contain_text("This answer is for 20 mm at 310 rpm")
    before = case_in_address(bench)
    bench.keyboard.press("1")
    assert case_in_address(bench) == before
    let_go(bench)
    drawn(bench)
    says_what_the_core_says(bench)


def test_a_refusal_of_a_field_nobody_touched_is_told_with_its_phrase(bench: Page) -> None:
    refusal = {"errors": [{"field": "machine.spindle.power_kw", "message": "must be 0.02 to 200 kW"}]}
    answers_instead(bench, "/api/check", {"status": 422, "json": refusal})
    nudge(bench, "ArrowRight")
    expect(bench.get_by_role("region", name="The job")).to_contain_text("must be 0.02 to 200 kW")
    expect(verdict(bench)).to_contain_text("This answer is for 20 mm at 310 rpm")
    let_go(bench)
    nudge(bench, "ArrowRight")
    drawn(bench)
    says_what_the_core_says(bench)
