"""One step of a cut under a hand: where the drill goes, what it asks for, how hot and worn it gets. Pure but for the state it moves on."""

import math
from dataclasses import dataclass, field

from bore.base.immutable import immutable
from bore.cutters.speed_factors import WET_ENOUGH
from bore.limits.rub import BOOK_SHARES, LEAST_EDGE, LEAST_EDGE_PUSHED
from bore.mechanics import packing, surge
from bore.mechanics.hand_feed import available_thrust_n
from bore.mechanics.kinematics import chip_thickness_mm
from bore.practice import facts
from bore.practice.drive import turn
from bore.practice.lines import read_off, read_off_rising
from bore.practice.set_up import BRUSHED, DRY, SetUp
from bore.practice.state import State
from bore.practice.truth import Truth
from bore.schools.wear import wear_factor

FULL = 0.999
# Where an opened hole grabs, its corners count as no less of the lips and of the torque than this (own choice).
LEAST_LIPS, LEAST_TORQUE = 0.15, 0.6
# Where oil smokes, and chips turn: r of these.
HOT = (1.0, 1.25)


@immutable
class Hidden:
    """What a run has that is not said beforehand: a hard spot from one depth to another of a hardness ratio."""

    hard_spot: tuple[float, float, float] | None = None


@dataclass(slots=True)
class Shares:
    """How much of the point is in the metal: of the torque, of the lips' thrust, whether the chisel is in, and whether it comes out below."""

    torque: float
    lips: float
    chisel: float
    full: bool
    leaving: bool
    engaged_mm: float


@immutable
class World:
    """A set-up with what is really true of it."""

    set_up: SetUp
    truth: Truth
    hidden: Hidden = field(default_factory=Hidden)


def end_mm(set_up: SetUp) -> float:
    """How deep the tip goes."""
    return float(set_up.columns.depth_mm) + float(set_up.columns.point_length_mm)


def step(world: World, state: State, force_n: float, dt: float = facts.DT_S) -> None:
    """The state moved on by one step of time under a force at the lever."""
    columns = world.set_up.columns
    state.t_s += dt
    wanted = min(max(force_n, facts.LEAST_N), facts.MOST_N)
    state.force_n += (wanted - state.force_n) * (1 - math.exp(-dt / facts.HAND_LAG_S))
    state.thrust_n = float(
        available_thrust_n(hand_force_n=state.force_n, return_spring_n=columns.return_spring_n, force_ratio=columns.force_ratio or 1.0)
    )
    before = state.tip_mm
    if _moves_freely(world, state, dt):
        nothing_cut(state)
    else:
        _cut(world, state, dt)
    goes_on(world, state, before, dt)


def goes_on(world: World, state: State, before_mm: float, dt: float) -> None:
    """What a step of time does to edge and spindle, and how far the tip has come from where it was."""
    _heat(world, state, dt)
    advance = state.feed_mm_rev * state.speed_rpm / 60 * dt
    _wear(world, state, advance, dt)
    turn(world.set_up.columns, state, state.torque_nm, world.truth.bears["belt"], world.truth.bears["stall"], dt)
    if state.feed_mm_rev > 0:
        state.tip_mm = before_mm + advance
        state.deep_mm = max(state.deep_mm, state.tip_mm)


# --- where it is ------------------------------------------------------------------


def _moves_freely(world: World, state: State, dt: float) -> bool:
    """The quill going up under its spring, or down an open hole to the metal; whether it did."""
    if state.thrust_n <= 0:
        state.tip_mm = max(state.tip_mm - facts.RISES_MM_S * dt, -facts.BEGINS_MM)
        clears(world, state)
        return True
    if state.tip_mm < state.deep_mm - 1e-9:
        state.tip_mm = min(state.tip_mm + facts.FALLS_MM_S * dt, state.deep_mm)
        return True
    return False


def clears(world: World, state: State) -> None:
    """Back at the face the flutes are clear."""
    if state.tip_mm <= facts.CLEARS_D * float(world.set_up.columns.diameter_mm):
        state.clear_at_mm = state.deep_mm


def nothing_cut(state: State) -> None:
    """The drill touches nothing."""
    state.torque_nm, state.feed_mm_rev, state.bites, state.rubs = 0.0, 0.0, False, False


