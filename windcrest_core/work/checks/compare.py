"""What the work has otherwise than its plan, as its marks show it: lengths, angles, left against right, lean."""

from __future__ import annotations

import math
from typing import Literal

import numpy as np

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.character.landmarks import Span, crown_of, spans
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.sheet.landmarks import landmark_ids
from windcrest_core.work.checks.camera import Array
from windcrest_core.work.checks.marked import Stage
from windcrest_core.work.checks.sight import Sight

LEAST_SHOWN = 0.88  # of its length: what is seen shorter than this is not measured in this view
LEAST_COMPARED = 0.7  # nor is it compared with its other side, or with what it bends from
LEAST_GAIN = 0.5  # degrees in the picture for one at the joint: what is seen less is not measured in this view
LEAST_MM = 1.0
POSED = {
    f"across_{name}" for name in ("knee", "ankle", "wrist", "tip_wing_tip")
}  # of the pose, not of a length
ANGLE_DEG = 3.0  # that are left alone [A]
LEVEL_MM = 0.5  # of two eyes in height [A]
LEAN_DEG = 1.5  # [A]
ROLLED = (
    0.05  # of how far two points are apart, that a camera held by hand, 3° askew, lifts one [A]
)

Kind = Literal["length", "stature", "angle", "pair", "level", "lean"]


class Difference(Frozen):
    """A number of the work beside the plan's: `off` is seen less wanted, ± `sure`; `matters` where it is more than is
    `allowed` at this stage and more than the photograph's own range. `joint` is what it hangs on."""

    kind: Kind
    id: str
    joint: str | None
    label: Text
    unit: Literal["mm", "deg"]
    seen: float
    wanted: float
    off: float
    sure: float
    allowed: float
    words: Text

    @property
    def matters(self) -> bool:
        return abs(self.off) > max(self.allowed, self.sure)


def allowed_mm(work: Workpiece, stage: Stage, length_mm: float) -> float:
    """What is left alone of a length, by House rules."""
    rules = work.context.rules
    percent = rules.wire_percent if stage == "wire" else rules.raw_percent
    return max(LEAST_MM, percent / 100 * length_mm)


def differences(sight: Sight) -> list[Difference]:
    """All that the marks tell, what is furthest off for its kind first."""
    found = [
        *_stature(sight),
        *_lengths(sight),
        *_angles(sight),
        *_pairs(sight),
        *_levels(sight),
        *_lean(sight),
    ]
    return differences_of(found)


def differences_of(rows: list[Difference]) -> list[Difference]:
    """What matters first, and what is furthest off for its kind."""
    return sorted(rows, key=lambda row: (not row.matters, -abs(row.off) / max(row.allowed, 1e-9)))


def length_of(
    work: Workpiece, stage: Stage, span: Span, seen: float, wanted: float, sure: float
) -> Difference:
    """A length of the figure, as a photograph or calipers have it."""
    off = seen - wanted
    return Difference(
        kind="length",
        id=span.id,
        joint=span.id if span.kind == "segment" else None,
        label=span.label,
        unit="mm",
        seen=seen,
        wanted=wanted,
        off=off,
        sure=sure,
        allowed=allowed_mm(work, stage, wanted),
        words=said(
            "work.check_length_long" if off > 0 else "work.check_length_short",
            what=span.label,
            off_mm=abs(off),
            sure_mm=sure,
        ),
    )


def _spans_seen(sight: Sight, least: float) -> list[tuple[Span, float, float, float]]:
    """Every length with both ends marked: as seen, as planned and its ±, mm, none of it foreshortened."""
    found = []
    for span in spans(sight.work.sheet.body):
        if span.a not in sight.seen or span.b not in sight.seen or span.id in POSED:
            continue
        way = sight.points[span.b] - sight.points[span.a]
        true, flat = float(np.linalg.norm(way)), float(np.linalg.norm(way[:2]))
        if flat < least * true or true < 1e-6:
            continue
        seen = float(np.linalg.norm(sight.seen[span.b] - sight.seen[span.a]))
        share = flat / true
        found.append(
            (span, true + (seen - flat) / share, true, sight.sure_mm(span.a, span.b, true) / share)
        )
    return found


