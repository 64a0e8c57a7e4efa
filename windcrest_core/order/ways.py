"""The ways on from what went wrong with a part: their tasks, their clay, what speaks for each."""

from __future__ import annotations

import math
from dataclasses import dataclass

from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Text, said
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
KEPT_MM = 3.0  # of wall under what is ground down [A]
FALLBACK_WIRE_MM = 1.6
DUST = said("order.wet_by_default_a_respirator")
SAWN = said("order.eye_protection", dust=DUST)
DRILL = said("order.clamp_it_not_your_hand")
GLUE = said("order.gloves_and_air_keep_it")


@dataclass(frozen=True)
class Task:
    """One step of a way. `oven`: it goes into the next bake; `cold`: only when all is baked."""

    label: Text
    minutes: float
    caution: Text = ""
    wait_min: float = 0.0
    oven: bool = False
    cold: bool = False


@dataclass(frozen=True)
class Way:
    """A way on. `clay_g` is fresh clay of the part's own kind, `other_g` of what binds it; `remade`
    where the part begins again as raw clay."""

    id: str
    label: Text
    because: Text
    tasks: list[Task]
    clay_g: float = 0.0
    other_g: float = 0.0
    remade: bool = False


KINDS: dict[MishapKind, Text] = {
    "forgot_wire": said("order.a_wire_was_forgotten"),
    "too_large": said("order.it_came_out_too_large"),
    "broke": said("order.it_broke_off"),
    "cracked": said("order.it_cracked"),
    "too_soft": said("order.it_stayed_soft"),
    "over_baked": said("order.it_browned"),
    "dropped": said("order.it_was_dropped"),
    "changed_mind": said("order.i_changed_my_mind_about"),
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
    def pin(self) -> Text:
        """The wire of a pin, its hole and its depth, in words."""
        wire = pin_wire(self.work, self.piece.solid.thickness_mm)
        d, label = (
            (wire.diameter_mm, wire.label) if wire else (FALLBACK_WIRE_MM, said("order.a_wire"))
        )
        return said(
            "order.a_hole_of_at_least",
            label=label,
            d_mm=d + HOLE_CLEARANCE_MM,
            deep_mm=math.ceil(HOLE_DEPTHS * d),
        )


def _raw_ways(work: Workpiece, kind: MishapKind, piece: Piece) -> list[Way]:
    """Nothing of the part is cured: raw clay lets itself be opened and closed."""
    of = _Of(work, piece)
    strip = Way(
        id="strip",
        label=said("order.take_the_clay_off_the", part=of.label),
        because=said("order.it_is_raw_nothing_is"),
        tasks=[
            Task(said("order.take_the_raw_clay_off", part=of.label), 8),
            Task(said("order.cover_and_form_the_again", part=of.label), 15, oven=True),
        ],
    )
    opened = {
        "forgot_wire": ("open", said("order.slit_the_lay_the_wire", part=of.label), 12.0),
        "cracked": ("close", said("order.press_the_crack_of_the", part=of.label), 5.0),
        "broke": ("close", said("order.press_the_on_again_over", part=of.label), 6.0),
        "dropped": ("close", said("order.press_the_dents_out_of", part=of.label), 8.0),
        "too_large": ("pare", said("order.pare_the_down_and_smooth", part=of.label), 10.0),
    }.get(kind)
    if opened is None:
        return [strip]
    key, label, minutes = opened
    gently = Way(
        id=key,
        label=label,
        because=said("order.raw_clay_closes_without_a"),
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
        label=said("order.cut_the_off_and_make", part=of.label),
        because=said("order.a_clean_start_for_this"),
        clay_g=of.whole_g,
        remade=True,
        tasks=[
            Task(
                said("order.saw_the_off_down_to", part=of.label),
                15,
                SAWN,
            ),
            Task(said("order.roughen_the_cured_edges_beside", part=of.label), 6),
            Task(said("order.cover_and_form_the_anew", part=of.label), 25, oven=True),
        ],
    )


def _pinned_baked(of: _Of) -> Way:
    return Way(
        id="pin_bake",
        label=said("order.pin_the_liquid_clay_between", part=of.label),
        because=said("order.the_seam_is_clay_again"),
        clay_g=of.seam_g,
        other_g=of.liquid_g,
        tasks=[
            Task(said("order.drill_both_sides_of_the", part=of.label, pin=of.pin), 12, DRILL),
            Task(said("order.set_the_pin_in_liquid", part=of.label), 8),
            Task(said("order.fill_the_seam_of_the", part=of.label), 10, oven=True),
        ],
    )


def _pinned_glued(of: _Of) -> Way:
    return Way(
        id="pin_glue",
        label=said("order.pin_the_and_glue_it", part=of.label),
        because=said("order.nothing_is_baked_again_right"),
        other_g=of.glue_g,
        tasks=[
            Task(
                said("order.drill_both_sides_of_the", part=of.label, pin=of.pin),
                12,
                DRILL,
                cold=True,
            ),
            Task(
                said("order.glue_the_pin_and_the", part=of.label), 10, GLUE, wait_min=240, cold=True
            ),
        ],
    )


def _wire_drilled(of: _Of) -> Way:
    return Way(
        id="drill",
        label=said("order.drill_along_the_and_set", part=of.label),
        because=said("order.from_the_end_where_it"),
        other_g=of.liquid_g,
        tasks=[
            Task(said("order.drill_along_the_into_what", part=of.label, pin=of.pin), 15, DRILL),
            Task(said("order.set_the_wire_of_the", part=of.label), 8, oven=True),
        ],
    )


def _wire_cut(of: _Of) -> Way:
    return Way(
        id="cut",
        label=said("order.cut_the_through_pin_both", part=of.label),
        because=said("order.where_a_drill_cannot_follow"),
        clay_g=2 * of.seam_g,
        other_g=of.liquid_g,
        tasks=[
            Task(said("order.saw_the_through_in_the", part=of.label), 10, SAWN),
            Task(said("order.drill_each_face_of_the", part=of.label, pin=of.pin), 15, DRILL),
            Task(said("order.set_the_pins_of_the", part=of.label), 15, oven=True),
        ],
    )


def _sanded_down(of: _Of) -> Way:
    wall = of.piece.wall_mm
    return Way(
        id="sand",
        label=said("order.grind_the_down_at_most", part=of.label, most_mm=max(0.5, wall - KEPT_MM)),
        because=said("order.its_wall_is_and_wants", wall_mm=wall, kept_mm=KEPT_MM),
        tasks=[Task(said("order.carve_and_sand_the_down", part=of.label), 30, DUST)],
    )


def _filled_baked(of: _Of) -> Way:
    return Way(
        id="fill_bake",
        label=said("order.open_the_crack_of_the", part=of.label),
        because=said("order.a_crack_closed_only_at"),
        clay_g=max(LEAST_G, 0.3 * of.seam_g),
        other_g=LEAST_G,
        tasks=[
            Task(said("order.widen_the_crack_of_the", part=of.label), 6),
            Task(said("order.wet_the_groove_of_the", part=of.label), 8, oven=True),
        ],
    )


def _filled_putty(of: _Of) -> Way:
    return Way(
        id="fill_putty",
        label=said("order.fill_the_crack_of_the", part=of.label),
        because=said("order.nothing_is_baked_again"),
        other_g=max(LEAST_G, 0.3 * of.seam_g),
        tasks=[
            Task(
                said("order.widen_the_crack_of_the_2", part=of.label),
                12,
                said("order.gloves_and_air_it_makes"),
                wait_min=720,
                cold=True,
            ),
        ],
    )


def _baked_again(of: _Of) -> Way:
    return Way(
        id="bake_again",
        label=said("order.bake_the_again_until_it", part=of.label),
        because=said("order.clay_that_is_only_set"),
        tasks=[Task(said("order.support_the_it_softens_again", part=of.label), 5, oven=True)],
    )


def _kept_soft(of: _Of) -> Way:
    return Way(
        id="keep",
        label=said("order.leave_the_and_keep_weight", part=of.label),
        because=said("order.only_where_nothing_pulls_on"),
        tasks=[Task(said("order.bend_a_chip_baked_beside", part=of.label), 3)],
    )


def _painted_over(of: _Of) -> Way:
    return Way(
        id="paint_over",
        label=said("order.paint_over_the_browning_of", part=of.label),
        because=said("order.browned_clay_is_sound_only"),
        tasks=[
            Task(said("order.two_thin_coats_of_primer", part=of.label), 12, cold=True, wait_min=60)
        ],
    )


def _new_skin(of: _Of) -> Way:
    area = of.piece.solid.volume_mm3 ** (2 / 3) * 5.0
    return Way(
        id="new_skin",
        label=said("order.sand_the_back_and_lay", part=of.label, skin_mm=SKIN_MM),
        because=said("order.where_the_clay_itself_is"),
        clay_g=area * SKIN_MM / 1000 * of.clay_g_cm3,
        other_g=of.liquid_g,
        tasks=[
            Task(said("order.sand_the_browned_back_by", part=of.label, skin_mm=SKIN_MM), 25, DUST),
            Task(said("order.lay_a_skin_of_over", skin_mm=SKIN_MM, part=of.label), 20, oven=True),
        ],
    )


def _looked_over(of: _Of) -> Way:
    return Way(
        id="look",
        label=said("order.look_the_over_nothing_is", part=of.label),
        because=said("order.flex_it_gently_and_listen"),
        tasks=[Task(said("order.flex_the_and_look_along", part=of.label), 5)],
    )


def _built_over(of: _Of) -> Way:
    return Way(
        id="build_over",
        label=said("order.build_over_the_as_it", part=of.label),
        because=said("order.cured_clay_is_as_good"),
        clay_g=0.5 * of.whole_g,
        other_g=of.liquid_g,
        tasks=[
            Task(said("order.roughen_the_carve_away_what", part=of.label), 12, DUST),
            Task(said("order.build_the_up_anew_over", part=of.label), 25, oven=True),
        ],
    )
