"""The plan's route: the shop's own crib where the case brings none, what was put away left out, refusals in words."""

import json
from typing import Any

import pytest
from django.test import Client

from shop.api import schemas
from shop.jobs.put_away import put_away
from shop.yard.models import Cutter
from tests.asking import ends
from tests.shop.requests import asked, post, shaped

pytestmark = pytest.mark.django_db


def test_a_plan_is_made_from_the_shops_own_crib(here: Client) -> None:
    found = shaped(schemas.PlanAnswer, post(here, "/api/plan", asked("M10", alternatives=True)))
    assert [step["kind"] for step in found["plan"]["steps"]][-2:] == ["tap", "deburr"]
    assert {one["want"] for one in found["alternatives"]} == {"usual", "quickest", "fewest", "gentlest", "cheapest"}
    fewest, quickest = (next(one for one in found["alternatives"] if one["want"] == want) for want in ("fewest", "quickest"))
    assert all(fewest["tools"] <= one["tools"] for one in found["alternatives"])
    assert all(quickest["total_s"] <= one["total_s"] * 1.000001 for one in found["alternatives"])
    for step in found["plan"]["steps"]:
        if step["cut"]:
            afresh = post(here, "/api/check", step["cut"]["case"]).json()
            assert (afresh["verdict"], afresh["tightest"]) == (step["cut"]["verdict"], step["cut"]["tightest"])


def test_a_machine_can_be_named_by_its_id_and_holes_by_their_pattern(here: Client) -> None:
    request = asked("8", pattern={"kind": "circle", "count": 6, "circle_mm": 100})
    request["case"]["machine"] = {"id": "b2"}
    found = shaped(schemas.PlanAnswer, post(here, "/api/plan", request))
    assert found["pattern"]["neighbour_mm"] == pytest.approx(50)
    assert len(found["pattern"]["points_mm"]) == 6


def test_what_was_put_away_is_not_planned_with(here: Client) -> None:
    before = post(here, "/api/plan", asked("M10"))
    assert before.status_code == 200
    for tap in Cutter.objects.filter(family="tap", diameter_mm=10):
        put_away(tap)
    assert "the crib has none" in ends(shaped(schemas.PlanAnswer, post(here, "/api/plan", asked("M10"))))[0]


@pytest.mark.parametrize(
    ("data", "field"),
    [
        ({}, "case"),
        ({"case": {}, "plan": {"hole": "8"}}, "case.hole"),
        ({"case": {"hole": {"depth_mm": 5}}, "plan": {"hole": "8"}}, "case.machine"),
        ({"case": {"hole": {}, "machine": {}}, "plan": 5}, "plan"),
        ({"case": {"hole": {}, "machine": {}}, "plan": {"hole": "nothing"}}, "plan.hole"),
        ({"case": {"hole": {}, "machine": {"id": "no-such"}}, "plan": {"hole": "8"}}, "machine.id"),
    ],
)
def test_a_bad_request_is_refused_in_words(here: Client, data: dict[str, Any], field: str) -> None:
    refused = post(here, "/api/plan", data)
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == field
    assert json.dumps(refused.json())


def test_a_part_is_planned_from_the_shops_own_crib(here: Client) -> None:
    """Machine by its id, cutters from the crib; what is malformed is refused by its field, what cannot be made is said and the rest stands."""
    places = {"list_mm": [[20, 20], [60, 20]]}
    features = [
        {"letter": "A", "hole": "10", "depth_mm": 12, "places": places},
        {"letter": "B", "hole": "140", "depth_mm": 12, "places": {"list_mm": [[300, 300]]}},
    ]
    body = {"name": "ramp plate", "material": {"id": "steel-structural-355"}, "machine": {"id": "c2"}, "features": features}
    found = post(here, "/api/part", body)
    assert found.status_code == 200
    answer = found.json()
    assert [one["letter"] for one in answer["rows"]] == ["A"]
    assert [one["letter"] for one in answer["unresolved"]] == ["B"]
    (wide,) = answer["unresolved"]
    # No drill one could get makes 140 mm here.
    assert (wide["nearest"], "what would do: time on a machine" in wide["reason"]) == ("", True)
    assert post(here, "/api/part", body | {"machine": {"id": "nowhere"}}).status_code == 422
    refused = post(here, "/api/part", body | {"features": []})
    assert (refused.status_code, refused.json()["errors"][0]["field"]) == (422, "features")


def test_a_letters_own_row_names_cutters_by_their_ids(here: Client) -> None:
    places = {"list_mm": [[20, 20], [60, 20]]}
    feature = {"letter": "A", "hole": "10", "depth_mm": 12, "places": places}
    body = {"name": "clip", "material": {"id": "steel-structural-355"}, "machine": {"id": "v1"}, "features": [feature]}
    row = post(here, "/api/part", body).json()["rows"][0]
    assert not row["own"]
    steps = [{"kind": step["kind"], "cutter_id": step["cutter_id"]} for step in row["steps"] if step["kind"] != "mark"]
    own = post(here, "/api/part", body | {"features": [feature | {"steps": steps}]}).json()
    assert own["rows"][0]["own"]
    assert [step["cutter_id"] for step in own["rows"][0]["steps"]] == [step["cutter_id"] for step in steps]
    other = post(here, "/api/part", body | {"features": [feature | {"steps": [{"kind": "drill", "cutter_id": "nobody"}]}]})
    assert (other.status_code, other.json()["errors"][0]["field"]) == (422, "features[0].steps[0].cutter_id")
    written = post(here, "/api/part/program", {"part": body, "zero": "left front corner, top face"}).json()
    assert written["differences"] == []
    assert "X60. Y20." in written["program"]


def test_a_chart_and_what_a_machine_can_do_come_from_the_shops_own_records(here: Client) -> None:
    found = post(here, "/api/chart", {"machine": {"id": "c2"}, "materials": ["steel-structural-355"], "sizes_mm": [8, 12]}).json()
    assert [row["name"] for row in found["rows"]] == ["8 mm", "12 mm"]
    assert found["largest_from_solid_mm"]["steel-structural-355"] > 12
    able = post(here, "/api/capability", {"machine": {"id": "c2"}, "material": "steel-structural-355", "depth_mm": 20}).json()
    assert {"twist", "annular"} <= {one["family"] for one in able["families"]}
    refused = post(here, "/api/chart", {"machine": {"id": "c2"}, "materials": ["cheese"]})
    assert (refused.status_code, refused.json()["errors"][0]["field"]) == (422, "materials")
