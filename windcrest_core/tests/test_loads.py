"""Loads that figures share in the calendar: what they save, what they cost in days, why some do not go."""

from __future__ import annotations

import unittest
from datetime import datetime, timedelta

from windcrest_core.given.house_rules import BenchDay, Rules
from windcrest_core.given.oven import Oven
from windcrest_core.given.progress import BakeDone, Progress
from windcrest_core.measures import Units
from windcrest_core.plan import Plan
from windcrest_core.prints.load_card import load_card_pdf
from windcrest_core.prints.page import Printing
from windcrest_core.tests.paper import read
from windcrest_core.tests.support import biped, context, example, planned, spoken
from windcrest_core.work.bakes import planned_bake
from windcrest_core.work.calendar import BakeOf, Task, Work, calendar
from windcrest_core.work.loads import held, offered, trouble
from windcrest_core.work.tasks import work_of

MONDAY = datetime(2026, 11, 23, 8, 0)
EVENINGS = Rules(bench_week=[BenchDay(from_h=19, hours=2)] * 7)


def figure(name: str, hands_min: float, then_min: float = 0.0, **bake: float) -> Work:
    """Some work, a bake of an hour at 130 °C, and some work."""
    told = {"minutes": 60.0, "oven_c": 130.0, "stands_c": 140.0, **bake}
    tasks = [
        Task(key="sculpt", label="Sculpt", minutes=hands_min),
        Task(key="bake.1", label="Bake 1", needs=["sculpt"], **told),  # type: ignore[arg-type]
    ]
    if then_min:
        tasks.append(Task(key="paint", label="Paint", minutes=then_min, needs=["bake.1"]))
    return Work(figure=name, name=name, tasks=tasks)


class LoadsTest(unittest.TestCase):
    def test_by_hand(self) -> None:
        """Two hours an evening, 60 and 120 min of sculpting, two bakes of an hour: Monday and Wednesday. One waiting for
        the other both are sculpted by eight on Tuesday, and in: an hour of the oven less, one finished a day later and
        the other a day sooner."""
        works = [figure("a", 60), figure("b", 120)]
        plain = calendar(works, EVENINGS, MONDAY)
        self.assertEqual([start.day for start in plain.loads], [23, 25])
        [load] = offered(works, EVENINGS, MONDAY, [])
        self.assertEqual(
            [(row.figure, row.key) for row in load.bakes], [("a", "bake.1"), ("b", "bake.1")]
        )
        self.assertEqual((load.saved, load.saved_min), (1, 60))
        self.assertEqual((load.dial_c, load.minutes), (130, 60))
        assert load.start is not None
        self.assertEqual(load.start, datetime(2026, 11, 24, 20, 0))
        self.assertEqual({row.figure: row.days for row in load.later}, {"a": 1, "b": -1})

    def test_held_bakes_go_in_when_all_are_ready(self) -> None:
        works = [figure("a", 60), figure("b", 120), figure("c", 300)]
        group = [BakeOf("a", "bake.1"), BakeOf("c", "bake.1")]
        laid = calendar(works, EVENINGS, MONDAY, [group])
        at = {row.figure: row for row in laid.sittings if row.oven_c is not None}
        self.assertEqual(at["a"].start, at["c"].start)
        self.assertTrue(at["a"].shared)
        sculpted = max(
            row.start + timedelta(minutes=row.minutes)
            for row in laid.sittings
            if row.figure == "c" and row.key == "sculpt"
        )
        self.assertGreaterEqual(at["a"].start, sculpted)

    def test_what_is_gone_is_not_waited_for(self) -> None:
        """A figure that was put away, or whose bake is done, keeps nobody waiting."""
        group = [BakeOf("a", "bake.1"), BakeOf("gone", "bake.1")]
        works = [figure("a", 60)]
        laid = calendar(works, EVENINGS, MONDAY, [group])
        self.assertEqual([row.start.day for row in laid.sittings], [23, 23])
        one = held(group, works, EVENINGS, MONDAY, [group])
        assert one is not None
        self.assertEqual(
            spoken(one.trouble[0]),
            "Nothing else is left that goes in with it: it goes into the oven by itself.",
        )
        self.assertIsNone(held(group, [], EVENINGS, MONDAY, [group]))

    def test_taken_is_not_offered_again(self) -> None:
        works = [figure("a", 60), figure("b", 120), figure("c", 130)]
        self.assertEqual(len(offered(works, EVENINGS, MONDAY, [])[0].bakes), 3)
        group = [BakeOf("a", "bake.1"), BakeOf("b", "bake.1")]
        self.assertEqual(offered(works, EVENINGS, MONDAY, [group]), [])

    def test_ready_together_is_one_load_that_saves_none(self) -> None:
        works = [
            Work(
                figure=name,
                name=name,
                tasks=[Task(key="bake.1", label="Bake 1", minutes=60, oven_c=130)],
            )
            for name in "ab"
        ]
        [load] = offered(works, EVENINGS, MONDAY, [])
        self.assertEqual((load.saved, load.saved_min, load.later), (0, 0, []))

    def test_why_they_do_not_go_together(self) -> None:
        def why(**more: float) -> list[str]:
            rows = [figure("Ox", 10), figure("Newt", 10, **more)]
            return [spoken(words) for words in trouble([(row, row.tasks[1]) for row in rows])]

        self.assertEqual(why(), [])
        self.assertEqual(
            why(oven_c=145.0, stands_c=150.0),
            ["Ox stands a dial of 142 °C at most, and Newt wants 145 °C."],
        )
        self.assertEqual(why(scorch_left=0.1), ["Newt would brown: 60 min at 130 °C."])
        rows = [figure("Ox", 10, tray=0.7), figure("Newt", 10, tray=0.5)]
        told = trouble([(row, row.tasks[1]) for row in rows])
        self.assertEqual(
            [spoken(words) for words in told], ["Together they take 120 % of the tray."]
        )

    def test_three_of_the_festival(self) -> None:
        names = ("ferrywoman", "newt_drummer", "pelican_piper")
        works = [work_of(planned(example(name)), name) for name in names]
        [load] = offered(works, Rules(), MONDAY, [])
        self.assertEqual([row.figure for row in load.bakes], list(names))
        self.assertEqual(load.saved, 2)
        self.assertEqual(load.minutes, max(row.minutes for row in load.bakes))
        without = calendar(works, Rules(), MONDAY)
        on = sum(row.minutes for row in without.sittings if row.oven_c is not None)
        group = [BakeOf(row.figure, row.key) for row in load.bakes]
        laid = calendar(works, Rules(), MONDAY, [group])
        shared = sum(max(row.minutes for row in rows) for rows in laid.loads.values())
        self.assertAlmostEqual(load.saved_min, on - shared)


