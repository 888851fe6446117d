"""What every family of cutters is: its facts, a row each. What it does with them (rules) is in its folder under `cutters/`."""

from dataclasses import dataclass
from functools import cache
from typing import Any

from bore.base.sources import rows, source

NEEDS_COOLANT_THROUGH, WANTS_COOLANT_THROUGH = "must", "wants"


@dataclass(frozen=True, slots=True, kw_only=True)
class CutterKind:
    """One family as facts, a row of `tables/cutter_kinds.csv`.

    words: what it is called; substrate, point: what it has where nobody said; drills: whether it makes a hole rather than serving
    one; has_chisel: whether its middle presses rather than cuts; packs: whether chips leave by flutes that can pack; from_solid: cuts
    as from solid, whatever hole was there; wants_solid: must not open a hole that is there, its middle wants metal; opens_out: may take
    a hole a step further on its way; makes_own_diameter: its hole is as wide as it is; plunges: fed along its axis; axial_chip: the feed over the edges is its
    chip; starts_unmarked: starts square and stiff on a bare face; touches_briefly: in the metal
    for seconds only; whole_carbide: carbide from point to shank when its edge is;
    coolant_through: how much it wants coolant through its body;
    compression: how much more than an outside turning tool it squeezes its chip; energy_share: share of the table's drilling energy,
    which has a chisel in it, that it needs; friction: torque over cutting torque (guide pads, lands); force_share: thrust over
    cutting force where it does not follow the metal's own ratio (None: it does); chip_room: flute left above the hole, least and
    wanted, in diameters.
    """

    id: str
    words: str
    substrate: str
    point: str
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
    starts_unmarked: bool
    touches_briefly: bool
    whole_carbide: bool
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
    def ends_a_row(self) -> bool:
        """Whether a row of drilling may end with it: it makes a hole, or takes one a step further."""
        return self.drills or self.opens_out


def _read(row: dict[str, str]) -> CutterKind:
    source(row["source"])
    facts: dict[str, Any] = {"id": row["family"], "force_share": float(row["force_share"]) if row["force_share"] else None}
    facts["chip_room"] = (float(row["chip_room_least_d"]), float(row["chip_room_wanted_d"]))
    for name in ("words", "substrate", "point", "coolant_through"):
        facts[name] = row[name]
    for name in ("compression", "energy_share", "friction"):
        facts[name] = float(row[name])
    for name, value in row.items():
        if value in ("yes", "no"):
            facts[name] = value == "yes"
    return CutterKind(**facts)


@cache
def cutter_kinds() -> dict[str, CutterKind]:
    """Every family by its id."""
    return {row["family"]: _read(row) for row in rows("cutter_kinds.csv")}


def cutter_kind(family: str) -> CutterKind:
    """The facts of the family of this id."""
    return cutter_kinds()[family]
