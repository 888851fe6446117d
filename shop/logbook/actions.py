"""Writing into the log: each entry is worked out on the server before the database is held, and what is sent twice is there once."""

import re
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from bore import VERSION
from bore.advice.diagnose import symptoms
from bore.answers.cut import cut_answer
from bore.answers.serialise import as_data
from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.plain import figure, known_fields, plain_text
from bore.cuts.edges import edge_kind, edge_kinds
from bore.cuts.ground import proved, shortened
from bore.cuts.noted import MOST_HOLES, read_outcome, read_seen, read_size, whole
from shop.jobs.actions import LONGEST_NOTE, into_bin, out_of_bin, written
from shop.jobs.models import SavedPart, SavedPlan
from shop.logbook.edges import measure_again
from shop.logbook.lessons import learn_again, something_changed
from shop.logbook.models import Cut, EdgeEvent
from shop.people.models import User
from shop.records.slugs import free_slug
from shop.records.standing import HERE
from shop.yard.actions import put_cutter
from shop.yard.models import Cutter, Machine

Spec = dict[str, Any]
UUID = re.compile(r"[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}")
# Where something was made and when, whatever is written down of it.
AT_WORK = ("rev", "case", "plan", "part", "letter", "step", "hole_no", "machine", "seen", "note", "at")
NOTED = (*AT_WORK, "holes", "cutter", "outcome", "readings", "size", "taken", "confirmed")
# What goes on with every hole of a run.
COUNTED = ("holes", "hole_no", "machine")
MOST_REV, MOST_STEPS = 1_000_000, 400
# A clock beside a machine may be a little fast.
FAST_CLOCK = timedelta(days=1)
OLDEST = datetime(1950, 1, 1, tzinfo=UTC)


@immutable
class Noted:
    """An entry as it was sent, read; all but the answer, which is the core's."""

    values: Spec
    readings: list[Any]
    case: Spec


def keep_cut(user: User, slug: str, data: Spec, demo: bool = False, teach: bool = True) -> Cut:
    """Keep an entry under the name its phone gave it: a new one, or a later state of one that is there; an earlier or the same state
    changes nothing. Raises BadInput naming the field.

    teach: whether the log's lessons are worked out again at once; whoever brings many in does so at the end."""
    known_fields(data, NOTED)
    rev = named_by_a_phone(slug, data)
    standing = Cut.objects.filter(slug=slug).first()
    if standing is not None and standing.rev >= rev:
        return standing
    noted = Noted(noted_values(data), data.get("readings") or [], case_in(data))
    cutter = noted.values["cutter"]
    edge = edges_before(cutter, noted.values["made_at"]) if cutter else 0
    if standing is not None and _same_question(standing, noted, edge):
        # What had been said of it stays what was said on the day.
        answer = standing.answer
    else:
        answer = as_data(cut_answer(noted.case, noted.readings, edge_name(cutter.slug if cutter else None, edge, slug)))
    cut, changed = _written(user, slug, rev, noted, edge, answer, demo)
    if cutter is not None and teach:
        measure_again(cutter)
    if changed and teach:
        learn_again()
    return cut


def _same_question(cut: Cut, noted: Noted, edge: int) -> bool:
    """Whether an entry asks what it asked before, and was read the same."""
    read = [{"kind": one["kind"], "raw": one["raw"]} for one in cut.answer["readings"]]
    return (cut.case, read, cut.edge) == (noted.case, noted.readings, edge)


