"""What's wrong? asked beside a machine, kept: what was seen, what the core made of it, what became of it."""

from typing import Any

from django.db import transaction

from bore import VERSION
from bore.advice.diagnose import symptoms
from bore.answers.diagnosis import diagnosis_answer
from bore.answers.serialise import as_data
from bore.base.errors import BadInput
from bore.base.plain import known_fields, plain_text
from shop.jobs.actions import written
from shop.logbook.actions import AT_WORK, at_work_values, case_in, named_by_a_phone
from shop.logbook.models import Trouble
from shop.people.models import User
from shop.records.standing import HERE
from shop.yard.models import Machine

Spec = dict[str, Any]
TROUBLE = (*AT_WORK, "helped")
# What became of it, where somebody says.
HELPED = ("", "yes", "no")


def keep_trouble(user: User, slug: str, data: Spec) -> Trouble:
    """Keep what was wrong under the name its phone gave it; an earlier or the same state changes nothing. Raises BadInput naming the field."""
    known_fields(data, TROUBLE)
    rev = named_by_a_phone(slug, data)
    standing = Trouble.objects.filter(slug=slug).first()
    if standing is not None and standing.rev >= rev:
        return standing
    case = case_in(data)
    # What had been made of it stays what was said on the day, as long as the same is asked.
    same = standing is not None and (standing.case, standing.seen) == (case, data.get("seen"))
    answer = standing.answer if same and standing is not None else diagnosed(data)
    values = trouble_values(data, answer) | {"case": case}
    with transaction.atomic():
        trouble = Trouble.objects.select_for_update().filter(slug=slug).first() or Trouble(slug=slug, made_by=user)
        if trouble.pk and trouble.rev >= rev:
            return trouble
        for name, value in values.items():
            setattr(trouble, name, value)
        trouble.rev, trouble.core_version, trouble.standing = rev, VERSION, HERE
        trouble.machine = trouble.machine or Machine.objects.filter(name=trouble.machine_name).first()
        return written(trouble, user)


def diagnosed(data: Spec) -> Spec:
    """What the core makes of what was seen. Raises BadInput."""
    return dict(as_data(diagnosis_answer({"case": case_in(data), "seen": data.get("seen") or []})))


def trouble_values(data: Spec, answer: Spec) -> Spec:
    """What an entry says of a trouble, whoever brings it. Raises BadInput naming the field."""
    values, helped = at_work_values(data), plain_text(data.get("helped"), "helped", 10)
    if helped not in HELPED:
        raise BadInput.at("helped", "accepted: yes, no, or nothing")
    if not values["seen"]:
        raise BadInput.at("seen", "is needed: what was seen, heard or felt")
    known = symptoms()
    machine = data["case"].get("machine")
    return values | {
        "answer": answer,
        "helped": helped,
        "name": "; ".join(known[one]["seen"] for one in values["seen"])[:240],
        "machine_name": str(machine.get("name") or "" if isinstance(machine, dict) else "")[:120],
    }
