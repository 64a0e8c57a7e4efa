"""A bake followed by its probe: traces in any order, doors, hot ovens, silence; what it teaches."""

from __future__ import annotations

import random
import unittest

import numpy as np

from standins.oven.cavity import Cavity
from windcrest_core.bake.heat import STEP_S
from windcrest_core.bake.model import BakePlan
from windcrest_core.bake.oven import air_c
from windcrest_core.bake.trace import (
    AirReading,
    Trace,
    air_along,
    read_trace,
    refuse_unreal,
    trace_csv,
    trace_of,
)
from windcrest_core.body.workpiece import workpiece
from windcrest_core.errors import SheetError
from windcrest_core.given.load import Context
from windcrest_core.given.oven import Oven
from windcrest_core.given.progress import Progress
from windcrest_core.tests.support import changed, context, example, planned, spoken
from windcrest_core.work.live import Before, Live, doors, follow

SHEET = example("newt_drummer")
PLAN = planned(SHEET)
BAKE = PLAN.bake.bakes[0]
WORK = workpiece(SHEET, Context(), Progress())


def measured(oven: Oven, minutes: float, every_s: float = 15.0) -> Trace:
    """What a probe says in such an oven."""
    air = air_c(oven, BAKE.dial_c.value, 240)
    grid = np.arange(len(air)) * STEP_S
    times = np.arange(0, minutes * 60 + 1, every_s)
    temps = np.interp(times, grid, air)
    return trace_of(
        [AirReading(at_s=float(t), temp_c=float(c)) for t, c in zip(times, temps, strict=True)]
    )


def at(trace: Trace, minutes: float, before: dict[str, Before] | None = None) -> Live:
    return follow(WORK, BAKE, before or {}, trace, minutes * 60)


def at_start(given: Context) -> tuple[BakePlan, Live]:
    """The first bake by these rules, and how it stands when it has just begun."""
    bake = planned(SHEET, given).bake.bakes[0]
    return bake, follow(workpiece(SHEET, given, Progress()), bake, {}, trace_of([]), 0.0)


class TraceTest(unittest.TestCase):
    def test_any_order_and_twice_is_the_same_trace(self) -> None:
        rows = measured(Oven(), 20).readings
        mixed = random.Random(1).sample([*rows, *rows[::3]], len(rows) + len(rows[::3]))
        self.assertEqual(trace_of(mixed), trace_of(rows))

    def test_as_planned_it_changes_nothing(self) -> None:
        planned_air = air_c(Oven(), BAKE.dial_c.value, 240)
        air = air_along(measured(Oven(), 30), planned_air)
        self.assertLess(float(np.abs(air - planned_air).max()), 1e-6)

    def test_what_is_to_come_is_shifted_by_what_was_measured(self) -> None:
        planned_air = air_c(Oven(), BAKE.dial_c.value, 240)
        air = air_along(measured(Oven(offset_c=15), 30), planned_air)
        self.assertAlmostEqual(float((air - planned_air)[-100:].mean()), 15, delta=1)

    def test_an_oven_that_still_heats_comes_to_its_dial(self) -> None:
        """Put in cold where it was planned preheated, 40 °C below after ten minutes: within 8 °C of the dial half an
        hour later, as the oven itself is, not 40 °C below it for ever."""
        planned_air = air_c(Oven(swing_c=0), BAKE.dial_c.value, 240)
        cold = Oven(start="cold", swing_c=0, ramp_c_min=10)
        known = measured(cold, 8)
        self.assertLess(known.readings[-1].temp_c, BAKE.dial_c.value - 40)
        ahead = air_along(known, planned_air)
        self.assertAlmostEqual(
            float(ahead[38 * 4]), air_c(cold, BAKE.dial_c.value, 240)[38 * 4], delta=8
        )
        self.assertAlmostEqual(float(ahead[-1]), BAKE.dial_c.value, delta=0.5)

    def test_an_oven_that_stays_cool_is_believed_after_half_an_hour(self) -> None:
        planned_air = air_c(Oven(swing_c=0), BAKE.dial_c.value, 240)
        ahead = air_along(measured(Oven(offset_c=-25, swing_c=0), 31), planned_air)
        self.assertAlmostEqual(float((ahead - planned_air)[-1]), -25, delta=1)

    def test_out_as_csv_and_in_again(self) -> None:
        trace = measured(Oven(), 10)
        back = read_trace(trace_csv(trace).encode())
        for a, b in zip(trace.readings, back.readings, strict=True):
            self.assertAlmostEqual(a.temp_c, b.temp_c, delta=0.006)

    def test_bad_traces_say_where(self) -> None:
        for data, path in (
            (b"time_s,temp_c\n0,20\n0,21\n", "row 3/time_s"),
            (b"time_s,temp_c\n0,20\n10,900\n", "temp_c"),
            (b"time_s,temp_c\n0,20\n10,warm\n", "row 3"),
            (b"time_s,temp_c\n0,20\n10,nan\n", "temp_c"),
            (b"time;temp\n0;20\n", "row 1"),
            (b"time_s,temp_c\n0,275\n60,275\n120,276\n", "temp_c"),
            (b"time_s,temp_c\n0,20\n", "file"),
            (b"\xff\xff", "file"),
        ):
            with self.subTest(data[:40]), self.assertRaises(SheetError) as raised:
                read_trace(data)
            self.assertEqual(raised.exception.faults[0].path, path)
        with self.assertRaisesRegex(SheetError, "°F"):
            read_trace(b"time_s,temp_c\n0,270\n60,275\n120,276\n")

    def test_a_million_rows_are_refused_whole(self) -> None:
        rows = "\n".join(f"{n},130" for n in range(100_000))
        with self.assertRaisesRegex(SheetError, "50,000"):
            read_trace(f"time_s,temp_c\n{rows}".encode())

    def test_what_no_oven_gives_is_refused(self) -> None:
        for at_s, temp in ((0, 900), (0, float("nan")), (-1, 100), (1e9, 100), (0, -40)):
            with self.assertRaises(SheetError):
                refuse_unreal(at_s, temp)