def _lengths(sight: Sight) -> list[Difference]:
    work, stage = sight.work, sight.marked.stage
    return [
        length_of(work, stage, span, seen, wanted, sure)
        for span, seen, wanted, sure in _spans_seen(sight, LEAST_SHOWN)
    ]


def _stature(sight: Sight) -> list[Difference]:
    """Crown above the sole, where the scale does not come from just that."""
    crown = crown_of(sight.work.sheet.body)
    scale = sight.marked.scale
    soles = [key for key in sight.seen if key.startswith("sole_")]
    if crown not in sight.seen or not soles or (scale is not None and scale.kind == "stature"):
        return []
    ground = np.mean([sight.seen[key][1] for key in soles])
    seen, wanted = float(sight.seen[crown][1] - ground), float(sight.points[crown][1])
    off, sure = seen - wanted, sight.sure_mm(crown, soles[0], wanted)
    return [
        Difference(
            kind="stature",
            id="stature",
            joint=None,
            label=said("work.check_whole"),
            unit="mm",
            seen=seen,
            wanted=wanted,
            off=off,
            sure=sure,
            allowed=allowed_mm(sight.work, sight.marked.stage, wanted),
            words=said(
                "work.check_stature_tall" if off > 0 else "work.check_stature_short",
                off_mm=abs(off),
                sure_mm=sure,
            ),
        )
    ]


def _turn_deg(a: Array, b: Array) -> float:
    """From one way to another, −180 to 180."""
    cross, dot = a[0] * b[1] - a[1] * b[0], a @ b
    return math.degrees(math.atan2(cross, dot))


def _gain(in_: Array, out: Array) -> float:
    """By how much a bend opens in the picture for every degree that it opens at the joint."""
    across = np.cross(in_, out)
    size = float(np.linalg.norm(across))
    straight = size < 0.05 * float(np.linalg.norm(in_) * np.linalg.norm(out))
    axis = np.array([0.0, 0.0, 1.0]) if straight else across / size
    small = math.radians(1.0)
    turned = out * math.cos(small) + np.cross(axis, out) * math.sin(small)
    turned += axis * float(axis @ out) * (1 - math.cos(small))
    before, after = abs(_turn_deg(in_[:2], out[:2])), abs(_turn_deg(in_[:2], turned[:2]))
    return abs(after - before)


def _angles(sight: Sight) -> list[Difference]:
    """The bend at every joint between two lengths that are marked and not foreshortened: how far from straight."""
    shown = {
        span.id: span for span, *_ in _spans_seen(sight, LEAST_COMPARED) if span.kind == "segment"
    }
    before = {span.b: span for span in shown.values()}
    marks = landmark_ids(sight.work.sheet.body)
    found = []
    for span in shown.values():
        inner = before.get(span.a)
        if inner is None:
            continue
        ends = (inner.a, span.a, span.b)
        plan_in, plan_out = (
            sight.points[b][:2] - sight.points[a][:2] for a, b in (ends[:2], ends[1:])
        )
        in_, out = (sight.seen[b] - sight.seen[a] for a, b in (ends[:2], ends[1:]))
        wanted, seen = abs(_turn_deg(plan_in, plan_out)), abs(_turn_deg(in_, out))
        lever = math.hypot(
            1 / float(np.linalg.norm(in_)),
            1 / float(np.linalg.norm(out)),
            1 / float(np.linalg.norm(in_)) + 1 / float(np.linalg.norm(out)),
        )
        gain = _gain(*(sight.points[b] - sight.points[a] for a, b in (ends[:2], ends[1:])))
        if gain < LEAST_GAIN:
            continue
        off, sure = (seen - wanted) / gain, math.degrees(sight.tap_mm * lever) / gain
        found.append(
            Difference(
                kind="angle",
                id=f"bend_{span.a}",
                joint=span.a,
                label=marks[span.a],
                unit="deg",
                seen=180 - seen,
                wanted=180 - wanted,
                off=off,
                sure=sure,
                allowed=ANGLE_DEG,
                words=said(
                    "work.check_closed" if off > 0 else "work.check_open",
                    what=marks[span.a],
                    off_deg=abs(off),
                    sure_deg=sure,
                ),
            )
        )
    return found


