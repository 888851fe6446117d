"""Saved checks and plans: what was asked, and the answer as it was given."""

from django.conf import settings
from django.db import models
from simple_history.models import HistoricalRecords

from shop.records.standing import Standing


class Kept(Standing):
    """What everything that somebody keeps has in common: who changed it last, how often, and where it came from."""

    revision = models.PositiveIntegerField(default=1)
    # Whose name and version stood on it in the file it came from, and its verdict here; empty where it was made here.
    brought = models.JSONField(default=dict, blank=True)
    changed_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")

    class Meta:
        abstract = True


class SavedCheck(Kept):
    """A check somebody kept. The answer stays what it was, whatever becomes of the machine or of the methods."""

    slug = models.SlugField(max_length=60, unique=True)
    name = models.CharField(max_length=120)
    note = models.TextField(blank=True, default="")
    case = models.JSONField()
    refs = models.JSONField(default=dict)
    answer = models.JSONField()
    core_version = models.CharField(max_length=20)
    demo = models.BooleanField(default=False)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="checks")
    made_at = models.DateTimeField(auto_now_add=True)
    changed_at = models.DateTimeField(auto_now=True)
    history = HistoricalRecords()

    class Meta:
        ordering = ["-changed_at"]

    def __str__(self) -> str:
        return self.name


class SavedPlan(Kept):
    """A plan somebody kept, with the ticks of its checklist. The answer stays what it was, whatever becomes of the crib."""

    slug = models.SlugField(max_length=60, unique=True)
    name = models.CharField(max_length=120)
    note = models.TextField(blank=True, default="")
    asked = models.JSONField()
    answer = models.JSONField()
    ticks = models.JSONField(default=list)
    core_version = models.CharField(max_length=20)
    demo = models.BooleanField(default=False)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="plans")
    made_at = models.DateTimeField(auto_now_add=True)
    changed_at = models.DateTimeField(auto_now=True)
    history = HistoricalRecords()

    class Meta:
        ordering = ["-changed_at"]

    def __str__(self) -> str:
        return self.name
