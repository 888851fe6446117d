"""The bore log and the operating window: equal to the check where they must be, closed where the check says so."""

import json
from typing import Any

import numpy as np
import pytest

from bore.case.read import read_case
from bore.check.evaluate import evaluate
from bore.limits.judgement import GIVES_WAY
from bore.loads.assemble import columns_of
from bore.pictures.log import bore_log
from bore.pictures.window import MAPPED, window
from tests.answers import log_answer, window_answer
from tests.asking import BASES, checked, hand_case, plain_case

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
    # Before chips pack: within three diameters.
    inside = (log.depth_mm >= point) & (log.depth_mm <= min(check.job.hole.depth_mm, 3 * check.job.hole.diameter_mm))
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


class TestAlongTheDepth:
    def test_breakthrough_reaches_the_checks_own(self) -> None:
        """As the chisel lets go the high side of torque is the check's torque at breakthrough, but for the disc the chisel itself
        no longer cuts (ρ² of the area); the low side never leaps."""
        for name in ("power", "hand", "304"):
            check = checked(JOBS[name])
            log = bore_log(check.job)
            bottom = check.job.hole.depth_mm
            just_out = int(np.argmax(log.depth_mm > bottom))
            surged = check.result.loads.surge_torque_nm
            assert log.tracks["torque_nm"].high[just_out] == pytest.approx(surged.high, rel=0.033)
            assert log.tracks["torque_nm"].middle[just_out] == pytest.approx(surged.middle, rel=0.033)
            assert log.tracks["torque_nm"].low[just_out] <= check.result.loads.torque_nm.low

    def test_energy_is_the_area_under_power(self) -> None:
        """A through hole from solid within three diameters: whole torque over the depth, whatever the point does at the ends, so
        the energy is power times depth over feed rate (worked afresh); within 1 % of the area under the track over time."""
        for name in ("power", "pilot", "hand"):
            check = checked(JOBS[name])
            log = bore_log(check.job)
            assert log.time.at_s is not None
            rate = check.kinematics.feed_rate_mm_min / 60
            whole = check.result.loads.power_kw.middle * check.job.hole.depth_mm / rate
            assert log.time.energy_kj == pytest.approx(whole, rel=0.01)
            before = log.depth_mm <= check.job.hole.depth_mm
            area = np.trapezoid(log.tracks["power_kw"].middle[before], log.time.at_s[before])
            entering = check.columns.point_length_mm * check.result.loads.power_kw.middle / rate
            assert area == pytest.approx(whole, abs=entering)

    def test_chips_pack_beyond_three_diameters_and_a_full_retract_clears_them(self) -> None:
        """1 + 0.12 x + 0.03 x² at x diameters beyond three (common practice): 6 D in one go, and pecked every diameter."""
        straight = bore_log(read_case(plain_case(hole__depth_mm=60, hole__through=False)))
        full = checked(plain_case()).result.loads.torque_nm.middle
        assert np.interp(60, straight.depth_mm, straight.tracks["torque_nm"].middle) == pytest.approx(full * (1 + 0.36 + 0.27), rel=0.01)
        pecked = bore_log(read_case(plain_case(hole__depth_mm=60, hole__through=False, setting__pecks={"kind": "full"})))
        assert pecked.tracks["torque_nm"].middle.max() == pytest.approx(full, rel=1e-6)
        broken = bore_log(
            read_case(plain_case(hole__depth_mm=60, hole__through=False, setting__pecks={"kind": "chip-break", "depths_mm": [30]}))
        )
        assert full * 1.01 < broken.tracks["torque_nm"].middle.max() < straight.tracks["torque_nm"].middle.max()

    def test_each_peck_costs_its_time(self) -> None:
        straight, pecked = (
            bore_log(read_case(plain_case(hole__depth_mm=60, setting__pecks={"kind": kind}))).time for kind in ("none", "full")
        )
        pecks = 3  # three diameters, then one, 0.9 and 0.81 of one, and the rest
        assert pecked.at_s[-1] - straight.at_s[-1] == pytest.approx(1.5 * (pecks + 1), abs=1.6)
        assert straight.rms_kw < checked(plain_case(hole__depth_mm=60)).result.loads.power_kw.middle * 2

    def test_unclamped_plates_are_left_and_entered_again(self) -> None:
        loose = plain_case(hole__depth_mm=30, hole__stack_mm=[15, 15], hole__stack_clamped=False)
        solid = plain_case(hole__depth_mm=30, hole__stack_mm=[15, 15])
        found = {name: bore_log(read_case(case)) for name, case in (("loose", loose), ("solid", solid))}
        between = 15 + 0.5
        at = {name: np.interp(between, log.depth_mm, log.tracks["thrust_n"].middle) for name, log in found.items()}
        assert at["loose"] < 0.7 * at["solid"]
        assert any(mark.words == "plate 2" for mark in found["solid"].marks)
        assert found["loose"].section["plates_mm"] == [[0.0, 15.0], [16.0, 31.0]]

    def test_a_sloping_face_is_met_little_by_little(self) -> None:
        flat, sloping = (
            bore_log(read_case(plain_case(hole__entry="angled", hole__entry_angle_deg=angle, hole__start__kind="bush")))
            for angle in (0, 15)
        )
        at = [np.interp(2.0, log.depth_mm, log.tracks["torque_nm"].middle) for log in (flat, sloping)]
        assert at[1] < at[0]
        assert sloping.tracks["torque_nm"].middle.max() == pytest.approx(flat.tracks["torque_nm"].middle.max(), rel=0.01)

    @pytest.mark.parametrize("base", sorted(BASES))
    def test_every_family_is_logged(self, base: str) -> None:
        """Torque at full engagement before packing is the check's own for every family and machine."""
        check = checked(BASES[base])
        log = bore_log(check.job)
        full = float(check.columns.point_length_mm) + 0.01
        until = min(check.job.hole.depth_mm, 3 * check.job.hole.diameter_mm)
        if full >= until:
            return
        assert np.interp((full + until) / 2, log.depth_mm, log.tracks["torque_nm"].middle) == pytest.approx(
            float(check.result.loads.torque_nm.middle), rel=1e-6
        )
        json.dumps(log_answer(log), allow_nan=False)


