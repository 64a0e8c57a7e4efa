"""What must be settled before wire is cut, from the body and its parts, and what it costs later."""

from __future__ import annotations

from collections.abc import Iterator

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.findings import Finding, Frozen

HAIR = ("hair", "fur")
MOUTHS = ("tooth", "mouth", "tongue", "beak", "bill", "muzzle", "snout")
SLENDER = 0.02  # of the height [A]


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
        "pose", "What does it do: standing, stepping, reaching?",
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
        None,
    )  # fmt: skip
    yield (
        "hollow", "What stays hollow?",
        "A core that is to come out needs an opening wide enough for it, planned into the join.",
        None,
    )  # fmt: skip
    apart = [p.label for p in parts if p.made_apart]
    yield (
        "apart", "What is made or painted apart?",
        "What a brush cannot reach once it is joined is painted first or not at all.",
        _labels(apart) or None,
    )  # fmt: skip
    pegs = [run.label for run in sheet.runs if {"peg", "rod"} & {run.start, run.end}]
    yield (
        "base", "How does it meet the base?",
        "Pegs are part of the cut length; without them the figure is glued on and comes off.",
        f"pegs of {len(pegs)} runs" if pegs else None,
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
