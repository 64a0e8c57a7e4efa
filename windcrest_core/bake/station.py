"""Station 6: for each bake the dial, the minutes by rule and by model, and what happens inside."""

from __future__ import annotations

import math
from collections.abc import Container, Mapping

import numpy as np

from windcrest_core.bake.answers import (
    label_answer,
    minutes_wanted,
    model_answer,
    rule_answer,
)
from windcrest_core.bake.bands import grades
from windcrest_core.bake.chips import chip_rate
from windcrest_core.bake.cure import CURED
from windcrest_core.bake.firing import STEPS_PER_MIN
from windcrest_core.bake.heat import AIR_H_W_M2K, HeatBody, cooling_minutes
from windcrest_core.bake.model import BakePlan, BakeStation, DialRange, Passenger, StagePlan
from windcrest_core.bake.outcome import (
    Carried,
    curve,
    ends,
    part_bake,
    rule_min,
)
from windcrest_core.bake.ovenful import OvenRun, fired_in, simulate
from windcrest_core.bake.passengers import passengers
from windcrest_core.bake.programme import dials_for, programme_air
from windcrest_core.bake.remarks import bake_findings
from windcrest_core.bake.steps import bake_step
from windcrest_core.bake.supports import fit, supports, turned
from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import Clay
from windcrest_core.facts import Input, Quantity, Text, Why, said
from windcrest_core.given.oven import HANDLE_C
from windcrest_core.given.progress import BakeDone
from windcrest_core.sheet.programmes import Stage

NOTHING: Mapping[int, list[str]] = {}
OvenKey = tuple[float, float, tuple[float, ...], tuple[Stage, ...]]
UNPAINTED: Mapping[str, int] = {}
SOFT_FUSION = 0.7  # of a part that was found soft whatever the model says [A]


def bake_station(
    work: Workpiece,
    groups: list[list[str]],
    inserts_from: dict[str, int],
    fresh: Mapping[int, list[str]] = NOTHING,
    painted_from: Mapping[str, int] = UNPAINTED,
) -> BakeStation:
    """Plan every bake.

    Parameters
    ----------
    groups : ids of the parts that are raw in each bake, in order.
    inserts_from : first bake that each bought piece is in. fresh : parts that are cured, with fresh clay
        on them, by bake. painted_from : first bake that each colour area painted between bakes is in so.
    """
    pieces = {piece.part.id: piece for piece in work.clay_pieces}
    ran = {done.bake: done for done in work.progress.bakes}
    carried = Carried({}, {})
    soft = [mishap for mishap in work.progress.mishaps if mishap.kind == "too_soft"]
    bakes: list[BakePlan] = []
    inside: list[str] = []
    hopeless: set[str] = set()  # what six hours do not fuse is not waited for again
    sims: dict[OvenKey, OvenRun] = {}
    fed = [number for number, raw in enumerate(groups, start=1) if raw]
    cures_all = max(fed, default=len(groups))
    for number, raw in enumerate(groups, start=1):
        for part_id in raw:
            if part_id in inside:  # made again: it begins as raw clay
                carried.fusion.pop(part_id, None)
                carried.scorch.pop(part_id, None)
            else:
                inside.append(part_id)
        if not inside:
            continue
        short = work.context.rules.bake_school == "short_sets" and number < cures_all
        paced = list(raw)
        if not short:
            paced += [
                key
                for key in inside
                if key not in raw and key not in hopeless and carried.fusion.get(key, 0.0) < CURED
            ]
        on_cured = [key for key in fresh.get(number, []) if key in inside and key not in paced]
        paced += on_cured
        clays = [work.clay(pieces[key].part.clay) for key in raw or paced or inside]
        label = max(clay.label_c.value for clay in clays)
        inserts = [key for key, first in inserts_from.items() if first <= number]
        bakes.append(
            _one_bake(
                work,
                number,
                label,
                list(inside),
                set(raw),
                paced,
                on_cured,
                short,
                inserts,
                [area for area, first in painted_from.items() if first <= number],
                carried,
                ran,
                sims,
                pieces,
            )
        )
        if bakes[-1].done_min is None and not short:
            hopeless |= {part.id for part in bakes[-1].parts if part.model_min is None}
        for mishap in soft:
            if mishap.after_bake == number and mishap.part in carried.fusion:
                found_soft = min(SOFT_FUSION, carried.fusion[mishap.part])
                carried.fusion[mishap.part] = found_soft
    total = sum(bake.minutes for bake in bakes)
    return BakeStation(
        bakes=bakes,
        total_min=Quantity(
            value=total,
            unit="min",
            why=Why(
                formula=said("bake.sum_of_the_advised_minutes"),
                inputs=[
                    Input(name=said("bake.bake", number=b.number), value=b.minutes, unit="min")
                    for b in bakes
                ],
                source=said("bake.each_bake_below"),
            ),
        ),
        findings=bake_findings(work, bakes),
        steps=[bake_step(bake) for bake in bakes],
    )


