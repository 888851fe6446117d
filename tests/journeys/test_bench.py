"""Journeys over the Bench with a real browser, real input and the real server."""

import json
import re
import urllib.request

import pytest
from playwright.sync_api import Page, expect

from tests.journeys.gestures import (
    OpenPage,
    case_in_address,
    choose,
    drawn,
    nudge,
    open_kept,
    phrase,
    says_what_the_core_says,
    type_into,
    verdict,
)
from tests.server import Server


def test_make_it_give_way_mend_it_by_hand_keep_it_and_find_it_again(bench: Page) -> None:
    expect(phrase(bench, "machine")).to_contain_text("column press C2")
    expect(verdict(bench)).to_contain_text("Tight")
    open_kept(bench, "Sheave cheek plate")
    expect(phrase(bench, "machine")).to_contain_text("B1")
    choose(bench, "speed", "belt D")
    expect(verdict(bench)).to_contain_text("Gives way")
    drawn(bench)
    says_what_the_core_says(bench)

    choose(bench, "speed", "belt A")
    choose(bench, "feed", "120 N")
    expect(verdict(bench)).to_contain_text("Holds")
    drawn(bench)
    says_what_the_core_says(bench)
    sentence = bench.get_by_role("region", name="The job").inner_text()

    bench.keyboard.press("k")
    bench.get_by_label("Name").fill("Sheave cheek, slower")
    bench.get_by_label("Note").fill("belt A and a firm push")
    bench.get_by_role("dialog").get_by_role("button", name="Keep as another").click()
    expect(bench.get_by_text("Sheave cheek, slower", exact=True)).to_be_visible()
    bench.reload()
    drawn(bench)
    assert bench.get_by_role("region", name="The job").inner_text() == sentence

    bench.get_by_role("button", name=re.compile("Kept checks")).click()
    bench.get_by_role("button", name=re.compile("^Guard-rail")).click()
    expect(phrase(bench, "machine")).to_contain_text("B2")
    drawn(bench)
    says_what_the_core_says(bench)
    bench.get_by_role("button", name=re.compile("Kept checks")).click()
    kept = bench.get_by_role("button", name=re.compile("^Sheave cheek, slower"))
    expect(kept).to_contain_text("Holds")
    kept.click()
    expect(phrase(bench, "machine")).to_contain_text("B1")
    drawn(bench)
    assert bench.get_by_role("region", name="The job").inner_text() == sentence


def test_a_way_out_is_one_key_and_one_step_of_undo(bench: Page) -> None:
    """The rail splice gives way; the first way out is taken by its key, holds what it said, and is undone in one step."""
    open_kept(bench, "Landing-stage rail splice")
    expect(verdict(bench)).to_contain_text("Gives way")
    way = bench.get_by_role("region", name="The way out").get_by_role("button").first
    expect(way).to_contain_text("belt C, 210 rpm")
    expect(way).to_be_enabled()
    bench.keyboard.press("1")
    expect(phrase(bench, "speed")).to_contain_text("belt C")
    expect(verdict(bench)).to_contain_text("Holds")
    drawn(bench)
    says_what_the_core_says(bench)
    bench.keyboard.press("Control+z")
    expect(phrase(bench, "speed")).to_contain_text("belt D")
    expect(verdict(bench)).to_contain_text("Gives way")
    bench.get_by_role("region", name="The way out").get_by_role("button", name=re.compile("annular")).click()
    expect(phrase(bench, "drill")).to_contain_text("annular cutter")
    drawn(bench)
    says_what_the_core_says(bench)


SENTENCES = [
    ("Landing-stage beam", "Cut 32 holes, 22 mm", "with magnetic drill M1", "base down on 16 mm primed plate"),
    ("Ramp pivot boss", "Spade-drill 2 holes, 50 mm", "on radial press R1", "arm clamped"),
    ("Sheave pin", "Drill 4 holes, 8 mm", "from the tailstock of lathe L1", "one turn in 5"),
    ("Winch hub", "32 mm insert drill", "from the turret of turning centre T1", "feeding 0.12 mm/rev"),
    ("Drum flange", "18 mm tipped drill", "on machining centre V1", "feeding 0.24 mm/rev"),
    ("Winch shaft, oil gallery", "Gun-drill 2 holes, 8 mm", "through a bush", "on gun-drilling machine G1"),
    ("Gate bracket", "by hand with hand drill H1", "pushing 140 N", "500 rpm under load"),
]


def test_each_kind_of_machine_reads_and_answers_as_the_core_does(bench: Page) -> None:
    for name, *said in SENTENCES:
        open_kept(bench, name)
        for words in said:
            expect(bench).to_have_title(re.compile(re.escape(words)))
        says_what_the_core_says(bench)


