"""Every pair of family and machine that may be run, on the screen: its sentence, its verdict and its first limit are the table's."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.asking import pair, pairs_of_family_and_machine
from tests.journeys.gestures import VERDICTS, choose, drawn, link, phrase, says_what_the_core_says, type_into, verdict
from tests.server import Server

RUN = [row for row in pairs_of_family_and_machine() if row["how"] != "x"]


@pytest.mark.parametrize("family", sorted({row["family"] for row in RUN}))
def test_pair_reads_and_answers(page: Page, server: Server, family: str) -> None:
    for row in (row for row in RUN if row["family"] == family):
        page.goto(link(server.address, pair(family, row["kind"])))
        expect(page).to_have_title(f"{VERDICTS[row['verdict']]}: {row['sentence']}")
        expect(verdict(page)).to_contain_text(VERDICTS[row["verdict"]])
        expect(page.locator("[data-limit]").first).to_have_attribute("data-limit", row["first_limit"])


MACHINES = [
    ("bench press B1", "on bench press B1"),
    ("geared column press C3", "on geared column press C3"),
    ("radial press R1", "arm clamped"),
    ("magnetic drill M1", "base down on"),
    ("lathe L1", "from the tailstock of lathe L1"),
    ("turning centre T1", "from the turret of turning centre T1"),
    ("machining centre V1", "on machining centre V1"),
    ("gun-drilling machine G1", "on gun-drilling machine G1"),
    ("hand drill H1", "by hand with hand drill H1"),
]


def test_each_kind_of_machine_chosen_by_hand(bench: Page) -> None:
    """The hole typed, then one machine after another taken from the yard: what the screen says is the core's answer to that case."""
    type_into(bench, "diameter", "Diameter of the hole", "M12 clearance")
    expect(phrase(bench, "diameter")).to_contain_text("M12 clearance")
    for machine, words in MACHINES:
        choose(bench, "machine", machine)
        expect(bench).to_have_title(re.compile(re.escape(words)))
        drawn(bench)
        says_what_the_core_says(bench)


def test_each_family_described_by_hand(bench: Page) -> None:
    """A cutter that is in no crib, on the machining centre: chosen by its drawing, answered as the core does."""
    choose(bench, "machine", "machining centre V1")
    for family in ("spade drill", "tipped drill", "insert drill", "gun drill", "annular cutter", "twist drill"):
        phrase(bench, "drill").click()
        bench.get_by_role("group", name="Family").get_by_role("button", name=family).click()
        bench.keyboard.press("Escape")
        expect(phrase(bench, "drill")).to_contain_text(family)
        drawn(bench)
        says_what_the_core_says(bench)
