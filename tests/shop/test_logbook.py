"""The log: what is sent twice is there once, what was read moves the shop's own checks, and nothing typed wrong spoils it."""

import json
import re
import sqlite3
import uuid
from collections.abc import Callable
from contextlib import closing
from pathlib import Path
from typing import Any

import pytest
from django.db import connections
from django.test import Client

from bore.answers.foretold import foretold
from shop.logbook.lessons import learn_again, lessons, set_used, something_changed
from shop.logbook.models import Cut, Lessons
from shop.records import asked_often
from shop.records.asked_often import AskedOften
from shop.yard.models import Cutter
from tests.asking import plain_case
from tests.shop.requests import emptied, post, send

CASE = plain_case(machine__name="the test's press")
MIDDLE_NM = float(foretold(CASE).bare["torque"].middle)


def name() -> str:
    return str(uuid.uuid4())


def entry(times: float = 1.0, **more: Any) -> dict[str, Any]:
    """A cut that a dynamometer read so many times what was said of it."""
    return {"case": CASE, "readings": [{"kind": "dynamometer", "raw": {"torque_nm": times * MIDDLE_NM}}]} | more


@pytest.fixture
def write(here: Client) -> Callable[..., Any]:
    Cut.objects.all().delete()
    something_changed()
    learn_again()
    set_used(True)

    def written(slug: str | None = None, **more: Any) -> dict[str, Any]:
        found = send(here, "PUT", f"/api/cuts/{slug or name()}", entry(**more))
        assert found.status_code == 200, found.content
        return dict(found.json())

    return written


def experience(client: Client) -> Any:
    return post(client, "/api/check", CASE).json()["experience"]


def test_a_cut_sent_twice_is_there_once_and_the_later_state_stays(here: Client, write: Callable[..., Any]) -> None:
    """In any order, doubled: as a network that drops out brings them."""
    slug = name()
    for rev in (2, 1, 3, 3, 1, 2):
        write(slug, rev=rev, holes=rev, note=f"state {rev}")
    found = here.get(f"/api/cuts/{slug}").json()
    assert (found["rev"], found["holes"], found["note"], found["revision"]) == (3, 3, "state 3", 2)
    assert here.get("/api/cuts").json()["count"] == 1
    assert [one["what"] for one in here.get(f"/api/cuts/{slug}/history").json()["entries"]] == ["changed", "put in"]


def test_a_run_that_goes_on_is_one_entry_and_what_was_said_stays_of_its_day(here: Client, write: Callable[..., Any]) -> None:
    slug = name()
    day = "2026-05-01T10:00:00Z"
    first = write(slug, rev=1, times=1.2, at=day)
    for _ in range(3):
        write(times=1.3)
    last = write(slug, rev=2, times=1.2, holes=2, hole_no=1, at=day)
    assert len(here.get(f"/api/cuts/{slug}/history").json()["entries"]) == 1
    assert (last["holes"], last["readings"], last["said"]) == (2, first["readings"], first["said"])
    other = write(times=1.2)
    assert other["said"] != first["said"]
    write(slug, rev=3, times=1.2, holes=3, note="chips blue", at=day)
    assert len(here.get(f"/api/cuts/{slug}/history").json()["entries"]) == 2
    assert "yard" not in write(case=CASE | {"yard": {"cutters": [], "machines": []}})["case"]


def test_what_was_read_moves_the_checks_of_its_like_until_it_is_left_out(here: Client, write: Callable[..., Any]) -> None:
    bare = post(here, "/api/check", CASE).json()
    assert bare["experience"] is None
    for _ in range(5):
        cut = write(times=1.2)
    assert cut["readings"][0]["bare"]["middle"] == pytest.approx(MIDDLE_NM, rel=1e-4)
    moved = post(here, "/api/check", CASE).json()
    assert moved["experience"]["cuts"] == 5
    assert 1.1 < moved["experience"]["torque"]["factor"] < 1.2
    assert moved["demand"]["torque_nm"]["middle"] == pytest.approx(
        bare["demand"]["torque_nm"]["middle"] * moved["experience"]["torque"]["factor"], rel=1e-3
    )
    steps = post(here, "/api/working", CASE).json()["scopes"]["torque"]
    assert any(step["name"].startswith("Middle set right") for step in steps)
    why = post(here, "/api/experience", CASE).json()
    assert {one["id"] for one in why["quantities"]["torque"]["cuts"]} == set(why["cuts"])
    assert why["quantities"]["torque"]["factor"] == pytest.approx(moved["experience"]["torque"]["factor"], rel=1e-4)
    for one in here.get("/api/cuts").json()["cuts"]:
        post(here, f"/api/cuts/{one['id']}/marks", {"taken": False})
    assert experience(here) is None
    post(here, f"/api/cuts/{cut['id']}/marks", {"taken": True})
    assert experience(here)["cuts"] == 1
    here.delete(f"/api/cuts/{cut['id']}")
    assert experience(here) is None
    post(here, f"/api/cuts/{cut['id']}/back", {})
    assert experience(here)["cuts"] == 1