def _written(user: User, slug: str, rev: int, noted: Noted, edge: int, answer: Spec, demo: bool) -> tuple[Cut, bool]:
    """The entry written, and whether something can be learnt from that."""
    with transaction.atomic():
        cut = Cut.objects.select_for_update().filter(slug=slug).first()
        if cut is None:
            cut = Cut(slug=slug, made_by=user, demo=demo)
        elif cut.rev >= rev:
            return cut, False
        taught_before = cut.taken and cut.has_readings
        # A run of holes that only goes on is no change worth an entry of its history.
        goes_on = (
            cut.pk is not None
            and cut.answer == answer
            and all(getattr(cut, name) == value for name, value in noted.values.items() if name not in COUNTED)
        )
        for name, value in (noted.values | answer_values(answer)).items():
            setattr(cut, name, value)
        cut.rev, cut.edge, cut.case, cut.core_version, cut.standing = rev, edge, noted.case, VERSION, HERE
        cut.machine = cut.machine or Machine.objects.filter(name=cut.machine_name).first()
        if goes_on:
            cut.skip_history_when_saving = True  # type: ignore[attr-defined]
        written(cut, user)
        changed = taught_before or (cut.taken and cut.has_readings)
        if changed:
            something_changed()
    return cut, changed


def named_by_a_phone(slug: str, data: Spec) -> int:
    """The count of changes of an entry under the name its phone gave it. Raises BadInput."""
    if not UUID.fullmatch(slug):
        raise BadInput.at("id", "accepted: a UUID, in small letters")
    return whole(data.get("rev"), "rev", 1, MOST_REV, 1)


def case_in(data: Spec) -> Spec:
    """The case of an entry. What might have been taken instead is no part of what was done. Raises BadInput."""
    case = data.get("case")
    if not isinstance(case, dict):
        raise BadInput.at("case", "is needed, as an object")
    return {name: part for name, part in case.items() if name != "yard"}


def noted_values(data: Spec) -> Spec:
    """What an entry says of a cut, but its case and its readings, whoever brings it. Raises BadInput naming the field."""
    return at_work_values(data) | {
        "holes": whole(data.get("holes"), "holes", 1, MOST_HOLES, 1),
        "cutter": _record(Cutter, data, "cutter"),
        "outcome": read_outcome(data.get("outcome")),
        "size": read_size(data.get("size")),
        "taken": _flag(data, "taken", True),
        "confirmed": _flag(data, "confirmed", False),
    }


def at_work_values(data: Spec) -> Spec:
    """Where and when something was made, and what was seen of it, whatever is written down. Raises BadInput naming the field."""
    return {
        "plan": _record(SavedPlan, data, "plan"),
        "part": _record(SavedPart, data, "part"),
        "letter": plain_text(data.get("letter"), "letter", 3),
        "step": None if data.get("step") is None else whole(data["step"], "step", 0, MOST_STEPS, 0),
        "hole_no": whole(data.get("hole_no"), "hole_no", 1, MOST_HOLES, 1),
        "machine": _record(Machine, data, "machine"),
        "seen": read_seen(data.get("seen"), symptoms()),
        "note": plain_text(data.get("note"), "note", LONGEST_NOTE),
        "made_at": moment_of(data.get("at")),
    }


def answer_values(answer: Spec) -> Spec:
    """What of a cut's answer is looked for by, and listed."""
    of = answer["of"]
    return {
        "answer": answer,
        "name": answer["words"][:240],
        "family": answer["family"],
        "machine_name": of["machine"][:120],
        "metal": of["metal"][:120],
        **{name: answer[name] for name in ("diameter_mm", "depth_mm", "time_s")},
        "has_readings": any(not one["refused"] for one in answer["readings"]),
    }


def _record(model: Any, data: Spec, name: str) -> Any:
    """The record an entry names, as it stands in the shop; None where it names none, or one that has gone since."""
    slug = plain_text(data.get(name), name)
    return model.objects.filter(slug=slug).first() if slug else None


def _flag(data: Spec, name: str, default: bool) -> bool:
    value = data.get(name, default)
    if not isinstance(value, bool):
        raise BadInput.at(name, "accepted: true or false")
    return value


