"""What must be painted before it is out of reach: of each painted part, what the chosen brush gets to
before assembly and what each part put on takes away."""

from __future__ import annotations

import hashlib
from collections.abc import Callable, Mapping

from windcrest_core.body.figure import figure
from windcrest_core.body.reach import HAIR_DEG, Access, reached
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Frozen, said
from windcrest_core.findings import Finding, Fix, fix
from windcrest_core.given.reach import Patch, Reach
from windcrest_core.sheet.ids import free_id
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.ordering import Move
from windcrest_core.sheet.parts import Part
from windcrest_core.step_keys import step_key
from windcrest_core.steps import Need, Step

LOST_SHARE = 0.05  # of what is seen of a part: less is left to a stretch of the wrist [A]
MISSED_SHARE = 0.10


class ReachPlan(Frozen):
    """What was found of reach; `fresh` where the figure has not changed since it was looked at. The brush widens
    behind its tip by `widens_deg`."""

    brush_mm: float
    widens_deg: float
    looked: bool
    fresh: bool
    patches: list[PatchPlan]


class PatchPlan(Frozen):
    """A painted part: the share of it that is seen, of that what the brush gets to, what is in the
    way, and the parts that it must be painted before; by id."""

    part: str
    label: str
    seen: float
    reached: float
    in_the_way: str | None
    before: list[str]


def fingerprint(sheet: FigureSheet, wall_mm: float) -> str:
    """The same for two sheets whose reach is the same."""
    shape = {
        "id",
        "bone",
        "shape",
        "scale",
        "girth",
        "side",
        "orient",
        "seat",
        "area",
        "contact",
    }
    of_parts = [f"{part.model_dump_json(include=shape)} {part.assembled}" for part in sheet.parts]
    of_body = sheet.model_dump_json(include={"height_mm", "body", "face", "pose"})
    text = "\n".join([of_body, f"{wall_mm} {sheet.order.brush_mm}", *of_parts])
    return hashlib.sha256(text.encode()).hexdigest()[:24]


def assembled(sheet: FigureSheet) -> list[Part]:
    """Parts put on when all is baked, in the order of the sheet."""
    return [part for part in sheet.parts if part.assembled]


def look(sheet: FigureSheet, wall_mm: float, tell: Callable[[float], None]) -> Reach:
    """Work out the reach of every painted part; takes half a second of a figure of 40 parts.

    Parameters
    ----------
    wall_mm : of the parts that name none (House rules). tell : is told the share done, 0 to 1.
    """
    painted = [part.id for part in sheet.parts if part.area is not None]
    late = [part.id for part in assembled(sheet)]
    found = reached(figure(sheet, wall_mm), painted, late, sheet.order.brush_mm, tell)
    patches = []
    for key, access in found.before.items():
        seen = int(access.seen.sum())
        if not seen:
            continue
        cut_off, so_far = [], access
        for put_on in found.after:
            now = put_on.access[key]
            if int((so_far.reached & now.seen & ~now.reached).sum()) >= LOST_SHARE * seen:
                cut_off.append(put_on.part)
            so_far = now
        patches.append(
            Patch(
                part=key,
                seen=seen / len(access.seen),
                reached=_share(access),
                in_the_way=found.in_the_way.get(key),
                before=cut_off,
            )
        )
    return Reach(
        fingerprint=fingerprint(sheet, wall_mm), brush_mm=sheet.order.brush_mm, patches=patches
    )


def _share(access: Access) -> float:
    return float(access.reached.sum() / access.seen.sum())