def test_the_shop_s_switch_and_the_ways_that_check(here: Client, write: Callable[..., Any]) -> None:
    """A map, a table of machines and a plan meet the same log; switched off none does; what a case says by hand goes before."""
    for _ in range(4):
        write(times=1.3)
    yard = {"yard": {"cutters": [CASE["cutter"] | {"diameter_mm": 10}], "machines": [CASE["machine"]]}}
    planned = {name: CASE[name] for name in ("hole", "material", "machine")} | yard
    asked: dict[str, Any] = {"log": CASE, "window": CASE, "match": CASE | yard, "plan": {"case": planned, "plan": {"hole": "10"}}}

    def every() -> dict[str, Any]:
        found = {name: post(here, f"/api/{name}", case) for name, case in asked.items()}
        assert {one.status_code for one in found.values()} == {200}
        return {name: one.json() for name, one in found.items()}

    moved = every()
    by_hand = post(here, "/api/check", plain_case(machine__name="the test's press", setting__torque_factor=0.9)).json()
    assert by_hand["experience"] is None
    assert send(here, "PUT", "/api/lessons", {"used": False}).json()["used"] is False
    assert experience(here) is None
    plain = every()
    assert [name for name in asked if plain[name] == moved[name]] == []
    send(here, "PUT", "/api/lessons", {"used": True})
    assert experience(here)["cuts"] == 4
    assert every() == moved


def test_a_slip_of_the_unit_is_asked_about_and_may_be_stood_by(here: Client, write: Callable[..., Any]) -> None:
    for _ in range(6):
        write()
    slipped = write(times=100.0)
    (asked,) = here.get("/api/lessons").json()["told"]["torque"]["asked"]
    assert asked == {"id": slipped["id"], "fits": ["/100"]}
    assert experience(here)["torque"]["factor"] < 1.05
    post(here, f"/api/cuts/{slipped['id']}/marks", {"confirmed": True})
    assert here.get("/api/lessons").json()["told"]["torque"]["asked"] == []


def test_a_reading_says_why_it_says_nothing(here: Client, write: Callable[..., Any]) -> None:
    """A load hardly over idling; a hand's push without the feed it made; with it the thrust is held against that feed."""
    load = {"kind": "load-percent", "raw": {"load_percent": 12, "idle_percent": 10}}
    hand = plain_case(
        machine__feed={"kind": "hand-lever", "lever_length_mm": 250, "pinion_radius_mm": 20},
        setting__feed_mm_rev=None,
        setting__hand_force_n=80,
    )
    felt = {"kind": "hand-feel", "raw": {"hand_force_n": 80}}
    timed = {"kind": "timed-feed", "raw": {"depth_mm": 10, "seconds": 12}}
    found = write(readings=[load])
    assert "digits of the meter" in found["readings"][0]["refused"]
    # Its plate says nothing of amps: noted all the same.
    amps = write(readings=[{"kind": "amps-1", "raw": {"amps": 6, "idle_amps": 3}}])["readings"][0]
    assert "plate, amps is needed" in amps["refused"]
    assert amps["raw"] == {"amps": 6, "idle_amps": 3}
    first, second = write(case=hand, readings=[felt, timed])["readings"]
    assert "without the feed it made" in first["refused"]
    assert second["refused"] is None
    assert second["bare"]["middle"] == pytest.approx(
        foretold(plain_case(machine__feed=hand["machine"]["feed"], setting__feed_mm_rev=60 * 10 / (12 * 640))).bare["thrust"].middle,
        rel=1e-4,
    )