def shares_in(world: World, tip: float) -> Shares:
    """How much of the point is in the metal with the tip so deep, mm."""
    set_up, columns = world.set_up, world.set_up.columns
    if set_up.full_mm <= tip <= columns.depth_mm:
        # Most of a cut: the whole point is in.
        return Shares(1.0, 1.0, set_up.chisel_in, True, False, float(columns.diameter_mm))
    diameter, depth, through = float(columns.diameter_mm), float(columns.depth_mm), columns.through
    point = set_up.point

    def past(face_mm: float) -> tuple[float, float, float]:
        """How wide the edges stand in what lies past a face; the shares of the torque and of the lips' thrust within that."""
        if face_mm <= 0:
            return 0.0, 0.0, 0.0
        if face_mm >= set_up.full_mm:
            return diameter, 1.0, 1.0
        return float(point.engaged_mm(face_mm)), float(point.torque_share(face_mm)), float(point.lip_share(face_mm))

    into, torque, lips = past(max(tip, 1e-6))
    _, torque_out, lips_out = past(tip - depth if through else -1.0)
    leaving = through and tip > depth
    return Shares(torque - torque_out, lips - lips_out, 0.0 if leaving else set_up.chisel_in, into >= FULL * diameter, leaving, into)


# --- what it cuts -----------------------------------------------------------------


def _hardness(world: World, state: State) -> float:
    """Of the metal under the edge over what it was taken for: its skin, and a hard spot."""
    spot = world.hidden.hard_spot
    ratio = spot[2] if spot and spot[0] <= state.tip_mm <= spot[1] else 1.0
    return ratio * (1 + facts.SKIN_HARDER * state.skin)


def over_sharp(world: World, state: State) -> float:
    """How many times the torque of a sharp edge in clean metal is asked for: `W k^0.4`, and what packed chips add."""
    return float(wear_factor(state.used) * _hardness(world, state) ** facts.HARD_TORQUE * state.packing)


def resists(world: World, state: State) -> float:
    """How many times the thrust of a sharp edge in clean metal is asked for: `W k^0.6`."""
    return float(wear_factor(state.used) * _hardness(world, state) ** facts.HARD_THRUST)


def stands_in(set_up: SetUp, state: State, share: Shares) -> None:
    """How the drill stands in its hole: how far chips are packed, how much of it is in."""
    since = max(state.deep_mm - state.clear_at_mm, 0.0) if set_up.columns.family.packs else 0.0
    packed = packing.packed_depth(depth_mm=since, diameter_mm=set_up.columns.diameter_mm)
    state.packing = float(packing.packing_factor(packed_depth=packed, chip_factor=set_up.columns.chip_factor))
    state.engaged_mm, state.full = share.engaged_mm, share.full and not share.leaving


def _cut(world: World, state: State, dt: float) -> None:
    set_up, truth = world.set_up, world.truth
    share = shares_in(world, state.tip_mm)
    stands_in(set_up, state, share)
    if share.leaving and set_up.columns.behind != "backing" and _leaves(world, state, share, dt):
        return
    if share.lips <= 0 and share.chisel <= 0:
        # A hole that is there: it falls to where the lips touch.
        state.tip_mm += facts.FALLS_MM_S * dt
        state.deep_mm = max(state.deep_mm, state.tip_mm)
        nothing_cut(state)
        return
    needs = state.thrust_n / resists(world, state)
    over = set_up.over
    if share.chisel and needs <= set_up.chisel_n:
        nothing_cut(state)
        state.rubs, state.torque_nm = state.speed_rpm > 0, facts.FRICTION * state.thrust_n * float(set_up.columns.diameter_mm) / 4000
        return
    feed = read_off_rising(needs, lambda k: over.thrust_n[k] * (over.lips[k] * share.lips + (1 - over.lips[k]) * share.chisel), truth.feed)
    if not share.full or share.leaving:
        feed = min(feed, facts.ENTERING * set_up.crowds_mm_rev)
    if share.leaving and set_up.columns.behind == "backing":
        # What lies behind bears what the chisel bore: it goes no faster than with the whole point in.
        feed = min(feed, read_off(needs, over.thrust_n, truth.feed))
    torque = read_off(feed, truth.feed, truth.torque) * share.torque
    if set_up.columns.opens_a_hole:
        # A thick chip on a little of the lips asks for no more than the same push on all of them.
        torque = min(torque, read_off(needs, over.thrust_n, truth.torque))
    state.torque_nm = torque * over_sharp(world, state)
    state.feed_mm_rev, state.bites = feed, True
    # Going in, a thick chip is on a little of the edge: no hotter than the book's feed, or in an open hole than the same push on all of it.
    bound = set_up.book_mm_rev if set_up.chisel_in else min(read_off(needs, over.thrust_n, truth.feed), set_up.book_mm_rev)
    state.heats_mm_rev = feed if state.full else min(feed, bound)
    state.rubs = too_thin(set_up, state, feed, share.full)
    if share.full or not share.leaving:
        remembers(state, dt)


