"""What the clay asks to be done, part by part, and how long it takes."""

from __future__ import annotations

from collections.abc import Mapping

from windcrest_core.body.bent_solids import SheetSolid
from windcrest_core.body.cloth import CloseSolid, HangingSolid
from windcrest_core.body.figure import Piece, folded
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue, is_putty
from windcrest_core.clay.cloth import Blank, alike, blanks
from windcrest_core.clay.gores import from_above
from windcrest_core.clay.held import PARTINGS, held_steps, seated_steps, sits_on
from windcrest_core.clay.meets import (
    Forming,
    Through,
    beds,
    blended_with,
    first_key,
    hard,
    on_its_hosts,
    put_on,
    with_beds,
)
from windcrest_core.clay.painted import over_paint, paint_steps
from windcrest_core.clay.portions import cloth_setting
from windcrest_core.clay.putty import FORM_CM3_PER_MIN
from windcrest_core.clay.threaded import Strung, run_of, thread_steps, wires_in
from windcrest_core.facts import Text, said
from windcrest_core.joining.fastening import Fastened
from windcrest_core.names import listed
from windcrest_core.practice import practised
from windcrest_core.precedence import reachable, waiting_for
from windcrest_core.sheet.forms import ClayLayer, FoilLayer, Hangs, Layer, Layered, MeshLayer
from windcrest_core.sheet.meetings import Hold, Press, Sit, Thread
from windcrest_core.sheet.parts import Texture
from windcrest_core.step_keys import JOIN, step_key
from windcrest_core.steps import Need, Step

SURFACE_WORK: dict[Texture, float] = {
    "smooth": 1.0,
    "skin": 1.15,
    "cloth": 1.2,
    "bark": 1.3,
    "stone": 1.2,
    "scales": 1.8,
    "hair": 1.6,
    "fur": 1.8,
    "feathers": 1.8,
}  # of the minutes a smooth surface takes [A]

SMALLER = 0.4  # how minutes fall with volume below 1 cm³ [A]
LEAST_SOCKET_MM = 0.5  # shallower is no socket [A]
PARTING_MIN, GUN_MIN = (
    3.0,
    2.0,
)  # a parting laid; a small thing set from all sides by a heat gun [A]
HELD_OUT = {
    False: said("clay.held_out_by_wadding"),
    True: said("clay.held_out_by_its_foil"),
}
CUT_WITH = {
    "saw": said("clay.saw_and_sand_away_from"),
    "knife": said("clay.cut_away_from_the_hand"),
    "snips": said("clay.snip_its_edges_scratch"),
}
BEAD_MIN = 3.0  # to find and try a bead, and to press it in [A]


def texture_minutes(work: Workpiece) -> dict[str, float]:
    """What the texture of each part takes, where it has one, beyond forming it."""
    alike = _nth_alike(work)
    return {
        piece.part.id: (SURFACE_WORK[piece.part.texture] - 1)
        * minutes_of(_formed_min(piece), piece.solid.volume_mm3, alike[piece.part.id])
        for piece in work.clay_pieces
        if SURFACE_WORK[piece.part.texture] > 1
    }


def _formed_min(piece: Piece) -> float:
    """Minutes of the first of its kind, smooth [A]."""
    size = max(1.0, piece.solid.volume_mm3 / 1000)
    return float(6 + 2.5 * size**0.6 + (12 if piece.part.delicate else 0))


def clay_steps(
    work: Workpiece, fast: Fastened, through: Mapping[str, Through], all_strung: list[Strung]
) -> list[Step]:
    """Covering and forming, pressing in and putting on, as every part's meeting has it."""
    cored = {key for key, share in work.shares.items() if share.core_mm3 > 50}
    segments = {row.piece.part.id: row for strung in all_strung for row in strung.segments}
    alike, forming = _nth_alike(work), Forming(work, fast, through, segments)
    steps = [
        step
        for piece in work.figure.pieces
        for step in _part_steps(forming, piece, piece.part.id in cored, alike[piece.part.id])
    ]
    return _labels_apart(
        work, with_beds(work, [*steps, *thread_steps(forming, all_strung), *paint_steps(work)])
    )


