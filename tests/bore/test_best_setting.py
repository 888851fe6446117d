"""The best setting there is: one search, whoever asks, over every stored case and over threads, whose feed and metal are their own."""

import copy
from typing import Any

import numpy as np
import pytest

from bore.case.read import read_case
from bore.check.best_setting import best_setting
from bore.limits import ALL_LIMITS
from bore.pictures.log import bore_log
from bore.pictures.window import window
from tests.answers import log_answer
from tests.asking import BASES, answered, checked, contract_example, hand_case, pair, pairs_of_family_and_machine
from tests.demo import machines

M10 = {"hole": {"diameter_mm": 10, "start_diameter_mm": 8.5, "depth_mm": 20, "through": True}, "material": {"id": "steel-c45"}}
THREADS = {
    f"{name} on {slug}": M10
    | {"cutter": cutter, "machine": machine, "setting": {"speed_rpm": 400, "feed_mm_rev": 1.5 if name == "M10 tap" else 0.08}}
    for name, cutter in (("M10 tap", {"family": "tap"}), ("M10 thread mill", {"family": "thread-mill", "diameter_mm": 6}))
    for slug, machine in machines().items()
}
STORED = (
    BASES
    | {f"{row['family']} on {row['kind']}": pair(row["family"], row["kind"]) for row in pairs_of_family_and_machine()}
    | {"example": contract_example(), "a light hand": hand_case(50), "a heavy hand": hand_case(243)}
    | THREADS
)


@pytest.mark.parametrize("name", STORED)
def test_what_the_window_calls_best_is_the_best_setting_and_is_what_it_says(name: str) -> None:
    """It is accepted when it is set, and its check has the verdict and the tightest limit the window told."""
    job = read_case(STORED[name])
    shown, best = window(job).recommended, best_setting(job)
    case: dict[str, Any] = copy.deepcopy(STORED[name])
    feed = {"feed_mm_rev": best.feed_mm_rev} if best.hand_force_n is None else {"hand_force_n": best.hand_force_n}
    kept = {key: value for key, value in case["setting"].items() if key in ("pecks", "school", "torque_factor", "speed_factor")}
    again = checked(case | {"setting": kept | {"speed_rpm": best.speed_rpm} | feed})
    assert int(again.result.verdict) == best.verdict
    if shown is None:
        assert best.verdict > 1
        return
    assert (shown.speed_rpm, shown.feed_mm_rev, shown.hand_force_n) == (best.speed_rpm, best.feed_mm_rev, best.hand_force_n)
    assert (shown.verdict, shown.tightest) == (best.verdict, ALL_LIMITS[best.tightest].id)
    assert again.tightest == shown.tightest


@pytest.mark.parametrize("name", THREADS)
def test_a_thread_takes_its_groove_out_and_nothing_comes_back(name: str) -> None:
    """Metal removed is the groove's: for a through thread, its volume over the time in the cut, and the log's energy is of that order."""
    found = answered(THREADS[name])
    per_minute = found["kinematics"]["removal_cm3_min"]
    assert 0 < per_minute < 60
    log = log_answer(bore_log(read_case(THREADS[name])))
    torque = np.array(log["tracks"]["torque_nm"]["high"], dtype=float)
    assert np.all(torque >= 0)
    assert np.max(torque) <= found["demand"]["torque_nm"]["high"] * 4
    assert 0 <= log["energy_kj"] < 100


def test_a_tap_takes_the_volume_of_the_thread() -> None:
    """M10 through 20 mm of an 8.5 mm hole, 13.3 turns: the 60° groove of ISO 68-1, its flat of P/8 at the major diameter, as rings of
    metal added up from the hole outwards."""
    found = answered(THREADS["M10 tap on v1"])
    turns_per_minute, turns = 400, 20 / 1.5
    volume_mm3 = 1000 * found["kinematics"]["removal_cm3_min"] / turns_per_minute * turns
    step_mm = 1e-3
    radius = np.arange(8.5 / 2, 10 / 2, step_mm) + step_mm / 2
    width = 1.5 / 8 + 2 * np.tan(np.radians(30)) * (5 - radius)
    assert volume_mm3 == pytest.approx(np.sum(2 * np.pi * radius * width * step_mm) * turns, rel=0.02)
