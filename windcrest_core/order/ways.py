"""The ways on from what went wrong with a part: their tasks, their clay, what speaks for each."""

from __future__ import annotations

import math
from dataclasses import dataclass

from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.given.progress import MishapKind
from windcrest_core.order.joins import (
    GLUE_G_CM3,
    GLUE_MM,
    HOLE_CLEARANCE_MM,
    HOLE_DEPTHS,
    LEAST_G,
    LIQUID_G_CM3,
    LIQUID_MM,
    pin_wire,
)

SEAM_MM = 2.0  # of clay that is cut out about a break or a crack and filled again [A]
SKIN_MM = 1.0  # of a browned surface that is sanded off and laid on anew [A]
FALLBACK_WIRE_MM = 1.6
DUST = "Wet by default; a respirator for dry dust."
DRILL = "Clamp it, not your hand. Eye protection when drilling."
GLUE = "Gloves and air; keep it off the skin, and out of the oven from now on."


@dataclass(frozen=True)
class Task:
    """One step of a way. `oven`: it goes into the next bake; `cold`: only when all is baked."""

    label: str
    minutes: float
    caution: str = ""
    wait_min: float = 0.0
    oven: bool = False
    cold: bool = False


@dataclass(frozen=True)
class Way:
    """A way on. `clay_g` is fresh clay of the part's own kind, `other_g` of what binds it; `remade`
    where the part begins again as raw clay."""

    id: str
    label: str
    because: str
    tasks: list[Task]
    clay_g: float = 0.0
    other_g: float = 0.0
    remade: bool = False


KINDS: dict[MishapKind, str] = {
    "forgot_wire": "a wire was forgotten",
    "too_large": "it came out too large",
    "broke": "it broke off",
    "cracked": "it cracked",
    "too_soft": "it stayed soft",
    "over_baked": "it browned",
    "dropped": "it was dropped",
    "changed_mind": "I changed my mind about it",
}


def ways(work: Workpiece, kind: MishapKind, part_id: str, cured: bool) -> list[Way]:
    """The ways on from a mishap, the one that usually does first.

    Parameters
    ----------
    cured : whether the part has been baked already.
    """
    piece = work.figure.piece(part_id)
    if not cured:
        return _raw_ways(work, kind, piece)
    return _cured_ways(_Of(work, piece), kind)


@dataclass(frozen=True)
class _Of:
    """A cured part with what mending it takes."""

    work: Workpiece
    piece: Piece

    @property
    def label(self) -> str:
        return self.piece.part.label

    @property
    def across_mm2(self) -> float:
        return math.pi / 4 * self.piece.solid.thickness_mm**2

    @property
    def clay_g_cm3(self) -> float:
        return self.work.densities.clay(self.piece.part.clay).value

    @property
    def seam_g(self) -> float:
        """Clay in a seam cut right round a break."""
        ring = self.across_mm2 - math.pi / 4 * max(0.0, self.piece.solid.thickness_mm - 6) ** 2
        return max(LEAST_G, ring * SEAM_MM / 1000 * self.clay_g_cm3)

    @property
    def whole_g(self) -> float:
        share = self.work.shares[self.piece.part.id]
        return share.skin_mm3 / 1000 * self.clay_g_cm3

    @property
    def glue_g(self) -> float:
        return max(LEAST_G, self.across_mm2 * GLUE_MM / 1000 * GLUE_G_CM3)

    @property
    def liquid_g(self) -> float:
        return max(LEAST_G, self.across_mm2 * LIQUID_MM / 1000 * LIQUID_G_CM3)

    @property
    def pin(self) -> str:
        """The wire of a pin, its hole and its depth, in words."""
        wire = pin_wire(self.work, self.piece.solid.thickness_mm)
        d, label = (wire.diameter_mm, wire.label) if wire else (FALLBACK_WIRE_MM, "a wire")
        return (
            f"{label}: a hole of {d + HOLE_CLEARANCE_MM:.1f} mm, at least "
            f"{math.ceil(HOLE_DEPTHS * d)} mm deep on either side"
        )


