"""Whether a record stands, is retired, or was put in the bin; the bin is emptied after a while."""

from datetime import timedelta

from django.db import models
from django.utils import timezone

HERE, RETIRED, BINNED = "here", "retired", "binned"
STANDINGS = (HERE, RETIRED, BINNED)
BIN_DAYS = 30


class Standing(models.Model):
    """What can be put away and brought back."""

    standing = models.CharField(max_length=8, choices=[(one, one) for one in STANDINGS], default=HERE)
    stands_since = models.DateTimeField(default=timezone.now)

    class Meta:
        abstract = True

    @property
    def gone_for_good_at(self) -> str | None:
        """When the bin is emptied of it; None where it is not in the bin."""
        return (self.stands_since + timedelta(days=BIN_DAYS)).isoformat() if self.standing == BINNED else None


class ChangedMeanwhile(Exception):
    """Somebody else has changed the record since it was read."""

    def __init__(self, name: str, revision: int) -> None:
        super().__init__(
            f"{name} was changed by somebody else meanwhile (it is at revision {revision} now); look at it again before saving"
        )
