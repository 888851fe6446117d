"""Will the point start where it is meant to?"""

from enum import IntEnum

from bore.job.columns import Columns
from bore.limits.judgement import GIVES_WAY, HOLDS, TIGHT, Judgement, Limit, Reason, named
from bore.loads.loads import Loads


class Why(IntEnum):
    """What this limit may say by its kind."""

    NONE = 0
    STEEP_FACE = 1
    SLOPING_FACE = 2
    CURVED_FACE = 3
    BREAKS_INTO_ANOTHER = 4
    NARROW_MARK = 5
    WALKS = 6
    STARTS_ITSELF = 7
    LATHE_WANTS_A_CENTRE = 8
    TOO_SLENDER_FOR_A_PUNCH = 9
    LONG_ON_A_BARE_FACE = 10
    TOO_LONG_ON_A_BARE_FACE = 11


STEEP_DEG = 8.0
SELF_STARTING = ("self-centring", "split", "four-facet", "sheet")
VERY_SLENDER_D = 15.0
# On a bare face, in diameters out of the holder or deep: from here a drill wants a pilot, a bush or a short drill first, and from
# here it does not go without (common practice).
LONG_D, TOO_LONG_D = 8.0, 12.0


FACES = {"curved": Why.CURVED_FACE, "concave": Why.CURVED_FACE, "interrupted": Why.BREAKS_INTO_ANOTHER}


def _face(columns: Columns) -> Why:
    if columns.start_kind == "bush":
        return Why.NONE
    if columns.entry == "angled":
        return Why.STEEP_FACE if columns.entry_angle_deg > STEEP_DEG else Why.SLOPING_FACE
    return FACES.get(columns.entry, Why.NONE)


def _too_long(columns: Columns) -> Why:
    """Whether a drill is too long to be set on a bare face as it is."""
    slender = max(float(columns.free_length_mm), float(columns.depth_mm)) / float(columns.diameter_mm)
    if slender <= LONG_D or not columns.family.drills:
        return Why.NONE
    return Why.LONG_ON_A_BARE_FACE if slender <= TOO_LONG_D else Why.TOO_LONG_ON_A_BARE_FACE


def _mark(columns: Columns) -> Why:
    if columns.opens_a_hole:
        return Why.NONE
    if columns.family.starts_unmarked:
        return _too_long(columns) if columns.start_kind == "none" else Why.NONE
    carbide = columns.substrate == "carbide"
    if carbide and columns.start_kind in ("spot", "centre") and columns.mark_angle_deg < float(columns.point_angle_deg):
        return Why.NARROW_MARK
    if columns.start_kind == "none":
        if carbide and columns.point == "self-centring":
            return _too_long(columns)
        return _graver(_too_long(columns), Why.STARTS_ITSELF if columns.point in SELF_STARTING else Why.WALKS)
    if columns.machine_kind.tailstock and columns.start_kind == "punch":
        return Why.LATHE_WANTS_A_CENTRE
    slender = float(columns.free_length_mm) / float(columns.diameter_mm)
    if columns.start_kind == "punch" and slender > VERY_SLENDER_D:
        return Why.TOO_SLENDER_FOR_A_PUNCH
    return Why.NONE


def judge(columns: Columns, loads: Loads) -> Judgement:
    """A matter of kind: the face it meets, the mark it starts in, how slender it is. The worse of face and mark counts."""
    return Judgement(reason=_graver(_face(columns), _mark(columns)))


def _graver(one: Why, other: Why) -> Why:
    """The one of two reasons with the worse verdict, the first where they are as bad."""
    return max((one, other), key=lambda why: LIMIT.reasons[why].verdict)


LIMIT = Limit(
    id="wander",
    failure="the cutter wanders at the start",
    thing="start",
    question="Does the point start where it is meant to?",
    reads=(
        "hole.start.kind",
        "hole.start.angle_deg",
        "hole.entry",
        "hole.entry_angle_deg",
        "hole.start_diameter_mm",
        "hole.depth_mm",
        "cutter.point",
        "cutter.free_length_mm",
        "machine.kind",
    ),
    eased_by=("spot", "punch", "spot-face", "shorter-drill", "bush"),
    judge=judge,
    reasons=named(
        {
            Why.NONE: Reason(HOLDS, ""),
            Why.STEEP_FACE: Reason(
                GIVES_WAY, "a face sloping {entry_angle_deg:.0f}° throws the point off: mill a flat first, or use a bush"
            ),
            Why.SLOPING_FACE: Reason(TIGHT, "a sloping face: a third to half the feed until the full diameter is in"),
            Why.CURVED_FACE: Reason(TIGHT, "a curved face: spot-face it, or a third of the feed until the full diameter is in"),
            Why.BREAKS_INTO_ANOTHER: Reason(TIGHT, "it breaks into another bore: ease the feed where the lips run in air"),
            Why.NARROW_MARK: Reason(
                GIVES_WAY,
                "the mark ({mark_angle_deg:.0f}°) is narrower than the point ({point_angle_deg:.0f}°): carbide lands on its corners and chips",
            ),
            Why.WALKS: Reason(GIVES_WAY, "no mark: this point walks on a bare face; punch or spot it"),
            Why.STARTS_ITSELF: Reason(TIGHT, "no mark: this point mostly starts itself; punch or spot it where position matters"),
            Why.LATHE_WANTS_A_CENTRE: Reason(TIGHT, "on a lathe a centre drill comes first"),
            Why.TOO_SLENDER_FOR_A_PUNCH: Reason(
                TIGHT, "a drill this slender follows a punch mark poorly: spot it, or start with a short one"
            ),
            Why.LONG_ON_A_BARE_FACE: Reason(TIGHT, "a drill this long whips on a bare face: a short drill, a pilot or a bush first"),
            Why.TOO_LONG_ON_A_BARE_FACE: Reason(
                GIVES_WAY, "a drill over twelve diameters long does not start on a bare face: a short drill, a pilot or a bush first"
            ),
        }
    ),
)
