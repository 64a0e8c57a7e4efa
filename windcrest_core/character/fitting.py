"""The numbers of a body that make it the body of the pictures."""

from __future__ import annotations

import itertools
from collections.abc import Callable
from dataclasses import dataclass

from windcrest_core.body.skeleton import Array, norm
from windcrest_core.character.landmarks import rest_points, spans
from windcrest_core.character.seeing import Seen, out_of_order
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.findings import Fix, fix
from windcrest_core.sheet.bodies import Body
from windcrest_core.sheet.model import FigureSheet, number_ranges

NO_CHANGE = 0.004


class Proposal(Frozen):
    """A number of the body as it is, as the pictures have it, and the change that sets it."""

    id: str
    label: Text
    now: float
    measured: float
    change: Fix


@dataclass(frozen=True)
class _Fitted:
    """A number of the body, and the length of the body at rest that it makes."""

    key: str
    label: Text
    spans: tuple[str, ...]
    length: Callable[[dict[str, Array]], float]


def _between(a: str, b: str) -> Callable[[dict[str, Array]], float]:
    return lambda points: norm(points[a] - points[b])


def _chain(*keys: str) -> Callable[[dict[str, Array]], float]:
    return lambda points: sum(norm(points[a] - points[b]) for a, b in itertools.pairwise(keys))


FITTED = (
    _Fitted("heads_tall", said("character.heads_tall"), ("head",), _between("head", "tip_head")),
    _Fitted("leg_share", "legs", ("hip", "knee"), _chain("hip_r", "knee_r", "ankle_r")),
    _Fitted("neck_length", "neck", ("neck",), _between("neck", "head")),
    _Fitted(
        "arm_length", "arms", ("shoulder", "elbow"), _chain("shoulder_r", "elbow_r", "wrist_r")
    ),
    _Fitted(
        "shoulder_breadth",
        said("character.shoulder_breadth"),
        ("across_shoulder",),
        _between("shoulder_r", "shoulder_l"),
    ),
    _Fitted(
        "hip_breadth", said("character.hip_breadth"), ("across_hip",), _between("hip_r", "hip_l")
    ),
    _Fitted(
        "tail_length",
        "tail",
        ("tail_1", "tail_2", "tail_3"),
        _chain("tail_1", "tail_2", "tail_3", "tip_tail_3"),
    ),
    _Fitted(
        "wing_span",
        said("character.wing_span"),
        ("wing", "wing_tip"),
        _chain("wing_r", "wing_tip_r", "tip_wing_tip_r"),
    ),
)


def proposals(sheet: FigureSheet, views: list[Seen], true: dict[str, float]) -> list[Proposal]:
    """The body's numbers that would give the measured lengths, one after another.

    Each is found by halving its range, since every length grows or shrinks steadily with its number.
    Pictures with landmarks out of order are left out.
    """
    sound = [view for view in views if not out_of_order(sheet.body, view.reference)]
    body, ranges = sheet.body, number_ranges(type(sheet.body))
    found = []
    for row in FITTED:
        mm = _measured(body, row, sound, true)
        if mm is None or row.key not in ranges:
            continue
        now = float(getattr(sheet.body, row.key))
        value = _fitted(body, row, mm / sheet.height_mm, ranges[row.key])
        if value is None:
            continue
        body = body.model_copy(update={row.key: value})
        if abs(value - now) > NO_CHANGE * max(1.0, abs(now)):
            found.append(
                Proposal(
                    id=row.key,
                    label=row.label,
                    now=now,
                    measured=value,
                    change=fix(
                        said("character.take_the_from_the_pictures", row=row.label),
                        (f"body/{row.key}", value),
                    ),
                )
            )
    return found


def _measured(body: Body, row: _Fitted, views: list[Seen], true: dict[str, float]) -> float | None:
    """The measured length of a number, mm: true where two views give it, else the longest seen."""
    by_id = {span.id: span for span in spans(body)}
    total = 0.0
    for key in row.spans:
        sides = [k for k in (key, f"{key}_r", f"{key}_l") if k in by_id]
        known = [true[k] for k in sides if k in true]
        seen = [
            length
            for view in views
            for k in sides
            if (length := view.length(by_id[k].a, by_id[k].b)) is not None
        ]
        if known:
            total += sum(known) / len(known)
        elif seen:
            total += max(seen)
        else:
            return None
    return total


def _fitted(body: Body, row: _Fitted, share: float, ends: tuple[float, float]) -> float | None:
    """The number that makes the length such a share of the height, or None if it does not matter."""

    def length(value: float) -> float:
        return row.length(rest_points(body.model_copy(update={row.key: value})))

    low, high = ends
    if abs(length(high) - length(low)) < 1e-6:
        return None
    rising = length(high) > length(low)
    for _ in range(40):
        middle = (low + high) / 2
        if (length(middle) < share) == rising:
            low = middle
        else:
            high = middle
    return round((low + high) / 2, 3)