def remembers(state: State, dt: float) -> None:
    """The means of feed and thrust before the point comes through."""
    fade = dt / facts.MEAN_S
    state.feed_before += (state.feed_mm_rev - state.feed_before) * fade
    state.thrust_before += (state.thrust_n - state.thrust_before) * fade


def too_thin(set_up: SetUp, state: State, feed: float, full: bool) -> bool:
    """Whether it rubs: a chip thinner than the limit's hard mark of the edge's radius; in metal that hardens, of the book's feed."""
    columns = set_up.columns
    chip = float(chip_thickness_mm(feed_mm_rev=feed, edges=columns.edges, point_angle_deg=columns.point_angle_deg))
    pushed = columns.feed_kind == "push" and set_up.hardens != "yes"
    if chip < (LEAST_EDGE_PUSHED if pushed else LEAST_EDGE) * read_off(state.used, facts.LIFE_AT_RADIUS, set_up.radii_mm):
        return True
    if set_up.hardens == "no" or pushed or not full:
        return False
    return feed < BOOK_SHARES[set_up.hardens][1] * set_up.book_mm_rev


def _leaves(world: World, state: State, share: Shares, dt: float) -> bool:
    """The point coming through: the chisel lets go, the frame leaps, the lips bite a thicker chip; whether that is what happens."""
    set_up, truth, columns = world.set_up, world.truth, world.set_up.columns
    opened = columns.opens_a_hole
    state.leaving_s = max(state.leaving_s, 0.0) + dt
    thrust = max(state.thrust_before, 1e-6)
    needs = thrust / resists(world, state)
    # An edge that goes on wearing takes less for the same push.
    before = min(state.feed_before, read_off(needs, set_up.over.thrust_n, truth.feed))
    if before <= 0 or not columns.family.has_chisel:
        return False
    lips = 1.0 if opened else read_off(needs, set_up.over.thrust_n, set_up.over.lips)
    snatches = set_up.grabs and (set_up.grabs != "warned" or truth.surge > 0.5) and state.thrust_n > 0.5 * lips * thrust
    if opened and not snatches:
        return False
    if opened:
        feed = leapt = before * (1 / max(share.lips, LEAST_LIPS)) ** facts.SURGE_POWER
        # What it grabs at most lies within this step of time: the share of the lips falls to where the step ends.
        after = shares_in(world, state.tip_mm + feed * state.speed_rpm / 60 * dt)
        leapt = before * (1 / max(after.lips, LEAST_LIPS)) ** facts.SURGE_POWER
        took = max(share.torque, LEAST_TORQUE if share.torque > 0 else 0.0)
    else:
        pushes = max(state.thrust_n, thrust * math.exp(-state.leaving_s / facts.FADES_S)) / (lips * thrust)
        springs = float(columns.edges) * (thrust - lips * thrust) / float(columns.stiffness_n_mm)
        leapt = min(before * pushes**facts.SURGE_POWER, before + springs, set_up.lead_mm)
        if snatches and set_up.grabs == "sheet":
            sheet = facts.SHEET_N_MM * (float(columns.depth_mm) / facts.SHEET_MM) ** 3
            leapt = before + float(columns.edges) * thrust / sheet
        elif snatches:
            leapt = set_up.lead_mm
        feed, took = before + truth.surge * (leapt - before), share.torque
    rises = 1 + truth.surge * (float(surge.surge_factor(surged_feed_mm_rev=max(leapt, before), feed_mm_rev=before)) - 1)
    torque = read_off(before, truth.feed, truth.torque) * rises
    state.leapt, state.snatched = max(state.leapt, leapt / before), state.snatched or bool(snatches)
    state.feed_mm_rev, state.torque_nm = max(feed, 0.0), torque * took * over_sharp(world, state)
    # What it snatches is over in a moment: it heats nobody more than the book's feed.
    state.heats_mm_rev = min(state.feed_mm_rev, set_up.book_mm_rev) if snatches else state.feed_mm_rev
    state.bites, state.rubs, state.leaving_feed = True, False, max(state.leaving_feed, feed)
    return True


# --- heat and wear ----------------------------------------------------------------


