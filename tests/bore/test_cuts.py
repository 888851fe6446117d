"""Cuts that were logged: what they say of the next one, held to widths worked out apart, to simulated shops, and to facts of the trade."""

import json
import math
from dataclasses import replace
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bore.answers.calibration import calibration_answer, reading_answer
from bore.answers.check import Answer, plain_answer
from bore.answers.foretold import foretold, said_of
from bore.base.errors import BadInput
from bore.case.read import read_case
from bore.check.check import check
from bore.cuts.columns import Prior
from bore.cuts.doubts import asked, foreseen, statistics
from bore.cuts.kinds import reading_kinds
from bore.cuts.learning import Learnt, fit, learn
from bore.cuts.logged import LoggedCut, Measured, Next, Of, Said
from bore.cuts.of import of_job
from bore.cuts.posterior import Log, fitted, taught_from, teach
from bore.job.experience import experienced
from bore.schools.band import half_width
from tests import demo
from tests.asking import plain_case

OF = Of("P", "c45", "twist·hss", "d20", "1", "c2", 20.0)
H = 0.24
PRIOR = Prior("torque", H)


def logged(ratio: float, kind: str = "watts", name: str = "", of: Of = OF, h: float = H, **more: Any) -> LoggedCut:
    return LoggedCut(name, of, Said(10.0, h), (Measured(kind, 10.0 * ratio),), **more)


def says(cuts: list[LoggedCut], of: Of = OF, kind: str | None = None, prior: Prior = PRIOR) -> Learnt:
    return learn(fit(cuts, prior), Next(of, Said(10.0, prior.narrowest), kind=kind))


# Widths as a share of the band after 1, 3, 8 and 20 cuts that agree, cut and at the meter: a prototype's, written apart from this program
# and before it, from the same shares and scatters.
WIDTHS = {
    ("torque", "dynamometer", 0.24): ((0.70, 0.60, 0.56, 0.54), (0.69, 0.59, 0.54, 0.52)),
    ("torque", "watts", 0.24): ((0.75, 0.67, 0.64, 0.62), (0.72, 0.60, 0.55, 0.53)),
    ("thrust", "scale", 0.33): ((0.58, 0.49, 0.45, 0.44), None),
}


@pytest.mark.parametrize(("quantity", "kind", "h"), WIDTHS)
def test_the_band_narrows_as_worked_out_apart(quantity: str, kind: str, h: float) -> None:
    prior = Prior(quantity, h)
    cut, meter = WIDTHS[(quantity, kind, h)]
    for place, n in enumerate((1, 3, 8, 20)):
        found = says([logged(1.0, kind, h=h)] * n, kind=kind, prior=prior)
        assert found.spread_left == pytest.approx(cut[place], abs=0.012)
        if meter:
            assert found.meter_half_width / h == pytest.approx(meter[place], abs=0.012)


def test_what_is_in_common_carries_over_and_no_more() -> None:
    """Eight cuts at 1.10: the same pairing takes most of it, another cutter less, another metal next to nothing; a single-phase
    ammeter never narrows."""
    eight = [logged(1.1)] * 8
    other = replace(OF, cutter="x", edge="9")
    further = replace(other, family="annular·hss", machine="m2")
    last = replace(further, metal="s355")
    factors = [says(eight, of).factor for of in (OF, other, further, last)]
    assert factors == pytest.approx([1.083, 1.067, 1.032, 1.012], abs=0.002)
    assert [says(eight, of).spread_left for of in (further, last)] == pytest.approx([1.0, 1.0], abs=0.01)
    assert says([logged(1.0, "amps-1")] * 20).spread_left > 0.97
    assert says([]) == replace(Learnt(), meter_half_width=says([]).meter_half_width)


def test_without_a_cut_is_as_if_it_had_never_been() -> None:
    """The closed form against fitting the others afresh, with nothing so far off that it is weighed down."""
    cuts = [
        logged(ratio, kind, str(k), replace(OF, machine=machine))
        for k, (ratio, kind, machine) in enumerate(
            ((1.05, "watts", "c2"), (1.12, "watts", "c2"), (0.97, "dynamometer", "b1"), (1.08, "load-percent", "c2"))
        )
    ]
    for k, one in enumerate(says(cuts).cuts):
        afresh = says(cuts[:k] + cuts[k + 1 :])
        assert one.weight == 1.0
        assert (one.factor_without, one.spread_without) == pytest.approx((afresh.factor, afresh.spread_left), rel=1e-9)