class HotterDialTest(unittest.TestCase):
    def test_the_plan_goes_by_the_dial_it_was_in_at(self) -> None:
        """At 145 for 60 min clay of 135 scorches as the integral says, and is no rawer than at its own dial."""
        own = planned(biped(), context(), Progress(bakes=[BakeDone(bake=1, minutes=60)]))
        hot = planned(
            biped(), context(), Progress(bakes=[BakeDone(bake=1, minutes=60, dial_c=145)])
        )
        one, other = planned_bake(own, 1).bake, planned_bake(hot, 1).bake
        self.assertEqual((one.dial_c.value, other.dial_c.value), (135, 145))
        self.assertFalse(other.measured)
        for part, hotter in zip(one.parts, other.parts, strict=True):
            self.assertGreaterEqual(hotter.fusion, part.fusion - 1e-9)
            self.assertGreater(hotter.scorch, 1.5 * part.scorch)

    def test_the_card_says_what_each_wants(self) -> None:
        plans = [planned(example(name)) for name in ("ferrywoman", "newt_drummer")]
        text = self.card(plans, Units())
        longest = max(plan.bake.bakes[0].advised_min.value for plan in plans)
        self.assertIn(f"Dial 135 °C, {longest:.0f} min", text)
        for plan in plans:
            self.assertIn(plan.name, text)
            self.assertIn(f"135 °C, {plan.bake.bakes[0].advised_min.value:.0f} min", text)
        self.assertIn("275 °F", self.card(plans, Units(temperature="F")))

    def card(self, plans: list[Plan], units: Units) -> str:
        pages = read(load_card_pdf([(plan, 1) for plan in plans], Oven(), Printing(units=units)))
        return " ".join(" ".join(page.words for page in pages).split())
