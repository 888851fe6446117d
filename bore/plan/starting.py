"""How the point is first guided: a punch mark of the hand, a spot or a centre from the crib, a bush; a guide hole before a gun drill."""

from bore.job.cutter import SAME_SIZE_MM, Cutter
from bore.plan.deep_hole import guide_d
from bore.plan.step_cut import Cut, Cuts
from bore.plan.times import MARK_S, Step, change_s

WORDS = {"punch": "a punch mark", "spot": "a spot", "centre": "a centre drill", "bush": "the bush"}
# A dimple a tenth of the hole deep, so that the point touches before the corners; a centre drill as deep as its cone (common practice).
SPOT_SHARE, LEAST_SPOT_MM, CENTRE_SHARE = 0.1, 0.5, 0.8


def wants_mark(cut: Cut) -> bool:
    """Whether a cut starts on solid metal and does not find its own centre."""
    return cut.job.hole.start.kind not in ("none", "pilot", "bush")


def mark_of(cuts: Cuts, first: Cut, target_mm: float) -> Step:
    """The mark before a first cut: a spot or centre drill of the crib where the machine carries one and it goes, else the hand's."""
    kind, words = first.job.hole.start.kind, first.job.cutter.kind.words
    why = f"a {words} walks on a plain face: {WORDS[kind]}"
    if kind in ("spot", "centre"):
        found = [(cut, place) for place, cut in _spots(cuts, kind, target_mm) if cut.goes]
        if found:
            cut, place = min(found, key=lambda pair: (pair[0].verdict, pair[0].time_s))
            change = change_s(cuts.base, cut)
            return Step("mark", place, 0.0, cut.job.cutter.diameter_mm, cut, change, why, cut.time_s)
        why += "; the crib has none that goes: touch each place with the drill, and look"
    return Step("mark", None, 0.0, 0.0, None, 0.0, why, MARK_S)


def mark_depth_mm(cutter: Cutter, target_mm: float) -> float:
    """How deep a spot or centre drill goes for a hole, mm."""
    if cutter.kind.mark == "centre":
        return round(CENTRE_SHARE * cutter.diameter_mm, 2)
    return round(min(max(SPOT_SHARE * target_mm, LEAST_SPOT_MM), cutter.diameter_mm / 2), 2)


def _spots(cuts: Cuts, kind: str, target_mm: float) -> list[tuple[int, Cut]]:
    found = []
    for place, one in enumerate(cuts.base.yard.cutters):
        if one.kind.mark == kind and one.wear != "dull":
            found.append((place, cuts.of(0.0, one.diameter_mm, place, mark_depth_mm(one, target_mm))))
    return found


def guide_of(cuts: Cuts, target_mm: float) -> Step | None:
    """The guide hole a gun drill enters by where no bush guides it: drilled to its size with a short drill; None where the crib has none that goes."""
    ratio = cuts.base.hole.depth_mm / target_mm
    depth = round(guide_d(ratio) * target_mm, 1)
    places = [
        place
        for place, one in enumerate(cuts.base.yard.cutters)
        if one.kind.guides_another and abs(one.diameter_mm - target_mm) <= SAME_SIZE_MM and one.wear == "sharp"
    ]
    found = [(cuts.of(0.0, target_mm, place, depth), place) for place in places]
    going = [(cut, place) for cut, place in found if cut.goes]
    if not going:
        return None
    cut, place = min(going, key=lambda pair: (pair[0].verdict, pair[0].time_s))
    why = f"a gun drill is guided by its hole: {depth:g} mm deep, 0.01 to 0.03 mm over its size; measure it, a tight one pinches the head"
    return Step("pilot", place, 0.0, target_mm, cut, change_s(cuts.base, cut), why, cut.time_s)
