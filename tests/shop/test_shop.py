"""The yard kept: put in, changed, put away, brought back; histories and states put back; old checks beside today's answer."""

import json
from datetime import timedelta
from typing import Any

import pytest
from django.test import Client
from django.utils import timezone

from shop.api import schemas
from shop.jobs.models import SavedCheck
from shop.jobs.put_away import put_away
from shop.records.standing import BIN_DAYS
from shop.upkeep.tidy import empty_bin
from shop.yard.actions import put_machine
from shop.yard.models import Cutter, Machine, Material, Stage
from tests.shop.requests import shaped

pytestmark = pytest.mark.django_db


def send(client: Client, method: str, path: str, data: Any = None) -> Any:
    return client.generic(method, path, json.dumps(data) if data is not None else "", content_type="application/json")


def spec_of(slug: str, **spindle: Any) -> dict[str, Any]:
    spec = Machine.objects.get(slug=slug).as_spec()
    spec["spindle"] |= spindle
    return spec


class TestMachines:
    def test_one_is_put_in_changed_and_comes_back_as_it_was_put(self, here: Client) -> None:
        spec = spec_of("b1") | {"name": "bench press B9"}
        made = shaped(schemas.MachineRecord, send(here, "POST", "/api/machines", {"spec": spec, "note": "new"}))
        assert made["spec"] == spec
        path = f"/api/machines/{made['id']}"
        changed = shaped(schemas.MachineRecord, send(here, "PUT", path, {"spec": spec | {"stroke_mm": 70}, "note": "", "revision": 1}))
        assert (changed["revision"], changed["spec"]["stroke_mm"]) == (2, 70)

    def test_whoever_saves_second_is_told(self, here: Client) -> None:
        spec = spec_of("c2", power_kw=2.0)
        assert send(here, "PUT", "/api/machines/c2", {"spec": spec, "revision": 1}).status_code == 200
        second = send(here, "PUT", "/api/machines/c2", {"spec": spec_of("c2", power_kw=0.9), "revision": 1})
        assert second.status_code == 409
        assert "changed by somebody else" in second.json()["errors"][0]["message"]
        assert Machine.objects.get(slug="c2").spec["spindle"]["power_kw"] == 2.0

    @pytest.mark.parametrize(
        ("change", "field"),
        [
            ({"kind": "steam"}, "machine.kind"),
            ({"name": ""}, "name"),
            ({"spindle": {"power_kw": -1, "stages": [{"speed_rpm": 100}]}}, "machine.spindle.power_kw"),
            ({"spindle": {"power_kw": 1}}, "machine.spindle.stages"),
            ({"spindle": {"power_kw": 1, "stages": [{"min_rpm": 900, "max_rpm": 100}]}}, "machine.spindle.stages[0].min_rpm"),
            ({"feed": {"kind": "hand-lever", "scale_test": [{"hand_force_n": 100, "thrust_n": 9000}]}}, "machine.feed.scale_test"),
            ({"feed": {"kind": "hand-lever", "scale_test": [{"hand_force_n": 20, "thrust_n": 90}]}}, "machine.feed.scale_test"),
            ({"holder": {"kind": "morse", "size": "9"}}, "machine.holder.size"),
        ],
    )
    def test_one_the_core_cannot_take_is_refused_in_words(self, here: Client, change: dict[str, Any], field: str) -> None:
        before = Machine.objects.count()
        refused = send(here, "POST", "/api/machines", {"spec": spec_of("b1") | change})
        assert refused.status_code == 422
        assert field in [problem["field"] for problem in refused.json()["errors"]]
        assert Machine.objects.count() == before

    def test_one_that_checks_were_made_with_is_retired_another_goes_into_the_bin(self, here: Client) -> None:
        retired = shaped(schemas.PutAway, send(here, "DELETE", "/api/machines/c2"))
        binned = shaped(schemas.PutAway, send(here, "DELETE", "/api/machines/b3"))
        assert (retired["standing"], binned["standing"]) == ("retired", "binned")
        assert retired["gone_for_good_at"] is None
        assert {one["id"] for one in here.get("/api/machines").json()}.isdisjoint({"c2", "b3"})
        assert {one["id"] for one in here.get("/api/machines?away=true").json()} == {"c2", "b3"}
        assert send(here, "POST", "/api/machines/b3/back").json()["standing"] == "here"
        assert "b3" in {one["id"] for one in here.get("/api/machines").json()}

    def test_nobody_is_offered_what_was_put_away(self, here: Client) -> None:
        put_away(Machine.objects.get(slug="c3"))
        case = SavedCheck.objects.get(slug="winch-bracket").case
        offered = send(here, "POST", "/api/match", case).json()["pairings"]
        assert "geared column press C3" not in {one["machine_name"] for one in offered}

    def test_the_bin_is_emptied_after_a_while_and_not_before(self, yard: dict[str, int]) -> None:
        put_away(Machine.objects.get(slug="b3"))
        put_away(Machine.objects.get(slug="c2"))
        assert empty_bin()["machines"] == 0
        Machine.objects.exclude(standing="here").update(stands_since=timezone.now() - timedelta(days=BIN_DAYS, hours=1))
        assert empty_bin()["machines"] == 1
        assert Machine.objects.filter(slug="c2").exists()
        assert Machine.history.filter(slug="b3").exists()


