"""Figures of a person, and every change that was ever made to them."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from windcrest_core.findings import Operation
from windcrest_core.sheet import FigureSheet, load_sheet


def _new_id() -> str:
    return uuid.uuid4().hex


class Figure(models.Model):
    """A figure sheet and where its history stands. The stacks hold revision numbers.

    `pinned` is the context a finished figure keeps; while empty, house rules and stores as they are
    now apply; `pinned_plan` is the plan of then, JSON in gzip. `reach` is what a brush was last found to reach on it.
    """

    id = models.CharField(primary_key=True, max_length=32, default=_new_id, editable=False)
    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="figures"
    )
    sheet_json = models.JSONField()
    revision = models.PositiveIntegerField(default=1)
    undo_stack = models.JSONField(default=list)
    redo_stack = models.JSONField(default=list)
    pinned = models.JSONField(null=True, default=None)
    pinned_plan = models.BinaryField(null=True, default=None)
    reach = models.JSONField(null=True, default=None)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)
    deleted = models.DateTimeField(null=True, default=None)

    _read: tuple[object, FigureSheet] | None = None

    class Meta:
        ordering = ["created"]

    @property
    def sheet(self) -> FigureSheet:
        """The sheet as it is stored, read once for every document."""
        if self._read is None or self._read[0] is not self.sheet_json:
            self._read = (self.sheet_json, load_sheet(self.sheet_json))
        return self._read[1]


class Revision(models.Model):
    """One change: what was done, what takes it back, and the device it came from.

    `brought` where it brought the sheet to a newer version: what was done before was written for the old shape, so
    undo stops here.
    """

    figure = models.ForeignKey(Figure, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    label = models.CharField(max_length=200)
    operations = models.JSONField(default=list)
    inverse = models.JSONField(default=list)
    device = models.CharField(max_length=64, blank=True, default="")
    brought = models.BooleanField(default=False)
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["figure", "number"], name="one_revision")]
        ordering = ["number"]

    @property
    def forward(self) -> list[Operation]:
        return [Operation.model_validate(row) for row in self.operations]

    @property
    def back(self) -> list[Operation]:
        return [Operation.model_validate(row) for row in self.inverse]


class ReferencePicture(models.Model):
    """The picture of a reference of the sheet; kept while the sheet may come back to it."""

    figure = models.ForeignKey(Figure, on_delete=models.CASCADE, related_name="pictures")
    key = models.CharField(max_length=40)
    picture = models.FileField(upload_to="references")
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["figure", "key"], name="one_picture")]


class StepDone(models.Model):
    """A step ticked; `snapshot` is what the plan said of it then, in mm, g and °C whatever the person's units."""

    figure = models.ForeignKey(Figure, on_delete=models.CASCADE, related_name="steps_done")
    key = models.CharField(max_length=80)
    snapshot = models.JSONField(default=dict)
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        db_table = "bench_stepdone"
        constraints = [models.UniqueConstraint(fields=["figure", "key"], name="one_tick")]


class BakeRecord(models.Model):
    """The minutes a bake really took, the keys of what went in raw, and the air where it was
    measured, every 15 s; `live` is how it was followed, where it was, `dial_c` the dial of the load it was in with
    other figures'."""

    figure = models.ForeignKey(Figure, on_delete=models.CASCADE, related_name="bakes")
    number = models.PositiveIntegerField()
    live = models.ForeignKey(
        "bench.LiveBake", on_delete=models.SET_NULL, null=True, related_name="+"
    )
    minutes = models.FloatField()
    steps = models.JSONField(default=list)
    dial_c = models.FloatField(null=True, default=None)
    air_c = models.JSONField(default=list)
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        db_table = "bench_bakerecord"
        constraints = [models.UniqueConstraint(fields=["figure", "number"], name="one_bake")]


class MishapRecord(models.Model):
    """Something that went wrong with a part, and the way on that was taken."""

    figure = models.ForeignKey(Figure, on_delete=models.CASCADE, related_name="mishaps")
    key = models.CharField(max_length=40)
    kind = models.CharField(max_length=20)
    part = models.CharField(max_length=40)
    way = models.CharField(max_length=40)
    after_bake = models.PositiveIntegerField(default=0)
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        db_table = "bench_mishaprecord"
        constraints = [models.UniqueConstraint(fields=["figure", "key"], name="one_mishap")]
        ordering = ["pk"]


class BuiltRecord(models.Model):
    """What was measured of a part as it was made: its wall, mm, or what it weighs, g."""

    figure = models.ForeignKey(Figure, on_delete=models.CASCADE, related_name="built")
    part = models.CharField(max_length=40)
    kind = models.CharField(max_length=10)
    value = models.FloatField()
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["figure", "part", "kind"], name="built_once")
        ]
        ordering = ["pk"]


class DigestRecord(models.Model):
    """What lists need of a figure's plan: kept under the fingerprints of what the plan reads of the figure itself
    and of all that is given besides. A cache: it can be thrown away."""

    figure = models.OneToOneField(
        Figure, on_delete=models.CASCADE, primary_key=True, related_name="digest"
    )
    own = models.CharField(max_length=64)
    given = models.CharField(max_length=64)
    card = models.TextField()
    work = models.TextField()
    takes = models.TextField()
    made = models.DateTimeField(auto_now=True)