def reach_plan(work: Workpiece) -> ReachPlan:
    sheet, reach = work.sheet, work.context.reach
    if reach is None:
        return ReachPlan(
            brush_mm=sheet.order.brush_mm,
            widens_deg=HAIR_DEG,
            looked=False,
            fresh=False,
            patches=[],
        )
    parts = {part.id: part for part in sheet.parts}
    return ReachPlan(
        brush_mm=reach.brush_mm,
        widens_deg=HAIR_DEG,
        looked=True,
        fresh=reach.fingerprint == fingerprint(sheet, work.context.rules.wall_mm),
        patches=[
            PatchPlan(
                part=patch.part,
                label=parts[patch.part].label,
                seen=patch.seen,
                reached=patch.reached,
                in_the_way=patch.in_the_way if patch.in_the_way in parts else None,
                before=[key for key in patch.before if key in parts and parts[key].assembled],
            )
            for patch in reach.patches
            if patch.part in parts and parts[patch.part].area is not None
        ],
    )


def painted_first(steps: list[Step], sheet: FigureSheet, plan: ReachPlan) -> list[Step]:
    """The steps, where those that assemble wait for the paint they would put out of reach."""
    areas = {part.id: part.area for part in sheet.parts if part.area is not None}
    needs: dict[str, list[Need]] = {}
    for patch in plan.patches:
        for part_id in patch.before if patch.part in areas else []:
            needs.setdefault(step_key(part_id, "join"), []).append(
                Need(
                    key=step_key(areas[patch.part], "coats"),
                    reason=said("order.painted_before_it_is_out", patch=patch.label),
                    kind="reach",
                )
            )
    return [
        step.model_copy(update={"needs": [*step.needs, *needs[step.key]]})
        if step.key in needs
        else step
        for step in steps
    ]


def reach_findings(
    work: Workpiece, plan: ReachPlan, beside: Mapping[str, str], may: Callable[[Move], bool]
) -> list[Finding]:
    """Parts the brush does not get to although they are seen, and are not painted before what is in the way.

    Parameters
    ----------
    beside : the steps that were moved before others, by key. may : whether a move would hold.
    """
    found = []
    for patch in plan.patches:
        missed = 1 - patch.reached
        first = _before_it_is_covered(work, patch)
        if missed < MISSED_SHARE or (first and beside.get(first.step) == first.before):
            continue
        half = max(1.0, round(plan.brush_mm / 2, 1))
        fixes: list[Fix] = (
            [fix(said("order.paint_it_with_a_brush", half_mm=half), ("order/brush_mm", half))]
            if half < plan.brush_mm
            else []
        )
        cover = work.sheet.part(patch.in_the_way) if patch.in_the_way else None
        if cover is not None and (cover.layer > 0 or cover.lies_on) and not cover.assembled:
            fixes.append(
                fix(
                    said("order.put_the_on_at_the", cover=cover.label),
                    (f"part/{cover.id}/meeting/kind", "glue"),
                )
                if cover.stock is not None
                else fix(
                    said("order.let_the_rest_it_lifts", cover=cover.label),
                    (f"part/{cover.id}/meeting/kind", "rest"),
                )
            )
        if first is not None and cover is not None and may(first):
            words = said("order.paint_it_before_it_is", patch=patch.label, cover=cover.label)
            fixes.append(fix(words, (f"move/{first.id}", first.model_dump())))
        behind = said("order.the_is_in_the_way", cover=cover.label) if cover else ""
        found.append(
            Finding(
                id="order.reach.brush",
                station="order",
                severity="note",
                subject=patch.part,
                title=said(
                    "order.reach.brush", patch=patch.label, brush_mm=plan.brush_mm, missed=missed
                ),
                reason=said("order.reach.brush.why", behind=behind),
                numbers={"missed_share": missed, "brush_mm": plan.brush_mm},
                fixes=fixes,
            )
        )
    return found


def _before_it_is_covered(work: Workpiece, patch: PatchPlan) -> Move | None:
    """The move of its paint to before the clay that comes over it."""
    area = work.sheet.part(patch.part).area
    cover = work.sheet.part(patch.in_the_way) if patch.in_the_way else None
    if cover is None or cover.stock is not None or cover.assembled or area is None:
        return None
    taken = {*work.sheet.retired_ids, *(move.id for move in work.sheet.order.moves)}
    return Move(
        id=free_id("move", taken),
        step=step_key(area, "coats"),
        before=step_key(cover.id, "cover"),
    )
