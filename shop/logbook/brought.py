"""Cuts and edges as a shop's file has them, and brought in again: what was said and read stays as it was, so that every factor is the same."""

from typing import Any

from django.db import transaction
from pydantic import TypeAdapter, ValidationError

from bore.answers.cut import CutAnswer, cut_answer
from bore.answers.serialise import as_data
from bore.base.errors import BadInput
from bore.base.plain import plain_text
from bore.cuts.noted import whole
from bore.job.experience import experienced
from shop.jobs.actions import kept_elsewhere
from shop.logbook.actions import MOST_REV, UUID, answer_values, edge_name, edge_values, noted_values
from shop.logbook.lessons import something_changed
from shop.logbook.models import Cut, EdgeEvent
from shop.people.models import User
from shop.yard.models import Cutter

Spec = dict[str, Any]
PLAIN = ("slug", "name", "note", "rev", "step", "hole_no", "holes", "edge", "case", "outcome", "seen", "size", "taken", "confirmed")
CUT = (*PLAIN, "standing", "plan", "machine", "cutter", "answer", "core_version", "at", "made_by", "readings")
OF_EDGES = ("slug", "name", "note", "kind", "ground_by", "length_mm")
EDGE = (*OF_EDGES, "standing", "cutter", "at", "made_by")
MOST_EDGES = 100_000


def cut_record(cut: Cut) -> Spec:
    """A cut as the file has it."""
    kept = {name: getattr(cut, name) for name in (*PLAIN, "standing", "answer", "core_version")}
    links = {name: one.slug if (one := getattr(cut, name)) else None for name in ("plan", "machine", "cutter")}
    return kept | links | {"at": cut.made_at.isoformat(), "made_by": cut.made_by.username}


def edge_record(event: EdgeEvent) -> Spec:
    """What happened to an edge, as the file has it."""
    kept = {name: getattr(event, name) for name in (*OF_EDGES, "standing")}
    return kept | {"cutter": event.cutter.slug, "at": event.made_at.isoformat(), "made_by": event.made_by.username}


def answer_in(record: Spec) -> Spec:
    """What had been said of a cut and was read: as the file has it, or worked out now from what was noted. Raises BadInput."""
    given = record.get("answer")
    if given is None:
        # Of what was known on its day the file says nothing: it is held against the books alone.
        with experienced(None):
            return dict(
                as_data(
                    cut_answer(
                        record.get("case"),
                        record.get("readings") or [],
                        edge_name(record.get("cutter"), record.get("edge") or 0, str(record.get("slug"))),
                    )
                )
            )
    try:
        return dict(TypeAdapter(CutAnswer).dump_python(TypeAdapter(CutAnswer).validate_python(given), mode="json"))
    except ValidationError as error:
        raise BadInput.at("answer", "is not the shape of what a cut was answered with") from error


def put_cut(user: User, slug: str, record: Spec, answer: Spec) -> Cut:
    """A cut kept elsewhere, with what was said and read there. Raises BadInput naming the field."""
    if not UUID.fullmatch(slug):
        raise BadInput.at("slug", "accepted: a UUID, in small letters")
    if not isinstance(record.get("case"), dict):
        raise BadInput.at("case", "is needed, as an object")
    values = noted_values(record) | answer_values(answer)
    values |= {
        "rev": whole(record.get("rev"), "rev", 1, MOST_REV, 1),
        "edge": whole(record.get("edge"), "edge", 0, MOST_EDGES, 0),
        "case": record["case"],
        "core_version": plain_text(record.get("core_version"), "core_version", 20),
    }
    with transaction.atomic():
        something_changed()
        return kept_elsewhere(Cut, user, slug, record, values, "")


def put_edge(user: User, slug: str, record: Spec) -> EdgeEvent:
    """What happened to an edge, kept elsewhere. Raises BadInput naming the field."""
    cutter = Cutter.objects.filter(slug=str(record.get("cutter") or "")).first()
    if cutter is None:
        raise BadInput.at("cutter", f"there is no cutter “{str(record.get('cutter'))[:60]}” in the crib")
    values = edge_values(cutter, record)
    with transaction.atomic():
        return kept_elsewhere(EdgeEvent, user, slug, record, values, "")
