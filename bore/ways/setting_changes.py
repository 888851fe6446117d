"""Changes of speed and feed, or of the hand: each, both, and the steps beside."""

from collections.abc import Iterator
from dataclasses import replace
from typing import Any

import numpy as np

from bore.base.elementwise import absolute
from bore.check.best_setting import FORCES_N, fair, over_force, real_feeds, real_speeds, score, stage_words, with_feed
from bore.check.book_values import leaning_n
from bore.check.evaluate import Result, evaluate
from bore.cutters.registry import family_of
from bore.job.columns import Columns
from bore.job.job import Job
from bore.machines.kinds import HAND_VERBS
from bore.ways.candidate import Candidate

# Speeds nearer than this are the same step.
NEXT = 0.01


def settings_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """Another real speed, another feed, or both; a lighter or heavier hand."""
    speeds, feeds = real_speeds(job), real_feeds(job, columns)
    now_speed = float(columns.speed_rpm)
    now_feed = None if columns.hand_force_n is not None else float(columns.feed_mm_rev)  # type: ignore[arg-type]
    if columns.hand_force_n is not None:
        yield from _hand_changes(job, columns, speeds, now_speed)
        return
    assert now_feed is not None
    grid = evaluate(columns.over(job, feed_mm_rev=np.append(feeds, now_feed)[:, None], speed_rpm=np.append(speeds, now_speed)[None, :]))
    shape = (len(feeds) + 1, len(speeds) + 1)
    taken = family_of(columns.family).removal_mm3_min(columns, np.append(feeds, now_feed)[:, None], np.append(speeds, now_speed)[None, :])
    points = score(grid, taken, shape)
    by_speed, by_feed = int(np.argmax(points[-1, :-1])), int(np.argmax(points[:-1, -1]))
    both = np.unravel_index(int(np.argmax(points[:-1, :-1])), (len(feeds), len(speeds)))
    chosen = ((float(speeds[by_speed]), now_feed), (now_speed, float(feeds[by_feed])), (float(speeds[both[1]]), float(feeds[both[0]])))
    beside = [(speed, now_feed) for speed in _neighbours(speeds, now_speed)] + [(now_speed, feed) for feed in _neighbours(feeds, now_feed)]
    for speed, feed in dict.fromkeys((*chosen, *beside)):
        if abs(speed / now_speed - 1) < NEXT and abs(feed / now_feed - 1) < NEXT:
            continue
        yield _set(job, speed, feed, now_speed, now_feed)


def _set(job: Job, speed: float, feed: float, now_speed: float, now_feed: float) -> Candidate:
    changed = replace(job, setting=replace(with_feed(job.setting, feed_mm_rev=round(feed, 4)), speed_rpm=speed))
    slower = "slower" if speed < now_speed else "faster"
    lighter = "less feed" if feed < now_feed else "more feed"
    words = []
    if abs(speed / now_speed - 1) >= NEXT:
        words.append(f"{slower}: {stage_words(job, speed)}")
    if abs(feed / now_feed - 1) >= NEXT:
        words.append(f"{lighter}: {feed:.3g} mm/rev")
    changes = {"setting.speed_rpm": speed, "setting.feed_mm_rev": round(feed, 4)}
    kind = "speed and feed" if len(words) == 2 else "speed" if abs(speed / now_speed - 1) >= NEXT else "feed"
    return Candidate(kind, "; ".join(words), changed, changes, 0.0)


def _hand_changes(job: Job, columns: Columns, speeds: Any, now_speed: float) -> Iterator[Candidate]:
    """Another force, another real speed, and both: the best of the map, and the steps beside."""
    now_force = float(columns.hand_force_n)  # type: ignore[arg-type]
    forces = np.unique([*FORCES_N, now_force, float(leaning_n(columns))])
    over = over_force(job, columns, forces[:, None], speeds[None, :])
    grid = evaluate(over)
    shape = (len(forces), len(speeds))
    taken = np.broadcast_to(family_of(columns.family).removal_mm3_min(columns, grid.loads.feed_mm_rev, speeds[None, :]), shape)
    points = score(grid, taken, shape, fair(over, grid))
    same_speed, same_force = absolute(speeds / now_speed - 1) < NEXT, forces == now_force
    row, column = np.unravel_index(int(np.argmax(points)), shape)
    yield _by_hand(job, float(speeds[column]), float(forces[row]), now_speed, now_force)
    if np.any(same_speed):
        at = points[:, int(np.argmax(same_speed))]
        yield _by_hand(job, now_speed, float(forces[int(np.argmax(at))]), now_speed, now_force)
    at = points[int(np.argmax(same_force)), :]
    for speed in dict.fromkeys((float(speeds[int(np.argmax(at))]), *_neighbours(speeds, now_speed))):
        yield _by_hand(job, speed, now_force, now_speed, now_force)


def _by_hand(job: Job, speed: float, force: float, now_speed: float, now_force: float) -> Candidate:
    """A job at another speed, another force, or both; it says only what changes."""
    words, changes, setting = [], {}, job.setting
    if absolute(speed / now_speed - 1) >= NEXT:
        words.append(f"{'slower' if speed < now_speed else 'faster'}: {stage_words(job, speed)}")
        changes["setting.speed_rpm"] = speed
        setting = replace(setting, speed_rpm=speed)
    if force != now_force:
        words.append(f"{HAND_VERBS[job.machine.feed.kind]} {'harder' if force > now_force else 'lighter'}: {force:g} N")
        changes["setting.hand_force_n"] = force
        setting = with_feed(setting, hand_force_n=force)
    kind = "speed and force" if len(words) == 2 else "speed" if "setting.speed_rpm" in changes else "force"
    return Candidate(kind, "; ".join(words), replace(job, setting=setting), changes, 0.0)


def _neighbours(speeds: Any, now: float) -> Iterator[float]:
    """The next real speeds (or feeds) down and up, two each way."""
    lower = sorted((float(s) for s in speeds if s < now * 0.99), reverse=True)[:2]
    upper = sorted(float(s) for s in speeds if s > now * 1.01)[:2]
    yield from (*lower, *upper)
