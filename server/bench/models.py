"""What really happened at the bench: notes, photographs, steps done, bakes run."""

from __future__ import annotations

import hashlib
import secrets

from django.conf import settings
from django.db import models

from server.shelf.models import Figure
from windcrest_core.prints.agenda import Agenda
from windcrest_core.stock.steady import Reading


class LogEntry(models.Model):
    """A note or a photograph with its caption; `marks` and what was `found` by them where it was held against the
    plan."""

    figure = models.ForeignKey(Figure, on_delete=models.CASCADE, related_name="log")
    text = models.TextField(max_length=4000, blank=True)
    picture = models.FileField(upload_to="log", blank=True)
    marks = models.JSONField(null=True, default=None)
    found = models.JSONField(default=list)
    made = models.DateTimeField(auto_now_add=True)
    deleted = models.DateTimeField(null=True, default=None)

    class Meta:
        ordering = ["-made", "-id"]


def new_bake_key() -> str:
    return secrets.token_urlsafe(12)


class OvenLoad(models.Model):
    """Bakes of several figures that go into the oven together; over once they were in."""

    key = models.CharField(max_length=16, unique=True, default=new_bake_key)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    made = models.DateTimeField(auto_now_add=True)
    begun = models.DateTimeField(null=True, default=None)

    class Meta:
        ordering = ["made", "pk"]


class LoadBake(models.Model):
    """A bake that is in a load, by the key of its step."""

    load = models.ForeignKey(OvenLoad, on_delete=models.CASCADE, related_name="bakes")
    figure = models.ForeignKey(Figure, on_delete=models.CASCADE, related_name="loads")
    step = models.CharField(max_length=80)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["load", "figure"], name="once_in_a_load")]
        ordering = ["pk"]


class LiveBake(models.Model):
    """A bake that was begun. Time in the oven runs `speed` times as fast as the clock, which is 1 but
    for a stand-in oven that is hurried along.

    It is known by its `key`; `number` is what it was called in the plan of then. `contents` are the figure, house
    rules with stores, and progress it was begun with (see `begun`), kept until it is over. In with bakes of other
    figures it is one of a `load`, all at the dial of `dial_c`.
    """

    key = models.CharField(max_length=16, unique=True, default=new_bake_key)
    figure = models.ForeignKey(Figure, on_delete=models.CASCADE, related_name="live_bakes")
    number = models.PositiveIntegerField()
    contents = models.JSONField(null=True, default=None)
    load = models.ForeignKey(
        OvenLoad, on_delete=models.SET_NULL, null=True, default=None, related_name="live"
    )
    dial_c = models.FloatField(null=True, default=None)
    speed = models.FloatField(default=1.0)
    started = models.DateTimeField()
    ended = models.DateTimeField(null=True, default=None)

    class Meta:
        ordering = ["-started", "-pk"]


class BakeReading(models.Model):
    """Air beside the piece, seconds of the bake's own time after it was begun, by the probe that
    measured it; none where it was read in."""

    bake = models.ForeignKey(LiveBake, on_delete=models.CASCADE, related_name="readings")
    device = models.ForeignKey(
        "Device", on_delete=models.SET_NULL, null=True, related_name="bake_readings"
    )
    at_s = models.FloatField()
    temp_c = models.FloatField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["bake", "device", "at_s"], name="one_reading")
        ]
        ordering = ["at_s"]


class Timer(models.Model):
    """A deadline the server keeps, so that every device and a reload agree; it rings until it is
    stopped."""

    figure = models.ForeignKey(Figure, on_delete=models.CASCADE, related_name="timers")
    label = models.CharField(max_length=120)
    step = models.CharField(max_length=80, blank=True)
    ends = models.DateTimeField()
    stopped = models.DateTimeField(null=True, default=None)
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["ends", "pk"]


KEPT_READINGS = 40


class Device(models.Model):
    """A scale, a probe or a caliper at the bench. It shows a token with each reading; of that only the hash is kept.

    `recent` are the last readings of a scale, oldest first, `spanned_mm` the last of a caliper and `spanned` when.
    """

    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="devices"
    )
    name = models.CharField(max_length=40)
    token_hash = models.CharField(max_length=64, unique=True)
    made = models.DateTimeField(auto_now_add=True)
    revoked = models.DateTimeField(null=True, default=None)
    heard = models.DateTimeField(null=True, default=None)
    recent = models.JSONField(default=list)
    spanned_mm = models.FloatField(null=True, default=None)
    spanned = models.DateTimeField(null=True, default=None)

    class Meta:
        ordering = ["made", "pk"]

    @property
    def readings(self) -> list[Reading]:
        return [Reading.model_validate(row) for row in self.recent]


def hash_of(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()


def new_token() -> str:
    return secrets.token_urlsafe(24)


class AgendaTold(models.Model):
    """What a person's own calendar program was last told of the bench."""

    owner = models.OneToOneField(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+"
    )
    body = models.JSONField(default=dict)

    @property
    def agenda(self) -> Agenda:
        return Agenda.model_validate(self.body)
