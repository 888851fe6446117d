"""A cut in time under a hand: the check's own figures at the full point, what holds never giving way, the same seed the same run, and
facts of the trade (common practice)."""

import json
import math
from functools import cache
from typing import Any

import numpy as np
import pytest

from bore.answers.practice import practice_answer, read_practice
from bore.base.errors import BadInput
from bore.case.read import read_case
from bore.check.check import check
from bore.limits.judgement import GIVES_WAY, HOLDS
from bore.practice import facts
from bore.practice.events import ENDS, LOOKS, kinds
from bore.practice.policies import POLICIES
from bore.practice.run import begin, forced, replayed, run
from bore.practice.set_up import set_up
from bore.practice.state import state_from
from bore.practice.step import World, step
from bore.practice.truth import drawn_truth, fair_truth
from bore.schools.wear import WEAR, wear_factor
from tests.asking import bore_command, put

STEPS = [300, 480, 640, 1200, 2500]


def press(**changes: Any) -> dict[str, Any]:
    """A bench press and a vice: a split 10 mm drill in S235, brushed."""
    case: dict[str, Any] = {
        "hole": {"diameter_mm": 10, "depth_mm": 12, "start": {"kind": "punch"}},
        "material": {"id": "steel-structural-235"},
        "cutter": {"family": "twist", "point": "split"},
        "machine": {
            "kind": "bench-press",
            "spindle": {"power_kw": 0.55, "stages": [{"speed_rpm": one} for one in STEPS]},
            "feed": {"kind": "hand-lever"},
            "holder": {"kind": "chuck", "capacity_mm": 13},
            "coolant": {"method": "brush"},
        },
        "holding": {"kind": "vice", "force_n": 6000, "arm_mm": 50},
        "setting": {"speed_rpm": 640, "hand_force_n": 100},
    }
    for path, value in changes.items():
        put(case, path.replace("__", "."), value)
    return case


def put_in(case: dict[str, Any], path: str, value: Any) -> dict[str, Any]:
    """A case with one thing changed."""
    changed: dict[str, Any] = json.loads(json.dumps(case))
    put(changed, path, value)
    return changed


CASES: dict[str, dict[str, Any]] = {
    "mild 10": press(),
    "mild 13 on 6": press(hole__diameter_mm=13, hole__start_diameter_mm=6, setting__speed_rpm=480),
    "304 cobalt": press(
        material__id="stainless-304", hole__diameter_mm=9.5, hole__depth_mm=6, cutter__substrate="hss-co", setting__speed_rpm=180
    ),
    "grey iron dry": press(material__id="iron-grey-250", hole__depth_mm=20, hole__through=False, machine__coolant__method="dry"),
    "aluminium on a pilot": press(
        material__id="alu-wrought-6082", hole__diameter_mm=6.5, hole__start_diameter_mm=2.5, hole__depth_mm=10, setting__speed_rpm=2500
    ),
}


def practised(case: dict[str, Any], **how: Any) -> dict[str, Any]:
    ended = bore_command("practise", "-", stdin=json.dumps({"case": case, **how}))
    assert ended.returncode == 0, ended.stderr
    return dict(json.loads(ended.stdout))


@cache
def world(name: str, seed: int | None = None) -> World:
    made = set_up(read_case(CASES[name]))
    return World(made, fair_truth(made) if seed is None else drawn_truth(made, seed))


# Pulls that make a chip from the first turn to the last, N: less rubs a skin on 304, more is through soft aluminium before the point is in.
CLEAN_N = {
    "mild 10": (70, 110),
    "mild 13 on 6": (70, 110),
    "304 cobalt": (130, 180),
    "grey iron dry": (70, 110),
    "aluminium on a pilot": (50, 60),
}