class LiveTest(unittest.TestCase):
    def test_a_short_bake_is_over_when_it_has_set(self) -> None:
        given = context(bake_school="short_sets")
        short = planned(SHEET, given).bake.bakes[0]
        self.assertTrue(short.sets_only)
        live = follow(workpiece(SHEET, given, Progress()), short, {}, trace_of([]), 0.0)
        self.assertAlmostEqual(live.to_go_min, short.advised_min.value, delta=1.1)
        whole = follow(WORK, BAKE, {}, trace_of([]), 0.0)
        self.assertLess(live.to_go_min, 0.7 * whole.to_go_min)

    def test_in_the_oven_as_planned_it_ends_as_planned(self) -> None:
        advised = BAKE.advised_min.value
        early = at(measured(Oven(), 30), 30)
        self.assertAlmostEqual(early.elapsed_min + early.to_go_min, advised, delta=2)
        self.assertFalse(early.done)
        late = at(measured(Oven(), advised + 2), advised + 2)
        self.assertTrue(late.done)
        self.assertEqual(late.remarks, [])

    def test_a_hot_oven_is_done_sooner_a_cool_one_later(self) -> None:
        usual = at(measured(Oven(), 30), 30).to_go_min
        self.assertLess(at(measured(Oven(offset_c=10), 30), 30).to_go_min, usual)
        self.assertGreater(at(measured(Oven(offset_c=-6), 30), 30).to_go_min, usual)

    def test_an_overshoot_is_warned_of_before_it_happens(self) -> None:
        rising = [
            AirReading(at_s=t * 10.0, temp_c=100 + t * 2.0) for t in range(24)
        ]  # 12 °C a minute
        live = at(trace_of(rising), 4)
        self.assertLess(live.peak_c, live.maximum_c)
        self.assertTrue(any("on its way" in spoken(remark) for remark in live.remarks))

    def test_past_the_maximum_it_says_what_to_do(self) -> None:
        live = at(measured(Oven(offset_c=25), 30), 30)
        self.assertIn("oven off, windows open", spoken(live.remarks[0]))

    def test_silence_is_said_and_the_model_goes_on(self) -> None:
        live = at(measured(Oven(), 20), 30)
        self.assertIsNone(live.air_c)
        self.assertAlmostEqual((live.silent_s or 0) / 60, 10, delta=0.1)
        self.assertTrue(any("silent for 10 min" in spoken(remark) for remark in live.remarks))
        self.assertAlmostEqual(live.to_go_min, at(measured(Oven(), 30), 30).to_go_min, delta=2)

    def test_an_open_door_is_noticed_once_and_counted(self) -> None:
        rows = [
            row._replace(temp_c=row.temp_c - 40) if 1200 <= row.at_s < 1290 else row
            for row in measured(Oven(), 40).readings
        ]
        opened = at(trace_of(rows), 40)
        self.assertEqual(len(doors(trace_of(rows))), 1)
        self.assertAlmostEqual(doors(trace_of(rows))[0], 20, delta=1)
        self.assertGreaterEqual(opened.to_go_min, at(measured(Oven(), 40), 40).to_go_min)

    def test_a_door_in_the_last_minutes_does_not_put_off_the_end_for_long(self) -> None:
        """Two minutes at 40 °C less cost minutes, not a quarter of an hour."""
        trace = measured(Oven(offset_c=10), 40)
        rows = [
            row._replace(temp_c=row.temp_c - 40) if row.at_s >= 2280 else row
            for row in trace.readings
        ]
        shut, opened = at(trace, 40), at(trace_of(rows), 40)
        self.assertLess(opened.to_go_min - shut.to_go_min, 6)

    def test_a_swing_read_every_two_minutes_is_no_door(self) -> None:
        trace = measured(Oven(swing_c=10), 120, every_s=120.0)
        self.assertEqual(doors(trace), [])
        rows = [
            row._replace(temp_c=row.temp_c - 45) if row.at_s == 3600 else row
            for row in trace.readings
        ]
        self.assertEqual(doors(trace_of(rows)), [60.0])

    def test_offset_and_swing_are_learned_once_it_has_settled(self) -> None:
        oven = Oven(offset_c=15, swing_c=5)
        self.assertIsNone(at(measured(oven, 20), 20).learned)
        learned = at(measured(oven, 60), 60).learned
        assert learned is not None
        self.assertAlmostEqual(learned.offset_c, 15, delta=1)
        self.assertAlmostEqual(learned.swing_c, 5, delta=1)
        self.assertIsNone(at(measured(Oven(), 60), 60).learned)

    def test_a_door_teaches_nothing_of_the_oven(self) -> None:
        """The stand-in, 15 °C hot, read every two minutes, its door opened once."""
        cavity = Cavity(dial_c=BAKE.dial_c.value, offset_c=15, swing_c=6, chance=random.Random(3))
        cavity.air_c = BAKE.dial_c.value + 15
        rows = []
        for n in range(45):
            cavity.door = n == 20
            cavity.wait(60)
            cavity.door = False
            cavity.wait(60)
            rows.append(AirReading(at_s=(n + 1) * 120.0, temp_c=cavity.reading()))
        live = at(trace_of(rows), 91)
        self.assertEqual(len(doors(trace_of(rows))), 1)
        self.assertIsNone(live.silent_s)
        assert live.learned is not None
        self.assertAlmostEqual(live.learned.offset_c, 15, delta=4)
        self.assertLess(live.learned.swing_c, 11)

    def test_what_earlier_bakes_did_is_carried(self) -> None:
        key = BAKE.parts[0].id
        before = {key: Before(fusion=0.9, scorch=1.5)}
        part = next(p for p in at(measured(Oven(), 2), 2, before).parts if p.id == key)
        self.assertGreaterEqual(part.fusion, 0.9)
        self.assertGreaterEqual(part.scorch, 1.5)

    def test_a_gap_is_told(self) -> None:
        rows = [row for row in measured(Oven(), 60).readings if not 600 < row.at_s < 2400]
        self.assertTrue(
            any(
                "from minute 10 to 40" in spoken(remark)
                for remark in at(trace_of(rows), 60).remarks
            )
        )