def moment_of(value: Any) -> datetime:
    """When it was, by the clock beside the machine. Raises BadInput."""
    if value is None:
        return timezone.now()
    try:
        found = datetime.fromisoformat(str(value)[:40])
    except ValueError as error:
        raise BadInput.at("at", "accepted: a moment as 2026-05-03T14:30:00+02:00") from error
    found = found if found.tzinfo else found.replace(tzinfo=UTC)
    if not OLDEST <= found <= timezone.now() + FAST_CLOCK:
        raise BadInput.at("at", "accepted: a moment from 1950 to now")
    return found


def set_taken(user: User, cut: Cut, taken: bool) -> Cut:
    """Learn from a cut, or leave it out; what is kept of it stays as it was."""
    return _marked(user, cut, "taken", taken)


def set_confirmed(user: User, cut: Cut, confirmed: bool) -> Cut:
    """Stand by a reading that was asked about, or not any more."""
    return _marked(user, cut, "confirmed", confirmed)


def _marked(user: User, cut: Cut, name: str, value: bool) -> Cut:
    with transaction.atomic():
        cut = Cut.objects.select_for_update().get(pk=cut.pk)
        if getattr(cut, name) == value:
            return cut
        setattr(cut, name, value)
        written(cut, user, cut.brought)
        something_changed()
    learn_again()
    return cut


def put_away(cut: Cut, away: bool) -> Cut:
    """A cut into the bin, or out of it again; in the bin it teaches nothing."""
    with transaction.atomic():
        cut = into_bin(cut) if away else out_of_bin(cut)
        something_changed()
    if cut.cutter is not None:
        measure_again(cut.cutter)
    learn_again()
    return cut


def edge_name(cutter: str | None, edge: int, cut: str) -> str:
    """Which edge a cut was made with, as part of what it was of: a cutter's so many-th, or the cut's own where no cutter is named."""
    return f"{cutter} {edge}" if cutter else cut


def edges_before(cutter: Cutter, moment: datetime) -> int:
    """How many edges a cutter had been given by then."""
    fresh = [kind.id for kind in edge_kinds().values() if kind.edge]
    return EdgeEvent.objects.filter(cutter=cutter, kind__in=fresh, standing=HERE, made_at__lte=moment).count()


def edge_values(cutter: Cutter, data: Spec) -> Spec:
    """Something that happened to a cutter's edge, whoever brings it. Raises BadInput naming the field."""
    kind = edge_kind(data.get("kind"))
    return {
        "name": f"{cutter.name}: {kind.words}"[:120],
        "cutter": cutter,
        "kind": kind.id,
        "ground_by": plain_text(data.get("ground_by"), "ground_by", 60),
        "length_mm": None if data.get("length_mm") is None else figure(data["length_mm"], "length_mm", 1, 5000),
        "note": plain_text(data.get("note"), "note", LONGEST_NOTE),
        "made_at": moment_of(data.get("at")),
    }


def note_edge(user: User, cutter: Cutter, data: Spec) -> EdgeEvent:
    """Note what happened to a cutter's edge. Raises BadInput naming the field."""
    known_fields(data, ("kind", "at", "ground_by", "length_mm", "note"))
    values = edge_values(cutter, data)
    with transaction.atomic():
        event = written(EdgeEvent(slug=free_slug(f"{cutter.slug} {values['kind']}"), made_by=user, **values), user)
        _after(cutter, event)
    measure_again(cutter)
    return event


# What becomes of a cutter's own record with an event.
AFTER: dict[str, Callable[[EdgeEvent, Spec], Spec]] = {
    "sharpened": lambda event, spec: shortened(spec, event.length_mm),
    "touched-off": lambda event, spec: proved(spec),
}


def _after(cutter: Cutter, event: EdgeEvent) -> None:
    """The cutter as it is after an event; what it was stays in its history."""
    was, then = cutter.as_spec(), AFTER.get(event.kind)
    now = was if then is None else then(event, was)
    if now != was:
        kept = {name: getattr(cutter, name) for name in ("count", "place", "note", "set_name", "costs")}
        put_cutter(cutter.slug, cutter.name, now, **kept)
        cutter.refresh_from_db()
