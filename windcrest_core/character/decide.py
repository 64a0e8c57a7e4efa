"""What must be settled before wire is cut, from the body and its parts, and what it costs later."""

from __future__ import annotations

from collections.abc import Iterator

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.findings import Finding, Frozen

HAIR = ("hair", "fur")
MOUTHS = ("tooth", "mouth", "tongue", "beak", "bill", "muzzle", "snout")
SLENDER = 0.02  # of the height [A]
POSES = {
    "biped": "What does it do: standing, stepping, reaching?",
    "tailed_biped": "What does it do: standing, stepping, reaching?",
    "quadruped": "What does it do: standing, walking, head up or down?",
    "many_limbed": "What does it do: standing, walking, rearing up?",
    "capsule": "How does it stand, and what do its arms do?",
    "bust": "Which way does it look, and how are its shoulders?",
    "draped": "Which way does it turn, and what do its arms do?",
    "stem_cap": "Does it stand straight, or does it lean?",
    "stacked": "How do they stand on each other?",
}


class Topic(Frozen):
    """A question; `settled` says by what it is answered, or is null."""

    id: str
    question: str
    cost: str
    settled: str | None
    answered_by_hand: bool


def _labels(labels: list[str]) -> str:
    if len(labels) > 3:
        return f"{', '.join(labels[:3])} and {len(labels) - 3} more"
    return ", ".join(labels)


def _in_the_base(work: Workpiece) -> int:
    """Wires that end in the base in this pose: rods, and pegs of what is on the ground."""
    bones = work.figure.bones
    found = 0
    for run in work.sheet.runs:
        for joint, end in ((run.path[0], run.start), (run.path[-1], run.end)):
            stands = bones[joint].parent is None or work.on_the_ground(joint)
            found += end == "rod" or (end == "peg" and stands)
    return found


def _asked(work: Workpiece) -> Iterator[tuple[str, str, str, str | None]]:
    """Id, question, what forgetting costs, and what of the sheet answers it."""
    sheet, bones = work.sheet, work.figure.bones
    parts = sheet.parts
    bent = [
        j
        for j, a in sheet.pose.items()
        if abs(a.swing_deg) + abs(a.spread_deg) + abs(a.turn_deg) > 15
    ]
    yield (
        "pose", POSES.get(sheet.body.plan, "What does it do?"),
        "A pose changed after the wire is bent weakens every bend; after the clay it is a new figure.",
        f"bent at {len(bent)} joints" if bent else None,
    )  # fmt: skip
    for side, word in (("r", "right"), ("l", "left")):
        if f"wrist_{side}" not in bones or sheet.body.plan == "quadruped":
            continue
        holds = [p.label for p in parts if p.bone == f"wrist_{side}" and (p.made_apart or p.stock)]
        yield (
            f"hand_{side}", f"What does the {word} hand do: hold, point, rest?",
            "Fingers need their wires in the palm before it is filled, and a grip is bent round the "
            "thing it holds.",
            f"holds {_labels(holds)}" if holds else None,
        )  # fmt: skip
    if "head" in bones:
        mouth = [p.label for p in parts if any(word in p.id for word in MOUTHS)]
        yield (
            "mouth", "Is the mouth open, and are there teeth?",
            "An open mouth is hollowed before the face is modelled; teeth are baked first and pressed in.",
            _labels(mouth) or None,
        )  # fmt: skip
        yield (
            "expression", "What does its face say?",
            "Brows, lids and cheeks are moved together; changed late, the whole face is done again.",
            sheet.expression.strip() or None,
        )  # fmt: skip
    hair = [p for p in parts if p.texture in HAIR or "hair" in p.id or "braid" in p.id]
    if hair:
        free = [p.label for p in hair if p.lies_on is None]
        yield (
            "hair", "Which hair flies free?",
            "Free strands need wire anchored in the head core before the head is covered.",
            f"free: {_labels(free)}" if free else None,
        )  # fmt: skip
    wired = {key for run in sheet.runs for key in (*run.path, run.into)}
    slender = [
        p.part.label for p in work.clay_pieces
        if not {p.part.bone, p.part.id} & wired and p.solid.thickness_mm < SLENDER * sheet.height_mm
        and p.part.lies_on is None
    ]  # fmt: skip
    if slender:
        yield (
            "slender", f"Which wire is in the slender parts: {_labels(slender)}?",
            "What is thin and has no wire droops in the oven and breaks at the first knock.",
            None,
        )  # fmt: skip
    yield (
        "lights", "Are there lights, and where does the cable run?",
        "A cable cannot be put in after the core is wrapped; a cell needs a hatch.",
        _labels([light.label for light in sheet.lights]) or None,
    )  # fmt: skip
    yield (
        "hollow", "What stays hollow?",
        "A core that is to come out needs an opening wide enough for it, planned into the join.",
        _labels([p.label for p in parts if p.core == "pulled" or p.opening is not None]) or None,
    )  # fmt: skip
    apart = [p.label for p in parts if p.made_apart]
    yield (
        "apart", "What is made or painted apart?",
        "What a brush cannot reach once it is joined is painted first or not at all.",
        _labels(apart) or None,
    )  # fmt: skip
    held = _in_the_base(work)
    yield (
        "base", "How does it meet the base?",
        "Pegs are part of the cut length; without them the figure is glued on and comes off.",
        f"{held} {'wires go' if held > 1 else 'wire goes'} into it" if held else None,
    )  # fmt: skip


def topics(work: Workpiece) -> list[Topic]:
    """The questions this figure asks, with what answers each."""
    said = {key: words.strip() for key, words in work.sheet.decided.items() if words.strip()}
    return [
        Topic(
            id=key, question=question, cost=cost, settled=said.get(key) or by,
            answered_by_hand=key in said,
        )
        for key, question, cost, by in _asked(work)
    ]  # fmt: skip


def open_topics(found: list[Topic]) -> list[Finding]:
    """A note for each question that is open."""
    return [
        Finding(
            id="character.decide.open",
            station="character",
            severity="note",
            subject=topic.id,
            title=topic.question,
            reason=topic.cost,
        )
        for topic in found
        if topic.settled is None
    ]
