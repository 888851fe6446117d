"""Saving a check: computed again on the server, so that what is kept is what the core says."""

import secrets
from typing import Any

from django.db import transaction
from django.utils.text import slugify

from bore import VERSION
from bore.check import check
from bore.contract.answer import answer
from bore.contract.read import read_case
from bore.errors import BadInput
from shop.jobs.models import SavedCheck
from shop.people.models import User

LONGEST_NAME, LONGEST_NOTE = 120, 4000


def free_slug(name: str) -> str:
    """A slug nobody else has."""
    return f"{slugify(name)[:45] or 'check'}-{secrets.token_hex(4)}"


def checked_name(name: str, note: str) -> tuple[str, str]:
    """Name and note, trimmed; raises BadInput naming the one that will not do."""
    name = " ".join(name.split())
    if not 1 <= len(name) <= LONGEST_NAME:
        raise BadInput.at("name", f"is needed, at most {LONGEST_NAME} characters")
    if len(note) > LONGEST_NOTE:
        raise BadInput.at("note", f"is too long; accepted: at most {LONGEST_NOTE} characters")
    return name, note


@transaction.atomic
def keep_check(
    user: User, name: str, case: dict[str, Any], refs: dict[str, Any], note: str = "", slug: str | None = None, demo: bool = False
) -> SavedCheck:
    """Compute and keep a check. A slug that exists is replaced (its history keeps what it was)."""
    name, note = checked_name(name, note)
    found = answer(check(read_case(case)))
    kept = SavedCheck.objects.select_for_update().filter(slug=slug).first() if slug else None
    if kept is None:
        kept = SavedCheck(slug=slug or free_slug(name), made_by=user, demo=demo)
    elif (kept.name, kept.note, kept.case, kept.refs, kept.answer) == (name, note, case, refs, found):
        return kept
    kept.name, kept.note, kept.case, kept.refs, kept.answer, kept.core_version = name, note, case, refs, found, VERSION
    kept.save()
    return kept
