"""Bringing records in: each row tried, what it would do said, and then all of them written or none."""

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any

from django.db import transaction

from bore.answers.earlier import is_check, is_plan
from bore.base.errors import BadInput, Problem
from shop.exchange import shop_file
from shop.exchange.files import read_json_file, read_table
from shop.exchange.spreadsheet import record_of
from shop.jobs.actions import keep_check, put_check
from shop.jobs.models import SavedCheck, SavedPlan
from shop.jobs.plans import put_plan
from shop.people.models import User
from shop.records.slugs import free_slug
from shop.records.standing import HERE, RETIRED
from shop.yard.actions import put_cutter, put_machine, put_material
from shop.yard.models import Cutter, Machine, Material

Spec = dict[str, Any]
MOST_RECORDS = 20000
SLUG_LETTERS = frozenset("abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-_")
MODELS: dict[str, Any] = {"machines": Machine, "cutters": Cutter, "materials": Material, "checks": SavedCheck, "plans": SavedPlan}


@dataclass(frozen=True, slots=True)
class RowFound:
    """What one row would do: `new`, `changed`, `same` or `wrong`, and why not."""

    row: int
    kind: str
    slug: str
    name: str
    what: str
    problems: tuple[Problem, ...] = ()


@dataclass(slots=True)
class Brought:
    """What a file would do, or did."""

    rows: list[RowFound] = field(default_factory=list)
    written: bool = False

    def count(self, what: str) -> int:
        """How many rows are `new`, `changed`, `same` or `wrong`."""
        return sum(row.what == what for row in self.rows)


class _Undo(Exception):
    """Takes a trial back."""


def bring_in(user: User, kind: str, form: str, body: bytes, write: bool) -> Brought:
    """Try every record of a file, and with `write` and nothing wrong keep them all.

    kind: machines, cutters, materials, checks, or shop for the whole-shop JSON. A record whose slug is known takes that one's place;
    records the file does not speak of stay. Raises BadInput where the file itself cannot be read.
    """
    listed = _records(kind, form, body)
    if sum(len(records) for _, records in listed) > MOST_RECORDS:
        raise BadInput.at("file", f"holds too many records; accepted: at most {MOST_RECORDS}")
    brought = Brought()
    try:
        with transaction.atomic():
            for one_kind, records in listed:
                _try_all(user, one_kind, records, brought)
            if not write or brought.count("wrong"):
                raise _Undo
            brought.written = True
    except _Undo:
        pass
    return brought


def _records(kind: str, form: str, body: bytes) -> list[tuple[str, list[Any]]]:
    if kind == "shop":
        if form != "json":
            raise BadInput.at("format", "the whole shop comes as JSON")
        return list(shop_file.records_in(read_json_file(body)).items())
    if form == "json":
        data = read_json_file(body)
        if not isinstance(data, list):
            raise BadInput.at("file", "must be a list of records")
        return [(kind, data)]
    return [(kind, [_Row(row) for row in read_table(body, form)])]


class _Row(dict[str, Any]):
    """A table's row, still to be made a record of."""


def _try_all(user: User, kind: str, records: list[Any], brought: Brought) -> None:
    seen: set[str] = set()
    for place, given in enumerate(records):
        slug, name = _called(given)
        try:
            record = record_of(kind, given) if isinstance(given, _Row) else given
            what, slug, name = _try(user, kind, record, seen)
            found = RowFound(place + 1, kind, slug, name, what)
        except BadInput as error:
            found = RowFound(place + 1, kind, slug, name, "wrong", error.problems)
        brought.rows.append(found)


def _called(given: Any) -> tuple[str, str]:
    if not isinstance(given, dict):
        return "", ""
    spec = given.get("spec")
    name = given.get("name") or (spec.get("name") if isinstance(spec, dict) else "")
    return str(given.get("slug") or "")[:60], str(name or "")[:120]