def test_an_edge_counts_its_holes_from_when_it_was_given_one(here: Client, write: Callable[..., Any]) -> None:
    cutter = Cutter.objects.filter(family="twist").order_by("slug")[0]
    mine = {"cutter": cutter.slug, "readings": []}
    write(**mine, holes=4, at="2026-03-01T10:00:00Z")
    write(**mine, holes=1, outcome="scrapped", at="2026-03-01T11:00:00Z")
    ground = send(
        here, "POST", f"/api/cutters/{cutter.slug}/edge", {"kind": "sharpened", "at": "2026-03-02T08:00:00Z", "ground_by": "by eye"}
    )
    assert (ground.json()["edge"], ground.json()["holes"], ground.json()["edges_before_m"]) == (1, 0, [0.06])
    write(**mine, holes=2, at="2026-03-03T10:00:00Z")
    # Written down later, of the edge before.
    write(**mine, holes=3, at="2026-03-01T12:00:00Z")
    (state,) = (one for one in here.get("/api/edges").json() if one["cutter"] == cutter.slug)
    assert (state["holes"], state["metres"], state["edges_before_m"]) == (2, 0.03, [0.105])
    assert state["minutes"] > 0


def test_an_edge_s_end_is_foretold_from_its_own_loads(here: Client, write: Callable[..., Any]) -> None:
    """Too soon, then a range of holes that a load which creeps faster makes shorter; edges that ended make the life here."""
    cutter = Cutter.objects.filter(family="twist").order_by("slug")[1]

    def said() -> Any:
        return next(one["forecast"] for one in here.get("/api/edges").json() if one["cutter"] == cutter.slug)

    def run(growth: float, month: int) -> None:
        for day in range(1, 21):
            write(cutter=cutter.slug, times=1 + growth * day, holes=2, at=f"2026-{month:02d}-{day:02d}T10:00:00Z")

    write(cutter=cutter.slug, at="2026-01-01T10:00:00Z")
    assert said()["left_holes"] is None
    assert "15 holes first" in said()["words"]
    run(0.002, 2)
    slow = said()
    assert re.fullmatch(r"its load shows no wear yet|good for about \d+ more holes \(\d+ to \d+\)", slow["words"])
    assert slow["ended"] == 0
    send(here, "POST", f"/api/cutters/{cutter.slug}/edge", {"kind": "sharpened", "at": "2026-03-01T07:00:00Z"})
    run(0.02, 3)
    fast = said()
    assert fast["left_holes"]["middle"] < slow["left_holes"]["middle"]
    assert fast["ended"] == 1
    assert "e+" not in slow["words"] + fast["words"]
    assert fast["life_m"]["middle"] != slow["life_m"]["middle"]


REFUSED = [
    ({"rev": 0}, "rev"),
    ({"rev": True}, "rev"),
    ({"holes": 10**9}, "holes"),
    ({"holes": 1.5}, "holes"),
    ({"outcome": "perfect"}, "outcome"),
    ({"seen": ["ghosts"]}, "seen[0]"),
    ({"seen": "smoke"}, "seen"),
    ({"size": {"diameter_mm": "wide"}}, "size.diameter_mm"),
    ({"size": {"width": 3}}, "size.width"),
    ({"size": {"gauge": "maybe"}}, "size.gauge"),
    ({"readings": [{"kind": "guess", "raw": {}}]}, "readings[0].kind"),
    ({"readings": [{"kind": "load-percent", "raw": {"load_percent": -1}}]}, "readings[0].raw.load_percent"),
    ({"readings": [{"kind": "watts"}]}, "readings[0].raw"),
    ({"readings": {"kind": "watts"}}, "readings"),
    ({"readings": [3]}, "readings[0]"),
    ({"note": "x" * 5000}, "note"),
    ({"at": "yesterday"}, "at"),
    ({"at": "2999-01-01T00:00:00Z"}, "at"),
    ({"taken": 1}, "taken"),
    ({"case": None}, "case"),
    ({"case": {"hole": {}}}, "hole.diameter_mm"),
    ({"colour": "red"}, "colour"),
    ({"plan": 7}, "plan"),
]


@pytest.mark.parametrize(("wrong", "field"), REFUSED, ids=[f"{field} {k}" for k, (_, field) in enumerate(REFUSED)])
def test_what_will_not_do_is_named_and_nothing_is_kept(here: Client, wrong: dict[str, Any], field: str) -> None:
    before, changes = Cut.objects.count(), lessons().changes
    found = send(here, "PUT", f"/api/cuts/{name()}", entry(**wrong))
    assert found.status_code == 422
    assert field in [one["field"] for one in found.json()["errors"]]
    assert (Cut.objects.count(), lessons().changes) == (before, changes)


def test_a_name_that_is_no_uuid_is_refused(here: Client) -> None:
    for slug in ("x", "A" * 36, name().upper()):
        assert send(here, "PUT", f"/api/cuts/{slug}", entry()).status_code == 422


