"""The API: answers as the core does, refuses in words, keeps what it is given."""

import json
from typing import Any

import jsonschema
import pytest
from django.test import Client

from bore.case.schema import case_schema
from shop.api import schemas
from shop.api.api import api
from shop.api.routers.session import Words
from shop.jobs.models import SavedCheck
from shop.yard.models import Cutter, Machine, Material
from tests.answers import plain_answer
from tests.asking import CASES, answered, checked, hand_case, plain_case
from tests.shop.requests import post, shaped

pytestmark = pytest.mark.django_db


@pytest.mark.parametrize(
    "case", [plain_case(), hand_case(60), hand_case(150, material={"id": "stainless-304"}), plain_case(hole__diameter_mm=40)]
)
def test_check_is_the_cores_answer(here: Client, case: dict[str, Any]) -> None:
    """Its verdict without the working, which comes when it is asked for; both together are what the command line prints."""
    whole = json.loads(json.dumps(answered(case)))
    told = shaped(schemas.WorkingAnswer, post(here, "/api/working", case))
    assert told["scopes"] == whole.pop("working")
    assert told["limits"] == {limit["id"]: limit.pop("working") for limit in whole["limits"]}
    assert shaped(schemas.Answer, post(here, "/api/check", case)) == whole


def test_the_working_of_one_limit(here: Client) -> None:
    found = shaped(schemas.WorkingAnswer, post(here, "/api/working?limit=stall", plain_case()))
    assert list(found["limits"]) == ["stall"]
    assert found["limits"]["stall"]
    refused = post(here, "/api/working?limit=luck", plain_case())
    assert refused.status_code == 422
    assert "accepted: " in refused.json()["errors"][0]["message"]


def test_pictures_have_their_described_shape(here: Client) -> None:
    for case in (plain_case(), hand_case(60), plain_case(machine__max_thrust_n=100)):
        shaped(schemas.LogAnswer, post(here, "/api/log", case))
        shaped(schemas.WindowAnswer, post(here, "/api/window", case))
        both = shaped(schemas.PicturesAnswer, post(here, "/api/pictures", case))
        assert both == {name: post(here, f"/api/{name}", case).json() for name in ("log", "window")}


def test_records_can_stand_in_for_their_objects(here: Client) -> None:
    """Machine, cutter and material by id give the same answer as written out."""
    named = plain_case(
        machine={"id": "c2"}, cutter={"id": "d-10-co"}, material={"id": "ferry-guide-rail"}, setting={"speed_rpm": 310, "feed_mm_rev": 0.1}
    )
    written = plain_case(
        machine=Machine.objects.get(slug="c2").as_spec(),
        cutter=Cutter.objects.get(slug="d-10-co").as_spec(),
        material=Material.objects.get(slug="ferry-guide-rail").as_spec(),
        setting={"speed_rpm": 310, "feed_mm_rev": 0.1},
    )
    assert post(here, "/api/check", named).json() == post(here, "/api/check", written).json()


def test_ways_out_choose_from_the_shops_own_yard(here: Client, yard: dict[str, int]) -> None:
    """A case without a yard of its own is offered the shop's machines and the cutters that could serve its hole."""
    found = shaped(
        schemas.WaysOutAnswer,
        post(here, "/api/ways-out", plain_case(hole__diameter_mm=13, setting__speed_rpm=640, material={"id": "steel-c60"})),
    )
    assert found["ways"]
    pairs = shaped(schemas.MatchAnswer, post(here, "/api/match", plain_case(hole__diameter_mm=20)))
    assert {pair["machine_name"] for pair in pairs["pairings"]} == {machine.name for machine in Machine.objects.all()}
    own = plain_case(hole__diameter_mm=20) | {"yard": {"cutters": [], "machines": []}}
    assert shaped(schemas.MatchAnswer, post(here, "/api/match", own))["pairings"] == []


