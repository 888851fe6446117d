"""A run from first touch to its end: by a rule's hand, or by forces that were noted; what happened, and what it came to."""

from bisect import bisect_right
from collections.abc import Iterator, Sequence

from bore.base.budget import look
from bore.base.immutable import immutable
from bore.practice import facts
from bore.practice.drive import idles_rpm
from bore.practice.events import Event, happened, kinds
from bore.practice.fed import PUSHED, asked_by, step_fed
from bore.practice.policies import Hand
from bore.practice.state import State
from bore.practice.step import World, step

# A state is kept each so many steps of time: ten a second.
FRAME_STEPS = round(0.1 / facts.DT_S)
LOOK_EVERY = 500


@immutable
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


def held(given: Sequence[tuple[float, float]]) -> Hand:
    """A hand that winds a wheel, or turns an override, as was noted at its times, each until the next."""
    times = [t for t, _ in given]
    return lambda world, state: given[max(bisect_right(times, state.t_s) - 1, 0)][1]


def run(world: World, hand: Hand, state: State, actions: Sequence[tuple[float, str]] = (), dt: float = facts.DT_S) -> Run:
    """Play a cut to its end. Actions: `oil`, `off`, `on`, at their times."""
    film, done = _Film(world, state), 0
    while not state.end:
        while done < len(actions) and actions[done][0] <= state.t_s:
            act(world, state, actions[done][1])
            done += 1
        film.move(hand(world, state), dt)
    return film.shown()


def harmless(world: World, hand: Hand, state: State, longest_s: float) -> State | None:
    """Where a cut ends that comes through before so long without anything bad; None as soon as that is not so."""
    told, count = kinds(), 0
    while not state.end and state.t_s <= longest_s:
        count += 1
        if any(told[one.id].bad for one in _moved(world, state, hand(world, state), facts.DT_S, count)):
            return None
    return state if state.end == "through" and state.t_s <= longest_s else None


def _moved(world: World, state: State, force_n: float, dt: float, count: int) -> Iterator[Event]:
    """The state moved on by a step of time, and what that brought; every so many steps it is asked whether there is time left."""
    if count % LOOK_EVERY == 0:
        look()
    (step if asked_by(world.set_up) == PUSHED else step_fed)(world, state, force_n, dt)
    return happened(world, state)


def replayed(world: World, state: State, steps: Sequence[tuple[Sequence[float], Sequence[str]]]) -> Run:
    """A run drilled again with its own forces, one a step of time, and what was done before each group of them; one that was left ends as
    switched off."""
    film = _Film(world, state)
    for forces, actions in steps:
        for what in actions:
            act(world, state, what)
        for force in forces:
            if not state.end:
                film.move(force, facts.DT_S)
    state.end = state.end or "off"
    return film.shown()


class _Film:
    """A run as it is moved on: states at ten a second and what happened."""

    def __init__(self, world: World, state: State) -> None:
        self.world, self.state, self.count = world, state, 0
        self.frames, self.events = [_copy(state)], list[Event]()

    def move(self, force_n: float, dt: float) -> None:
        self.count += 1
        self.events += _moved(self.world, self.state, force_n, dt, self.count)
        if self.count % FRAME_STEPS == 0:
            self.frames.append(_copy(self.state))

    def shown(self) -> Run:
        return Run((*self.frames, _copy(self.state)), tuple(self.events), self.state)


def act(world: World, state: State, what: str) -> None:
    """Oil the drill, switch off, switch on."""
    if what == "oil":
        state.oil = 1.0
    elif what in ("on", "off"):
        state.on = what == "on"


def _copy(state: State) -> State:
    found = State(**{name: getattr(state, name) for name in State.__slots__})
    found.fired = list(state.fired)
    return found
