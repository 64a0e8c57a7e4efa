"""Reference pictures measured: lengths between landmarks, how far left and right differ, and which
numbers of the body they ask for.

A length in a picture is a projection: it is never longer than the true one. Seen from the front and
from the side it is L = √(dx² + dy² + dz²).
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from windcrest_core.body.skeleton import Array
from windcrest_core.body.solids import FRONT, SIDE
from windcrest_core.character.calipers import SHORT
from windcrest_core.character.landmarks import crown_of, rest_points, spans
from windcrest_core.findings import Fix, Frozen, fix
from windcrest_core.sheet.bodies import Body
from windcrest_core.sheet.landmarks import landmark_ids
from windcrest_core.sheet.model import FigureSheet, Point, Reference, number_ranges

ORDER = (("crown", "chin"), ("chin", "hip"), ("hip", "knee"), ("knee", "ankle"))
NO_CHANGE = 0.004
STABLE = ("neck", "head", "tip_head", "hip_r", "hip_l", "stem_1", "tier_1")


class Measure(Frozen):
    """A length found in pictures, mm on the figure, beside what the figure has.

    `true_mm` is there where two views give it; `of_stature` is its share of crown to sole in the same
    picture, where both are marked; `note` says where it is seen short.
    """

    id: str
    label: str
    kind: str
    seen_mm: float
    true_mm: float | None
    of_stature: float | None = None
    figure_mm: float
    note: str


class Residual(Frozen):
    """The same length left and right in one picture."""

    label: str
    left_mm: float
    right_mm: float
    percent: float


class Proposal(Frozen):
    """A number of the body as it is, as the pictures have it, and the change that sets it."""

    id: str
    label: str
    now: float
    measured: float
    change: Fix


class Reading(Frozen):
    """What one picture says; `per_px_mm` is null until it has a scale.

    `place` is where it lies behind its elevation: left, top, width and height, mm.
    """

    reference: str
    per_px_mm: float | None
    place: tuple[float, float, float, float] | None
    measures: list[Measure]
    residuals: list[Residual]
    troubles: list[str]


class Pictures(Frozen):
    readings: list[Reading]
    true_lengths: list[Measure]
    proposals: list[Proposal]


@dataclass(frozen=True)
class _Seen:
    """A picture's landmarks in mm: right on the paper, and up."""

    reference: Reference
    per_px_mm: float
    points: dict[str, Array]

    def length(self, a: str, b: str) -> float | None:
        if a not in self.points or b not in self.points:
            return None
        return float(np.linalg.norm(self.points[a] - self.points[b]))


def per_px_mm(sheet: FigureSheet, reference: Reference) -> float | None:
    """Millimetres of the figure that one pixel is, or None without a scale.

    Examples
    --------
    >>> from windcrest_core.new_figure import new_sheet
    >>> from windcrest_core.sheet.model import LengthScale
    >>> scale = LengthScale(a=(0.5, 0.0), b=(0.5, 1.0), length_mm=200.0)
    >>> picture = Reference(id="p", label="p", width_px=100, height_px=400, scale=scale)
    >>> per_px_mm(new_sheet("A", "biped", 300.0), picture)
    0.5
    """
    scale = reference.scale
    if scale is None:
        return None
    a, b = (scale.a, scale.b) if scale.kind == "length" else (scale.crown, scale.sole)
    mm = scale.length_mm if scale.kind == "length" else sheet.height_mm
    apart = math.hypot((a[0] - b[0]) * reference.width_px, (a[1] - b[1]) * reference.height_px)
    return mm / apart


def _seen(sheet: FigureSheet, reference: Reference) -> _Seen | None:
    scale = per_px_mm(sheet, reference)
    if scale is None:
        return None

    def mm(point: Point) -> Array:
        return np.array(
            [point[0] * reference.width_px * scale, -point[1] * reference.height_px * scale]
        )

    return _Seen(reference, scale, {key: mm(at) for key, at in reference.landmarks.items()})


def pictures(sheet: FigureSheet, figure_points: dict[str, Array]) -> Pictures:
    """Everything the reference pictures of a sheet say.

    Parameters
    ----------
    figure_points : the figure's own landmarks, mm in the world.
    """
    seen = {r.id: _seen(sheet, r) for r in sheet.references}
    views = [view for view in seen.values() if view is not None]
    own = {
        span.id: float(np.linalg.norm(figure_points[span.a] - figure_points[span.b]))
        for span in spans(sheet.body)
    }
    true = _true_lengths(sheet.body, views, own)
    return Pictures(
        readings=[
            _reading(sheet, reference, seen[reference.id], own, figure_points)
            for reference in sheet.references
        ],
        true_lengths=true,
        proposals=_proposals(sheet, views, {m.id: m.true_mm for m in true if m.true_mm}),
    )


