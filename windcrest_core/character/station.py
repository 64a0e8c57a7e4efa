"""Station 1: landmarks in mm, and what must be settled before the first wire is cut."""

from __future__ import annotations

import re

from windcrest_core.body.canon import (
    ADULT_HEADS,
    FOOT_LENGTH,
    HIP_BREADTH,
    SHOULDER_BREADTH,
    share_of_legs,
)
from windcrest_core.body.joined import hanging_together, loose_parts
from windcrest_core.body.plans.upright import proportions
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.character.ages import Ghost, Scale, ages, ghosts, scale
from windcrest_core.character.calipers import CaliperRow, caliper_rows
from windcrest_core.character.decide import Topic, open_topics, topics
from windcrest_core.character.face_plan import FacePlan, face_plan
from windcrest_core.character.landmarks import landmark_points, rest_points
from windcrest_core.character.measuring import Pictures, pictures
from windcrest_core.facts import Frozen, Input, Quantity, Text, Why, said
from windcrest_core.findings import Finding, Fix, fix
from windcrest_core.sheet.bodies import Biped
from windcrest_core.sheet.landmarks import landmark_ids

NAMED_ENDS = ("tip_head", "tip_wrist", "tip_tail", "tip_cap", "tip_wing", "tip_tier")
BIPED_MARKS = {
    "tip_head",
    "head",
    "shoulder_r",
    "elbow_r",
    "hip_r",
    "wrist_r",
    "tip_wrist_r",
    "knee_r",
    "ankle_r",
}
ALIKE_MM = 1.0
SMALLEST_HEAD_MM = 18.0
HEAVY_HEAD = 0.45
BURIED_SHARE = 0.02


class Landmark(Frozen):
    """A height above the sole of the standing figure, mm, and in heads from the ground."""

    id: str
    label: str
    height_mm: float
    heads: float
    why: Why


class PosedMark(Frozen):
    """Where a landmark is in this pose: mm above the ground. A pair that differs is told by side."""

    id: str
    label: Text
    height_mm: float


class Span(Frozen):
    label: Text
    length_mm: float
    why: Why


class CharacterPlan(Frozen):
    head_mm: Quantity
    landmarks: list[Landmark]
    posed_landmarks: list[PosedMark]
    spans: list[Span]
    calipers: list[CaliperRow]
    face: FacePlan | None
    scale: Scale | None
    ages: list[Fix]
    ghosts: list[Ghost]
    topics: list[Topic]
    pictures: Pictures
    findings: list[Finding]


def character_plan(work: Workpiece) -> CharacterPlan:
    """Landmarks and spans of the figure at its height."""
    sheet, head = work.sheet, work.figure.head_mm
    asked = topics(work)
    face = face_plan(work)
    return CharacterPlan(
        head_mm=Quantity(
            value=head,
            unit="mm",
            why=Why(
                formula=said("character.height_heads_tall"),
                inputs=[
                    Input(name="height", value=sheet.height_mm, unit="mm"),
                    Input(name=said("character.heads_tall"), value=sheet.body.heads_tall),
                ],
                source=said("character.teaching_canons_adult_ratios_of"),
            ),
        ),
        landmarks=_landmarks(work),
        posed_landmarks=_posed(work),
        spans=_spans(work),
        calipers=caliper_rows(work),
        face=face,
        scale=scale(work),
        ages=ages(sheet),
        ghosts=ghosts(work),
        topics=asked,
        pictures=pictures(sheet, landmark_points(work.figure.bones, sheet.body)),
        findings=[
            *_findings(work),
            *_loose(work),
            *(face.findings if face else []),
            *open_topics(asked),
        ],
    )


def _landmarks(work: Workpiece) -> list[Landmark]:
    height, head = work.sheet.height_mm, work.figure.head_mm
    if isinstance(work.sheet.body, Biped):
        c = proportions(work.sheet.body)
        rows = [
            ("crown", 1.0),
            ("chin", c.chin),
            ("shoulder", c.shoulder),
            ("elbow", c.elbow),
            ("hip", c.hip),
            ("wrist", c.wrist),
            ("fingertip", c.fingertip),
            ("knee", c.knee),
            ("ankle", c.ankle),
        ]
        pairs = [(name, share * height) for name, share in rows]
    else:
        marks, points = landmark_ids(work.sheet.body), rest_points(work.sheet.body)
        pairs = [
            (label.removeprefix("right "), float(points[key][2]) * height)
            for key, label in marks.items()
            if _told(key)
        ]
    return [
        Landmark(
            id=name,
            label=name,
            height_mm=mm,
            heads=mm / head,
            why=_of_height(mm, height, *_canon_source(work)),
        )
        for name, mm in sorted(pairs, key=lambda pair: -pair[1])
    ]


def _posed(work: Workpiece) -> list[PosedMark]:
    marks = landmark_ids(work.sheet.body)
    points = landmark_points(work.figure.bones, work.sheet.body)
    biped = isinstance(work.sheet.body, Biped)
    found: list[PosedMark] = []
    for key, label in marks.items():
        if key not in BIPED_MARKS if biped else not _told(key):
            continue
        name, height = label.removeprefix("right "), float(points[key][2])
        other = f"{key[:-2]}_l" if key.endswith("_r") else ""
        left = float(points[other][2]) if other in points else height
        if abs(left - height) < ALIKE_MM:
            found.append(PosedMark(id=key, label=name, height_mm=height))
            continue
        found += [
            PosedMark(id=key, label=said("character.right", name=name), height_mm=height),
            PosedMark(id=other, label=said("character.left", name=name), height_mm=left),
        ]
    return sorted(found, key=lambda mark: -mark.height_mm)


