"""Taking a record out of the yard: what kept checks were made with stays readable."""

from django.db import transaction
from django.utils import timezone

from shop.jobs.models import SavedCheck
from shop.records.standing import BINNED, RETIRED
from shop.yard.models import Machine, Material, Record


def is_used(record: Record) -> bool:
    """Whether a kept check was made with this machine, cutter or material."""
    kept = SavedCheck.objects.exclude(standing=BINNED)
    if isinstance(record, Material):
        return kept.filter(case__material__name=record.name).exists()
    part = "machine" if isinstance(record, Machine) else "cutter"
    return kept.filter(**{f"refs__{part}": record.slug}).exists() or kept.filter(**{f"refs__{part}__id": record.slug}).exists()


@transaction.atomic
def put_away(record: Record) -> Record:
    """Take a record out of the yard: retired where kept checks were made with it, into the bin otherwise."""
    record = type(record)._default_manager.select_for_update().get(pk=record.pk)
    record.standing, record.stands_since = (RETIRED if is_used(record) else BINNED), timezone.now()
    record.revision += 1
    record.save()
    return record
