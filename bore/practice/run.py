"""A run from first touch to its end: by a rule's hand, or by forces that were noted; what happened, and what it came to."""

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import dataclass

from bore.base.budget import look
from bore.practice import facts
from bore.practice.drive import idles_rpm
from bore.practice.events import Event, happened
from bore.practice.policies import Hand
from bore.practice.state import State
from bore.practice.step import World, step

FRAMES_HZ = 10
LOOK_EVERY = 500


@dataclass(frozen=True, slots=True)
class Run:
    """How it went: states at ten a second, the events in their turn, and where it ended."""

    frames: tuple[State, ...]
    events: tuple[Event, ...]
    last: State


def begin(world: World, used: float, skin: float = 0.0) -> State:
    """A run about to begin: the tip above the face, the spindle turning, an edge of which a share is gone."""
    columns = world.set_up.columns
    state = State(used=used, began_used=used, skin=skin, oil=0.0 if columns.coolant.method == "dry" else 1.0)
    state.speed_rpm = idles_rpm(columns, world.truth.bears["stall"])
    return state


def forced(force: Sequence[tuple[float, float]]) -> Hand:
    """A hand that follows forces noted at their times, in a line from one to the next; the last one lasts."""
    times = [t for t, _ in force]

    def hand(world: World, state: State) -> float:
        at = bisect_right(times, state.t_s)
        if at == 0:
            return force[0][1]
        if at == len(force):
            return force[-1][1]
        (t0, f0), (t1, f1) = force[at - 1], force[at]
        return f0 + (f1 - f0) * (state.t_s - t0) / (t1 - t0)

    return hand


def run(world: World, hand: Hand, state: State, actions: Sequence[tuple[float, str]] = (), dt: float = facts.DT_S) -> Run:
    """Play a cut to its end. Actions: `oil`, `off`, `on`, at their times."""
    frames, events, done = [_copy(state)], [], 0
    count = 0
    while not state.end:
        count += 1
        if count % LOOK_EVERY == 0:
            look()
        while done < len(actions) and actions[done][0] <= state.t_s:
            act(world, state, actions[done][1])
            done += 1
        step(world, state, hand(world, state), dt)
        events += list(happened(world, state))
        if count % round(1 / (FRAMES_HZ * dt)) == 0:
            frames.append(_copy(state))
    frames.append(_copy(state))
    return Run(tuple(frames), tuple(events), state)


def act(world: World, state: State, what: str) -> None:
    """Oil the drill, switch off, switch on."""
    if what == "oil" and world.set_up.columns.coolant.method != "dry":
        state.oil = 1.0
    elif what in ("on", "off"):
        state.on = what == "on"


def _copy(state: State) -> State:
    found = State(**{name: getattr(state, name) for name in State.__slots__})
    found.fired = list(state.fired)
    return found
