"""A photograph of the work against its plan: what is off, what to do, and the plan laid over the picture."""

from __future__ import annotations

import numpy as np

from windcrest_core.body.solids import FRONT, SIDE
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.errors import Fault, SheetError
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.findings import Operation
from windcrest_core.plan import Plan
from windcrest_core.sheet.landmarks import landmark_ids
from windcrest_core.work.checks.advice import advice
from windcrest_core.work.checks.camera import Array
from windcrest_core.work.checks.compare import Difference, differences
from windcrest_core.work.checks.marked import Marked, Stage
from windcrest_core.work.checks.sight import Sight, marks_of
from windcrest_core.work.checks.taken import taken

FAR_MM, FAR_SHARE = 40.0, 0.2  # of the height: a mark so far from its place is asked about [A]
ODD = 0.25
ONE_PLACE = 0.004  # of the longer side
PLAINLY_APART = 0.12  # of the height: nearer, two marks may well be one place in this view
RINGS_PER_PART = 60


class Told(Frozen):
    """A difference, and what to do about it now; or `take`, for the sheet to follow the work."""

    difference: Difference
    matters: bool
    todo: list[Text]
    take: list[Operation] = []


class Laid(Frozen):
    """A part, or a bone where only wire is to be seen, over the picture: rings of x, y, x, y … in shares of it."""

    id: str
    rings: list[list[float]]


class ToMark(Frozen):
    """Something that may be marked, and where the plan has it in the picture."""

    id: str
    label: str
    at: tuple[float, float]


class Check(Frozen):
    """What a photograph shows. `seen_from` says from where, and how far its lengths are trusted; `axis` is the figure's
    upright middle in the picture, below and above."""

    view: str
    stage: str
    told: list[Told]
    troubles: list[Text]
    mirrored: bool
    seen_from: Text
    laid: list[Laid]
    to_mark: list[ToMark]
    axis: tuple[tuple[float, float], tuple[float, float]]

    @property
    def off(self) -> list[Told]:
        return [row for row in self.told if row.matters]


class Found(Frozen):
    """What is kept of a check: what matters, in words."""

    words: list[Text]

    @classmethod
    def of(cls, made: Check) -> Found:
        return cls(words=[row.difference.words for row in made.off])


def stage_of(plan: Plan) -> Stage:
    """How far a figure has come: hard once a bake was run, raw once clay is on, else wire."""
    steps = plan.order.steps
    if any(step.kind == "bake" and step.done for step in steps):
        return "baked"
    return "raw" if any(step.kind == "form" and step.done for step in steps) else "wire"


def check(work: Workpiece, plan: Plan, marked: Marked) -> Check:
    """Lay a photograph beside the plan.

    Raises
    ------
    SheetError : it has no scale, a mark of nothing the figure has, two marks at one place, no such part.
    """
    known = marks_of(work)
    sight = Sight(work, marked)
    _refuse(sight, known)
    told = [
        Told(
            difference=row,
            matters=row.matters,
            todo=advice(work, plan, marked.stage, row),
            take=taken(work, row) if row.matters else [],
        )
        for row in differences(sight)
    ]
    points = {
        key: sight.points[key]
        for key in (*landmark_ids(work.sheet.body), *sight.points)
        if marked.stage != "wire" or key in landmark_ids(work.sheet.body)
    }
    troubles, mirrored = _troubles(sight, known, told)
    return Check(
        view=marked.view,
        stage=marked.stage,
        told=told,
        troubles=[
            *troubles,
            *(
                said("work.missing_part", part=work.figure.piece(key).part.label)
                for key in marked.missing
            ),
        ],
        mirrored=mirrored,
        seen_from=_seen_from(sight),
        laid=_laid(sight),
        to_mark=[
            ToMark(id=key, label=known[key], at=_pair(share))
            for key, share in zip(points, sight.shares(np.array([*points.values()])), strict=True)
        ],
        axis=_axis(sight),
    )


def _refuse(sight: Sight, known: dict[str, str]) -> None:
    work, marked = sight.work, sight.marked
    faults = [
        Fault(f"marks/{key}", key, "a landmark or a part: " + ", ".join([*known][:30]))
        for key in marked.marks
        if key not in known
    ]
    parts = {piece.part.id for piece in work.figure.pieces}
    faults += [
        Fault("missing", key, "a part of this figure") for key in marked.missing if key not in parts
    ]
    if faults:
        raise SheetError(faults)


