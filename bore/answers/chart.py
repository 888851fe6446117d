"""A wall chart, and what a machine can do, as answers."""

from typing import Any

from bore.answers.plan_step import case_of
from bore.answers.shape import number, shaped
from bore.base.errors import BadInput
from bore.base.immutable import outgoing
from bore.base.plain import figure, known_fields
from bore.limits import BY_ID
from bore.limits.judgement import VERDICTS, Verdict
from bore.limits.said import said_of_use
from bore.ways.chart import DEPTH_D, KINDS, Cell, Chart, capability, chart, read_materials, read_sizes

CHART_FIELDS = ("machine", "materials", "sizes_mm", "kind", "depth_d", "yard", "coolant", "holding")
CAPABILITY_FIELDS = ("machine", "material", "depth_mm", "yard", "holding")
BY_HAND = "by hand"
Data = dict[str, Any]


@outgoing
class ChartCell:
    """A crossing: what to set, the pilot wanted, the verdict, which limit is nearest, as a limit, in words and in a word, and the case it was checked as."""

    material: str
    cutter: str
    stage: str
    speed_rpm: float
    feed_mm_rev: float | None
    hand_force_n: float | None
    pilot_mm: float | None
    verdict: Verdict
    first: str
    failure: str
    thing: str
    said: str
    case: Data


@outgoing
class ChartRow:
    """A size, its other names, and its crossings in the order of the materials."""

    size_mm: float
    name: str
    also: list[str]
    cells: list[ChartCell]


@outgoing
class ChartAnswer:
    """A wall chart: a row a size, and the largest drill from solid in each material (None where none goes)."""

    rows: list[ChartRow]
    largest_from_solid_mm: dict[str, float | None]


@outgoing
class FamilyLargest:
    """The largest a family makes: from solid, after a pilot where it takes one, and what keeps it from more, as a limit and in words."""

    family: str
    from_solid_mm: float | None
    with_pilot_mm: float | None
    first: str | None
    failure: str | None


@outgoing
class CapabilityAnswer:
    """What a machine can do in a metal, by family of drill."""

    families: list[FamilyLargest]


def chart_answer(data: Any) -> ChartAnswer:
    """A chart from its request. Raises BadInput naming the field."""
    parts = _parts(data, CHART_FIELDS)
    kind = data.get("kind", "drill")
    if kind not in KINDS:
        raise BadInput.at("kind", f"accepted: {', '.join(KINDS)}")
    depth = figure(data.get("depth_d", DEPTH_D), "depth_d", 0.1, 20.0)
    sizes = read_sizes(data.get("sizes_mm", "crib"), parts["crib"], kind)
    return _chart(chart(parts, read_materials(data.get("materials")), sizes, kind, depth))


def capability_answer(data: Any) -> CapabilityAnswer:
    """What a machine can do, from its request. Raises BadInput naming the field."""
    parts = _parts(data, CAPABILITY_FIELDS)
    material = read_materials([data.get("material")])[0]
    found = capability(parts, material, figure(data.get("depth_mm"), "depth_mm", 0.1, 2000.0))
    return CapabilityAnswer(families=[shaped(FamilyLargest, one, failure=BY_ID[one.first].failure if one.first else None) for one in found])


def _parts(data: Any, fields: tuple[str, ...]) -> Data:
    known_fields(data, fields, whole="chart")
    for name in ("machine", "yard", "coolant", "holding"):
        if name in data and not isinstance(data[name], dict):
            raise BadInput.at(name, "must be an object")
    if "machine" not in data:
        raise BadInput.at("machine", "is needed, as an object")
    crib = (data.get("yard") or {}).get("cutters") or []
    if not isinstance(crib, list) or not all(isinstance(one, dict) for one in crib):
        raise BadInput.at("yard.cutters", "must be a list of cutters")
    machine = data["machine"] | ({"coolant": data["coolant"]} if data.get("coolant") else {})
    return {"machine": machine, "holding": data.get("holding"), "crib": crib}


def _chart(found: Chart) -> ChartAnswer:
    return ChartAnswer(
        rows=[
            ChartRow(size_mm=number(row.size_mm), name=row.name, also=list(row.also), cells=[_cell(one) for one in row.cells])
            for row in found.rows
        ],
        largest_from_solid_mm=found.largest_mm,
    )


def _cell(one: Cell) -> ChartCell:
    job, result = one.checked.job, one.checked.result
    limit = BY_ID[one.checked.tightest]
    bites = one.checked.bites
    return ChartCell(
        material=one.material,
        cutter=job.cutter.kind.words,
        stage=one.stage,
        speed_rpm=number(job.setting.speed_rpm),
        feed_mm_rev=number(float(result.loads.feed_mm_rev)) if bites else None,
        hand_force_n=number(job.setting.hand_force_n),
        pilot_mm=one.pilot_mm,
        verdict=VERDICTS[int(result.verdict)],
        first=limit.id,
        failure=limit.failure,
        thing=limit.thing,
        said=BY_HAND if one.by_hand else said_of_use(int(result.verdict), float(result.use), limit.floor),
        case=case_of(job),
    )
