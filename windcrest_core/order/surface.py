"""What every bake has round it: clay conditioned, surfaces smoothed and textured, all looked over once.

These steps are of a bake, not of a part: they are made when it is known what goes into it. A bake that has been run
keeps only those of them that were ticked.
"""

from __future__ import annotations

from dataclasses import dataclass

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.facts import Text, said
from windcrest_core.given.house_rules import Smoothing
from windcrest_core.sheet.parts import Part
from windcrest_core.step_keys import What, bake_key, step_key
from windcrest_core.steps import Need, Step

CONDITION_MIN, CONDITION_PER_G = 2.0, 0.08  # by hand, kneaded in pieces of a palmful [A]
DROPS_PER_100_G = 4  # of softener in clay that crumbles [A]
SMOOTH_MIN, SMOOTH_PER_CM2 = 2.0, 0.04  # [A]
DRY_MIN = 30.0  # a film of liquid, before texture and before heat [S]
PATCHED_FROM_MIN, PATCH_MM, PATCH_MIN = 20.0, 20.0, 5.0  # a texture is tried on scrap first [A]
LOOK_MIN, MOST_LINES = 3.0, 5
SMOOTHED = ("smooth", "skin", "cloth")


@dataclass(frozen=True)
class Liquid:
    """What is smoothed with: its words, how long its film dries, what to take care of."""

    words: Text
    dry_min: float
    caution: Text


LIQUIDS: dict[Smoothing, Liquid] = {
    "tools": Liquid(said("order.smooth.tools"), 0.0, ""),
    "alcohol": Liquid(said("order.smooth.alcohol"), DRY_MIN, said("order.smooth.no_flame")),
    "damp_brush": Liquid(said("order.smooth.damp_brush"), DRY_MIN, ""),
    "softener": Liquid(said("order.smooth.softener"), DRY_MIN, said("order.smooth.softener_thin")),
    "solvent": Liquid(said("order.smooth.solvent"), 2 * DRY_MIN, said("order.smooth.no_flame")),
}


def bake_thing(number: int) -> str:
    """What the steps of a bake are of."""
    return f"bake_{number}"


@dataclass(frozen=True)
class Baked:
    """What goes into one bake: its steps, the parts that are raw in it, g of each clay by its label, the minutes
    that the texture of each part takes, and what to look over before it."""

    number: int
    steps: list[Step]
    parts: list[Part]
    grams: dict[str, float]
    texture_min: dict[str, float]
    look: list[Text]


def surface_steps(work: Workpiece, bake: Baked) -> list[Step]:
    """Conditioned, smoothed, textured and looked over, for one bake."""
    done, ran = set(work.progress.steps_done), {row.bake for row in work.progress.bakes}
    fed = [step for step in bake.steps if step.into_oven]
    if not fed:
        return []
    made = [_conditioned(bake), _smoothed(work, bake, fed), _textured(work, bake, fed)]
    surface = [step for step in made if step is not None]
    surface.append(_looked_over(bake, [*fed, *surface]))
    over = bake.number in ran or bake_key(bake.number) in done
    return [step for step in surface if not over or step.key in done]


def _key(bake: Baked, what: What) -> str:
    return step_key(bake_thing(bake.number), what)


def _conditioned(bake: Baked) -> Step | None:
    grams = sum(bake.grams.values())
    if grams <= 0:
        return None
    lots: list[str | Text] = [
        said("order.condition.grams_of", clay_g=amount, clay=label)
        for label, amount in bake.grams.items()
        if amount > 0
    ]
    return Step(
        key=_key(bake, "condition"),
        kind="condition",
        station="clay",
        label=said("order.condition", lots=lots),
        minutes=CONDITION_MIN + CONDITION_PER_G * grams,
        caution=said("order.condition.how", drops=DROPS_PER_100_G, each_g=100.0),
    )


