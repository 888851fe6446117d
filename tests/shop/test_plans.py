"""Kept plans, the search over the shop, programs: their routes on the demo yard."""

import json
from typing import Any

import pytest
from django.test import Client

from bore.base.errors import BadInput
from shop.api import schemas
from shop.exchange.bring_in import bring_in
from shop.exchange.shop_file import records_of
from shop.jobs.models import SavedPlan
from shop.jobs.plans import keep_plan, plan_anywhere, plan_here
from shop.jobs.put_away import put_away
from shop.people.models import User
from shop.records.standing import BINNED
from shop.upkeep.history import entries
from shop.yard.actions import put_cutter
from shop.yard.models import Cutter, Machine
from tests.answers import plan_answer
from tests.shop.requests import asked, post, shaped

pytestmark = pytest.mark.django_db


def put(client: Client, address: str, body: Any) -> Any:
    return client.put(address, json.dumps(body), content_type="application/json")


def kept(client: Client, name: str = "Hinge pins", ticks: tuple[str, ...] = ()) -> dict[str, Any]:
    return shaped(schemas.KeptPlan, post(client, "/api/plans", {"name": name, "asked": asked("M10"), "ticks": list(ticks)}))


def test_a_plan_is_kept_with_its_answer_and_its_ticks(here: Client) -> None:
    first = kept(here, ticks=("face", "eyes"))
    assert first["ticks"] == ["face", "eyes"]
    assert first["answer"]["plan"]["verdict"] in ("holds", "tight")
    assert first["answer"]["alternatives"] == []
    assert first["short"].startswith("4 × M10 through 12 mm")
    again = shaped(schemas.KeptPlan, here.get(f"/api/plans/{first['slug']}"))
    assert again == first
    listed = here.get("/api/plans").json()
    assert listed[0]["slug"] == first["slug"]
    assert listed[0]["ticked"] == 2


def test_a_kept_plan_keeps_its_answer_whatever_becomes_of_the_crib(here: Client) -> None:
    first = kept(here)
    for tap in Cutter.objects.filter(family="tap", diameter_mm=10):
        put_away(tap)
    assert here.get(f"/api/plans/{first['slug']}").json()["answer"] == first["answer"]
    refused = put(here, f"/api/plans/{first['slug']}", {"name": "Hinge pins", "asked": asked("M10"), "ticks": ["face"]})
    assert refused.status_code == 422
    assert SavedPlan.objects.get(slug=first["slug"]).ticks == []


def test_a_plan_is_replaced_with_its_history_and_binned_and_brought_back(here: Client) -> None:
    first = kept(here)
    changed = put(here, f"/api/plans/{first['slug']}", {"name": "Hinge pins", "asked": asked("M8"), "ticks": ["face"], "note": "smaller"})
    assert shaped(schemas.KeptPlan, changed)["answer"]["hole"]["text"] == "M8"
    rows = entries("plans", first["slug"])
    assert [row["what"] for row in rows] == ["changed", "put in"]
    assert {"ticks", "note"} <= {change["field"] for change in rows[0]["changes"]}
    same = put(here, f"/api/plans/{first['slug']}", {"name": "Hinge pins", "asked": asked("M8"), "ticks": ["face"], "note": "smaller"})
    assert same.status_code == 200
    assert len(entries("plans", first["slug"])) == 2
    assert here.delete(f"/api/plans/{first['slug']}").status_code == 200
    assert first["slug"] not in {one["slug"] for one in here.get("/api/plans").json()}
    assert first["slug"] in {one["slug"] for one in here.get("/api/plans?binned=true").json()}
    assert SavedPlan.objects.get(slug=first["slug"]).standing == BINNED
    assert here.post(f"/api/plans/{first['slug']}/back").status_code == 200
    assert first["slug"] in {one["slug"] for one in here.get("/api/plans").json()}


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"name": ""}, "name"),
        ({"name": "x" * 121}, "name"),
        ({"note": "x" * 4001}, "note"),
        ({"asked": None}, "asked"),
        ({"asked": {}}, "case"),
        ({"ticks": [5]}, "ticks"),
        ({"ticks": ["x" * 61]}, "ticks"),
        ({"ticks": ["a"] * 101}, "ticks"),
    ],
)
def test_what_cannot_be_kept_is_refused_and_nothing_is_written(here: Client, change: dict[str, Any], field: str) -> None:
    before = SavedPlan.objects.count()
    refused = post(here, "/api/plans", {"name": "Hinge pins", "asked": asked("M10"), "ticks": []} | change)
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == field
    assert SavedPlan.objects.count() == before


