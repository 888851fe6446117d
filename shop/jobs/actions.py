"""Saving a check: computed again on the server, so that what is kept is what the core says."""

import copy
from typing import Any, TypeVar

from django.db import transaction
from django.utils import timezone

from bore import VERSION
from bore.answers.check import plain_answer
from bore.answers.serialise import as_data
from bore.base.errors import BadInput
from bore.case.read import read_case
from bore.check.check import check
from bore.limits.judgement import VERDICTS
from shop.jobs import models
from shop.jobs.models import SavedCheck
from shop.people.models import User
from shop.records.slugs import free_slug
from shop.records.standing import BINNED, HERE, ChangedMeanwhile

Kept = TypeVar("Kept", bound=models.Kept)
LONGEST_NAME, LONGEST_NOTE = 120, 4000


def checked_name(name: str, note: str) -> tuple[str, str]:
    """Name and note, trimmed; raises BadInput naming the one that will not do."""
    name = " ".join(name.split())
    if not 1 <= len(name) <= LONGEST_NAME:
        raise BadInput.at("name", f"is needed, at most {LONGEST_NAME} characters")
    if len(note) > LONGEST_NOTE:
        raise BadInput.at("note", f"is too long; accepted: at most {LONGEST_NOTE} characters")
    return name, note


def keep_check(
    user: User,
    name: str,
    case: dict[str, Any],
    refs: dict[str, Any],
    note: str = "",
    slug: str | None = None,
    demo: bool = False,
    revision: int | None = None,
) -> SavedCheck:
    """Compute and keep a check. A slug that exists is replaced (its history keeps what it was); raises ChangedMeanwhile where it is not at
    the revision it was read at."""
    # Worked out before the database is held.
    return keep_answered(user, name, case, refs, answered(case), note, slug, demo, revision)


def answered(case: dict[str, Any]) -> dict[str, Any]:
    """The answer to a case, as it is kept. Raises BadInput."""
    return dict(as_data(plain_answer(check(read_case(case), recorded=False))))


def keep_answered(
    user: User,
    name: str,
    case: dict[str, Any],
    refs: dict[str, Any],
    found: dict[str, Any],
    note: str = "",
    slug: str | None = None,
    demo: bool = False,
    revision: int | None = None,
) -> SavedCheck:
    """Keep a check that was worked out just now."""
    name, note = checked_name(name, note)
    with transaction.atomic():
        kept = standing_at(SavedCheck, slug, revision)
        if kept is None:
            kept = SavedCheck(slug=slug or free_slug(name), made_by=user, demo=demo)
        elif (kept.name, kept.note, kept.case, kept.refs, kept.answer) == (name, note, case, refs, found):
            return kept
        kept.name, kept.note, kept.case, kept.refs, kept.answer, kept.core_version = name, note, case, refs, found, VERSION
        return written(kept, user)


def standing_at(model: type[Kept], slug: str | None, revision: int | None) -> Kept | None:
    """The kept record of a slug, locked; None where there is none. Raises ChangedMeanwhile where it is not at the revision it was read at."""
    kept = model._default_manager.select_for_update().filter(slug=slug).first() if slug else None
    if kept is not None and revision is not None and kept.revision != revision:
        raise ChangedMeanwhile(str(kept), kept.revision)
    return kept


def written(kept: Kept, user: User, brought: dict[str, Any] | None = None) -> Kept:
    """Something kept, saved: by whom, one revision further, brought in from a file or made here."""
    kept.revision = kept.revision + 1 if kept.pk else 1
    kept.changed_by, kept.brought = user, brought or {}
    kept.save()
    return kept


def put_check(user: User, slug: str, record: dict[str, Any], verdict_here: str) -> SavedCheck:
    """A check kept elsewhere, with the answer it was given there, whose shape whoever brings it in has looked at, and what it comes to here.
    Raises BadInput."""
    name, note = checked_name(str(record.get("name") or ""), str(record.get("note") or ""))
    values = {
        "name": name,
        "note": note,
        "case": record["case"],
        "refs": record.get("refs") or {},
        "answer": record["answer"],
        "core_version": str(record.get("core_version") or VERSION)[:20],
    }
    with transaction.atomic():
        return kept_elsewhere(SavedCheck, user, slug, record, values, verdict_here)


def verdict_of(case: dict[str, Any]) -> str:
    """What a case comes to. Raises BadInput."""
    return VERDICTS[int(check(read_case(case), recorded=False).result.verdict)]


def kept_elsewhere(model: type[Kept], user: User, slug: str, record: dict[str, Any], values: dict[str, Any], verdict_here: str) -> Kept:
    """A check or plan brought in from a file, under its slug, marked as brought in; unchanged it is not written. It is whoever brings it in
    that stands for it: the name in the file is only told."""
    kept = model._default_manager.select_for_update().filter(slug=slug).first()
    if kept is None:
        kept = model(slug=slug, made_by=user)
    elif all(getattr(kept, field) == value for field, value in values.items()) and kept.standing == HERE:
        return kept
    for field, value in values.items():
        setattr(kept, field, value)
    kept.standing = HERE
    told = {
        "made_by": str(record.get("made_by") or "")[:150],
        "core_version": str(values.get("core_version", "")),
        "verdict_here": verdict_here,
    }
    return written(kept, user, told)


@transaction.atomic
def into_bin(kept: Kept) -> Kept:
    """Put something kept into the bin, from which it can come back."""
    return _set_standing(kept, BINNED)


@transaction.atomic
def out_of_bin(kept: Kept) -> Kept:
    """Take it out of the bin again."""
    return _set_standing(kept, HERE)


def _set_standing(kept: Kept, standing: str) -> Kept:
    kept = type(kept)._default_manager.select_for_update().get(pk=kept.pk)
    if kept.standing != standing:
        kept.standing, kept.stands_since = standing, timezone.now()
        kept.save()
    return kept


def answer_today(kept: SavedCheck, machine: dict[str, Any] | None, cutter: dict[str, Any] | None) -> tuple[dict[str, Any], dict[str, Any]]:
    """A kept check's case on today's machine and cutter (None: as they were kept), and its answer; nothing is kept of it.

    What was set by hand on the day stays: the orientation, strap and surface of a magnet, and a drill's wear and free length.
    """
    case = copy.deepcopy(kept.case)
    if machine is not None:
        then = case["machine"].get("magnet") or {}
        case["machine"] = copy.deepcopy(machine)
        if case["machine"].get("magnet"):
            case["machine"]["magnet"] |= {
                name: then[name] for name in ("surface", "orientation", "strap", "gap_mm") if then.get(name) is not None
            }
    if cutter is not None:
        then = case["cutter"]
        case["cutter"] = copy.deepcopy(cutter) | {
            name: then[name] for name in ("wear", "free_length_mm", "shift_mm") if then.get(name) is not None
        }
    return case, as_data(plain_answer(check(read_case(case), recorded=False)))
