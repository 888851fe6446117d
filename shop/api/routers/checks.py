"""Checking a job: the verdict, the log, the window, each its own request, so that the verdict never waits for a picture."""

import math
from typing import Any

from django.http import HttpRequest, HttpResponse

from bore.answers.check import plain_answer, working
from bore.answers.diagnosis import DiagnosisAnswer, diagnosis_answer
from bore.answers.offers import GuessesAnswer, deep_hole_answer, guesses_answer, match_answer, program_answer, ways_out_answer
from bore.answers.pictures import log_answer, pictures_answer, window_answer
from bore.answers.readings import READERS, HoleRead, MetalRead, PlateRead, SetRead, SizeRead, TermRead, glossary_answer, read_answer
from bore.base.errors import BadInput
from bore.case.read import read_case
from bore.case.typed import read_typed, with_value
from bore.check.check import check
from bore.job.cutter import SAME_SIZE_MM
from bore.limits import BY_ID
from bore.pictures.log import bore_log
from bore.pictures.window import window
from bore.plan.deep_hole import deep_hole
from bore.quantities.drill_sizes import nearest_sizes
from bore.quantities.notation import READABLE, read_quantity
from bore.ways.match import match
from bore.ways.reconcile import settle
from bore.ways.ways_out import ways_out
from shop.api.heavy import heavy
from shop.api.requests import read_job_case, read_json, resolved, with_yard
from shop.api.router import ShopRouter
from shop.api.schemas import (
    Answer,
    DeepHoleAnswer,
    Errors,
    LogAnswer,
    MatchAnswer,
    PicturesAnswer,
    ProgramAnswer,
    ReadAnswer,
    SettleAnswer,
    WaysOutAnswer,
    WindowAnswer,
    WorkingAnswer,
)
from shop.records.json_out import json_bytes
from shop.records.standing import HERE
from shop.yard.models import Cutter

router = ShopRouter(tags=["checks"])
REFUSALS = {401: Errors, 403: Errors, 413: Errors, 422: Errors, 429: Errors, 499: Errors}


def takes(schema: dict[str, Any]) -> dict[str, Any]:
    """The description of a JSON body."""
    return {"requestBody": {"required": True, "content": {"application/json": {"schema": schema}}}}


CASE = {"$ref": "#/components/schemas/Case"}
SETTLE = {
    "type": "object",
    "required": ["case", "changed"],
    "additionalProperties": False,
    "properties": {
        "case": CASE,
        "changed": {"type": "string", "enum": ["diameter", "cutter", "machine", "start", "other"]},
        "pinned": {"type": "boolean"},
        "usual": {"type": "boolean", "description": "nobody has set a speed or a feed: both follow the job"},
        "typed": {
            "type": "object",
            "required": ["kind", "text"],
            "additionalProperties": False,
            "properties": {
                "kind": {"type": "string", "description": "diameter, or the path of the field it goes to"},
                "text": {"type": "string", "maxLength": 400},
                "system": {"type": "string", "enum": ["metric", "inch"]},
            },
        },
    },
}


def as_json(data: Any, status: int = 200) -> HttpResponse:
    """An answer straight to the wire: its shape is what describes it."""
    return HttpResponse(json_bytes(data), content_type="application/json", status=status)


@router.post("/check", response={200: Answer, **REFUSALS}, openapi_extra=takes(CASE))
def check_case(request: HttpRequest) -> HttpResponse:
    """Check one case against every limit."""
    return as_json(plain_answer(check(read_case(read_job_case(request)), recorded=False)))


@router.post("/working", response={200: WorkingAnswer, **REFUSALS}, openapi_extra=takes(CASE))
def working_of_case(request: HttpRequest, limit: str | None = None) -> HttpResponse:
    """How the figures of a check were worked out: all of it, or with `limit` that limit's own."""
    if limit is not None and limit not in BY_ID:
        raise BadInput.at("limit", f"“{limit[:60]}” is no limit; accepted: {', '.join(BY_ID)}")
    found = working(check(read_case(read_job_case(request))))
    return as_json(found if limit is None else WorkingAnswer(limits={limit: found.limits[limit]}, scopes={}))


