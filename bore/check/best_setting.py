"""The settings a machine really has, and the best of them for a job."""

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from bore.base.elementwise import choose, most
from bore.base.immutable import immutable
from bore.check.book_values import leaning_n
from bore.check.evaluate import Finding, Result, evaluate
from bore.cutters.registry import family_of
from bore.job.columns import Columns
from bore.job.job import Job, Setting
from bore.limits.judgement import HOLDS, TIGHT, rank, verdict_within
from bore.limits.motor import cut_time_s
from bore.loads.assemble import columns_of
from bore.machines.kinds import HAND_FEEDS, HAND_VERBS
from bore.mechanics import kinematics, spindle

Array = NDArray[np.float64]
# Speeds and feeds tried where the machine has ranges, and how far about the book's feed.
SPEEDS, FEEDS = 12, 10
BELOW_BOOK, ABOVE_BOOK = 6.0, 1.6
# So near the book's figure is at it: a rounded feed, the step of a gear next to it.
NEAR_BOOK = 1.05
# What tells two settings apart that are equally far from going.
ALIKE = 1e-3
# Forces at the knob that are tried where a hand pushes, N.
FORCES_N = np.array([20.0, 40.0, 60.0, 80.0, 100.0, 120.0, 150.0, 180.0, 200.0, 220.0, 250.0])


@immutable
class Best:
    """The best real setting of a job's machine for it: the job at that setting, its verdict, the place of its tightest limit, how far
    that is used, the time in feed, the setting in words, and whether the drill cuts at
    all there."""

    job: Job
    verdict: int
    tightest: int
    use: float
    time_s: float
    speed_rpm: float
    feed_mm_rev: float
    hand_force_n: float | None
    words: str
    bites: bool


def with_feed(setting: Setting, *, feed_mm_rev: float | None = None, hand_force_n: float | None = None) -> Setting:
    """A setting with one way of feeding."""
    return replace(setting, feed_mm_rev=feed_mm_rev, feed_rate_mm_min=None, hand_force_n=hand_force_n, seconds_per_turn=None)


def stage_words(job: Job, speed_rpm: float) -> str:
    """A speed as the machine names it: `belt C, 310 rpm`, or the figure alone."""
    for stage in job.machine.spindle.stages:
        if stage.speed_rpm is not None and abs(stage.speed_rpm / speed_rpm - 1) < 0.01:
            named = stage.name and f"{stage.speed_rpm:g} rpm" not in stage.name
            return f"{stage.name}, {speed_rpm:g} rpm" if named else f"{speed_rpm:g} rpm"
    return f"{float(f'{speed_rpm:.4g}'):g} rpm"


def hand_words(job: Job, force_n: float) -> str:
    """A hand's force as what the hand does: `pulling 150 N`."""
    return f"{HAND_VERBS[job.machine.feed.kind]}ing {force_n:g} N"


def feed_words(job: Job, feed_mm_rev: float, speed_rpm: float) -> str:
    """A feed as whoever makes it needs it."""
    return ", ".join(filter(None, (f"{feed_mm_rev:.3g} mm/rev", feed_note(job, feed_mm_rev, speed_rpm))))


def feed_note(job: Job, feed_mm_rev: float, speed_rpm: float) -> str:
    """What a hand needs to know of a feed beside its figure: on a wound screw how long a turn of the wheel takes, on a lever that follows
    travel how long the hole, with a drill in two hands when to ease; nothing where the feed is driven."""
    feed = job.machine.feed
    if feed.kind == "tailstock" and feed.lead_mm:
        return f"a turn of the wheel in {_seconds(feed.lead_mm / (feed_mm_rev * speed_rpm))}"
    if feed.kind in HAND_FEEDS and job.cutter.kind.follows_travel:
        return f"let down evenly, {_seconds(job.hole.depth_mm / (feed_mm_rev * speed_rpm))} for the depth"
    if job.machine.is_a.in_hands:
        return "light until the point is in, and eased before it shows"
    return ""


def _seconds(minutes: float) -> str:
    """Some minutes as seconds a hand can count."""
    seconds = 60 * minutes
    return f"{seconds:.0f} s" if seconds >= 10 else f"{seconds:.2g} s"


def real_speeds(job: Job, count: int = SPEEDS) -> Array:
    """Every step of speed, and each range sampled by ratio, rpm."""
    speeds: list[float] = []
    for stage in job.machine.spindle.stages:
        if stage.speed_rpm is not None:
            speeds.append(stage.speed_rpm)
        else:
            speeds.extend(float(f"{speed:.3g}") for speed in np.geomspace(stage.slowest_rpm, stage.fastest_rpm, count))
    return np.array(sorted(set(speeds)))