def settled_choose(page: Page, name: str, option: str) -> None:
    """A choice, once the one before is answered: a sentence that is written anew moves under the hand."""
    drawn(page)
    choose(page, name, option)


def test_every_phrase_can_be_changed_and_each_change_is_answered(bench: Page) -> None:
    type_into(bench, "diameter", "Diameter of the hole", "1/2")
    expect(phrase(bench, "diameter")).to_contain_text("1/2")
    expect(bench.get_by_text("12.7 mm").first).to_be_visible()
    expect(phrase(bench, "drill")).to_contain_text("12.7 mm")
    type_into(bench, "depth", "Full-diameter depth", "1,5 in")
    assert case_in_address(bench)["hole"]["depth_mm"] == pytest.approx(38.1)
    phrase(bench, "material").click()
    bench.get_by_label("What metal is it?").fill("x5 crni")
    bench.keyboard.press("Enter")
    expect(phrase(bench, "material")).to_contain_text("304")
    type_into(bench, "material", "at another hardness", "180")
    expect(phrase(bench, "material")).to_contain_text("180 HB")
    settled_choose(bench, "machine", "bench press B2")
    expect(phrase(bench, "feed")).to_contain_text("N")
    expect(bench.get_by_text("wanted 310")).to_be_visible()
    type_into(bench, "feed", "Force on the lever", "40 lbf")
    assert case_in_address(bench)["setting"]["hand_force_n"] == pytest.approx(177.93)
    settled_choose(bench, "start", "4 mm")
    settled_choose(bench, "coolant", "flood")
    settled_choose(bench, "edge", "dull")
    expect(phrase(bench, "edge")).to_contain_text("dull")
    settled_choose(bench, "holding", "held by bare hands")
    expect(bench.get_by_text("Before you switch on: Never hold the work by hand")).to_be_visible()
    settled_choose(bench, "pecks", "full retract")
    settled_choose(bench, "behind the hole", "on parallels")
    drawn(bench)
    says_what_the_core_says(bench)
    before = case_in_address(bench)
    undo = bench.get_by_role("button", name="Undo")
    while undo.is_enabled():
        undo.click()
    expect(phrase(bench, "diameter")).to_contain_text("20 mm")
    redo = bench.get_by_role("button", name="Redo")
    while redo.is_enabled():
        redo.click()
    assert case_in_address(bench) == before


def test_what_does_not_read_is_said_beside_it_and_nothing_is_lost(bench: Page) -> None:
    bench.keyboard.press("d")
    field = bench.get_by_label("Diameter of the hole")
    field.fill("2o mm")
    expect(bench.get_by_role("dialog")).to_contain_text("is not a drill size")
    expect(verdict(bench)).to_contain_text("This answer is for 20 mm at 310 rpm")
    assert case_in_address(bench)["hole"]["diameter_mm"] == 20
    bench.keyboard.press("Escape")
    bench.reload()
    expect(phrase(bench, "diameter")).to_contain_text("2o mm")
    phrase(bench, "diameter").click()
    expect(field).to_have_value("2o mm")
    bench.get_by_role("button", name="Keep 20 mm").click()
    expect(phrase(bench, "diameter")).to_contain_text("20 mm")
    drawn(bench)


def test_leaving_a_picker_takes_what_was_typed(bench: Page) -> None:
    bench.keyboard.press("l")
    bench.get_by_label("Full-diameter depth").fill("41")
    bench.keyboard.press("Escape")
    expect(phrase(bench, "depth")).to_contain_text("41 mm deep")
    drawn(bench)
    assert case_in_address(bench)["hole"]["depth_mm"] == 41


def test_a_server_that_restarts_while_one_types_loses_nothing(bench: Page, server: Server) -> None:
    bench.keyboard.press("d")
    server.stop()
    bench.get_by_label("Diameter of the hole").fill("22")
    expect(bench.get_by_role("alert")).to_contain_text("does not answer")
    expect(verdict(bench)).to_contain_text("Tight")
    expect(bench.get_by_label("Diameter of the hole")).to_have_value("22")
    server.start()
    expect(bench.get_by_role("alert")).to_be_hidden()
    drawn(bench)
    assert case_in_address(bench)["hole"]["diameter_mm"] == 22
    says_what_the_core_says(bench)


