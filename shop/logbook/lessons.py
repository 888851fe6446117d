"""What the log has taught, worked out after it was written to and kept, so that a check costs the same whatever is logged."""

import secrets
from dataclasses import field
from threading import Lock

from django.db import transaction
from django.db.models import F
from django.utils import timezone

from bore.answers.cut import KeptCut, logged
from bore.answers.foretold import LEARNT
from bore.answers.log import told_of
from bore.answers.serialise import as_data
from bore.base.immutable import immutable
from bore.cuts.logged import LoggedCut
from bore.cuts.posterior import Log, fitted, taught_from, teach
from bore.job.experience import Knows
from bore.job.job import Job
from bore.quantities.calibrations import Calibrations
from shop.logbook.models import Cut, Lessons
from shop.records.asked_often import AskedOften
from shop.records.standing import HERE

# Learnt from at most so many cuts, the newest: more would take seconds, and what was longer ago counts for little.
MOST_CUTS = 500
DAYS_A_YEAR = 365.25
ONLY = 1
_learning = Lock()
# Asked by every check.
_STATE = AskedOften(Lessons.objects.filter(pk=ONLY).values_list("used", "stamp"))


def lessons() -> Lessons:
    """The one row of it."""
    return Lessons.objects.get_or_create(pk=ONLY)[0]


def something_changed() -> None:
    """Count a change that something can be learnt from; inside the transaction that writes it."""
    lessons()
    Lessons.objects.filter(pk=ONLY).update(changes=F("changes") + 1)


def cuts_to_learn() -> dict[str, list[LoggedCut]]:
    """The newest cuts that are learnt from, by quantity."""
    now = timezone.now()
    cuts = Cut.objects.filter(standing=HERE, taken=True, has_readings=True).only("slug", "answer", "made_at", "confirmed")[:MOST_CUTS]
    return logged(
        [
            KeptCut(
                id=cut.slug,
                of=cut.answer["of"],
                used=cut.answer["used"],
                age_years=max((now - cut.made_at).days / DAYS_A_YEAR, 0.0),
                confirmed=cut.confirmed,
                readings=cut.answer["readings"],
            )
            for cut in cuts
        ]
    )


def learn_again() -> None:
    """Work out what the log says, until nothing has changed since. One at a time in a process: whoever comes while another is at it leaves
    it to that one, which looks again at its end."""
    while (state := lessons()).changes > state.learnt_at and _learning.acquire(blocking=False):
        try:
            _learn_at(lessons().changes)
        finally:
            _learning.release()


def _learn_at(changes: int) -> None:
    """What the log says at a count of changes. Two processes at once: the later state stays."""
    taught, told = {}, {}
    for quantity, cuts in cuts_to_learn().items():
        found = fitted(quantity, cuts)
        if found is not None:
            taught[quantity], told[quantity] = teach(found).as_data(), as_data(told_of(found))
    with transaction.atomic():
        Lessons.objects.filter(pk=ONLY, learnt_at__lt=changes).update(
            learnt_at=changes, stamp=secrets.token_hex(8), taught=taught, told=told
        )


def set_used(used: bool) -> None:
    """The shop's switch: whether checks are set right by the log."""
    lessons()
    Lessons.objects.filter(pk=ONLY).update(used=used)


@immutable
class _Read:
    """What this process read last; replaced as a whole, so that no thread sees a half of it."""

    stamp: str = ""
    log: Log = field(default_factory=Log)


_read = _Read()


def log_now() -> Log | None:
    """What the log says; None where the shop has it switched off. It is read again only where it has changed."""
    global _read
    used, state = _STATE.row() or (False, "")
    if not used:
        return None
    if state != _read.stamp:
        stamp, taught = Lessons.objects.filter(pk=ONLY).values_list("stamp", "taught").get()
        torque, thrust = (None if quantity not in taught else taught_from(taught[quantity]) for quantity in LEARNT)
        _read = _Read(stamp, Log(torque, thrust))
    return _read.log


class OfRequest:
    """What a shop knows, looked up when a request first checks something."""

    def __init__(self) -> None:
        self._knows: Knows | None = None
        self._looked = False

    def __call__(self, job: Job) -> Calibrations:
        """Of a job."""
        if not self._looked:
            log = log_now()
            self._knows, self._looked = None if log is None else log.calibrations_of, True
        return Calibrations() if self._knows is None else self._knows(job)