def taught() -> dict[str, Any]:
    """What the log says now, apart from how old its cuts are by the second."""
    something_changed()
    learn_again()
    return dict(lessons().taught)


def test_out_and_in_again_every_factor_is_the_same(here: Client, yard: dict[str, int]) -> None:
    """The demo's year of cuts through the shop's own file, into an empty shop: lessons, edges and readings as they were."""
    file, before, edges = here.get("/api/export/shop").content, taught(), here.get("/api/edges").json()
    assert len(before["torque"]["pairings"]) > 5
    cuts = here.get("/api/cuts").json()["cuts"]
    emptied()
    assert taught() == {}
    found = here.generic("POST", "/api/import/shop?form=json&write=true", file, content_type="application/octet-stream")
    assert found.json()["written"] is True, [one for one in found.json()["rows"] if one["problems"]][:3]
    assert taught() == before
    assert here.get("/api/edges").json() == edges
    again = here.get("/api/cuts").json()["cuts"]
    assert [one["readings"] for one in again] == [one["readings"] for one in cuts]
    assert all(one["brought"] for one in again)
    # Once more it changes nothing.
    found = here.generic("POST", "/api/import/shop?form=json&write=false", file, content_type="application/octet-stream").json()
    assert {one["what"] for one in found["rows"] if one["kind"] in ("cuts", "edges")} == {"same"}


@pytest.mark.parametrize("form", ["csv", "xlsx"])
def test_a_table_of_cuts_comes_in_again(here: Client, write: Callable[..., Any], form: str) -> None:
    cut = write(times=1.2, holes=3, seen=["squeal"], size={"diameter_mm": 10.1, "gauge": "go"}, note="=looks like a formula")
    table = here.get(f"/api/export/cuts?form={form}").content
    Cut.objects.all().delete()
    found = here.generic("POST", f"/api/import/cuts?form={form}&write=true", table, content_type="application/octet-stream").json()
    assert found["written"] is True, found
    again = here.get(f"/api/cuts/{cut['id']}").json()
    for part in ("at", "holes", "seen", "size", "note", "outcome", "case"):
        assert again[part] == cut[part], part
    for part in ("kind", "raw", "value", "bare"):
        assert again["readings"][0][part] == cut["readings"][0][part], part


@pytest.mark.parametrize(
    ("wrong", "field"),
    [
        ({"answer": {"of": 3}}, "answer"),
        ({"slug": "x"}, "slug"),
        ({"holes": -1}, "holes"),
        ({"taken": "yes"}, "taken"),
        ({"case": []}, "case"),
        ({"colour": 1}, "colour"),
    ],
)
def test_a_file_with_a_bad_cut_writes_nothing(here: Client, write: Callable[..., Any], wrong: dict[str, Any], field: str) -> None:
    record = {"slug": name(), "case": CASE, "readings": []} | wrong
    file = json.dumps({"format": "fierce-bore-shop", "format_version": 3, "cuts": [record]})
    found = here.generic("POST", "/api/import/shop?form=json&write=true", file, content_type="application/octet-stream").json()
    assert (found["written"], Cut.objects.count()) == (False, 0)
    assert [one["field"] for one in found["rows"][0]["problems"]] == [field]


def test_what_every_check_asks_is_asked_again_only_where_something_was_written(
    db: None, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """By anybody: another process, this one, and what this one takes back again."""
    place = tmp_path / "log.sqlite3"
    with closing(sqlite3.connect(place, isolation_level=None)) as other, closing(connections.create_connection("default")) as here:
        other.execute("CREATE TABLE logbook_lessons (id, stamp)")
        other.execute("INSERT INTO logbook_lessons VALUES (1, 'one')")
        here.settings_dict = here.settings_dict | {"NAME": str(place)}
        monkeypatch.setattr(asked_often, "connection", here)
        asked = AskedOften(Lessons.objects.filter(pk=1).values_list("stamp"))
        assert asked.row() == ("one",)
        statements: list[str] = []
        here.connection.set_trace_callback(statements.append)
        assert asked.row() == ("one",)
        assert statements == ["PRAGMA data_version"]
        other.execute("UPDATE logbook_lessons SET stamp = 'two'")
        assert asked.row() == ("two",)
        here.connection.execute("UPDATE logbook_lessons SET stamp = 'three'")
        assert asked.row() == ("three",)
        here.connection.execute("BEGIN")
        here.connection.execute("UPDATE logbook_lessons SET stamp = 'four'")
        assert asked.row() == ("four",)
        here.connection.execute("ROLLBACK")
        assert asked.row() == ("three",)
