"""A bake while it runs: what the measured air has done to the clay so far, and what is to come."""

from __future__ import annotations

import math

import numpy as np

from windcrest_core.bake.answers import minutes_wanted
from windcrest_core.bake.bodies import heat_body
from windcrest_core.bake.chips import fusing_rate
from windcrest_core.bake.cure import CURED, SCORCH_LIMIT, SETS_BELOW_C
from windcrest_core.bake.firing import RAW, Before, Firing, WentIn
from windcrest_core.bake.heat import AIR_H_W_M2K, STEP_S
from windcrest_core.bake.model import BakePlan, Grade
from windcrest_core.bake.outcome import grade
from windcrest_core.bake.programme import planned_air
from windcrest_core.bake.trace import SILENT_S, Array, Trace, air_along
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Frozen, Text, said

HORIZON_MIN = 360.0
POINTS = 120
GRID_S = 5.0
APART_MIN = 5.0  # of one opening from the next
DOOR_DROP_C, DOOR_S = 15.0, 60.0  # a fall so deep in so short a time is an open door [A]
AHEAD_S = 180.0  # how far ahead a rise is followed [A]
RECOVERED_S = 900.0  # after a door, until the air is as it was [A]
SETTLED_S = 900.0  # after so long an oven has come to its own temperature [A]
LEAST_LEARNED_S, LEAST_SETTLED = 900.0, 15
LEAST_OFF_C = 3.0  # a smaller difference from House rules is nothing to learn [A]


class LivePart(Frozen):
    """One part now: fusion, 0 to 1, and scorch with what earlier bakes did, °C now."""

    id: str
    label: str
    fusion: float
    scorch: float
    scorch_limit: float
    surface_c: float
    core_c: float
    raw_in: bool


class LivePoint(Frozen):
    minute: float
    planned_c: float
    measured_c: float | None
    core_c: float


class Learned(Frozen):
    """What the trace says of this oven, °C: how far its air lies from the dial, how far it swings."""

    offset_c: float
    swing_c: float


class Live(Frozen):
    """A running bake. `to_go_min` is nought when it is done; `coming_c` is the hottest air that is to
    be expected in the next minutes, `coldest` how far the coldest of what paces it has come, `browning` the labels of parts
    whose scorch is past their limit."""

    number: int
    elapsed_min: float
    to_go_min: float
    done: bool
    air_c: float | None
    coming_c: float
    peak_c: float
    maximum_c: float
    slowest: str
    core_c: float
    silent_s: float | None
    learned: Learned | None
    coldest: Grade
    browning: list[str]
    parts: list[LivePart]
    points: list[LivePoint]
    remarks: list[Text]


