"""Stations that are remembered read nothing they are not asked anew for."""

from __future__ import annotations

import unittest
from collections.abc import Callable
from typing import Any

from pydantic import BaseModel

from windcrest_core import plan as planning
from windcrest_core.body.workpiece import Workpiece, workpiece
from windcrest_core.bulk.station import bulk_plan
from windcrest_core.character.station import character_plan
from windcrest_core.clay.station import clay_plan
from windcrest_core.colour.station import colour_plan
from windcrest_core.drawing.elevation import drawing
from windcrest_core.findings import Operation
from windcrest_core.frame.paths import wire_in_parts
from windcrest_core.frame.station import frame_plan
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.plan import plan
from windcrest_core.remembered import Station
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.tests.support import TODAY, biped, changed, context, example, planned

STATIONS: dict[str, Station[Any]] = {
    name: value for name, value in vars(planning).items() if isinstance(value, Station)
}


def watched(model: type[BaseModel], read: set[str]) -> type[Any]:
    """The same model, which writes down every field of its that is read."""
    fields = set(model.model_fields)

    class Watched(model):  # type: ignore[misc, valid-type]
        def __getattribute__(self, name: str) -> Any:
            if name in fields:
                read.add(f"{model.__name__}.{name}")
            return super().__getattribute__(name)

    return Watched


class ReadsTest(unittest.TestCase):
    def setUp(self) -> None:
        self.read: set[str] = set()
        self.sheet_type = watched(FigureSheet, self.read)
        self.context_type = watched(Context, self.read)
        self.progress_type = watched(Progress, self.read)

    def reads(self, sheet: FigureSheet, ask: Callable[[Workpiece], object]) -> set[str]:
        """What a station reads of a sheet and its context, on a workpiece of its own."""
        work = workpiece(
            self.sheet_type.model_construct(**sheet.__dict__),
            self.context_type.model_construct(**context().__dict__),
            self.progress_type.model_construct(**Progress().__dict__),
        )
        self.read.clear()
        ask(work)
        return set(self.read)

    def test_every_station_reads_only_what_it_is_asked_anew_for(self) -> None:
        sheets = [
            example(name) for name in ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox")
        ]
        sheets += [new_sheet("New", body, 250.0) for body in BODIES]
        for sheet in sheets:
            made = planned(sheet)
            wires = {run.id: run.chosen.wire for run in made.frame.runs}
            asked: dict[str, Callable[[Workpiece], object]] = {
                "FIGURE": lambda work: workpiece(work.sheet, work.context, work.progress),
                "CHARACTER": character_plan,
                "FRAME": frame_plan,
                "BULK": lambda work, w=wires: bulk_plan(work, wire_in_parts(work, w)),  # type: ignore[misc]
                "CLAY": lambda work, w=wires: clay_plan(work, wire_in_parts(work, w)),  # type: ignore[misc]
                "COLOUR": colour_plan,
                "DRAWING": lambda work: drawing(work.figure),
            }
            self.assertEqual(asked.keys(), STATIONS.keys())
            for name, ask in asked.items():
                allowed = {f"FigureSheet.{field}" for field in STATIONS[name].reads}
                allowed |= {"Context.rules", "Context.stores"}
                with self.subTest(sheet.name, station=name):
                    self.assertLessEqual(self.reads(sheet, ask), allowed)


class SameTest(unittest.TestCase):
    def test_one_change_after_another_plans_like_a_fresh_start(self) -> None:
        sheet = example("ferrywoman")
        area = sheet.colour.areas[0]
        changes: list[tuple[str, object]] = [
            ("name", "Another"),
            ("story", "She waits for the tide."),
            ("joint/elbow_r/swing_deg", 40),
            (f"area/{area.id}/target", "#336699"),
            ("run/arms/wire", "al_awg9"),
            ("base/thickness_mm", 25),
            ("part/skull/wall_mm", 4),
            ("order/brush_mm", 2),
            ("height_mm", 280),
        ]
        done = Progress(steps_done=[planned(sheet).order.steps[0].key])
        for path, value in changes:
            sheet = apply_edits(sheet, [Operation(path=path, value=value)])[0]
            for progress in (Progress(), done):
                after = plan(sheet, Context(), progress, TODAY)
                for station in STATIONS.values():
                    station.forget()
                with self.subTest(path, done=len(progress.steps_done)):
                    self.assertEqual(after, plan(sheet, Context(), progress, TODAY))

    def test_only_what_a_change_concerns_is_asked_anew(self) -> None:
        def frame(sheet: FigureSheet, **rules: Any) -> object:
            return plan(sheet, context(**rules), Progress(), TODAY).frame

        sheet = biped()
        first = frame(sheet)
        self.assertIs(frame(changed(sheet, name="Another")), first)
        self.assertIsNot(frame(changed(sheet, joint__elbow_r__swing_deg=40)), first)
        self.assertIsNot(frame(sheet, wall_mm=5.0), first)
        self.assertIs(frame(sheet, length_unit="in"), first)
