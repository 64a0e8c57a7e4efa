"""Take and run loads of the oven that figures share."""

from __future__ import annotations

from collections.abc import Sequence

from django.contrib.auth.models import User
from django.utils import timezone

from server.bench.begun import contents_of
from server.bench.models import LiveBake, LoadBake, OvenLoad
from server.problems import Problem
from server.shelf.models import Figure
from windcrest_core.bake.model import BakePlan
from windcrest_core.work.calendar import BakeOf


def take_load(owner: User, bakes: Sequence[BakeOf]) -> OvenLoad:
    """Hold bakes for one another."""
    load = OvenLoad.objects.create(owner=owner)
    LoadBake.objects.bulk_create(
        LoadBake(load=load, figure_id=bake.figure, step=bake.key) for bake in bakes
    )
    return load


def refuse_second(owner_id: int) -> None:
    """There is one oven.

    Raises
    ------
    Problem : something is in it.
    """
    running = LiveBake.objects.filter(figure__owner_id=owner_id, ended=None).first()
    if running is not None:
        raise Problem(
            409,
            f"Bake {running.number} of {running.figure.sheet.name} is running already; end it there before another "
            "is begun.",
        )


def begin_load(load: OvenLoad, bakes: Sequence[tuple[Figure, BakePlan]], speed: float) -> None:
    """All of it is in the oven from now on, at the dial of the one that wants it hottest."""
    refuse_second(load.owner_id)
    now = timezone.now()
    dial_c = max(bake.dial_c.value for _, bake in bakes)
    LiveBake.objects.bulk_create(
        LiveBake(
            figure=figure,
            number=bake.number,
            contents=contents_of(figure),
            load=load,
            dial_c=dial_c,
            speed=speed,
            started=now,
        )
        for figure, bake in bakes
    )
    load.begun = now
    load.save(update_fields=["begun"])
