"""What the cut asks for: torque, thrust and power by every school that applies, as bands; and what a hand makes of it."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import partial
from types import ModuleType

from bore.columns import Columns
from bore.elementwise import Column, Mask, choose, least, most
from bore.formula import enter, silent
from bore.mechanics import hand_feed
from bore.mechanics.kinematics import power_kw
from bore.quantities.bands import Band
from bore.schools import band, diameter_feed, power_law, specific_energy, specific_force

ALL_SCHOOLS: tuple[ModuleType, ...] = (specific_force, diameter_feed, specific_energy, power_law)
# A hand heavier than the drill takes is followed this far above the book's feed, to say by how much it is too heavy.
FURTHEST_OVER_BOOK = 8.0


@dataclass(frozen=True, slots=True)
class SchoolLoad:
    """What one school says; thrust None where it has no method, all None with `why_not` where it does not apply."""

    feed_mm_rev: Column | None = None
    torque_nm: Column | None = None
    thrust_n: Column | None = None
    why_not: str | None = None


@dataclass(frozen=True, slots=True)
class Loads:
    """The demand of the cut. `feed_mm_rev` is given or solved; `wanted_feed` is what the hand would make unstopped."""

    torque_nm: Band
    thrust_n: Band
    power_kw: Band
    schools: Mapping[str, SchoolLoad]
    feed_mm_rev: Column
    wanted_feed: Band
    chisel_n: Column
    bites: Mask


def crowding_marks(substrate: str) -> tuple[float, float]:
    """Soft and hard mark of the feed over the book's: HSS 1.25 and 1.6, carbide 1.2 and 1.3 (common practice)."""
    return (1.25, 1.6) if substrate in ("hss", "hss-co") else (1.2, 1.3)


def _power(torque: Band, speed_rpm: Column) -> Band:
    enter("power")
    middle = power_kw(torque_nm=torque.middle, speed_rpm=speed_rpm)
    with silent():
        return Band(power_kw(torque_nm=torque.low, speed_rpm=speed_rpm), middle, power_kw(torque_nm=torque.high, speed_rpm=speed_rpm))


def _torque_band(columns: Columns, schools: Mapping[str, SchoolLoad]) -> Band:
    enter("torque")
    return band.pooled(_pool(schools, "torque_nm", columns.school), columns.spread, band.TORQUE_FLOOR)


def _thrust_floor(count: int) -> float:
    return band.THRUST_FLOOR if count > 1 else band.ONE_METHOD_THRUST_FLOOR


def _pool(loads: Mapping[str, SchoolLoad], quantity: str, pinned: str | None) -> list[Column]:
    """The schools' values to pool: the pinned school's alone where it has one, else all there are."""
    values = {name: getattr(load, quantity) for name, load in loads.items() if getattr(load, quantity) is not None}
    if pinned in values:
        return [values[pinned]]
    return list(values.values())


def loads_of(columns: Columns) -> Loads:
    """Torque, thrust and power of the cut, given a feed or a hand force."""
    if columns.feed_mm_rev is not None:
        return _at_feed(columns, columns.feed_mm_rev)
    return _at_force(columns)


def _schools(columns: Columns, load_of: Callable[[ModuleType], SchoolLoad]) -> dict[str, SchoolLoad]:
    """What every school says, or why it says nothing."""
    found: dict[str, SchoolLoad] = {}
    for school in ALL_SCHOOLS:
        why_not = school.applies(columns)
        found[school.ID] = SchoolLoad(why_not=why_not) if why_not else load_of(school)
    return found


def _at_feed(columns: Columns, feed_mm_rev: Column) -> Loads:
    def load_of(school: ModuleType) -> SchoolLoad:
        enter("thrust")
        thrust = school.thrust(columns, feed_mm_rev) if school.thrust else None
        enter("torque")
        return SchoolLoad(feed_mm_rev, school.torque(columns, feed_mm_rev), thrust)

    schools = _schools(columns, load_of)
    torque = _torque_band(columns, schools)
    enter("thrust")
    thrusts = _pool(schools, "thrust_n", columns.school)
    thrust_band = band.pooled(thrusts, columns.spread, _thrust_floor(len(thrusts)))
    with silent():
        chisel = diameter_feed.chisel_indentation_n(columns)
    return Loads(torque, thrust_band, _power(torque, columns.speed_rpm), schools, feed_mm_rev, Band.exactly(feed_mm_rev), chisel, True)


def _at_force(columns: Columns) -> Loads:
    """The hand sets the thrust; each school says what feed that makes, and what torque at its own feed."""
    assert columns.hand_force_n is not None
    assert columns.force_ratio is not None
    enter("thrust")
    available = hand_feed.available_thrust_n(
        hand_force_n=columns.hand_force_n, return_spring_n=columns.return_spring_n, force_ratio=columns.force_ratio
    )
    chisel = diameter_feed.chisel_indentation_n(columns)
    bites = (chisel < available) & (available > 0)
    ceiling = columns.book_feed_mm_rev * crowding_marks(columns.substrate)[1]
    wanted = _wanted_feeds(columns, choose(bites, available, chisel + 1.0))
    pool = [wanted[columns.school]] if columns.school in wanted else list(wanted.values())
    middle = band.geometric_mean(values=pool)
    schools = _schools_at(columns, {name: least(feed, ceiling) for name, feed in wanted.items()}, least(middle, ceiling), available)
    torque = _torque_band(columns, schools)
    cutting = choose(bites, 1.0, 0.0)
    torque = torque.times(cutting)
    return Loads(
        torque,
        Band.exactly(available),
        _power(torque, columns.speed_rpm),
        schools,
        least(middle, ceiling),
        Band(least(*pool), middle, most(*pool)),
        chisel,
        bites,
    )


def _wanted_feeds(columns: Columns, available_n: Column) -> dict[str, Column]:
    """The feed each school with a thrust gives for the thrust available."""
    furthest = columns.book_feed_mm_rev * FURTHEST_OVER_BOOK
    with silent():
        return {
            school.ID: hand_feed.solve_feed(partial(school.thrust, columns), available_n, school.thrust_floor_n(columns), furthest)
            for school in ALL_SCHOOLS
            if school.thrust and not school.applies(columns)
        }


def _schools_at(columns: Columns, feeds: Mapping[str, Column], middle: Column, available_n: Column) -> dict[str, SchoolLoad]:
    """Each school at the feed it solved; one without a thrust at the middle of the others'."""

    def load_of(school: ModuleType) -> SchoolLoad:
        feed = feeds.get(school.ID, middle)
        return SchoolLoad(feed, school.torque(columns, feed), available_n if school.ID in feeds else None)

    enter("torque")
    return _schools(columns, load_of)