def _troubles(sight: Sight, known: dict[str, str], told: list[Told]) -> tuple[list[Text], bool]:
    found: list[Text] = []
    pairs = [
        (sight.seen[f"{key[:-1]}r"][0] - sight.seen[f"{key[:-1]}l"][0])
        * (sight.points[f"{key[:-1]}r"][0] - sight.points[f"{key[:-1]}l"][0])
        for key in sight.seen
        if key.endswith("_r") and f"{key[:-1]}l" in sight.seen
    ]
    mirrored = sight.marked.view == "front" and bool(pairs) and sum(pairs) < 0
    if mirrored:
        return [said("work.check_mirrored")], True
    found += _at_one_place(sight, known)
    lengths = [row.difference for row in told if row.difference.kind == "length"]
    odd = [row for row in lengths if abs(row.off) > ODD * row.wanted]
    if len(lengths) > 2 and len(odd) > len(lengths) / 2:
        found.append(said("work.check_other"))
    far = max(FAR_MM, FAR_SHARE * sight.work.figure.height_mm)
    found += [
        said("work.check_outside", what=known[key], off_mm=away)
        for key, at in sight.seen.items()
        if (away := float(np.linalg.norm(at - sight.points[key][:2]))) > far
    ]
    if sight.marked.marks and not sight.by_card:
        found.append(said("work.check_no_card"))
    return found, False


def _at_one_place(sight: Sight, known: dict[str, str]) -> list[Text]:
    """Marks that lie on one another though the plan has them plainly apart."""
    found: list[Text] = []
    apart = PLAINLY_APART * sight.work.figure.height_mm
    rows = [*sight.seen]
    for n, key in enumerate(rows):
        for other in rows[:n]:
            planned = float(np.linalg.norm(sight.points[key][:2] - sight.points[other][:2]))
            px = sight.px(sight.marked.marks[key]) - sight.px(sight.marked.marks[other])
            if planned > apart and float(np.linalg.norm(px)) < ONE_PLACE * sight.long_px:
                found.append(said("work.check_one_place", what=known[key], other=known[other]))
    return found


def _laid(sight: Sight) -> list[Laid]:
    if sight.marked.stage == "wire":
        return [
            Laid(
                id=joint,
                rings=[
                    _flat(sight, np.array([sight.in_view(bone.start), sight.in_view(bone.end)]))
                ],
            )
            for joint, bone in sight.work.figure.bones.items()
            if float(np.linalg.norm(bone.end - bone.start)) > 0.5
        ]
    plane = FRONT if sight.marked.view == "front" else SIDE
    hidden = set(sight.marked.missing)
    found = []
    for piece in sight.work.figure.pieces:
        if piece.part.id in hidden:
            continue
        w = sight.points[piece.part.id][2]
        rings = [
            _flat(sight, np.column_stack([ring, np.full(len(ring), w)]))
            for ring in (
                ring[:: max(1, len(ring) // RINGS_PER_PART)]
                for ring in piece.solid.convex_rings(plane)
            )
        ]
        found.append(Laid(id=piece.part.id, rings=rings))
    return found


def _flat(sight: Sight, points: Array) -> list[float]:
    flat: list[float] = sight.shares(points).round(4).ravel().tolist()
    return flat


def _seen_from(sight: Sight) -> Text:
    away, trusted = sight.camera.distance_mm, sight.trusted_mm
    if not sight.by_card:
        return said("work.seen_about", away_mm=away, trusted_mm=trusted)
    tilt = sight.camera.tilt_deg
    return said("work.seen_by_card", away_mm=away, tilt_deg=tilt, trusted_mm=trusted)


def _axis(sight: Sight) -> tuple[tuple[float, float], tuple[float, float]]:
    ends = np.array([[0.0, 0.0, 0.0], [0.0, sight.work.figure.height_mm, 0.0]])
    low, high = sight.shares(ends)
    return _pair(low), _pair(high)


def _pair(share: Array) -> tuple[float, float]:
    return (round(float(share[0]), 4), round(float(share[1]), 4))
