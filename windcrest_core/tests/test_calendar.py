"""Steps over the hours there are: nothing before its reasons, nothing outside the hours, nothing lost."""

from __future__ import annotations

import unittest
from collections import defaultdict
from datetime import UTC, date, datetime, timedelta
from itertools import pairwise

import icalendar
from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.given.house_rules import BenchDay, Rules
from windcrest_core.given.load import Context
from windcrest_core.given.oven import Inside, Oven
from windcrest_core.given.progress import BakeDone, Progress
from windcrest_core.measures import Units
from windcrest_core.plan import plan
from windcrest_core.prints.agenda import Agenda, agenda_ics, agenda_of
from windcrest_core.tests.support import TODAY, biped, example, planned, spoken
from windcrest_core.work.calendar import Calendar, Sitting, Task, Work, calendar
from windcrest_core.work.tasks import work_of

MONDAY = datetime(2026, 11, 23, 8, 0)


def week(*hours: float, from_h: float = 19.0) -> Rules:
    """Bench hours from Monday on; the rest of the week like the last given."""
    rows = [*hours, *[hours[-1]] * (7 - len(hours))]
    return Rules(bench_week=[BenchDay(from_h=from_h, hours=h) for h in rows])


def chain(*minutes: float, wait: float = 0.0) -> list[Task]:
    return [
        Task(
            key=f"s{n}",
            label=f"s{n}",
            minutes=m,
            wait_min=wait,
            needs=[f"s{n - 1}"] if n else [],
        )
        for n, m in enumerate(minutes)
    ]


def work(name: str, tasks: list[Task]) -> Work:
    return Work(figure=name, name=name, tasks=tasks)


def end(row: Sitting) -> datetime:
    return row.start + timedelta(minutes=row.minutes)


@st.composite
def works(draw: st.DrawFn) -> list[Work]:
    found = []
    for name in "ab"[: draw(st.integers(1, 2))]:
        tasks = []
        for n in range(draw(st.integers(1, 8))):
            needs = [f"s{k}" for k in range(n) if draw(st.booleans())]
            bake = draw(st.booleans()) and n % 3 == 2
            tasks.append(
                Task(
                    key=f"s{n}",
                    label=f"s{n}",
                    minutes=draw(st.integers(1, 110)),
                    wait_min=draw(st.sampled_from([0, 0, 45, 1500])),
                    needs=needs,
                    oven_c=135.0 if bake else None,
                )
            )
        found.append(work(name, tasks))
    return found