def real_feeds(job: Job, columns: Columns, count: int = FEEDS) -> Array:
    """The steps of a power feed, or feeds about the book's, mm/rev; a tap's is its pitch."""
    steps = job.machine.feed.steps_mm_rev
    if columns.family.plunges and not columns.family.axial_chip:
        return np.array([float(columns.pitch_mm)])
    if steps and job.machine.feed.kind == "power-steps":
        return np.array(sorted(steps))
    book: Any = columns.book_feed_mm_rev
    return np.array([float(f"{feed:.3g}") for feed in np.geomspace(float(book) / BELOW_BOOK, float(book) * ABOVE_BOOK, count)])


def fair(columns: Columns, result: Result) -> Any:
    """Where a setting is one a person could defend: no more than the book's feed and the top of the book's range of speed; the slowest there
    is where no book has a speed."""
    if columns.vc_top_m_min is None:
        slow: Any = columns.speed_rpm <= np.min(columns.speed_rpm)
    else:
        slow = columns.cutting_speed_m_min <= columns.vc_top_m_min * columns.vc_factor
    return slow & (result.loads.feed_mm_rev <= columns.book_feed_mm_rev * NEAR_BOOK)


def score(result: Result, taken: Any, shape: tuple[int, ...], usual: Any = True) -> Any:
    """What makes one setting better than another: holding before tight, tight before giving way. Among those that hold the usual ones
    first, and the most metal removed (`taken`); among the tight first the fewest limits that are tight, since what is tight whatever it is set to is no reason to
    drive the rest, then the less they are past their soft mark; among those that do not go the nearest to going."""
    taken = np.broadcast_to(taken, shape)
    share = taken / np.max(taken, axis=(-2, -1), keepdims=True)
    defended = np.broadcast_to(usual, shape)
    # What fails by kind fails at every setting: the rest chooses, as it will be once that is mended.
    worst = np.broadcast_to(most(0.0, *(_set_by(found) for found in result.findings.values())), shape)
    verdict = np.broadcast_to(verdict_within(worst), shape)
    holds, goes = verdict == HOLDS, verdict <= TIGHT
    limits = len(result.findings) + 1
    tight: Any = sum(found.verdict == TIGHT for found in result.findings.values())
    # Of two that are equally tight the one with more in hand, unless it takes far less metal.
    past = 0.5 * np.clip(worst - rank(verdict, 0.0) - 1.0, 0.0, 1.0)
    points = np.where(holds, 2.0 + share + defended, 2.0 - (np.broadcast_to(tight, shape) + past - 0.25 * share - 0.5 * defended) / limits)
    # Where nothing goes, and equally little at every speed, a usual one.
    return np.where(goes, points, ALIKE * defended * share - worst)


def _set_by(found: Finding) -> Any:
    """How a limit ranks as far as the setting has a say in it: nothing where it is not known, or fails whatever the setting."""
    if found.judgement is None or not found.judgement.known:
        return 0.0
    here = rank(found.verdict, found.use)
    whatever = found.judgement.demand is None and np.shape(found.verdict)[-2:] in ((), (1, 1), (1,))
    return choose(found.verdict > TIGHT, 0.0, here) if whatever else here


def over_force(job: Job, columns: Columns, forces_n: Any, speeds_rpm: Any) -> Columns:
    """The columns over hand forces down and speeds across."""
    at = columns.over(job, feed_mm_rev=0.0, speed_rpm=speeds_rpm)
    return at.changed(feed_mm_rev=None, hand_force_n=forces_n)


def book_setting(job: Job) -> tuple[Job, str]:
    """The job at the book's own setting on its machine, and that in words: the nearest real speed to the middle of the
    range, the step of feed next below the book's, the usual force where a hand pushes. Quick, and not always the best."""
    anyhow = replace(job, setting=with_feed(job.setting, feed_mm_rev=0.1))
    columns = columns_of(anyhow)
    speed = _book_speed(job, columns)
    if columns.family.leant_on(job.machine.feed.kind):
        force = float(leaning_n(columns))
        setting = with_feed(job.setting, hand_force_n=force)
        return replace(job, setting=replace(setting, speed_rpm=speed)), f"at {stage_words(job, speed)}, {hand_words(job, force)}"
    feeds = real_feeds(job, columns)
    book = float(columns.book_feed_mm_rev)
    stepped = job.machine.feed.kind == "power-steps" and bool(job.machine.feed.steps_mm_rev)
    under = [float(feed) for feed in feeds if feed <= book * 1.05]
    feed = (under[-1] if under else float(feeds[0])) if stepped else float(f"{book:.3g}")
    setting = replace(with_feed(job.setting, feed_mm_rev=feed), speed_rpm=speed)
    return replace(job, setting=setting), f"at {stage_words(job, speed)}, {feed_words(job, feed, speed)}"