def _labels_apart(work: Workpiece, steps: list[Step]) -> list[Step]:
    """Clay that cannot take the bake of another goes on when that one is cured; where the other
    waits for it in turn they have to share a bake, and the bake says so."""
    clay_of = {first_key(piece.part): work.clay(piece.part.clay) for piece in work.clay_pieces}
    hottest = max((clay.label_c.value for clay in clay_of.values()), default=0.0)
    if all(clay.maximum_c.value >= hottest for clay in clay_of.values()):
        return steps
    after = waiting_for(steps)
    found = []
    for step in steps:
        cool = clay_of.get(step.key)
        needs = []
        if cool is not None:
            later = reachable(after, [step.key])
            needs = [
                Need(
                    key=key,
                    reason=said(
                        "clay.takes_the_hotter_clay_is",
                        cool=cool.label,
                        maximum_c=cool.maximum_c.value,
                    ),
                    between="bake",
                    kind="label",
                )
                for key, hot in clay_of.items()
                if hot.label_c.value > cool.maximum_c.value and key not in later
            ]
        found.append(step.model_copy(update={"needs": [*step.needs, *needs]}) if needs else step)
    return found


def minutes_of(first_min: float, volume_mm3: float, nth: int) -> float:
    """Minutes of the nth of so many alike, the first from 1: small things take less, and by the tenth the
    hand knows them."""
    small = min(1.0, (volume_mm3 / 1000) ** SMALLER)
    return float(first_min * small * practised(nth))


def _nth_alike(work: Workpiece) -> dict[str, int]:
    """Which of those alike each part is: of one material, texture and size, however they are turned."""
    seen: dict[object, int] = {}
    found = {}
    for piece in work.figure.pieces:
        part = piece.part
        like = (
            part.clay,
            part.stock,
            part.texture,
            part.delicate,
            part.meeting.kind,
            part.shape.kind,
            f"{piece.solid.volume_mm3:.2e}",
        )
        found[part.id] = seen[like] = seen.get(like, 0) + 1
    return found


def _bought_steps(forming: Forming, piece: Piece) -> list[Step]:
    """A bought or carved piece: pressed into clay, fixed in its place before the clay round it, or got now
    and put on when all is painted."""
    work, part = forming.work, piece.part
    stock = catalogue().stock_materials[part.stock or ""]
    material = stock.label
    flat = isinstance(piece.solid, SheetSolid | HangingSolid)
    get = Step(
        key=step_key(part.id, "get"),
        kind="get",
        station="clay",
        part=part.id,
        minutes=5 + 5 * min(1.0, piece.solid.volume_mm3 / 1000),
        label=_cut_out(piece, material)
        if flat and stock.cut_with != "saw"
        else said("clay.get_the_of_cut_and", part=part.label, material=material),
        caution=CUT_WITH[stock.cut_with],
    )
    got = Need(key=get.key, reason=said("clay.got_and_cut_before_it"))
    if isinstance(part.meeting, Hold):
        return held_steps(forming, piece, get)
    if part.pressed and part.lies_on is not None:
        pressed = _pressed_in(forming, piece, [got], BEAD_MIN)
        bead = get.model_copy(
            update={
                "moot_with": [pressed.key],
                "label": said("clay.get_the_bead", part=part.label, material=material),
                "minutes": BEAD_MIN,
                "caution": "",
            }
        )
        return [bead, pressed]
    if part.apart:
        return [get, *_place_for(piece, got), *put_on(forming, piece, [got], 10)]
    if part.pressed:
        return [get, _pressed_in(forming, piece, [got], 8)]
    held = any(p.part.delicate for p in work.on_bone.get(part.bone, []) if p.part.stock is None)
    wire = Need(key=JOIN, reason=said("clay.wire_before_what_it_holds"), kind="wire")
    fix = Step(
        key=first_key(part),
        kind="press",
        station="clay",
        part=part.id,
        minutes=8,
        needs=[got, wire, *(forming.after_the_body if held else [])],
        into_oven=True,
        label=said("clay.fix_the_in_its_place", part=part.label),
    )
    return [get, fix]


