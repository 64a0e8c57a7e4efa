"""Paper rings to lay round a limb, with a mark at each edge of its stripes, at true size."""

from __future__ import annotations

from windcrest_core.colour.sizes import Ring
from windcrest_core.measures import Units
from windcrest_core.prints.drawn import Line, Map, Word
from windcrest_core.prints.type import LEAST_MM, READ_MM

EDGE_MM, HIGH_MM, TAB_MM, BETWEEN_MM = 1.0, 8.0, 8.0, 11.0
LEAST_WIDE_MM = 128.0


def stripe_guide(rings: list[Ring], units: Units) -> Map:
    """A ring under another, from the tip of the limb up to its root: filled where a stripe is, a tab to glue under the other
    end. Where one stripe less goes round, the last is left off and the others take its room.
    """
    lines: list[Line] = []
    words: list[Word] = []
    low = EDGE_MM
    for n, ring in reversed(list(enumerate(rings, start=1))):
        end, high = EDGE_MM + ring.round_mm, low + HIGH_MM
        lines.append(Line("silhouette", _box(EDGE_MM, end, low, high), True))
        lines.append(Line("shade", _box(end, end + TAB_MM, low, high), True))
        for k in range(ring.stripes):
            left = EDGE_MM + 2 * k * ring.wide_mm
            lines.append(Line("bar", _box(left, left + ring.wide_mm, low, high), True))
            lines.append(Line("bar", ((left, high), (left + ring.wide_mm, low))))
        words.append(
            Word(
                EDGE_MM,
                high + 1.6,
                f"{n}: {units.fine_mm(ring.at_mm)} from the root, {ring.stripes} of {units.fine_mm(ring.wide_mm)}, "
                f"once round {units.fine_mm(ring.round_mm)}",
                LEAST_MM,
            )
        )
        low = high + BETWEEN_MM
    words += [
        Word(EDGE_MM, low + 9.0, "Stripes along a limb", READ_MM, bold=True),
        Word(
            EDGE_MM,
            low + 4.0,
            "Lay each ring round at its place, the grey tab under its end,",
            LEAST_MM,
        ),
        Word(
            EDGE_MM,
            low,
            "first edges in one line; mark every edge and join the marks by eye.",
            LEAST_MM,
        ),
    ]
    widest = max(ring.round_mm for ring in rings)
    wide = max(widest + TAB_MM + 2 * EDGE_MM, LEAST_WIDE_MM)
    return Map(wide, low + 16.0, tuple(lines), tuple(words))


def _box(left: float, right: float, low: float, high: float) -> tuple[tuple[float, float], ...]:
    return ((left, low), (right, low), (right, high), (left, high))
