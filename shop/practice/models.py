"""Runs under way, tries at exercises, assessments, sign-offs, and the exercises a lead has written."""

from django.conf import settings
from django.db import models
from django.utils import timezone

from shop.jobs.models import Kept
from shop.records.history import History
from shop.yard.models import Machine

USER = settings.AUTH_USER_MODEL


class Assessment(models.Model):
    """Six holes drawn for somebody, and whether they were passed: None while some are open."""

    slug = models.CharField(max_length=36, unique=True)
    user = models.ForeignKey(USER, on_delete=models.CASCADE, related_name="+")
    holes = models.JSONField()
    began_at = models.DateTimeField(default=timezone.now)
    passed = models.BooleanField(null=True, default=None)

    class Meta:
        ordering = ["-began_at", "-pk"]

    def __str__(self) -> str:
        return self.slug


class PracticeRun(models.Model):
    """What is drilled, by whom, how far it is, and every force it was drilled with. It is no record of the shop's: after some weeks it goes."""

    slug = models.CharField(max_length=36, unique=True)
    user = models.ForeignKey(USER, on_delete=models.CASCADE, related_name="+")
    asked = models.JSONField()
    began_at = models.DateTimeField(auto_now_add=True)
    k = models.PositiveIntegerField(default=0)
    state = models.JSONField()
    # Each step's forces and actions; the last step's answer, given again to whoever asks again.
    steps = models.JSONField(default=list)
    answer = models.JSONField(default=dict)
    # Of an exercise or an assessment's hole: which, what was said beforehand, which of what may be hidden is; and whether it was judged.
    exercise = models.CharField(max_length=80, blank=True, default="")
    assessment = models.ForeignKey(Assessment, on_delete=models.CASCADE, null=True, blank=True, related_name="runs")
    hole = models.PositiveSmallIntegerField(null=True, blank=True)
    said = models.JSONField(default=dict)
    hidden = models.PositiveSmallIntegerField(default=0)
    closed = models.BooleanField(default=False)
    # By which reckoning it is drilled.
    reckoning = models.PositiveSmallIntegerField(default=1)

    class Meta:
        ordering = ["-began_at"]

    def __str__(self) -> str:
        return self.slug


class Try(models.Model):
    """One try at an exercise, or at a hole of an assessment: what was said, what it came to, whether it counts."""

    user = models.ForeignKey(USER, on_delete=models.CASCADE, related_name="+")
    exercise = models.CharField(max_length=80)
    assessment = models.ForeignKey(Assessment, on_delete=models.CASCADE, null=True, blank=True, related_name="tries")
    hole = models.PositiveSmallIntegerField(null=True, blank=True)
    run = models.CharField(max_length=36, blank=True, default="")
    at = models.DateTimeField(default=timezone.now)
    answers = models.JSONField(default=list)
    share = models.FloatField()
    score = models.FloatField(null=True, blank=True)
    end = models.CharField(max_length=20, blank=True, default="")
    first = models.CharField(max_length=40, blank=True, default="")
    passes = models.BooleanField()
    against = models.JSONField(default=list)

    class Meta:
        ordering = ["at", "pk"]

    def __str__(self) -> str:
        return f"{self.exercise}: {self.score}"


class SignOff(models.Model):
    """Somebody signed off for a machine by a lead: what was watched, the words of its limits, until when; withdrawn by whom and why. `fits`:
    what of the machine it was given for; it lapses when that changes."""

    slug = models.CharField(max_length=36, unique=True)
    person = models.ForeignKey(USER, on_delete=models.CASCADE, related_name="+")
    machine = models.ForeignKey(Machine, on_delete=models.SET_NULL, null=True, related_name="+")
    machine_name = models.CharField(max_length=120)
    machine_revision = models.PositiveIntegerField()
    fits = models.CharField(max_length=64)
    by = models.ForeignKey(USER, on_delete=models.SET_NULL, null=True, related_name="+")
    at = models.DateTimeField(default=timezone.now)
    watched = models.TextField()
    limits = models.TextField(blank=True, default="")
    tries = models.JSONField(default=list)
    expires_at = models.DateField()
    withdrawn_at = models.DateTimeField(null=True, blank=True)
    withdrawn_by = models.ForeignKey(USER, on_delete=models.SET_NULL, null=True, blank=True, related_name="+")
    withdrawn_why = models.TextField(blank=True, default="")

    class Meta:
        ordering = ["-at", "-pk"]

    def __str__(self) -> str:
        return self.machine_name


class OwnExercise(Kept):
    """An exercise a lead has written, as the core reads it, and what the hands that go by a rule came to in it before it was given out."""

    slug = models.SlugField(max_length=80, unique=True)
    name = models.CharField(max_length=120)
    note = models.TextField(blank=True, default="")
    data = models.JSONField()
    tried = models.JSONField(default=list)
    core_version = models.CharField(max_length=20)
    made_by = models.ForeignKey(USER, on_delete=models.PROTECT, related_name="+")
    made_at = models.DateTimeField(default=timezone.now)
    changed_at = models.DateTimeField(auto_now=True)
    history = History()

    class Meta:
        ordering = ["made_at", "pk"]

    def __str__(self) -> str:
        return self.name
