"""One step of a cut whose feed is a travel, not a force: a machine's own drive, or a wheel that is wound. The thrust is what the metal asks."""

from bore.machines.kinds import FREE_HANDS, HAND_FEEDS
from bore.mechanics.hand_feed import hand_force_n
from bore.practice import facts
from bore.practice.lines import read_off
from bore.practice.set_up import SetUp
from bore.practice.state import State
from bore.practice.step import World, clears, goes_on, nothing_cut, over_sharp, remembers, resists, shares_in, stands_in, too_thin

# What is asked for while it is drilled: the push of a hand, how quickly a wheel is wound, how much of the set feed there is.
PUSHED, WOUND, DRIVEN = "force", "travel", "override"
RATED = "servo"
# A spindle that stands is pushed all the same: no more a turn than this, mm (own choice).
MOST_MM_REV = 20.0


def asked_by(set_up: SetUp) -> str:
    """How a run of a set-up is fed: by a force, by the travel of a wound wheel, or by its own drive."""
    kind = set_up.job.machine.feed.kind
    return PUSHED if kind in FREE_HANDS else WOUND if kind in HAND_FEEDS else DRIVEN


def travels_mm_s(world: World, state: State, given: float) -> float:
    """How quickly the drill is fed, mm/s. `given`: of a wheel seconds a turn (none: it stands; below nought: wound back); of a drive percent of
    the set feed, geared to the spindle as it turns, or (servo) as it was programmed."""
    columns, feed = world.set_up.columns, world.set_up.job.machine.feed
    if asked_by(world.set_up) == WOUND:
        return float(feed.lead_mm or 0.0) / given if given else 0.0
    turns_s = (float(columns.speed_rpm) if feed.kind == RATED else state.speed_rpm) / 60
    return given / 100 * world.set_up.set_mm_rev * turns_s


def step_fed(world: World, state: State, given: float, dt: float = facts.DT_S) -> None:
    """The state moved on by one step of time under a travel."""
    state.t_s += dt
    before, speed = state.tip_mm, travels_mm_s(world, state, given)
    state.thrust_n = state.force_n = 0.0
    if speed <= 0 or before < state.deep_mm - 1e-9 or before < 0:
        _in_the_open(world, state, speed, dt)
    else:
        _cut_at(world, state, min(speed * 60 / max(state.speed_rpm, 1e-6), MOST_MM_REV), dt)
    goes_on(world, state, before, dt)


def _in_the_open(world: World, state: State, speed_mm_s: float, dt: float) -> None:
    """Drawn back, fed through air, or standing: an edge that stands on metal that hardens rubs it."""
    on_metal = state.deep_mm > 0 and state.tip_mm >= state.deep_mm - 1e-9
    state.tip_mm = min(max(state.tip_mm + speed_mm_s * dt, -facts.BEGINS_MM), state.deep_mm)
    nothing_cut(state)
    clears(world, state)
    state.rubs = speed_mm_s == 0 and on_metal and state.speed_rpm > 0 and world.set_up.hardens != "no"


def _cut_at(world: World, state: State, feed: float, dt: float) -> None:
    """What a feed asks for: the thrust at which a hand would be fed as much, and its torque."""
    set_up, truth, over = world.set_up, world.truth, world.set_up.over
    share = shares_in(world, state.tip_mm)
    stands_in(set_up, state, share)
    pushed = read_off(feed, truth.feed, over.thrust_n)
    lips = read_off(pushed, over.thrust_n, over.lips)
    state.thrust_n = pushed * (lips * share.lips + (1 - lips) * share.chisel) * resists(world, state)
    state.torque_nm = read_off(feed, truth.feed, truth.torque) * share.torque * over_sharp(world, state)
    state.feed_mm_rev, state.bites = feed, True
    state.heats_mm_rev = feed if state.full else min(feed, set_up.book_mm_rev)
    state.rubs = too_thin(set_up, state, feed, share.full)
    if asked_by(set_up) == WOUND:
        columns = set_up.columns
        state.force_n = float(
            hand_force_n(thrust_n=state.thrust_n, return_spring_n=columns.return_spring_n, force_ratio=columns.force_ratio or 1.0)
        )
    if share.leaving:
        state.leaving_s = max(state.leaving_s, 0.0) + dt
        state.leaving_feed = max(state.leaving_feed, feed)
    else:
        remembers(state, dt)
