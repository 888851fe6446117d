"""Beside the machine: parts kept and measured, what was wrong, runs handed over, an insert drill's offset."""

import json
import uuid
from typing import Any

import pytest
from django.test import Client

from bore.answers.foretold import foretold
from bore.case.records import complete_cutter_record
from shop.api import schemas
from shop.exchange.shop_file import whole_shop
from shop.logbook.actions import keep_cut
from shop.logbook.models import Cut, HandOver, Trouble
from shop.people.models import User
from shop.upkeep.history import entries
from shop.upkeep.personal import data_of
from shop.upkeep.tidy import forget_hand_overs
from shop.yard.actions import put_cutter
from shop.yard.models import Cutter
from tests.asking import plain_case
from tests.shop.requests import asked, post, send, shaped

PLATE = {
    "name": "Test plate",
    "material": {"id": "steel-structural-235"},
    "setups": [{"id": "1", "outline_mm": [[0, 0], [120, 0], [120, 80], [0, 80]], "thickness_mm": 12}],
    "features": [
        {"letter": "A", "hole": "9 H7", "depth_mm": 12, "through": True, "places": {"list_mm": [[20, 20], [100, 20]]}},
        {"letter": "B", "hole": "M8", "depth_mm": 12, "through": True, "places": {"list_mm": [[60, 40]]}},
    ],
    "screen": {"rows": []},
}


def plate(**more: Any) -> dict[str, Any]:
    return PLATE | {"machine": {"id": "v1"}} | more


def keep(client: Client, **more: Any) -> dict[str, Any]:
    return dict(shaped(schemas.KeptPart, post(client, "/api/parts", {"name": "Test plate", "asked": plate(**more)})))


def test_a_part_is_kept_changed_put_away_and_brought_back(here: Client) -> None:
    kept = keep(here)
    answer = kept["answer"]
    assert (kept["verdict"], answer["machine"], [row["letter"] for row in answer["rows"]]) == ("holds", "machining centre V1", ["A", "B"])
    assert all(tool["cutter_id"] and tool["words"] for tool in answer["tools"])
    # Each operation points at the step of its feature's row that it makes.
    for operation in answer["operations"]:
        for visit in operation["features"]:
            row = next(row for row in answer["rows"] if row["letter"] == visit["letter"])
            assert row["steps"][visit["step"]]["kind"] == operation["kind"]
    slug = kept["slug"]
    body = {"name": "Test plate", "asked": plate(wish={"want": "gentlest"}), "revision": kept["revision"]}
    assert send(here, "PUT", f"/api/parts/{slug}", body).json()["revision"] == 2
    assert send(here, "PUT", f"/api/parts/{slug}", body).status_code == 409
    assert len(entries("parts", slug)) == 2
    assert send(here, "DELETE", f"/api/parts/{slug}").json()["standing"] == "binned"
    assert slug not in {one["slug"] for one in here.get("/api/parts").json()}
    assert slug in {one["slug"] for one in here.get("/api/parts?binned=true").json()}
    post(here, f"/api/parts/{slug}/back", {})
    assert slug in {one["slug"] for one in whole_shop()["parts"]}


@pytest.mark.parametrize(
    ("asked", "field"),
    [
        ({"features": []}, "features"),
        ({"features": [PLATE["features"][0] | {"hole": "3000"}]}, "features"),  # type: ignore[index]
        ({"machine": {"id": "nobody's"}}, "machine.id"),
        ({"wish": [1]}, "wish"),
    ],
)
def test_what_cannot_be_kept_names_its_field(here: Client, asked: dict[str, Any], field: str) -> None:
    found = post(here, "/api/parts", {"name": "x", "asked": plate(**asked)})
    assert found.status_code == 422
    assert found.json()["errors"][0]["field"].startswith(field)


def cut_of(client: Client, kept: dict[str, Any], letter: str, hole_no: int, step: int, **more: Any) -> None:
    row = next(row for row in kept["answer"]["rows"] if row["letter"] == letter)
    case = next(one["cut"]["case"] for one in reversed(row["steps"]) if one["cut"])
    entry = {"case": case, "part": kept["slug"], "letter": letter, "hole_no": hole_no, "step": step} | more
    assert send(client, "PUT", f"/api/cuts/{uuid.uuid4()}", entry).status_code == 200


