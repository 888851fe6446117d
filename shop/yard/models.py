"""Machines with their stages, cutters, and the shop's own materials. What is searched by is a column; the rest of a
record is the core's own object for it, as the table of fields has it."""

from typing import Any

from django.db import models

from shop.records.history import History
from shop.records.standing import Standing

Spec = dict[str, Any]


class Record(Standing):
    """What every record of the yard has: a stable slug, a name, notes, and when it last changed."""

    slug = models.SlugField(max_length=60, unique=True)
    name = models.CharField(max_length=120)
    note = models.TextField(blank=True, default="")
    changed_at = models.DateTimeField(auto_now=True)
    revision = models.PositiveIntegerField(default=1)

    class Meta:
        abstract = True
        ordering = ["name"]

    def __str__(self) -> str:
        return self.name


class Machine(Record):
    """A machine that stands in the yard; its speeds are stages of their own."""

    kind = models.CharField(max_length=30)
    spec = models.JSONField(default=dict)
    history = History()

    def as_spec(self) -> Spec:
        """The machine as a case has it."""
        spindle = self.spec.get("spindle", {}) | {"stages": [stage.as_spec() for stage in self.stages.all()]}
        return {**self.spec, "kind": self.kind, "name": self.name, "spindle": spindle}


class Stage(models.Model):
    """One speed a machine's spindle has, fixed or a range."""

    machine = models.ForeignKey(Machine, on_delete=models.CASCADE, related_name="stages")
    position = models.PositiveSmallIntegerField()
    name = models.CharField(max_length=60, blank=True, default="")
    speed_rpm = models.FloatField(null=True, blank=True)
    min_rpm = models.FloatField(null=True, blank=True)
    max_rpm = models.FloatField(null=True, blank=True)
    spec = models.JSONField(default=dict)
    history = History()

    class Meta:
        ordering = ["position"]
        constraints = [models.UniqueConstraint(fields=["machine", "position"], name="one_stage_a_position")]

    def __str__(self) -> str:
        return f"{self.machine.name}: {self.name}"

    def as_spec(self) -> Spec:
        """The stage as a case has it."""
        speeds = {name: getattr(self, name) for name in ("speed_rpm", "min_rpm", "max_rpm") if getattr(self, name) is not None}
        return {**self.spec, "name": self.name or None, **speeds}


class Cutter(Record):
    """A cutter in the crib."""

    family = models.CharField(max_length=30)
    diameter_mm = models.FloatField()
    spec = models.JSONField(default=dict)
    count = models.PositiveIntegerField(default=1)
    place = models.CharField(max_length=60, blank=True, default="")
    # The lid of the box it belongs to, as `bore.cutters.sets` reads it; empty for a single.
    set_name = models.CharField(max_length=200, blank=True, default="")
    # What it costs to keep an edge on it: see `shop.yard.costs`.
    costs = models.JSONField(default=dict, blank=True)
    # What the log has measured of its edges; worked out when the log is written to, no change of the cutter's own.
    measured = models.JSONField(default=dict, blank=True)
    # Whether the measured lives stand in the place of those that were typed.
    uses_measured = models.BooleanField(default=True)
    history = History()

    class Meta(Record.Meta):
        ordering = ["diameter_mm", "name"]

    @property
    def counted_costs(self) -> Spec:
        """Its costs, with what the log has measured of its edges where that is enough and wanted."""
        return {**self.costs, **(self.measured.get("costs", {}) if self.uses_measured else {})}

    def as_spec(self) -> Spec:
        """The cutter as a case has it."""
        return {**self.spec, "family": self.family, "diameter_mm": self.diameter_mm}


class Material(Record):
    """A metal the shop knows better than the table does."""

    iso_group = models.CharField(max_length=1)
    spec = models.JSONField(default=dict)
    history = History()

    def as_spec(self) -> Spec:
        """The material as a case has it."""
        return {**self.spec, "name": self.name, "iso_group": self.iso_group}
