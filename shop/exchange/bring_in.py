"""Bringing records in: each row tried, what it would do said, and then all of them written or none."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from typing import Any

from django.db import transaction

from bore.answers.earlier import is_check, is_part, is_plan
from bore.base.budget import look
from bore.base.errors import BadInput, Problem
from bore.base.immutable import immutable
from shop.exchange import shop_file
from shop.exchange.files import read_json_file, read_table
from shop.exchange.spreadsheet import record_of
from shop.jobs.actions import answered, keep_answered, put_check, verdict_of
from shop.jobs.models import SavedCheck
from shop.jobs.parts import put_part
from shop.jobs.plans import put_plan
from shop.logbook.brought import CUT, EDGE, TROUBLE, answer_in, diagnosed_in, put_cut, put_edge, put_trouble
from shop.logbook.edges import measure_all_again
from shop.logbook.lessons import learn_again
from shop.people.models import User
from shop.practice.own import exercise_in, put_exercise
from shop.records.kinds import model_of
from shop.records.slugs import free_slug
from shop.records.standing import HERE, RETIRED
from shop.yard.actions import put_cutter, put_machine, put_material

Spec = dict[str, Any]
# Writes a record under a slug for somebody.
Put = Callable[[User, str], Any]
MOST_RECORDS = 20000
# Rows a trial writes, and takes back, in one go: others write in between.
AT_ONCE = 20
SLUG_LETTERS = frozenset("abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-_")


@immutable
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

    kind: machines, cutters, materials, checks, cuts, or shop for the whole-shop JSON. A record whose slug is known takes that one's place;
    records the file does not speak of stay. Raises BadInput where the file itself cannot be read.
    """
    listed = _records(kind, form, body)
    if sum(len(records) for _, records in listed) > MOST_RECORDS:
        raise BadInput.at("file", f"holds too many records; accepted: at most {MOST_RECORDS}")
    # Whatever takes long is worked out before the database is held; a trial holds it for a few rows at a time.
    tried = [one for one_kind, records in listed for one in _prepared(user, one_kind, records)]
    if write:
        brought = _tried(user, [tried], undo=False)
        brought.written = not brought.count("wrong")
        if brought.written:
            measure_all_again()
            learn_again()
        return brought
    return _tried(user, [tried[at : at + AT_ONCE] for at in range(0, len(tried), AT_ONCE)], undo=True)


def _tried(user: User, batches: list[list["_Prepared"]], undo: bool) -> Brought:
    """Every batch written in a transaction of its own, which is taken back for a trial, or where a row is wrong."""
    brought, seen = Brought(), set[str]()
    for batch in batches:
        try:
            with transaction.atomic():
                brought.rows += [_row(user, one, seen) for one in batch]
                if undo or brought.count("wrong"):
                    raise _Undo
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


@immutable
class _Prepared:
    """A record of a file, looked at: what writes it, or what is wrong with it."""

    place: int
    kind: str
    slug: str
    name: str
    record: Any = None
    put: Put | None = None
    problems: tuple[Problem, ...] = ()


def _prepared(user: User, kind: str, records: list[Any]) -> Iterator[_Prepared]:
    for place, given in enumerate(records):
        look()
        slug, name = _called(given)
        try:
            record = record_of(kind, given) if isinstance(given, _Row) else given
            if not isinstance(record, dict):
                raise BadInput.at("record", "must be an object")
            yield _Prepared(place + 1, kind, *_called(record), record, _shaped(PREPARE[kind], record))
        except BadInput as error:
            yield _Prepared(place + 1, kind, slug, name, problems=error.problems)


def _shaped(make: Callable[..., Any], *given: Any) -> Any:
    """What a function makes of a record; one of another shape is refused in words."""
    try:
        return make(*given)
    except (TypeError, ValueError, KeyError, AttributeError) as error:
        if isinstance(error, BadInput):
            raise
        raise BadInput.at("record", "is not the shape such a record has") from error


def _row(user: User, one: _Prepared, seen: set[str]) -> RowFound:
    look()
    if one.put is None:
        return RowFound(one.place, one.kind, one.slug, one.name, "wrong", one.problems)
    try:
        return RowFound(one.place, one.kind, *_try(user, one, one.put, seen))
    except BadInput as error:
        return RowFound(one.place, one.kind, one.slug, one.name, "wrong", error.problems)


def _called(given: Any) -> tuple[str, str]:
    if not isinstance(given, dict):
        return "", ""
    spec = given.get("spec")
    name = given.get("name") or (spec.get("name") if isinstance(spec, dict) else "")
    return str(given.get("slug") or "")[:60], str(name or "")[:120]