def _raw_ways(work: Workpiece, kind: MishapKind, piece: Piece) -> list[Way]:
    """Nothing of the part is cured: raw clay lets itself be opened and closed."""
    of = _Of(work, piece)
    strip = Way(
        id="strip",
        label=f"Take the clay off the {of.label} and cover it anew",
        because="it is raw: nothing is lost but the minutes",
        tasks=[
            Task(f"Take the raw clay off the {of.label} and knead it through", 8),
            Task(f"Cover and form the {of.label} again", 15, oven=True),
        ],
    )
    opened = {
        "forgot_wire": ("open", f"Slit the {of.label}, lay the wire in and close it", 12.0),
        "cracked": ("close", f"Press the crack of the {of.label} shut and smooth it", 5.0),
        "broke": ("close", f"Press the {of.label} on again over a score and blend it", 6.0),
        "dropped": ("close", f"Press the dents out of the {of.label} and blend it", 8.0),
        "too_large": ("pare", f"Pare the {of.label} down and smooth it", 10.0),
    }.get(kind)
    if opened is None:
        return [strip]
    key, label, minutes = opened
    gently = Way(
        id=key,
        label=label,
        because="raw clay closes without a seam",
        tasks=[Task(label, minutes, oven=True)],
    )
    return [gently, strip]


def _cured_ways(of: _Of, kind: MishapKind) -> list[Way]:
    match kind:
        case "forgot_wire":
            return [_wire_drilled(of), _wire_cut(of)]
        case "too_large":
            return [_sanded_down(of), _remade(of)]
        case "broke":
            return [_pinned_baked(of), _pinned_glued(of), _remade(of)]
        case "dropped":
            return [_looked_over(of), _pinned_baked(of), _pinned_glued(of), _remade(of)]
        case "cracked":
            return [_filled_baked(of), _filled_putty(of)]
        case "too_soft":
            return [_baked_again(of), _kept_soft(of)]
        case "over_baked":
            return [_painted_over(of), _new_skin(of), _remade(of)]
        case "changed_mind":
            return [_remade(of), _built_over(of)]


def _remade(of: _Of) -> Way:
    return Way(
        id="remake",
        label=f"Cut the {of.label} off and make it again",
        because="a clean start for this part alone; the rest stays as it is",
        clay_g=of.whole_g,
        remade=True,
        tasks=[
            Task(f"Saw the {of.label} off, down to wire and core", 15, "Eye protection. " + DUST),
            Task(f"Roughen the cured edges beside the {of.label} and wet them with liquid clay", 6),
            Task(f"Cover and form the {of.label} anew", 25, oven=True),
        ],
    )


def _pinned_baked(of: _Of) -> Way:
    return Way(
        id="pin_bake",
        label=f"Pin the {of.label}, liquid clay between, fill the seam and bake",
        because="the seam is clay again, and takes paint like the rest",
        clay_g=of.seam_g,
        other_g=of.liquid_g,
        tasks=[
            Task(f"Drill both sides of the break of the {of.label}: {of.pin}", 12, DRILL),
            Task(f"Set the pin in liquid clay and press the {of.label} home", 8),
            Task(f"Fill the seam of the {of.label} with fresh clay and smooth it", 10, oven=True),
        ],
    )


def _pinned_glued(of: _Of) -> Way:
    return Way(
        id="pin_glue",
        label=f"Pin the {of.label} and glue it, no more oven",
        because="nothing is baked again: right where the scorch is used up",
        other_g=of.glue_g,
        tasks=[
            Task(f"Drill both sides of the break of the {of.label}: {of.pin}", 12, DRILL, cold=True),
            Task(f"Glue the pin and the {of.label} on bare clay; hold it until it has set", 10, GLUE,
                 wait_min=240, cold=True),
        ],
    )  # fmt: skip


def _wire_drilled(of: _Of) -> Way:
    return Way(
        id="drill",
        label=f"Drill along the {of.label} and set a wire in liquid clay",
        because="from the end, where it does not show",
        other_g=of.liquid_g,
        tasks=[
            Task(f"Drill along the {of.label} into what holds it: {of.pin}", 15, DRILL),
            Task(f"Set the wire of the {of.label} in liquid clay, close the hole with clay", 8,
                 oven=True),
        ],
    )  # fmt: skip