def _reading(
    sheet: FigureSheet,
    reference: Reference,
    view: _Seen | None,
    own: dict[str, float],
    figure_points: dict[str, Array],
) -> Reading:
    if view is None:
        return Reading(
            reference=reference.id, per_px_mm=None, place=None, measures=[], residuals=[],
            troubles=[],
        )  # fmt: skip
    stature = _stature_mm(sheet.body, view)
    measures = [
        row.model_copy(update={"of_stature": row.seen_mm / stature if stature else None})
        for row in (*_heights(sheet, view), *_lengths(sheet.body, view, own))
    ]
    return Reading(
        reference=reference.id,
        per_px_mm=view.per_px_mm,
        place=_place(view, figure_points),
        measures=measures,
        residuals=_residuals(sheet.body, view),
        troubles=out_of_order(sheet.body, reference),
    )


def _place(view: _Seen, figure_points: dict[str, Array]) -> tuple[float, float, float, float]:
    """The picture laid so that the landmarks of its trunk are on the figure's own, and its sole, where
    that is marked, on the ground."""
    reference, scale = view.reference, view.reference.scale
    plane = FRONT if reference.view == "front" else SIDE
    wide, tall = reference.width_px * view.per_px_mm, reference.height_px * view.per_px_mm
    offs = {key: plane @ figure_points[key] - at for key, at in view.points.items()}
    stable = [off for key, off in offs.items() if key in STABLE] or list(offs.values())
    left, top = np.mean(stable, axis=0) if stable else (-wide / 2, tall)
    if scale is not None and scale.kind == "stature":
        top = scale.sole[1] * tall
        if not stable:
            left = -(scale.crown[0] + scale.sole[0]) / 2 * wide
    return (float(left), float(top), wide, tall)


def _lengths(body: Body, view: _Seen, own: dict[str, float]) -> list[Measure]:
    found = []
    for span in spans(body):
        seen = view.length(span.a, span.b)
        if seen is None:
            continue
        note = ""
        other = _other_side(body, view, span.id)
        if other is not None and seen < SHORT * other:
            note = f"foreshortened: {seen / other:.0%} of the same on the other side; it points at or away from the eye"
        found.append(
            Measure(id=span.id, label=span.label, kind=span.kind, seen_mm=seen, true_mm=None,
                    figure_mm=own[span.id], note=note)
        )  # fmt: skip
    return found


def _other_side(body: Body, view: _Seen, span_id: str) -> float | None:
    if span_id[-2:] not in ("_r", "_l"):
        return None
    other = span_id[:-1] + ("l" if span_id.endswith("r") else "r")
    twin = next((span for span in spans(body) if span.id == other), None)
    return view.length(twin.a, twin.b) if twin else None


def _ground(view: _Seen) -> float | None:
    """Height of the lowest sole in a picture, mm, where one is marked."""
    soles = [p[1] for key, p in view.points.items() if key.startswith("sole_")]
    scale = view.reference.scale
    if not soles and scale is not None and scale.kind == "stature":
        soles = [-scale.sole[1] * view.reference.height_px * view.per_px_mm]
    return float(min(soles)) if soles else None


def _stature_mm(body: Body, view: _Seen) -> float | None:
    """Crown to sole in a picture, mm, where both are marked."""
    scale, ground = view.reference.scale, _ground(view)
    crown = view.points.get(crown_of(body) or "")
    if scale is not None and scale.kind == "stature":
        return (scale.sole[1] - scale.crown[1]) * view.reference.height_px * view.per_px_mm
    return float(crown[1]) - ground if crown is not None and ground is not None else None


def _heights(sheet: FigureSheet, view: _Seen) -> list[Measure]:
    """Heights of landmarks above the lowest sole, where one is marked."""
    ground = _ground(view)
    if ground is None:
        return []
    marks = landmark_ids(sheet.body)
    standing = rest_points(sheet.body)
    return [
        Measure(id=f"height_{key}", label=f"{marks[key]}, height", kind="height",
                seen_mm=float(point[1] - ground), true_mm=None,
                figure_mm=float(standing[key][2]) * sheet.height_mm, note="")
        for key, point in view.points.items() if not key.startswith("sole_") and key in standing
    ]  # fmt: skip


def _residuals(body: Body, view: _Seen) -> list[Residual]:
    by_pair: dict[str, dict[str, tuple[str, float]]] = {}
    for span in spans(body):
        seen = view.length(span.a, span.b)
        if span.pair is not None and seen is not None:
            by_pair.setdefault(span.pair, {})[span.id[-1]] = (span.label, seen)
    return [
        Residual(
            label=sides["r"][0].removeprefix("right "), left_mm=sides["l"][1], right_mm=sides["r"][1],
            percent=100 * abs(sides["l"][1] - sides["r"][1]) / max(sides["l"][1], sides["r"][1], 1e-9),
        )
        for sides in by_pair.values() if len(sides) == 2
    ]  # fmt: skip


