"""Saved checks: keep one, list them, open one as it was."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404

from bore.answers.short import short_form
from bore.base.errors import BadInput
from shop.api.requests import read_json, resolved
from shop.api.router import ShopRouter
from shop.api.routers.checks import CASE, as_json, takes
from shop.api.routers.standing import FINDS, WRITES, standing_routes
from shop.api.schemas import Again, CheckSummary, Errors, SavedCheckAnswer
from shop.jobs.actions import answer_today, keep_check
from shop.jobs.models import Answered, SavedCheck
from shop.people.roles import machinist
from shop.records.standing import BINNED, HERE
from shop.yard.models import Cutter, Machine

router = ShopRouter(tags=["saved checks"])
REVISION = {"type": ["integer", "null"], "description": "the revision it was read at; where it is another by now, nothing is kept (409)"}
KEEP = {
    "type": "object",
    "required": ["name", "case"],
    "additionalProperties": False,
    "properties": {
        "name": {"type": "string", "minLength": 1, "maxLength": 120},
        "note": {"type": "string", "maxLength": 4000},
        "case": CASE,
        "refs": {"type": "object"},
        "revision": REVISION,
    },
}


def head_of(kept: Answered) -> dict[str, Any]:
    """What a list says of a kept check, plan or part."""
    return {
        "slug": kept.slug,
        "name": kept.name,
        "note": kept.note,
        "made_by": kept.made_by.username,
        "changed_by": (kept.changed_by or kept.made_by).username,
        "revision": kept.revision,
        "brought": kept.brought or None,
        "changed_at": kept.changed_at.isoformat(),
        "demo": kept.demo,
    }


def _whole(kept: SavedCheck) -> dict[str, Any]:
    return head_of(kept) | {"case": kept.case, "refs": kept.refs, "answer": kept.answer, "core_version": kept.core_version}


@router.get("/checks", response={200: list[CheckSummary], 401: Errors, 422: Errors})
def list_checks(request: HttpRequest, binned: bool = False) -> list[dict[str, Any]]:
    """Saved checks, newest change first; or those in the bin."""
    kept = SavedCheck.objects.filter(standing=BINNED if binned else HERE).select_related("made_by", "changed_by")
    return [head_of(one) | {"verdict": one.answer["verdict"], "short": short_form(one.case)} for one in kept]


def revision_in(data: dict[str, Any]) -> int | None:
    """The revision a record was read at; raises BadInput for what is none."""
    revision = data.get("revision")
    if revision is not None and (isinstance(revision, bool) or not isinstance(revision, int) or revision < 1):
        raise BadInput.at("revision", "accepted: the whole number it had when it was read")
    return revision


def _asked(data: dict[str, Any]) -> tuple[str, dict[str, Any], dict[str, Any], str]:
    """Name, case, refs and note of a request to keep a check."""
    case, refs = data.get("case"), data.get("refs", {})
    if not isinstance(case, dict):
        raise BadInput.at("case", "is needed, as an object")
    if not isinstance(refs, dict):
        raise BadInput.at("refs", "must be an object")
    return str(data.get("name") or ""), resolved(case), refs, str(data.get("note") or "")


@router.post("/checks", auth=machinist, response={200: SavedCheckAnswer, **WRITES}, openapi_extra=takes(KEEP))
def save_check(request: HttpRequest) -> HttpResponse:
    """Check a case and keep it with its answer."""
    user: Any = request.user
    return as_json(_whole(keep_check(user, *_asked(read_json(request)))))


@router.put("/checks/{slug}", auth=machinist, response={200: SavedCheckAnswer, **FINDS}, openapi_extra=takes(KEEP))
def replace_check(request: HttpRequest, slug: str) -> HttpResponse:
    """Check a case and keep it in the place of one already kept; what that was stays in its history."""
    get_object_or_404(SavedCheck, slug=slug)
    user: Any = request.user
    data = read_json(request)
    return as_json(_whole(keep_check(user, *_asked(data), slug=slug, revision=revision_in(data))))


@router.get("/checks/{slug}", response={200: SavedCheckAnswer, 401: Errors, 404: Errors})
def read_check(request: HttpRequest, slug: str) -> HttpResponse:
    """A saved check as it was asked and answered."""
    return as_json(_whole(get_object_or_404(SavedCheck.objects.select_related("made_by", "changed_by"), slug=slug)))


standing_routes(router, "checks", SavedCheck, "check")


def _today(refs: dict[str, Any], part: str, model: type[Machine] | type[Cutter], was: dict[str, Any]) -> tuple[dict[str, Any] | None, bool]:
    """The record a check's machine or cutter came from, as it stands today, and whether it has changed since."""
    ref = refs.get(part)
    slug = ref.get("id") if isinstance(ref, dict) else ref
    record = model.objects.filter(slug=str(slug)).first() if slug else None
    if record is None:
        return None, False
    spec = record.as_spec()
    return spec, spec != was


@router.get("/checks/{slug}/again", response={200: Again, 401: Errors, 404: Errors, 422: Errors})
def check_again(request: HttpRequest, slug: str) -> HttpResponse:
    """A kept check answered again on today's machine and cutter, beside the answer it was given then; nothing is kept of it."""
    kept = get_object_or_404(SavedCheck, slug=slug)
    machine, machine_changed = _today(kept.refs, "machine", Machine, kept.case["machine"])
    cutter, cutter_changed = _today(kept.refs, "cutter", Cutter, kept.case["cutter"])
    case, now = answer_today(kept, machine, cutter)
    return as_json(
        {
            "then": kept.answer,
            "then_version": kept.core_version,
            "now": now,
            "case": case,
            "machine_changed": machine_changed,
            "cutter_changed": cutter_changed,
        }
    )