def _one_bake(
    work: Workpiece,
    number: int,
    label_c: float,
    inside: list[str],
    raw: Container[str],
    pacing: list[str],
    fresh: Container[str],
    short: bool,
    inserts: list[str],
    painted: list[str],
    carried: Carried,
    ran: dict[int, BakeDone],
    sims: dict[OvenKey, OvenRun],
    pieces: dict[str, Piece],
) -> BakePlan:
    rules = work.context.rules
    programme = next((row for row in work.sheet.programmes if row.cures in raw), None)
    stages = tuple(programme.stages) if programme else ()
    record = ran.get(number)
    shared_c = record.dial_c if record else None
    if shared_c is not None:
        programme, stages = None, ()
    dial = shared_c or max(
        (stage.dial_c for stage in stages), default=label_c - rules.oven.offset_c
    )
    legs = programme_air(rules.oven, stages, 0.0).legs if stages else []
    done = record.minutes if record else None
    measured = tuple(record.air_c) if record else ()
    least = max(done or 60.0, legs[-1].ends if legs else 0.0)
    key = (dial, 60.0 * math.ceil(least / 60.0), measured, stages)
    if key not in sims:
        sims[key] = simulate(work, pieces, *key)
    sim = sims[key]
    temps = sim.temps
    start = np.ones(len(sim.most))
    for part_id in inside:
        at = sim.column[part_id]
        fused = 0.0 if part_id in fresh else carried.fusion.get(part_id, 0.0)
        start[at] = min(start[at], fused)
    went_in = tuple(start.tolist())
    fired = fired_in(sim.ovenful, went_in)
    cured_at = fired.cured_min()
    paced = pacing or inside
    thickest = max((pieces[key] for key in paced), key=lambda piece: rule_min(work, piece))
    rule = rule_min(work, thickest)
    able = [key for key in paced if sim.most[sim.column[key]] >= CURED] or paced
    slowest = max(able, key=lambda part_id: (cured_at[sim.column[part_id]], part_id))
    model = float(cured_at[sim.column[slowest]])
    came_first = ends(sim, fired, len(temps.time_s) - 1)
    sets = max(came_first[sim.column[part_id]].set_min for part_id in paced)
    because: Text
    if not pacing:
        advised, because = 0.0, said("bake.nothing_in_it_is_raw")
    else:
        can = bool(sim.most[sim.column[slowest]] >= CURED)
        school = work.context.rules.bake_time
        advised, because = minutes_wanted(school, short, rule, model if can else None, sets)
    if legs:
        advised, because = legs[-1].ends, said("bake.your_own_programme")
    minutes = advised if done is None else done
    last = min(len(temps.time_s) - 1, round(minutes * STEPS_PER_MIN))
    came_to = ends(sim, fired, last)
    parts = [
        part_bake(work, pieces[key], sim.bodies[key], came_to[sim.column[key]], carried, key in raw)
        for key in inside
    ]
    for part in parts:
        carried.fusion[part.id] = part.fusion
        carried.scorch[part.id] = part.scorch
    column = sim.column[slowest]
    oven_label_c, rate = sim.ovenful.label_c[column], sim.ovenful.rate[column]
    shown = chip_rate(work.context.stores, pieces[slowest].part.clay).between
    band = grades(sim.bodies[slowest], rules.oven, dial, oven_label_c, rate, stages, shown)
    clays = [work.clay(pieces[key].part.clay) for key in inside]
    strictest = min(clays, key=lambda clay: clay.maximum_c.value)
    peak = float(temps.air_c[: last + 1].max())
    carries = passengers(work, inside, inserts, painted, sim, last, record is not None)
    return BakePlan(
        number=number,
        grades=band,
        label_c=label_answer(clays, label_c),
        dial_c=Quantity(
            value=dial,
            unit="C",
            why=Why(
                formula=said("bake.dial_of_the_shared_load")
                if shared_c is not None
                else said("bake.the_hottest_of_your_stages")
                if legs
                else said("bake.label_temperature_offset_of_this"),
                inputs=[
                    Input(name="label", value=label_c, unit="°C"),
                    Input(name="offset", value=rules.oven.offset_c, unit="°C"),
                ],
                source=said("bake.house_rules_a_thermometer_beside"),
            ),
        ),
        peak_air_c=peak,
        steady_air_c=float(np.median(temps.air_c[last // 3 : last + 1])),
        maximum_c=strictest.maximum_c.value,
        start=rules.oven.start,
        rule_min=rule_answer(work, thickest),
        model_min=model_answer(work, pieces[slowest], model, sim, band)
        if math.isfinite(model)
        else None,
        advised_min=Quantity(
            value=advised,
            unit="min",
            why=Why(
                formula=because,
                inputs=[
                    Input(name=said("bake.label_rule"), value=rule, unit="min"),
                    *(
                        [Input(name="model", value=model, unit="min")]
                        if math.isfinite(model)
                        else []
                    ),
                ],
                source=said("bake.house_rules", bake_time=rules.bake_time.replace("_", " ")),
            ),
        ),
        done_min=done,
        cooling_min=_cooling(work, sim.bodies[slowest], label_c),
        slowest=slowest,
        because=because,
        sets_only=short,
        measured=bool(measured),
        curve=list(curve(sim.ovenful, went_in, column, last)),
        parts=parts,
        inserts=carries,
        supports=supports(work, raw),
        fit=fit(work, {*inside, *inserts}),
        turned=turned(work, [pieces[key] for key in inside if key in raw], pieces[slowest]),
        programme=programme.id if programme else None,
        stages_run=[
            StagePlan(
                dial_c=leg.stage.dial_c,
                hold_min=leg.stage.minutes,
                ramp_c_min=leg.stage.ramp_c_min,
                begins_min=leg.begins,
                arrives_min=leg.arrives,
                ends_min=leg.ends,
            )
            for leg in legs
        ],
        dials=_dials(work, [work.clay(pieces[key].part.clay) for key in paced], clays, carries),
    )


def _dials(
    work: Workpiece, to_cure: list[Clay], clays: list[Clay], carries: list[Passenger]
) -> DialRange:
    """Which dials suit.

    Parameters
    ----------
    to_cure : the clays that are not yet cured. clays : all that is in. carries : what else is.
    """
    limits: list[tuple[float, Text]] = [(clay.maximum_c.value, clay.label) for clay in clays]
    limits += [(row.limit_c, row.label) for row in carries if not row.harmless]
    least, by = min(limits, key=lambda row: row[0])
    found = dials_for(work.context.rules.oven, [clay.label_c.value for clay in to_cure], [least])
    return DialRange(ever_c=found.ever_c, low_c=found.low_c, high_c=found.high_c, capped_by=by)


def _cooling(work: Workpiece, body: HeatBody, label_c: float) -> float:
    """Minutes in room air with the door ajar until the core is below 45 °C."""
    h = AIR_H_W_M2K[work.context.rules.oven.air]
    return cooling_minutes(body, h, label_c, HANDLE_C)