@pytest.mark.parametrize(("name", "force_n"), [(name, float(force)) for name in CASES for force in CLEAN_N[name]])
def test_at_the_full_point_it_is_the_check(name: str, force_n: float) -> None:
    """Feed and torque with the whole point in and nothing packed, on the fair truth: the check's own middle, to half a per cent."""
    here = world(name)
    found = check(read_case(CASES[name] | {"setting": CASES[name]["setting"] | {"hand_force_n": force_n}}), recorded=False)
    made = run(here, forced([(0.0, force_n), (1.0, force_n)]), begin(here, 0.0))
    clean = [one for one in made.frames if one.full and one.bites and one.leaving_s < 0 and one.packing < 1.001]
    whole = [one for one in clean if one.used < 0.003 and one.skin < 1e-3]
    loads = found.result.loads
    torque = [one.torque_nm / wear_factor(one.used) for one in whole]
    assert whole[-1].feed_mm_rev == pytest.approx(float(loads.feed_mm_rev), rel=0.01)
    assert torque[-1] == pytest.approx(float(loads.torque_nm.middle), rel=0.02)


# What the check cannot say of a run: it begins with no skin, a sharp edge and clear flutes.
GROWS = {"rub", "skin", "dull", "dead", "pack", "jam", "smoke", "hot-chips", "temper", "surge", "hand", "walks"}


@pytest.mark.parametrize("name", CASES)
@pytest.mark.parametrize("force_n", [60.0, 100.0])
def test_what_holds_never_gives_way_at_the_checked_force(name: str, force_n: float) -> None:
    case = CASES[name] | {"setting": CASES[name]["setting"] | {"hand_force_n": force_n}}
    found = check(read_case(case), recorded=False)
    crowds = found.finding("crowd").verdict != HOLDS
    for seed in range(4):
        here = world(name, seed)
        made = run(here, forced([(0.0, force_n), (0.1, force_n)]), begin(here, 0.0))
        for event in made.events:
            limit = kinds()[event.id].limit
            if event.id in GROWS or (crowds and limit in ("belt", "stall", "twist-off", "crowd")):
                continue
            assert found.finding(limit).verdict != HOLDS, (seed, event)


def test_what_gives_way_does_so_at_least_in_four_runs_of_ten() -> None:
    """A 13 mm drill on a 6 mm pilot under 250 N: the check says that the belt slips."""
    case = CASES["mild 13 on 6"] | {"setting": {"speed_rpm": 480, "hand_force_n": 250}}
    assert check(read_case(case), recorded=False).finding("belt").verdict == GIVES_WAY
    slipped = sum(
        any(event.id == "belt-slip" for event in run(here, POLICIES["heavy"](here), begin(here, 0.0)).events)
        for here in (world("mild 13 on 6", seed) for seed in range(10))
    )
    assert slipped >= 4


