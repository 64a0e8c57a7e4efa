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
from windcrest_core.body.plans.upright import proportions
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.character.ages import ages, ghosts, scale
from windcrest_core.character.calipers import caliper_rows
from windcrest_core.character.decide import open_topics, topics
from windcrest_core.character.face_plan import face_plan
from windcrest_core.character.landmarks import landmark_points, rest_points
from windcrest_core.character.measuring import pictures
from windcrest_core.character.model import CharacterPlan, Landmark, PosedMark, Span
from windcrest_core.character.remarks import character_findings, loose_findings
from windcrest_core.facts import Input, Quantity, Text, Why, said
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
            *character_findings(work),
            *loose_findings(work),
            *(face.findings if face else []),
            *open_topics(asked, work.sheet.story),
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
    source, assumed = _canon_source(work)
    return [
        Landmark(
            id=name,
            label=name,
            height_mm=mm,
            heads=mm / head,
            why=_of_height(mm, height, source, assumed),
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
