"""Rows of steps that are kept with the ticks of their checklist: plans and parts; made here, or brought in from a file."""

from collections.abc import Callable
from typing import Any, TypeVar

from django.db import transaction

from bore import VERSION
from bore.base.errors import BadInput
from shop.jobs.actions import checked_name, kept_elsewhere, standing_at, written
from shop.jobs.models import Ticked
from shop.people.models import User
from shop.records.slugs import free_slug
from shop.records.standing import HERE

Spec = dict[str, Any]
Row = TypeVar("Row", bound=Ticked)
MOST_ASKED, MOST_TICKS = 60_000, 100


def look_over(name: str, note: str, asked: Spec, ticks: Any) -> tuple[str, str]:
    """Name and note, trimmed, of something that is to be kept, before it is searched for. Raises BadInput naming what will not do."""
    if len(str(asked)) > MOST_ASKED:
        raise BadInput.at("asked", f"is too long; accepted: at most {MOST_ASKED} characters")
    good = isinstance(ticks, list) and len(ticks) <= MOST_TICKS and all(isinstance(one, str) and 1 <= len(one) <= 60 for one in ticks)
    if not good:
        raise BadInput.at("ticks", f"accepted: at most {MOST_TICKS} names of lines of the checklist")
    return checked_name(name, note)


@transaction.atomic
def keep_row(model: type[Row], user: User, values: Spec, slug: str | None = None, demo: bool = False, revision: int | None = None) -> Row:
    """Keep what was searched for before the database is held. A slug that exists is replaced (its history keeps what it was); raises
    ChangedMeanwhile where it is not at the revision it was read at."""
    name, note = look_over(values["name"], values["note"], values["asked"], values["ticks"])
    values = values | {"name": name, "note": note}
    kept = standing_at(model, slug, revision)
    if kept is None:
        kept = model(slug=slug or free_slug(name), made_by=user, demo=demo)
    elif all(getattr(kept, field) == value for field, value in values.items()) and kept.standing == HERE:
        return kept
    for field, value in values.items():
        setattr(kept, field, value)
    kept.core_version, kept.standing = VERSION, HERE
    return written(kept, user)


def put_row(model: type[Row], user: User, slug: str, record: Spec, search: Callable[[Spec], Spec]) -> Row:
    """One kept elsewhere, with the answer it was given there, whose shape whoever brings it in has looked at; one without is searched for."""
    asked, ticks = record["asked"], record.get("ticks") or []
    name, note = look_over(str(record.get("name") or ""), str(record.get("note") or ""), asked, ticks)
    answer = record.get("answer") or search(asked)
    values = {"name": name, "note": note, "asked": asked, "answer": answer, "ticks": ticks}
    values["core_version"] = str(record.get("core_version") or VERSION)[:20]
    with transaction.atomic():
        return kept_elsewhere(model, user, slug, record, values, "")