def test_holes_measured_stand_beside_their_letters(here: Client) -> None:
    """ISO 286-2: 9 H7 is 9.000 to 9.015 mm."""
    kept = keep(here)
    cut_of(here, kept, "A", 1, 2, size={"diameter_mm": 9.01})
    cut_of(here, kept, "A", 2, 2, size={"diameter_mm": 9.03})
    # A pilot of an earlier step that is measured later is none of the hole's.
    cut_of(here, kept, "A", 2, 1, size={"diameter_mm": 8.8})
    cut_of(here, kept, "B", 1, 4, size={"gauge": "no-go", "diameter_mm": 6.8})
    features = {one["letter"]: one for one in here.get(f"/api/parts/{kept['slug']}/inspection").json()}
    assert (features["A"]["least_mm"], features["A"]["most_mm"]) == (9.0, 9.015)
    assert [one["judged"] for one in features["A"]["places"]] == ["within", "over"]
    assert [(one["judged"], one["x_mm"]) for one in features["B"]["places"]] == [("under", 60)]
    plan = here.get("/api/plans").json()[0]["slug"]
    assert all(place["judged"] is None for one in here.get(f"/api/plans/{plan}/inspection").json() for place in one["places"])


def test_what_was_wrong_is_kept_once_and_says_whether_it_helped(here: Client) -> None:
    slug = str(uuid.uuid4())
    entry = {"case": plain_case(machine__name="the test's press"), "seen": ["smoke", "squeal"], "letter": "A", "hole_no": 3}

    def written(**more: Any) -> Any:
        return send(here, "PUT", f"/api/troubles/{slug}", entry | more)

    first = written(rev=1).json()
    assert (first["machine"], first["helped"], first["answer"]["now"]["words"][-1]) == ("the test's press", "", ".")
    assert written(rev=1, note="later, and the same state").json()["note"] == ""
    assert (written(rev=2, helped="yes").json()["helped"], Trouble.objects.filter(slug=slug).count()) == ("yes", 1)
    assert here.get("/api/troubles?machine=the test's press").json()["count"] == 1
    for wrong, field in (({"seen": []}, "seen"), ({"seen": ["music"]}, "seen"), ({"helped": "maybe"}, "helped"), ({"case": 3}, "case")):
        found = written(rev=9, **wrong)
        assert (found.status_code, found.json()["errors"][0]["field"]) == (422, field)
    assert send(here, "DELETE", f"/api/troubles/{slug}").status_code == 200
    assert here.get("/api/troubles?machine=the test's press").json()["count"] == 0


def run_of(client: Client, **more: Any) -> dict[str, Any]:
    kept = keep(client)
    made = {"2 A": {"id": str(uuid.uuid4()), "holes": 1, "first": 1, "at": "2026-05-01T10:00:00Z"}}
    state = {
        "at": 2,
        "hole": 2,
        "ticks": ["face"],
        "since": 5,
        "plan": None,
        "part": kept["slug"],
        "rev": 3,
        "made": made,
        "own": {"2 A": [2]},
    }
    return {"name": "Test plate", "answer": kept["answer"]} | state | more


def test_a_run_is_left_and_taken_up_once_with_both_names(here: Client) -> None:
    slug, run = str(uuid.uuid4()), run_of(here)
    for _ in range(2):
        left = send(here, "PUT", f"/api/hand-overs/{slug}", {"name": "Plate", "note": "belt is low", "run": run})
        assert left.status_code == 200, left.content
    listed = [one for one in here.get("/api/hand-overs").json() if one["id"] == slug]
    assert [(one["by"], one["step"], one["hole"], one["note"], one["taken_by"]) for one in listed] == [("demo", 2, 2, "belt is low", None)]
    taken = post(here, f"/api/hand-overs/{slug}/take", {}).json()
    assert taken["taken_by"] == "demo"
    # The clock of a hole is the one's who stood there; all else goes over as it was.
    assert taken["run"] == run | {"since": None, "plan": ""}
    another = User.objects.create(username="relief", role="machinist")
    HandOver.objects.filter(slug=slug).update(taken_by=another)
    refused = post(here, f"/api/hand-overs/{slug}/take", {})
    assert (refused.status_code, "relief has it already" in refused.content.decode()) == (409, True)
    # A letter that was thought lost, sent again, takes it from nobody.
    again = send(here, "PUT", f"/api/hand-overs/{slug}", {"name": "Plate", "note": "belt is low", "run": run})
    assert (again.status_code, again.json()["taken_by"]) == (200, "relief")
    assert [one["slug"] for one in data_of("relief")["runs left or taken up"]] == [slug]
    codes = {send(here, "PUT", f"/api/hand-overs/{uuid.uuid4()}", {"run": run}).status_code for _ in range(21)}
    assert codes == {200, 422}
    HandOver.objects.exclude(slug=slug).delete()
    HandOver.objects.filter(slug=slug).update(made_at="2026-01-01T00:00:00Z")
    assert list(forget_hand_overs().values()) == [1]