class CalendarTest(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(works(), st.lists(st.sampled_from([0.0, 1.0, 2.0, 5.0]), min_size=7, max_size=7))
    def test_whatever_is_laid_out_can_be_worked(
        self, given_works: list[Work], hours: list[float]
    ) -> None:
        rules = week(*hours)
        found = calendar(given_works, rules, MONDAY)
        done_at: dict[tuple[str, str], datetime] = {}
        spent: dict[tuple[str, str], float] = defaultdict(float)
        tasks = {(w.figure, task.key): task for w in given_works for task in w.tasks}
        longest = max(hours) * 60
        for row in found.sittings:
            day = rules.bench_week[row.start.weekday()]
            opens = datetime.combine(row.start.date(), datetime.min.time()) + timedelta(
                hours=day.from_h
            )
            self.assertGreaterEqual(row.start, opens)
            task = tasks[row.figure, row.key]
            if task.minutes <= longest or task.oven_c is None:
                self.assertLessEqual(end(row), opens + timedelta(hours=day.hours, seconds=1))
            for need in task.needs:
                self.assertLessEqual(done_at[row.figure, need], row.start)
            spent[row.figure, row.key] += row.minutes
            if not row.more:
                done_at[row.figure, row.key] = end(row) + timedelta(minutes=task.wait_min)
        for finish in found.finishes:
            if finish.day is not None:
                for (figure, key), task in tasks.items():
                    if figure == finish.figure:
                        self.assertAlmostEqual(spent[figure, key], task.minutes, 4)

    def test_nobody_sits_at_two_things_at_once_but_a_shared_oven(self) -> None:
        found = self.demo()
        rows = sorted(found.sittings, key=lambda row: row.start)
        for before, after in pairwise(rows):
            if not (before.shared and after.shared):
                self.assertLessEqual(end(before), after.start + timedelta(seconds=1))

    def demo(self) -> Calendar:
        names = ("ferrywoman", "newt_drummer", "pelican_piper")
        return calendar([work_of(planned(example(n)), n) for n in names], Rules(), MONDAY)

    def test_by_hand(self) -> None:
        """Two hours an evening: 90 + 60 min are one evening and half an hour of the next."""
        found = calendar([work("a", chain(90, 60))], week(2.0), MONDAY)
        self.assertEqual(
            [(row.start.day, row.minutes, row.more) for row in found.sittings],
            [(23, 90, False), (23, 30, True), (24, 30, False)],
        )
        self.assertEqual(found.finishes[0].day, date(2026, 11, 24))

    def test_waiting_runs_while_nobody_sits_there_and_another_figure_fills_it(self) -> None:
        slow = work("a", chain(10, 10, wait=60))
        alone = calendar([slow], week(2.0), MONDAY)
        self.assertEqual((alone.sittings[1].start - alone.sittings[0].start).seconds, 70 * 60)
        both = calendar([slow, work("b", chain(40))], week(2.0), MONDAY)
        self.assertEqual([row.figure for row in both.sittings], ["a", "b", "a"])

    def test_a_bake_is_not_broken_off(self) -> None:
        tasks = [*chain(60), Task(key="bake", label="Bake 1", minutes=90, needs=["s0"], oven_c=130)]
        found = calendar([work("a", tasks)], week(2.0), MONDAY)
        self.assertEqual([row.start.day for row in found.sittings], [23, 24])
        self.assertEqual(found.remarks, [])

    def test_a_bake_longer_than_any_day_is_laid_on_the_longest_and_said(self) -> None:
        tasks = [Task(key="bake", label="Bake 1: long", minutes=200, oven_c=130)]
        found = calendar([work("a", tasks)], week(1.0, 1.0, 3.0, 1.0), MONDAY)
        self.assertEqual(found.sittings[0].start.weekday(), 2)
        self.assertIn("longer than any of your days", spoken(found.remarks[0]))

    def test_two_bakes_at_one_temperature_share_a_load(self) -> None:
        def bake(name: str, dial: float) -> Work:
            return work(name, [Task(key="bake", label="Bake 1", minutes=60, oven_c=dial)])

        found = calendar([bake("a", 130), bake("b", 131)], week(2.0), MONDAY)
        self.assertEqual([row.shared for row in found.sittings], [True, True])
        apart = calendar([bake("a", 130), bake("b", 110)], week(2.0), MONDAY)
        self.assertEqual([row.shared for row in apart.sittings], [False, False])

    def test_they_share_the_hottest_dial_that_all_of_them_stand_and_the_room_there_is(self) -> None:
        """130 and 120 at 130 where the cooler stands 132, not where it stands 125; three of 0.4 of a tray are two loads;
        a bake of several stages goes alone."""

        def loads(*rows: dict[str, object]) -> list[tuple[bool, float | None]]:
            works = [
                work(str(n), [Task.model_validate({"key": "bake", "label": "B", **row})])
                for n, row in enumerate(rows)
            ]
            return [(s.shared, s.oven_c) for s in calendar(works, week(3.0), MONDAY).sittings]

        hot = {"minutes": 60, "oven_c": 130.0, "stands_c": 140.0}
        cool = {"minutes": 45, "oven_c": 120.0}
        self.assertEqual(loads(hot, {**cool, "stands_c": 132}), [(True, 130), (True, 130)])
        self.assertEqual(loads({**cool, "stands_c": 132}, hot), [(True, 130), (True, 130)])
        self.assertEqual(loads(hot, {**cool, "stands_c": 125}), [(False, 130), (False, 120)])
        full = [{**hot, "tray": 0.4}] * 3
        self.assertEqual([shared for shared, _ in loads(*full)], [True, True, False])
        self.assertEqual(loads(hot, {**hot, "alone": True}), [(False, 130), (False, 130)])

    def test_a_bake_says_what_it_stands_and_what_of_the_tray_it_takes(self) -> None:
        inside = Inside(breadth_mm=300, depth_mm=250, height_mm=300)
        given = planned(biped())
        bakes = [t for t in work_of(given, "f", Oven(inside=inside)).tasks if t.oven_c is not None]
        for task, bake in zip(bakes, given.bake.bakes, strict=True):
            breadth, deep, _ = bake.fit.box_mm
            self.assertEqual(task.stands_c, bake.dials.high_c)
            self.assertAlmostEqual(task.tray, (breadth + 20) * (deep + 20) / (300 * 250))
        unknown = [t.tray for t in work_of(given, "f").tasks]
        self.assertEqual(set(unknown), {0.0})

    def test_holidays_and_a_shared_oven_are_kept(self) -> None:
        rules = week(2.0).model_copy(update={"away": [MONDAY.date()], "oven_days": [4]})
        tasks = [*chain(20), Task(key="bake", label="Bake 1", minutes=60, needs=["s0"], oven_c=130)]
        found = calendar([work("a", tasks)], rules, MONDAY)
        self.assertEqual([row.start.weekday() for row in found.sittings], [1, 4])

    def test_no_hours_and_no_oven_are_said(self) -> None:
        tasks = [Task(key="bake", label="Bake 1", minutes=60, oven_c=130)]
        for rules, said in (
            (week(0.0), "no bench hours"),
            (week(2.0).model_copy(update={"oven_days": []}), "nothing can be baked"),
        ):
            found = calendar([work("a", tasks)], rules, MONDAY)
            self.assertEqual((found.sittings, found.finishes[0].day), ([], None))
            self.assertIn(said, spoken(found.remarks[0]))

    def test_today_is_only_what_is_left_of_it(self) -> None:
        late = MONDAY.replace(hour=20, minute=30)
        found = calendar([work("a", chain(60))], week(2.0), late)
        self.assertEqual([row.minutes for row in found.sittings], [30, 30])

    def test_what_is_done_is_not_laid_out_again(self) -> None:
        sheet = example("newt_drummer")
        keys = [key for step in planned(sheet).order.steps if step.bake == 1 for key in step.keys]
        progress = Progress(steps_done=keys, bakes=[BakeDone(bake=1, minutes=70)])
        found = work_of(plan(sheet, Context(), progress, TODAY), "newt")
        self.assertFalse({task.key for task in found.tasks} & set(keys))
        self.assertTrue(calendar([found], Rules(), MONDAY).finishes[0].day)

    def events(self, agenda: Agenda, now: datetime = MONDAY) -> dict[str, icalendar.Event]:
        data = agenda_ics(agenda, datetime(2026, 11, 23, tzinfo=UTC), now, set())
        found = icalendar.Calendar.from_ical(data).walk("VEVENT")
        self.assertEqual(len({str(event["uid"]) for event in found}), len(found))
        return {str(event["uid"]): event for event in found}

    def test_the_ics_file_holds_every_minute_of_work(self) -> None:
        found = self.demo()
        events = self.events(agenda_of(found, Agenda(), MONDAY, set(), Units()))
        text = "\n".join(str(event["description"]) for event in events.values())
        self.assertEqual(len(text.splitlines()), len(found.sittings))
        for event in events.values():
            self.assertLess(event["dtstart"].dt, event["dtend"].dt)
            for at in (event["dtstart"].dt, event["dtend"].dt):
                self.assertEqual((at.second, at.microsecond), (0, 0))
            self.assertEqual((event["sequence"], str(event["status"])), (0, "CONFIRMED"))

    def test_a_second_file_leaves_nothing_stale(self) -> None:
        """A calendar that takes file after file holds in the end what is planned and no more."""
        works = [work("a", chain(60, 90, 30, 200, 45)), work("b", chain(45, 45, 300))]
        told, held = Agenda(), dict[str, icalendar.Event]()
        hours = [week(2.0), week(1.0), week(0, 3.0, 1.5), week(2.0)]
        for n, rules in enumerate(hours):
            now = MONDAY + timedelta(days=n)
            left = [w.model_copy(update={"tasks": w.tasks[n // 2 :]}) for w in works]
            found = calendar(left, rules, now)
            told = agenda_of(found, told, now, set(), Units())
            for uid, event in self.events(told, now).items():
                before = held.get(uid)
                if before is not None and before["sequence"] < event["sequence"]:
                    self.assertTrue(before.to_ical() != event.to_ical())
                if before is None or before["sequence"] <= event["sequence"]:
                    held[uid] = event
            coming = sorted(
                (event["dtstart"].dt, str(event["summary"]))
                for event in held.values()
                if str(event["status"]) == "CONFIRMED" and event["dtstart"].dt >= now
            )
            days = {(row.start.date(), row.figure) for row in found.sittings}
            self.assertEqual(len(coming), len(days))
        self.assertTrue(any(row.cancelled for row in told.told))

    def test_the_same_again_changes_no_sequence(self) -> None:
        once = agenda_of(self.demo(), Agenda(), MONDAY, set(), Units())
        self.assertEqual(agenda_of(self.demo(), once, MONDAY, set(), Units()), once)

    def test_what_is_left_out_by_choice_stands(self) -> None:
        both = [work("a", chain(60, 90)), work("b", chain(45))]
        once = agenda_of(calendar(both, week(2.0), MONDAY), Agenda(), MONDAY, set(), Units())
        one = calendar(both[:1], week(2.0), MONDAY)
        kept = agenda_of(one, once, MONDAY, {"b"}, Units())
        gone = agenda_of(one, once, MONDAY, set(), Units())
        self.assertFalse(any(row.cancelled for row in kept.told if row.figure == "b"))
        self.assertTrue(all(row.cancelled for row in gone.told if row.figure == "b"))
