"""Products mixed by oneself: a pass of one goes on as what the mixture counts as."""

from __future__ import annotations

from collections.abc import Sequence

from windcrest_core.given.stores import Mixture
from windcrest_core.sheet.colour import Area, Pass


def counted_as(areas: Sequence[Area], mixtures: Sequence[Mixture]) -> list[Area]:
    """The areas with medium and share of every pass that is of a mixture in Stores; others as they say themselves."""
    known = {row.id: row for row in mixtures}
    return [
        area.model_copy(update={"passes": [_counted(row, known) for row in area.passes]})
        if any(row.mixture in known for row in area.passes)
        else area
        for area in areas
    ]


def _counted(row: Pass, known: dict[str, Mixture]) -> Pass:
    if row.mixture not in known:
        return row
    of = known[row.mixture]
    return row.model_copy(update={"medium": of.medium, "share": row.share or of.share})
