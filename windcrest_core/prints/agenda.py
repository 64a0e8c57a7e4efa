"""The calendar of the bench: a plan as work to lay out, and the sittings as an iCalendar file."""

from __future__ import annotations

from datetime import datetime, timedelta
from itertools import groupby
from typing import Literal

from windcrest_core.facts import Frozen
from windcrest_core.measures import Units
from windcrest_core.say import Sayer
from windcrest_core.words import sayer
from windcrest_core.work.calendar import Calendar, Sitting

PRODUCT = "-//Windcrest//bench calendar//EN"


class Appointment(Frozen):
    """A block of work as a calendar was last told of it; `sequence` goes up with every change."""

    uid: str
    figure: str
    start: datetime
    end: datetime
    summary: str
    text: str
    sequence: int = 0
    cancelled: bool = False

    def differs(self, other: Appointment) -> bool:
        return self.model_copy(update={"sequence": other.sequence}) != other


class Agenda(Frozen):
    """What a calendar was told, kept so that the next file changes it and leaves nothing behind."""

    agenda_version: Literal[1] = 1
    told: list[Appointment] = []


def agenda_of(
    found: Calendar, before: Agenda, now: datetime, left_out: set[str], units: Units
) -> Agenda:
    """What a calendar is to be told now: each block of work on a figure in a day.

    A block is known by its first step and by the how-manieth day of that step it is, so that it moves
    where the step does. What was told and is no longer to come is cancelled; what is past stays.

    Parameters
    ----------
    left_out : figures that are not asked for: what was told of them stands.
    """
    told = {row.uid: row for row in before.told}
    fresh = {row.uid: row for row in _blocks(found, sayer(units))}
    rows = []
    for uid, row in fresh.items():
        old = told.get(uid)
        sequence = 0 if old is None else old.sequence + (1 if row.differs(old) else 0)
        rows.append(row.model_copy(update={"sequence": sequence}))
    for uid, old in told.items():
        if uid in fresh:
            continue
        gone = old.start >= now and not old.cancelled and old.figure not in left_out
        rows.append(
            old.model_copy(update={"cancelled": True, "sequence": old.sequence + 1})
            if gone
            else old
        )
    return Agenda(told=rows)


def _blocks(found: Calendar, speaker: Sayer) -> list[Appointment]:
    rows, days = [], dict[tuple[str, str], int]()
    for (_, figure), sittings in groupby(
        found.sittings, key=lambda row: (row.start.date(), row.figure)
    ):
        block = list(sittings)
        first, last = block[0], block[-1]
        day = days.get((figure, first.key), 0)
        for row in block:
            days[figure, row.key] = days.get((figure, row.key), 0) + 1
        start, end = _minute(first.start), _minute(last.start + timedelta(minutes=last.minutes))
        rows.append(
            Appointment(
                uid=f"{figure}.{first.key}.{day}@windcrest",
                figure=figure,
                start=start,
                end=max(end, start + timedelta(minutes=1)),
                summary=f"{first.name}: {speaker.say(first.label)}"
                + (" …" if len(block) > 1 else ""),
                text="\n".join(_words(row, speaker) for row in block),
            )
        )
    return rows


def _words(row: Sitting, speaker: Sayer) -> str:
    return f"{_minute(row.start):%H:%M} {speaker.say(row.label)}, {max(1, round(row.minutes))} min"


def _minute(at: datetime) -> datetime:
    return (at + timedelta(seconds=30)).replace(second=0, microsecond=0)


def agenda_ics(agenda: Agenda, made: datetime, now: datetime, left_out: set[str]) -> bytes:
    """What is to come of an agenda as an iCalendar file (RFC 5545), in local time without a zone.

    Parameters
    ----------
    made : when the file is written, with its zone. now : the same as the person's own time of day.
    """
    from icalendar import Calendar as Ics
    from icalendar import Event

    file = Ics()
    file.add("prodid", PRODUCT)
    file.add("version", "2.0")
    file.add("method", "PUBLISH")
    for row in agenda.told:
        if row.figure in left_out or (row.cancelled and row.start < now) or row.end < now:
            continue
        event = Event()
        event.add("uid", row.uid)
        event.add("sequence", row.sequence)
        event.add("dtstamp", made)
        event.add("status", "CANCELLED" if row.cancelled else "CONFIRMED")
        event.add("summary", row.summary)
        event.add("dtstart", row.start)
        event.add("dtend", row.end)
        event.add("description", row.text)
        file.add_component(event)
    return bytes(file.to_ical())