def _cut_out(piece: Piece, material: str) -> Text:
    """What is cut out of a bought sheet, and bent round where it hangs."""
    part, thick = piece.part, piece.solid.thickness_mm
    form = part.form
    if not isinstance(form, Hangs):
        return said("clay.cut_it_out", part=part.label, material=material, thick_mm=thick)
    if form.points is None:
        return said("clay.cut_it_and_close_it", part=part.label, material=material, thick_mm=thick)
    return said("clay.cut_it_and_score_it", part=part.label, material=material, thick_mm=thick)


def _place_for(piece: Piece, got: Need) -> list[Step]:
    """The place of a piece that is put on later, pressed into the raw clay it lies on; what hangs round it needs none."""
    part = piece.part
    if part.lies_on is None or isinstance(piece.solid, HangingSolid):
        return []
    return [
        Step(
            key=step_key(part.id, "place"),
            kind="press",
            station="clay",
            part=part.id,
            minutes=3,
            needs=[
                got,
                Need(
                    key=step_key(part.lies_on, "cover"),
                    reason=said("clay.clay_before_the_place_in"),
                    between="none",
                    kind="bed",
                ),
            ],
            into_oven=True,
            label=said("clay.press_the_place_for_the", part=part.label),
        )
    ]


def _closes_round(work: Workpiece, piece: Piece) -> list[Need]:
    """What a part on the same bone is formed round."""
    return [
        Need(
            key=first_key(other.part),
            reason=said("clay.it_closes_round_the", part=other.part.label),
            kind="under",
        )
        for other in work.on_bone.get(piece.part.bone, [])
        if other.part.stock is not None
        and not is_putty(other.part.stock)
        and other.part.lies_on is None
        and not other.part.apart
        and piece.part.delicate
    ]


def _part_steps(forming: Forming, piece: Piece, cored: bool, nth: int) -> list[Step]:
    work, part = forming.work, piece.part
    if is_putty(part.stock):
        return [_putty_step(piece)]
    if part.stock is not None:
        return _bought_steps(forming, piece)
    before = []
    if cored:
        before.append(
            Need(
                key=step_key(part.id, "core"),
                reason=said("clay.support_before_load_foil_before"),
                kind="foil",
            )
        )
    elif not (part.apart or part.pressed or part.lies_on):
        before.append(
            Need(key=JOIN, reason=said("clay.support_before_load_wire_before"), kind="wire")
        )
    volume = piece.solid.volume_mm3
    first = _formed_min(piece)
    away = part.apart or part.pressed
    by_gun = isinstance(part.meeting, Press) and part.meeting.hardened == "heat_gun"
    form = Step(
        key=first_key(part),
        kind="form",
        station="clay",
        part=part.id,
        minutes=minutes_of(first, volume, nth)
        + (PARTING_MIN if part.lifts_off else 0)
        + (GUN_MIN if by_gun else 0),
        needs=before
        if away
        else [
            *before,
            *on_its_hosts(forming, piece),
            *sits_on(forming, piece),
            *over_paint(work, piece),
            *_closes_round(work, piece),
        ],
        one_with=blended_with(work, piece),
        into_oven=not by_gun,
        label=said("clay.form_and_set_by_gun", part=part.label)
        if by_gun
        else _form_words(forming, piece, cored),
        caution=said("clay.keep_the_heat_gun_moving") if by_gun else "",
    )
    if isinstance(part.meeting, Hold):
        return held_steps(forming, piece, form)
    if isinstance(part.meeting, Sit):
        return seated_steps(forming, piece, form)
    if isinstance(part.meeting, Thread) and run_of(work, piece) is not None:
        return [form]
    if part.pressed:
        return [form, _pressed_in(forming, piece, [hard(part)], minutes_of(10, volume, nth))]
    if part.apart or part.lifts_off:
        return [form, *put_on(forming, piece, [hard(part)], minutes_of(10, volume, nth))]
    return [form]


