"""Station 4: how much of which clay, and the ball to start each piece from."""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache

from windcrest_core.body.laminate import clay_share
from windcrest_core.body.portions import ball_mm
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import Clay, catalogue
from windcrest_core.clay.meets import Through
from windcrest_core.clay.model import ClayPlan, ClayTotal, PartClay, StageClay
from windcrest_core.clay.portions import portion_of
from windcrest_core.clay.putty import putty_uses
from windcrest_core.clay.remarks import clay_findings
from windcrest_core.clay.steps import clay_steps, texture_minutes
from windcrest_core.clay.threaded import strings, thread_findings
from windcrest_core.facts import Input, Quantity, Why, said
from windcrest_core.joining.fastening import Fastened
from windcrest_core.kept import PER_PART
from windcrest_core.packs import cheapest
from windcrest_core.step_keys import step_key


@lru_cache(maxsize=PER_PART)
def _why(skin_mm3: float, wire_mm3: float, density: float, source: str) -> Why:
    """Kept, since most parts stay as they are while one is moved."""
    return Why(
        formula=said("clay.the_part_outside_others_core"),
        inputs=[
            Input(name=said("clay.outside_others_core_off"), value=skin_mm3 / 1000, unit="cm³"),
            Input(name=said("clay.wire_in_it"), value=wire_mm3 / 1000, unit="cm³"),
            Input(name="clay", value=max(0.0, skin_mm3 - wire_mm3) / 1000, unit="cm³"),
            Input(name="density", value=density, unit="g/cm³"),
        ],
        source=said("clay.volume_by_a_grid_of", source=source),
    )


def clay_plan(
    work: Workpiece, wire_mm3: dict[str, float], fast: Fastened, through: Mapping[str, Through]
) -> ClayPlan:
    """Clay of every part and of the whole figure.

    Parameters
    ----------
    wire_mm3 : volume of wire inside each part; it takes clay's place where there is no core.
    fast : what holds what is put on. through : the wire of each run as what is strung on it has it, by its id.
    """
    shelf, rules, all_strung = catalogue(), work.context.rules, strings(work, through)
    parts = []
    textures = texture_minutes(work)
    for piece in work.clay_pieces:
        part, share = piece.part, work.shares[piece.part.id]
        wire = wire_mm3.get(part.id, 0.0) if share.core_mm3 <= 0 else 0.0
        clay_mm3 = share.skin_mm3 * clay_share(part)
        volume = max(0.0, clay_mm3 - wire)
        density = work.densities.clay(part.clay)
        parts.append(
            PartClay(
                id=part.id,
                label=part.label,
                clay=part.clay,
                grams=volume * 1e-3 * density.value,
                ball_mm=ball_mm(volume),
                portion=portion_of(work, piece, volume),
                equal_to=part.mirror_of,
                texture_min=textures.get(part.id, 0.0),
                why=_why(clay_mm3, wire, density.value, density.source),
            )
        )
    totals = [
        _total(work, shelf.clays[key], [part for part in parts if part.clay == key])
        for key in dict.fromkeys(part.clay for part in parts)
    ]
    waste = 1 + rules.waste_percent / 100
    net = sum(part.grams for part in parts)
    return ClayPlan(
        parts=parts,
        totals=totals,
        stages=[],
        putty=putty_uses(work),
        clay_g=Quantity(
            value=net * waste,
            unit="g",
            low=sum(total.with_waste.low or 0 for total in totals),
            high=sum(total.with_waste.high or 0 for total in totals),
            why=Why(
                formula=said("clay.whole_core_wire_bought_pieces"),
                inputs=[
                    *(Input(name=total.label, value=total.net_g, unit="g") for total in totals),
                    Input(name="waste", value=rules.waste_percent, unit="%"),
                ],
                source=said("clay.densities_literature_typical_weighing_a"),
            ),
        ),
        packs=sum(pack.count for total in totals for pack in total.packs),
        cost=sum(total.cost for total in totals),
        findings=[*clay_findings(work, totals), *thread_findings(work, through, all_strung)],
        steps=clay_steps(work, fast, through, all_strung),
    )


def by_stage(plan: ClayPlan, placed: dict[str, int]) -> ClayPlan:
    """The same with its clay by the bake it goes into.

    Parameters
    ----------
    placed : the bake of each step, by its key.
    """
    labels = {total.clay: total.label for total in plan.totals}
    sums: dict[tuple[int, str], float] = {}
    for part in plan.parts:
        key = (placed.get(step_key(part.id, "cover"), 1), part.clay)
        sums[key] = sums.get(key, 0.0) + part.grams
    stages = [
        StageClay(bake=bake, clay=clay, label=labels[clay], grams=grams)
        for (bake, clay), grams in sorted(sums.items())
    ]
    return plan.model_copy(update={"stages": stages})


def _total(work: Workpiece, clay: Clay, parts: list[PartClay]) -> ClayTotal:
    net = sum(part.grams for part in parts)
    density = work.densities.clay(clay.id)
    waste = 1 + work.context.rules.waste_percent / 100
    needed = net * waste
    packs = cheapest(needed, clay.packs)
    return ClayTotal(
        clay=clay.id,
        label=clay.label,
        colour=clay.colour,
        owned=clay.id in work.context.stores.clays,
        net_g=net,
        with_waste=Quantity(
            value=needed,
            unit="g",
            low=needed * density.low / density.value,
            high=needed * density.high / density.value,
            why=Why(
                formula=said("clay.sum_of_its_parts_waste"),
                inputs=[
                    Input(name="net", value=net, unit="g"),
                    Input(name="density", value=density.value, unit="g/cm³"),
                    Input(name="waste", value=work.context.rules.waste_percent, unit="%"),
                ],
                source=density.source,
            ),
        ),
        packs=packs,
        cost=sum(pack.cost for pack in packs),
    )