DIAGNOSE = {
    "type": "object",
    "required": ["case", "seen"],
    "additionalProperties": False,
    "properties": {
        "case": CASE,
        **{name: {"type": "array", "items": {"type": "string", "maxLength": 40}, "maxItems": 20} for name in ("seen", "not_seen", "flags")},
    },
}


@router.post("/diagnose", response={200: DiagnosisAnswer, **REFUSALS}, openapi_extra=takes(DIAGNOSE))
def diagnose_case(request: HttpRequest) -> HttpResponse:
    """What is wrong with a cut, from what was seen: one thing to do now, the causes, changes that were checked."""
    data = read_json(request)
    return as_json(diagnosis_answer(data | {"case": resolved(data["case"])} if isinstance(data.get("case"), dict) else data))


@router.post("/guesses", response={200: GuessesAnswer, **REFUSALS}, openapi_extra=takes(CASE))
def guesses_of_case(request: HttpRequest) -> HttpResponse:
    """Which of the things that were assumed carry the verdict, each tried the other way."""
    return as_json(guesses_answer(read_job_case(request)))


@router.post("/pictures", response={200: PicturesAnswer, **REFUSALS}, openapi_extra=takes(CASE))
def pictures_of_case(request: HttpRequest) -> HttpResponse:
    """The bore log and the operating window, the case read once for both."""
    job = read_case(read_job_case(request))
    return as_json(pictures_answer(bore_log(job), window(job)))


@router.post("/log", response={200: LogAnswer, **REFUSALS}, openapi_extra=takes(CASE))
def log_case(request: HttpRequest) -> HttpResponse:
    """Torque, thrust and power along the depth."""
    return as_json(log_answer(bore_log(read_case(read_job_case(request)))))


@router.post("/window", response={200: WindowAnswer, **REFUSALS}, openapi_extra=takes(CASE))
def window_case(request: HttpRequest) -> HttpResponse:
    """Speeds and feeds, and which limit closes them off."""
    return as_json(window_answer(window(read_case(read_job_case(request)))))


def _may_be_taken_up(case: dict[str, Any]) -> list[Cutter]:
    """Cutters of the crib that a hole of another size may take up: of the case's family, as wide as the hole."""
    hole, cutter = case.get("hole"), case.get("cutter")
    size = hole.get("diameter_mm") if isinstance(hole, dict) else None
    family = cutter.get("family") if isinstance(cutter, dict) else None
    if not isinstance(size, int | float) or isinstance(size, bool) or not math.isfinite(size) or not isinstance(family, str):
        return []  # settling says what is wrong with it
    near = (size - SAME_SIZE_MM, size + SAME_SIZE_MM)
    return list(Cutter.objects.filter(standing=HERE, count__gt=0, family=family[:30], diameter_mm__range=near))


DIAMETER = "hole.diameter_mm"


@router.post("/settle", response={200: SettleAnswer, **REFUSALS}, openapi_extra=takes(SETTLE))
def settle_case(request: HttpRequest) -> HttpResponse:
    """Bring a case into step after one phrase changed: the crib's cutter, the machine's own speed and feed. What was `typed` for it is
    read first and put into the case."""
    data = read_json(request)
    case = data.get("case")
    if not isinstance(case, dict):
        raise BadInput.at("case", "is needed, as an object")
    case, read = resolved(case), None
    if (typed := data.get("typed")) is not None:
        if not isinstance(typed, dict):
            raise BadInput.at("typed", "must be an object with kind and text")
        read = _read(str(typed.get("kind")), str(typed.get("text", "")), str(typed.get("system", "metric")))
        case = with_value(case, DIAMETER if typed["kind"] == "diameter" else str(typed["kind"]), read["value"])
    crib = _may_be_taken_up(case) if data.get("changed") == "diameter" else []
    settled = settle(
        case, str(data.get("changed")), [cutter.as_spec() for cutter in crib], data.get("pinned") is True, data.get("usual") is True
    )
    taken = None if settled.cutter_index is None else crib[settled.cutter_index].slug
    moved = [{"phrase": m.phrase, "words": m.words} for m in settled.moved]
    return as_json({"case": settled.case, "moved": moved, "cutter": taken, "read": read})


