"""Sheets in layers and flexible clay: against the tables of SCIENCE 3b and 2b and a numeric section."""

from __future__ import annotations

import math
import unittest

import numpy as np

from windcrest_core.body.bent_solids import SheetSolid
from windcrest_core.body.laminate import (
    clay_mm,
    inlays_g_cm2,
    overhang_mm,
    stiffened,
    thick_mm,
    wires_for,
)
from windcrest_core.body.soft_clay import (
    FLEXIBLE_STRAIN,
    RIGID_STRAIN,
    WARM_STRAIN,
    crack_mm,
    least_radius_mm,
    most_bend_deg,
    strain_of_a_knock,
)
from windcrest_core.body.solids import EllipsoidSolid
from windcrest_core.character.library import add_from_library
from windcrest_core.clay.cloth_remarks import stands_off
from windcrest_core.new_figure import new_sheet
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.forms import CardLayer, ClayLayer, FoilLayer, Layer, MeshLayer
from windcrest_core.tests.support import Operation, biped, context, findings_of, planned, spoken

CLAY, FOIL, HEAVY = ClayLayer(thickness_mm=1.0), FoilLayer(), FoilLayer(id="heavy")

GLUED = {"kind": "glue", "hosts": ["chest"]}
BADGE = {
    "id": "badge",
    "label": "badge",
    "bone": "waist",
    "layer": 1,
    "form": {"kind": "solid", "core": "wire"},
    "shape": {
        "kind": "sheet",
        "centre": [0, 0.062, 0.09],
        "outline": [[-0.045, -0.02], [0.045, -0.02], [0.045, 0.02], [-0.045, 0.02]],
        "thickness": 0.008,
    },
}


def g_cm2(stack: list[Layer], clay_g_cm3: float = 1.70) -> float:
    return clay_mm(stack) / 10 * clay_g_cm3 + inlays_g_cm2(stack)