def _form_words(forming: Forming, piece: Piece, cored: bool) -> Text:
    work, part = forming.work, piece.part
    parting = PARTINGS[work.context.rules.parting]
    if part.lifts_off:
        return said("clay.form_the_in_its_place", part=part.label, parting=parting)
    if (run := run_of(work, piece)) is not None:
        bore_mm = forming.through[run.id].bore_mm
        along_mm = forming.segments[part.id].long_mm
        wires = [row.label for row in wires_in(work, piece)]
        return (
            said(
                "clay.form_on_a_mandrel_with",
                part=part.label,
                bore_mm=bore_mm,
                along_mm=along_mm,
                wires=wires,
            )
            if wires
            else said(
                "clay.form_on_a_mandrel_of", part=part.label, bore_mm=bore_mm, along_mm=along_mm
            )
        )
    if isinstance(part.meeting, Sit):
        return said("clay.form_it_sitting", part=part.label, parting=parting)
    if part.apart or part.pressed:
        return said("clay.form_the_apart", part=part.label)
    if part.cloth is not None:
        return _cloth_words(work, piece)
    if isinstance(part.form, Layered):
        return _laid_words(part.label, part.form.stack)
    if cored or part.lies_on is None:
        return said("clay.cover_and_form_the", part=part.label)
    return said("clay.form_the", part=part.label)


def _laid_words(part: str, stack: list[Layer]) -> Text:
    """What is laid on what, from the back to the front, and how air gets out."""
    return said("clay.lay_in_layers", part=part, layers=[_layer_words(layer) for layer in stack])


def _layer_words(layer: Layer) -> Text:
    match layer:
        case ClayLayer():
            return said("clay.layer.clay", thick_mm=layer.thickness_mm)
        case FoilLayer():
            return said("clay.layer.foil", micrometres=catalogue().foils[layer.id].thickness_um)
        case MeshLayer():
            return said(
                "clay.layer.mesh",
                metal=layer.metal,
                wire_mm=layer.wire_mm,
                pitch_mm=layer.pitch_mm,
            )
    return said("clay.layer.card", thick_mm=layer.thickness_mm)


def _cloth_words(work: Workpiece, piece: Piece) -> Text:
    """What to roll and cut, round or over what it goes, and what holds it out until it is baked."""
    cut = blanks(piece)
    thick = cut[0].thick_mm
    setting, layers = cloth_setting(thick, work.context.rules.sheet_settings_mm)
    roll = (
        said("clay.roll_it", thick_mm=thick, setting=setting)
        if layers == 1
        else said("clay.roll_it_in", thick_mm=thick, setting=setting, layers=layers)
    )
    over = listed(list(dict.fromkeys(host.part.label for host in work.hosts(piece))))
    part, pieces = piece.part.label, [_blank_words(blank) for blank in alike(cut)]
    if not isinstance(piece.solid, HangingSolid):
        if isinstance(piece.solid, CloseSolid) and from_above(piece.solid) is not None:
            return said("clay.lay_it_from_above", part=part, over=over, roll=roll, pieces=pieces)
        return said("clay.lay_it_close", part=part, over=over, roll=roll, pieces=pieces)
    within = HELD_OUT[piece.solid.filled]
    form = piece.part.form
    falls = folded(form, piece.solid.tubes[0]) if isinstance(form, Hangs) else None
    if falls is not None and isinstance(form, Hangs) and form.folds is not None:
        number, pitch, deep = form.folds.number, falls.pitch_mm, falls.depth_mm
        fall = (
            said("clay.into_pleats", folds=number, pitch_mm=pitch, depth_mm=deep)
            if form.folds.pleated
            else said("clay.into_folds", folds=number, pitch_mm=pitch, depth_mm=deep)
        )
        return said(
            "clay.hang_it_in_folds",
            part=part,
            over=over,
            roll=roll,
            within=within,
            pieces=pieces,
            fall=fall,
        )
    if not any(blank.joined for blank in cut):
        return said(
            "clay.hang_it_open", part=part, over=over, roll=roll, within=within, pieces=pieces
        )
    if len(piece.solid.tubes) == 1:
        return said("clay.hang_it", part=part, over=over, roll=roll, within=within, pieces=pieces)
    return said(
        "clay.hang_it_with_sleeves", part=part, over=over, roll=roll, within=within, pieces=pieces
    )