def _heat(world: World, state: State, dt: float) -> None:
    """How fast the edge runs for what it is cutting, r; its temperature, and the drill's body's."""
    set_up, columns = world.set_up, world.set_up.columns
    diameter = float(columns.diameter_mm)
    speed = math.pi * diameter * state.speed_rpm / 1000
    hot = min(max(state.body_c - facts.AIR_C, 0.0) / facts.BODY_HOT_K, 1.0)
    # What is lost of the book's speed: half of it at once, the rest as the body gets hot.
    lost = 1 - (set_up.dry_share + (set_up.wet_share - set_up.dry_share) * state.oil)
    stands = set_up.top_m_min * set_up.deep_share * (1 - lost * (0.5 + 0.5 * hot))
    runs = speed / stands * wear_factor(state.used) ** facts.WEAR_HEATS * (1 + 0.5 * state.skin)
    touching = state.bites or state.rubs
    chip = (state.heats_mm_rev / set_up.book_mm_rev) ** facts.FEED_HEATS if state.bites else 0.0
    state.heat = runs * max(chip, facts.RUBBING_HEATS if state.rubs else 0.0)
    state.smokes_s = state.smokes_s + dt if state.heat > HOT[0] else 0.0
    state.blue_s = state.blue_s + dt if state.heat > HOT[1] else 0.0
    edge = facts.edge_of(columns.substrate)
    state.edge_c = state.body_c if not touching else facts.AIR_C + set_up.rise_k * state.heat ** (1 / 3)
    method = columns.coolant.method
    if touching and method not in WET_ENOUGH:
        state.oil = max(state.oil - dt / facts.OIL_S * max(state.heat, 1.0) ** 2, 0.0)
    power = state.torque_nm * state.speed_rpm * math.pi / 30
    into = facts.INTO_DRILL * power if state.bites else 0.0
    if state.rubs:
        into += (facts.FLANK if state.bites else facts.BARE) * power
    area = math.pi / 4 * diameter**2
    holds = facts.STEEL_MJ_MM3_K / 1000 * 0.5 * area * 1.5 * diameter
    film = facts.film_w_m2_k(method if method in WET_ENOUGH else BRUSHED if state.oil > 0.05 else DRY)
    out = 0.4 * edge.conductivity / 1000 * area / (3 * diameter) + film * 1e-6 * 2 * math.pi * diameter**2 * (
        1.0 if touching else facts.WITHDRAWN
    )
    state.body_c += dt * (into - out * (state.body_c - facts.AIR_C)) / holds


def _wear(world: World, state: State, advance_mm: float, dt: float) -> None:
    set_up, columns = world.set_up, world.set_up.columns
    edge = facts.edge_of(columns.substrate)
    lives = advance_mm / 1000 / set_up.life_m
    gone = lives * max(0.25, min(state.heat, 3.0) ** (1 / edge.taylor_n))
    if state.rubs:
        slid = math.pi * float(columns.diameter_mm) * state.speed_rpm / 60_000 * dt
        gone += slid / facts.RUBBED_M[set_up.hardens]
        turns = state.speed_rpm / 60 * dt
        state.skin = min(state.skin + turns * facts.SKIN_A_TURN[set_up.hardens], 1.0)
        state.rubbing_s += dt
    if not state.rubs:
        state.rubbing_s = 0.0
    if not state.rubs:
        state.skin *= math.exp(-advance_mm / facts.SKIN_CUT_MM)
    crowded = state.full and state.feed_mm_rev > set_up.crowds_mm_rev and state.leaving_s < 0
    state.crowded_s = state.crowded_s + dt if crowded else 0.0
    if crowded:
        gone += 10 * (state.feed_mm_rev / set_up.crowds_mm_rev) ** 3 * lives
    if state.edge_c > edge.temper_c:
        gone += 0.1 * dt * (1 + (state.edge_c - edge.temper_c) / 25)
    state.used = min(state.used + gone * (1 + 2 * state.skin), max(facts.USED_UP, state.began_used))
    _walk(world, state, dt)


def _walk(world: World, state: State, dt: float) -> None:
    """Where the point comes to stand before it is in."""
    columns = world.set_up.columns
    if columns.opens_a_hole or not columns.family.has_chisel or not (state.bites or state.rubs):
        return
    state.turns = min(state.turns + state.speed_rpm / 60 * dt, facts.WALK_TURNS)
    free = max(float(columns.free_length_mm) / (facts.SLENDER_D * float(columns.diameter_mm)), 0.5)
    reach = facts.WALKS_MM.get(columns.point, facts.WALKS_ELSE_MM) * math.sqrt(float(columns.diameter_mm) / 10)
    start = facts.START_SHARE.get(columns.start_kind, 1.0)
    state.offset_mm = reach * start * free * world.truth.walks * state.turns / facts.WALK_TURNS