class LaminateTest(unittest.TestCase):
    def test_what_it_weighs(self) -> None:
        """0.17 (t₁ + t₂) + 0.27 t_f g/cm²."""
        self.assertAlmostEqual(g_cm2([CLAY, FOIL, CLAY]), 0.3443, 4)
        self.assertAlmostEqual(g_cm2([CLAY, HEAVY, CLAY]), 0.3465, 4)
        self.assertAlmostEqual(thick_mm([CLAY, FOIL, CLAY]), 2.016, 6)

    def test_how_stiff_it_is_cured(self) -> None:
        """Foil in the middle × 1.024 and 1.037, on one face × 1.82 and 2.09; and a fine sum over the section."""
        for stack, ratio in (
            ([CLAY, FOIL, CLAY], 1.024),
            ([CLAY, HEAVY, CLAY], 1.037),
            ([CLAY, CLAY, FOIL], 1.82),
            ([CLAY, CLAY, HEAVY], 2.09),
        ):
            self.assertAlmostEqual(stiffened(stack), ratio, 2 if ratio > 1.1 else 3)
        slices = np.linspace(0, 2.016, 200_001)
        y = (slices[:-1] + slices[1:]) / 2
        e = np.where(y > 2.0, 69_000.0, 1500.0)
        neutral = float((e * y).sum() / e.sum())
        numeric = float((e * (y - neutral) ** 2).sum() * (slices[1] - slices[0]))
        self.assertAlmostEqual(stiffened([CLAY, CLAY, FOIL]) / (numeric / 1000.0), 1.0, 3)

    def test_how_far_it_bears_itself_raw(self) -> None:
        """Mesh and card by their own yield and sag, 2 and 3 mm of clay; foil on the stretched face √2 as far."""
        for inlay, reach in (
            (MeshLayer(wire_mm=0.3, pitch_mm=2.5), (51, 46)),
            (MeshLayer(wire_mm=0.5, pitch_mm=6.0), (68, 62)),
            (MeshLayer(metal="aluminium", wire_mm=0.25, pitch_mm=1.5), (36, 30)),
            (CardLayer(thickness_mm=0.3), (35, 32)),
        ):
            for clay, wanted in zip((2.0, 3.0), reach, strict=True):
                half = ClayLayer(thickness_mm=clay / 2)
                stack: list[Layer] = [half, inlay, half]
                self.assertAlmostEqual(overhang_mm(stack, g_cm2(stack)), wanted, delta=0.6)
        thick = ClayLayer(thickness_mm=2.0)
        middle, stretched, pressed = [CLAY, FOIL, CLAY], [thick, FOIL], [FOIL, thick]
        reaches = [overhang_mm(stack, g_cm2(stack, 1.75)) for stack in (middle, stretched, pressed)]
        self.assertAlmostEqual(reaches[1], 17.5, 1)
        self.assertAlmostEqual(reaches[0], 12.4, 1)
        self.assertAlmostEqual(reaches[2], 12.4, 1)
        self.assertAlmostEqual(overhang_mm(stretched, g_cm2(stretched, 1.75), down=True), 12.4, 1)

    def test_stays_in_a_cape(self) -> None:
        """100 × 80 mm of 0.35 g/cm² standing out 90: 0.2746 N × 45 mm × 1.5 = 18.5 N·mm, one of 24.5."""
        self.assertEqual(wires_for(90.0, 100.0, 80.0, 0.35, 24.54), 1)
        self.assertEqual(wires_for(90.0, 100.0, 80.0, 0.35, 9.0), 3)

    def test_on_a_figure_its_clay_and_the_rest_are_told_apart(self) -> None:
        sheet = new_sheet("One", "biped", 260.0)
        sheet, _ = apply_edits(sheet, add_from_library(sheet, "cape", None))
        stack = [CLAY, MeshLayer(), CLAY]
        form = {"kind": "laid", "stack": [layer.model_dump(mode="json") for layer in stack]}
        laid, _ = apply_edits(sheet, [Operation(path="part/cape/form", value=form)])
        plan = planned(laid)
        grams = next(row.grams for row in plan.clay.parts if row.id == "cape")
        outline = np.array(laid.part("cape").shape.outline) * 260.0  # type: ignore[union-attr]
        x, y = outline.T
        cm2 = abs(float(x @ np.roll(y, -1) - y @ np.roll(x, -1))) / 200
        self.assertAlmostEqual(grams / (cm2 * 0.2 * 1.75), 1.0, delta=0.06)
        foil = {
            "kind": "laid",
            "stack": [layer.model_dump(mode="json") for layer in (CLAY, FOIL, CLAY)],
        }
        between, _ = apply_edits(sheet, [Operation(path="part/cape/form", value=foil)])
        rows = {row.id: row for row in planned(between).bulk.parts}
        self.assertAlmostEqual(rows["cape"].foil_g / (cm2 * 0.00432), 1.0, delta=0.06)
        label = next(
            spoken(s.label) for s in plan.order.steps if s.part == "cape" and s.kind == "form"
        )
        self.assertRegex(
            label,
            "^For the cape lay a sheet of clay 1.0 mm thick, on it steel mesh, 0.3 mm wire every 2.5 mm",
        )
        self.assertIn("Prick each face of clay every 10 to 15 mm", label)


