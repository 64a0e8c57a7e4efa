"""Reference pictures measured: lengths between landmarks, how far left and right differ, and which
numbers of the body they ask for.

A length in a picture is a projection: it is never longer than the true one. Seen from the front and
from the side it is L = √(dx² + dy² + dz²).
"""

from __future__ import annotations

import math

import numpy as np

from windcrest_core.body.skeleton import Array, norm
from windcrest_core.body.solids import FRONT, SIDE
from windcrest_core.character.calipers import SHORT
from windcrest_core.character.fitting import Proposal, proposals
from windcrest_core.character.landmarks import crown_of, rest_points, spans
from windcrest_core.character.seeing import Seen, out_of_order, seen_in
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.sheet.bodies import Body
from windcrest_core.sheet.landmarks import landmark_ids
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.references import Reference

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
    note: Text


class Residual(Frozen):
    """The same length left and right in one picture."""

    label: str
    left_mm: float
    right_mm: float
    percent: float


class Reading(Frozen):
    """What one picture says; `per_px_mm` is null until it has a scale.

    `place` is where it lies behind its elevation: left, top, width and height, mm.
    """

    reference: str
    per_px_mm: float | None
    place: tuple[float, float, float, float] | None
    measures: list[Measure]
    residuals: list[Residual]
    troubles: list[Text]


class Pictures(Frozen):
    readings: list[Reading]
    true_lengths: list[Measure]
    proposals: list[Proposal]


def pictures(sheet: FigureSheet, figure_points: dict[str, Array]) -> Pictures:
    """Everything the reference pictures of a sheet say.

    Parameters
    ----------
    figure_points : the figure's own landmarks, mm in the world.
    """
    seen = {r.id: seen_in(sheet, r) for r in sheet.references}
    views = [view for view in seen.values() if view is not None]
    own = {
        span.id: norm(figure_points[span.a] - figure_points[span.b]) for span in spans(sheet.body)
    }
    true = _true_lengths(sheet.body, views, own)
    return Pictures(
        readings=[
            _reading(sheet, reference, seen[reference.id], own, figure_points)
            for reference in sheet.references
        ],
        true_lengths=true,
        proposals=proposals(sheet, views, {m.id: m.true_mm for m in true if m.true_mm}),
    )


def _reading(
    sheet: FigureSheet,
    reference: Reference,
    view: Seen | None,
    own: dict[str, float],
    figure_points: dict[str, Array],
) -> Reading:
    if view is None:
        return Reading(
            reference=reference.id,
            per_px_mm=None,
            place=None,
            measures=[],
            residuals=[],
            troubles=[],
        )
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


def _place(view: Seen, figure_points: dict[str, Array]) -> tuple[float, float, float, float]:
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


def _lengths(body: Body, view: Seen, own: dict[str, float]) -> list[Measure]:
    found = []
    for span in spans(body):
        seen = view.length(span.a, span.b)
        if seen is None:
            continue
        note: Text = ""
        other = _other_side(body, view, span.id)
        if other is not None and seen < SHORT * other:
            note = said("character.foreshortened_beside", share=seen / other)
        found.append(
            Measure(
                id=span.id,
                label=span.label,
                kind=span.kind,
                seen_mm=seen,
                true_mm=None,
                figure_mm=own[span.id],
                note=note,
            )
        )
    return found


def _other_side(body: Body, view: Seen, span_id: str) -> float | None:
    if span_id[-2:] not in ("_r", "_l"):
        return None
    other = span_id[:-1] + ("l" if span_id.endswith("r") else "r")
    twin = next((span for span in spans(body) if span.id == other), None)
    return view.length(twin.a, twin.b) if twin else None


def _ground(view: Seen) -> float | None:
    """Height of the lowest sole in a picture, mm, where one is marked."""
    soles = [p[1] for key, p in view.points.items() if key.startswith("sole_")]
    scale = view.reference.scale
    if not soles and scale is not None and scale.kind == "stature":
        soles = [-scale.sole[1] * view.reference.height_px * view.per_px_mm]
    return float(min(soles)) if soles else None


def _stature_mm(body: Body, view: Seen) -> float | None:
    """Crown to sole in a picture, mm, where both are marked."""
    scale, ground = view.reference.scale, _ground(view)
    crown = view.points.get(crown_of(body) or "")
    if scale is not None and scale.kind == "stature":
        return (scale.sole[1] - scale.crown[1]) * view.reference.height_px * view.per_px_mm
    return float(crown[1]) - ground if crown is not None and ground is not None else None


def _heights(sheet: FigureSheet, view: Seen) -> list[Measure]:
    """Heights of landmarks above the lowest sole, where one is marked."""
    ground = _ground(view)
    if ground is None:
        return []
    marks = landmark_ids(sheet.body)
    standing = rest_points(sheet.body)
    return [
        Measure(
            id=f"height_{key}",
            label=f"{marks[key]}, height",
            kind="height",
            seen_mm=float(point[1] - ground),
            true_mm=None,
            figure_mm=float(standing[key][2]) * sheet.height_mm,
            note="",
        )
        for key, point in view.points.items()
        if not key.startswith("sole_") and key in standing
    ]


def _residuals(body: Body, view: Seen) -> list[Residual]:
    by_pair: dict[str, dict[str, tuple[str, float]]] = {}
    for span in spans(body):
        seen = view.length(span.a, span.b)
        if span.pair is not None and seen is not None:
            by_pair.setdefault(span.pair, {})[span.id[-1]] = (span.label, seen)
    return [
        Residual(
            label=sides["r"][0].removeprefix("right "),
            left_mm=sides["l"][1],
            right_mm=sides["r"][1],
            percent=100
            * abs(sides["l"][1] - sides["r"][1])
            / max(sides["l"][1], sides["r"][1], 1e-9),
        )
        for sides in by_pair.values()
        if len(sides) == 2
    ]


def _true_lengths(body: Body, views: list[Seen], own: dict[str, float]) -> list[Measure]:
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
        seen = max(norm(f), norm(s))
        note = said("character.foreshortened", share=seen / true) if seen < SHORT * true else ""
        found.append(
            Measure(
                id=span.id,
                label=span.label,
                kind=span.kind,
                seen_mm=seen,
                true_mm=true,
                figure_mm=own[span.id],
                note=note,
            )
        )
    return found