def test_too_long_a_plan_is_refused(here: Client) -> None:
    user = User.objects.get(username="demo")
    with pytest.raises(BadInput, match="too long"):
        keep_plan(user, "long", asked("M10") | {"screen": {"x": "y" * 70_000}}, [])


def test_a_row_of_ones_own_names_cutters_by_their_ids(here: Client) -> None:
    found = shaped(schemas.PlanAnswer, post(here, "/api/plan", asked("M10")))
    rows = [
        {"kind": step["kind"], "cutter_id": step["cutter_id"] if step["cut"] or step["kind"] == "tap" else None}
        for step in found["plan"]["steps"]
    ]
    again = shaped(schemas.PlanAnswer, post(here, "/api/plan", asked("M10", steps=rows)))
    assert [step["cutter_id"] for step in again["plan"]["steps"]] == [row["cutter_id"] for row in rows]
    drill = next(step for step in again["plan"]["steps"] if step["kind"] == "drill")
    assert drill["tool"] == Cutter.objects.get(slug=drill["cutter_id"]).name
    rows[1]["cutter_id"] = "no-such"
    refused = post(here, "/api/plan", asked("M10", steps=rows))
    assert refused.json()["errors"][0]["field"] == "plan.steps[1].cutter_id"


def test_a_new_cutter_in_the_crib_moves_no_ones_row(here: Client) -> None:
    """Ids, not places: a row kept yesterday means the same cutters after the crib has grown."""
    found = plan_here(asked("M10"))
    rows = [
        {"kind": step["kind"], "cutter_id": step["cutter_id"] if step["cut"] or step["kind"] == "tap" else None}
        for step in found["plan"]["steps"]
    ]
    put_cutter("a-first", "0.5 mm drill", {"family": "twist", "diameter_mm": 0.5})
    again = plan_here(asked("M10", steps=rows))
    assert [step["tool"] for step in again["plan"]["steps"]] == [step["tool"] for step in found["plan"]["steps"]]


def test_prices_of_the_crib_are_in_the_bill(here: Client) -> None:
    before = plan_here(asked("10"))["plan"]
    drill = next(step for step in before["steps"] if step["kind"] == "drill")
    one = Cutter.objects.get(slug=drill["cutter_id"])
    one.costs = {**one.costs, "price": 10_000.0}
    one.save()
    steps = [
        {"kind": step["kind"], "cutter_id": step["cutter_id"] if step["cut"] or step["kind"] == "tap" else None} for step in before["steps"]
    ]
    dear = plan_here(asked("10", steps=steps))["plan"]
    assert dear["cost"]["a_hole"] > before["cost"]["a_hole"] + 1
    cheapest = plan_here(asked("10", want="cheapest"))["plan"]
    assert cheapest["cost"]["total"] < dear["cost"]["total"]


def anywhere(client: Client, first: int, count: int) -> dict[str, Any]:
    body = asked("M10") | {"first": first, "count": count}
    del body["case"]["machine"]
    return shaped(schemas.AnywhereAnswer, post(client, "/api/plan-anywhere", body))


def test_the_shop_is_tried_a_few_machines_at_a_time(here: Client) -> None:
    total, seen, first = Machine.objects.count(), [], 0
    while first < total:
        found = anywhere(here, first, 5)
        assert found["tried"] == min(first + 5, total)
        assert found["of"] == total
        seen += [one["machine_id"] for one in found["machines"]]
        first = found["tried"]
    assert sorted(seen) == sorted(Machine.objects.values_list("slug", flat=True))
    assert anywhere(here, total, 5)["machines"] == []


