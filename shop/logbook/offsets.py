"""An insert drill's X from the bores that were measured with its present edge."""

from typing import Any

from django.utils import timezone

from bore.answers.offset import offset_answer
from bore.answers.serialise import as_data
from shop.logbook.actions import edges_before
from shop.logbook.models import Cut
from shop.records.standing import HERE
from shop.yard.models import Cutter

# What was longer ago tells nothing of how the drill stands now.
MOST_BORES = 10


def offset_of(cutter: Cutter, wanted_mm: float) -> Any:
    """What X is set to next. Raises BadInput where no bore was measured with its X."""
    cuts = Cut.objects.filter(standing=HERE, cutter=cutter, edge=edges_before(cutter, timezone.now()), size__insert_x_mm__isnull=False)
    measured = cuts.filter(size__diameter_mm__isnull=False).values_list("size", flat=True)[:MOST_BORES]
    return as_data(offset_answer(wanted_mm, [(one["insert_x_mm"], one["diameter_mm"]) for one in reversed(measured)]))
