"""What is done of a figure."""

from __future__ import annotations

from server.shelf.models import BakeRecord, BuiltRecord, MishapRecord, StepDone
from windcrest_core.given.progress import BakeDone, Built, Mishap, Progress


def progress_of(figure_id: str) -> Progress:
    """What is done of a figure, for the plan."""
    return Progress(
        steps_done=list(
            StepDone.objects.filter(figure_id=figure_id)
            .order_by("key")
            .values_list("key", flat=True)
        ),
        bakes=[
            BakeDone(
                bake=row.number,
                minutes=row.minutes,
                steps=row.steps,
                dial_c=row.dial_c,
                air_c=row.air_c,
            )
            for row in BakeRecord.objects.filter(figure_id=figure_id).order_by("number")
        ],
        mishaps=[
            Mishap(
                id=row.key,
                kind=row.kind,  # type: ignore[arg-type]
                part=row.part,
                way=row.way,
                after_bake=row.after_bake,
            )
            for row in MishapRecord.objects.filter(figure_id=figure_id)
        ],
        built=[
            Built(part=row.part, kind=row.kind, value=row.value)  # type: ignore[arg-type]
            for row in BuiltRecord.objects.filter(figure_id=figure_id).order_by("part", "kind")
        ],
    )