def test_deep_holes_and_programs_have_their_described_shape(here: Client, yard: dict[str, int]) -> None:
    bases = json.loads((CASES / "bases.json").read_text(encoding="utf-8"))
    assert shaped(schemas.DeepHoleAnswer, post(here, "/api/deep-hole", bases["gun"]))["stages"]
    assert post(here, "/api/deep-hole", plain_case()).status_code == 422
    read = shaped(schemas.ProgramAnswer, post(here, "/api/program", {"program": "S300 F127", "case": plain_case(cutter={"id": "d-10"})}))
    assert read["check"]["setting"]["feed_mm_rev"] == pytest.approx(0.4233, abs=1e-4)
    assert post(here, "/api/program", {"program": "soon"}).status_code == 422


@pytest.mark.parametrize(
    ("case", "field", "words"),
    [
        (plain_case(hole__diameter_mm=0), "hole.diameter_mm", "accepted: 0.1 to 150 mm"),
        (plain_case(machine={"id": "nobody"}), "machine.id", "no machine “nobody”"),
        (plain_case(material={"id": "nothing"}), "material.id", "no material “nothing”"),
        (plain_case(setting={"speed_rpm": 300}), "setting.feed_mm_rev", "exactly one"),
        ("{", "body", "not JSON"),
        ("[1]", "body", "JSON object"),
        ("\x00\xff", "body", "not JSON"),
    ],
)
@pytest.mark.parametrize("path", ["/api/check", "/api/log", "/api/window", "/api/ways-out", "/api/match"])
def test_bad_input_is_422_in_words(here: Client, path: str, case: Any, field: str, words: str) -> None:
    response = post(here, path, case)
    assert response.status_code == 422
    said = {error["field"]: error["message"] for error in response.json()["errors"]}
    assert words in said[field]


@pytest.mark.parametrize(
    "path",
    [
        "/api/check",
        "/api/log",
        "/api/window",
        "/api/ways-out",
        "/api/match",
        "/api/deep-hole",
        "/api/program",
        "/api/settle",
        "/api/checks",
    ],
)
def test_nothing_is_written_without_the_token(here: Client, path: str) -> None:
    response = here.post(path, json.dumps(plain_case()), content_type="application/json", headers={"X-CSRFToken": "wrong"})
    assert response.status_code == 403


@pytest.mark.parametrize(
    "path", ["/api/me", "/api/words", "/api/machines", "/api/cutters", "/api/materials", "/api/checks", "/api/read?kind=diameter&text=5"]
)
def test_nobody_is_signed_in_from_another_machine(away: Client, path: str) -> None:
    response = away.get(path)
    assert response.status_code == 401
    assert response.json()["errors"][0]["message"] == "sign in first"


def test_a_proxy_on_this_machine_signs_nobody_in(yard: Any) -> None:
    assert Client(headers={"X-Forwarded-For": "203.0.113.9"}).get("/api/me").status_code == 401


def test_health_needs_no_sign_in(away: Client) -> None:
    assert shaped(schemas.Health, away.get("/api/health"))["ok"] is True


def test_without_the_demo_nobody_is_signed_in(yard: Any, settings: Any) -> None:
    settings.DEMO = False
    assert Client().get("/api/me").status_code == 401


def test_lists_have_their_described_shape(here: Client, yard: dict[str, int]) -> None:
    assert len(shaped(list[schemas.MachineRecord], here.get("/api/machines"))) == yard["machines"] >= 10
    assert len(shaped(list[schemas.CutterRecord], here.get("/api/cutters"))) == yard["cutters"] >= 24
    materials = shaped(list[schemas.MaterialRecord], here.get("/api/materials"))
    assert materials[0]["own"] is True
    assert sum(not row["own"] for row in materials) >= 12
    assert all(row["sources"] for row in materials)
    assert shaped(schemas.Me, here.get("/api/me"))["demo"] is True
    words = shaped(Words, here.get("/api/words"))
    assert words["symbols"]["diameter_mm"] == {"symbol": "D", "unit": "mm"}


