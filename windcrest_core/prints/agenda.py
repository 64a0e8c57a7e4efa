"""The calendar of the bench: a plan as work to lay out, and the sittings as an iCalendar file."""

from __future__ import annotations

from datetime import datetime, timedelta
from itertools import groupby

from icalendar import Calendar as Ics
from icalendar import Event

from windcrest_core.order.calendar import Calendar, Sitting, Task, Work
from windcrest_core.plan import Plan

PRODUCT = "-//Windcrest//bench calendar//EN"


def work_of(plan: Plan, figure: str) -> Work:
    """What is left to do of a figure. A bake's minutes are those in the oven, its waiting the
    cooling."""
    bakes = {f"bake.{bake.number}": bake for bake in plan.bake.bakes}
    tasks = []
    for step in plan.order.steps:
        if step.done:
            continue
        bake = bakes.get(step.key)
        minutes, wait = step.minutes, step.wait_min
        if bake is not None:
            minutes, wait = step.minutes + bake.advised_min.value, bake.cooling_min
        tasks.append(
            Task(
                key=step.key,
                label=step.label,
                minutes=minutes,
                wait_min=wait,
                needs=[need.key for need in step.needs],
                oven_c=bake.dial_c.value if bake is not None else None,
            )
        )
    return Work(figure=figure, name=plan.name, tasks=tasks)


def agenda_ics(found: Calendar, made: datetime) -> bytes:
    """Each evening's work on a figure as one event (RFC 5545), in local time without a zone.

    Parameters
    ----------
    made : when the file is written, with its zone.
    """
    file = Ics()
    file.add("prodid", PRODUCT)
    file.add("version", "2.0")
    for (day, figure), rows in groupby(
        found.sittings, key=lambda row: (row.start.date(), row.figure)
    ):
        file.add_component(_event(f"{day}-{figure}", list(rows), made))
    return bytes(file.to_ical())


def _event(uid: str, rows: list[Sitting], made: datetime) -> Event:
    event = Event()
    first, last = rows[0], rows[-1]
    event.add("uid", f"{uid}-{first.start:%H%M}@windcrest")
    event.add("dtstamp", made)
    event.add("summary", f"{first.name}: {first.label}" + (" …" if len(rows) > 1 else ""))
    event.add("dtstart", first.start)
    event.add("dtend", last.start + timedelta(minutes=last.minutes))
    event.add(
        "description",
        "\n".join(f"{row.start:%H:%M} {row.label}, {row.minutes:.0f} min" for row in rows),
    )
    return event
