"""The case as data: what is accepted, what is refused and how it is said, and that nothing has drifted apart."""

import dataclasses
import json
import subprocess
import sys
from pathlib import Path
from typing import Any

import jsonschema
import pytest

from bore.answers.check import SCOPES
from bore.answers.words import all_symbols
from bore.base.errors import BadInput
from bore.case.fields import REQUIRED, all_fields, members
from bore.case.read import read_case
from bore.case.schema import case_schema
from bore.job.cutter import Cutter
from bore.job.hole import Hole, Start
from bore.job.job import Holding, Pecks, Setting, Yard
from bore.machines.machine import Belt, Coolant, Feed, Holder, Machine, Magnet, Pair, Plate, Spindle, Stage
from bore.materials.material import Material
from tests.asking import answered, bore_command, hand_case, plain_case, put

PARTS = {
    "hole": Hole,
    "hole.start": Start,
    "material": Material,
    "cutter": Cutter,
    "machine": Machine,
    "machine.spindle": Spindle,
    "machine.spindle.stages[]": Stage,
    "machine.spindle.plate": Plate,
    "machine.spindle.train[]": Pair,
    "machine.spindle.stages[].belt": Belt,
    "machine.feed": Feed,
    "machine.holder": Holder,
    "machine.coolant": Coolant,
    "machine.magnet": Magnet,
    "holding": Holding,
    "setting": Setting,
    "setting.pecks": Pecks,
    "yard": Yard,
}
ROOT = Path(__file__).parents[2]


def problems(case: Any) -> dict[str, str]:
    with pytest.raises(BadInput) as caught:
        read_case(case)
    return {problem.field: problem.message for problem in caught.value.problems}


@pytest.mark.parametrize("parent", PARTS, ids=str)
def test_frozen_parts_have_the_tables_fields(parent: str) -> None:
    """One table of fields: a field in it and not in the record, or the other way, is drift."""
    inner = {"start", "spindle", "feed", "holder", "coolant", "pecks"} if parent in ("hole", "machine", "setting") else set()
    have = {field.name for field in dataclasses.fields(PARTS[parent])}
    assert have - inner == set(members(parent))


def test_the_example_is_accepted_by_reader_and_schema(example: dict[str, Any]) -> None:
    jsonschema.validate(example, case_schema())
    assert read_case(example).machine.holder.size == "2"


def test_the_example_answers_as_described(example: dict[str, Any]) -> None:
    """The figures the contract's own example states: kinematics worked by hand from 20 mm, 310 rpm, 0.18 mm/rev, 118°."""
    found = answered(example)
    assert found["kinematics"] == {
        "cutting_speed_m_min": pytest.approx(19.48, abs=0.005),
        "feed_rate_mm_min": pytest.approx(55.8),
        "removal_cm3_min": pytest.approx(17.53, abs=0.005),
        "chip_thickness_mm": pytest.approx(0.0771, abs=5e-5),
        "point_length_mm": pytest.approx(6.0, abs=0.05),
        "cut_time_s": pytest.approx(44.1, abs=0.05),
        "peck_time_s": 0.0,
    }
    assert found["setting"] == {"speed_rpm": 310, "feed_mm_rev": 0.18, "feed_rate_mm_min": pytest.approx(55.8), "hand_force_n": None}
    assert set(found["demand"]["schools"]) == {"specific-force", "diameter-feed", "specific-energy", "power-law"}
    assert found["demand"]["schools"]["specific-energy"]["thrust_n"] is None


def test_all_the_least_there_must_be_is_enough() -> None:
    """Only diameter, depth, a material, a family, a machine with one speed and a setting are required; the rest is listed as assumed."""
    found = answered(
        {
            "hole": {"diameter_mm": 8, "depth_mm": 10},
            "material": {"iso_group": "P", "hardness_hb": 180},
            "cutter": {"family": "twist"},
            "machine": {
                "kind": "bench-press",
                "spindle": {"power_kw": 0.4, "stages": [{"speed_rpm": 900}]},
                "feed": {"kind": "hand-lever"},
            },
            "setting": {"speed_rpm": 900, "hand_force_n": 90},
        }
    )
    assumed = {one["field"]: one for one in found["assumed"]}
    for field in (
        "material.kc11_n_mm2",
        "cutter.point_angle_deg",
        "machine.spindle.efficiency",
        "machine.feed.return_spring_n",
        "hole.through",
    ):
        assert assumed[field]["why"]
        assert assumed[field]["words"]
    assert found["unknown"] == 4  # no thrust rating, no chuck size, no clamping force, no distance to the edge


