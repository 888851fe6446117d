"""A request for a plan, read: the hole as drawn, its seats and pattern, what is wanted, the row as somebody has it, the shop's costs."""

from dataclasses import fields, replace
from typing import Any

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.plain import known_fields
from bore.case.read import read_case
from bore.job.cutter import SAME_SIZE_MM
from bore.job.cutter_kinds import plain_drill
from bore.job.job import Job
from bore.machines.kinds import HAND_FEEDS
from bore.plan.callout import Drawn, read_drawn
from bore.plan.cost import USUAL_RATE_PER_H, EdgeCost, Money
from bore.plan.custom_row import OwnStep
from bore.plan.pattern import Pattern, read_pattern
from bore.plan.seats import Seat
from bore.plan.task import THREADS, WANTS, Task, Wish
from bore.plan.times import KINDS

Case = dict[str, Any]
# What of a case a plan goes by; cutter and setting are what it finds.
PARTS = ("hole", "material", "machine", "holding", "yard")
FIELDS = (
    "hole",
    "counterbore_mm",
    "counterbore_depth_mm",
    "countersink_mm",
    "thread",
    "want",
    "pinned_mm",
    "without_mm",
    "steps",
    "pattern",
    "under_mm",
    "there_mm",
    "measured_mm",
    "rate_per_h",
    "costs",
    "alternatives",
    "families",
)
MOST_STEPS = 30


@immutable
class Asked:
    """Everything a request for a plan says."""

    task: Task
    wish: Wish
    pattern: Pattern
    own: tuple[OwnStep, ...]
    under_mm: float | None
    measured_mm: float | None
    alternatives: bool
    families: bool


def read_plan(data: Any) -> Asked:
    """A request for a plan: `case` (hole, material, machine, holding, yard) and `plan`. Raises BadInput naming the field."""
    asked = _asked(data)
    drawn = read_drawn(asked["hole"])
    case = data["case"]
    job = read_case(_base(case, drawn))
    pattern = read_pattern(asked.get("pattern"), job.hole.count)
    job = replace(job, hole=_among(job, pattern))
    want = _one_of(asked, "want", WANTS, "usual")
    wish = Wish(want, _sizes(asked, "pinned_mm"), _sizes(asked, "without_mm"))
    thread = _one_of(asked, "thread", THREADS, "any")
    task = Task(job, drawn, _seats(asked, drawn), thread, _money(asked, len(job.yard.cutters)), _there(asked, drawn))
    if drawn.flat and job.hole.through:
        raise BadInput.at(
            "hole.through", "a hole that goes through has no bottom to be flat; accepted: a blind hole, with the depth of its floor"
        )
    if task.there_mm and task.flat:
        raise BadInput.at("plan.there_mm", "the floor of a hole that is there is not squared off here; leave one of the two out")
    return Asked(
        task,
        wish,
        pattern,
        _own(asked, len(job.yard.cutters)),
        _length(asked, "under_mm", 0.0, 2000.0),
        _length(asked, "measured_mm", 0.1, 150.0),
        asked.get("alternatives") is True,
        asked.get("families") is True,
    )


def _there(asked: Case, drawn: Drawn) -> float:
    """How wide the hole is that is there already, mm; 0 where there is none. Raises BadInput where it is too wide for what is drawn."""
    there = _length(asked, "there_mm", 0.1, 150.0)
    if there is None:
        return 0.0
    if there > drawn.most_mm + SAME_SIZE_MM:
        raise BadInput.at("plan.there_mm", f"{there:g} mm is wider than {drawn.text} is drilled; accepted: to {drawn.most_mm:.4g} mm")
    return there


def _asked(data: Any) -> Case:
    if not isinstance(data, dict) or not isinstance(data.get("case"), dict):
        raise BadInput.at("case", "is needed, as an object")
    asked = known_fields(data.get("plan"), FIELDS, "plan")
    if not isinstance(asked.get("hole"), str):
        raise BadInput.at("plan.hole", "is needed: the hole as the drawing names it")
    return asked


def _base(case: Case, drawn: Drawn) -> Case:
    """The case with the hole as drawn, a plain drill and some setting, so that it can be read."""
    hole, machine = case.get("hole"), case.get("machine")
    if not isinstance(hole, dict) or not isinstance(machine, dict):
        raise BadInput.at("case.hole" if not isinstance(hole, dict) else "case.machine", "is needed, as an object")
    feed = machine.get("feed")
    by_hand = isinstance(feed, dict) and feed.get("kind") in HAND_FEEDS
    kept = {name: case[name] for name in PARTS if name in case}
    hole = hole | {"diameter_mm": drawn.finished_mm, "start_diameter_mm": 0, "tolerance_it": None}
    setting = {"speed_rpm": 300, **({"hand_force_n": 100} if by_hand else {"feed_mm_rev": 0.1})}
    return kept | {"hole": hole, "cutter": {"family": plain_drill().id, "diameter_mm": drawn.finished_mm}, "setting": setting}