def _pairs(sight: Sight) -> list[Difference]:
    """The same length left and right."""
    sides: dict[str, dict[str, tuple[Span, float, float, float]]] = {}
    for row in _spans_seen(sight, LEAST_COMPARED):
        if row[0].pair is not None:
            sides.setdefault(row[0].pair, {})[row[0].id[-1]] = row
    work, stage = sight.work, sight.marked.stage
    return [
        pair_of(
            work,
            stage,
            both["r"][0],
            *(length_of(work, stage, *both[side]) for side in ("r", "l")),
        )
        for both in sides.values()
        if len(both) == 2
    ]


def pair_of(
    work: Workpiece, stage: Stage, span: Span, right: Difference, left: Difference
) -> Difference:
    """Right against left, both as they are off the plan; `span` is that of the right."""
    off = right.off - left.off
    name, sure = span.label.removeprefix("right "), math.hypot(right.sure, left.sure)
    return Difference(
        kind="pair",
        id=f"pair_{span.pair}",
        joint=span.id if off > 0 else f"{span.id[:-1]}l",
        label=name,
        unit="mm",
        seen=right.seen - left.seen,
        wanted=right.wanted - left.wanted,
        off=off,
        sure=sure,
        allowed=allowed_mm(work, stage, right.wanted),
        words=said(
            "work.check_pair_right" if off > 0 else "work.check_pair_left",
            what=name,
            off_mm=abs(off),
            sure_mm=sure,
        ),
    )


def _levels(sight: Sight) -> list[Difference]:
    """Two parts of a pair, such as eyes, one above the other though the plan has them level or otherwise."""
    labels = {piece.part.id: piece.part.label for piece in sight.work.figure.pieces}
    found = []
    for right in labels:
        left = f"{right[:-1]}l"
        if not right.endswith("_r") or left not in labels:
            continue
        if right not in sight.seen or left not in sight.seen:
            continue
        seen = float(sight.seen[right][1] - sight.seen[left][1])
        wanted = float(sight.points[right][1] - sight.points[left][1])
        apart = abs(float(sight.seen[right][0] - sight.seen[left][0]))
        rolled = 0.0 if sight.by_card else ROLLED * apart
        off, sure = seen - wanted, math.hypot(math.sqrt(2) * sight.tap_mm, rolled)
        name = labels[right].removeprefix("right ")
        found.append(
            Difference(
                kind="level",
                id=f"level_{right[:-2]}",
                joint=None,
                label=name,
                unit="mm",
                seen=seen,
                wanted=wanted,
                off=off,
                sure=sure,
                allowed=LEVEL_MM,
                words=said(
                    "work.check_level_right" if off > 0 else "work.check_level_left",
                    what=name,
                    off_mm=abs(off),
                    sure_mm=sure,
                ),
            )
        )
    return found


def _lean(sight: Sight) -> list[Difference]:
    """How far the trunk is out of its upright, where a card says what is upright."""
    crown = crown_of(sight.work.sheet.body)
    low: list[str] = [key for key in ("hip_r", "hip_l") if key in sight.seen]
    low = low if len(low) == 2 else [key for key in sight.seen if key.startswith("sole_")][:2]
    high = next((key for key in (crown, "head", "neck") if key in sight.seen), None)
    if not sight.by_card or high is None or len(low) < 2:
        return []

    def way(points: dict[str, Array]) -> Array:
        foot = np.mean([points[key][:2] for key in low], axis=0)
        return np.asarray(points[high][:2] - foot)

    off = -_turn_deg(way(sight.points), way(sight.seen))
    long = float(np.linalg.norm(way(sight.points)))
    sure = math.degrees(math.sqrt(1.5) * sight.tap_mm / long)
    upright = np.array([0.0, 1.0])
    return [
        Difference(
            kind="lean",
            id="lean",
            joint=None,
            label=said("work.check_whole"),
            unit="deg",
            seen=-_turn_deg(upright, way(sight.seen)),
            wanted=-_turn_deg(upright, way(sight.points)),
            off=off,
            sure=sure,
            allowed=LEAN_DEG,
            words=said(
                "work.check_leans_right" if off > 0 else "work.check_leans_left",
                off_deg=abs(off),
                sure_deg=sure,
            ),
        )
    ]
