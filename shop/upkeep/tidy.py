"""What is not kept for ever: the bin after a while, wrong passwords, and, where the shop says so, old history."""

from collections.abc import Callable
from datetime import timedelta

from axes.models import AccessAttempt
from django.conf import settings
from django.core.management import call_command
from django.db import transaction
from django.utils import timezone

from shop.logbook.lessons import learn_again, something_changed
from shop.logbook.models import HandOver
from shop.people.models import User
from shop.practice.models import PracticeRun
from shop.records.kinds import KINDS, model_of
from shop.records.standing import BIN_DAYS, BINNED
from shop.upkeep.watched import forget_unwatched
from shop.yard.models import Stage

# How long wrong passwords are remembered.
ATTEMPT_DAYS = 90
Gone = dict[str, int]


def empty_bin() -> Gone:
    """Delete for good what was put in the bin more than `BIN_DAYS` ago; how many of each went. Their history stays."""
    before = timezone.now() - timedelta(days=BIN_DAYS)
    gone = {}
    for kind in KINDS:
        old = list(model_of(kind).objects.filter(standing=BINNED, stands_since__lt=before))
        for one in old:
            one.delete()
        gone[kind] = len(old)
    return gone


def forget_attempts() -> Gone:
    """Forget wrong passwords of long ago."""
    count, _ = AccessAttempt.objects.filter(attempt_time__lt=timezone.now() - timedelta(days=ATTEMPT_DAYS)).delete()
    return {"old wrong passwords": count}


def forget_history() -> Gone:
    """Forget what records were longer ago than the shop's own setting; nothing where it has set none."""
    if not settings.HISTORY_DAYS:
        return {}
    before, count = timezone.now() - timedelta(days=settings.HISTORY_DAYS), 0
    for model in (*map(model_of, KINDS), Stage, User):
        count += model.history.filter(history_date__lt=before).delete()[0]
    return {"entries of old history": count}


def end_sessions() -> Gone:
    """Forget sessions that have run out."""
    call_command("clearsessions")
    return {}


def learn_with_age() -> Gone:
    """Work the log's lessons out again: what was longer ago counts for less by now."""
    something_changed()
    learn_again()
    return {}


def forget_hand_overs() -> Gone:
    """Forget runs that were left at a machine weeks ago."""
    count, _ = HandOver.objects.filter(made_at__lt=timezone.now() - timedelta(days=BIN_DAYS)).delete()
    return {"old runs left at a machine": count}


def forget_practice() -> Gone:
    """Forget runs that were practised weeks ago."""
    count, _ = PracticeRun.objects.filter(began_at__lt=timezone.now() - timedelta(days=BIN_DAYS)).delete()
    return {"old practice runs": count}


def forget_watched() -> Gone:
    """Forget how far questions were that a server was killed over."""
    return {"questions left half answered": forget_unwatched((timezone.now() - timedelta(days=1)).timestamp())}


# Every rule of what is not kept, a line each: what comes later joins here.
RULES: tuple[Callable[[], Gone], ...] = (
    empty_bin,
    forget_attempts,
    forget_history,
    end_sessions,
    learn_with_age,
    forget_hand_overs,
    forget_practice,
    forget_watched,
)


def tidy() -> Gone:
    """Apply every rule, each whole or not at all; what went."""
    gone: Gone = {}
    for rule in RULES:
        with transaction.atomic():
            gone |= rule()
    return gone
