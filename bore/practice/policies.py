"""Hands that drill by a rule: always heavy, always timid, impatient, and a senior one that goes by what is seen (own choice)."""

from collections.abc import Callable
from dataclasses import dataclass

from bore.practice import facts
from bore.practice.state import State
from bore.practice.step import World, end_mm

# A hand: the force it wants at the lever now, N, and what it does besides.
Hand = Callable[[World, State], float]
LOOKS_EVERY_S = 0.1
# Once it has let the drill cool it cuts for so long before it does so again.
BETWEEN_S = 3.0
HEAVY_N, HEAVY_PUSH_N, TIMID_N, TIMID_PUSH_N = 250.0, 350.0, 15.0, 50.0
SENIOR_N, SENIOR_PUSH_N = 200.0, 300.0
# A spindle slows under this share of its speed, runs again over that; a hand is so long noticing, s, and begins again with so much of its force.
SLOWS, RUNS_AGAIN, REACTS_S, BEGINS_AGAIN = 0.85, 0.9, 0.2, 0.45
# What it keeps of that where it may snatch as it comes through.
EASED = 0.4


def _pushes(world: World) -> bool:
    return world.set_up.columns.feed_kind == "push"


def senior_most_n(world: World) -> float:
    """The pull, or push, a senior hand does not go beyond, N: what it can keep up, and what a magnet bears."""
    return min(SENIOR_PUSH_N if _pushes(world) else SENIOR_N, _magnet_n(world))


def heavy(world: World) -> Hand:
    """The same great force, whatever happens."""
    force = HEAVY_PUSH_N if _pushes(world) else HEAVY_N
    return lambda world, state: force


def timid(world: World) -> Hand:
    """A little more than the spring."""
    force = TIMID_PUSH_N if _pushes(world) else world.set_up.columns.return_spring_n + TIMID_N
    return lambda world, state: force


@dataclass(slots=True)
class _Impatient:
    """More and more while it goes slower than it might; lets go half a second when it stalls."""

    force: float
    most: float
    looks_s: float = 0.0
    lets_go_until_s: float = -1.0

    def __call__(self, world: World, state: State) -> float:
        if state.stands and state.t_s >= self.lets_go_until_s:
            self.lets_go_until_s = state.t_s + 0.5
        if state.t_s < self.lets_go_until_s:
            return 0.0
        if state.t_s >= self.looks_s:
            self.looks_s = state.t_s + LOOKS_EVERY_S
            if state.feed_mm_rev < 0.6 * world.set_up.book_mm_rev and state.tip_mm >= state.deep_mm - 1e-6:
                self.force = min(self.force + 4.0, self.most)
        return self.force


def impatient(world: World) -> Hand:
    """Begins with a good pull and never waits."""
    return _Impatient(220.0, 400.0) if _pushes(world) else _Impatient(160.0, 300.0)