def test_by_keys_alone(bench: Page) -> None:
    before = case_in_address(bench)["setting"]
    # Arrows are the map's, and only once it has the focus.
    bench.keyboard.press("ArrowRight")
    assert case_in_address(bench)["setting"] == before
    nudge(bench, "ArrowRight")
    expect(phrase(bench, "speed")).to_contain_text("440 rpm")
    bench.keyboard.press("ArrowUp")
    expect(phrase(bench, "feed")).to_contain_text("0.25")
    bench.keyboard.press("Control+z")
    bench.keyboard.press("Control+z")
    expect(phrase(bench, "speed")).to_contain_text("310 rpm")
    assert case_in_address(bench)["setting"] == before
    bench.keyboard.press("Control+y")
    expect(phrase(bench, "speed")).to_contain_text("440 rpm")
    drawn(bench)
    bench.keyboard.press("w")
    expect(bench.get_by_text("Specific cutting force").first).to_be_visible()
    bench.keyboard.press("w")
    bench.keyboard.press("u")
    expect(phrase(bench, "diameter")).to_contain_text("20 mm (0.787 in)")
    bench.keyboard.press("u")
    for key, name in (
        ("m", "material"),
        ("p", "start"),
        ("c", "drill"),
        ("s", "machine"),
        ("r", "speed"),
        ("f", "feed"),
        ("h", "holding"),
        ("o", "coolant"),
    ):
        bench.keyboard.press(key)
        expect(bench.get_by_role("dialog", name=name)).to_be_visible()
        bench.keyboard.press("Escape")
        expect(bench.get_by_role("dialog")).to_be_hidden()
    bench.keyboard.press("?")
    expect(bench.get_by_role("dialog", name="Keys")).to_be_visible()
    bench.get_by_label("Single-letter keys on").uncheck()
    bench.keyboard.press("Escape")
    bench.keyboard.press("d")
    expect(bench.get_by_role("dialog")).to_be_hidden()


def test_a_link_opens_the_same_check_and_a_damaged_one_says_so(bench: Page, server: Server, open_page: OpenPage) -> None:
    choose(bench, "speed", "belt A")
    drawn(bench)
    other = open_page()
    other.goto(bench.url)
    drawn(other)
    assert other.get_by_role("region", name="The job").inner_text() == bench.get_by_role("region", name="The job").inner_text()
    other.goto(f"{server.address}/?job=broken")
    expect(other.get_by_text("link that was opened is damaged")).to_be_visible()
    drawn(other)


def test_the_map_can_be_clicked_and_a_school_pinned(bench: Page) -> None:
    window = bench.get_by_role("figure", name="Operating window").get_by_role("img")
    box = window.bounding_box()
    assert box
    window.click(position={"x": box["width"] * 0.2, "y": box["height"] * 0.6})
    expect(phrase(bench, "feed")).to_contain_text("0.10")
    drawn(bench)
    says_what_the_core_says(bench)
    # Back where the motor is tightest, whose working has the schools side by side.
    bench.keyboard.press("Control+z")
    drawn(bench)
    bench.keyboard.press("w")
    bench.get_by_role("button", name="pin", exact=True).nth(1).click()
    expect(bench.get_by_text("Band, pinned")).to_be_visible()
    assert case_in_address(bench)["setting"]["school"] == "diameter-feed"


def test_nothing_is_fetched_from_anywhere_else(open_page: OpenPage, server: Server) -> None:
    asked: list[str] = []
    page = open_page()
    page.on("request", lambda request: asked.append(request.url))
    page.goto(server.address)
    drawn(page)
    assert asked
    assert all(url.startswith((server.address, "data:", "blob:")) for url in asked)


def test_an_empty_shop_says_three_things_and_lets_one_begin(page: Page, server: Server) -> None:
    page.route("**/api/checks", lambda route: route.fulfill(json=[]))
    page.goto(server.address)
    for blank in ("what hole?", "what metal?", "what machine?"):
        expect(page.get_by_role("button", name=blank)).to_be_visible()
    expect(page.get_by_role("region", name="Verdict")).to_have_count(0)
    page.get_by_role("button", name="Say the hole first").click()
    page.get_by_label("Diameter of the hole").press("Escape")
    drawn(page)
    says_what_the_core_says(page)


def test_refused_fields_are_told_beside_their_phrase(bench: Page) -> None:
    """A pinned drill and another diameter cannot both be: the words stand with the phrase, the last answer stays."""
    phrase(bench, "drill").click()
    bench.get_by_label("Pin this drill").check()
    bench.keyboard.press("Escape")
    type_into(bench, "diameter", "Diameter of the hole", "21")
    expect(bench.get_by_text("21 mm is not what a 20 mm cutter makes")).to_be_visible()
    expect(verdict(bench)).to_contain_text("This answer is for 20 mm")
    bench.get_by_role("button", name="Undo").click()
    drawn(bench)


def test_health_is_open(server: Server) -> None:
    with urllib.request.urlopen(f"{server.address}/api/health") as answer:
        assert json.load(answer)["ok"] is True