class TestHistory:
    def test_who_when_and_what_it_was(self, here: Client) -> None:
        send(here, "PUT", "/api/machines/b1", {"spec": spec_of("b1", power_kw=0.55), "note": "rewound", "revision": 1})
        latest, first = shaped(schemas.History, here.get("/api/machines/b1/history"))["entries"]
        assert (latest["who"], latest["what"], first["what"]) == ("demo", "changed", "put in")
        assert {"field": "spindle.power_kw", "before": 0.37, "after": 0.55} in latest["changes"]
        assert {change["field"] for change in latest["changes"]} == {"spindle.power_kw", "note"}

    def test_a_state_comes_back_with_its_stages_and_its_curve(self, here: Client) -> None:
        """Every state a machine has been in can be put back exactly, whatever was done to its stages between."""
        start = spec_of("v1")
        curved = {"stages": [{"name": "spindle", "min_rpm": 50.0, "max_rpm": 10000.0, "curve": [[500, 3], [1500, 9], [8000, 9]]}]}
        states = [start]
        for spindle in (curved, {"stages": [{"name": "a", "speed_rpm": 100.0}, {"name": "b", "speed_rpm": 200.0}]}, {"power_kw": 7.5}):
            states.append(put_machine("v1", spec_of("v1", **spindle)).as_spec())
        ids = [entry["id"] for entry in reversed(here.get("/api/machines/v1/history").json()["entries"])]
        assert len(ids) == len(states)
        for entry, state in [*zip(ids, states, strict=True)][::-1]:
            back = shaped(schemas.MachineRecord, send(here, "POST", f"/api/machines/v1/history/{entry}/restore"))
            assert back["spec"] == state
        assert Machine.objects.get(slug="v1").as_spec() == start
        assert Stage.objects.filter(machine__slug="v1").count() == 1

    def test_a_cutter_and_a_metal_too(self, here: Client) -> None:
        cutter = Cutter.objects.get(slug="ins-20")
        body = {"spec": cutter.as_spec() | {"wear": "dull"}, "name": cutter.name, "count": 0, "costs": {"price": 1}, "place": "scrap"}
        assert send(here, "PUT", "/api/cutters/ins-20", body).json()["spec"]["wear"] == "dull"
        first = here.get("/api/cutters/ins-20/history").json()["entries"][-1]["id"]
        back = send(here, "POST", f"/api/cutters/ins-20/history/{first}/restore").json()
        assert (back["count"], back["costs"], back["spec"]["wear"], back["place"]) == (1, cutter.costs, "sharp", "turret drawer")
        metal = Material.objects.get(slug="ferry-guide-rail").as_spec()
        assert send(here, "PUT", "/api/materials/ferry-guide-rail", {"spec": metal | {"hardness_hb": 280}}).status_code == 200
        first = here.get("/api/materials/ferry-guide-rail/history").json()["entries"][-1]["id"]
        send(here, "POST", f"/api/materials/ferry-guide-rail/history/{first}/restore")
        assert Material.objects.get(slug="ferry-guide-rail").as_spec() == metal