class StandInTest(unittest.TestCase):
    def test_it_settles_about_its_dial_and_offset(self) -> None:
        cavity = Cavity(dial_c=130, offset_c=15, swing_c=6, chance=random.Random(1))
        cavity.wait(2400)
        seen = []
        for _ in range(200):
            cavity.wait(15)
            seen.append(cavity.reading())
        self.assertAlmostEqual(float(np.median(seen)), 145, delta=3)
        self.assertLess(max(seen), 145 + 10)

    def test_an_open_door_lets_the_heat_out(self) -> None:
        cavity = Cavity(dial_c=130, chance=random.Random(1), air_c=130)
        cavity.door = True
        cavity.wait(60)
        self.assertLess(cavity.air_c, 110)


class StageTest(unittest.TestCase):
    """A bake by a programme: the dial to be on, and its end, whatever the model would have."""

    def test_the_dial_is_said_stage_by_stage_and_it_ends_with_the_last(self) -> None:
        stages = [{"dial_c": 121, "minutes": 40}, {"dial_c": 93, "minutes": 60}]
        raw = next(part.id for part in BAKE.parts if part.raw_in)
        sheet = changed(SHEET, programme__slow={"id": "slow", "cures": raw, "stages": stages})
        bake = planned(sheet).bake.bakes[0]
        work = workpiece(sheet, Context(), Progress())
        last = bake.stages_run[-1]

        def told(minutes: float) -> tuple[str, float, bool]:
            live = follow(work, bake, {}, trace_of([]), minutes * 60)
            return spoken(live.remarks[0]) if live.remarks else "", live.to_go_min, live.done

        words, to_go, done = told(10)
        self.assertEqual(words, "Stage 1 of 2: dial at 121 °C, 30 min to go.")
        self.assertAlmostEqual(to_go, last.ends_min - 10)
        self.assertIn("Stage 2 of 2: turn the dial to 93 °C", told(42)[0])
        self.assertIn("Stage 2 of 2: dial at 93 °C", told(last.arrives_min + 5)[0])
        self.assertEqual(told(last.ends_min)[1:], (0.0, True))
        self.assertEqual((done, told(last.ends_min - 1)[2]), (False, False))

    def test_a_probe_that_stops_in_stage_two_is_told_beside_it(self) -> None:
        stages = [{"dial_c": 121, "minutes": 10}, {"dial_c": 135, "minutes": 60}]
        raw = next(part.id for part in BAKE.parts if part.raw_in)
        sheet = changed(SHEET, programme__slow={"id": "slow", "cures": raw, "stages": stages})
        bake = planned(sheet).bake.bakes[0]
        live = follow(
            workpiece(sheet, Context(), Progress()), bake, {}, measured(Oven(), 20), 40 * 60
        )
        self.assertIsNotNone(live.silent_s)
        self.assertGreater(len(live.remarks), 1)
        self.assertIn("Stage 2 of 2", spoken(live.remarks[0]))