def test_one_outlier_among_others_hardly_moves_it_and_a_lone_one_is_asked_about() -> None:
    three = [logged(1.0, name=str(k)) for k in range(3)]
    before, after = says(three), says([*three, logged(3.0, name="wild")])
    assert abs(math.log(after.factor / before.factor)) < 0.2 * before.spread_left * H
    assert [one.id for one in asked(fit([logged(3.0, name="alone")], PRIOR))] == ["alone"]
    assert asked(fit([logged(3.0, name="alone", confirmed=True)], PRIOR)) == ()
    assert says([logged(10.0)]).factor < says([logged(3.0)]).factor < 1.4


@pytest.mark.parametrize(
    ("kind", "slip", "fits"),
    [("watts", 1000.0, "/1000"), ("load-percent", 0.1, "x10"), ("scale", 9.81, "/9.81"), ("timed-feed", 60.0, "/60")],
)
def test_a_reading_in_another_unit_is_asked_about_with_the_unit(kind: str, slip: float, fits: str) -> None:
    prior = Prior(reading_kinds()[kind].quantity.replace("power", "torque"), H)
    cuts = [*(logged(1.02, kind, str(k)) for k in range(4)), logged(1.0 * slip, kind, "slip")]
    (found,) = asked(fit(cuts, prior))
    assert found.id == "slip"
    assert fits in found.fits


def test_statistics_are_without_hindsight() -> None:
    """What was foreseen of each reading depends on those before it alone: a later one changes nothing of it."""
    cuts = [logged(1.0 + 0.01 * k, name=str(k), age_years=(20 - k) / 365) for k in range(12)]
    whole, part = statistics(foreseen(fit(cuts, PRIOR))), statistics(foreseen(fit(cuts[:10], PRIOR)))
    assert whole.half_widths[0] == pytest.approx(part.half_widths[0])
    assert sum(whole.tenths) == whole.count == 12
    assert whole.inside is not None
    # Shares are of those with readings enough, and none of them is counted twice.
    mixed = [logged(1.0, name=str(k), of=replace(OF, family="tap" if k % 3 else "spade", metal=f"metal {k}")) for k in range(12)]
    shares = statistics(foreseen(fit(mixed, PRIOR))).shares
    assert {(one.of, one.name): one.count for one in shares} == {("family", "tap"): 8, ("machine", "c2"): 12, ("kind", "watts"): 12}


@settings(max_examples=40)
@given(
    st.lists(
        st.tuples(st.floats(0.3, 3), st.sampled_from(sorted(reading_kinds())), st.sampled_from("ab"), st.sampled_from("mn")), max_size=9
    ),
    st.randoms(),
)
def test_the_order_of_writing_down_says_nothing(cuts: list[tuple[float, str, str, str]], random: Any) -> None:
    book = [
        logged(ratio, kind, str(k), replace(OF, cutter=cutter, machine=machine)) for k, (ratio, kind, cutter, machine) in enumerate(cuts)
    ]
    shuffled = list(book)
    random.shuffle(shuffled)
    one, other = says(book), says(shuffled)
    assert (one.factor, one.spread_left) == pytest.approx((other.factor, other.spread_left), rel=1e-6)
    assert 0 < one.spread_left <= 1.3
    assert math.isfinite(one.factor)


# --- readings ------------------------------------------------------------------


def machine(name: str, **plate: float) -> dict[str, Any]:
    spec = dict(demo.machines()[name])
    return spec | {"spindle": spec["spindle"] | {"plate": plate}} if plate else spec


def geared(power_kw: float) -> dict[str, Any]:
    spindle = {"power_kw": power_kw, "drive": "gear", "stages": [{"speed_rpm": 200}]}
    return {"kind": "column-press", "name": "gearhead", "spindle": spindle, "feed": {"kind": "hand-lever"}}