class TestCrib:
    def test_a_set_is_put_in_by_its_name_and_shows_its_gaps(self, here: Client) -> None:
        seen = shaped(schemas.SetPreview, here.get("/api/cutter-sets", {"text": "cobalt stub 4-6 x 0.5"}))
        assert [slot["text"] for slot in seen["slots"]] == ["4 mm", "4.5 mm", "5 mm", "5.5 mm", "6 mm"]
        put = shaped(schemas.PutIn, send(here, "POST", "/api/cutter-sets", {"text": "cobalt stub 4-6 x 0.5", "place": "tin"}))["cutters"]
        assert {one["spec"]["series"] for one in put} == {"stub"}
        send(here, "DELETE", f"/api/cutters/{put[1]['id']}")
        drawer = next(one for one in shaped(schemas.Crib, here.get("/api/crib"))["drawers"] if one["title"] == "cobalt stub 4-6 x 0.5")
        assert [slot["text"] for slot in drawer["slots"] if slot["cutter"] is None] == ["4.5 mm"]
        assert drawer["gaps"] == 1

    def test_the_demo_crib_has_every_cutter_once_and_the_gaps_it_should(self, here: Client, yard: dict[str, int]) -> None:
        drawers = shaped(schemas.Crib, here.get("/api/crib"))["drawers"]
        standing = [slot["cutter"] for one in drawers for slot in one["slots"] if slot["cutter"]]
        assert sorted(standing) == sorted(cutter.slug for cutter in Cutter.objects.all())
        jobber = next(one for one in drawers if one["title"] == "HSS jobber 1-13 x 0.5")
        assert [slot["text"] for slot in jobber["slots"] if not slot["cutter"]] == ["5.5 mm", "11.5 mm"]

    @pytest.mark.parametrize(
        ("change", "field"),
        [
            ({"count": -1}, "count"),
            ({"count": 1.5}, "count"),
            ({"costs": {"price": -3}}, "costs.price"),
            ({"costs": {"edges_per_insert": 2.5}}, "costs.edges_per_insert"),
            ({"costs": {"colour": "red"}}, "costs.colour"),
            ({"spec": {"family": "twist"}}, "cutter.diameter_mm"),
            ({"spec": {"family": "twist", "diameter_mm": 8, "flute_length_mm": 90, "body_length_mm": 50}}, "cutter.flute_length_mm"),
            ({"name": "n" * 121}, "name"),
        ],
    )
    def test_a_bad_cutter_is_refused_in_words(self, here: Client, change: dict[str, Any], field: str) -> None:
        refused = send(here, "POST", "/api/cutters", {"name": "8 mm", "spec": {"family": "twist", "diameter_mm": 8}} | change)
        assert refused.status_code == 422
        assert refused.json()["errors"][0]["field"] == field


class TestOldChecks:
    def test_an_old_check_answered_again_on_todays_machine(self, here: Client) -> None:
        kept = here.get("/api/checks/winch-bracket").json()
        same = shaped(schemas.Again, here.get("/api/checks/winch-bracket/again"))
        assert not same["machine_changed"]
        assert same["now"] == kept["answer"]
        put_machine("c2", spec_of("c2", power_kw=0.4))
        again = shaped(schemas.Again, here.get("/api/checks/winch-bracket/again"))
        assert again["machine_changed"]
        assert again["then"] == kept["answer"]
        assert again["now"]["verdict"] == "gives-way"
        assert here.get("/api/checks/winch-bracket").json() == kept

    def test_what_was_set_by_hand_on_the_day_stays(self, here: Client) -> None:
        """A magnet drill hung on a wall that day is checked again on the wall."""
        kept = SavedCheck.objects.get(slug="stage-beam")
        kept.case["machine"]["magnet"] |= {"orientation": "wall", "strap": True}
        kept.save()
        put_machine("m1", spec_of("m1", breakdown_ratio=2.0))
        case = here.get("/api/checks/stage-beam/again").json()["case"]
        assert case["machine"]["magnet"]["orientation"] == "wall"
        assert case["machine"]["spindle"]["breakdown_ratio"] == 2.0

    def test_a_check_goes_into_the_bin_and_comes_back(self, here: Client) -> None:
        assert send(here, "DELETE", "/api/checks/sheave-pin").json()["standing"] == "binned"
        assert "sheave-pin" not in {one["slug"] for one in here.get("/api/checks").json()}
        assert [one["slug"] for one in here.get("/api/checks?binned=true").json()] == ["sheave-pin"]
        assert send(here, "POST", "/api/checks/sheave-pin/back").json()["standing"] == "here"
        assert "sheave-pin" in {one["slug"] for one in here.get("/api/checks").json()}


def test_a_machine_is_drawn_as_the_core_draws_it(here: Client, yard: dict[str, int]) -> None:
    """Every machine of the yard draws, its chain ends in what its speeds have: M = 9549 P / n at each."""
    for machine in Machine.objects.all():
        drawn = shaped(schemas.DrawnMachine, send(here, "POST", "/api/machines/draw", machine.as_spec()))
        left = drawn["chain"][-1]["value"]
        spindle = machine.spec["spindle"]
        for speed in drawn["speeds"]:
            share = left * speed["power_kw"] / next(link["value"] for link in drawn["chain"] if link["id"] == "output")
            assert speed["rated_nm"] == pytest.approx(9549.297 * share / speed["speed_rpm"], rel=1e-4), spindle
        shaped(schemas.RatedAnswer, send(here, "POST", "/api/machines/rated", machine.as_spec()))
