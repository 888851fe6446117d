"""Emptying the bin of what has lain there long enough."""

from datetime import timedelta

from django.db import transaction
from django.utils import timezone

from shop.records.standing import BIN_DAYS, BINNED
from shop.upkeep.history import MODELS


@transaction.atomic
def empty_bin() -> dict[str, int]:
    """Delete for good what was put in the bin more than `BIN_DAYS` ago; how many of each went. Their history stays."""
    before = timezone.now() - timedelta(days=BIN_DAYS)
    gone = {}
    for kind, model in MODELS.items():
        old = list(model.objects.filter(standing=BINNED, stands_since__lt=before))
        for one in old:
            one.delete()
        gone[kind] = len(old)
    return gone
