"""Every length of the figure as calipers find it, and as it is seen in front and from the side."""

from __future__ import annotations

from windcrest_core.body.skeleton import norm
from windcrest_core.body.solids import FRONT, SIDE
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.character.landmarks import landmark_points, spans
from windcrest_core.facts import Frozen

PER_INCH = 32
SHORT = 0.93  # seen at less of its length than this, it is said to be foreshortened [A]


class CaliperRow(Frozen):
    """A length between two landmarks, mm: as it is, and as either elevation shows it."""

    id: str
    label: str
    true_mm: float
    front_mm: float
    side_mm: float
    true_in: str


def thirty_seconds(mm: float) -> str:
    """A length in inches to the nearest 1/32.

    Examples
    --------
    >>> thirty_seconds(25.4), thirty_seconds(30.0), thirty_seconds(7.9)
    ('1"', '1 3/16"', '5/16"')
    """
    count = round(mm / 25.4 * PER_INCH)
    whole, part = divmod(count, PER_INCH)
    below = PER_INCH
    while part and part % 2 == 0:
        part, below = part // 2, below // 2
    words = [str(whole)] if whole or not part else []
    return " ".join([*words, *([f"{part}/{below}"] if part else [])]) + '"'


def caliper_rows(work: Workpiece) -> list[CaliperRow]:
    """Every length between landmarks of the posed figure."""
    body = work.sheet.body
    points = landmark_points(work.figure.bones, body)
    rows = []
    for span in spans(body):
        way = points[span.b] - points[span.a]
        true = norm(way)
        rows.append(
            CaliperRow(
                id=span.id,
                label=span.label,
                true_mm=true,
                front_mm=norm(FRONT @ way),
                side_mm=norm(SIDE @ way),
                true_in=thirty_seconds(true),
            )
        )
    return rows