READ = [
    # 34 % over idling of what 9 kW gives at 600 of a base speed of 1500 rpm: 0.34 · 3.6 kW · 9549 / 600 · 0.95, worked by hand.
    ("load-percent", {"load_percent": 42, "idle_percent": 8}, machine("v1"), 600, 18.51, "torque"),
    # (1200 − 300) of (1900 − 300) W is 0.5625 of 1.5 kW, less 6 % for a belt.
    ("watts", {"watts": 1200, "idle_watts": 300, "rated_input_w": 1900}, machine("c2"), 310, 0.793, "power"),
    # Half way from 1495 idling to 1420 at full load: half the rating, less the belt's, at nearly its speed.
    (
        "slip",
        {"rpm": 1457.5, "idle_rpm": 1495},
        machine("c2", output_kw=1.5, speed_rpm=1420),
        310,
        0.5 * 1.5 * 0.94 * 1457.5 / 1420,
        "power",
    ),
    ("scale", {"kg": 45, "tare_kg": 2}, machine("b1"), 900, 43 * 9.81, "thrust"),
    # 30 % over idling of a gearhead's 1.1 kW at 200 rpm, nine tenths of it at the spindle: 0.30 · 1.1 · 9549 / 200 · 0.90.
    ("load-percent", {"load_percent": 40, "idle_percent": 10}, geared(1.1), 200, 14.18, "torque"),
    # 0.5 of it by the watts, a tenth of what is delivered left in the gears.
    ("watts", {"watts": 900, "idle_watts": 300, "rated_input_w": 1500}, geared(1.1), 200, 0.495, "power"),
    ("dynamometer", {"torque_nm": 22.5}, machine("c2"), 310, 22.5, "torque"),
]


@pytest.mark.parametrize(("kind", "raw", "spec", "rpm", "value", "quantity"), READ)
def test_readings_as_worked_by_hand(
    kind: str, raw: dict[str, float], spec: dict[str, Any], rpm: float, value: float, quantity: str
) -> None:
    found = reading_answer({"kind": kind, "raw": raw, "machine": spec, "speed_rpm": rpm})
    assert (found.quantity, found.refused) == (quantity, None)
    assert found.value == pytest.approx(value, rel=2e-3)
    assert found.own >= reading_kinds()[kind].own


@pytest.mark.parametrize(
    ("kind", "raw", "why"),
    [
        ("load-percent", {"load_percent": 11, "idle_percent": 8}, "digits"),
        ("watts", {"watts": 350, "idle_watts": 300, "rated_input_w": 1900}, "too little"),
        ("watts", {"watts": 350, "idle_watts": 2000, "rated_input_w": 1900}, "not what it seems"),
        ("scale", {"kg": 3, "tare_kg": 3}, "no more than before"),
        ("scale", {"kg": 120, "range_kg": 100}, "over its range"),
    ],
)
def test_what_says_nothing_is_refused_with_its_reason(kind: str, raw: dict[str, float], why: str) -> None:
    found = reading_answer({"kind": kind, "raw": raw, "machine": machine("c2"), "speed_rpm": 310})
    assert found.value is None
    assert why in (found.refused or "")


def test_a_single_phase_ammeter_overstates_a_light_load_and_is_trusted_little() -> None:
    """Common practice: a small motor draws most of its current idling, so amps over idling are what counts, and only roughly."""
    kinds = reading_kinds()
    assert kinds["amps-1"].meter > 2 * kinds["amps-3"].meter
    spec = machine("b1", output_kw=0.55, volts=230, amps=4.0, power_factor=0.9)
    half = reading_answer({"kind": "amps-1", "raw": {"amps": 3.4, "idle_amps": 2.8}, "machine": spec, "speed_rpm": 900})
    assert half.value is not None
    assert half.value < 0.55 * 3.4 / 4.0


# --- as an answer ----------------------------------------------------------------


BAND = {"low": 8.0, "middle": 10.0, "high": 12.9}


