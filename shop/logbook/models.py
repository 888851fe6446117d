"""Cuts as they were made, what happened to the edges of the crib, and what the log says of the next cut."""

from django.conf import settings
from django.db import models
from django.utils import timezone
from simple_history.models import HistoricalRecords

from shop.jobs.models import Kept, SavedPlan
from shop.yard.models import Cutter, Machine


class Cut(Kept):
    """One cut, or a run of holes that went alike: what was asked, what had been said, what was read, measured and seen.

    `slug` is the name the phone gave it, so that what is sent twice is there once; `rev` the phone's own count of its changes."""

    slug = models.CharField(max_length=36, unique=True)
    rev = models.PositiveIntegerField(default=1)
    name = models.CharField(max_length=240)
    note = models.TextField(blank=True, default="")
    plan = models.ForeignKey(SavedPlan, on_delete=models.SET_NULL, null=True, blank=True, related_name="cuts")
    step = models.PositiveSmallIntegerField(null=True, blank=True)
    hole_no = models.PositiveIntegerField(default=1)
    holes = models.PositiveIntegerField(default=1)
    machine = models.ForeignKey(Machine, on_delete=models.SET_NULL, null=True, blank=True, related_name="cuts")
    cutter = models.ForeignKey(Cutter, on_delete=models.SET_NULL, null=True, blank=True, related_name="cuts")
    # How many times the cutter had been given an edge by then.
    edge = models.PositiveIntegerField(default=0)
    machine_name = models.CharField(max_length=120)
    metal = models.CharField(max_length=120)
    family = models.CharField(max_length=30)
    diameter_mm = models.FloatField()
    depth_mm = models.FloatField()
    # What a hole was said to take, s; None where it would not have cut.
    time_s = models.FloatField(null=True, blank=True)
    case = models.JSONField()
    # What it was of, what had been said of it, its readings: as the core answered on the day.
    answer = models.JSONField()
    core_version = models.CharField(max_length=20)
    outcome = models.CharField(max_length=20)
    seen = models.JSONField(default=list, blank=True)
    size = models.JSONField(default=dict, blank=True)
    # Whether it is learnt from, and whether somebody has stood by a reading that looked wrong.
    taken = models.BooleanField(default=True)
    confirmed = models.BooleanField(default=False)
    has_readings = models.BooleanField(default=False)
    demo = models.BooleanField(default=False)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="cuts")
    made_at = models.DateTimeField(default=timezone.now)
    changed_at = models.DateTimeField(auto_now=True)
    history = HistoricalRecords()

    class Meta:
        ordering = ["-made_at", "-pk"]
        indexes = [
            models.Index(fields=["standing", "-made_at", "-id"], name="cuts_newest_first"),
            models.Index(fields=["standing", "machine_name", "-made_at"], name="cuts_of_a_machine"),
            models.Index(fields=["standing", "metal", "-made_at"], name="cuts_in_a_metal"),
            models.Index(fields=["cutter", "edge"], name="cuts_of_an_edge"),
            models.Index(fields=["standing", "taken", "has_readings", "-made_at"], name="cuts_learnt_from"),
        ]

    def __str__(self) -> str:
        return self.name


class EdgeEvent(Kept):
    """Something that happened to a cutter's edge: new, sharpened, indexed, chipped, scrapped."""

    slug = models.SlugField(max_length=60, unique=True)
    name = models.CharField(max_length=120)
    note = models.TextField(blank=True, default="")
    cutter = models.ForeignKey(Cutter, on_delete=models.CASCADE, related_name="edge_events")
    kind = models.CharField(max_length=20)
    ground_by = models.CharField(max_length=60, blank=True, default="")
    length_mm = models.FloatField(null=True, blank=True)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="edge_events")
    made_at = models.DateTimeField(default=timezone.now)
    changed_at = models.DateTimeField(auto_now=True)
    history = HistoricalRecords()

    class Meta:
        ordering = ["-made_at", "-pk"]

    def __str__(self) -> str:
        return self.name


class Lessons(models.Model):
    """What the log says, worked out when it was written to; one row. `changes` counts what it could be learnt from, `learnt_at` says at
    which of them it was last worked out; `used` is the shop's switch."""

    used = models.BooleanField(default=True)
    changes = models.PositiveIntegerField(default=0)
    learnt_at = models.PositiveIntegerField(default=0)
    # Another at each working out, in a restored database too: by it a process knows whether what it has read still stands.
    stamp = models.CharField(max_length=16, default="")
    taught = models.JSONField(default=dict)
    told = models.JSONField(default=dict)

    def __str__(self) -> str:
        return f"lessons at {self.learnt_at}"