def test_the_same_seed_is_the_same_run_and_a_state_written_down_goes_on_alike() -> None:
    one, other = (practised(CASES["mild 10"], seed=7, policy="senior") for _ in range(2))
    assert json.dumps(one) == json.dumps(other)
    assert practised(CASES["mild 10"], seed=8, policy="senior")["timeline"] != one["timeline"]
    here = world("mild 10", 3)
    through, parted = begin(here, 0.0), begin(here, 0.0)
    for k in range(300):
        step(here, through, 90.0)
        step(here, parted, 90.0)
        if k % 50 == 0:
            parted = state_from(json.loads(json.dumps(parted.as_data())))
    assert parted == through
    again = replayed(here, begin(here, 0.0), [([90.0] * 30, []) for _ in range(10)])
    assert (again.last.as_data() | {"end": ""}, len(again.frames)) == (through.as_data(), 300 // 5 + 2)


def test_halving_the_step_changes_next_to_nothing() -> None:
    here = world("mild 10")
    times = [run(here, forced([(0.0, 100.0), (1.0, 100.0)]), begin(here, 0.0), dt=dt).last.t_s for dt in (0.01, 0.02, 0.04)]
    assert max(times) / min(times) < 1.03


def ends(case: dict[str, Any], policy: str, **how: Any) -> list[tuple[str, set[str]]]:
    found = [practised(case, seed=seed, policy=policy, **how) for seed in range(3)]
    return [(one["outcome"]["end"], {event["id"] for event in one["events"]}) for one in found]


def test_facts_of_the_trade() -> None:
    """Common practice: a timid hand in stainless rubs a skin and kills the edge where a senior one comes through; thin sheet in the fingers
    is torn away, clamped on wood it is not; a 2 mm drill under a great force snaps at once; a heavy pull on a pilot hole stalls a small
    press; lighter does not."""
    stainless = CASES["304 cobalt"]
    assert all(end == "dead" and {"rub", "skin"} <= events for end, events in ends(stainless, "timid"))
    assert all(end == "through" and "skin" not in events for end, events in ends(stainless, "senior"))
    sheet = press(hole__depth_mm=1.5)
    by_hand = sheet | {"holding": {"kind": "hand", "arm_mm": 80}}
    assert all(end == "loose" for end, _ in ends(by_hand, "senior"))
    on_wood = sheet | {"holding": {"kind": "clamps", "count": 2, "force_n": 2000, "arm_mm": 60}}
    put(on_wood, "hole.behind", "backing")
    assert all(end == "through" for end, _ in ends(on_wood, "senior"))
    assert all(end == "broken" for end, _ in ends(press(hole__diameter_mm=2, hole__depth_mm=8, setting__speed_rpm=2500), "heavy"))
    assert all("stall" in events for _, events in ends(CASES["mild 13 on 6"], "heavy"))
    assert all(end == "through" for end, _ in ends(CASES["mild 13 on 6"], "senior"))


RING = {
    "hole": {"diameter_mm": 22, "depth_mm": 6, "plate_thickness_mm": 6},
    "material": {"id": "steel-structural-235"},
    "cutter": {"family": "annular"},
    "machine": {
        "kind": "magnetic",
        "magnet": {"pull_n": 12000, "length_mm": 170, "width_mm": 80, "overhang_mm": 45, "weight_kg": 13},
        "spindle": {"power_kw": 1.1, "stages": [{"speed_rpm": 450}]},
        "feed": {"kind": "hand-lever"},
        "holder": {"kind": "side-lock", "capacity_mm": 19},
        "coolant": {"method": "brush"},
    },
    "holding": {"kind": "magnet"},
    "setting": {"speed_rpm": 450, "hand_force_n": 120},
}
IN_HANDS = {
    "hole": {"diameter_mm": 10, "depth_mm": 8, "start": {"kind": "punch"}},
    "material": {"id": "steel-structural-235"},
    "cutter": {"family": "twist"},
    "machine": {
        "kind": "hand-held",
        "side_handle": True,
        "spindle": {"power_kw": 0.6, "stages": [{"speed_rpm": 800}]},
        "feed": {"kind": "push"},
        "holder": {"kind": "chuck", "capacity_mm": 13},
        "coolant": {"method": "dry"},
    },
    "holding": {"kind": "clamps", "count": 2, "force_n": 2000, "arm_mm": 60},
    "setting": {"speed_rpm": 800, "hand_force_n": 200},
}
PLAIN, DEEP = {"cutter__point": "conventional"}, {"hole__diameter_mm": 6, "hole__depth_mm": 50, "hole__through": False}
THREE, FOUR = {"hole__diameter_mm": 3, "hole__depth_mm": 6}, {"hole__diameter_mm": 4, "hole__depth_mm": 8} | PLAIN
FAST, IN_304 = {"setting__speed_rpm": 2500}, {"material__id": "stainless-304", "hole__depth_mm": 8}
BRASS, ALUMINIUM = (
    {"material__id": "brass-free", "hole__diameter_mm": 12, "setting__speed_rpm": 1200} | PLAIN,
    {"material__id": "alu-wrought-6082"},
)
# Each with its opposite: the case, the hand (N, or a rule's), what happens, what never does, how it ends (common practice).
SITUATIONS: dict[str, tuple[dict[str, Any], float | str, set[str], set[str], str | None]] = {
    "a small drill led gently": (press(**THREE, **FAST), 65.0, set(), {"snap", "bends"}, "through"),
    "a small drill leant on": (press(**THREE, **FAST), "heavy", {"snap"}, set(), "broken"),
    "a drill of 1.5 mm slow and pushed": (
        press(hole__diameter_mm=1.5, hole__depth_mm=4, setting__speed_rpm=300),
        100.0,
        {"snap"},
        set(),
        "broken",
    ),
    "stainless at a wood drill's speed": (press(**IN_304, **FAST), 140.0, {"smoke", "temper"}, set(), "dead"),
    "stainless slow and firm": (press(**IN_304, setting__speed_rpm=300), 160.0, set(), {"temper", "skin", "dead"}, "through"),
    "brass with an ordinary point": (press(**BRASS), 90.0, {"snatch"}, set(), None),
    "brass with its lips dubbed": (press(**BRASS, cutter__rake_deg=0), 90.0, set(), {"snatch"}, "through"),
    "thirteen far too fast": (press(hole__diameter_mm=13, setting__speed_rpm=1200), 120.0, {"smoke"}, set(), None),
    "thirteen as slow as it wants": (press(hole__diameter_mm=13, setting__speed_rpm=480), 150.0, set(), {"smoke", "stall"}, "through"),
    "deep in aluminium and never cleared": (press(**DEEP, **ALUMINIUM, **FAST), 70.0, {"pack"}, set(), None),
    "deep in aluminium and cleared": (press(**DEEP, **ALUMINIUM, **FAST), "senior", set(), {"jam", "snap"}, "through"),
    "a ring on a thin plate, pushed": (RING, "heavy", {"gap"}, set(), None),
    "on a bare face": (press(**FOUR, hole__start={"kind": "none"}, **FAST), 70.0, {"walks"}, set(), None),
    "in a punch mark": (press(**FOUR, **FAST), 70.0, set(), {"walks"}, "through"),
    "thin sheet without wood under it": (press(hole__diameter_mm=12, hole__depth_mm=1.5), "heavy", {"snatch"}, set(), None),
    "ten in the hands on a pilot": (put_in(IN_HANDS, "hole.start_diameter_mm", 4), 200.0, set(), {"loose"}, "through"),
}


@pytest.mark.parametrize("name", SITUATIONS)
def test_situations_end_as_people_know_them(name: str) -> None:
    case, hand, happens, never, end = SITUATIONS[name]
    made = set_up(read_case(case))
    for seed in range(2):
        here = World(made, drawn_truth(made, seed))
        drilled = run(here, POLICIES[hand](here) if isinstance(hand, str) else forced([(0.0, hand), (1.0, hand)]), begin(here, 0.0))
        seen = {one.id for one in drilled.events}
        assert happens <= seen
        assert not never & seen
        assert end in (None, drilled.last.end)


def test_what_is_hidden_is_felt() -> None:
    """A weak belt slips where a good one holds; a hard spot slows the feed where it lies; a worn edge takes longer."""
    plain = practised(CASES["mild 10"], fair=True, force=[[0, 100], [1, 100]])
    assert not any(event["id"] == "belt-slip" for event in plain["events"])
    weak = practised(CASES["mild 10"], fair=True, force=[[0, 100], [1, 100]], hidden={"belt": 0.15})
    assert any(event["id"] == "belt-slip" for event in weak["events"])
    spot = practised(CASES["mild 10"], fair=True, force=[[0, 100], [1, 100]], hidden={"hard_spot": [6, 7, 2.0]})
    slow = {frame["feed_mm_rev"] for frame in spot["timeline"] if 6.1 < frame["tip_mm"] < 6.9}
    usual = {frame["feed_mm_rev"] for frame in spot["timeline"] if 7.5 < frame["tip_mm"] < 10}
    assert max(slow) < 0.7 * min(usual)
    worn = practised(CASES["mild 10"], fair=True, force=[[0, 100], [1, 100]], hidden={"wear": 0.85})
    assert worn["outcome"]["time_s"] > 1.2 * plain["outcome"]["time_s"]


def test_a_score_is_of_its_parts_and_what_is_spoilt_has_none() -> None:
    good = practised(CASES["mild 10"], fair=True, policy="senior")
    assert good["par"] is not None
    assert 70 < good["score"] <= 100
    assert practised(CASES["304 cobalt"], policy="timid")["score"] == 10
    snapped = practised(press(hole__diameter_mm=2, hole__depth_mm=8, setting__speed_rpm=2500), policy="heavy")
    assert (snapped["score"], snapped["outcome"]["end"], snapped["outcome"]["first"]) == (0, "broken", ["snap", "twist-off"])
    assert snapped["outcome"]["money"] >= 8
    stopped = practised(CASES["mild 10"], force=[[0, 60], [1, 60]], actions=[[1.0, "off"]])
    assert stopped["outcome"]["end"] == "off"


def test_wear_asks_for_what_the_books_say() -> None:
    """Sharp, used and dull as the schools have them (Machinery's Handbook, from memory), to three per cent."""
    for used, word in ((0.0, "sharp"), (0.5, "used"), (0.85, "dull")):
        assert wear_factor(used) == pytest.approx(WEAR[word], rel=0.03)


def test_every_kind_of_event_is_looked_for_and_has_its_words() -> None:
    assert set(LOOKS) == set(kinds())
    assert set(ENDS) <= set(kinds())
    assert all(kind.words and (kind.seen or kind.heard or kind.felt) for kind in kinds().values())


@pytest.mark.parametrize(
    ("asked", "field"),
    [
        ({}, "policy"),
        ({"policy": "reckless"}, "policy"),
        ({"policy": "heavy", "force": [[0, 1], [1, 1]]}, "policy"),
        ({"travel": [[0, 1], [1, 1]]}, "travel"),
        ({"force": [[0, 70]]}, "force"),
        ({"force": [[0, 70], [0, 70]]}, "force[1][0]"),
        ({"force": [[0, 70], [1, 900]]}, "force[1][1]"),
        ({"force": [[0, 70], [1, None]]}, "force[1][1]"),
        ({"policy": "heavy", "hidden": {"wear": 2}}, "hidden.wear"),
        ({"policy": "heavy", "hidden": {"hard_spot": [1, 2]}}, "hidden.hard_spot"),
        ({"policy": "heavy", "actions": [[1, "sing"]]}, "actions[0]"),
        ({"policy": "heavy", "seed": 1.5}, "seed"),
        ({"policy": "heavy", "fair": 1}, "fair"),
        ({"policy": "heavy", "set_up": {"side_handle": "yes"}}, "set_up.side_handle"),
        ({"policy": "heavy", "case": 3}, "case"),
        ({"policy": "heavy", "case": press(machine__feed={"kind": "servo"}, setting={"speed_rpm": 640, "feed_mm_rev": 0.1})}, "policy"),
        ({"override": [[0, 100], [1, 100]]}, "override"),
        ({"policy": "heavy", "case": press(hole__start_diameter_mm=9.8) | {"cutter": {"family": "reamer"}}}, "case.cutter"),
    ],
)
def test_what_cannot_be_played_is_refused_by_field(asked: dict[str, Any], field: str) -> None:
    with pytest.raises(BadInput) as fault:
        practice_answer({"case": press()} | asked)
    assert fault.value.problems[0].field.startswith(field)


def test_a_run_costs_little_and_every_figure_is_one() -> None:
    """Every frame of every hand is finite, whatever happens."""
    for case in CASES.values():
        for policy in POLICIES:
            found = practised(case, seed="x", policy=policy)
            figures = [value for frame in found["timeline"] for value in frame.values() if isinstance(value, float)]
            assert np.isfinite(figures).all()
            assert found["outcome"]["time_s"] <= facts.LONGEST_S + 0.1
    asked = read_practice({"case": press(), "seed": 1})
    assert math.isfinite(asked.price)
