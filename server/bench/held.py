"""Loads of the oven that were taken and are still to come."""

from __future__ import annotations

from server.bench.models import OvenLoad
from windcrest_core.work.calendar import BakeOf


def held_loads(owner_id: int) -> dict[str, list[BakeOf]]:
    """The bakes that wait for one another, by the key of their load."""
    rows = OvenLoad.objects.filter(owner_id=owner_id, begun=None).prefetch_related("bakes")
    return {
        load.key: [BakeOf(bake.figure_id, bake.step) for bake in load.bakes.all()] for load in rows
    }