def _among(job: Job, pattern: Pattern) -> Any:
    """The hole among its neighbours and beside the edges, where the pattern says how near they are."""
    edges = [value for point in pattern.from_edges_mm for value in point]
    edge = job.hole.edge_distance_mm if job.hole.edge_distance_mm is not None else min(edges, default=None)
    near = job.hole.next_hole_mm if job.hole.next_hole_mm is not None else pattern.neighbour_mm
    count = len(pattern.points_mm) if pattern.kind != "single" else job.hole.count
    return replace(job.hole, edge_distance_mm=edge, next_hole_mm=near, count=count)


def _one_of(asked: Case, name: str, choices: tuple[str, ...], usual: str) -> str:
    value = asked.get(name, usual)
    if value not in choices:
        raise BadInput.at(f"plan.{name}", f"accepted: {', '.join(choices)}")
    return str(value)


def _length(asked: Case, name: str, low: float, high: float) -> float | None:
    value = asked.get(name)
    if value is None:
        return None
    if isinstance(value, bool) or not isinstance(value, int | float) or not low <= value <= high:
        raise BadInput.at(f"plan.{name}", f"accepted: {low:g} to {high:g} mm")
    return float(value)


def _sizes(asked: Case, name: str) -> tuple[float, ...]:
    sizes = asked.get(name) or []
    good = isinstance(sizes, list) and len(sizes) <= 20
    if not good or any(isinstance(one, bool) or not isinstance(one, int | float) or not 0.1 <= one <= 150 for one in sizes):
        raise BadInput.at(f"plan.{name}", "accepted: at most 20 sizes, 0.1 to 150 mm")
    return tuple(sorted(float(one) for one in sizes))


def _seats(asked: Case, drawn: Drawn) -> tuple[Seat, ...]:
    """The seats in fields of their own, each before the one the hole's text names."""
    found = []
    bore, depth = _length(asked, "counterbore_mm", 1.0, 150.0), _length(asked, "counterbore_depth_mm", 0.1, 200.0)
    if bore is not None:
        found.append(Seat("counterbore", bore, depth))
    elif depth is not None:
        raise BadInput.at("plan.counterbore_mm", "is needed where its depth is given; accepted: 1 to 150 mm")
    sink = _length(asked, "countersink_mm", 1.0, 150.0)
    if sink is not None:
        found.append(Seat("countersink", sink, None))
    return (*found, *(seat for seat in drawn.seats if seat.kind not in {one.kind for one in found}))


def _own(asked: Case, cutters: int) -> tuple[OwnStep, ...]:
    rows = asked.get("steps")
    if rows is None:
        return ()
    if not isinstance(rows, list) or not 1 <= len(rows) <= MOST_STEPS:
        raise BadInput.at("plan.steps", f"accepted: 1 to {MOST_STEPS} steps")
    return tuple(_own_step(row, place, cutters) for place, row in enumerate(rows))


def _own_step(row: Any, place: int, cutters: int) -> OwnStep:
    at = f"plan.steps[{place}]"
    if not isinstance(row, dict) or row.get("kind") not in KINDS:
        raise BadInput.at(f"{at}.kind", f"accepted: {', '.join(KINDS)}")
    cutter = row.get("cutter")
    if cutter is not None and (isinstance(cutter, bool) or not isinstance(cutter, int) or not 0 <= cutter < cutters):
        raise BadInput.at(f"{at}.cutter", f"accepted: the place of a cutter in the yard, 0 to {cutters - 1}, or none for a hand's work")
    return OwnStep(row["kind"], cutter, row.get("struck") is True)


def _money(asked: Case, cutters: int) -> Money:
    rate = asked.get("rate_per_h", USUAL_RATE_PER_H)
    if isinstance(rate, bool) or not isinstance(rate, int | float) or not 0 <= rate <= 10_000:
        raise BadInput.at("plan.rate_per_h", "the machine's hour in the shop's money; accepted: 0 to 10000")
    costs = asked.get("costs") or []
    if not isinstance(costs, list) or len(costs) > cutters:
        raise BadInput.at("plan.costs", "accepted: one object for each cutter of the yard, in their order")
    return Money(float(rate), tuple(_edge(one, place) for place, one in enumerate(costs)))


def _edge(data: Any, place: int) -> EdgeCost:
    """A cutter's costs; words about its holder are no figure and are left out."""
    at = f"plan.costs[{place}]"
    if not isinstance(data, dict):
        raise BadInput.at(at, "must be an object")
    names = {one.name for one in fields(EdgeCost)}
    found = {name: value for name, value in data.items() if name in names and value is not None}
    for name, value in found.items():
        if isinstance(value, bool) or not isinstance(value, int | float) or not 0 <= value <= 1e6:
            raise BadInput.at(f"{at}.{name}", "accepted: a number, 0 to 1000000")
    if found.get("edges_per_insert", 1) < 1 or found.get("regrinds", 0) > 100 or found.get("edge_life_m", 1) <= 0:
        raise BadInput.at(at, "accepted: an edge or more, at most 100 regrinds, a life above nought")
    regrinds = int(found.pop("regrinds", 0))
    return EdgeCost(regrinds=regrinds, **{name: float(value) for name, value in found.items()})
