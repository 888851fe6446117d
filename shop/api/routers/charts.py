"""Wall charts of a machine, and what it can do."""

from typing import Any

from django.http import HttpRequest, HttpResponse

from bore.answers.chart import CAPABILITY_FIELDS, CHART_FIELDS, CapabilityAnswer, ChartAnswer, capability_answer, chart_answer
from bore.ways.chart import KINDS, MOST_METALS
from shop.api.heavy import heavy
from shop.api.requests import read_json, resolved
from shop.api.router import ShopRouter
from shop.api.routers.checks import REFUSALS, as_json, takes
from shop.records.standing import HERE
from shop.yard.models import Cutter

router = ShopRouter(tags=["charts"])
MACHINE = {"type": "object", "description": "a machine, or only the id of one of the shop’s"}


def _asks(fields: tuple[str, ...], required: list[str], **known: dict[str, Any]) -> dict[str, Any]:
    properties = {name: known.get(name, {}) for name in fields}
    return takes({"type": "object", "required": required, "additionalProperties": False, "properties": properties})


CHART = _asks(
    CHART_FIELDS,
    ["machine", "materials"],
    machine=MACHINE,
    materials={"type": "array", "items": {"type": "string"}, "minItems": 1, "maxItems": MOST_METALS},
    kind={"type": "string", "enum": list(KINDS)},
)
CAPABILITY = _asks(
    CAPABILITY_FIELDS, ["machine", "material", "depth_mm"], machine=MACHINE, material={"type": "string"}, depth_mm={"type": "number"}
)


def _asked(request: HttpRequest) -> dict[str, Any]:
    """The request with the machine's record filled in, and the shop's crib where it brings none."""
    data = read_json(request)
    if isinstance(data.get("machine"), dict):
        data = data | {"machine": resolved({"machine": data["machine"]})["machine"]}
    if "yard" not in data:
        data = data | {"yard": {"cutters": [one.as_spec() for one in Cutter.objects.filter(standing=HERE, count__gt=0)]}}
    return data


@router.post("/chart", response={200: ChartAnswer, **REFUSALS}, openapi_extra=CHART)
@heavy()
def chart_of_machine(request: HttpRequest) -> HttpResponse:
    """Sizes by metals on one machine: what to set in each crossing, the pilot it wants, how it holds."""
    return as_json(chart_answer(_asked(request)))


@router.post("/capability", response={200: CapabilityAnswer, **REFUSALS}, openapi_extra=CAPABILITY)
@heavy()
def capability_of_machine(request: HttpRequest) -> HttpResponse:
    """The largest hole each family of drill makes on a machine in a metal."""
    return as_json(capability_answer(_asked(request)))