@pytest.mark.parametrize(
    ("query", "value"),
    [
        ("kind=diameter&text=1/2", 12.7),
        ("kind=diameter&text=%237", 5.1054),
        ("kind=diameter&text=0.75&system=inch", 19.05),
        ("kind=feed&text=7 thou", 0.1778),
        ("kind=force&text=30 lbf", 133.45),
        ("kind=length&text=1,5 in", 38.1),
        ("kind=speed&text=310 rpm", 310),
        ("kind=holding.force_n&text=8 kN", 8000),
        ("kind=machine.spindle.stages.1.belt_torque_nm&text=40 lbf·ft", 54.233),
        ("kind=hole.stack_mm&text=2 x 12; 1/2 in", [12, 12, 12.7]),
    ],
)
def test_typed_figures_are_read(here: Client, query: str, value: float) -> None:
    found = shaped(schemas.ReadAnswer, here.get(f"/api/read?{query}"))
    assert found["value"] == pytest.approx(value)
    assert found["echo"]


def test_stock_sizes_nearest_first(here: Client) -> None:
    near = here.get("/api/read?kind=diameter&text=12.6").json()["near"]
    assert {"12.6 mm", "1/2 in"} <= {size["text"] for size in near}
    misses = [abs(size["diameter_mm"] - 12.6) for size in near]
    assert misses == sorted(misses)


@pytest.mark.parametrize(
    "query",
    [
        "kind=diameter&text=cheese",
        "kind=weather&text=5",
        "kind=feed&text=5&system=furlong",
        "kind=feed",
        "kind=feed&text=0.1 mm/s",
        "kind=hole.colour&text=5",
        "kind=hole.count&text=2.5",
    ],
)
def test_what_cannot_be_read_is_said(here: Client, query: str) -> None:
    response = here.get(f"/api/read?{query}")
    assert response.status_code == 422
    assert response.json()["errors"][0]["message"]


def test_settle_takes_the_drill_from_the_crib(here: Client) -> None:
    case = plain_case(hole__diameter_mm=8.5, cutter={"family": "twist", "diameter_mm": 10, "substrate": "hss-co", "point": "split"})
    found = shaped(schemas.SettleAnswer, post(here, "/api/settle", {"case": case, "changed": "diameter"}))
    taken = Cutter.objects.get(slug=found["cutter"]).as_spec()
    assert (taken["diameter_mm"], taken["substrate"], taken["point"]) == (8.5, "hss-co", "split")
    assert found["case"]["cutter"]["diameter_mm"] == 8.5
    assert post(here, "/api/settle", {"case": 5, "changed": "diameter"}).status_code == 422


class TestSaving:
    def test_a_check_is_kept_again_in_its_own_place_with_what_it_was(self, here: Client) -> None:
        kept = post(here, "/api/checks", {"name": "Hinge", "case": plain_case()}).json()
        other = {"name": "Hinge, slower", "note": "belt A", "case": plain_case(setting__speed_rpm=310)}
        again = here.put(f"/api/checks/{kept['slug']}", json.dumps(other), content_type="application/json")
        found = shaped(schemas.SavedCheckAnswer, again)
        assert (found["slug"], found["name"], found["case"]["setting"]["speed_rpm"]) == (kept["slug"], "Hinge, slower", 310)
        history = SavedCheck.objects.get(slug=kept["slug"]).history.order_by("history_date")
        assert [one.case["setting"]["speed_rpm"] for one in history] == [640, 310]
        assert here.put("/api/checks/nobody", json.dumps(other), content_type="application/json").status_code == 404

    def test_a_check_is_kept_whole_and_read_back(self, here: Client) -> None:
        case = hand_case(120)
        kept = shaped(
            schemas.SavedCheckAnswer,
            post(here, "/api/checks", {"name": "  Ramp   bolt ", "note": "by eye", "case": case, "refs": {"machine": "b1"}}),
        )
        assert kept["name"] == "Ramp bolt"
        again = shaped(schemas.SavedCheckAnswer, here.get(f"/api/checks/{kept['slug']}"))
        assert again == kept
        assert again["case"] == case
        assert again["answer"] == json.loads(json.dumps(plain_answer(checked(case))))
        assert again["made_by"] == "demo"
        listed = shaped(list[schemas.CheckSummary], here.get("/api/checks"))
        assert listed[0]["slug"] == kept["slug"]
        assert "10 × 15 through" in listed[0]["short"]

    def test_an_old_check_keeps_its_answer_when_the_machine_changes(self, here: Client) -> None:
        before = here.get("/api/checks/winch-bracket").json()["answer"]
        machine = Machine.objects.get(slug="c2")
        machine.spec["spindle"]["power_kw"] = 0.1
        machine.save()
        assert here.get("/api/checks/winch-bracket").json()["answer"] == before

    @pytest.mark.parametrize(
        ("data", "field"),
        [
            ({"name": "", "case": plain_case()}, "name"),
            ({"name": "x" * 121, "case": plain_case()}, "name"),
            ({"name": "x", "case": None}, "case"),
            ({"name": "x", "case": plain_case(), "note": "n" * 4001}, "note"),
            ({"name": "x", "case": plain_case(), "refs": 5}, "refs"),
            ({"name": "x", "case": plain_case(hole__diameter_mm=-1)}, "hole.diameter_mm"),
        ],
    )
    def test_nothing_is_kept_of_what_is_refused(self, here: Client, data: dict[str, Any], field: str) -> None:
        before = SavedCheck.objects.count()
        response = post(here, "/api/checks", data)
        assert response.status_code == 422
        assert response.json()["errors"][0]["field"] == field
        assert SavedCheck.objects.count() == before

    def test_an_unknown_check_is_404_in_words(self, here: Client) -> None:
        response = here.get("/api/checks/nothing-here")
        assert response.status_code == 404
        assert response.json()["errors"][0]["field"] == "address"


