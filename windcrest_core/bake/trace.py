"""Air as a probe measured it: readings in any order, twice or missing, made into a trace; CSV."""

from __future__ import annotations

import csv
import io
import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from windcrest_core.bake.heat import STEP_S
from windcrest_core.errors import SheetError
from windcrest_core.refused import beyond

Array = NDArray[np.float64]
LEAST_C, MOST_C = -20.0, 300.0
GAP_S = 600.0  # longer than this nothing is known of the oven between [A]
HEATING_C = 10.0  # below what was planned an oven may still be heating [A]
HEATED_S = 1800.0  # it is hot by then, or as hot as it gets [A]
HEATS_S = 600.0  # in which what is lacking falls to a third [A]
LATELY_S = 1200.0  # over which an oven's difference from the plan is taken [A]
SILENT_S = 120.0  # without a reading, and it is said [A]
MOST_ROWS = 50_000
FAHRENHEIT_FROM_C = 200.0  # no oven for clay stays above this: the readings are °F [A]


class AirReading(NamedTuple):
    """The air beside the piece: seconds since the bake was begun, and °C."""

    at_s: float
    temp_c: float


@dataclass(frozen=True)
class Trace:
    """Readings in order, each moment once. `gaps` are spans in which nothing was heard, s."""

    readings: list[AirReading]
    gaps: list[tuple[float, float]]

    @property
    def last_s(self) -> float:
        return self.readings[-1].at_s if self.readings else 0.0


def trace_of(readings: list[AirReading]) -> Trace:
    """A trace of readings that came in any order; of several at one moment the last counts.

    Examples
    --------
    >>> rows = [AirReading(at_s=t, temp_c=100 + t) for t in (30, 0, 30, 15)]
    >>> [row.at_s for row in trace_of(rows).readings]
    [0, 15, 30]
    """
    by_time = {row.at_s: row for row in readings}
    rows = [by_time[at] for at in sorted(by_time)]
    gaps = [(a.at_s, b.at_s) for a, b in pairwise(rows) if b.at_s - a.at_s > GAP_S]
    return Trace(readings=rows, gaps=gaps)


def trace_of_probes(rows: Sequence[Sequence[tuple[float, float]]]) -> Trace:
    """A trace of what one or more probes measured at once: (seconds, °C) of each.

    Of several, the mean of every second in which any was heard: each probe counts once.

    Examples
    --------
    >>> found = trace_of_probes([[(0, 100), (1, 110)], [(1.2, 130), (1.4, 134)]])
    >>> [(row.at_s, row.temp_c) for row in found.readings]
    [(0.0, 100.0), (1.0, 121.0)]
    """
    if len(rows) <= 1:
        return trace_of([AirReading(at_s=at, temp_c=temp) for own in rows for at, temp in own])
    sums: dict[int, list[float]] = {}
    for probe in rows:
        mine: dict[int, list[float]] = {}
        for at, temp in probe:
            mine.setdefault(math.floor(at), []).append(temp)
        for second, temps in mine.items():
            sums.setdefault(second, []).append(sum(temps) / len(temps))
    return trace_of(
        [
            AirReading(at_s=float(second), temp_c=sum(temps) / len(temps))
            for second, temps in sums.items()
        ]
    )


def air_along(trace: Trace, planned_c: Array) -> Array:
    """Air every 15 s: measured as far as it goes, then what was planned, shifted by how far the
    measured air mostly lay from it over the last twenty minutes; an open door does not count. An oven that is still
    heating is not one that stays cool: it comes to what was planned.

    Parameters
    ----------
    planned_c : (steps + 1,) the air as planned, °C, every `STEP_S`.
    """
    if not trace.readings:
        return planned_c
    times = np.array([row.at_s for row in trace.readings])
    temps = np.array([row.temp_c for row in trace.readings])
    grid = np.arange(len(planned_c)) * STEP_S
    known = grid <= times[-1]
    off = temps - np.interp(times, grid, planned_c)
    there = np.flatnonzero(off >= -HEATING_C)
    came_s = float(times[there[0]]) if len(there) else HEATED_S
    lately = times >= max(came_s, times[-1] - LATELY_S)
    if lately.any():
        ahead = planned_c + float(np.median(off[lately]))
    else:
        ahead = planned_c + off[-1] * np.exp((times[-1] - grid).clip(max=0) / HEATS_S)
    return np.asarray(np.where(known, np.interp(grid, times, temps), ahead))


def refuse_unreal(at_s: float, temp_c: float, longest_s: float = 24 * 3600.0) -> None:
    """Raise SheetError for a reading that no oven gives, or that is not of this bake."""
    if not math.isfinite(temp_c) or not LEAST_C <= temp_c <= MOST_C:
        raise beyond("temp_c", temp_c, least=LEAST_C, most=MOST_C, unit="°C")
    if not math.isfinite(at_s) or not 0 <= at_s <= longest_s:
        raise SheetError.one("at_s", at_s, f"from 0 to {longest_s:.0f} s since the bake began")


def read_trace(data: bytes) -> Trace:
    """A trace from CSV with the columns `time_s,temp_c`: times rising, −20 to 300 °C.

    Raises
    ------
    SheetError : with the row and what is allowed; also where the readings are plainly °F.
    """
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise SheetError.one("file", "(not UTF-8)", "a CSV file saved as UTF-8") from error
    rows = list(zip(range(MOST_ROWS + 2), csv.reader(io.StringIO(text)), strict=False))
    if len(rows) > MOST_ROWS + 1:
        raise SheetError.one("file", f"more than {MOST_ROWS:,} rows", f"at most {MOST_ROWS:,}")
    if not rows or [cell.strip().lower() for cell in rows[0][1]] != ["time_s", "temp_c"]:
        raise SheetError.one("row 1", ",".join(rows[0][1])[:60] if rows else "", "time_s,temp_c")
    found: list[AirReading] = []
    for number, cells in rows[1:]:
        at = f"row {number + 1}"
        try:
            time_s, temp_c = (float(cell) for cell in cells)
        except ValueError as error:
            raise SheetError.one(at, ",".join(cells)[:60], "two numbers, with a point") from error
        if found and time_s <= found[-1].at_s:
            raise SheetError.one(f"{at}/time_s", time_s, f"more than {found[-1].at_s:g}, rising")
        if not math.isfinite(temp_c) or not LEAST_C <= temp_c <= 1.8 * MOST_C + 32:
            refuse_unreal(max(0.0, time_s), temp_c)
        found.append(AirReading(at_s=time_s, temp_c=temp_c))
    if len(found) < 2:
        raise SheetError.one("file", f"{len(found)} readings", "at least two")
    if float(np.median([row.temp_c for row in found])) > FAHRENHEIT_FROM_C:
        raise SheetError.one(
            "temp_c",
            f"{found[len(found) // 2].temp_c:g} in the middle",
            "°C; these look like °F: turn them into °C, (F − 32) ÷ 1.8, and give them again",
        )
    for row in found:
        refuse_unreal(row.at_s, row.temp_c)
    return trace_of(found)


def trace_csv(trace: Trace) -> str:
    """The same as it is read."""
    lines = [f"{row.at_s:g},{row.temp_c:.2f}" for row in trace.readings]
    return "\r\n".join(["time_s,temp_c", *lines, ""])