@pytest.mark.parametrize(
    "path", [path for path, field in all_fields().items() if "[]" not in path and not path.startswith(("yard", "machine.magnet"))]
)
def test_every_field_refuses_nonsense_by_name(path: str) -> None:
    """Each field of the table: a value of the wrong kind is refused, naming the field and what is accepted."""
    field = all_fields()[path]
    wrong: Any = {"text": 3.5, "size": 2.5, "choice": "blue cheese", "list": "no", "object": 5, "flag": "yes"}.get(field.kind, "many")
    case = plain_case()
    put(case, path, wrong)
    said = problems(case)
    assert path in said
    if field.kind in ("number", "count", "choice"):
        assert field.accepted in said[path]


@pytest.mark.parametrize(
    "path",
    [
        path
        for path, field in all_fields().items()
        if field.kind in ("number", "count") and "[]" not in path and not path.startswith(("yard", "machine.magnet"))
    ],
)
def test_every_number_refuses_what_is_out_of_range(path: str) -> None:
    field = all_fields()[path]
    assert field.low is not None
    assert field.high is not None
    for value in (field.low - 1, field.high * 1.01 + 1, float("inf"), float("nan"), True, "12"):
        case = plain_case()
        put(case, path, value)
        assert path in problems(case)


@pytest.mark.parametrize(
    ("changes", "field", "words"),
    [
        ({"cutter__diameter_mm": 9}, "hole.diameter_mm", "10 mm is not what a 9 mm cutter makes"),
        ({"hole__start_diameter_mm": 10}, "hole.start_diameter_mm", "smaller than 10 mm"),
        ({"setting": {"speed_rpm": 640}}, "setting.feed_mm_rev", "none is given"),
        ({"setting__feed_rate_mm_min": 50}, "setting.feed_mm_rev", "exactly one"),
        ({"setting": {"speed_rpm": 640, "hand_force_n": 90}}, "setting.hand_force_n", "not pushed by hand"),
        ({"setting": {"speed_rpm": 640, "seconds_per_turn": 9}}, "setting.seconds_per_turn", "only a tailstock"),
        ({"machine__spindle__stages": [{"speed_rpm": 5, "min_rpm": 3, "max_rpm": 9}]}, "machine.spindle.stages[0].speed_rpm", "either"),
        ({"machine__spindle__stages": [{"min_rpm": 30, "max_rpm": 9}]}, "machine.spindle.stages[0].min_rpm", "below max_rpm"),
        ({"machine__spindle__stages": []}, "machine.spindle.stages", "1 to 60"),
        ({"material": {"id": "unobtainium"}}, "material.id", "no material “unobtainium”"),
        ({"material": {"iso_group": "S", "hardness_hb": 300}}, "material.kc11_n_mm2", "give the id"),
        ({"material__hardness_hb": 600}, "material.hardness_hb", "accepted: 140 to 280 HB"),
        ({"material": {"id": "titanium-64", "hardness_hb": 340}}, "material.hardness_hb", "leave the hardness out"),
        ({"cutter__flute_length_mm": 100, "cutter__body_length_mm": 50}, "cutter.flute_length_mm", "not be longer"),
        ({"hole__stack_mm": [3, 4]}, "hole.stack_mm", "add up to 7 mm"),
        ({"machine__holder": {"kind": "morse", "size": 9}}, "machine.holder.size", "0 to 6"),
        ({"machine__holder": {"kind": "collet"}}, "machine.holder.size", "ER16"),
        ({"cutter": {"family": "tap"}, "hole__start_diameter_mm": 8.5}, "setting.feed_mm_rev", "accepted: 1.5 mm/rev"),
        ({"cutter": {"family": "reamer"}}, "hole.start_diameter_mm", "follows a hole"),
        ({"cutter": {"family": "annular", "slug_diameter_mm": 12}}, "cutter.slug_diameter_mm", "below 10 mm"),
        ({"cutter": {"family": "indexable", "diameter_mm": 9.6, "shift_mm": 0.2}}, "cutter.shift_mm", "only a lathe"),
        ({"cutter": {"family": "gun"}, "hole__start_diameter_mm": 5, "hole__start": {"kind": "pilot"}}, "hole.start_diameter_mm", "guide"),
        ({"machine__spindle__power_kw": None}, "machine.spindle.power_kw", "a plate with its output"),
        (
            {"cutter": {"family": "thread-mill", "diameter_mm": 9}, "hole__start_diameter_mm": 8.5},
            "cutter.diameter_mm",
            "no room to go round",
        ),
        ({"hole__diametre_mm": 5}, "hole.diametre_mm", "did you mean diameter_mm?"),
    ],
)
def test_what_does_not_fit_together_is_said(changes: dict[str, Any], field: str, words: str) -> None:
    assert words in problems(plain_case(**changes))[field]