def test_the_description_carries_the_case_and_refuses_what_the_core_refuses(here: Client) -> None:
    """The case among the API's components is the core's own schema, which takes the example and refuses nonsense."""
    described = api.get_openapi_schema()["components"]["schemas"]["Case"]
    assert described["properties"]["hole"] == case_schema()["properties"]["hole"]
    jsonschema.validate(plain_case(), described)
    jsonschema.validate(plain_case(machine={"id": "c2"}), described)
    with pytest.raises(jsonschema.ValidationError):
        jsonschema.validate(plain_case(hole__diameter_mm=-1), described)


class TestThePage:
    def test_every_address_opens_the_one_page_with_a_strict_policy(self, here: Client) -> None:
        for path in ("/", "/anything/at/all"):
            response = here.get(path)
            assert response.status_code == 200
            assert "csrftoken" in here.cookies
            assert "script-src 'self'" in response["Content-Security-Policy"]
            assert response["X-Frame-Options"] == "DENY"

    def test_the_api_and_files_are_left_alone(self, here: Client) -> None:
        assert here.get("/api/nowhere").status_code == 404
        assert here.get("/static/nowhere.js").status_code == 404


@pytest.mark.parametrize("size", [None, True, "12", [12], -1, 1e9, 0])
def test_settling_a_strange_size_is_refused_in_words_or_assumed(here: Client, size: Any) -> None:
    """The crib is only asked for what a sensible size could take up; what is wrong is said by the field."""
    case = plain_case()
    case["hole"]["diameter_mm"] = size
    found = post(here, "/api/settle", {"case": case, "changed": "diameter"})
    assert found.status_code == 422
    assert {problem["field"] for problem in found.json()["errors"]} == {"hole.diameter_mm"}


def test_settling_takes_up_a_cutter_of_the_crib_of_the_same_family_and_size(here: Client) -> None:
    case = plain_case(hole__diameter_mm=8.5, cutter={"family": "twist", "diameter_mm": 10, "substrate": "hss-co"})
    found = post(here, "/api/settle", {"case": case, "changed": "diameter"}).json()
    taken = Cutter.objects.get(slug=found["cutter"])
    assert (taken.family, taken.diameter_mm) == ("twist", 8.5)
    case["cutter"]["family"] = "no such family" * 40
    assert post(here, "/api/settle", {"case": case, "changed": "diameter"}).status_code == 422


@pytest.mark.parametrize("path", ["/api/working", "/api/pictures"])
def test_hostile_bodies_are_refused_at_the_newer_doors(here: Client, path: str) -> None:
    for body in ([], {}, {"hole": 7}, {"case": plain_case()}, {"hole": {"diameter_mm": 1e400}}):
        assert post(here, path, body).status_code == 422, body
