"""What to do now about what is off, by how far the work has come, and what it would be after the next bake."""

from __future__ import annotations

from windcrest_core.body.figure import Piece
from windcrest_core.body.soft_clay import (
    BEND_OVER,
    FLEXIBLE_STRAIN,
    RIGID_STRAIN,
    WARM_STRAIN,
    crack_mm,
    most_bend_deg,
)
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.character.landmarks import spans
from windcrest_core.facts import Text, said
from windcrest_core.given.progress import MishapKind
from windcrest_core.order.mended import KEPT_MM
from windcrest_core.order.ways import Way, ways
from windcrest_core.plan import Plan
from windcrest_core.sheet.landmarks import landmark_ids
from windcrest_core.work.checks.compare import Difference
from windcrest_core.work.checks.marked import Stage

REACH_MM = 5.0  # that clay stands over the end of a wire by itself [A]


def advice(work: Workpiece, plan: Plan, stage: Stage, row: Difference) -> list[Text]:
    """What to do, in order; that it is left where it does not matter."""
    if not row.matters:
        return [said("work.do_leave")]
    match row.kind:
        case "angle":
            return _bend(work, stage, row)
        case "length":
            return _length(work, plan, stage, row)
        case "pair":
            return _pair(work, stage, row)
        case "level":
            higher, lower = ("right", "left") if row.off > 0 else ("left", "right")
            if stage == "baked":
                return [said("work.do_level_baked")]
            return [
                said(
                    "work.do_level",
                    higher=f"{higher} {row.label}",
                    lower=f"{lower} {row.label}",
                    off_mm=abs(row.off),
                )
            ]
        case "lean":
            return [said("work.do_lean")]
        case "stature":
            return [said("work.do_stature")]


def piece_of(work: Workpiece, joint: str | None) -> Piece | None:
    """The largest part of clay that rides on a bone, under all that lies on it."""
    mine = [piece for piece in work.clay_pieces if piece.part.bone == joint]
    return max(mine, key=lambda piece: (-piece.part.layer, piece.solid.volume_mm3), default=None)


def _bend(work: Workpiece, stage: Stage, row: Difference) -> list[Text]:
    turn = said(
        "work.do_bend_open" if row.off > 0 else "work.do_bend_close",
        what=row.label,
        off_deg=abs(row.off),
    )
    if stage == "wire":
        return [turn]
    if stage == "raw":
        return [turn, said("work.do_bend_raw", what=row.label)]
    return _bend_cured(work, row) or [said("work.do_bend_baked"), *_hard(work, row, "broke")]


def _bend_cured(work: Workpiece, row: Difference) -> list[Text]:
    """Cured clay that is bent on; nothing where no clay is there to be bent."""
    piece = piece_of(work, row.joint)
    if piece is None:
        return []
    thick = piece.solid.thickness_mm
    over, off = BEND_OVER * thick, abs(row.off)
    if work.clay(piece.part.clay).flexible:
        if crack_mm(thick, off, over, FLEXIBLE_STRAIN) > 0:
            most = most_bend_deg(thick, over, FLEXIBLE_STRAIN)
            return [said("work.do_bend_tears", what=row.label, most_deg=most)]
        return [said("work.do_bend_flexible", what=row.label, off_deg=off, over_mm=over)]
    if crack_mm(thick, off, over, WARM_STRAIN) > 0:
        opens = said(
            "work.do_bend_cracks",
            off_deg=off,
            crack_mm=crack_mm(thick, off, over, RIGID_STRAIN),
            warm_mm=crack_mm(thick, off, over, WARM_STRAIN),
        )
        return [opens, said("work.do_bend_baked"), *_hard(work, row, "broke")]
    return [said("work.do_bend_warm", what=row.label, off_deg=off, over_mm=over)]


def _length(work: Workpiece, plan: Plan, stage: Stage, row: Difference) -> list[Text]:
    piece = piece_of(work, row.joint)
    if stage == "wire" or piece is None:
        return _wire(work, row)
    if stage == "baked":
        return _hard(work, row, "too_large" if row.off > 0 else "changed_mind")
    inner = next((span for span in spans(work.sheet.body) if span.id == row.id), None)
    if inner is None or not inner.b.startswith("tip_") or row.off < -REACH_MM:
        return [said("work.do_open_clay", part=piece.part.label), *_wire(work, row)]
    told = _raw(work, plan, piece, row.off)
    later = _cheapest(work, piece, "too_large")
    if later is not None and row.off > 0:
        told.append(
            said("work.later", way=later.label, minutes_min=sum(t.minutes for t in later.tasks))
        )
    return told


