"""What every family of cutters is: its facts, a row each. What it does with them (rules) is in its folder under `cutters/`."""

from functools import cache
from typing import Any

from bore.base.immutable import immutable
from bore.base.sources import rows, source
from bore.machines.kinds import FREE_HANDS

NEEDS_COOLANT_THROUGH, WANTS_COOLANT_THROUGH = "must", "wants"


@immutable(kw_only=True)
class CutterKind:
    """One family as facts, a row of `tables/cutter_kinds.csv`.

    words, verb: what it is called and what it does.
    step, mark: what it does in a row of steps (a drill may do any that drills), and the start its mark makes where it marks.
    substrate, point, carbide_point: what it has where nobody said; the point of one that is solid carbide.
    drills, opens_out: makes a hole, rather than serving one; may take a hole a step further on its way.
    has_chisel: its middle presses rather than cuts.
    packs, may_peck: chips leave by flutes that can pack; may be drawn back and sent in again.
    from_solid, wants_solid: cuts as from solid, whatever hole was there; must not open a hole that is there, its middle wants metal.
    makes_own_diameter, plunges, axial_chip: its hole is as wide as it is; fed along its axis; the feed over the edges is its chip.
    follows_travel: too light in the cut for a hand to feel: fed by the lever's travel, not by its force.
    starts_unmarked, needs_guide: starts square and stiff on a bare face; only a bush or a hole of its size guides it.
    touches_briefly: in the metal for seconds only.
    whole_carbide: carbide from point to shank when its edge is.
    standard_form, tapered_over_mm: made in the standard series of lengths and points, and ground again in the shop; above this diameter
    with a taper shank.
    on_inserts: cuts with inserts, which are turned rather than ground, may stand off centre and cut a disc free where they break through.
    adjusts: set to any size between two; its diameter is the largest.
    chucked, holder, setup_s: a drill chuck is made for its shank; what it is held in where a chuck would be wrong; how much longer its own
    holder takes to set up by hand. ground_mm: what a grind takes off its length; none where its end is not ground.
    chart: the wall chart that is made of it.
    asks: fields of the cutter worth asking for, beside its size, edge and point.
    chips, sound: what it looks and sounds like going well, where that is its own.
    coolant_through: how much it wants coolant through its body.
    compression: how much more than an outside turning tool it squeezes its chip.
    energy_share: share of the table's drilling energy, which has a chisel in it, that it needs.
    friction: torque over cutting torque (guide pads, lands).
    force_share: thrust over cutting force where it does not follow the metal's own ratio (None: it does).
    chip_room: flute left above the hole, least and wanted, in diameters.
    """

    id: str
    words: str
    verb: str
    step: str
    mark: str
    substrate: str
    point: str
    carbide_point: str
    drills: bool
    has_chisel: bool
    packs: bool
    may_peck: bool
    from_solid: bool
    wants_solid: bool
    opens_out: bool
    makes_own_diameter: bool
    plunges: bool
    axial_chip: bool
    follows_travel: bool
    starts_unmarked: bool
    touches_briefly: bool
    whole_carbide: bool
    standard_form: bool
    on_inserts: bool
    adjusts: bool
    needs_guide: bool
    chucked: bool
    tapered_over_mm: float | None
    holder: str
    chart: str
    setup_s: float
    ground_mm: float
    asks: tuple[str, ...]
    chips: str
    sound: str
    coolant_through: str
    compression: float
    energy_share: float
    friction: float
    force_share: float | None
    chip_room: tuple[float, float]

    @property
    def leaves_a_slug(self) -> bool:
        """Whether it cuts a ring and leaves the middle standing: cuts as from solid, but does not mind a hole there."""
        return self.from_solid and not self.wants_solid

    @property
    def one(self) -> str:
        """One of it, in a sentence: `a gun drill`, `an insert drill`."""
        return f"{'an' if self.words[0] in 'aeiou' else 'a'} {self.words}"

    @property
    def always_carbide(self) -> bool:
        """Whether its edge is carbide and goes without saying."""
        return self.substrate == "carbide"

    @property
    def feeds_its_pitch(self) -> bool:
        """Whether the only feed it takes is its pitch: along its axis, and not as a chip."""
        return self.plunges and not self.axial_chip

    def leant_on(self, feed_kind: str) -> bool:
        """Whether a hand's force makes its feed on a machine of this kind of feed; a screw is wound, and what follows travel is let down."""
        return feed_kind in FREE_HANDS and self.axial_chip and not self.follows_travel

    @property
    def guides_another(self) -> bool:
        """Whether its short hole guides a drill of the same size that needs a guide: it cuts to the middle, on centre."""
        return self.drills and self.has_chisel

    @property
    def ends_a_row(self) -> bool:
        """Whether a row of drilling may end with it: it makes a hole, or takes one a step further."""
        return self.drills or self.opens_out


def _read(row: dict[str, str]) -> CutterKind:
    source(row["source"])
    facts: dict[str, Any] = {"id": row["family"]}
    for name in ("force_share", "tapered_over_mm"):
        facts[name] = float(row[name]) if row[name] else None
    facts["asks"] = tuple(row["asks"].split())
    facts["chip_room"] = (float(row["chip_room_least_d"]), float(row["chip_room_wanted_d"]))
    for name in (
        "words",
        "verb",
        "step",
        "mark",
        "substrate",
        "point",
        "carbide_point",
        "coolant_through",
        "holder",
        "chart",
        "chips",
        "sound",
    ):
        facts[name] = row[name]
    for name in ("compression", "energy_share", "friction", "setup_s", "ground_mm"):
        facts[name] = float(row[name])
    for name, value in row.items():
        if value in ("yes", "no"):
            facts[name] = value == "yes"
    return CutterKind(**facts)


@cache
def cutter_kinds() -> dict[str, CutterKind]:
    """Every family by its id."""
    return {row["family"]: _read(row) for row in rows("cutter_kinds.csv")}


@cache
def plain_drill() -> CutterKind:
    """The drill that is meant where only a drill is said: the one of the standard series."""
    return next(kind for kind in cutter_kinds().values() if kind.standard_form)


def cutter_kind(family: str) -> CutterKind:
    """The facts of the family of this id."""
    return cutter_kinds()[family]