def _smoothed(work: Workpiece, bake: Baked, fed: list[Step]) -> Step | None:
    parts = [part for part in bake.parts if part.texture in SMOOTHED]
    if not parts:
        return None
    liquid = LIQUIDS[work.context.rules.smoothing]
    formed = said("order.formed_before_it_is_smoothed")
    area_cm2 = sum(_skin_cm2(work, part) for part in parts)
    return Step(
        key=_key(bake, "smooth"),
        kind="smooth",
        station="clay",
        label=said("order.smooth", how=liquid.words),
        minutes=SMOOTH_MIN + SMOOTH_PER_CM2 * area_cm2,
        wait_min=liquid.dry_min,
        needs=[Need(key=s.key, reason=formed) for s in fed],
        caution=liquid.caution,
    )


def _skin_cm2(work: Workpiece, part: Part) -> float:
    """The outside of a part, near enough: its volume to the two thirds, by five."""
    return float(5.0 * (work.figure.piece(part.id).solid.volume_mm3 / 1000) ** (2 / 3))


def _textured(work: Workpiece, bake: Baked, fed: list[Step]) -> Step | None:
    rows: dict[str, list[str]] = {}
    minutes = 0.0
    for part in bake.parts:
        if part.texture != "smooth" and part.id in bake.texture_min:
            rows.setdefault(part.texture, []).append(part.label)
            minutes += bake.texture_min[part.id]
    if not rows:
        return None
    where: list[str | Text] = [
        said("order.texture.on", texture=name, parts=labels) for name, labels in rows.items()
    ]
    tried = minutes > PATCHED_FROM_MIN
    formed = said("order.formed_before_it_is_textured")
    smooth = _key(bake, "smooth")
    reason = said("order.smoothed_and_dry_before_texture")
    return Step(
        key=_key(bake, "texture"),
        kind="texture",
        station="clay",
        label=said("order.texture.after_a_patch", where=where, patch_mm=PATCH_MM)
        if tried
        else said("order.texture", where=where),
        minutes=minutes + (PATCH_MIN if tried else 0.0),
        needs=[
            *(Need(key=s.key, reason=formed) for s in fed),
            Need(key=smooth, reason=reason, kind="film"),
        ],
    )


def _looked_over(bake: Baked, before: list[Step]) -> Step:
    reason = said("order.looked_over_when_all_is")
    return Step(
        key=_key(bake, "look"),
        kind="look",
        station="bake",
        label=said("order.look", lines=bake.look),
        minutes=LOOK_MIN,
        needs=[Need(key=step.key, reason=reason) for step in before],
    )


def look_lines(work: Workpiece, raw: list[Part], steps: list[Step]) -> list[Text]:
    """What a bake makes final for the parts that are raw in it, the most telling five.

    Parameters
    ----------
    steps : what is done before it.
    """
    sheet, shelf = work.sheet, catalogue()
    eyes = sum(part.feature in ("eye", "drawn_eye") for part in sheet.parts)
    has_eyes = any(part.feature in ("eye", "drawn_eye", "mouth") for part in raw) or any(
        part.id
        in {host for eye in sheet.parts if eye.feature == "eye" for host in eye.meeting.hosts}
        for part in raw
    )
    rows: list[tuple[bool, Text]] = [
        (any(sheet.has_wire(part) for part in raw), said("order.look.wires")),
        (
            any(part.core not in ("wire", "foil", "foil_tape") for part in raw),
            said("order.look.vent"),
        ),
        (has_eyes and eyes > 1, said("order.look.eyes")),
        (any(part.feature == "mouth" for part in raw), said("order.look.mouth")),
        (any(part.seat == "ear" for part in raw), said("order.look.ears")),
        (any(part.texture not in SMOOTHED for part in raw), said("order.look.texture")),
        (
            any(shelf.clays[part.clay].shade == "pale" for part in raw),
            said("order.look.lint"),
        ),
        (any(step.kind == "press" for step in steps), said("order.look.sockets")),
        (True, said("order.look.prints")),
    ]
    return [words for there, words in rows if there][:MOST_LINES]
