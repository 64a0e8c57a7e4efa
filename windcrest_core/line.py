"""The work line: at each station what is done, and what was found."""

from __future__ import annotations

from collections.abc import Iterable

from windcrest_core.facts import Frozen
from windcrest_core.findings import STATIONS, Finding, Station
from windcrest_core.order.model import OrderPlan


class StationState(Frozen):
    """A bend of the work line: done, now, later; and how many findings of each kind."""

    station: Station
    state: str
    stops: int
    warns: int
    notes: int


def station_line(order: OrderPlan, findings: Iterable[Finding]) -> list[StationState]:
    counts = {station: dict.fromkeys(("stop", "warn", "note"), 0) for station in STATIONS}
    for finding in findings:
        counts[finding.station][finding.severity] += 1
    own = {s: [step for step in order.steps if step.station == s] for s in STATIONS}
    done = {s: bool(steps) and all(step.done for step in steps) for s, steps in own.items()}
    done["character"] = not any(counts["character"].values()) or any(
        step.done for step in own["frame"]
    )
    done["order"] = all(step.done for step in order.steps if step.bake is not None)
    now = next((s for s in STATIONS if not done[s]), None)
    return [
        StationState(
            station=s,
            state="done" if done[s] else "now" if s == now else "later",
            stops=counts[s]["stop"],
            warns=counts[s]["warn"],
            notes=counts[s]["note"],
        )
        for s in STATIONS
    ]