def _try(user: User, one: _Prepared, put: Put, seen: set[str]) -> tuple[str, str, str]:
    """Slug, name and what writing the record does."""
    record = one.record
    slug = record.get("slug") or free_slug(str(one.name))
    if not isinstance(slug, str) or not 1 <= len(slug) <= 60 or not set(slug) <= SLUG_LETTERS:
        raise BadInput.at("slug", "accepted: at most 60 letters, digits, - and _")
    if slug in seen:
        raise BadInput.at("slug", f"“{slug}” stands twice in the file")
    seen.add(slug)
    if record.get("standing", HERE) not in (HERE, RETIRED):
        raise BadInput.at("standing", f"accepted: {HERE} or {RETIRED}")
    before = model_of(one.kind).objects.filter(slug=slug).first()
    was = (before.changed_at, before.standing) if before else None
    # Its own savepoint: a row that fails halfway leaves nothing for the next to trip over.
    with transaction.atomic():
        after = _shaped(put, user, slug)
        if record.get("standing", HERE) != after.standing:
            after.standing = record["standing"]
            after.save()
    what = "new" if was is None else "same" if was == (after.changed_at, after.standing) else "changed"
    return slug, str(after.name), what


def _only(record: Spec, *names: str) -> None:
    unknown = sorted(set(map(str, record)) - {"slug", "standing", *names})
    if unknown:
        raise BadInput.at(unknown[0][:60], f"there is no such field; accepted: slug, standing, {', '.join(names)}")


def _machine(record: Spec) -> Put:
    _only(record, "note", "spec", "name", "kind")
    return lambda user, slug: put_machine(slug, _object(record, "spec"), record.get("note", ""))


def _cutter(record: Spec) -> Put:
    _only(record, "name", "count", "place", "set_name", "note", "costs", "uses_measured", "spec", "family", "diameter_mm")
    return lambda user, slug: put_cutter(
        slug,
        record.get("name") or "",
        _object(record, "spec"),
        record.get("count", 1),
        record.get("place", ""),
        record.get("note", ""),
        set_name=record.get("set_name", ""),
        costs=record.get("costs") or {},
        uses_measured=record.get("uses_measured"),
    )


def _material(record: Spec) -> Put:
    _only(record, "note", "spec", "name", "iso_group")
    return lambda user, slug: put_material(slug, _object(record, "spec"), record.get("note", ""))


def _check(record: Spec) -> Put:
    """A check with its answer stays as it was answered, marked as brought in; one without is answered now."""
    _only(record, "name", "note", "case", "refs", "answer", "core_version", "made_by", "verdict", "short")
    case, refs, given = _object(record, "case"), record.get("refs") or {}, record.get("answer")
    if given is not None:
        if not is_check(given):
            raise BadInput.at("answer", "is not the shape of an answer")
        verdict = verdict_of(case)
        return lambda user, slug: put_check(user, slug, record, verdict)
    name, note, found = record.get("name") or "", record.get("note") or "", answered(case)

    def put(user: User, slug: str) -> SavedCheck:
        kept = SavedCheck.objects.filter(slug=slug).first()
        if kept is not None and kept.case == case and (kept.name, kept.note) == (name, note):
            return kept
        return keep_answered(user, name, case, refs if isinstance(refs, dict) else {}, found, note, slug)

    return put


def _ticked(is_one: Callable[[Any], bool], put_one: Callable[[User, str, Spec], Any], words: str) -> Callable[[Spec], Put]:
    """A plan or part with its answer stays as it was answered; one without is searched for now, from this shop's crib."""

    def prepare(record: Spec) -> Put:
        _only(record, "name", "note", "asked", "answer", "ticks", "core_version", "made_by")
        _object(record, "asked")
        if record.get("answer") is not None and not is_one(record["answer"]):
            raise BadInput.at("answer", f"is not the shape of a {words}")
        return lambda user, slug: put_one(user, slug, record)

    return prepare


def _cut(record: Spec) -> Put:
    """A cut with what was said and read stays as it was; one without is worked out now, without the log."""
    _only(record, *CUT)
    answer = answer_in(record)
    return lambda user, slug: put_cut(user, slug, record, answer)


def _trouble(record: Spec) -> Put:
    """What was wrong, with what was made of it there; one without is diagnosed now."""
    _only(record, *TROUBLE)
    answer = diagnosed_in(record)
    return lambda user, slug: put_trouble(user, slug, record, answer)


def _edge(record: Spec) -> Put:
    _only(record, *EDGE)
    return lambda user, slug: put_edge(user, slug, record)


def _exercise(record: Spec) -> Put:
    """A lead's exercise with what the rules' hands came to there; one without is tried now."""
    _only(record, "name", "note", "data", "tried", "core_version", "made_by")
    values = exercise_in(record)
    return lambda user, slug: put_exercise(user, slug, record, values)


def _object(record: Spec, name: str) -> Spec:
    value = record.get(name)
    if not isinstance(value, dict):
        raise BadInput.at(name, "is needed, as an object")
    return value


PREPARE: dict[str, Callable[[Spec], Put]] = {
    "machines": _machine,
    "cutters": _cutter,
    "materials": _material,
    "checks": _check,
    "plans": _ticked(is_plan, put_plan, "plan"),
    "parts": _ticked(is_part, put_part, "part"),
    "cuts": _cut,
    "troubles": _trouble,
    "edges": _edge,
    "exercises": _exercise,
}
