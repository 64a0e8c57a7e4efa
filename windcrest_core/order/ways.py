"""The ways on from what went wrong with a part: their tasks, their clay, what speaks for each."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Text, said
from windcrest_core.given.progress import MishapKind
from windcrest_core.order.joins import LEAST_G
from windcrest_core.order.mended import KEPT_MM, SKIN_MM, Mended

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


Kind = Callable[[Mended], Way]
KINDS: dict[MishapKind, Text] = {
    "forgot_wire": said("order.a_wire_was_forgotten"),
    "too_large": said("order.it_came_out_too_large"),
    "broke": said("order.it_broke_off"),
    "cracked": said("order.it_cracked"),
    "too_soft": said("order.it_stayed_soft"),
    "over_baked": said("order.it_browned"),
    "dropped": said("order.it_was_dropped"),
    "changed_mind": said("order.i_changed_my_mind_about"),
    "soft_to_work": said("order.its_clay_is_too_soft"),
    "wrong_piece": said("order.the_wrong_piece_went_in"),
    "does_not_fit": said("order.it_does_not_fit_its_place"),
}
OF_BOUGHT: tuple[MishapKind, ...] = ("wrong_piece", "does_not_fit")
"""What happens to bought pieces; the rest happens to clay."""


def _remade(of: Mended) -> Way:
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


def _pinned_baked(of: Mended) -> Way:
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


def _pinned_glued(of: Mended) -> Way:
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


def _wire_drilled(of: Mended) -> Way:
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


def _wire_cut(of: Mended) -> Way:
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


def _sanded_down(of: Mended) -> Way:
    return Way(
        id="sand",
        label=said("order.grind_the_down_at_most", part=of.label, most_mm=of.ground_mm),
        because=said("order.its_wall_is_and_wants", wall_mm=of.piece.wall_mm, kept_mm=KEPT_MM),
        tasks=[Task(said("order.carve_and_sand_the_down", part=of.label), 30, DUST)],
    )


def _filled_baked(of: Mended) -> Way:
    return Way(
        id="fill_bake",
        label=said("order.open_the_crack_of_the", part=of.label),
        because=said("order.a_crack_closed_only_at"),
        clay_g=of.crack_g,
        other_g=LEAST_G,
        tasks=[
            Task(said("order.widen_the_crack_of_the", part=of.label), 6),
            Task(said("order.wet_the_groove_of_the", part=of.label), 8, oven=True),
        ],
    )


def _filled_putty(of: Mended) -> Way:
    return Way(
        id="fill_putty",
        label=said("order.fill_the_crack_of_the", part=of.label),
        because=said("order.nothing_is_baked_again"),
        other_g=of.crack_g,
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


def _baked_again(of: Mended) -> Way:
    return Way(
        id="bake_again",
        label=said("order.bake_the_again_until_it", part=of.label),
        because=said("order.clay_that_is_only_set"),
        tasks=[Task(said("order.support_the_it_softens_again", part=of.label), 5, oven=True)],
    )


def _kept_soft(of: Mended) -> Way:
    return Way(
        id="keep",
        label=said("order.leave_the_and_keep_weight", part=of.label),
        because=said("order.only_where_nothing_pulls_on"),
        tasks=[Task(said("order.bend_a_chip_baked_beside", part=of.label), 3)],
    )


def _painted_over(of: Mended) -> Way:
    return Way(
        id="paint_over",
        label=said("order.paint_over_the_browning_of", part=of.label),
        because=said("order.browned_clay_is_sound_only"),
        tasks=[
            Task(said("order.two_thin_coats_of_primer", part=of.label), 12, cold=True, wait_min=60)
        ],
    )


def _new_skin(of: Mended) -> Way:
    return Way(
        id="new_skin",
        label=said("order.sand_the_back_and_lay", part=of.label, skin_mm=SKIN_MM),
        because=said("order.where_the_clay_itself_is"),
        clay_g=of.new_skin_g,
        other_g=of.liquid_g,
        tasks=[
            Task(said("order.sand_the_browned_back_by", part=of.label, skin_mm=SKIN_MM), 25, DUST),
            Task(said("order.lay_a_skin_of_over", skin_mm=SKIN_MM, part=of.label), 20, oven=True),
        ],
    )


def _looked_over(of: Mended) -> Way:
    return Way(
        id="look",
        label=said("order.look_the_over_nothing_is", part=of.label),
        because=said("order.flex_it_gently_and_listen"),
        tasks=[Task(said("order.flex_the_and_look_along", part=of.label), 5)],
    )


def _built_over(of: Mended) -> Way:
    return Way(
        id="build_over",
        label=said("order.build_over_the_as_it", part=of.label),
        because=said("order.cured_clay_is_as_good"),
        clay_g=of.built_over_g,
        other_g=of.liquid_g,
        tasks=[
            Task(said("order.roughen_the_carve_away_what", part=of.label), 12, DUST),
            Task(said("order.build_the_up_anew_over", part=of.label), 25, oven=True),
        ],
    )


def _stripped(of: Mended) -> Way:
    return Way(
        id="strip",
        label=said("order.take_the_clay_off_the", part=of.label),
        because=said("order.it_is_raw_nothing_is"),
        tasks=[
            Task(said("order.take_the_raw_clay_off", part=of.label), 8),
            Task(said("order.cover_and_form_the_again", part=of.label), 15, oven=True),
        ],
    )


def _core_rebuilt(of: Mended) -> Way:
    core_g = of.work.masses[of.piece.part.id].core_g
    return Way(
        id="rebuild_core",
        label=said("order.rebuild_the_core_of_the", part=of.label),
        because=said("order.where_paring_leaves_no_wall"),
        tasks=[
            Task(said("order.slit_the_peel_its_clay", part=of.label, clay_g=of.whole_g), 8),
            Task(said("order.unwrap_the_foil_of_the", part=of.label, core_g=core_g), 5),
            Task(said("order.shorten_the_loop_of_the", part=of.label), 4),
            Task(said("order.roll_the_foil_of_the", part=of.label), 8),
            Task(said("order.cover_the_with_its_own", part=of.label), 15, oven=True),
        ],
    )


def _leached(of: Mended) -> Way:
    return Way(
        id="leach",
        label=said("order.take_the_oil_out_of", part=of.label),
        because=said("order.paper_drinks_what_is_too"),
        tasks=[
            Task(said("order.lay_the_clay_in_sheets", part=of.label), 6, wait_min=60),
            Task(said("order.knead_it_and_form_anew", part=of.label), 12, oven=True),
        ],
    )


def _rested(of: Mended) -> Way:
    return Way(
        id="rest",
        label=said("order.let_the_rest_overnight", part=of.label),
        because=said("order.what_was_warmed_by_the"),
        tasks=[Task(said("order.cover_the_and_go_on", part=of.label), 3, wait_min=480, oven=True)],
    )


def _chilled(of: Mended) -> Way:
    return Way(
        id="chill",
        label=said("order.chill_the_bagged", part=of.label),
        because=said("order.cold_clay_is_firm_for"),
        tasks=[
            Task(
                said("order.bag_the_into_the_cold", part=of.label),
                3,
                said("order.bagged_until_it_is_warm"),
                wait_min=20,
                oven=True,
            )
        ],
    )


def _dug_out(of: Mended) -> Way:
    return Way(
        id="dig_out",
        label=said("order.lift_the_out_and_bed", part=of.label),
        because=said("order.its_bed_is_raw_it"),
        tasks=[Task(said("order.lift_the_out_close_the", part=of.label), 8, oven=True)],
    )


def _cut_out(of: Mended) -> Way:
    return Way(
        id="cut_out",
        label=said("order.cut_the_out_and_glue", part=of.label),
        because=said("order.cured_clay_lets_go_of"),
        other_g=of.glue_g,
        tasks=[
            Task(said("order.warm_the_place_of_the", part=of.label), 15, SAWN, cold=True),
            Task(
                said("order.glue_the_right_piece_in", part=of.label),
                8,
                GLUE,
                wait_min=240,
                cold=True,
            ),
        ],
    )


def _socket_widened(of: Mended) -> Way:
    return Way(
        id="widen",
        label=said("order.press_the_place_of_the", part=of.label),
        because=said("order.its_bed_is_raw_it"),
        tasks=[Task(said("order.press_the_place_of_the_2", part=of.label), 6, oven=True)],
    )


def _socket_ground(of: Mended) -> Way:
    return Way(
        id="grind",
        label=said("order.grind_the_place_of_the", part=of.label),
        because=said("order.a_little_at_a_time"),
        other_g=of.glue_g,
        tasks=[
            Task(said("order.open_the_place_of_the", part=of.label), 15, DUST, cold=True),
            Task(
                said("order.glue_the_right_piece_in", part=of.label),
                8,
                GLUE,
                wait_min=240,
                cold=True,
            ),
        ],
    )


def _piece_filed(of: Mended) -> Way:
    return Way(
        id="file",
        label=said("order.file_the_until_it_goes", part=of.label),
        because=said("order.wood_plastic_and_metal_can"),
        tasks=[Task(said("order.file_the_and_try_it", part=of.label), 12, DUST)],
    )


def _gently(key: str, label: Text, minutes: float) -> Way:
    """Raw clay opened, closed or pared where it is."""
    return Way(
        id=key,
        label=label,
        because=said("order.raw_clay_closes_without_a"),
        tasks=[Task(label, minutes, oven=True)],
    )


RAW: dict[MishapKind, tuple[Kind, ...]] = {
    "forgot_wire": (
        lambda of: _gently("open", said("order.slit_the_lay_the_wire", part=of.label), 12),
        _stripped,
    ),
    "cracked": (
        lambda of: _gently("close", said("order.press_the_crack_of_the", part=of.label), 5),
        _stripped,
    ),
    "broke": (
        lambda of: _gently("close", said("order.press_the_on_again_over", part=of.label), 6),
        _stripped,
    ),
    "dropped": (
        lambda of: _gently("close", said("order.press_the_dents_out_of", part=of.label), 8),
        _stripped,
    ),
    "too_large": (
        lambda of: _gently("pare", said("order.pare_the_down_and_smooth", part=of.label), 10),
        _stripped,
    ),
    "too_soft": (_stripped,),
    "over_baked": (_stripped,),
    "changed_mind": (_stripped,),
    "soft_to_work": (_leached, _rested, _chilled),
}
OVER_CORE: dict[MishapKind, tuple[Kind, ...]] = {"too_large": (_core_rebuilt,)}
"""What raw clay over a core has besides."""
BOUGHT_RAW: dict[MishapKind, tuple[Kind, ...]] = {
    "wrong_piece": (_dug_out,),
    "does_not_fit": (_socket_widened, _piece_filed),
}
BOUGHT_CURED: dict[MishapKind, tuple[Kind, ...]] = {
    "wrong_piece": (_cut_out,),
    "does_not_fit": (_socket_ground, _piece_filed),
}
CURED: dict[MishapKind, tuple[Kind, ...]] = {
    "forgot_wire": (_wire_drilled, _wire_cut),
    "too_large": (_sanded_down, _remade),
    "broke": (_pinned_baked, _pinned_glued, _remade),
    "dropped": (_looked_over, _pinned_baked, _pinned_glued, _remade),
    "cracked": (_filled_baked, _filled_putty),
    "too_soft": (_baked_again, _kept_soft),
    "over_baked": (_painted_over, _new_skin, _remade),
    "changed_mind": (_remade, _built_over),
}


def ways(work: Workpiece, kind: MishapKind, part_id: str, cured: bool) -> list[Way]:
    """The ways on from a mishap, the one that usually does first.

    Parameters
    ----------
    cured : whether the part, or what a bought piece sits in, has been baked already; raw clay lets itself be opened
        and closed. Nothing where that cannot happen to it: clay that is cured is not too soft to work.
    """
    of = Mended(work, work.figure.piece(part_id))
    if of.piece.part.stock is not None:
        table = BOUGHT_CURED if cured else BOUGHT_RAW
    else:
        table = CURED if cured else RAW
    found = [way(of) for way in table.get(kind, ())]
    if table is RAW and of.piece.core is not None:
        found[1:1] = [way(of) for way in OVER_CORE.get(kind, ())]
    return found