def test_everything_wrong_is_said_at_once() -> None:
    assert set(problems({"hole": {"diameter_mm": -1}, "setting": {"speed_rpm": 0}})) >= {
        "hole.diameter_mm",
        "hole.depth_mm",
        "setting.speed_rpm",
        "machine.kind",
    }


@pytest.mark.parametrize("case", [None, [], 3, "x", {"hole": 5}, {"hole": []}])
def test_no_case_at_all(case: Any) -> None:
    assert problems(case)


def test_every_figure_opens_to_its_working() -> None:
    """Every banded limit that applies has steps of its own; torque, thrust and power have theirs; every value has a symbol."""
    for case in (plain_case(), hand_case(120)):
        found = answered(case)
        steps = [step for scope in SCOPES for step in found["working"][scope]]
        for limit in found["limits"]:
            assert limit["working"] or not limit["demand"]
            steps += limit["working"]
        for step in steps:
            assert step["source"]
            assert step["expression"]
            assert set(step["values"]) <= set(all_symbols())
        assert {"torque", "thrust", "power"} <= {scope for scope, said in found["working"].items() if said}


def test_working_of_torque_multiplies_out() -> None:
    """The steps can be followed by hand: the last torque step of the first school from its own values."""
    steps = answered(plain_case())["working"]["torque"]
    kienzle = next(step for step in steps if step["name"] == "Torque by specific cutting force")
    v = kienzle["values"]
    by_hand = v["specific_force_n_mm2"] * v["feed_mm_rev"] * (v["diameter_mm"] ** 2 - v["start_diameter_mm"] ** 2) / 8000
    assert kienzle["result"] == pytest.approx(by_hand, rel=1e-4)


@pytest.mark.parametrize(
    ("changes", "remark"),
    [
        ({"hole__diameter_mm": 2}, "Extrapolated"),
        ({"hole__diameter_mm": 0.8}, "feed table ends"),
        ({"setting__feed_mm_rev": 0.13}, "has no 0.13 mm/rev power feed"),
        ({"setting__school": "specific-energy"}, "gives no thrust"),
        ({"setting__school": "power-law", "cutter__substrate": "carbide"}, "does not apply here"),
        ({"machine__rated_diameter_mm": {"steel": 8}}, "is above that"),
    ],
)
def test_remarks(changes: dict[str, Any], remark: str) -> None:
    assert any(remark in said for said in answered(plain_case(**changes))["remarks"])


def test_hand_remarks() -> None:
    said = {force: " ".join(answered(hand_case(force, **more))["remarks"]) for force, more in ((60, {}), (700, {}))}
    assert "only polishes" in said[60]
    assert "Too heavy a hand" in said[700]


@pytest.mark.parametrize(
    ("changes", "caution"),
    [
        ({}, "Glasses on"),
        ({"holding__kind": "hand"}, "Never hold the work by hand"),
        ({"material": {"id": "magnesium"}}, "Magnesium burns"),
        ({"material": {"id": "titanium-64"}}, "Titanium chips burn"),
        ({"material": {"id": "iron-grey-200"}}, "Do not breathe"),
        ({}, "responsible person"),
    ],
)
def test_cautions(changes: dict[str, Any], caution: str) -> None:
    assert any(caution in said for said in answered(plain_case(**changes))["cautions"])