def _try(user: User, kind: str, record: Any, seen: set[str]) -> tuple[str, str, str]:
    if not isinstance(record, dict):
        raise BadInput.at("record", "must be an object")
    slug = record.get("slug") or free_slug(str(_called(record)[1]))
    if not isinstance(slug, str) or not 1 <= len(slug) <= 60 or not set(slug) <= SLUG_LETTERS:
        raise BadInput.at("slug", "accepted: at most 60 letters, digits, - and _")
    if slug in seen:
        raise BadInput.at("slug", f"“{slug}” stands twice in the file")
    seen.add(slug)
    if record.get("standing", HERE) not in (HERE, RETIRED):
        raise BadInput.at("standing", f"accepted: {HERE} or {RETIRED}")
    before = MODELS[kind].objects.filter(slug=slug).first()
    was = (before.changed_at, before.standing) if before else None
    try:
        # Its own savepoint: a row that fails halfway leaves nothing for the next to trip over.
        with transaction.atomic():
            after = PUT[kind](user, slug, record)
            if record.get("standing", HERE) != after.standing:
                after.standing = record["standing"]
                after.save()
    except (TypeError, ValueError, KeyError, AttributeError) as error:
        if isinstance(error, BadInput):
            raise
        raise BadInput.at("record", "is not the shape such a record has") from error
    what = "new" if was is None else "same" if was == (after.changed_at, after.standing) else "changed"
    return what, slug, str(after.name)


def _only(record: Spec, *names: str) -> None:
    unknown = sorted(set(map(str, record)) - {"slug", "standing", *names})
    if unknown:
        raise BadInput.at(unknown[0][:60], f"there is no such field; accepted: slug, standing, {', '.join(names)}")


def _machine(user: User, slug: str, record: Spec) -> Machine:
    _only(record, "note", "spec", "name", "kind")
    return put_machine(slug, _object(record, "spec"), record.get("note", ""))


def _cutter(user: User, slug: str, record: Spec) -> Cutter:
    _only(record, "name", "count", "place", "set_name", "note", "costs", "spec", "family", "diameter_mm")
    return put_cutter(
        slug,
        record.get("name") or "",
        _object(record, "spec"),
        record.get("count", 1),
        record.get("place", ""),
        record.get("note", ""),
        set_name=record.get("set_name", ""),
        costs=record.get("costs") or {},
    )


def _material(user: User, slug: str, record: Spec) -> Material:
    _only(record, "note", "spec", "name", "iso_group")
    return put_material(slug, _object(record, "spec"), record.get("note", ""))


def _check(user: User, slug: str, record: Spec) -> SavedCheck:
    """A check with its answer stays as it was answered; one without is answered now."""
    _only(record, "name", "note", "case", "refs", "answer", "core_version", "made_by", "verdict", "short")
    case, refs = _object(record, "case"), record.get("refs") or {}
    if record.get("answer") is None:
        kept = SavedCheck.objects.filter(slug=slug).first()
        if kept is not None and kept.case == case and (kept.name, kept.note) == (record.get("name"), record.get("note") or ""):
            return kept
        return keep_check(user, record.get("name") or "", case, refs if isinstance(refs, dict) else {}, record.get("note") or "", slug)
    if not is_check(record["answer"]):
        raise BadInput.at("answer", "is not the shape of an answer")
    return put_check(user, slug, record)


def _plan(user: User, slug: str, record: Spec) -> SavedPlan:
    """A plan with its answer stays as it was answered; one without is planned now, from this shop's crib."""
    _only(record, "name", "note", "asked", "answer", "ticks", "core_version", "made_by")
    _object(record, "asked")
    if record.get("answer") is not None and not is_plan(record["answer"]):
        raise BadInput.at("answer", "is not the shape of a plan")
    return put_plan(user, slug, record)


def _object(record: Spec, name: str) -> Spec:
    value = record.get(name)
    if not isinstance(value, dict):
        raise BadInput.at(name, "is needed, as an object")
    return value


PUT: dict[str, Callable[[User, str, Spec], Any]] = {
    "machines": _machine,
    "cutters": _cutter,
    "materials": _material,
    "checks": _check,
    "plans": _plan,
}