@pytest.mark.parametrize(
    ("wrong", "field"),
    [
        ({"answer": {}}, "run.answer"),
        ({"answer": {"operations": []}}, "run.answer"),
        ({"at": -1}, "run.at"),
        ({"hole": "2"}, "run.hole"),
        ({"ticks": [3]}, "run.ticks"),
        ({"made": {"2": {"id": "<script>"}}}, "run.made.2.id"),
        ({"made": []}, "run.made"),
        ({"own": {"2": ["x"]}}, "run.own.2[0]"),
        ({"else": 1}, "run.else"),
    ],
)
def test_a_run_that_no_browser_could_open_is_not_taken(here: Client, wrong: dict[str, Any], field: str) -> None:
    found = send(here, "PUT", f"/api/hand-overs/{uuid.uuid4()}", {"run": run_of(here, **wrong)})
    assert (found.status_code, found.json()["errors"][0]["field"]) == (422, field)


def test_an_insert_drill_s_next_x_follows_from_its_own_bores(here: Client) -> None:
    """Worked by hand: 24.64 at −380.00 wants 0.76 more on the diameter for 25.40; taken up twice over, half of what is left."""
    Cut.objects.all().delete()
    cutter = Cutter.objects.filter(family="indexable").first()
    assert cutter is not None
    address = f"/api/cutters/{cutter.slug}/offset?wanted_mm=25.40"
    assert here.get(address).status_code == 422
    for minute, size in enumerate(
        ({"insert_x_mm": -380.0, "diameter_mm": 24.64}, {"diameter_mm": 25.0}, {"insert_x_mm": -379.24, "diameter_mm": 26.16})
    ):
        entry = {"case": plain_case(), "cutter": cutter.slug, "size": size, "at": f"2026-05-01T10:0{minute}:00Z"}
        assert send(here, "PUT", f"/api/cuts/{uuid.uuid4()}", entry).status_code == 200
        found = here.get(address).json()
        assert found["next_x_mm"] == (-379.62 if minute == 2 else -379.24)
    assert (found["gain"], "radius" in found["words"]) == (2.0, True)
    assert here.get(f"/api/cutters/{cutter.slug}/offset?wanted_mm=nan").status_code == 422


# The crib's 8.5 mm jobber.
SLUG = "i-8-5"


def drill() -> Cutter:
    """As it stands."""
    return Cutter.objects.get(slug=SLUG)