def follow(
    work: Workpiece,
    bake: BakePlan,
    before: dict[str, Before],
    trace: Trace,
    elapsed_s: float,
    shared_c: float | None = None,
) -> Live:
    """Where a bake stands.

    Parameters
    ----------
    bake : as it was planned. before : by part; nothing of what goes in raw.
    elapsed_s : since it was begun, by the server's clock. shared_c : the dial of the load it is in with others.
    """
    oven = work.context.rules.oven
    dial = shared_c or bake.dial_c.value
    planned = planned_air(oven, dial, HORIZON_MIN, bake.stages)
    air = air_along(trace, planned)
    pieces = {part.id: work.figure.piece(part.id) for part in bake.parts}
    clays = [work.clay(piece.part.clay) for piece in pieces.values()]
    went_in = WentIn(
        np.array([clay.label_c.value for clay in clays]),
        np.array([fusing_rate(work.context.stores, clay.id) for clay in clays]),
        tuple(before.get(key, RAW) for key in pieces),
    )
    bodies = tuple(heat_body(work, piece) for piece in pieces.values())
    fired = Firing(bodies, air, AIR_H_W_M2K[oven.air], went_in)
    temps, fused, burnt = fired.temps, fired.fusion, fired.scorch
    now = min(len(air) - 1, int(elapsed_s / STEP_S))
    raw = np.array([part.raw_in for part in bake.parts])
    paced = raw if raw.any() else np.ones(len(raw), dtype=bool)
    cured = fired.cured_min()
    parts_most = np.array([part.most for part in bake.parts])
    able = paced & (parts_most >= CURED)
    slowest = int(np.argmax(np.where(able if able.any() else paced, cured, -1)))
    needed = 0.0
    if bake.stages_run:
        needed = bake.stages_run[-1].ends_min
    elif bake.advised_min.value > 0:
        can = parts_most[slowest] >= CURED
        needed, _ = minutes_wanted(
            work.context.rules.bake_time,
            bake.sets_only,
            bake.rule_min.value,
            float(cured[slowest]) if can else None,
            float(fired.set_min()[paced].max()),
        )
    least_c = went_in.label_c - SETS_BELOW_C
    elapsed_min = elapsed_s / 60
    silent = elapsed_s - trace.last_s if trace.readings else elapsed_s
    patience = max(SILENT_S, 4 * _between_s(trace))
    coming = _coming_c(trace, air, now)
    peak = max((row.temp_c for row in trace.readings), default=float(air[: now + 1].max()))
    parts = [
        LivePart(
            id=part.id,
            label=part.label,
            fusion=float(fused[now, at]),
            scorch=float(burnt[now, at]),
            scorch_limit=SCORCH_LIMIT[clays[at].shade],
            surface_c=float(temps.surface_c[now, at]),
            core_c=float(temps.core_c[now, at]),
            raw_in=part.raw_in,
        )
        for at, part in enumerate(bake.parts)
    ]
    return Live(
        number=bake.number,
        elapsed_min=elapsed_min,
        to_go_min=max(0.0, needed - elapsed_min),
        done=needed <= elapsed_min,
        air_c=trace.readings[-1].temp_c if trace.readings and silent <= patience else None,
        coming_c=coming,
        peak_c=peak,
        maximum_c=bake.maximum_c,
        slowest=bake.parts[slowest].label,
        core_c=float(temps.core_c[now, slowest]),
        silent_s=silent if silent > patience else None,
        learned=_learned(trace, dial, oven.offset_c, oven.swing_c),
        coldest=grade(
            float(fused[now][paced].min()),
            bool(np.all((temps.core_c[: now + 1].max(axis=0) >= least_c)[paced])),
        ),
        browning=[part.label for part in parts if part.scorch > part.scorch_limit],
        parts=parts,
        points=_points(trace, planned, air, temps.core_c[:, slowest], max(needed, elapsed_min)),
        remarks=[
            *_stage_now(bake, elapsed_min),
            *_remarks(trace, silent if silent > patience else None, coming, peak, bake.maximum_c),
        ],
    )


def _stage_now(bake: BakePlan, elapsed_min: float) -> list[Text]:
    """Which stage of a programme it is in, and what the dial is to be on."""
    stages = bake.stages_run
    for number, row in enumerate(stages, start=1):
        if elapsed_min < row.ends_min:
            arrived = elapsed_min >= row.arrives_min
            return [
                said(
                    "work.stage_now" if arrived else "work.stage_coming",
                    number=number,
                    of=len(stages),
                    dial_c=row.dial_c,
                    left_min=row.ends_min - elapsed_min,
                )
            ]
    return []


def _coming_c(trace: Trace, air: Array, now: int) -> float:
    """The hottest air of the next minutes: as planned from here, or by how fast it rises now."""
    ahead = float(air[now : now + int(AHEAD_S / STEP_S) + 1].max())
    recent = [row for row in trace.readings if row.at_s >= trace.last_s - 120.0]
    if len(recent) < 3:
        return ahead
    slope, _ = np.polyfit([row.at_s for row in recent], [row.temp_c for row in recent], 1)
    # A thermostat lets go: half of a steady rise is what is still to come.
    return max(ahead, recent[-1].temp_c + max(0.0, float(slope)) * AHEAD_S / 2)