@pytest.mark.parametrize("base", sorted(set(BASES) - {"tapping"}))
def test_every_cell_of_an_audit_lies_in_the_region_the_check_names(base: str) -> None:
    """A raster of 60 by 45 over the map: the ground each cell lies in is that of the limit the check names there, hard where
    it gives way or can't, tight where it is tight; open where it holds. A cell within half a per cent of a mark may fall
    either way. A limit that says the same everywhere, as a matter of kind, is named beside the map."""
    job = read_case(BASES[base])
    found, columns = window(job), columns_of(job)
    speeds = np.geomspace(found.speeds_rpm[0] * 1.01, found.speeds_rpm[1] * 0.99, 60)
    feeds = np.geomspace(found.feeds_mm_rev[0] * 1.02, found.feeds_mm_rev[1] * 0.98, 45)
    result = evaluate(columns.over(job, feed_mm_rev=feeds[:, None], speed_rpm=speeds[None, :]), MAPPED)
    shape = (45, 60)
    verdict, tightest = np.broadcast_to(result.verdict, shape), np.broadcast_to(result.tightest, shape)
    standing = {name for name, _ in found.standing}
    regions = {(region.limit, region.mark) for region in found.regions}
    masks = {key: region_mask([r.outline for r in found.regions if (r.limit, r.mark) == key], speeds, feeds) for key in regions}
    wrong = 0
    for row in range(45):
        for column in range(60):
            name, code = MAPPED[int(tightest[row, column])].id, int(verdict[row, column])
            if code == 0:
                wrong += any(mask[row, column] for (_, mark), mask in masks.items() if mark == "hard") and not near(
                    result, row, column, shape
                )
                continue
            if name in standing:
                continue
            key = (name, "hard" if code >= GIVES_WAY else "soft")
            wrong += not (key in masks and masks[key][row, column]) and not near(result, row, column, shape)
    assert wrong == 0


def near(result: Any, row: int, column: int, shape: tuple[int, int]) -> bool:
    """Whether some limit stands within half a per cent of one of its marks in a cell."""
    for finding in result.findings.values():
        judgement = finding.judgement
        if judgement is None or judgement.demand is None or not judgement.known:
            continue
        for demand, mark in ((judgement.demand.middle, judgement.hard), (judgement.demand.high, judgement.soft)):
            here, there = (float(np.broadcast_to(value, shape)[row, column]) for value in (demand, mark))
            if abs(here / max(there, 1e-12) - 1) < 0.005:
                return True
    return False


def region_mask(outlines: list[list[tuple[float, float]]], speeds: Any, feeds: Any) -> Any:
    """Which cells lie in any of the polygons (even-odd, in logarithms)."""
    x, y = np.log(speeds)[None, :], np.log(feeds)[:, None]
    found = np.zeros((len(feeds), len(speeds)), dtype=bool)
    for outline in outlines:
        points = np.log(np.array(outline))
        crossed = np.zeros_like(found)
        for (xa, ya), (xb, yb) in zip(points, np.roll(points, -1, axis=0), strict=True):
            if ya == yb:
                continue
            crossed ^= ((ya > y) != (yb > y)) & (x < xa + (y - ya) / (yb - ya) * (xb - xa))
        found |= crossed
    return found


def test_the_force_scale_is_what_the_hand_makes() -> None:
    """Each mark of the scale, given as a force to a check of its own, makes the feed beside it."""
    scale = window(read_case(hand_case(140))).force_scale
    assert len(scale) >= 3
    for force, feed in scale:
        made = checked(hand_case(force)).result.loads.wanted_feed.middle
        assert made == pytest.approx(feed, rel=1e-6)


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
    assert "more thrust than the feed gives" in window_answer(found)["meeting"]


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
    job = read_case(JOBS[name])
    for data in (log_answer(bore_log(job)), window_answer(window(job))):
        json.dumps(data, allow_nan=False)


def test_a_range_of_speeds_is_a_field_between_its_ends() -> None:
    stages: list[Any] = [{"min_rpm": 60, "max_rpm": 1500, "curve": [[300, 1.5], [1500, 1.5]]}]
    case = plain_case(machine__spindle={"power_kw": 1.5, "motor": "frequency-drive", "stages": stages}, setting__speed_rpm=150)
    found = window(read_case(case))
    assert found.ranges == (("60 to 1500 rpm", 60, 1500),)
    assert found.recommended is not None
    # Below the first point of its curve the range has constant torque: half the speed, half the power (closed form).
    assert checked(case).columns.stage_power_kw == pytest.approx(0.75)