@dataclass(slots=True)
class _Senior:
    """Steers to a good chip by what is seen: lightly until the point is in and before it comes through, clears the flutes, oils, backs off
    when it smokes, lets up when the spindle slows."""

    aim: float = 0.85
    force: float = 0.0
    looks_s: float = 0.0
    backs_off_until_s: float = -BETWEEN_S
    clearing: bool = False
    slowed: bool = False
    ran_s: float = 0.0

    def __call__(self, world: World, state: State) -> float:
        columns = world.set_up.columns
        if self.force == 0.0:
            self.force = columns.return_spring_n + (80.0 if _pushes(world) else 20.0)
        if self._lets_up(world, state) or self._withdraws(world, state):
            return 0.0 if not _pushes(world) else -1.0
        if state.t_s >= self.looks_s:
            self.looks_s = state.t_s + LOOKS_EVERY_S
            self._looks(world, state)
        return self.force

    def _lets_up(self, world: World, state: State) -> bool:
        """Whether it takes its force away because the spindle slows, until it runs again; it then begins with less."""
        columns = world.set_up.columns
        if state.speed_rpm >= SLOWS * float(columns.speed_rpm):
            self.ran_s = state.t_s
        if not self.slowed and state.t_s > self.ran_s + REACTS_S:
            self.slowed, self.force = True, max(self.force * BEGINS_AGAIN, columns.return_spring_n + 5.0)
        elif self.slowed:
            self.slowed = state.speed_rpm < RUNS_AGAIN * float(columns.speed_rpm)
        return self.slowed

    def _withdraws(self, world: World, state: State) -> bool:
        """Whether the drill is being drawn out: to clear it, or for two seconds because it smokes."""
        near = facts.CLEARS_D * float(world.set_up.columns.diameter_mm)
        if state.t_s < self.backs_off_until_s:
            state.oil = 1.0
            return True
        if self._too_hot(world, state):
            self.backs_off_until_s = state.t_s + 2.0
            return True
        if self.clearing:
            self.clearing, state.oil = state.tip_mm > near, 1.0
            return self.clearing
        if state.deep_mm - state.clear_at_mm > self._peck_mm(world, state) and state.leaving_s < 0:
            self.clearing = True
        return self.clearing

    def _too_hot(self, world: World, state: State) -> bool:
        """Whether it smokes, or where there is no oil its chips turn blue: as the point begins only of a dry drill, and never twice in a breath."""
        seen_s = state.smokes_s if state.oil > 0 else state.blue_s
        hot = seen_s > facts.SEEN_S and state.bites and state.leaving_s < 0
        begun = state.deep_mm > 1.0 or state.oil <= 0
        return hot and begun and state.t_s > self.backs_off_until_s + BETWEEN_S and _may_cool(world)

    def _peck_mm(self, world: World, state: State) -> float:
        columns = world.set_up.columns
        if not columns.family.packs:
            return 1e9
        diameters = 3.0 if columns.coolant.method == "flood" else 2.0 if state.clear_at_mm <= 0 else 1.0
        return diameters * float(columns.diameter_mm)

    def _looks(self, world: World, state: State) -> None:
        """The pull a tenth of a second later: towards the chip that is wanted here."""
        set_up = world.set_up
        columns = set_up.columns
        most, spring = senior_most_n(world), columns.return_spring_n
        if set_up.grabs and self._comes_through(world, state):
            most = spring + EASED * max(most - spring, 0.0)
        least = columns.return_spring_n + 5.0
        wanted = self.aim * set_up.book_mm_rev * self._share(world, state)
        if not state.bites and state.tip_mm >= state.deep_mm - 1e-6:
            self.force = min(self.force + 12.0, most)
        elif state.bites:
            off = (wanted - state.feed_mm_rev) / wanted
            self.force += max(min(off, 1.0), -1.0) * 0.12 * max(self.force - columns.return_spring_n, 5.0)
        self.force = min(max(self.force, least), most)

    def _comes_through(self, world: World, state: State) -> bool:
        columns = world.set_up.columns
        return columns.through and state.tip_mm > float(columns.depth_mm) - float(columns.point_length_mm)

    def _share(self, world: World, state: State) -> float:
        point = float(world.set_up.columns.point_length_mm)
        if self._comes_through(world, state):
            return (0.45 if world.set_up.hardens == "yes" else 0.35) / 0.85
        return 0.4 / 0.85 if state.tip_mm < min(point, end_mm(world.set_up)) else 1.0


def _magnet_n(world: World) -> float:
    """The pull that a magnet bears with room to spare, as the check says of it, N."""
    columns, gap = world.set_up.columns, world.set_up.gap_n
    return 0.7 * gap / (columns.force_ratio or 1.0) + columns.return_spring_n


def _may_cool(world: World) -> bool:
    return world.set_up.columns.family.may_peck


def senior(world: World, aim: float = 0.85) -> Hand:
    """A hand that has drilled a lot of holes."""
    return _Senior(aim)


POLICIES: dict[str, Callable[[World], Hand]] = {"heavy": heavy, "timid": timid, "impatient": impatient, "senior": senior}
