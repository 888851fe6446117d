"""Saved checks, plans and parts: what was asked, and the answer as it was given."""

from django.conf import settings
from django.db import models

from shop.records.history import History
from shop.records.standing import Standing


class Kept(Standing):
    """What everything that somebody keeps has in common: who changed it last, how often, and where it came from."""

    revision = models.PositiveIntegerField(default=1)
    # Whose name and version stood on it in the file it came from, and its verdict here; empty where it was made here.
    brought = models.JSONField(default=dict, blank=True)
    changed_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")

    class Meta:
        abstract = True


class Answered(Kept):
    """What was asked of the core, kept with its answer, which stays what it was, whatever becomes of the machine, the crib or the methods."""

    slug = models.SlugField(max_length=60, unique=True)
    name = models.CharField(max_length=120)
    note = models.TextField(blank=True, default="")
    answer = models.JSONField()
    core_version = models.CharField(max_length=20)
    demo = models.BooleanField(default=False)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        abstract = True
        ordering = ["-changed_at"]

    def __str__(self) -> str:
        return self.name


class SavedCheck(Answered):
    """A check somebody kept."""

    case = models.JSONField()
    refs = models.JSONField(default=dict)
    history = History()


class Ticked(Answered):
    """A row of steps that is gone through at a machine, with what was asked and the ticks of its checklist."""

    asked = models.JSONField()
    ticks = models.JSONField(default=list)

    class Meta(Answered.Meta):
        abstract = True


class SavedPlan(Ticked):
    """A plan somebody kept."""

    history = History()


class SavedPart(Ticked):
    """A part somebody kept: many holes planned together."""

    history = History()