@router.get(
    "/read", response={200: ReadAnswer | MetalRead | SizeRead | PlateRead | SetRead | HoleRead | TermRead, 401: Errors, 422: Errors}
)
def read_text(request: HttpRequest, kind: str, text: str, system: str = "metric") -> HttpResponse:
    """Read what was typed. A figure in any notation, echoed in both units: a kind of quantity (diameter, force, speed, …), or any field
    of a case by its path (`holding.force_n`, `hole.stack_mm`), held to its own range. Or words: a metal's everyday name, a size, a
    hole as drawn, a plate, a set, a word of the trade."""
    return as_json(read_answer(kind, text) if kind in READERS else _read(kind, text, system))


@router.get("/glossary", response={200: list[TermRead], 401: Errors})
def glossary(request: HttpRequest) -> HttpResponse:
    """Every word of the trade and of this program, each in a sentence, by the alphabet."""
    return as_json(glossary_answer())


def _read(kind: str, text: str, system: str) -> dict[str, Any]:
    if system not in ("metric", "inch"):
        raise BadInput.at("system", "accepted: metric, inch")
    if "." in kind:
        typed = read_typed(kind, text[:400], system)
        return {"text": text, "value": typed.value, "echo": typed.echo, "near": []}
    if kind not in READABLE:
        raise BadInput.at("kind", f"accepted: the path of a field, or {', '.join((*READABLE, *READERS))}")
    found = read_quantity(kind, text[:60], system, kind)
    near = [{"text": size.text, "diameter_mm": size.diameter_mm} for size in nearest_sizes(found.value)] if kind == "diameter" else []
    return {"text": found.text, "value": found.value, "echo": found.echo, "near": near}


PROGRAM = {
    "type": "object",
    "required": ["program"],
    "additionalProperties": False,
    "properties": {
        "program": {"type": "string", "maxLength": 20000},
        "case": CASE,
        "system": {"type": "string", "enum": ["metric", "inch"]},
    },
}


@router.post("/ways-out", response={200: WaysOutAnswer, **REFUSALS}, openapi_extra=takes(CASE))
@heavy()
def ways_out_of_case(request: HttpRequest) -> HttpResponse:
    """Changes that would make the job go, each checked, cheapest first; from the shop's yard unless the case brings its own."""
    return as_json(ways_out_answer(ways_out(read_case(with_yard(read_job_case(request))))))


@router.post("/match", response={200: MatchAnswer, **REFUSALS}, openapi_extra=takes(CASE))
@heavy()
def match_case(request: HttpRequest) -> HttpResponse:
    """Every machine with every cutter that makes the hole, best first; from the shop's yard unless the case brings its own."""
    job = read_case(with_yard(read_job_case(request)))
    return as_json(match_answer(match(job), job))


@router.post("/deep-hole", response={200: DeepHoleAnswer, **REFUSALS}, openapi_extra=takes(CASE))
def deep_hole_case(request: HttpRequest) -> HttpResponse:
    """Stages, lengths to order, guides and coolant of a gun-drilled hole."""
    return as_json(deep_hole_answer(deep_hole(read_case(read_job_case(request)))))


@router.post("/program", response={200: ProgramAnswer, **REFUSALS}, openapi_extra=takes(PROGRAM))
def program_case(request: HttpRequest) -> HttpResponse:
    """A program's speed and feed read back, and with a case what the check says of it."""
    data = read_json(request)
    if isinstance(data.get("case"), dict):
        data["case"] = resolved(data["case"])
    return as_json(program_answer(data))