def out_of_order(body: Body, reference: Reference) -> list[str]:
    """What cannot be so in a standing picture: a knee above its hip, a chin above the crown."""
    marks = landmark_ids(body)
    names = {"crown": crown_of(body) or "", "chin": "head"}
    found = []
    for upper, lower in ORDER:
        for side in ("r", "l"):
            a = names.get(upper, f"{upper}_{side}")
            b = names.get(lower, f"{lower}_{side}")
            if a not in reference.landmarks or b not in reference.landmarks:
                continue
            if reference.landmarks[a][1] >= reference.landmarks[b][1]:
                words = (
                    f"The {marks[b]} is above the {marks[a]}: in a standing picture it is below. "
                    "Move one of them; until then only lengths are taken from this picture."
                )
                if words not in found:
                    found.append(words)
    return found


def _true_lengths(body: Body, views: list[_Seen], own: dict[str, float]) -> list[Measure]:
    """Lengths whose ends are marked both in front and from the side."""
    front = next((v for v in views if v.reference.view == "front" and v.points), None)
    side = next((v for v in views if v.reference.view == "side" and v.points), None)
    if front is None or side is None:
        return []
    found = []
    for span in spans(body):
        if front.length(span.a, span.b) is None or side.length(span.a, span.b) is None:
            continue
        f = front.points[span.b] - front.points[span.a]
        s = side.points[span.b] - side.points[span.a]
        dx, dy, dz = f[0], s[0], (f[1] + s[1]) / 2
        true = float(math.sqrt(dx * dx + dy * dy + dz * dz))
        seen = max(float(np.linalg.norm(f)), float(np.linalg.norm(s)))
        note = (
            f"foreshortened: at most {seen / true:.0%} of it shows" if seen < SHORT * true else ""
        )
        found.append(
            Measure(id=span.id, label=span.label, kind=span.kind, seen_mm=seen, true_mm=true,
                    figure_mm=own[span.id], note=note)
        )  # fmt: skip
    return found


@dataclass(frozen=True)
class _Fitted:
    """A number of the body, and the length of the body at rest that it makes."""

    key: str
    label: str
    spans: tuple[str, ...]
    length: Callable[[dict[str, Array]], float]


def _between(a: str, b: str) -> Callable[[dict[str, Array]], float]:
    return lambda points: float(np.linalg.norm(points[a] - points[b]))


def _chain(*keys: str) -> Callable[[dict[str, Array]], float]:
    return lambda points: sum(
        float(np.linalg.norm(points[a] - points[b])) for a, b in itertools.pairwise(keys)
    )


FITTED = (
    _Fitted("heads_tall", "heads tall", ("head",), _between("head", "tip_head")),
    _Fitted("leg_share", "legs", ("hip", "knee"), _chain("hip_r", "knee_r", "ankle_r")),
    _Fitted("neck_length", "neck", ("neck",), _between("neck", "head")),
    _Fitted("arm_length", "arms", ("shoulder", "elbow"), _chain("shoulder_r", "elbow_r", "wrist_r")),
    _Fitted("shoulder_breadth", "shoulder breadth", ("across_shoulder",),
            _between("shoulder_r", "shoulder_l")),
    _Fitted("hip_breadth", "hip breadth", ("across_hip",), _between("hip_r", "hip_l")),
    _Fitted("tail_length", "tail", ("tail_1", "tail_2", "tail_3"),
            _chain("tail_1", "tail_2", "tail_3", "tip_tail_3")),
    _Fitted("wing_span", "wing span", ("wing", "wing_tip"),
            _chain("wing_r", "wing_tip_r", "tip_wing_tip_r")),
)  # fmt: skip


def _proposals(sheet: FigureSheet, views: list[_Seen], true: dict[str, float]) -> list[Proposal]:
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
                Proposal(id=row.key, label=row.label, now=now, measured=value,
                         change=fix(f"Take the {row.label} from the pictures", (f"body/{row.key}", value)))
            )  # fmt: skip
    return found


def _measured(body: Body, row: _Fitted, views: list[_Seen], true: dict[str, float]) -> float | None:
    """The measured length of a number, mm: true where two views give it, else the longest seen."""
    by_id = {span.id: span for span in spans(body)}
    total = 0.0
    for key in row.spans:
        sides = [k for k in (key, f"{key}_r", f"{key}_l") if k in by_id]
        known = [true[k] for k in sides if k in true]
        seen = [
            length for view in views for k in sides
            if (length := view.length(by_id[k].a, by_id[k].b)) is not None
        ]  # fmt: skip
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
