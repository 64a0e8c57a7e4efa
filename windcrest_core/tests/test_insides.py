"""Hollow cores, lights, clay by its bake, putty."""

from __future__ import annotations

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from windcrest_core.body.workpiece import workpiece
from windcrest_core.bulk.hollow import hollow_of
from windcrest_core.bulk.lights import LEAST_OVER_V, e12_up, wiring
from windcrest_core.catalogue import Led, catalogue
from windcrest_core.errors import SheetError
from windcrest_core.findings import Operation
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.reshape import worked_out
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.tests.support import biped, changed, example, planned

LAMP = {"id": "lamp", "label": "lantern", "part": "skull"}


class HollowTest(unittest.TestCase):
    def test_an_opening_is_set_against_the_core_seen_from_its_side(self) -> None:
        sheet = biped(part__chest__core="pulled")
        piece = workpiece(sheet, Context(), Progress()).figure.piece("chest")
        assert piece.core is not None
        low, high = piece.core.bounds
        for side, axis in (("under", 2), ("back", 1), ("right", 0)):
            opened = changed(sheet, part__chest__opening={"side": side, "across_mm": 20})
            row = hollow_of(workpiece(opened, Context(), Progress()).figure.piece("chest"))
            seen = max(float(high[k] - low[k]) for k in range(3) if k != axis)
            self.assertAlmostEqual(row.whole_mm, seen + 1, 6)
            self.assertLessEqual(row.least_mm, row.whole_mm)

    def test_wider_leaves_less_beside_it(self) -> None:
        rows = [
            planned(
                biped(
                    part__chest__core="pulled",
                    part__chest__opening={"side": "under", "across_mm": mm},
                )
            ).bulk.hollows[0]
            for mm in (30, 40, 50)
        ]
        bridges = [row.bridge_mm for row in rows]
        self.assertEqual(bridges, sorted(bridges, reverse=True))
        self.assertAlmostEqual(bridges[0] - bridges[1], 5.0, 6)

    def test_the_core_is_pulled_after_the_last_bake(self) -> None:
        steps = planned(biped(part__chest__core="pulled")).order.steps
        keys = [step.key for step in steps]
        last = max(i for i, key in enumerate(keys) if key.startswith("bake."))
        self.assertGreater(keys.index("chest.pull.1"), last)


