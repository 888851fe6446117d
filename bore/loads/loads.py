"""What the cut asks for: torque, thrust and power by every school that applies, as bands; and what a hand makes of it."""

from collections.abc import Callable, Mapping
from functools import partial
from types import ModuleType

from bore.base.elementwise import Column, Mask, choose, least, most
from bore.base.formula import enter, silent
from bore.base.immutable import immutable
from bore.cutters.registry import family_of
from bore.job.columns import Columns
from bore.mechanics import hand_feed, surge
from bore.mechanics.kinematics import power_kw
from bore.quantities.bands import Band
from bore.schools import band, diameter_feed, power_law, specific_energy, specific_force

ALL_SCHOOLS: tuple[ModuleType, ...] = (specific_force, diameter_feed, specific_energy, power_law)
# A hand heavier than the drill takes is followed this far above the book's feed, to say by how much it is too heavy.
FURTHEST_OVER_BOOK = 8.0


@immutable
class SchoolLoad:
    """What one school says; thrust None where it has no method, all None with `why_not` where it does not apply.
    A `bound` is not pooled: its thrust only widens the high side."""

    feed_mm_rev: Column | None = None
    torque_nm: Column | None = None
    thrust_n: Column | None = None
    why_not: str | None = None
    bound: bool = False


@immutable
class Drive:
    """What the cut asks of motor and belt: torque, that as the point comes through, and power; where the machine's own motor has been read,
    as it would be read again, since its plate and its meter share their fault."""

    torque_nm: Band
    surge_torque_nm: Band
    power_kw: Band


@immutable
class Loads:
    """The demand of the cut. `feed_mm_rev` is given or solved; `wanted_feed` is that, as far apart as the schools make it.
    `surge_torque_nm` is the torque as the point comes through, `release_n` the thrust let go there. `pooled_torque_nm` and
    `pooled_thrust_n` are what the schools say before any logged cut sets it right; a hand's thrust is its own."""

    torque_nm: Band
    thrust_n: Band
    power_kw: Band
    schools: Mapping[str, SchoolLoad]
    feed_mm_rev: Column
    wanted_feed: Band
    chisel_n: Column
    bites: Mask
    surge_torque_nm: Band
    release_n: Column
    surge: Column
    drive: Drive
    pooled_torque_nm: Band
    pooled_thrust_n: Band | None


def _power(torque: Band, speed_rpm: Column) -> Band:
    enter("power")
    middle = power_kw(torque_nm=torque.middle, speed_rpm=speed_rpm)
    with silent():
        return Band(power_kw(torque_nm=torque.low, speed_rpm=speed_rpm), middle, power_kw(torque_nm=torque.high, speed_rpm=speed_rpm))


def _pooled_torque(columns: Columns, schools: Mapping[str, SchoolLoad]) -> Band:
    values = pool(schools, "torque_nm", columns.school)
    return band.pooled(values, columns.spread, band.TORQUE_FLOOR, floor_below=band.TORQUE_FLOOR_BELOW)


def _pooled_thrust(columns: Columns, schools: Mapping[str, SchoolLoad]) -> Band:
    enter("thrust")
    values = pool(schools, "thrust_n", columns.school)
    bounds = [load.thrust_n for load in schools.values() if load.bound and load.thrust_n is not None]
    return band.pooled(values, columns.spread, _thrust_floor(len(values)), bounds)


def _thrust_floor(count: int) -> float:
    return band.THRUST_FLOOR if count > 1 else band.ONE_METHOD_THRUST_FLOOR


def pool(loads: Mapping[str, SchoolLoad], quantity: str, pinned: str | None) -> list[Column]:
    """The schools' values to pool: the pinned school's alone where it has one, else all there are."""
    said = {name: getattr(load, quantity) for name, load in loads.items() if not load.bound}
    values = {name: value for name, value in said.items() if value is not None}
    if pinned in values:
        return [values[pinned]]
    return list(values.values())


def loads_of(columns: Columns) -> Loads:
    """Torque, thrust and power of the cut, given a feed or a hand force."""
    if columns.feed_mm_rev is not None:
        return _at_feed(columns, columns.feed_mm_rev)
    return _at_force(columns)


def methods_of(columns: Columns) -> list[tuple[str, ModuleType | str, bool]]:
    """Each school's id, the module it is worked out by for this family or why it says nothing, and whether it only bounds."""
    rules = family_of(columns.family)
    found: list[tuple[str, ModuleType | str, bool]] = []
    for school in ALL_SCHOOLS:
        chosen = rules.schools.get(school.ID, school)
        method = chosen if isinstance(chosen, str) else chosen.applies(columns) or chosen
        found.append((school.ID, method, school.ID in rules.bounds))
    return found


def _schools(columns: Columns, load_of: Callable[[ModuleType, bool], SchoolLoad]) -> dict[str, SchoolLoad]:
    """What every school says, or why it says nothing."""
    return {
        name: SchoolLoad(why_not=method) if isinstance(method, str) else load_of(method, bound)
        for name, method, bound in methods_of(columns)
    }


def _at_feed(columns: Columns, feed_mm_rev: Column) -> Loads:
    def load_of(method: ModuleType, bound: bool) -> SchoolLoad:
        enter("thrust")
        thrust = method.thrust(columns, feed_mm_rev) if method.thrust else None
        enter("torque")
        torque = None if bound else method.torque(columns, feed_mm_rev)
        return SchoolLoad(feed_mm_rev, torque, thrust, bound=bound)

    schools = _schools(columns, load_of)
    pooled = _pooled_thrust(columns, schools)
    thrust = band.calibrated(pooled, columns.calibration.thrust)
    return _loads(columns, schools, thrust, feed_mm_rev, Band.exactly(feed_mm_rev), _chisel(columns), True, pooled)


