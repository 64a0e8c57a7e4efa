"""A bake as the sculptor wants it: its air, what comes of it, which dials suit."""

from __future__ import annotations

import unittest
from typing import Any

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from windcrest_core.bake.cure import CURED, ceiling
from windcrest_core.bake.firing import Firing, WentIn
from windcrest_core.bake.heat import BALL, LIMB, STEP_S, WALL, HeatBody
from windcrest_core.bake.model import BakePlan
from windcrest_core.bake.oven import air_c
from windcrest_core.bake.programme import dials_for, programme_air
from windcrest_core.errors import SheetError
from windcrest_core.given.oven import Oven
from windcrest_core.given.progress import BakeDone, Progress
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.programmes import Stage
from windcrest_core.tests.support import (
    biped,
    changed,
    context,
    findings_of,
    planned,
    refused,
    spoken,
)
from windcrest_core.work.bakes import planned_bake

BODIES = (HeatBody(WALL, 6, 3), HeatBody(LIMB, 6), HeatBody(BALL, 6, 14))
STEADY = Oven(swing_c=0, start="cold", ramp_c_min=40)


def run(*stages: tuple[float, float], ramps: tuple[float | None, ...] = ()) -> list[Stage]:
    given = ramps or (None,) * len(stages)
    return [
        Stage(dial_c=dial, minutes=minutes, ramp_c_min=ramp)
        for (dial, minutes), ramp in zip(stages, given, strict=True)
    ]


def minutes_in(air: np.ndarray[Any, np.dtype[np.float64]]) -> list[float]:
    found: list[float] = Firing(BODIES, air, 14.0, WentIn.raw(135.0, 1, 1, 1)).cured_min().tolist()
    return found


class AirTest(unittest.TestCase):
    def test_minutes_of_slow_heating(self) -> None:
        """6 over 3, a rod of 6, a ball 6 over 14: SCIENCE 6b, Programme."""
        slow = run((135, 300), ramps=(10,))
        dried = run((95, 20), (135, 200), ramps=(10, 3))
        for stages, wanted in ((slow, (63, 36.5, 51)), (dried, (77, 56, 67))):
            found = minutes_in(programme_air(STEADY, stages, 300).air_c)
            for minutes, by_reference in zip(found, wanted, strict=True):
                self.assertAlmostEqual(minutes, by_reference, delta=0.75)

    def test_cooler_and_longer_gives_next_to_nothing(self) -> None:
        """121 for 40 min, then 93 for 60, in steps: wall and rod of label 135, 125 and 121 inside."""
        air = np.concatenate([np.full(161, 121.0), np.full(240, 93.0)])
        for label, wall, rod in ((135, 0.15, 0.73), (125, 0.52, 0.994), (121, 0.70, 1.0)):
            fired = Firing(BODIES[:2], air, 14.0, WentIn.raw(float(label), 1, 1))
            self.assertAlmostEqual(float(fired.fusion[-1, 0]), wall, delta=0.015)
            self.assertAlmostEqual(float(fired.fusion[-1, 1]), rod, delta=0.015)

    @given(st.sampled_from(["preheated", "cold"]), st.floats(80, 180), st.floats(0, 12))
    def test_one_stage_without_a_ramp_is_the_oven_as_it_is(
        self, start: Any, dial_c: float, swing_c: float
    ) -> None:
        """To within a step of the thermostat where it heats from cold in steps of 15 s."""
        oven = Oven(start=start, swing_c=swing_c, offset_c=3)
        mine = programme_air(oven, run((dial_c, 120)), 120).air_c
        plain = air_c(oven, dial_c, 120)
        near = 1e-9 if start == "preheated" else 4 * swing_c * STEP_S / 360 + 1.0
        self.assertLess(float(np.abs(mine[: len(plain)] - plain).max()), near)

    @given(
        st.lists(
            st.tuples(st.floats(60, 180), st.floats(1, 60), st.floats(0.5, 30)),
            min_size=1,
            max_size=8,
        )
    )
    def test_every_stage_is_held_as_long_as_it_says_and_heated_no_faster(
        self, rows: list[tuple[float, float, float]]
    ) -> None:
        stages = [Stage(dial_c=d, minutes=m, ramp_c_min=r) for d, m, r in rows]
        air, legs = programme_air(STEADY, stages, 0)
        before = 20.0
        for stage, leg in zip(stages, legs, strict=True):
            self.assertAlmostEqual(leg.ends - leg.arrives, stage.minutes, delta=STEP_S / 60)
            rise = stage.dial_c - before
            fastest = (stage.ramp_c_min or 40.0) if rise > 0 else min(3.0, stage.ramp_c_min or 3.0)
            self.assertGreaterEqual(leg.arrives - leg.begins, abs(rise) / fastest - 1e-6)
            held = air[round(leg.arrives * 4) : round(leg.ends * 4)]
            self.assertTrue(np.allclose(held, stage.dial_c))
            before = stage.dial_c


