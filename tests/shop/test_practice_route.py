"""Practice step by step: nobody can make anything of a run but its forces, nor see what is hidden in it."""

import json
from datetime import timedelta
from typing import Any

import pytest
from django.test import Client
from django.utils import timezone

from shop.api import schemas
from shop.people.models import User
from shop.practice.models import PracticeRun
from shop.upkeep.tidy import forget_practice
from tests.asking import hand_case
from tests.shop.requests import post, shaped

CASE = hand_case(100, material__id="steel-structural-235", cutter__point="split", hole__depth_mm=6)
PULL = [110.0] * 20


def begun(client: Client, **more: Any) -> dict[str, Any]:
    found = dict(shaped(schemas.Begun, post(client, "/api/practise/start", {"case": CASE} | more)))
    # A run that has been going for long enough: the server's clock allows its whole length.
    PracticeRun.objects.filter(slug=found["run"]).update(began_at=timezone.now() - timedelta(minutes=10))
    return found


def stepped(client: Client, run: str, k: int, samples: list[float] = PULL, **more: Any) -> Any:
    return post(client, "/api/practise/step", {"run": run, "k": k, "samples": samples} | more)


def drilled(client: Client, run: str) -> dict[str, Any]:
    for k in range(400):
        found = dict(shaped(schemas.Stepped, stepped(client, run, k)))
        if found["end"]:
            return found
    raise AssertionError("it never ends")


def test_a_run_is_drilled_and_told_afterwards(here: Client) -> None:
    one = begun(here)
    assert (one["scene"]["depth_mm"], one["scene"]["pushed"], one["scene"]["frame"]["tip_mm"]) == (6, False, -2)
    assert drilled(here, one["run"])["end"] == "through"
    told = shaped(schemas.Debrief, here.get(f"/api/practise/{one['run']}/debrief"))
    mine, senior = told["mine"], told["senior"]
    assert mine["outcome"]["end"] == "through"
    assert 0 < mine["score"] <= 100
    assert senior["outcome"]["through"]
    # What was stepped through is what is told.
    kept = PracticeRun.objects.get(slug=one["run"])
    assert mine["outcome"]["time_s"] == pytest.approx(kept.state["t_s"])


def test_a_step_is_the_next_one_its_forces_stay_and_no_second_comes_early(here: Client) -> None:
    run = begun(here)["run"]
    first = stepped(here, run, 0).json()
    assert stepped(here, run, 0).json() == first
    for k, samples in ((0, [90.0] * 20), (5, PULL), (2, PULL)):
        assert stepped(here, run, k, samples).status_code == 409
    assert stepped(here, run, 1).status_code == 200
    PracticeRun.objects.filter(slug=run).update(began_at=timezone.now())
    codes = [stepped(here, run, 2 + k).status_code for k in range(4)]
    assert 409 in codes
    assert "before its time" in stepped(here, run, 1 + codes.index(409) + 1).content.decode()


def test_what_a_machine_feeds_by_itself_is_not_drilled_with_a_lever(here: Client) -> None:
    driven = {**CASE, "machine": {**CASE["machine"], "feed": {"kind": "servo"}}, "setting": {"speed_rpm": 640, "feed_mm_rev": 0.1}}
    refused = post(here, "/api/practise/start", {"case": driven})
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "case.machine.feed.kind"
    # A whole run of it is played.
    played = post(here, "/api/practise", {"case": driven, "override": [[0, 100], [1, 100]]})
    assert played.json()["outcome"]["end"] == "through"


def test_a_run_that_was_reckoned_otherwise_is_not_told_as_something_it_was_not(here: Client) -> None:
    run = begun(here)["run"]
    assert stepped(here, run, 0).status_code == 200
    PracticeRun.objects.filter(slug=run).update(reckoning=1, state={"t_s": 0.4, "hot_s": [0.0, 0.0]})
    for answer in (stepped(here, run, 1), here.get(f"/api/practise/{run}/debrief")):
        assert answer.status_code == 422
        assert "before practice reckoned as it does now" in answer.content.decode()
    assert stepped(here, begun(here)["run"], 0).status_code == 200


def test_nothing_hidden_is_sent_and_the_truth_is_the_server_s(here: Client) -> None:
    plain, troubled = begun(here), begun(here, hidden={"belt": 0.1, "hard_spot": [2, 3, 2.0], "wear": 0.4})
    assert json.dumps(plain["scene"]["belt_nm"]) == json.dumps(troubled["scene"]["belt_nm"])
    assert not {"hidden", "seed", "state", "truth"} & set(troubled) | set()
    assert "hard_spot" not in json.dumps(troubled)
    # Two runs of one case are two different pieces of metal.
    other = begun(here)
    frames = [[stepped(here, run["run"], k).json()["frames"][-1] for k in range(8)][-1] for run in (plain, other)]
    assert frames[0] != frames[1]


def test_a_run_is_one_s_own_and_goes_after_a_while(here: Client) -> None:
    run = begun(here)["run"]
    other = User.objects.create(username="learner", role="learner")
    PracticeRun.objects.filter(slug=run).update(user=other)
    assert stepped(here, run, 0).status_code == 422
    assert here.get(f"/api/practise/{run}/debrief").status_code == 422
    for _ in range(22):
        last = begun(here)["run"]
    mine = PracticeRun.objects.exclude(user=other).values_list("slug", flat=True)
    assert (len(mine), last in mine) == (20, True)
    PracticeRun.objects.filter(slug=run).update(began_at=timezone.now() - timedelta(days=40))
    assert next(iter(forget_practice().values())) >= 1


@pytest.mark.parametrize(
    ("wrong", "field"),
    [
        ({"samples": []}, "samples"),
        ({"samples": [1.0] * 26}, "samples"),
        ({"samples": [9000]}, "samples[0]"),
        ({"samples": ["x"]}, "samples[0]"),
        ({"k": -1}, "k"),
        ({"k": "0"}, "k"),
        ({"actions": ["sing"]}, "actions"),
        ({"state": {}}, "state"),
        ({"run": "none"}, "run"),
    ],
)
def test_what_is_no_step_names_its_field(here: Client, wrong: dict[str, Any], field: str) -> None:
    found = post(here, "/api/practise/step", {"run": begun(here)["run"], "k": 0, "samples": PULL} | wrong)
    assert (found.status_code, found.json()["errors"][0]["field"]) == (422, field)