def _wire_cut(of: _Of) -> Way:
    return Way(
        id="cut",
        label=f"Cut the {of.label} through, pin both halves and fill",
        because="where a drill cannot follow its bend",
        clay_g=2 * of.seam_g,
        other_g=of.liquid_g,
        tasks=[
            Task(f"Saw the {of.label} through in the middle and at its root", 10,
                 "Eye protection. " + DUST),
            Task(f"Drill each face of the {of.label}: {of.pin}", 15, DRILL),
            Task(f"Set the pins of the {of.label} in liquid clay and fill the cuts", 15, oven=True),
        ],
    )  # fmt: skip


def _sanded_down(of: _Of) -> Way:
    wall = of.piece.wall_mm
    return Way(
        id="sand",
        label=f"Grind the {of.label} down, at most {max(0.5, wall - 3):.1f} mm",
        because=f"its wall is {wall:.0f} mm and wants to keep 3",
        tasks=[Task(f"Carve and sand the {of.label} down", 30, DUST)],
    )


def _filled_baked(of: _Of) -> Way:
    return Way(
        id="fill_bake",
        label=f"Open the crack of the {of.label}, liquid clay, fresh clay, bake",
        because="a crack closed only at its mouth opens again: widen it first",
        clay_g=max(LEAST_G, 0.3 * of.seam_g),
        other_g=LEAST_G,
        tasks=[
            Task(f"Widen the crack of the {of.label} to a groove with a knife", 6),
            Task(f"Wet the groove of the {of.label} with liquid clay, fill and smooth it", 8,
                 oven=True),
        ],
    )  # fmt: skip


def _filled_putty(of: _Of) -> Way:
    return Way(
        id="fill_putty",
        label=f"Fill the crack of the {of.label} with putty, no more oven",
        because="nothing is baked again",
        other_g=max(LEAST_G, 0.3 * of.seam_g),
        tasks=[
            Task(f"Widen the crack of the {of.label}, press two-part putty in and smooth it", 12,
                 "Gloves and air; it makes skin sensitive.", wait_min=720, cold=True),
        ],
    )  # fmt: skip


def _baked_again(of: _Of) -> Way:
    return Way(
        id="bake_again",
        label=f"Bake the {of.label} again until it is cured",
        because="clay that is only set goes on fusing when it is hot again; nothing of it is lost",
        tasks=[Task(f"Support the {of.label}: it softens again before it cures", 5, oven=True)],
    )


def _kept_soft(of: _Of) -> Way:
    return Way(
        id="keep",
        label=f"Leave the {of.label} and keep weight and hands off it",
        because="only where nothing pulls on it",
        tasks=[Task(f"Bend a chip baked beside the {of.label} before you trust it", 3)],
    )


def _painted_over(of: _Of) -> Way:
    return Way(
        id="paint_over",
        label=f"Paint over the browning of the {of.label}",
        because="browned clay is sound; only its colour is gone",
        tasks=[Task(f"Two thin coats of primer over the {of.label}", 12, cold=True, wait_min=60)],
    )


def _new_skin(of: _Of) -> Way:
    area = of.piece.solid.volume_mm3 ** (2 / 3) * 5.0
    return Way(
        id="new_skin",
        label=f"Sand the {of.label} back {SKIN_MM:g} mm and lay a new skin on",
        because="where the clay itself is to show",
        clay_g=area * SKIN_MM / 1000 * of.clay_g_cm3,
        other_g=of.liquid_g,
        tasks=[
            Task(f"Sand the browned {of.label} back by {SKIN_MM:g} mm", 25, DUST),
            Task(f"Lay a skin of {SKIN_MM:g} mm over the {of.label} on liquid clay", 20, oven=True),
        ],
    )


def _looked_over(of: _Of) -> Way:
    return Way(
        id="look",
        label=f"Look the {of.label} over: nothing is loose",
        because="flex it gently and listen; a click is a crack: then take another way",
        tasks=[Task(f"Flex the {of.label} and look along it in raking light", 5)],
    )


def _built_over(of: _Of) -> Way:
    return Way(
        id="build_over",
        label=f"Build over the {of.label} as it is",
        because="cured clay is as good a core as any; it only grows",
        clay_g=0.5 * of.whole_g,
        other_g=of.liquid_g,
        tasks=[
            Task(f"Roughen the {of.label}, carve away what stands out", 12, DUST),
            Task(f"Build the {of.label} up anew over liquid clay", 25, oven=True),
        ],
    )