def worn(cutter: Cutter, holes: int, creep: float) -> None:
    """An edge that has made so many holes, its load creeping from reading to reading."""
    case = plain_case(cutter=cutter.as_spec(), hole__diameter_mm=8.5, machine__name="the wear's press")
    middle = float(foretold(case).bare["torque"].middle)
    for k in range(holes // 4):
        readings = [{"kind": "dynamometer", "raw": {"torque_nm": middle * (1 + creep * k)}}]
        entry = {"case": case, "cutter": cutter.slug, "holes": 4, "readings": readings, "at": f"2026-05-{k + 1:02d}T10:00:00Z"}
        keep_cut(User.objects.get(username="demo"), str(uuid.uuid4()), entry)


def edge(client: Client, kind: str, at: str, **more: Any) -> Any:
    return post(client, f"/api/cutters/{SLUG}/edge", {"kind": kind, "at": at} | more)


def planned(client: Client, count: int) -> dict[str, Any]:
    Cutter.objects.filter(diameter_mm=8.5).exclude(slug__in=(SLUG, "twin")).update(count=0)
    body = asked("M10")
    body["case"]["hole"]["count"] = count
    return dict(post(client, "/api/plan", body).json())


def test_a_ground_cutter_is_shorter_and_asks_to_be_touched_off(here: Client) -> None:
    """Half a millimetre off a twist drill, or as measured; its history gives the longer one back."""
    before = complete_cutter_record(drill().as_spec())
    assert edge(here, "sharpened", "2026-05-01T10:00:00Z").status_code == 200
    once = drill().as_spec()
    assert (once["flute_length_mm"], once["free_length_mm"]) == (before["flute_length_mm"] - 0.5, before["free_length_mm"] - 0.5)
    assert any(line["id"] == "touch-off" for line in planned(here, 2)["checklist"])
    assert edge(here, "sharpened", "2026-05-02T10:00:00Z", length_mm=before["free_length_mm"] - 3).status_code == 200
    assert drill().as_spec()["flute_length_mm"] == before["flute_length_mm"] - 3
    refused = edge(here, "sharpened", "2026-05-03T10:00:00Z", length_mm=900)
    assert (refused.status_code, refused.json()["errors"][0]["field"]) == (422, "length_mm")
    assert edge(here, "touched-off", "2026-05-03T11:00:00Z").status_code == 200
    assert "length_unproved" not in drill().as_spec()
    assert not any(line["id"] == "touch-off" for line in planned(here, 2)["checklist"])
    assert len(entries("cutters", SLUG)) >= 3


def test_an_edge_that_will_not_last_is_said_and_its_fresh_twin_taken(here: Client) -> None:
    Cut.objects.all().delete()
    cutter = drill()
    worn(cutter, 60, 0.03)
    left = drill().measured["left_m"]
    assert left["low"] < left["middle"] < left["high"]
    assert not any("last" in words for words in planned(here, 1)["says"])
    many = int(2 * left["high"] * 1000 / 12)
    assert any(words.startswith(f"{cutter.name}: its edge will not last") for words in planned(here, many)["says"])
    twin = put_cutter("twin", "8.5 mm twin", cutter.as_spec(), costs=cutter.costs)
    found = planned(here, many)
    assert twin.slug in {step["cutter_id"] for step in found["plan"]["steps"]}
    assert not any("will not last" in words for words in found["says"])


def test_lives_that_ended_here_stand_in_the_costs_until_somebody_says_otherwise(here: Client) -> None:
    """The book's life is kept until three edges have ended."""
    Cut.objects.all().delete()
    for month in range(3):
        assert "costs" not in drill().measured
        worn_at = {"case": plain_case(cutter=drill().as_spec(), hole__diameter_mm=8.5), "cutter": SLUG, "holes": 100}
        for hour in range(2):
            sent = send(here, "PUT", f"/api/cuts/{uuid.uuid4()}", worn_at | {"at": f"2026-0{month + 2}-01T0{hour}:00:00Z"})
            assert sent.status_code == 200
        edge(here, "sharpened", f"2026-0{month + 2}-02T00:00:00Z")
        send(here, "PUT", f"/api/cuts/{uuid.uuid4()}", worn_at | {"holes": 1, "at": f"2026-0{month + 2}-03T00:00:00Z"})
    measured = drill().measured
    assert measured["ended"] == 3
    assert drill().counted_costs["edge_life_m"] == measured["life_m"]["middle"] == measured["costs"]["edge_life_m"]
    record = next(one for one in here.get("/api/cutters").json() if one["id"] == SLUG)
    body = {name: record[name] for name in ("name", "spec", "count", "place", "note", "set_name", "costs", "revision")}
    kept = send(here, "PUT", f"/api/cutters/{SLUG}", body | {"uses_measured": False}).json()
    assert (kept["uses_measured"], drill().counted_costs) == (False, drill().costs)
    assert send(here, "PUT", f"/api/cutters/{SLUG}", body | {"uses_measured": 1, "revision": kept["revision"]}).status_code == 422


def test_the_answers_of_all_of_it_are_plain_json(here: Client) -> None:
    for path in ("/api/parts", "/api/troubles", "/api/hand-overs"):
        assert "NaN" not in json.dumps(here.get(path).json(), allow_nan=True)
