"""Calipers on the work: which lengths to take, and what they say of it."""

from __future__ import annotations

import numpy as np

from windcrest_core.body.solids import FRONT
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.character.calipers import thirty_seconds
from windcrest_core.character.landmarks import Span, landmark_points, spans
from windcrest_core.errors import Fault, SheetError
from windcrest_core.facts import Frozen, Text
from windcrest_core.plan import Plan
from windcrest_core.sheet.landmarks import landmark_ids
from windcrest_core.work.checks.advice import advice
from windcrest_core.work.checks.check import Told
from windcrest_core.work.checks.compare import POSED, differences_of, length_of, pair_of
from windcrest_core.work.checks.marked import Stage

ASKED = 5
SURE_MM: dict[Stage, float] = {
    "wire": 0.5,
    "raw": 1.0,
    "baked": 0.5,
}  # two points, found by hand [A]
HEADS = 3.0  # so much more an error of the face is seen than any other [A]
LEAST_MM, MOST_MM = 1.0, 2000.0
SLIPS = (10.0, 0.1, 25.4, 1 / 25.4, 2.54, 1 / 2.54)
NEAR = 0.15  # of what was wanted: so near it is what was meant
ODD = 2.5  # times too long or too short, and it is asked about


class ToMeasure(Frozen):
    """A length to be taken, mm, on both sides where the body has two: `of` are the ids, right before left, `ends` the
    landmarks each lies between."""

    of: list[str]
    ends: list[tuple[str, str]]
    label: str
    mm: list[float]
    inches: list[str]


class Tapped(Frozen):
    """A landmark that a length ends at, as seen from the front, mm: leftwards of the figure's middle, and up."""

    id: str
    label: str
    at: tuple[float, float]


class Slip(Frozen):
    """A reading that cannot well be, and what may have been meant, mm; None where nothing is near."""

    id: str
    label: str
    read_mm: float
    wanted_mm: float
    meant_mm: float | None


class Measured(Frozen):
    told: list[Told]
    slips: list[Slip]


def _lengths(work: Workpiece) -> dict[str, tuple[Span, float]]:
    points = landmark_points(work.figure.bones, work.sheet.body)
    return {
        span.id: (span, float(np.linalg.norm(points[span.b] - points[span.a])))
        for span in spans(work.sheet.body)
    }


def length_labels(work: Workpiece) -> dict[str, str]:
    """The lengths of the figure that no pose changes, by id, with their names."""
    return {key: str(span.label) for key, (span, _) in _lengths(work).items() if key not in POSED}


def planned_mm(work: Workpiece) -> dict[str, float]:
    """Every length of the figure as it is planned, mm, by id."""
    return {key: mm for key, (_, mm) in _lengths(work).items()}


def to_measure(work: Workpiece, stage: Stage, most: int = ASKED) -> list[ToMeasure]:
    """The lengths whose errors would hurt most at this stage: on the wire what carries most beyond it, on clay what
    there is most of, and the face before all."""
    lengths = _lengths(work)
    weight = _beyond_g(work) if stage == "wire" else _own_g(work)
    rows: dict[str, list[tuple[Span, float]]] = {}
    for span, mm in lengths.values():
        if span.id not in POSED and mm >= LEAST_MM:
            rows.setdefault(span.pair or span.id, []).append((span, mm))

    def hurts(row: list[tuple[Span, float]]) -> float:
        span, mm = row[0]
        grams = weight.get(span.id, 0.0)
        face = HEADS if span.id == "head" and stage != "wire" else 1.0
        return face * grams * mm

    worst = sorted(rows.values(), key=lambda row: (-hurts(row), row[0][0].id))[:most]
    return [
        ToMeasure(
            of=[span.id for span, _ in row],
            ends=[(span.a, span.b) for span, _ in row],
            label=row[0][0].label.removeprefix("right ") if len(row) > 1 else row[0][0].label,
            mm=[round(mm, 2) for _, mm in row],
            inches=[thirty_seconds(mm) for _, mm in row],
        )
        for row in worst
    ]


def to_tap(work: Workpiece, rows: list[ToMeasure]) -> list[Tapped]:
    """The points that lengths lie between, to be tapped on the figure."""
    used = {mark for row in rows for ends in row.ends for mark in ends}
    labels = landmark_ids(work.sheet.body)
    points = landmark_points(work.figure.bones, work.sheet.body)
    found = []
    for key in points:
        if key in used:
            u, v = (FRONT @ points[key]).tolist()
            found.append(Tapped(id=key, label=labels[key], at=(round(u, 2), round(v, 2))))
    return found


def _own_g(work: Workpiece) -> dict[str, float]:
    found: dict[str, float] = {}
    for piece in work.figure.pieces:
        mass = work.masses[piece.part.id]
        found[piece.part.bone] = found.get(piece.part.bone, 0.0) + mass.skin_g + mass.core_g
    return found


def _beyond_g(work: Workpiece) -> dict[str, float]:
    own = _own_g(work)
    total = dict.fromkeys(work.figure.bones, 0.0)
    for joint in work.figure.bones:
        at: str | None = joint
        while at is not None:
            total[at] += own.get(joint, 0.0)
            at = work.figure.bones[at].parent
    return total


def measured(work: Workpiece, plan: Plan, stage: Stage, read_mm: dict[str, float]) -> Measured:
    """What readings say, by length; those that cannot well be are asked about and count for nothing.

    Raises
    ------
    SheetError : no such length, or out of what calipers reach.
    """
    lengths = _lengths(work)
    faults = [
        Fault(f"read/{key}", mm, f"a length of this figure: {', '.join(lengths)}")
        for key, mm in read_mm.items()
        if key not in lengths
    ]
    faults += [
        Fault(f"read/{key}", mm, f"{LEAST_MM:g} to {MOST_MM:g} mm")
        for key, mm in read_mm.items()
        if not LEAST_MM <= mm <= MOST_MM
    ]
    if faults:
        raise SheetError(faults)
    slips = [slip for key, mm in read_mm.items() if (slip := _slip(*lengths[key], mm)) is not None]
    asked = {slip.id for slip in slips}
    sure = SURE_MM[stage]
    rows = {
        key: length_of(work, stage, lengths[key][0], mm, lengths[key][1], sure)
        for key, mm in read_mm.items()
        if key not in asked
    }
    pairs = [
        pair_of(work, stage, lengths[key][0], row, rows[f"{key[:-1]}l"])
        for key, row in rows.items()
        if lengths[key][0].pair is not None and key.endswith("_r") and f"{key[:-1]}l" in rows
    ]
    return Measured(
        told=[
            Told(difference=row, matters=row.matters, todo=advice(work, plan, stage, row))
            for row in differences_of([*rows.values(), *pairs])
        ],
        slips=slips,
    )


def _slip(span: Span, wanted: float, mm: float) -> Slip | None:
    if wanted / ODD <= mm <= wanted * ODD:
        return None
    meant = min((mm * by for by in SLIPS), key=lambda one: abs(one - wanted))
    near = abs(meant - wanted) <= NEAR * wanted
    label: Text = span.label
    return Slip(
        id=span.id,
        label=str(label),
        read_mm=mm,
        wanted_mm=wanted,
        meant_mm=round(meant, 2) if near else None,
    )
