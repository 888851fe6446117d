"""Will the point start where it is meant to?"""

from bore.job.columns import Columns
from bore.limits.judgement import GIVES_WAY, HOLDS, TIGHT, Judgement, Limit, Reason
from bore.loads.loads import Loads

STEEP_DEG = 8.0
SELF_STARTING = ("self-centring", "split", "four-facet", "sheet")
VERY_SLENDER_D = 15.0


def _face(columns: Columns) -> int:
    if columns.start_kind == "bush":
        return 0
    if columns.entry == "angled":
        return 1 if columns.entry_angle_deg > STEEP_DEG else 2
    return {"curved": 3, "concave": 3, "interrupted": 4}.get(columns.entry, 0)


def _mark(columns: Columns) -> int:
    if columns.opens_a_hole or columns.family.starts_unmarked:
        return 0
    carbide = columns.substrate == "carbide"
    if carbide and columns.start_kind in ("spot", "centre") and columns.mark_angle_deg < float(columns.point_angle_deg):
        return 5
    if columns.start_kind == "none":
        if carbide and columns.point == "self-centring":
            return 0
        return 7 if columns.point in SELF_STARTING else 6
    if columns.kind == "lathe" and columns.start_kind == "punch":
        return 8
    slender = float(columns.free_length_mm) / float(columns.diameter_mm)
    if columns.start_kind == "punch" and slender > VERY_SLENDER_D:
        return 9
    return 0


def judge(columns: Columns, loads: Loads) -> Judgement:
    """A matter of kind: the face it meets, the mark it starts in, how slender it is. The worse of face and mark counts."""
    face, mark = _face(columns), _mark(columns)
    return Judgement(reason=max((face, mark), key=lambda reason: LIMIT.reasons[reason].verdict))


LIMIT = Limit(
    id="wander",
    failure="wanders at the start",
    question="Does the point start where it is meant to?",
    reads=(
        "hole.start.kind",
        "hole.start.angle_deg",
        "hole.entry",
        "hole.entry_angle_deg",
        "hole.start_diameter_mm",
        "cutter.point",
        "cutter.free_length_mm",
        "machine.kind",
    ),
    eased_by=("spot", "punch", "spot-face", "shorter-drill", "bush"),
    judge=judge,
    reasons=(
        Reason(HOLDS, ""),
        Reason(GIVES_WAY, "a face sloping {entry_angle_deg:.0f}° throws the point off: mill a flat first, or use a bush"),
        Reason(TIGHT, "a sloping face: a third to half the feed until the full diameter is in"),
        Reason(TIGHT, "a curved face: spot-face it, or a third of the feed until the full diameter is in"),
        Reason(TIGHT, "it breaks into another bore: ease the feed where the lips run in air"),
        Reason(
            GIVES_WAY,
            "the mark ({mark_angle_deg:.0f}°) is narrower than the point ({point_angle_deg:.0f}°): carbide lands on its corners and chips",
        ),
        Reason(GIVES_WAY, "no mark: this point walks on a bare face; punch or spot it"),
        Reason(TIGHT, "no mark: this point mostly starts itself; punch or spot it where position matters"),
        Reason(TIGHT, "on a lathe a centre drill comes first"),
        Reason(TIGHT, "a drill this slender follows a punch mark poorly: spot it, or start with a short one"),
    ),
)
