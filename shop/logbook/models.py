"""Cuts as they were made, troubles, what happened to the edges of the crib, runs handed over, and what the log says of the next cut."""

from django.conf import settings
from django.db import models
from django.utils import timezone

from shop.jobs.models import Kept, SavedPart, SavedPlan
from shop.records.history import History
from shop.yard.models import Cutter, Machine


class AtWork(Kept):
    """Something written down beside a machine, of a hole of a plan or part: by whom, when, what was asked and what the core answered.

    `slug` is the name the phone gave it, so that what is sent twice is there once; `rev` the phone's own count of its changes."""

    slug = models.CharField(max_length=36, unique=True)
    rev = models.PositiveIntegerField(default=1)
    name = models.CharField(max_length=240)
    note = models.TextField(blank=True, default="")
    plan = models.ForeignKey(SavedPlan, on_delete=models.SET_NULL, null=True, blank=True, related_name="+")
    # Of a part: which, and the hole's letter there.
    part = models.ForeignKey(SavedPart, on_delete=models.SET_NULL, null=True, blank=True, related_name="+")
    letter = models.CharField(max_length=3, blank=True, default="")
    step = models.PositiveSmallIntegerField(null=True, blank=True)
    hole_no = models.PositiveIntegerField(default=1)
    machine = models.ForeignKey(Machine, on_delete=models.SET_NULL, null=True, blank=True, related_name="+")
    machine_name = models.CharField(max_length=120)
    case = models.JSONField()
    answer = models.JSONField()
    core_version = models.CharField(max_length=20)
    seen = models.JSONField(default=list, blank=True)
    demo = models.BooleanField(default=False)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    made_at = models.DateTimeField(default=timezone.now)
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        abstract = True
        ordering = ["-made_at", "-pk"]

    def __str__(self) -> str:
        return self.name


class Cut(AtWork):
    """One cut, or a run of holes that went alike: what had been said, what was read, measured and seen. `answer`: what it was of, what had
    been said of it, its readings, as the core answered on the day."""

    holes = models.PositiveIntegerField(default=1)
    cutter = models.ForeignKey(Cutter, on_delete=models.SET_NULL, null=True, blank=True, related_name="cuts")
    # How many times the cutter had been given an edge by then.
    edge = models.PositiveIntegerField(default=0)
    metal = models.CharField(max_length=120)
    family = models.CharField(max_length=30)
    diameter_mm = models.FloatField()
    depth_mm = models.FloatField()
    # What a hole was said to take, s; None where it would not have cut.
    time_s = models.FloatField(null=True, blank=True)
    outcome = models.CharField(max_length=20)
    size = models.JSONField(default=dict, blank=True)
    # Whether it is learnt from, and whether somebody has stood by a reading that looked wrong.
    taken = models.BooleanField(default=True)
    confirmed = models.BooleanField(default=False)
    has_readings = models.BooleanField(default=False)
    history = History()

    class Meta(AtWork.Meta):
        indexes = [
            models.Index(fields=["standing", "-made_at", "-id"], name="cuts_newest_first"),
            models.Index(fields=["standing", "machine_name", "-made_at"], name="cuts_of_a_machine"),
            models.Index(fields=["standing", "metal", "-made_at"], name="cuts_in_a_metal"),
            models.Index(fields=["cutter", "edge"], name="cuts_of_an_edge"),
            models.Index(fields=["standing", "taken", "has_readings", "-made_at"], name="cuts_learnt_from"),
        ]


class Trouble(AtWork):
    """What's wrong? asked beside a machine: what was seen, and what the core made of it. `helped`: what became of it, where somebody said."""

    helped = models.CharField(max_length=10, blank=True, default="")
    history = History()


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
    history = History()

    class Meta:
        ordering = ["-made_at", "-pk"]

    def __str__(self) -> str:
        return self.name


class HandOver(models.Model):
    """A run at a machine that one leaves and another takes up: where it stands, as the browser had it, with a line. It is no record of the
    shop's for long: after some weeks it goes."""

    slug = models.CharField(max_length=36, unique=True)
    name = models.CharField(max_length=120)
    note = models.CharField(max_length=400, blank=True, default="")
    run = models.JSONField()
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    taken_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, blank=True, related_name="+")
    taken_at = models.DateTimeField(null=True, blank=True)

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