def request(**more: Any) -> dict[str, Any]:
    of = {"group": "P", "metal": "c45", "family": "twist", "substrate": "hss", "cutter": "d20", "edge": "1", "machine": "c2"}
    cut = {
        "id": "a",
        "of": of,
        "predicted": {"torque": BAND, "power": BAND},
        "readings": [{"quantity": "power", "kind": "watts", "value": 11.0}],
    }
    return {"job": {"of": of, "predicted": {"torque": BAND}, "kind": "watts"}, "cuts": [cut | more]}


def test_a_power_says_what_the_torque_says() -> None:
    by_power = calibration_answer(request())["torque"]
    by_torque = calibration_answer(request(readings=[{"quantity": "torque", "kind": "watts", "value": 11.0}]))["torque"]
    assert by_power == by_torque
    assert by_power.factor > 1
    assert by_power.cuts[0].without.factor == 1
    assert calibration_answer(request(taken=False))["torque"].factor == 1


def test_a_case_brings_its_own_names_and_predictions() -> None:
    """Set against its own middle a cut says 1; what the case already takes from older cuts is left out of it."""
    middle = calibration_answer({"job": {"case": plain_case()}, "cuts": []})
    assert set(middle) == {"torque", "thrust"}
    reading = {"kind": "dynamometer", "quantity": "thrust", "value": 5000.0}
    plain, moved = (
        calibration_answer({"job": {"case": case}, "cuts": [{"id": "x", "case": case, "readings": [reading]}]})["thrust"]
        for case in (plain_case(), plain_case(setting__thrust_factor=1.4))
    )
    assert plain == moved
    assert plain.cuts[0].ratio > 0


@pytest.mark.parametrize(
    ("wrong", "field"),
    [
        ({"id": ""}, "cuts[0].id"),
        ({"used": "blunt"}, "cuts[0].used"),
        ({"age_years": -1}, "cuts[0].age_years"),
        ({"predicted": {"torque": BAND | {"low": 20}}}, "cuts[0].predicted.torque"),
        ({"readings": [{"kind": "scale", "value": 3}]}, "cuts[0].predicted.thrust"),
        ({"readings": [{"kind": "watts", "value": float("nan")}]}, "cuts[0].readings[0].value"),
        ({"readings": [{"kind": "guess", "value": 3}]}, "cuts[0].readings[0].kind"),
        ({"of": {"metal": 5}}, "cuts[0].of.metal"),
        ({"taken": "yes"}, "cuts[0].taken"),
        ({"nonsense": 1}, "cuts[0].nonsense"),
        ({"case": plain_case() | {"setting": 3.0}}, "setting"),
        ({"case": 3}, "cuts[0].case"),
    ],
)
def test_a_wrong_cut_is_refused_by_its_field(wrong: dict[str, Any], field: str) -> None:
    with pytest.raises(BadInput) as caught:
        calibration_answer(request(**wrong))
    assert caught.value.problems[0].field == field


@pytest.mark.parametrize("quantity", ["torque", "thrust"])
def test_what_is_kept_of_a_log_says_what_its_cuts_say(quantity: str) -> None:
    """For bands of any width, metals, sizes and machines met and not met, and after being written down and read again."""
    some = np.random.default_rng(5)
    kind = "watts" if quantity == "torque" else "scale"
    machines, metals, sizes = ("c2", "b1"), ("c45", "s355"), (8.0, 20.0)

    def of_any() -> Of:
        size = float(some.choice(sizes))
        return replace(
            OF,
            machine=str(some.choice(machines)),
            metal=str(some.choice(metals)),
            cutter=f"d{size:g}",
            edge=str(some.integers(9)),
            diameter_mm=size,
        )

    cuts = [
        logged(
            float(math.exp(some.normal(0.1, 0.2))), kind, str(k), of_any(), float(some.uniform(0.2, 0.4)), used=float(some.uniform(0, 1))
        )
        for k in range(40)
    ]
    fits = fitted(quantity, cuts)
    assert fits is not None
    kept = taught_from(json.loads(json.dumps(teach(fits).as_data())))
    for of in (*(of_any() for _ in range(6)), replace(OF, metal="brass", machine="new", diameter_mm=3.0)):
        job = replace(of, edge="one not met")
        for h, used in ((kept.narrowest, 0.0), (0.31, 0.5), (0.6, 0.85)):
            apart, says_it = learn(fits, Next(job, Said(10.0, h), used)), kept.says(job, used)
            assert says_it.at(h) == pytest.approx((apart.factor, apart.spread_left), rel=1e-9)
            assert float(says_it.at(np.array([h, 0.5]))[0][0]) == pytest.approx(apart.factor, rel=1e-9)
    assert sum(kept.pairings.values()) == 40


