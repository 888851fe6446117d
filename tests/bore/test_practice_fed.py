"""A cut in time under a feed that is driven or wound: it asks for what the check says it asks for, and what stops it is felt (common practice)."""

import json
from typing import Any

import pytest

from bore.answers.practice import practice_answer
from bore.base.errors import BadInput
from bore.case.read import read_case
from bore.check.check import check
from tests.asking import put

CENTRE: dict[str, Any] = {
    "hole": {"diameter_mm": 10, "depth_mm": 18},
    "material": {"id": "steel-c45"},
    "cutter": {"family": "twist"},
    "machine": {
        "kind": "machining-centre",
        "spindle": {"power_kw": 7.5, "motor": "servo", "stages": [{"min_rpm": 50, "max_rpm": 8000}]},
        "feed": {"kind": "servo"},
        "holder": {"kind": "collet", "size": "ER32"},
        "coolant": {"method": "flood"},
    },
    "setting": {"speed_rpm": 800, "feed_mm_rev": 0.18},
}
LATHE: dict[str, Any] = {
    "hole": {"diameter_mm": 12, "depth_mm": 20, "through": False},
    "material": {"id": "steel-c45"},
    "cutter": {"family": "twist"},
    "machine": {
        "kind": "lathe",
        "spindle": {"power_kw": 3, "stages": [{"speed_rpm": 500}]},
        "feed": {"kind": "tailstock", "lead_mm": 5},
        "holder": {"kind": "chuck", "capacity_mm": 16},
        "coolant": {"method": "brush"},
    },
    "setting": {"speed_rpm": 500, "seconds_per_turn": 4},
}
ALL, HALF = [[0, 100], [1, 100]], [[0, 50], [1, 50]]


def changed(case: dict[str, Any], **changes: Any) -> dict[str, Any]:
    made: dict[str, Any] = json.loads(json.dumps(case))
    for path, value in changes.items():
        put(made, path.replace("__", "."), value)
    return made


def middle(answer: Any) -> Any:
    """A moment with the whole point in, before chips pile up."""
    return next(one for one in answer.timeline if one.tip_mm > 6 and one.feed_mm_rev > 0)


@pytest.mark.parametrize("motor", ["servo", "three-phase"])
def test_a_driven_feed_asks_for_what_the_check_says(motor: str) -> None:
    """Torque and thrust to two per cent; a servo feeds in time, so that a spindle a little quick takes a little less a turn."""
    case = changed(CENTRE, machine__spindle__motor=motor, machine__feed={"kind": "power-steps", "steps_mm_rev": [0.18]})
    found, drilled = check(read_case(case)), practice_answer({"case": case, "fair": True, "override": ALL})
    assert drilled.outcome.through
    here = middle(drilled)
    assert here.feed_mm_rev == pytest.approx(0.18)
    assert here.torque_nm == pytest.approx(float(found.result.loads.torque_nm.middle), rel=0.02)
    assert here.thrust_n == pytest.approx(float(found.result.loads.thrust_n.middle), rel=0.03)
    timed = practice_answer({"case": changed(CENTRE, machine__spindle__motor=motor), "fair": True, "override": ALL})
    assert middle(timed).feed_mm_rev * middle(timed).speed_rpm == pytest.approx(0.18 * 800, rel=0.01)


def test_an_override_feeds_so_much_less_and_takes_so_much_longer() -> None:
    whole, half = (practice_answer({"case": CENTRE, "fair": True, "override": turned}) for turned in (ALL, HALF))
    assert half.outcome.time_s == pytest.approx(2 * whole.outcome.time_s, rel=0.05)
    assert middle(half).torque_nm < 0.7 * middle(whole).torque_nm


def test_a_wheel_feeds_by_its_lead() -> None:
    """Five millimetres a turn, a turn in four seconds; wound back the flutes clear; the rim asks for what the thrust is over the screw."""
    wound = practice_answer({"case": LATHE, "fair": True, "travel": [[0, 4], [1, 4]]})
    here = middle(wound)
    assert here.feed_mm_rev * here.speed_rpm / 60 == pytest.approx(5 / 4, rel=1e-3)
    assert 0 < here.force_n < here.thrust_n / 5
    deep = changed(LATHE, hole__depth_mm=50)
    straight = practice_answer({"case": deep, "fair": True, "travel": [[0, 4], [1, 4]]})
    pecked = practice_answer({"case": deep, "fair": True, "travel": [[0, 4], [24, -0.5], [28, 1], [33, 4]]})
    assert straight.outcome.through
    assert pecked.outcome.through
    assert pecked.outcome.time_s > straight.outcome.time_s
    assert pecked.timeline[-2].packing < straight.timeline[-2].packing


def test_a_feed_that_is_held_hardens_metal_that_hardens() -> None:
    """A cobalt drill in 304 at a slow speed: held for three seconds it polishes, and asks for more as it goes on."""
    case = changed(CENTRE, material__id="stainless-304", cutter__substrate="hss-co", setting={"speed_rpm": 300, "feed_mm_rev": 0.12})
    held = practice_answer({"case": case, "fair": True, "override": [[0, 100], [12, 0], [15, 100]]})
    steady = practice_answer({"case": case, "fair": True, "override": ALL})
    assert {"rub", "skin"} <= {event.id for event in held.events}
    assert not {"rub", "skin"} & {event.id for event in steady.events}
    mild = practice_answer({"case": CENTRE, "fair": True, "override": [[0, 100], [3, 0], [6, 100]]})
    assert "rub" not in {event.id for event in mild.events}


def test_a_spindle_that_is_switched_off_under_a_feed_breaks_its_drill() -> None:
    stopped = practice_answer({"case": CENTRE, "fair": True, "override": ALL, "actions": [[3.0, "off"]]})
    assert stopped.outcome.end == "broken"
    geared = changed(CENTRE, machine__feed={"kind": "power-steps", "steps_mm_rev": [0.18]})
    # Geared to the spindle it stops with it.
    assert practice_answer({"case": geared, "fair": True, "override": ALL, "actions": [[3.0, "off"]]}).outcome.end == "off"


@pytest.mark.parametrize(
    ("case", "asked", "field"),
    [
        (CENTRE, {"force": [[0, 100], [1, 100]]}, "force"),
        (CENTRE, {"policy": "senior"}, "policy"),
        (CENTRE, {"override": [[0, 100], [1, 201]]}, "override[1][1]"),
        (CENTRE, {"travel": [[0, 4], [1, 4]]}, "travel"),
        (LATHE, {"override": ALL}, "override"),
        (LATHE, {"travel": [[0, 0.1], [1, 4]]}, "travel[0][1]"),
        (LATHE, {"travel": [[0, 4], [1, 61]]}, "travel[1][1]"),
        (LATHE, {"travel": [[0, 4]]}, "travel"),
    ],
)
def test_what_does_not_feed_this_machine_is_refused_by_field(case: dict[str, Any], asked: dict[str, Any], field: str) -> None:
    with pytest.raises(BadInput) as fault:
        practice_answer({"case": case} | asked)
    assert fault.value.problems[0].field == field
