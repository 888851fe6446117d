"""What happens in a run, told once each: when it is seen, by which limit, in which words; and what ends a run."""

import math
from collections.abc import Callable, Iterator
from functools import cache

from bore.base.immutable import immutable
from bore.base.sources import rows, source
from bore.cutters.speed_factors import WET_ENOUGH
from bore.limits.hand import HARD_N
from bore.limits.pack import JAMS, STICKS
from bore.practice import facts
from bore.practice.state import State
from bore.practice.step import HOT, World, end_mm

# The feed as it comes through over what it was, that is a leap.
LEAPS = 1.6
WALKED_MM, RUBS_S, CROWDS_S, SKINNED, BENDS = 0.3, 0.5, 0.15, 0.5, 0.8
# An edge that is gone ends a run once it has only rubbed for so long, s; while it still cuts, it is seen to be gone at this much more of its life.
RUBBED_OUT_S, NO_CHIP, STILL_CUTS = 1.0, 2.0, 0.049


@immutable
class Kind:
    """A kind of event: the limit whose doing it is, whether it counts against a run, what it is and how it is seen, heard, felt; how its figure
    and mark are told (empty where they tell nothing)."""

    id: str
    limit: str
    bad: bool
    words: str
    seen: str
    heard: str
    felt: str
    figures: str


@immutable
class Event:
    """Something that happened: when, and the figure beside its mark."""

    t_s: float
    id: str
    figure: float
    mark: float


@cache
def kinds() -> dict[str, Kind]:
    """Every kind of event, in the order they are looked for."""
    names = ("words", "seen", "heard", "felt", "figures")
    return {
        row["event"]: Kind(row["event"], row["limit"], row["bad"] == "true", *(row[name] for name in names))
        for row in rows("practice_events.csv")
        if source(row["source"])
    }


Look = Callable[[World, State], tuple[float, float]]


def _pushes(state: State) -> float:
    """The thrust on the metal, N; none while the drill moves freely."""
    return state.thrust_n if state.bites or state.rubs else 0.0


def _slides(world: World, state: State) -> float:
    still, less = world.set_up.slide
    return max(still - less * state.thrust_n, 0.0) if math.isfinite(still) else math.inf


def _snaps(world: World, state: State) -> tuple[float, float]:
    """Twisted off, or buckled: whichever is nearer."""
    bears = world.truth.bears
    twisted = state.torque_nm, bears["twist-off"]
    buckled = _pushes(state), bears["first-touch"] if state.turns < 1 else bears["buckle"]
    return max(twisted, buckled, key=lambda one: one[0] / one[1])


def _smokes(world: World, state: State) -> float:
    """Oil that is brushed on smokes; what floods does not."""
    return state.heat if state.oil > 0 and state.smokes_s > facts.SEEN_S and world.set_up.columns.coolant.method not in WET_ENOUGH else 0.0


# Each event with what is looked at and the mark it passes. Each is one call: a run looks at all of them hundreds of times a second.
LOOKS: dict[str, Look] = {
    "walks": lambda world, state: (state.offset_mm, WALKED_MM),
    "rub": lambda world, state: (state.rubbing_s, RUBS_S),
    "skin": lambda world, state: (state.skin, SKINNED),
    "dull": lambda world, state: (state.used if state.rubs and state.used > state.began_used else 0.0, facts.DULL_AT),
    "dead": lambda world, state: (state.used, facts.DEAD_AT + (0.0 if _rubbed_out(world, state) else STILL_CUTS)),
    "smoke": lambda world, state: (_smokes(world, state), HOT[0]),
    "hot-chips": lambda world, state: (state.heat if state.blue_s > facts.SEEN_S else 0.0, HOT[1]),
    "temper": lambda world, state: (state.edge_c, facts.edge_of(world.set_up.columns.substrate).temper_c),
    "crowd": lambda world, state: (state.crowded_s, CROWDS_S),
    "pack": lambda world, state: (state.packing if state.bites else 1.0, STICKS),
    "jam": lambda world, state: (state.packing if state.bites else 1.0, JAMS),
    "belt-slip": lambda world, state: (float(state.slipping), 0.5),
    "stall": lambda world, state: (state.standing_s, facts.DT_S / 2),
    "surge": lambda world, state: (0.0 if world.set_up.columns.opens_a_hole else state.leapt, LEAPS),
    "snatch": lambda world, state: (state.leapt if state.snatched else 0.0, 1.0),
    "loose": lambda world, state: (state.torque_nm, world.truth.bears["work"]),
    "gap": lambda world, state: (_pushes(state), world.set_up.gap_n),
    "lets-go": lambda world, state: (_pushes(state), world.truth.bears["magnet"]),
    "slides": lambda world, state: (state.torque_nm, _slides(world, state)),
    "bends": lambda world, state: (_pushes(state), BENDS * world.truth.bears["first-touch"] if state.turns < 1 else math.inf),
    "spins": lambda world, state: (state.torque_nm, world.truth.bears["holder"]),
    "snap": _snaps,
    "hand": lambda world, state: (state.force_n, HARD_N),
}
# What ends a run, and as what.
ENDS = {"snap": "broken", "loose": "loose", "lets-go": "slipped", "slides": "slipped"}


def _rubbed_out(world: World, state: State) -> bool:
    """Whether it has only rubbed for so long, and feeds less than so many times the radius of a sharp edge."""
    return state.rubbing_s > RUBBED_OUT_S and state.feed_mm_rev < NO_CHIP * world.set_up.radii_mm[0]


def happened(world: World, state: State) -> Iterator[Event]:
    """The events a step has brought; the state keeps which there have been, and how the run ends."""
    for name, look in LOOKS.items():
        if name in state.fired:
            continue
        figure, mark = look(world, state)
        if figure > mark:
            state.fired.append(name)
            yield Event(state.t_s, name, figure, mark)
            if name in ENDS and not state.end:
                state.end = ENDS[name]
    if state.end:
        return
    if state.tip_mm >= end_mm(world.set_up):
        state.end = "through"
    elif state.standing_s >= facts.TRIPS_S:
        state.end = "tripped"
    elif state.off_s >= facts.TRIPS_S:
        state.end = "off"
    elif state.used >= facts.DEAD_AT and _rubbed_out(world, state):
        state.end = "dead"
    elif state.t_s >= facts.LONGEST_S - 1e-9:
        state.end = "not-through"
