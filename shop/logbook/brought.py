"""Cuts, troubles and edges as a shop's file has them, and brought in again: what was said and read stays as it was, so that every factor is the same."""

from typing import Any

from django.db import transaction

from bore.answers.cut import CutAnswer, cut_answer
from bore.answers.diagnosis import DiagnosisAnswer
from bore.answers.serialise import as_data, held_to
from bore.base.errors import BadInput
from bore.base.plain import plain_text
from bore.cuts.noted import whole
from bore.job.experience import experienced
from shop.jobs.actions import kept_elsewhere
from shop.logbook.actions import MOST_REV, UUID, answer_values, edge_name, edge_values, noted_values
from shop.logbook.lessons import something_changed
from shop.logbook.models import AtWork, Cut, EdgeEvent, Trouble
from shop.logbook.troubles import diagnosed, trouble_values
from shop.people.models import User
from shop.yard.models import Cutter

Spec = dict[str, Any]
PLACED = ("slug", "name", "note", "rev", "letter", "step", "hole_no", "case", "seen", "standing", "answer", "core_version")
OF_CUTS = ("holes", "edge", "outcome", "size", "taken", "confirmed")
LINKS = ("plan", "part", "machine")
CUT = (*PLACED, *OF_CUTS, *LINKS, "cutter", "at", "made_by", "readings")
TROUBLE = (*PLACED, *LINKS, "helped", "at", "made_by")
OF_EDGES = ("slug", "name", "note", "kind", "ground_by", "length_mm")
EDGE = (*OF_EDGES, "standing", "cutter", "at", "made_by")
MOST_EDGES = 100_000


def cut_record(cut: Cut) -> Spec:
    """A cut as the file has it."""
    return _placed(cut) | {name: getattr(cut, name) for name in OF_CUTS} | {"cutter": cut.cutter.slug if cut.cutter else None}


def trouble_record(trouble: Trouble) -> Spec:
    """What was wrong, as the file has it."""
    return _placed(trouble) | {"helped": trouble.helped}


def _placed(one: AtWork) -> Spec:
    kept = {name: getattr(one, name) for name in PLACED}
    links = {name: linked.slug if (linked := getattr(one, name)) else None for name in LINKS}
    return kept | links | {"at": one.made_at.isoformat(), "made_by": one.made_by.username}


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
    return dict(held_to(CutAnswer, given))


def diagnosed_in(record: Spec) -> Spec:
    """What had been made of a trouble: as the file has it, or worked out now. Raises BadInput."""
    given = record.get("answer")
    return diagnosed(record) if given is None else dict(held_to(DiagnosisAnswer, given))


def put_trouble(user: User, slug: str, record: Spec, answer: Spec) -> Trouble:
    """What was wrong elsewhere, with what had been made of it there. Raises BadInput naming the field."""
    values = trouble_values(record, answer) | _as_it_came(slug, record)
    with transaction.atomic():
        return kept_elsewhere(Trouble, user, slug, record, values, "")


def _as_it_came(slug: str, record: Spec) -> Spec:
    """What a phone and its server had given something that was written down. Raises BadInput."""
    if not UUID.fullmatch(slug):
        raise BadInput.at("slug", "accepted: a UUID, in small letters")
    if not isinstance(record.get("case"), dict):
        raise BadInput.at("case", "is needed, as an object")
    return {
        "rev": whole(record.get("rev"), "rev", 1, MOST_REV, 1),
        "case": record["case"],
        "core_version": plain_text(record.get("core_version"), "core_version", 20),
    }


def put_cut(user: User, slug: str, record: Spec, answer: Spec) -> Cut:
    """A cut kept elsewhere, with what was said and read there. Raises BadInput naming the field."""
    values = noted_values(record) | answer_values(answer) | _as_it_came(slug, record)
    values["edge"] = whole(record.get("edge"), "edge", 0, MOST_EDGES, 0)
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
