"""How the point is first guided: a punch mark of the hand, a spot or a centre from the crib, a bush; a guide hole before a gun drill."""

from collections.abc import Iterator

from bore.job.cutter import Cutter
from bore.plan.guides import guide_depth_mm, guide_words, guiding, is_guided
from bore.plan.hand_work import mark_s
from bore.plan.step_cut import Cut, Cuts, cone_cut, cone_depth_mm
from bore.plan.times import Step, change_s

WORDS = {"punch": "a punch mark", "spot": "a spot", "centre": "a centre drill", "bush": "the bush"}
# A dimple a tenth of the hole deep, so that the point touches before the corners (common practice).
SPOT_SHARE, LEAST_SPOT_MM = 0.1, 0.5
# A centre drill goes in until its cone guides: no wider than this share of the hole, nor of its own body (common practice). Its thin end
# is so many of its diameters long (ISO 866, from memory).
CENTRE_SHARE, THIN_END_D = 0.8, 1.25


def wants_mark(cut: Cut) -> bool:
    """Whether a cut starts on solid metal and does not find its own centre, or has a pin that is set by eye."""
    return cut.job.hole.start.kind not in ("none", "pilot", "bush") or _set_by_eye(cut)


def _set_by_eye(cut: Cut) -> bool:
    """Whether a ring cutter's pin is brought over its place by hand; over a hole that is there the hole shows it."""
    from_solid = cut.job.hole.start_diameter_mm == 0
    return cut.job.cutter.kind.leaves_a_slug and from_solid and not cut.job.machine.is_a.programmed


def mark_of(cuts: Cuts, first: Cut, target_mm: float) -> Step:
    """The mark before a first cut: a spot or centre drill of the crib where the machine carries one and it goes, else the hand's."""
    kind, words = first.job.hole.start.kind, first.job.cutter.kind.words
    if _set_by_eye(first):
        return Step("mark", None, 0.0, 0.0, None, 0.0, "the pin is set by eye: a punch mark under it", mark_s(cuts.base.machine))
    why = f"a {words} walks on a plain face: {WORDS[kind]}"
    if kind in ("spot", "centre"):
        found = [(cut, place) for place, cut in _spots(cuts, kind, target_mm) if cut.goes]
        if found:
            cut, place = min(found, key=lambda pair: (pair[0].verdict, pair[0].time_s))
            change = change_s(cuts.base, cut)
            return Step("mark", place, 0.0, cut.job.hole.diameter_mm, cut, change, why, cut.time_s)
        why += "; the crib has none that goes: touch each place with the drill, and look"
    return Step("mark", None, 0.0, 0.0, None, 0.0, why, mark_s(cuts.base.machine))


def centre_mouth_mm(cutter: Cutter, target_mm: float) -> float | None:
    """How wide a centre drill opens a place for a hole, mm; None where its thin end alone is too wide for it."""
    mouth = round(CENTRE_SHARE * min(target_mm, cutter.diameter_mm), 2)
    return mouth if mouth > (cutter.step_diameter_mm or 0.0) else None


def mark_cut(cuts: Cuts, place: int, target_mm: float) -> Cut | None:
    """A spot or centre drill of the crib making the mark of a hole; None where it is too wide for it."""
    one = cuts.base.yard.cutters[place]
    if one.kind.mark != "centre":
        return cuts.of(0.0, one.diameter_mm, place, round(min(max(SPOT_SHARE * target_mm, LEAST_SPOT_MM), one.diameter_mm / 2), 2))
    mouth = centre_mouth_mm(one, target_mm)
    if mouth is None:
        return None
    thin = one.step_diameter_mm or 0.0
    cone = cone_depth_mm(mouth_mm=mouth, hole_mm=thin, angle_deg=one.point_angle_deg)
    return cone_cut(cuts, place, 0.0, mouth, round(THIN_END_D * thin + cone, 2))


def _spots(cuts: Cuts, kind: str, target_mm: float) -> Iterator[tuple[int, Cut]]:
    """The crib's spot or centre drills for a hole: those no wider than the hole, or the narrowest there is."""
    places = [place for place, one in enumerate(cuts.base.yard.cutters) if one.kind.mark == kind and one.wear != "dull"]
    if kind == "centre":
        sizes = {place: cuts.base.yard.cutters[place].diameter_mm for place in places}
        fitting = [size for size in sizes.values() if size <= target_mm]
        wanted = max(fitting) if fitting else min(sizes.values(), default=0.0)
        places = [place for place in places if sizes[place] == wanted]
    for place in places:
        if (cut := mark_cut(cuts, place, target_mm)) is not None:
            yield place, cut


def wants_guide(cuts: Cuts, start_mm: float, place: int) -> bool:
    """Whether a drill of the crib enters solid metal, and by a short hole of its size."""
    return start_mm == 0 and is_guided(cuts.base, cuts.base.yard.cutters[place])


def guide_of(cuts: Cuts, cutter: Cutter) -> Step | None:
    """The guide hole a drill enters by: drilled to its size with a short drill; None where the crib has none that goes."""
    depth, size = guide_depth_mm(cuts.base, cutter), cutter.diameter_mm
    found = [(cuts.of(0.0, size, place, depth), place) for place in guiding(cuts.base, size)]
    going = [(cut, place) for cut, place in found if cut.goes]
    if not going:
        return None
    cut, place = min(going, key=lambda pair: (pair[0].verdict, pair[0].time_s))
    return Step("pilot", place, 0.0, size, cut, change_s(cuts.base, cut), guide_words(cutter, depth), cut.time_s)
