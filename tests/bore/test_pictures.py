"""The bore log and the operating window: equal to the check where they must be, closed where the check says so."""

from typing import Any

import numpy as np
import pytest

from bore.bore_log import bore_log
from bore.columns import columns_of
from bore.contract.pictures import log_as_data, window_as_data
from bore.contract.read import read_case
from bore.evaluate import evaluate
from bore.limits.judgement import GIVES_WAY
from bore.window import MAPPED, window
from tests.conftest import checked, hand_case, plain_case

JOBS = {
    "power": plain_case(),
    "hand": hand_case(140),
    "pilot": plain_case(hole__start_diameter_mm=4),
    "blind": plain_case(hole__through=False),
    "shallow": plain_case(hole__depth_mm=1.5),
    "deep": plain_case(hole__depth_mm=250),
    "304": hand_case(150, material={"id": "stainless-304"}),
    "polishes": hand_case(60),
    "big": plain_case(hole__diameter_mm=40, machine__holder={"kind": "morse", "size": 4}),
}


@pytest.mark.parametrize("name", JOBS)
def test_log_equals_the_check_at_full_engagement(name: str) -> None:
    check = checked(JOBS[name])
    log = bore_log(check.job)
    point = float(check.columns.point_length_mm)
    if check.job.hole.depth_mm <= point:
        return  # the point leaves before it is full
    inside = (log.depth_mm >= point) & (log.depth_mm <= check.job.hole.depth_mm)
    for track, band in (
        ("torque_nm", check.result.loads.torque_nm),
        ("thrust_n", check.result.loads.thrust_n),
        ("power_kw", check.result.loads.power_kw),
    ):
        for end in ("low", "middle", "high"):
            assert getattr(log.tracks[track], end)[inside] == pytest.approx(getattr(band, end), rel=1e-9)


@pytest.mark.parametrize("name", JOBS)
def test_log_starts_at_nothing_and_a_through_hole_ends_at_nothing(name: str) -> None:
    job = read_case(JOBS[name])
    log = bore_log(job)
    for band in log.tracks.values():
        assert band.middle[0] == 0
        assert (band.low >= -1e-9).all()
        if job.hole.through:
            assert band.middle[-1] == pytest.approx(0, abs=1e-9)
        else:
            assert band.middle[-1] == pytest.approx(band.middle.max())
    assert list(log.depth_mm) == sorted(set(log.depth_mm))


def test_entry_share_is_the_ring_already_cut() -> None:
    """At half the point's way in, a quarter of the disc is cut: torque is the share of area (closed form, worked afresh)."""
    job = read_case(plain_case(cutter__chisel_ratio=0))
    log = bore_log(job)
    full = checked(plain_case(cutter__chisel_ratio=0)).result.loads.torque_nm.middle
    half = np.interp(float(columns_of(job).point_length_mm) / 2, log.depth_mm, log.tracks["torque_nm"].middle)
    assert half == pytest.approx(full / 4, rel=0.01)


def inside(outline: list[tuple[float, float]], speed: float, feed: float) -> bool:
    """Whether a place lies in a polygon (even-odd, in logarithms)."""
    points = [(np.log(s), np.log(f)) for s, f in outline]
    x, y, found = np.log(speed), np.log(feed), False
    for (xa, ya), (xb, yb) in zip(points, [*points[1:], points[0]], strict=True):
        if (ya > y) != (yb > y) and x < xa + (y - ya) / (yb - ya) * (xb - xa):
            found = not found
    return found


@pytest.mark.parametrize("name", ["power", "hand", "304", "big", "pilot"])
def test_window_closes_what_the_check_closes(name: str) -> None:
    """Places over the whole map: in a limit's hard ground exactly where the check says that limit gives way, but for a rim as
    wide as one sample."""
    job = read_case(JOBS[name])
    found = window(job)
    columns = columns_of(job)
    missed = total = 0
    for speed in np.geomspace(found.speeds_rpm[0] * 1.02, found.speeds_rpm[1] * 0.98, 17):
        for feed in np.geomspace(found.feeds_mm_rev[0] * 1.03, found.feeds_mm_rev[1] * 0.97, 15):
            one = evaluate(columns.over(job, feed_mm_rev=float(feed), speed_rpm=float(speed)), MAPPED)
            for limit in MAPPED:
                finding = one.findings[limit.id]
                if finding.judgement is None or not finding.judgement.known or finding.judgement.demand is None:
                    continue
                closed = any(
                    inside(region.outline, speed, feed) for region in found.regions if region.limit == limit.id and region.mark == "hard"
                )
                total += 1
                missed += closed != (finding.verdict >= GIVES_WAY)
    assert missed <= total * 0.002


def test_no_open_ground_names_the_limits() -> None:
    found = window(read_case(plain_case(machine__max_thrust_n=100)))
    assert found.recommended is None
    assert "feed-force" in found.meeting
    assert "pushes past the feed" in window_as_data(found)["meeting"]


def test_a_hand_made_feed_lies_on_the_map() -> None:
    """However small the feed a hand makes, its point is on the map."""
    found = window(read_case(hand_case(106)))
    assert found.point is not None
    assert found.feeds_mm_rev[0] < found.point.feed_mm_rev < found.feeds_mm_rev[1]


def test_recommended_removes_most_of_what_holds() -> None:
    """Brute force over the machine's real speeds and steps."""
    job = read_case(
        plain_case(
            machine__spindle__stages=[{"speed_rpm": n} for n in (150, 310, 640, 1000)], machine__feed__steps_mm_rev=[0.05, 0.1, 0.18, 0.25]
        )
    )
    columns = columns_of(job)
    best: tuple[float, float, float] = (0, 0, 0)
    for speed in (150.0, 310.0, 640.0, 1000.0):
        for feed in (0.05, 0.1, 0.18, 0.25):
            if evaluate(columns.over(job, feed_mm_rev=feed, speed_rpm=speed)).verdict == 0:
                best = max(best, (speed * feed, speed, feed))
    found = window(job).recommended
    assert found is not None
    assert (found.speed_rpm, found.feed_mm_rev) == (pytest.approx(best[1]), pytest.approx(best[2]))


@pytest.mark.parametrize("name", JOBS)
def test_pictures_are_plain_data(name: str) -> None:
    import json

    job = read_case(JOBS[name])
    for data in (log_as_data(bore_log(job)), window_as_data(window(job))):
        json.dumps(data, allow_nan=False)


def test_a_range_of_speeds_is_a_field_between_its_ends() -> None:
    stages: list[Any] = [{"min_rpm": 60, "max_rpm": 1500, "curve": [[300, 1.5], [1500, 1.5]]}]
    case = plain_case(machine__spindle={"power_kw": 1.5, "motor": "frequency-drive", "stages": stages}, setting__speed_rpm=150)
    found = window(read_case(case))
    assert found.ranges == (("60 rpm", 60, 1500),)
    assert found.recommended is not None
    # Below the first point of its curve the range has constant torque: half the speed, half the power (closed form).
    assert checked(case).columns.stage_power_kw == pytest.approx(0.75)
