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
from windcrest_core.findings import Finding, Fix, Frozen, Input, Quantity, Why, fix
from windcrest_core.sheet.bodies import Biped
from windcrest_core.sheet.landmarks import landmark_ids

NAMED_ENDS = ("tip_head", "tip_wrist", "tip_tail", "tip_cap", "tip_wing", "tip_tier")
BIPED_MARKS = {
    "tip_head", "head", "shoulder_r", "elbow_r", "hip_r", "wrist_r", "tip_wrist_r", "knee_r",
    "ankle_r",
}  # fmt: skip
ALIKE_MM = 1.0
SMALLEST_HEAD_MM = 18.0
HEAVY_HEAD = 0.45


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
    label: str
    height_mm: float


class Span(Frozen):
    label: str
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
                formula="height ÷ heads tall",
                inputs=[
                    Input(name="height", value=sheet.height_mm, unit="mm"),
                    Input(name="heads tall", value=sheet.body.heads_tall),
                ],
                source="teaching canons; adult ratios of Drillis and Contini (1966)",
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
            PosedMark(id=key, label=f"right {name}", height_mm=height),
            PosedMark(id=other, label=f"left {name}", height_mm=left),
        ]
    return sorted(found, key=lambda mark: -mark.height_mm)


def _told(key: str) -> bool:
    """Heights are told of the right side, of the first pair of many, and of ends that have a name."""
    number = re.search(r"_(\d)(_[rl])?$", key)
    if number and number[1] != "1" and not key.startswith(("tail", "tip_tail", "tier", "stem")):
        return False
    unnamed = key.startswith("tip_") and not key.startswith(NAMED_ENDS)
    return not (unnamed or key.endswith("_l") or key.startswith("sole_"))


def _of_height(mm: float, height: float, source: str, assumed: bool) -> Why:
    return Why(
        formula=f"{mm / height:.3f} × height",
        inputs=[Input(name="height", value=height, unit="mm")],
        source=source,
        assumed=assumed,
    )


def _canon_source(work: Workpiece) -> tuple[str, bool]:
    """Where the proportions come from, and whether any of it is assumed."""
    body = work.sheet.body
    if not isinstance(body, Biped):
        return "this body plan, standing", True
    adult = "adult segment ratios of Drillis and Contini (1966)"
    if body.heads_tall == ADULT_HEADS:
        return adult, False
    return (
        f"{adult} within trunk, arm and leg; head by the teaching canon of {body.heads_tall:g} "
        f"heads, hips at {share_of_legs(body.heads_tall):.2f} of the height",
        True,
    )


def _spans(work: Workpiece) -> list[Span]:
    body, height = work.sheet.body, work.sheet.height_mm
    bones = work.figure.bones
    spans = []
    if isinstance(body, Biped):
        spans += [
            ("shoulder breadth", SHOULDER_BREADTH * body.shoulder_breadth * height),
            ("hip breadth", HIP_BREADTH * body.hip_breadth * height),
            ("foot length", FOOT_LENGTH * height),
        ]
    named = {
        "shoulder_r": "upper arm",
        "elbow_r": "forearm",
        "wrist_r": "hand",
        "hip_r": "thigh",
        "knee_r": "shank",
        "neck": "neck",
        "tail_1": "tail, first third",
        "wing_r": "wing arm",
        "wing_tip_r": "wing hand",
    }
    spans += [(label, bones[joint].length_mm) for joint, label in named.items() if joint in bones]
    source, assumed = _canon_source(work)
    return [
        Span(
            label=label,
            length_mm=mm,
            why=_of_height(mm, height, f"{source}; by the sliders", assumed),
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
            title=f"{group[0].part.label}"
            + (f" and {len(group) - 1} more that hang on it" if len(group) > 1 else "")
            + ": touches nothing",
            reason="It hangs in the air: nothing that leads to the body holds it. Move it in, or "
            "say that it is made apart.",
            numbers={"parts": float(len(group))},
            fixes=[
                fix("It is made apart", *((f"part/{p.part.id}/made_apart", True) for p in group))
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
                title=f"A head of {head:.1f} mm leaves no room for a face",
                reason="Below about 18 mm eyelids and lips are thinner than a tool's edge, and no "
                "foil fits under the wall.",
                numbers={"head_mm": head, "least_mm": SMALLEST_HEAD_MM},
                fixes=[fix(f"Make the figure {better:g} mm tall", ("height_mm", better))],
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
                title=f"The head is {skull / total:.0%} of the whole weight",
                reason="A top-heavy figure asks for a stronger neck and a broader base.",
                numbers={"head_g": skull, "whole_g": total},
            )
        )
    for piece in work.figure.pieces:
        seen = work.showing(piece)
        if seen < 0.02:
            found.append(
                Finding(
                    id="character.part.buried",
                    station="character",
                    severity="warn",
                    subject=piece.part.id,
                    title=f"{piece.part.label}: buried inside other parts",
                    reason="Nothing of it shows, and no clay is reckoned for it. Enlarge it, move it "
                    "out, or do without.",
                    numbers={"showing_share": seen},
                    fixes=[fix("Do without it", (f"part/{piece.part.id}", None))],
                )
            )
    if not sheet.story.strip():
        found.append(
            Finding(
                id="character.story.open",
                station="character",
                severity="note",
                subject="story",
                title="Who is it?",
                reason="A line on who this is and what it is doing settles pose, hands and face "
                "before the first wire is cut.",
            )
        )
    return found
