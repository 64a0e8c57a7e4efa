"""What stations answered is used again only where they would answer the same."""

from __future__ import annotations

import unittest
from typing import Any

from windcrest_core import plan as planning
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.plan import Plan, plan
from windcrest_core.remembered import Asked, Station, Written
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.tests.support import TODAY, biped, changed, context, example

STATIONS: list[Station[Any]] = [
    value for value in vars(planning).values() if isinstance(value, Station)
]


class StationTest(unittest.TestCase):
    """One that reads the story only of who is named Ada."""

    def setUp(self) -> None:
        self.asked = 0
        self.station = Station[str]()

    def answer(self, name: str, story: str, mood: str = "", done: bool = False) -> str:
        sheet = biped(name=name, story=story, mood=mood)
        progress = Progress(steps_done=["frame.cut.1"] if done else [])

        def ask(seen: Asked) -> str:
            self.asked += 1
            told = seen.sheet.story if seen.sheet.name == "Ada" else "nothing"
            return f"{told}, {len(seen.progress.steps_done)}" if told == "ticks" else told

        return self.station.of(Written(Asked(sheet, Context(), progress)), ask)

    def test_what_it_does_not_read_does_not_matter(self) -> None:
        self.assertEqual(self.answer("Bob", "sea"), "nothing")
        self.assertEqual(self.answer("Bob", "tide", "glad"), "nothing")
        self.assertEqual(self.asked, 1)

    def test_what_it_reads_only_sometimes_matters_from_then_on(self) -> None:
        self.answer("Bob", "sea")
        self.assertEqual(self.answer("Ada", "sea"), "sea")
        self.assertEqual(self.answer("Ada", "tide"), "tide")
        self.assertEqual(self.answer("Ada", "sea", "glad"), "sea")
        self.assertEqual(self.asked, 3)
        self.assertEqual(self.answer("Ada", "ticks"), "ticks, 0")
        self.assertEqual(self.answer("Ada", "ticks", done=True), "ticks, 1")

    def test_a_document_read_whole_is_read_in_every_field(self) -> None:
        def ask(seen: Asked) -> str:
            return seen.sheet.model_dump_json()

        for mood in ("glad", "grim"):
            written = Written(Asked(biped(mood=mood), Context(), Progress()))
            self.assertIn(mood, self.station.of(written, ask))

    def test_another_rule_or_store_is_asked_anew(self) -> None:
        def wall(given: Context) -> float:
            written = Written(Asked(biped(), given, Progress()))
            return Station[float].of(wide, written, lambda seen: seen.context.rules.wall_mm)

        wide = Station[float]()
        self.assertEqual([wall(context(wall_mm=mm)) for mm in (4.0, 5.0, 4.0)], [4, 5, 4])


class SameTest(unittest.TestCase):
    def test_one_change_after_another_plans_like_a_fresh_start(self) -> None:
        sheet = example("ferrywoman")
        area = sheet.colour.areas[0]
        light = {"id": "lamp", "part": "skull", "label": "lamp", "cell": "three_aaa"}
        changes: list[tuple[str, object]] = [
            ("name", "Another"),
            ("story", "She waits for the tide."),
            ("joint/elbow_r/swing_deg", 40),
            (f"area/{area.id}/target", "#336699"),
            ("run/arms/wire", "al_awg9"),
            ("base/thickness_mm", 25),
            ("light/lamp", light),
            ("base/thickness_mm", 14),
            ("part/skull/wall_mm", 4),
            ("order/brush_mm", 2),
            ("height_mm", 280),
        ]
        first = plan(sheet, Context(), Progress(), TODAY).order.steps[0].key
        done = Progress(steps_done=[first])
        for path, value in changes:
            sheet = changed(sheet, **{path: value})
            for progress in (Progress(), done):
                after = plan(sheet, Context(), progress, TODAY)
                for station in STATIONS:
                    station.forget()
                with self.subTest(path, done=len(progress.steps_done)):
                    self.assertEqual(after, plan(sheet, Context(), progress, TODAY))

    def test_only_what_a_change_concerns_is_asked_anew(self) -> None:
        def planned(sheet: FigureSheet, *done: str, **rules: Any) -> Plan:
            return plan(sheet, context(**rules), Progress(steps_done=list(done)), TODAY)

        sheet = biped()
        first = planned(sheet)
        stations = ("character", "frame", "bulk", "colour", "drawing")

        def anew(now: Plan) -> set[str]:
            return {name for name in stations if getattr(now, name) is not getattr(first, name)}

        self.assertEqual(anew(planned(changed(sheet, name="Another"))), set())
        self.assertEqual(anew(planned(sheet, first.order.steps[0].key)), set())
        self.assertEqual(anew(planned(sheet, length_unit="in")), set())
        self.assertEqual(anew(planned(changed(sheet, story="A long one."))), {"character"})
        self.assertEqual(
            anew(planned(changed(sheet, base__thickness_mm=31))) & {"frame"}, {"frame"}
        )
        posed = changed(sheet, joint__elbow_r__swing_deg=40)
        self.assertEqual(anew(planned(posed)), set(stations))
        self.assertEqual(anew(planned(sheet, wall_mm=5.0)), set(stations))