def usual_setting(job: Job) -> Job:
    """The job at the setting a machinist would begin with: the book's where it holds, else the best the machine has."""
    begun, _ = book_setting(job)
    columns = columns_of(begun)
    return begun if int(evaluate(columns).verdict) == HOLDS else best_setting(job).job


def _book_speed(job: Job, columns: Columns) -> float:
    low, top = columns.vc_low_m_min, columns.vc_top_m_min
    if low is None or top is None:
        return columns.slowest_rpm
    middle = (low + top) / 2 * float(columns.vc_factor)
    wanted = kinematics.speed_rpm(cutting_speed_m_min=middle, diameter_mm=columns.diameter_mm)
    found = float(spindle.nearest_speed_rpm(job.machine.spindle, wanted))
    return found if any(stage.speed_rpm is not None for stage in job.machine.spindle.stages) else float(f"{found:.3g}")


def best_setting(job: Job) -> Best:
    """The best of the machine's real settings for a job, whatever it was set to."""
    return best_settings(job, (job.hole.start_diameter_mm,))[0]


def best_settings(job: Job, starts_mm: Sequence[float], quickest: bool = False) -> list[Best]:
    """The best real setting for a job from each of several holes that may be there before it, worked out at once.

    starts_mm: all nought, or all above it: solid metal and a hole are other jobs; quickest: up to what still holds, not to the book.
    """
    by_hand = job.cutter.kind.leant_on(job.machine.feed.kind)
    jobs = [replace(job, hole=replace(job.hole, start_diameter_mm=start)) for start in starts_mm]
    anyhow = replace(jobs[0], setting=replace(with_feed(job.setting, feed_mm_rev=0.1), pecks=job.setting.pecks))
    columns = columns_of(anyhow)
    if len(jobs) > 1:
        inner = np.array([family_of(columns.family).inner_diameter_mm(one) for one in jobs])
        columns = columns.changed(start_diameter_mm=inner[:, None, None])
    speeds = real_speeds(job)
    if by_hand:
        # What gives the book's feed, beside round figures.
        leaning = np.broadcast_to(np.ravel(leaning_n(columns)), len(jobs))
        rows = np.array([sorted((*FORCES_N, force)) for force in leaning])
        over = over_force(job, columns, rows[:, :, None], speeds[None, :])
    else:
        rows = np.broadcast_to(feeds := real_feeds(job, columns), (len(jobs), len(feeds)))
        over = columns.over(job, feed_mm_rev=feeds[:, None], speed_rpm=speeds[None, :])
    return _best_of_each(jobs, over, evaluate(over), (rows, speeds), by_hand, quickest)


def _best_of_each(jobs: list[Job], over: Columns, result: Result, axes: tuple[Array, Array], by_hand: bool, quickest: bool) -> list[Best]:
    """The best cell of each job's grid of settings."""
    rows, speeds = axes
    shape = (*rows.shape, len(speeds))
    feeds = np.broadcast_to(result.loads.feed_mm_rev, shape)
    points = score(
        result, family_of(over.family).removal_mm3_min(over, feeds, speeds[None, :]), shape, True if quickest else fair(over, result)
    )
    times = np.broadcast_to(cut_time_s(over, result.loads), shape)
    verdicts, tightest, uses, bites = (
        np.broadcast_to(value, shape) for value in (result.verdict, result.tightest, result.use, result.loads.bites)
    )
    found = []
    for place, job in enumerate(jobs):
        row, column = np.unravel_index(int(np.argmax(points[place])), shape[1:])
        at = (place, int(row), int(column))
        value, speed = float(rows[place, row]), float(speeds[column])
        setting = with_feed(job.setting, hand_force_n=value) if by_hand else with_feed(job.setting, feed_mm_rev=value)
        words = f"at {stage_words(job, speed)}, " + (hand_words(job, value) if by_hand else feed_words(job, value, speed))
        changed = replace(job, setting=replace(setting, speed_rpm=speed))
        judged = int(verdicts[at]), int(tightest[at]), float(uses[at])
        found.append(Best(changed, *judged, float(times[at]), speed, float(feeds[at]), value if by_hand else None, words, bool(bites[at])))
    return found