def _learned(trace: Trace, dial_c: float, offset_c: float, swing_c: float) -> Learned | None:
    """Offset and swing of the oven once it has settled, where they differ from House rules."""
    opened = [minute * 60 for minute in doors(trace)]
    settled = [
        row.temp_c
        for row in trace.readings
        if row.at_s >= SETTLED_S
        and not any(at - 2 * DOOR_S <= row.at_s <= at + RECOVERED_S for at in opened)
    ]
    if len(settled) < LEAST_SETTLED or trace.last_s - SETTLED_S < LEAST_LEARNED_S:
        return None
    low, middle, high = np.percentile(settled, [5, 50, 95])
    found = Learned(
        offset_c=round(float(middle) - dial_c, 1), swing_c=round(float(high - low) / 2, 1)
    )
    same = (
        abs(found.offset_c - offset_c) < LEAST_OFF_C and abs(found.swing_c - swing_c) < LEAST_OFF_C
    )
    return None if same else found


def _between_s(trace: Trace) -> float:
    """How long it usually is from one reading to the next; nought of fewer than three."""
    times = [row.at_s for row in trace.readings]
    return float(np.median(np.diff(times))) if len(times) > 2 else 0.0


def doors(trace: Trace) -> list[float]:
    """Minutes at which the air fell as it does when the door is opened; a thermostat's own swing is
    slower."""
    if len(trace.readings) < 3:
        return []
    between = _between_s(trace)
    window = max(DOOR_S, 2.2 * between)
    drop = DOOR_DROP_C + (window - DOOR_S) / 20
    times = np.array([row.at_s for row in trace.readings])
    temps = np.array([row.temp_c for row in trace.readings])
    step = max(GRID_S, between)
    grid = np.arange(times[0], times[-1] + step / 2, step)
    air = np.interp(grid, times, temps)
    span = int(window / step) + 1
    from scipy.ndimage import maximum_filter1d

    hottest = maximum_filter1d(air, span, origin=(span - 1) // 2, mode="nearest")
    found: list[float] = []
    for minute in (grid[hottest - air >= drop] / 60).tolist():
        if not found or minute - found[-1] > APART_MIN:
            found.append(minute)
    return found


def _remarks(
    trace: Trace, silent_s: float | None, coming_c: float, peak_c: float, maximum_c: float
) -> list[Text]:
    """What has to be said, the most urgent first."""
    told: list[Text] = []
    if peak_c > maximum_c:
        told.append(said("work.the_air_was_at_above", peak_c=peak_c, maximum_c=maximum_c))
    elif coming_c > maximum_c:
        told.append(said("work.the_air_is_on_its", coming_c=coming_c, maximum_c=maximum_c))
    if silent_s is not None:
        since = (
            said("work.not_been_heard_yet")
            if not trace.readings
            else said("work.been_silent_for", silent_s_min=silent_s / 60)
        )
        told.append(said("work.the_probe_has_what_is", since=since))
    told += [said("work.the_door_was_open_at", minute=minute) for minute in doors(trace)]
    told += [said("work.nothing_was_heard_from_minute", a=a / 60, b=b / 60) for a, b in trace.gaps]
    return told


def _points(
    trace: Trace, planned: Array, air: Array, core: Array, until_min: float
) -> list[LivePoint]:
    """A drawing's worth of the bake, from its beginning to its end."""
    last = min(len(air) - 1, math.ceil(until_min * 60 / STEP_S))
    rows = np.unique(np.linspace(0, last, min(POINTS, last + 1)).astype(int))
    heard = trace.last_s if trace.readings else -1.0
    return [
        LivePoint(
            minute=row * STEP_S / 60,
            planned_c=round(float(planned[row]), 1),
            measured_c=round(float(air[row]), 1) if row * STEP_S <= heard else None,
            core_c=round(float(core[row]), 1),
        )
        for row in rows.tolist()
    ]