class TestCommandLine:
    def test_answers_as_inside_python(self, example: dict[str, Any]) -> None:
        """As a process of its own, which is what a shop's script starts."""
        command = [sys.executable, "-m", "bore", "check", "tests/cases/check/contract-example.json"]
        done = subprocess.run(command, capture_output=True, text=True, cwd=ROOT, check=False)
        assert done.returncode == 0
        assert json.loads(done.stdout) == json.loads(json.dumps(answered(example)))
        assert done.stderr == ""

    @pytest.mark.parametrize("command", ["check", "log", "window"])
    def test_reads_standard_input(self, command: str) -> None:
        done = bore_command(command, "-", stdin=json.dumps(plain_case()))
        assert done.returncode == 0
        assert json.loads(done.stdout)

    @pytest.mark.parametrize(
        ("stdin", "words"),
        [("{", "not JSON"), ('{"hole": {"diameter_mm": 0}}', "hole.diameter_mm: 0 is not accepted"), ("[" * 9000, "JSON")],
    )
    def test_bad_input_is_a_sentence_and_exit_2(self, stdin: str, words: str) -> None:
        done = bore_command("check", "-", stdin=stdin)
        assert done.returncode == 2
        assert done.stdout == ""
        assert words in done.stderr
        assert "Traceback" not in done.stderr

    def test_a_missing_file_is_a_sentence(self) -> None:
        done = bore_command("check", "nowhere.json")
        assert done.returncode == 2
        assert "cannot be read" in done.stderr


def test_required_fields_are_few() -> None:
    required = {path for path, field in all_fields().items() if field.default == REQUIRED and "magnet" not in path and "[]" not in path}
    assert required == {
        "hole.diameter_mm",
        "hole.depth_mm",
        "cutter.family",
        "machine.kind",
        "machine.feed.kind",
        "setting.speed_rpm",
    }


def test_material_at_another_hardness_and_by_group() -> None:
    """C45 (200 HB) at 250 HB: kc1.1 by the 0.4 power, Kd by the 0.6 power of the ratio, worked afresh here."""
    job = read_case(plain_case(material={"id": "steel-c45", "hardness_hb": 250}))
    assert job.material.kc11_n_mm2 == pytest.approx(2220 * 1.25**0.4)
    assert job.material.kd_torque_lbf_in2 == pytest.approx(24000 * 1.25**0.6)
    assert job.material.mc == 0.14
    unknown = read_case(plain_case(material={"iso_group": "P", "hardness_hb": 300}))
    assert unknown.material.kd_torque_lbf_in2 == 31000
    own = read_case(plain_case(material={"id": "steel-c45", "kc11_n_mm2": 1680, "mc": 0.26}))
    assert (own.material.kc11_n_mm2, own.material.mc) == (1680, 0.26)


def test_yard_is_read_with_its_cutters_and_machines() -> None:
    case = plain_case()
    case["yard"] = {"cutters": [{"family": "twist", "diameter_mm": 8}], "machines": [case["machine"]]}
    job = read_case(case)
    assert job.yard.cutters[0].flute_length_mm == 75
    assert job.yard.machines[0].spindle.efficiency == 0.86
    case["yard"]["cutters"][0].pop("diameter_mm")
    assert "yard.cutters[0].diameter_mm" in problems(case)


def test_a_yards_cutter_read_before_is_the_same_and_a_wrong_one_is_named_where_it_stands() -> None:
    """The second reading takes what the first made; nothing a yard leaves out is said to be assumed of the check itself."""
    yard = [{"family": "twist", "diameter_mm": 7.3}, {"family": "tap", "diameter_mm": 10.0, "pitch_mm": 1.5}]
    first, second = (read_case(plain_case(yard={"cutters": yard})) for _ in range(2))
    assert first.yard.cutters == second.yard.cutters
    assert not [one.field for one in first.assumed if one.field.startswith("yard")]
    for wrong, field in (({"family": "twist"}, "diameter_mm"), ({"family": "twist", "diameter_mm": 7.3, "odd": 1}, "odd")):
        with pytest.raises(BadInput) as refused:
            read_case(plain_case(yard={"cutters": [*yard, wrong]}))
        assert refused.value.problems[0].field == f"yard.cutters[2].{field}"