class FlexibleTest(unittest.TestCase):
    def test_what_cured_clay_bends_to(self) -> None:
        self.assertAlmostEqual(least_radius_mm(4.0, FLEXIBLE_STRAIN), 3.0)
        self.assertAlmostEqual(most_bend_deg(6.0, 60.0, 0.015), 17.19, 2)
        self.assertAlmostEqual(most_bend_deg(6.0, 60.0, 0.05), 57.30, 2)

    def test_bent_after_it_is_cured(self) -> None:
        """A tail 60 × 6: none to 17.2°, 45° 1.46 mm, 90° 3.81, warm none to 57.3°; 45° within 20 mm 2.06."""
        for angle, over, strain, opens in (
            (17.18, 60.0, RIGID_STRAIN, 0.0),
            (45.0, 60.0, RIGID_STRAIN, 1.46),
            (90.0, 60.0, RIGID_STRAIN, 3.81),
            (57.2, 60.0, WARM_STRAIN, 0.0),
            (45.0, 20.0, RIGID_STRAIN, 2.06),
        ):
            self.assertAlmostEqual(crack_mm(6.0, angle, over, strain), opens, 2)

    def test_a_flat_sheet_on_a_ball(self) -> None:
        """40 wide on a ball of 30: its edge R − √(R² − w²) off, straight down, and R the radius; one wider than the ball
        stands free."""
        ball = EllipsoidSolid(np.zeros(3), np.eye(3), (30.0, 30.0, 30.0))

        def over(half: float) -> SheetSolid:
            corners = ((-half, -0.5), (half, -0.5), (half, 0.5), (-half, 0.5))
            return SheetSolid(np.array([0.0, 31.0, 0.0]), np.eye(3), corners, 2.0)

        gap, radius = stands_off(over(20.0), ball)
        self.assertAlmostEqual(gap, 30 - math.sqrt(900 - 400.25), delta=0.31)
        self.assertAlmostEqual(radius, 30.0, delta=0.5)
        self.assertEqual(stands_off(over(35.0), ball), (0.0, math.inf))

    def test_what_is_glued_on_flat_is_told_to_be_baked_round(self) -> None:
        """A badge 30 wide of 2.4 mm on a chest of 35 mm radius: rigid 2.4/2 (1/0.015 − 1) = 78.8 mm."""
        found = findings_of(biped(part__badge={**BADGE, "meeting": GLUED}), "clay.sheet.round")
        [one] = found
        self.assertIn("bends round 79 mm at the least, flexible round 1.8 mm", spoken(one.reason))
        soft = {**BADGE, "meeting": GLUED, "clay": "flexible"}
        self.assertEqual(findings_of(biped(part__badge=soft), "clay.sheet.round"), [])

    def test_a_knock_on_flexible_clay(self) -> None:
        """Slight: ε = 32 F L/(π d³ E); far: the root of an elastica, κ = √(2F/EI)."""
        stiff = strain_of_a_knock(6.0, 30.0, 1.0)
        self.assertAlmostEqual(stiff, 32 * 30 / (math.pi * 216 * 35), 6)
        ei = 35 * math.pi / 64
        self.assertAlmostEqual(strain_of_a_knock(1.0, 60.0, 1.0), math.sqrt(2 / ei) / 2, 6)

    def test_flexible_is_not_offered_where_it_would_tear(self) -> None:
        """A flight feather 1 mm thick snaps rigid and tears flexible; one of 2 mm is saved by it."""

        def feather(thick_mm: float, clay: str = "rigid") -> dict[str, object]:
            radius = thick_mm / 2 / 310.0
            return {
                "id": "feather",
                "label": "flight feather",
                "bone": "waist",
                "layer": 1,
                "clay": clay,
                "form": {"kind": "solid", "core": "wire"},
                "meeting": {"kind": "blend", "hosts": ["chest"]},
                "shape": {
                    "kind": "round_cone",
                    "start": [0, -0.1, 0.5],
                    "end": [0, -0.3, 0.5],
                    "start_radius": radius,
                    "end_radius": radius,
                },
            }

        def told(thick_mm: float, clay: str = "rigid") -> list[list[str]]:
            sheet = biped(height_mm=310.0, part__feather=feather(thick_mm, clay))
            rules = context({"clays": ["rigid", "flexible"]})
            found = findings_of(sheet, "clay.thin.breaks", rules)
            return [[spoken(x.label) for x in r.fixes] for r in found if r.subject == "feather"]

        # 20 π d³/(32 × 62) = 1.5 N at 3.62 mm, and a twentieth more
        thick = "Make it 3.8 mm thick"
        self.assertEqual(told(1.0), [[thick]])
        self.assertEqual(told(1.0, "flexible"), [[thick]])
        self.assertEqual(told(2.0), [["Use flexible clay", thick]])
        self.assertEqual(told(2.0, "flexible"), [])
