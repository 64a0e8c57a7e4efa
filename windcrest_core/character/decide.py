"""What must be settled before wire is cut, from the body and its parts, and what it costs later."""

from __future__ import annotations

from collections.abc import Iterator

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.findings import Finding

HAIR = ("hair", "fur")
MOUTHS = ("mouth", "tooth")
SLENDER = 0.02  # of the height [A]
POSES = {
    "biped": said("character.what_does_it_do_standing"),
    "tailed_biped": said("character.what_does_it_do_standing"),
    "quadruped": said("character.what_does_it_do_standing_2"),
    "many_limbed": said("character.what_does_it_do_standing_3"),
    "capsule": said("character.how_does_it_stand_and"),
    "bust": said("character.which_way_does_it_look"),
    "draped": said("character.which_way_does_it_turn"),
    "stem_cap": said("character.does_it_stand_straight_or"),
    "stacked": said("character.how_do_they_stand_on"),
}


class Topic(Frozen):
    """A question; `settled` says by what it is answered, or is null."""

    id: str
    question: Text
    cost: Text
    settled: Text | None
    answered_by_hand: bool


def _labels(labels: list[str]) -> Text:
    named: list[Text] = list(labels[:3])
    if len(labels) > 3:
        return said("character.and_more", labels=named, more=len(labels) - 3)
    return said("character.these", labels=named) if labels else ""


def _in_the_base(work: Workpiece) -> int:
    """Wires that end in the base in this pose: rods, and pegs of what is on the ground."""
    bones = work.figure.bones
    found = 0
    for run in work.sheet.runs:
        for joint, end in ((run.path[0], run.start), (run.path[-1], run.end)):
            stands = bones[joint].parent is None or work.on_the_ground(joint)
            found += end == "rod" or (end == "peg" and stands)
    return found


def _asked(work: Workpiece) -> Iterator[tuple[str, Text, Text, Text | None]]:
    """Id, question, what forgetting costs, and what of the sheet answers it."""
    sheet, bones = work.sheet, work.figure.bones
    parts = sheet.parts
    bent = [
        j
        for j, a in sheet.pose.items()
        if abs(a.swing_deg) + abs(a.spread_deg) + abs(a.turn_deg) > 15
    ]
    yield (
        "pose",
        POSES.get(sheet.body.plan, said("character.what_does_it_do")),
        said("character.a_pose_changed_after_the"),
        said("character.bent_at_joints", bent=len(bent)) if bent else None,
    )
    for side, word in (("r", "right"), ("l", "left")):
        if f"wrist_{side}" not in bones or sheet.body.plan == "quadruped":
            continue
        holds = [p.label for p in parts if p.bone == f"wrist_{side}" and (p.apart or p.stock)]
        yield (
            f"hand_{side}",
            said("character.what_does_the_hand_do", word=word),
            said("character.fingers_need_their_wires_in"),
            said("character.holds", labels=_labels(holds)) if holds else None,
        )
    if "head" in bones:
        mouth = [p.label for p in parts if p.feature in MOUTHS]
        yield (
            "mouth",
            said("character.is_the_mouth_open_and"),
            said("character.an_open_mouth_is_hollowed"),
            _labels(mouth) or None,
        )
        yield (
            "expression",
            said("character.what_does_its_face_say"),
            said("character.brows_lids_and_cheeks_are"),
            sheet.expression.strip() or None,
        )
    hair = [p for p in parts if p.texture in HAIR or p.feature == "hair"]
    if hair:
        free = [p.label for p in hair if p.lies_on is None]
        yield (
            "hair",
            said("character.which_hair_flies_free"),
            said("character.free_strands_need_wire_anchored"),
            said("character.free", labels=_labels(free)) if free else None,
        )
    wired = {key for run in sheet.runs for key in (*run.path, run.into)}
    slender = [
        p.part.label
        for p in work.clay_pieces
        if not {p.part.bone, p.part.id} & wired
        and p.solid.thickness_mm < SLENDER * sheet.height_mm
        and p.part.lies_on is None
    ]
    if slender:
        yield (
            "slender",
            said("character.which_wire_is_in_the", labels=_labels(slender)),
            said("character.what_is_thin_and_has"),
            None,
        )
    yield (
        "lights",
        said("character.are_there_lights_and_where"),
        said("character.a_cable_cannot_be_put"),
        _labels([light.label for light in sheet.lights]) or None,
    )
    yield (
        "hollow",
        said("character.what_stays_hollow"),
        said("character.a_core_that_is_to"),
        _labels([p.label for p in parts if p.core == "pulled" or p.opening is not None]) or None,
    )
    apart = [p.label for p in parts if p.apart]
    yield (
        "apart",
        said("character.what_is_made_or_painted"),
        said("character.what_a_brush_cannot_reach"),
        _labels(apart) or None,
    )
    held = _in_the_base(work)
    yield (
        "base",
        said("character.how_does_it_meet_the"),
        said("character.pegs_are_part_of_the"),
        said("character.into_it", held=held) if held else None,
    )


def topics(work: Workpiece) -> list[Topic]:
    """The questions this figure asks, with what answers each."""
    answered = {key: words.strip() for key, words in work.sheet.decided.items() if words.strip()}
    return [
        Topic(
            id=key,
            question=question,
            cost=cost,
            settled=answered.get(key) or by,
            answered_by_hand=key in answered,
        )
        for key, question, cost, by in _asked(work)
    ]


def open_topics(found: list[Topic], story: str) -> list[Finding]:
    """A note of the questions that are open, who it is first; what each costs later stands with it under Decide."""
    who = [] if story.strip() else [said("character.who_is_it")]
    open_ = [*who, *(topic.question for topic in found if topic.settled is None)]
    if not open_:
        return []
    return [
        Finding(
            id="character.decide.open",
            station="character",
            severity="note",
            title=said("character.decide.open", questions=len(open_)),
            reason=said("character.decide.open.why", asked=open_),
        )
    ]