def test_each_machine_holds_the_work_its_own_way(here: Client) -> None:
    """The press's clamps are no magnet and no chuck: every machine is asked with what is usual on it."""
    found = plan_anywhere(asked("22", machine="c2", material="steel-structural-355"), 0, 40)
    magnet = next(one for one in found["machines"] if one["machine_id"] == "m1")
    assert magnet["verdict"] in ("holds", "tight")
    lathe = next(one for one in found["machines"] if one["machine_id"] == "t1")
    assert lathe["verdict"] in ("holds", "tight")


@pytest.mark.parametrize(("first", "count"), [(-1, 4), (0, 0), (0, 41), ("0", 4), (True, 4)])
def test_a_search_asked_wrongly_is_refused(here: Client, first: Any, count: Any) -> None:
    refused = post(here, "/api/plan-anywhere", asked("M10") | {"first": first, "count": count})
    assert refused.status_code == 422


def test_a_program_is_written_and_read_back_by_the_server(here: Client) -> None:
    steps = plan_here(asked("M10", machine="v1"))["plan"]["steps"]
    sheet = {
        "steps": [{"kind": step["kind"], "words": step["words"], "case": step["cut"]["case"]} for step in steps if step["cut"]],
        "points_mm": [[0, 0], [30, 0]],
        "zero": "left front corner, top face",
    }
    found = shaped(schemas.ControllerAnswer, post(here, "/api/program/write", sheet))
    assert (found["problems"], found["differences"]) == ([], [])
    again = shaped(schemas.ControllerAnswer, post(here, "/api/program/run", sheet | {"program": found["program"]}))
    assert again["holes"] == found["holes"]
    alone = shaped(schemas.ControllerAnswer, post(here, "/api/program/run", {"program": found["program"]}))
    assert alone["differences"] is None
    assert all(block["verdict"] is None for block in alone["blocks"])
    refused = post(here, "/api/program/run", {"program": "dance"})
    assert (refused.status_code, refused.json()["errors"][0]["field"]) == (422, "program")


def test_plans_come_in_from_a_file_answered_or_not(here: Client) -> None:
    user = User.objects.get(username="demo")
    (whole,) = (one for one in records_of("plans") if one["slug"] == "plan-sheave-bush")
    SavedPlan.objects.filter(slug="plan-sheave-bush").delete()
    bare = {name: value for name, value in whole.items() if name != "answer"}
    for record in (whole, bare):
        found = bring_in(user, "plans", "json", json.dumps([record]).encode(), write=True)
        assert found.count("wrong") == 0, found.rows
        answer = SavedPlan.objects.get(slug="plan-sheave-bush").answer
        assert answer["plan"]["steps"] == whole["answer"]["plan"]["steps"]
        SavedPlan.objects.filter(slug="plan-sheave-bush").delete()
    bad = bring_in(user, "plans", "json", json.dumps([whole | {"answer": {"plan": 5}}]).encode(), write=True)
    assert bad.rows[0].problems[0].field == "answer"
    assert not SavedPlan.objects.filter(slug="plan-sheave-bush").exists()


def test_the_core_answers_what_the_shop_answers(here: Client) -> None:
    """The route adds names and ids; the plan is the core's."""
    mine = plan_here(asked("10 H7"))
    cutters = list(Cutter.objects.filter(standing="here", count__gt=0))
    request = asked("10 H7")
    request["case"]["yard"] = {"cutters": [one.as_spec() for one in cutters], "machines": []}
    request["plan"]["costs"] = [one.costs or {} for one in cutters]
    core = plan_answer(request)
    for ours, theirs in zip(mine["plan"]["steps"], core["plan"]["steps"], strict=True):
        assert ours["cut"] == theirs["cut"]
        assert ours["cutter"] is None or cutters[ours["cutter"]].slug == ours["cutter_id"]
