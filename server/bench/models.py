"""What really happened at the bench: notes, photographs, steps done, bakes run."""

from __future__ import annotations

from django.db import models

from server.shelf.models import Figure
from windcrest_core.context import BakeDone, Progress


class LogEntry(models.Model):
    """A note or a photograph with its caption."""

    figure = models.ForeignKey(Figure, on_delete=models.CASCADE, related_name="log")
    text = models.TextField(max_length=4000, blank=True)
    picture = models.FileField(upload_to="log", blank=True)
    made = models.DateTimeField(auto_now_add=True)
    deleted = models.DateTimeField(null=True, default=None)

    class Meta:
        ordering = ["-made", "-id"]


class StepDone(models.Model):
    """A step ticked; `snapshot` is what the plan said of it then."""

    figure = models.ForeignKey(Figure, on_delete=models.CASCADE, related_name="steps_done")
    key = models.CharField(max_length=80)
    snapshot = models.JSONField(default=dict)
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["figure", "key"], name="one_tick")]


class BakeRecord(models.Model):
    """The minutes a bake really took."""

    figure = models.ForeignKey(Figure, on_delete=models.CASCADE, related_name="bakes")
    number = models.PositiveIntegerField()
    minutes = models.FloatField()
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["figure", "number"], name="one_bake")]


def progress_of(figure_id: str) -> Progress:
    """What is done of a figure, for the plan."""
    return Progress(
        steps_done=list(
            StepDone.objects.filter(figure_id=figure_id)
            .order_by("key")
            .values_list("key", flat=True)
        ),
        bakes=[
            BakeDone(bake=row.number, minutes=row.minutes)
            for row in BakeRecord.objects.filter(figure_id=figure_id).order_by("number")
        ],
    )