def test_a_check_meets_what_is_known_and_says_so() -> None:
    """Five readings of a quarter more than was said: the check's torque rises, its band narrows, its answer says of how many cuts; what
    the case says by hand goes before, and what readings are held against stays bare."""
    case = plain_case()
    bare = foretold(case)
    five = [
        LoggedCut(
            str(k), replace(bare.of, edge="1"), said_of(bare.bare["torque"]), (Measured("watts", 1.25 * float(bare.bare["torque"].middle)),)
        )
        for k in range(5)
    ]
    fits = fitted("torque", five)
    assert fits is not None
    with experienced(Log(torque=teach(fits)).calibrations_of):
        found = check_answer(case)
        said, by_hand = found.experience, check_answer(case | {"setting": case["setting"] | {"torque_factor": 0.9}})
        again = foretold(case)
    plain = check_answer(case)
    assert said is not None
    assert said.torque is not None
    assert said.thrust is None
    assert 1.15 < said.torque.factor < 1.25
    assert said.torque.spread_left < 0.9
    assert said.words.startswith("5 cuts like it logged: torque ")
    assert found.demand.torque_nm.middle == pytest.approx(plain.demand.torque_nm.middle * said.torque.factor, rel=1e-4)
    assert found.demand.power_kw.middle > plain.demand.power_kw.middle
    assert by_hand.demand.torque_nm.middle == pytest.approx(0.9 * plain.demand.torque_nm.middle, rel=1e-4)
    assert by_hand.experience is None
    assert plain.experience is None
    assert again.bare == bare.bare
    assert again.said["torque"].middle > bare.said["torque"].middle


def check_answer(case: dict[str, Any]) -> Answer:
    return plain_answer(check(read_case(case), recorded=False))


def test_motor_and_belt_are_judged_as_the_machine_s_own_meter_reads_them() -> None:
    """A meter that reads high on one machine only: what it reads next is foretold higher and closer than the cut itself is, and that is what
    motor, belt and stall are held to; everything else meets the cut's own torque."""
    bare = check(read_case(demo.job_case("winch-bracket")), recorded=False)
    pooled = bare.result.loads.torque_nm
    h, of = float(half_width(pooled)), of_job(bare.job)
    cuts = [
        *(logged(1.25, "watts", str(k), of, h) for k in range(8)),
        *(logged(1.0, "dynamometer", f"d{k}", replace(of, machine="b1"), h) for k in range(8)),
    ]
    fits = fitted("torque", cuts)
    assert fits is not None
    taught = teach(fits)
    assert taught.meters == {of.machine: "watts"}
    says, told = taught.at_meter(of, 0.0), learn(fits, Next(replace(of, edge="one not met"), Said(10.0, h), kind="watts"))
    assert says is not None
    assert float(says.at(h)[0]) == pytest.approx(told.meter_factor, rel=1e-9)
    assert float(says.at(h)[1]) * h == pytest.approx(told.meter_half_width, rel=1e-9)
    with experienced(Log(torque=taught).calibrations_of):
        found = check(bare.job, recorded=False)
    loads = found.result.loads
    assert float(loads.drive.torque_nm.middle) > 1.05 * float(loads.torque_nm.middle)
    assert float(half_width(loads.drive.torque_nm)) < float(half_width(loads.torque_nm))
    demands = {name: found.finding(name).judgement for name in ("motor", "belt", "holder")}
    assert demands["motor"] is not None
    assert demands["motor"].demand == loads.drive.power_kw
    assert demands["belt"] is not None
    assert demands["belt"].demand == loads.drive.surge_torque_nm
    # On a machine whose meter was never read there is nothing but the cut.
    assert taught.at_meter(replace(of, machine="another"), 0.0) is None