class DialTest(unittest.TestCase):
    def test_the_least_dial_that_ever_cures(self) -> None:
        """Where clay held for ever just comes to 0.95, by the ceiling of fusion itself."""
        ever = dials_for(Oven(), [135.0, 120.0], [150.0]).ever_c
        self.assertAlmostEqual(float(ceiling(ever, 135.0)), CURED, 3)

    def test_acrylic_eyes_leave_no_dial(self) -> None:
        first = planned(changed(biped(), part__eye_r__stock="acrylic")).bake.bakes[0]
        self.assertGreater(first.dials.low_c, first.dials.high_c)
        self.assertEqual(spoken(first.dials.capped_by), "right eye")
        glass = planned(biped()).bake.bakes[0]
        self.assertLess(glass.dials.low_c, glass.dials.high_c)
        self.assertAlmostEqual(glass.dials.low_c, 135 - 10.41 + 2)


def with_programme(*stages: tuple[float, float]) -> FigureSheet:
    rows = [{"dial_c": dial, "minutes": minutes} for dial, minutes in stages]
    return changed(biped(), programme__slow={"id": "slow", "cures": "chest", "stages": rows})


class PlannedTest(unittest.TestCase):
    def first(self, *stages: tuple[float, float]) -> BakePlan:
        return planned(with_programme(*stages)).bake.bakes[0]

    def test_the_bake_of_its_part_is_run_so(self) -> None:
        plan = planned(with_programme((95, 20), (135, 60)))
        first, second = plan.bake.bakes
        self.assertEqual((first.programme, second.programme), ("slow", None))
        legs = first.stages_run
        self.assertEqual(
            [(row.dial_c, row.hold_min) for row in legs], [(95.0, 20.0), (135.0, 60.0)]
        )
        self.assertEqual(first.advised_min.value, legs[-1].ends_min)
        self.assertAlmostEqual(max(p.air_c for p in first.curve if p.minute < 19), 103, delta=1)
        step = next(step for step in plan.order.steps if step.key == "bake.1")
        self.assertIn("95", spoken(step.label))
        self.assertEqual(planned(biped()).bake.bakes[1].advised_min, second.advised_min)

    def test_under_the_label_it_is_said_and_runs_and_what_it_leaves_soft_is_found(self) -> None:
        plan = planned(with_programme((121, 40), (93, 60)))
        first = plan.bake.bakes[0]
        self.assertIsNone(first.model_min)
        chest = next(part for part in first.parts if part.id == "chest")
        self.assertTrue(0.2 < chest.fusion < 0.6)
        (off,) = (f for f in plan.findings if f.id == "bake.programme.off")
        self.assertIn("under the label", spoken(off.title))
        after = changed(
            with_programme((121, 40)), **{off.fixes[0].operations[0].path.replace("/", "__"): None}
        )
        self.assertEqual(planned(after).bake.bakes[0], planned(biped()).bake.bakes[0])

    def test_over_the_makers_maximum_the_way_back_is_there(self) -> None:
        sheet = with_programme((160, 30))
        (over,) = findings_of(sheet, "bake.peak.over")
        self.assertIn("advised", spoken(over.fixes[0].label))

    def test_a_bake_that_was_run_is_as_long_as_it_took(self) -> None:
        sheet = with_programme((135, 60))
        steps = planned_bake(planned(sheet), 1).steps
        done = Progress(bakes=[BakeDone(bake=1, minutes=75, steps=steps)])
        self.assertEqual(planned(sheet, None, done).bake.bakes[0].minutes, 75)

    def test_what_a_programme_may_say(self) -> None:
        for stages in ([(400, 30)], [(135, -5)], [(135, 10)] * 40, []):
            with self.subTest(stages), self.assertRaises(SheetError):
                with_programme(*stages)
        again = {"id": "again", "cures": "chest", "stages": [{"dial_c": 135, "minutes": 9}]}
        with refused("a part that no other programme is for"):
            changed(with_programme((135, 60)), programme__again=again)

    def test_a_part_goes_though_a_programme_is_for_its_bake(self) -> None:
        """It is told and forgotten by a fix; so is the second programme of one bake."""
        gone = changed(with_programme((135, 60)), part__chest=None)
        (idle,) = findings_of(gone, "bake.programme.idle")
        self.assertEqual(apply_edits(gone, idle.fixes[0].operations)[0].programmes, [])
        stages = [{"dial_c": 130, "minutes": 70}]
        two = changed(
            with_programme((135, 60)),
            programme__belly={"id": "belly", "cures": "belly", "stages": stages},
        )
        self.assertEqual([f.subject for f in findings_of(two, "bake.programme.idle")], ["belly"])
        self.assertEqual(planned(two).bake.bakes[0].programme, "slow")

    def test_the_oven_of_the_house_counts(self) -> None:
        hot = planned(with_programme((130, 60)), context(oven_offset_c=5)).findings
        self.assertFalse([f for f in hot if f.id == "bake.programme.off"])