def _chisel(columns: Columns) -> Column:
    """What stands against the drill at any feed: the chisel's indentation, and a pin's spring."""
    with silent():
        return (diameter_feed.chisel_indentation_n(columns) + columns.pin_spring_n) * columns.calibration.thrust.factor


def _loads(
    columns: Columns,
    schools: Mapping[str, SchoolLoad],
    thrust: Band,
    feed_mm_rev: Column,
    wanted: Band,
    chisel_n: Column,
    bites: Mask,
    pooled_thrust_n: Band | None = None,
) -> Loads:
    enter("torque")
    pooled = _pooled_torque(columns, schools)
    torque = band.calibrated(pooled, columns.calibration.torque).times(choose(bites, 1.0, 0.0))
    release, factor = _surge(columns, thrust.middle, feed_mm_rev)
    surged, power = _surged(torque, factor), _power(torque, columns.speed_rpm)
    drive = _drive(columns, schools, bites, factor) or Drive(torque, surged, power)
    return Loads(
        torque, thrust, power, schools, feed_mm_rev, wanted, chisel_n, bites, surged, release, factor, drive, pooled, pooled_thrust_n
    )


def _surged(torque: Band, factor: Column) -> Band:
    """The torque as the point comes through."""
    return Band(torque.low, torque.middle * (1 + surge.MIDDLE_SHARE * (factor - 1)), torque.high * factor)


def _drive(columns: Columns, schools: Mapping[str, SchoolLoad], bites: Mask, factor: Column) -> Drive | None:
    """What motor and belt are asked for, as the machine's own meter reads it; None where it was never read."""
    if columns.calibration.at_meter is None:
        return None
    enter("drive")
    torque = band.calibrated(_pooled_torque(columns, schools), columns.calibration.at_meter).times(choose(bites, 1.0, 0.0))
    power = power_kw(torque_nm=torque.middle, speed_rpm=columns.speed_rpm)
    with silent():
        ends = (power_kw(torque_nm=end, speed_rpm=columns.speed_rpm) for end in (torque.low, torque.high))
        return Drive(torque, _surged(torque, factor), Band(next(ends), power, next(ends)))


def _surge(columns: Columns, thrust_n: Column, feed_mm_rev: Column) -> tuple[Column, Column]:
    """Thrust let go at breakthrough and how far torque rises there; none in a blind hole or without a chisel edge."""
    if not columns.through or not columns.family.has_chisel:
        return 0.0, 1.0
    enter("surge")
    with silent():
        lips = diameter_feed.lip_thrust_share(columns, feed_mm_rev)
    release = surge.release_n(thrust_n=thrust_n, lip_share=lips)
    surged = surge.surged_feed_mm_rev(
        feed_mm_rev=feed_mm_rev,
        lip_share=lips,
        edges=columns.edges,
        release_n=release,
        stiffness_n_mm=columns.stiffness_n_mm,
        flute_lead_mm=surge.flute_lead_mm(columns.diameter_mm, columns.helix_deg),
    )
    return release, surge.surge_factor(surged_feed_mm_rev=surged, feed_mm_rev=feed_mm_rev)


def _at_force(columns: Columns) -> Loads:
    """The hand sets the thrust; each school says what feed that makes, and what torque at its own feed."""
    assert columns.hand_force_n is not None
    assert columns.force_ratio is not None
    enter("thrust")
    available = hand_feed.available_thrust_n(
        hand_force_n=columns.hand_force_n, return_spring_n=columns.return_spring_n, force_ratio=columns.force_ratio
    )
    diameter_feed.chisel_indentation_n(columns)
    standing = _chisel(columns)
    bites = (standing < available) & (available > 0)
    # A hand's thrust goes as far as the methods say, once they are set right by what was measured.
    presses = available / columns.calibration.thrust.factor
    wanted = _wanted_feeds(columns, choose(bites, presses, standing + 1.0))
    pool = [wanted[columns.school]] if columns.school in wanted else list(wanted.values())
    middle = band.geometric_mean(values=pool)
    schools = _schools_at(columns, wanted, middle, available)
    return _loads(columns, schools, Band.exactly(available), middle, Band(least(*pool), middle, most(*pool)), standing, bites)


def _wanted_feeds(columns: Columns, available_n: Column) -> dict[str, Column]:
    """The feed each school with a thrust gives for the thrust available."""
    furthest = columns.book_feed_mm_rev * FURTHEST_OVER_BOOK
    found: dict[str, Column] = {}
    with silent():
        for name, method, bound in methods_of(columns):
            if isinstance(method, str) or method.thrust is None or bound:
                continue
            found[name] = hand_feed.solve_feed(partial(method.thrust, columns), available_n, method.thrust_floor_n(columns), furthest)
    return found


def _schools_at(columns: Columns, feeds: Mapping[str, Column], middle: Column, available_n: Column) -> dict[str, SchoolLoad]:
    """Each school at the feed it solved; one without a thrust at the middle of the others'."""

    def load_of(method: ModuleType, bound: bool) -> SchoolLoad:
        feed = feeds.get(method.ID, middle)
        torque = None if bound else method.torque(columns, feed)
        return SchoolLoad(feed, torque, available_n if method.ID in feeds else None, bound=bound)

    enter("torque")
    return _schools(columns, load_of)
