"""A practice run step by step: what a screen draws it with, and what a few forces make of it."""

import math
from typing import Any

from bore.answers.practice import Asked, End, PracticeEvent, PracticeFrame, event_of, frame_of
from bore.answers.shape import number
from bore.base.errors import BadInput
from bore.base.immutable import outgoing
from bore.base.plain import figure, listed
from bore.limits.hand import HARD_N
from bore.practice import facts
from bore.practice.events import happened
from bore.practice.run import FRAME_STEPS, act
from bore.practice.state import State
from bore.practice.step import end_mm, step

MOST_SAMPLES = 25


@outgoing
class PracticeScene:
    """What a screen draws a run with, before it begins: the hole, the drill, what the hand has, what the drive bears (None where nothing
    bounds it), and what it begins with. Nothing of what is hidden is in it."""

    depth_mm: float
    through: bool
    diameter_mm: float
    start_diameter_mm: float
    point_mm: float
    point_angle_deg: float
    end_mm: float
    book_mm_rev: float
    crowds_mm_rev: float
    speed_rpm: float
    spring_n: float
    force_ratio: float
    pushed: bool
    hard_n: float
    belt_nm: float | None
    stall_nm: float | None
    backed: bool
    frame: PracticeFrame


@outgoing
class PracticeStep:
    """Moments since the last step, what happened, and how it ended, where it has."""

    frames: list[PracticeFrame]
    events: list[PracticeEvent]
    end: End | None


def scene_of(asked: Asked, state: State) -> PracticeScene:
    """A run about to begin, to be drawn."""
    made, columns = asked.set_up, asked.set_up.columns

    def bears(name: str) -> float | None:
        return number(made.marks[name].hard) if math.isfinite(made.marks[name].hard) else None

    return PracticeScene(
        depth_mm=number(columns.depth_mm),
        through=columns.through,
        diameter_mm=number(columns.diameter_mm),
        start_diameter_mm=number(columns.start_diameter_mm),
        point_mm=number(columns.point_length_mm),
        point_angle_deg=number(columns.point_angle_deg),
        end_mm=number(end_mm(made)),
        book_mm_rev=number(made.book_mm_rev),
        crowds_mm_rev=number(made.crowds_mm_rev),
        speed_rpm=number(columns.speed_rpm),
        spring_n=number(columns.return_spring_n),
        force_ratio=number(columns.force_ratio or 1.0),
        pushed=columns.feed_kind == "push",
        hard_n=number(HARD_N),
        belt_nm=bears("belt"),
        stall_nm=bears("stall"),
        backed=columns.behind == "backing",
        frame=frame_of(made, state),
    )


def read_samples(samples: Any) -> list[float]:
    """Forces at the lever, one each fiftieth of a second. Raises BadInput naming the one that will not do."""
    rows = listed(samples, "samples", MOST_SAMPLES)
    if not rows:
        raise BadInput.at("samples", f"accepted: 1 to {MOST_SAMPLES} forces, N")
    return [figure(force, f"samples[{place}]", facts.LEAST_N, facts.MOST_N) for place, force in enumerate(rows)]


def stepped(asked: Asked, state: State, samples: list[float], actions: list[str]) -> PracticeStep:
    """The state moved on under so many forces; it ends where the run does."""
    frames, events = [], []
    for what in actions:
        act(asked.world, state, what)
    for count, force in enumerate(samples, start=1):
        if state.end:
            break
        step(asked.world, state, force)
        events += [event_of(event) for event in happened(asked.world, state)]
        if count % FRAME_STEPS == 0 or count == len(samples) or state.end:
            frames.append(frame_of(asked.set_up, state))
    return PracticeStep(frames=frames, events=events, end=state.end or None)  # type: ignore[arg-type]
