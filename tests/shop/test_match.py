"""The match over the shop's yard: a few machines at a time, each crossing what the check says of it, as a case for the Bench."""

import random
from typing import Any

import pytest
from django.test import Client

from shop.api import schemas
from shop.api.schemas.match import Crossed, MatchHere
from shop.yard.models import Cutter, Machine
from tests.asking import hand_case
from tests.shop.requests import post, shaped

HOLES = (20.0, 10.0, 6.5)


def case_of(size: float) -> dict[str, Any]:
    return hand_case(100, material__id="steel-42crmo4-an", hole__diameter_mm=size, hole__depth_mm=16)


def crossings(client: Client, case: dict[str, Any]) -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = []
    tried, of = 0, 1
    while tried < of:
        some = shaped(MatchHere, post(client, "/api/match-here", {"case": case, "first": tried, "count": 4}))
        found += some["crossings"]
        tried, of = some["tried"], some["of"]
    return found


def test_every_crossing_is_what_the_check_says_of_it(here: Client) -> None:
    """Of all machines with all cutters of three sizes, sixty at random: the same verdict by the same limit, from the case a tap takes to the Bench."""
    chance = random.Random(19)
    for size in HOLES:
        case = case_of(size)
        found = crossings(here, case)
        assert {one["machine_id"] for one in found} == set(Machine.objects.values_list("slug", flat=True))
        assert all((one["why"] == "") is (one["verdict"] != "cannot") or one["use"] > 0 for one in found)
        for one in chance.sample(found, 20):
            asked = {"case": case, "machine": one["machine_id"], "cutter": one["cutter_id"]}
            taken = shaped(Crossed, post(here, "/api/match-here/case", asked))
            checked = shaped(schemas.Answer, post(here, "/api/check", taken["case"]))
            assert (checked["verdict"], checked["tightest"]) == (one["verdict"], one["tightest"]), asked
            assert taken["cutter"]["name"] == one["cutter_name"] == Cutter.objects.get(slug=one["cutter_id"]).name


@pytest.mark.parametrize(
    ("asked", "field"),
    [
        ({}, "case"),
        ({"case": {}}, "case.hole.diameter_mm"),
        ({"case": {"hole": {"diameter_mm": True}}}, "case.hole.diameter_mm"),
        ({"case": {"hole": {"diameter_mm": 1e9}}}, "hole.diameter_mm"),
        ({"case": case_of(10.0), "first": -1}, "first"),
        ({"case": case_of(10.0), "count": 40}, "count"),
        ({"case": case_of(10.0), "first": "two"}, "first"),
    ],
)
def test_what_cannot_be_matched_is_refused_by_field(here: Client, asked: dict[str, Any], field: str) -> None:
    refused = post(here, "/api/match-here", asked)
    assert refused.status_code == 422, refused.content
    assert field in [one["field"] for one in refused.json()["errors"]]


def test_past_the_last_machine_there_is_nothing_and_nobody_is_found_by_a_wrong_name(here: Client) -> None:
    case = case_of(10.0)
    past = shaped(MatchHere, post(here, "/api/match-here", {"case": case, "first": 9000, "count": 1}))
    assert past["crossings"] == []
    assert post(here, "/api/match-here/case", {"case": case, "machine": "nobody", "cutter": "nobody"}).status_code == 404
    assert post(here, "/api/match-here/case", {"case": case}).status_code == 404