def _told(key: str) -> bool:
    """Heights are told of the right side, of the first pair of many, and of ends that have a name."""
    number = re.search(r"_(\d)(_[rl])?$", key)
    if number and number[1] != "1" and not key.startswith(("tail", "tip_tail", "tier", "stem")):
        return False
    unnamed = key.startswith("tip_") and not key.startswith(NAMED_ENDS)
    return not (unnamed or key.endswith("_l") or key.startswith("sole_"))


def _of_height(mm: float, height: float, source: Text, assumed: bool) -> Why:
    return Why(
        formula=said("character.height", mm=mm / height),
        inputs=[Input(name="height", value=height, unit="mm")],
        source=source,
        assumed=assumed,
    )


def _canon_source(work: Workpiece) -> tuple[Text, bool]:
    """Where the proportions come from, and whether any of it is assumed."""
    body = work.sheet.body
    if not isinstance(body, Biped):
        return said("character.this_body_plan_standing"), True
    adult = said("character.adult_segment_ratios_of_drillis")
    if body.heads_tall == ADULT_HEADS:
        return adult, False
    return (
        said(
            "character.within_trunk_arm_and_leg",
            adult=adult,
            heads_tall=body.heads_tall,
            share_of_legs=share_of_legs(body.heads_tall),
        ),
        True,
    )


def _spans(work: Workpiece) -> list[Span]:
    body, height = work.sheet.body, work.sheet.height_mm
    bones = work.figure.bones
    spans: list[tuple[Text, float]] = []
    if isinstance(body, Biped):
        spans += [
            (said("character.shoulder_breadth"), SHOULDER_BREADTH * body.shoulder_breadth * height),
            (said("character.hip_breadth"), HIP_BREADTH * body.hip_breadth * height),
            (said("character.foot_length"), FOOT_LENGTH * height),
        ]
    named: dict[str, Text] = {
        "shoulder_r": said("character.upper_arm"),
        "elbow_r": "forearm",
        "wrist_r": "hand",
        "hip_r": "thigh",
        "knee_r": "shank",
        "neck": "neck",
        "tail_1": said("character.tail_first_third"),
        "wing_r": said("character.wing_arm"),
        "wing_tip_r": said("character.wing_hand"),
    }
    spans += [(label, bones[joint].length_mm) for joint, label in named.items() if joint in bones]
    source, assumed = _canon_source(work)
    return [
        Span(
            label=label,
            length_mm=mm,
            why=_of_height(mm, height, said("character.by_the_sliders", source=source), assumed),
        )
        for label, mm in spans
    ]


def _loose(work: Workpiece) -> list[Finding]:
    """One row for all that hangs together and is loose."""
    return [
        Finding(
            id="character.part.loose",
            station="character",
            severity="warn",
            subject=group[0].part.id,
            title=said("character.part.loose", part=group[0].part.label, others=len(group) - 1)
            if len(group) > 1
            else said("character.part.loose_alone", part=group[0].part.label),
            reason=said("character.part.loose.why"),
            numbers={"parts": float(len(group))},
            fixes=[
                fix(
                    said("character.it_is_made_apart"),
                    *((f"part/{p.part.id}/made_apart", True) for p in group),
                )
            ],
        )
        for group in hanging_together(loose_parts(work.figure))
    ]


def _findings(work: Workpiece) -> list[Finding]:
    sheet, head = work.sheet, work.figure.head_mm
    found = []
    if head < SMALLEST_HEAD_MM:
        better = round(SMALLEST_HEAD_MM * sheet.body.heads_tall / 5 + 0.5) * 5.0
        found.append(
            Finding(
                id="character.head.small",
                station="character",
                severity="warn",
                subject="head",
                title=said("character.head.small", head_mm=head),
                reason=said("character.head.small.why"),
                numbers={"head_mm": head, "least_mm": SMALLEST_HEAD_MM},
                fixes=[
                    fix(
                        said("character.make_the_figure_tall", better_mm=better),
                        ("height_mm", better),
                    )
                ],
            )
        )
    total = sum(mass.total_g for mass in work.masses.values()) or 1.0
    skull = sum(work.masses[p.part.id].total_g for p in work.figure.pieces if p.part.bone == "head")
    if skull / total > HEAVY_HEAD:
        found.append(
            Finding(
                id="character.head.heavy",
                station="character",
                severity="note",
                subject="head",
                title=said("character.head.heavy", skull=skull / total),
                reason=said("character.head.heavy.why"),
                numbers={"head_g": skull, "whole_g": total},
            )
        )
    for piece in work.figure.pieces:
        seen = work.showing(piece)
        if seen < BURIED_SHARE:
            found.append(
                Finding(
                    id="character.part.buried",
                    station="character",
                    severity="warn",
                    subject=piece.part.id,
                    title=said("character.part.buried", part=piece.part.label),
                    reason=said("character.part.buried.why"),
                    numbers={"showing_share": seen},
                    fixes=[fix(said("character.do_without_it"), (f"part/{piece.part.id}", None))],
                )
            )
    if not sheet.story.strip():
        found.append(
            Finding(
                id="character.story.open",
                station="character",
                severity="note",
                subject="story",
                title=said("character.story.open"),
                reason=said("character.story.open.why"),
            )
        )
    return found