def _wire(work: Workpiece, row: Difference) -> list[Text]:
    """Where the bend at the far end of a length, or its end, is to be."""
    marks = landmark_ids(work.sheet.body)
    span = next((span for span in spans(work.sheet.body) if span.id == row.id), None)
    if span is None or span.kind != "segment":
        return [said("work.do_nearer" if row.off > 0 else "work.do_apart", off_mm=abs(row.off))]
    if span.b.startswith("tip_"):
        if row.off > 0:
            return [said("work.do_cut_end", off_mm=row.off)]
        return [said("work.do_longer_end", off_mm=-row.off, most_mm=REACH_MM)]
    way = said("work.nearer" if row.off > 0 else "work.further", what=marks[span.a])
    return [said("work.do_rebend", what=marks[span.b], off_mm=abs(row.off), way=way)]


def _raw(work: Workpiece, plan: Plan, piece: Piece, off_mm: float) -> list[Text]:
    part = piece.part
    if off_mm < 0:
        return [said("work.do_add", part=part.label, off_mm=-off_mm)]
    spare = piece.wall_mm - KEPT_MM
    if piece.core is None:
        return [said("work.do_pare_solid", part=part.label, off_mm=off_mm)]
    if off_mm <= spare:
        return [said("work.do_pare", part=part.label, off_mm=off_mm, wall_mm=piece.wall_mm)]
    if off_mm <= 2 * spare:
        return [said("work.do_pare_around", part=part.label, off_mm=off_mm)]
    return [
        said("work.do_core", core_mm=off_mm),
        *core_rebuilt(plan, piece, off_mm, work.shares[part.id].skin_mm3 / 1000, work),
    ]


def core_rebuilt(
    plan: Plan, piece: Piece, core_mm: float, skin_cm3: float, work: Workpiece
) -> list[Text]:
    """A core made smaller while its clay is raw: the steps, with what is used again."""
    part = piece.part
    bulk = next((row for row in plan.bulk.parts if row.id == part.id), None)
    grams = skin_cm3 * work.densities.clay(part.clay).value
    told: list[Text] = [said("work.core_slit", part=part.label, clay_g=grams)]
    if bulk is not None and bulk.foil_m > 0:
        told.append(said("work.core_unwrap", foil_mm=bulk.foil_m * 1000))
    told.append(said("work.core_loop", core_mm=core_mm))
    if bulk is not None and bulk.piece is not None:
        told.append(
            said(
                "work.core_round",
                girth_mm=bulk.piece.girths_mm[-1],
                long_mm=bulk.piece.length_mm,
            )
        )
    told.append(said("work.core_cover", wall_mm=piece.wall_mm))
    return told


def _pair(work: Workpiece, stage: Stage, row: Difference) -> list[Text]:
    span = next((span for span in spans(work.sheet.body) if span.id == row.joint), None)
    wanted = row.wanted
    if span is not None:
        points = work.figure.bones[span.id]
        wanted = points.length_mm
    if stage == "wire":
        return [said("work.do_pair_wire", wanted_mm=wanted)]
    if stage == "raw":
        piece = piece_of(work, row.joint)
        if span is not None and not span.b.startswith("tip_") and piece is not None:
            opened = said("work.do_open_clay", part=piece.part.label)
            return [opened, said("work.do_pair_same", wanted_mm=wanted)]
        return [said("work.do_pair_raw", wanted_mm=wanted)]
    return _hard(work, row, "too_large")


def _cheapest(work: Workpiece, piece: Piece, kind: MishapKind) -> Way | None:
    """Of what Mend has for it once it is hard, what takes least."""
    found = ways(work, kind, piece.part.id, cured=True)
    return min(found, key=lambda way: sum(task.minutes for task in way.tasks), default=None)


def _hard(work: Workpiece, row: Difference, kind: MishapKind) -> list[Text]:
    """What Mend has for it."""
    piece = piece_of(work, row.joint)
    way = _cheapest(work, piece, kind) if piece is not None else None
    if way is None:
        return []
    return [
        said("work.do_sand", way=way.label, minutes_min=sum(task.minutes for task in way.tasks))
    ]