class LightTest(unittest.TestCase):
    def led(self, volts: float, current_ma: float) -> Led:
        led = catalogue().leds["red"]
        value = {"low": 0.0, "high": 1e4}
        return led.model_copy(
            update={
                "forward_v": led.forward_v.model_copy(update={"value": volts, **value}),
                "current_ma": led.current_ma.model_copy(update={"value": current_ma, **value}),
            }
        )

    @given(st.floats(0.01, 9e6))
    def test_e12_is_never_less_and_never_a_quarter_more(self, ohm: float) -> None:
        found = e12_up(ohm)
        self.assertGreaterEqual(found, ohm * (1 - 1e-6) if ohm > 1 else 1.0)
        if ohm > 1:
            self.assertLess(found / ohm, 1.26)

    @given(
        st.floats(1.5, 3.5),
        st.floats(1, 20),
        st.integers(1, 6),
        st.sampled_from(sorted(catalogue().cells)),
    )
    def test_ohms_law_holds_and_no_light_gets_more_than_it_may(
        self, volts: float, current: float, count: int, cell_id: str
    ) -> None:
        cell = catalogue().cells[cell_id]
        series, resistors, ohm, through = wiring(self.led(volts, current), cell, count)
        in_row = count if series else 1
        over = cell.volts - in_row * volts
        if ohm is None:
            self.assertLess(cell.volts - volts, LEAST_OVER_V)
            return
        self.assertAlmostEqual(through / 1000 * ohm, over, 9)
        self.assertLessEqual(through, current * (1 + 1e-6))
        self.assertEqual(resistors, 1 if series or count == 1 else count)

    def test_white_on_six_volts_by_hand(self) -> None:
        """(6 − 3.1) ÷ 10 mA = 290 Ω, next E12 330 Ω: 8.8 mA, 25.5 mW."""
        sheet = biped(light__lamp={**LAMP, "cell": "two_coins"})
        [row] = planned(sheet).bulk.lights
        self.assertEqual(row.resistor_ohm, 330)
        self.assertAlmostEqual(row.current_ma, 2.9 / 330 * 1000, 6)
        self.assertAlmostEqual(row.resistor_mw, 2.9**2 / 330 * 1000, 6)

    def test_the_cable_follows_the_bones_and_is_longer_than_straight(self) -> None:
        plan = planned(biped(light__lamp=LAMP))
        [row] = plan.bulk.lights
        self.assertEqual(row.joints[0], "head")
        self.assertTrue(row.joints[-1].startswith("ankle"))
        self.assertGreater(row.cable_mm, 0.9 * 300)
        inside = planned(biped(light__lamp={**LAMP, "cell_in": "chest"})).bulk.lights[0]
        self.assertLess(inside.cable_mm, row.cable_mm)
        self.assertEqual(set(inside.joints) & {"ankle_l", "ankle_r"}, set())

    def test_a_bend_has_the_room_that_geometry_gives(self) -> None:
        """Bent by 120° in a limb of radius r: R = r/(1/cos 60° − 1) = r."""
        sheet = biped(
            light__lamp=LAMP, joint__knee_l__swing_deg=-120, joint__knee_r__swing_deg=-120
        )
        tightest = planned(sheet).bulk.lights[0].tightest
        assert tightest is not None and tightest.joint.startswith("knee")
        self.assertAlmostEqual(tightest.angle_deg, 120, 0)
        work = workpiece(sheet, Context(), Progress())
        limbs = [p for p in work.on_bone[tightest.joint] if not p.part.stock]
        radius = max(p.solid.thickness_mm for p in limbs) / 2
        self.assertAlmostEqual(tightest.radius_mm, radius, delta=0.1)

    def test_light_steps_come_after_the_bakes_and_are_tried_before_closing(self) -> None:
        steps = [step.key for step in planned(biped(light__lamp=LAMP)).order.steps]
        bakes = [i for i, key in enumerate(steps) if key.startswith("bake.")]
        bore, wire, test = (steps.index(f"light_lamp.{k}.1") for k in ("bore", "wire", "test"))
        self.assertTrue(bore < bakes[-1] < wire < test)

    def test_what_is_in_no_catalogue_is_refused(self) -> None:
        for field, value in (
            ("part", "moon"),
            ("led", "infrared"),
            ("cell", "reactor"),
            ("cell_in", "moon"),
            ("cable", "rope"),
        ):
            with self.subTest(field), self.assertRaises(SheetError) as raised:
                biped(light__lamp={**LAMP, field: value})
            self.assertEqual(raised.exception.faults[0].path, f"light/lamp/{field}")

    def test_a_part_that_goes_takes_its_light_and_leaves_its_cell_to_the_base(self) -> None:
        sheet = biped(
            light__lamp={**LAMP, "part": "nose"},
            light__glow={**LAMP, "id": "glow", "cell_in": "nose"},
        )
        gone = [Operation(path="part/nose", value=None)]
        after, inverse = apply_edits(sheet, worked_out(sheet, gone))
        self.assertEqual([(x.id, x.cell_in) for x in after.lights], [("glow", "base")])
        self.assertEqual(apply_edits(after, inverse)[0].lights, sheet.lights)


class BesideTest(unittest.TestCase):
    def test_clay_by_bake_is_all_the_clay(self) -> None:
        for name in ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox"):
            clay = planned(example(name)).clay
            self.assertAlmostEqual(
                sum(stage.grams for stage in clay.stages), sum(p.grams for p in clay.parts), 6
            )
            self.assertEqual(min(stage.bake for stage in clay.stages), 1)

    def test_putty_is_mixed_in_halves_and_batches_and_never_baked(self) -> None:
        plan = planned(biped(part__skull__stock="epoxy_putty"))
        [use] = plan.clay.putty
        self.assertAlmostEqual(use.half_g * 2 * use.batches, use.grams, 6)
        self.assertGreater(use.batches, 1)
        self.assertNotIn("skull", [part.id for bake in plan.bake.bakes for part in bake.parts])
        inserts = {insert.id for bake in plan.bake.bakes for insert in bake.inserts}
        self.assertNotIn("skull", inserts)
        step = next(step for step in plan.order.steps if step.key == "skull.putty.1")
        self.assertEqual(step.wait_min, 24 * 60)

    def test_putty_weighs_what_its_volume_does(self) -> None:
        figure = biped(part__nose__stock="epoxy_putty")
        work = workpiece(figure, Context(), Progress())
        [use] = planned(figure).clay.putty
        volume = work.shares["nose"].skin_mm3 / 1000
        self.assertTrue(math.isclose(use.grams, volume * 1.8 * 1.08, rel_tol=1e-9))
