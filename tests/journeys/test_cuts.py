"""What was cut: written down by touch while the network and the server go away and come back, read in the book, and met on the Bench."""

import json
import re
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
import requests
from playwright.sync_api import Page, expect

from tests.journeys.gestures import OpenPage, barriers, drawn, taken, verdict
from tests.server import Server


@pytest.fixture(scope="module")
def server(tmp_path_factory: pytest.TempPathFactory, demo_database: Path) -> Iterator[Server]:
    """A yard of its own, whose checks are set right by its log."""
    one = Server(tmp_path_factory.mktemp("log"))
    one.begin_with(demo_database)
    one.manage("use_log", "on")
    one.start()
    yield one
    one.stop()


def cuts(server: Server, **wanted: Any) -> list[dict[str, Any]]:
    """The newest cuts, as another client than the page reads them."""
    with requests.Session() as session:
        session.get(server.address)
        found: list[dict[str, Any]] = session.get(f"{server.address}/api/cuts", params=wanted).json()["cuts"]
        return found


def at_a_cut(page: Page) -> None:
    """On to the first step a cutter makes."""
    page.get_by_role("button", name=re.compile("^Begin")).tap()
    while page.get_by_role("button", name=re.compile("^Done")).count():
        page.get_by_role("button", name=re.compile("^Done")).tap()


def waiting(page: Page) -> int:
    return len(json.loads(page.evaluate("localStorage.getItem('cuts-to-send') ?? '[]'")))


def test_holes_are_written_down_once_though_network_and_server_go_away(open_page: OpenPage, server: Server) -> None:
    page = open_page(390, 844, color_scheme="dark", has_touch=True, is_mobile=True)
    before = {one["id"] for one in cuts(server)}
    taken(page, server, "Rail clip plates")
    at_a_cut(page)
    # A normal hole is one tap.
    page.get_by_role("button", name=re.compile("^Hole 1 done")).tap()
    page.context.set_offline(True)
    page.get_by_role("button", name=re.compile("^Hole 2 done")).tap()
    expect(page.get_by_role("status").filter(has_text="not yet with the shop")).to_be_visible()
    page.get_by_role("button", name="Write it down").tap()
    sheet = page.get_by_role("dialog")
    assert barriers(page) == []
    # One that is worth more: a reading, a size, what was heard.
    sheet.get_by_label("diameter").fill("14,06")
    sheet.get_by_role("button", name="gauge goes").tap()
    sheet.get_by_role("button", name="squeals all the way").tap()
    sheet.get_by_role("button", name=re.compile("^Write it down")).tap()
    expect(page.get_by_text(re.compile("^hole 4 of"))).to_be_visible()
    page.get_by_role("button", name=re.compile("^Hole 4 done")).tap()
    assert waiting(page) == 2
    # The network is back and the server is not: killed, as by a pulled plug.
    server.kill()
    page.context.set_offline(False)
    page.get_by_role("button", name=re.compile("^Hole 5 done")).tap()
    assert waiting(page) == 2
    server.start()
    page.evaluate("window.dispatchEvent(new Event('online'))")
    expect(page.get_by_text("not yet with the shop")).to_have_count(0)
    found = sorted((one for one in cuts(server) if one["id"] not in before), key=lambda one: int(one["holes"]))
    assert [(one["holes"], one["hole_no"]) for one in found] == [(1, 3), (4, 1)]
    assert found[0]["size"] == {"diameter_mm": 14.06, "gauge": "go"}
    assert found[0]["seen"] == ["squeal"]
    # Gone back over, a hole is not counted; done again it is.
    page.get_by_role("button", name="Back").tap()
    page.get_by_role("button", name=re.compile("^Hole 5 done")).tap()
    expect(page.get_by_text("not yet with the shop")).to_have_count(0)
    assert sorted(one["holes"] for one in cuts(server) if one["id"] not in before) == [1, 4]


def test_the_book_asks_about_a_slip_and_leaves_out_and_puts_back(open_page: OpenPage, server: Server) -> None:
    page = open_page()
    page.goto(f"{server.address}/cuts")
    asked = page.get_by_role("region", name="To be asked about")
    expect(asked).to_contain_text("divided by 10")
    assert barriers(page) == []
    asked.get_by_role("button", name=re.compile("machining centre V1")).click()
    story = page.get_by_role("dialog")
    expect(story).to_contain_text("display read without its point?")
    story.get_by_role("button", name="Do not learn from it").click()
    expect(story.get_by_role("button", name="Learn from it again")).to_be_visible()
    story.get_by_role("button", name="Close").click()
    # One that no other unit explains is still asked about.
    expect(asked).not_to_contain_text("divided by 10")
    expect(asked).to_contain_text("no other unit explains it")
    page.get_by_label("machine").select_option("bench press B2")
    expect(page.get_by_role("row").filter(has_text="column press")).to_have_count(0)
    page.get_by_label("with something seen").check()
    broke = page.get_by_role("row").filter(has_text="the drill broke")
    expect(broke).to_have_count(1)
    broke.get_by_role("button").first.click()
    page.get_by_role("dialog").get_by_role("button", name="Into the bin").click()
    expect(broke).to_have_count(0)
    page.get_by_label("the bin").check()
    page.get_by_role("button", name="Bring back").click()
    expect(page.get_by_text("None of these.")).to_be_visible()
    page.get_by_role("button", name="Edges").click()
    row = page.get_by_role("row").filter(has_text="20 mm cobalt taper shank")
    expect(row).to_contain_text("16 Jul 2026")
    # How far it stands out now is asked; it was not measured.
    row.get_by_role("combobox").select_option("sharpened")
    row.get_by_label("ground by").fill("the grinder in town")
    assert barriers(page) == []
    row.get_by_role("button", name="Note it").click()
    expect(row).to_contain_text("last ground: the grinder in town")
    expect(page.get_by_role("status").filter(has_text="sharpened")).to_be_visible()
    expect(row.get_by_role("cell").nth(1)).to_have_text("0")
    assert barriers(page) == []


def test_the_bench_says_what_moved_it(open_page: OpenPage, server: Server) -> None:
    page = open_page()
    page.goto(server.address)
    drawn(page)
    moved = verdict(page).get_by_role("button", name=re.compile("cuts like it logged"))
    moved.click()
    opened = page.get_by_role("dialog")
    expect(opened.get_by_role("row").filter(has_text="column press C2").first).to_be_visible()
    assert barriers(page) == []
    opened.get_by_role("link", name="Cuts").click()
    page.get_by_role("button", name="How often it was right").click()
    expect(page.get_by_role("region", name="Honesty of torque")).to_contain_text("readings inside the band")
    page.get_by_label("Checks learn from this log").click()
    expect(page.get_by_label("Checks learn from this log")).not_to_be_checked()
    page.get_by_role("link", name="Bench").click()
    drawn(page)
    expect(verdict(page).get_by_role("button")).to_have_count(0)


def test_a_trace_is_watched_hole_by_hole(open_page: OpenPage, server: Server, tmp_path: Path) -> None:
    page = open_page()
    page.goto(f"{server.address}/cuts")
    page.get_by_role("button", name="Watch a trace").click()
    page.get_by_role("button", name="Try the simulated example").click()
    expect(page.get_by_role("figure")).to_have_count(8)
    expect(page.get_by_role("figure").last).to_contain_text("broken?")
    assert barriers(page) == []
    bad = tmp_path / "other.csv"
    bad.write_text("time,volts\n1,2\n", encoding="utf-8")
    page.get_by_label("a trace, CSV").set_input_files(bad)
    expect(page.get_by_role("alert")).to_contain_text("needs a column t_s")