def _blank_words(blank: Blank) -> Text:
    if not blank.name:
        return said("clay.blank", long_mm=blank.long_mm, broad_mm=blank.broad_mm)
    return said("clay.blank_of", name=blank.name, long_mm=blank.long_mm, broad_mm=blank.broad_mm)


def _press_words(forming: Forming, piece: Piece) -> Text:
    """Into what, with the socket that is pressed for it first: as deep as it is sunk, with a ball tool as thick."""
    work, part = forming.work, piece.part
    first = work.figure.piece(part.mirror_of) if part.mirror_of else piece  # a pair is alike
    host, meets = work.joined_to(first), forming.fast.meets.get(first.part.id)
    if host is None or meets is None:
        return said("clay.press_in_the", part=part.label)
    label = (work.joined_to(piece) or host).part.label
    piece = first
    fresh = isinstance(part.meeting, Press) and part.meeting.bed == "fresh"
    if meets.apart_mm > 0 or meets.sunk_mm < LEAST_SOCKET_MM:
        return said("clay.press_in_the", part=part.label)
    across = piece.solid.greatest_thickness_mm
    deep = min(meets.sunk_mm, max(across, host.wall_mm))
    if fresh:
        return said(
            "clay.press_in_a_fresh_bed",
            part=part.label,
            host=label,
            tool_mm=across,
            deep_mm=deep,
        )
    return said("clay.press_in_a_socket", part=part.label, host=label, tool_mm=across, deep_mm=deep)


def _pressed_in(forming: Forming, piece: Piece, before: list[Need], minutes: float) -> Step:
    """Into the raw clay of its hosts, or a bed of fresh clay on them."""
    part = piece.part
    return Step(
        key=step_key(part.id, "join") if part.stock is None else first_key(part),
        kind="press",
        station="clay",
        part=part.id,
        minutes=minutes,
        needs=[*before, *beds(forming.work, piece)],
        into_oven=True,
        label=_press_words(forming, piece),
    )


def _putty_step(piece: Piece) -> Step:
    """Putty goes on when all is baked: most of it cannot take the oven."""
    part = piece.part
    material = catalogue().stock_materials[part.stock or ""]
    assert material.putty is not None
    minutes = 10 + piece.solid.volume_mm3 / 1000 / FORM_CM3_PER_MIN
    return Step(
        key=step_key(part.id, "putty"),
        kind="putty",
        station="finish",
        part=part.id,
        minutes=minutes,
        wait_min=material.putty.cure_h.value * 60,
        after_bakes=True,
        needs=[
            Need(
                key=step_key(part.lies_on, "cover"),
                reason=said("clay.on_cured_clay_roughened"),
                between="bake",
            )
        ]
        if part.lies_on is not None
        else [],
        label=said(
            "clay.mix_and_form_the_within",
            material=material.label,
            part=part.label,
            work_min=material.putty.work_min.value,
        ),
        caution=said("clay.gloves_and_air_it_makes"),
    )
