"""What practice needs beside the check: heat, wear in a run, inertia, hands; each with its source (`docs/mechanics/practice.md`)."""

from functools import cache

from bore.base.immutable import immutable
from bore.base.sources import rows, source
from bore.schools.wear import LIFE_GONE

# One step of time, s; a run ends after so long at the latest, s.
DT_S, LONGEST_S = 0.02, 180.0
# A hand on a lever lags its own wish, s; what it may be asked for, N (own choice).
HAND_LAG_S, LEAST_N, MOST_N = 0.06, -400.0, 800.0
# The quill rises under its spring and falls under a hand in an open hole, mm/s (own choice).
RISES_MM_S, FALLS_MM_S = 40.0, 50.0
# Begun so far above the face, mm; back at the face within so many diameters the flutes are clear.
BEGINS_MM, CLEARS_D = 2.0, 0.05
# What is averaged before the point comes through, and how fast a hand's thrust fades as it does, s (own choice).
MEAN_S, FADES_S = 0.15, 0.1
SURGE_POWER = 1.25
# A clamped disc of sheet, radius 100 mm, 1.5 mm thick, N/mm; it goes with the cube of its thickness (Timoshenko, from memory).
SHEET_N_MM, SHEET_MM = 326.0, 1.5
# Feeds while the point enters are bounded by so many times what crowds the drill.
ENTERING = 2.0
# Under this share of its speed a spindle stands; so long standing trips its switch, s; a slipping belt passes so much (own choice).
STANDS, TRIPS_S, SLIPPING = 0.15, 4.0, 0.8
# Skin and hard spots of hardness ratio k: thrust goes with k^0.6, torque with k^0.4 (the powers of the core's schools).
HARD_THRUST, HARD_TORQUE = 0.6, 0.4
# Skin grows by a rubbing turn in metal that hardens and that hardens slightly; what it adds to hardness; cut away over so many mm (own choice).
SKIN_A_TURN, SKIN_HARDER, SKIN_CUT_MM = {"yes": 1 / 20, "slight": 1 / 80, "no": 0.0}, 0.8, 0.05
# Metres slid rubbing that use an edge up.
RUBBED_M = {"yes": 15.0, "slight": 30.0, "no": 60.0}
# Shares of its life at which an edge is heard to be dull, cuts no more, and is worn no further (own choice).
DULL_AT, DEAD_AT, USED_UP = 0.95, 1.15, 1.2
# Edge radius over its life: the words' own, and twice the dull one's at the end.
LIFE_AT_RADIUS = (*LIFE_GONE.values(), USED_UP)
# Temperature rise of an edge, Cook (Tool wear and tool life, 1973): ΔT = 0.4 (u/ρc) (V h/a)^(1/3); it goes with r^(1/3) (own choice).
# At the book's top speed a sharp edge is at least so far below what draws its temper, K.
COOK, AIR_C, SPARED_K = 0.4, 20.0, 60.0
WEAR_HEATS, FEED_HEATS, RUBBING_HEATS, BODY_HOT_K = 0.55, 0.4, 0.25, 150.0
# Shares of the cutting power that go into the drill: cutting (Schmidt & Roubik 1949, less what goes back), a rubbing flank, friction
# without a chip; friction at a quarter of the diameter (own choice).
INTO_DRILL, FLANK, BARE, FRICTION = 0.05, 0.08, 0.30, 0.25
STEEL_MJ_MM3_K = 3.7
FILM_W_M2_K = {"dry": 100.0, "brush": 600.0, "mist": 600.0}
FLOODED_W_M2_K, WITHDRAWN = 4000.0, 1.5
# Smoke and blue chips are seen once they last so long, s (own choice).
SEEN_S = 0.1
# A brush of oil lasts so long in the cut at r of one, s.
OIL_S = 20.0
# How far a point walks before it is in, by point and start, mm, and in how many turns (own choice).
WALKS_MM = {"conventional": 0.8, "thinned": 0.5, "split": 0.25}
WALKS_ELSE_MM, WALK_TURNS, SLENDER_D = 0.1, 6.0, 8.0
START_SHARE = {"none": 1.0, "punch": 0.15, "spot": 0.04, "centre": 0.04, "bush": 0.03}
# A hole is so much over its size for each mm that its point walked (own choice).
OVERSIZE = 0.4
# A hand's grip on work that nothing else holds, N at its arm.
FINGERS_N = 100.0
# Burr left on the far side: so much, and more with the feed it comes through at, mm (own choice).
BURR_MM, BURR_BY_FEED = 0.05, 0.6


@immutable
class Heat:
    """Heat capacity of the metal, mJ/mm³K, and its diffusivity, mm²/s."""

    capacity: float
    diffusivity: float


@immutable
class EdgeFacts:
    """Where an edge loses its temper, °C, Taylor's exponent, and what its body conducts, W/mK."""

    temper_c: float
    taylor_n: float
    conductivity: float


@cache
def heat_of(metal: str) -> Heat:
    """Of a metal's word; steel's where there is none."""
    table = {row["metal"]: row for row in rows("practice_heat.csv") if source(row["source"])}
    row = table.get(metal, table["steel"])
    return Heat(float(row["heat_mj_mm3_k"]), float(row["diffusivity_mm2_s"]))


@cache
def edge_of(substrate: str) -> EdgeFacts:
    """Of what an edge is made of."""
    table = {row["edge"]: row for row in rows("practice_edges.csv") if source(row["source"])}
    row = table.get(substrate, table["hss"])
    return EdgeFacts(float(row["temper_c"]), float(row["taylor_n"]), float(row["conductivity_w_mk"]))


def film_w_m2_k(method: str) -> float:
    """What a coolant carries off a drill's surface, W/m²K."""
    return FILM_W_M2_K.get(method, FLOODED_W_M2_K)
