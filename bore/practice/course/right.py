"""What is right to say of a set-up before it is drilled: which pull bites, which makes a good chip, what gives way first and where; all by the
steps that play the cut."""

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from bore.base.immutable import immutable
from bore.practice.events import kinds
from bore.practice.policies import senior_most_n
from bore.practice.run import begin, run
from bore.practice.set_up import SetUp
from bore.practice.state import State
from bore.practice.step import World, end_mm
from bore.schools.wear import wear_factor

# A good chip is made at this share of the book's feed, as a senior hand steers.
GOOD_SHARE = 0.85
# A pull that grows: begun at this share of the good one, so many newtons more each second once the point is in, to this at most (own choice).
BEGINS, GROWS_N_S, MOST_N = 0.7, 40.0, 400.0
# A good pull stays this far below what gives way (own choice).
SHY = 0.9
# Events of too little pull, or of the start: a pull that grows is not to blame for them.
NOT_OF_PULLING = ("walks", "rub", "skin", "dull", "dead")


@immutable
class Pulled:
    """What gives way first under a pull that grows, by its limit (empty: nothing does), and the pull at which it does, N at the lever."""

    limit: str
    force_n: float


def lever_n(set_up: SetUp, thrust_n: float) -> float:
    """The pull that makes a thrust: T/ratio and what the return spring takes, N."""
    columns = set_up.columns
    return thrust_n / float(columns.force_ratio or 1.0) + float(columns.return_spring_n)


def bites_n(world: World, used: float) -> float:
    """The least pull that makes a chip: the thrust at which the core's own loads begin to feed, times what wear asks, N at the lever."""
    return lever_n(world.set_up, world.set_up.chisel_n * float(wear_factor(used)))


def good_n(world: World, used: float) -> float:
    """The pull that makes a good chip with the point in: the thrust at 0.85 of the book's feed, middle of the band, times what wear asks; no
    more than a hand keeps up and a magnet bears, N at the lever."""
    over = world.set_up.over
    thrust = float(np.interp(GOOD_SHARE * world.set_up.book_mm_rev, over.feed[1], over.thrust_n))
    return min(lever_n(world.set_up, thrust * float(wear_factor(used))), senior_most_n(world))


def pulled(world: World, used: float, skin: float = 0.0) -> Pulled:
    """Of a world drilled by a hand that pulls ever harder once the point is in, until something bad happens or it is through."""
    spring = float(world.set_up.columns.return_spring_n)
    hand = _Growing(spring + BEGINS * (good_n(world, used) - spring))
    made = run(world, hand, begin(world, used, skin))
    bad = next((one for one in made.events if _of_pulling(one.id)), None)
    return Pulled("", hand.force_n) if bad is None else Pulled(kinds()[bad.id].limit, hand.at(bad.t_s))


def _of_pulling(event: str) -> bool:
    return kinds()[event].bad and event not in NOT_OF_PULLING


@dataclass(slots=True)
class _Growing:
    """The same pull until the point is in, or where it does not bite; then more each moment."""

    began_n: float
    force_n: float = 0.0
    since_s: float = -1.0

    def __call__(self, world: World, state: State) -> float:
        if self.since_s < 0:
            point = min(float(world.set_up.columns.point_length_mm), end_mm(world.set_up))
            if state.tip_mm < point and state.rubbing_s <= 0:
                self.force_n = self.began_n
                return self.force_n
            self.since_s = state.t_s
        self.force_n = self.at(state.t_s)
        return self.force_n

    def at(self, t_s: float) -> float:
        """The pull at a time, N."""
        if self.since_s < 0:
            return self.began_n
        return min(self.began_n + GROWS_N_S * max(t_s - self.since_s, 0.0), MOST_N)


def best_n(world: World, used: float) -> float:
    """The pull that is right: a good chip's, below whatever gives way first, N at the lever."""
    gives = pulled(world, used)
    good = good_n(world, used)
    return min(good, SHY * gives.force_n) if gives.limit else good


# What a question of force may ask, by its name.
FORCES: dict[str, Callable[[World, float], float]] = {
    "bites": bites_n,
    "good": best_n,
    "gives-way": lambda world, used: pulled(world, used).force_n,
}
