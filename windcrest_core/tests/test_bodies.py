"""Every body plan, over the whole run of its numbers: scale, mirror, nothing loose."""

from __future__ import annotations

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.body.figure import clearance_mm, figure
from windcrest_core.body.joined import loose_parts
from windcrest_core.body.mirror import mirrored_figure
from windcrest_core.body.skeleton import posed
from windcrest_core.errors import SheetError
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.sheet import FigureSheet, load_sheet
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.model import number_ranges
from windcrest_core.tests.support import changed, planned
from windcrest_core.tests.sweeps import some, sweep

BUILDS = {
    "build": (0.85, 1.4),
    "limb_thickness": (0.85, 1.4),
    "shoulder_breadth": (0.85, 1.15),
    "hip_breadth": (0.85, 1.15),
    "head_breadth": (0.9, 1.2),
    "head_depth": (0.9, 1.2),
}
bodies = st.sampled_from(sorted(BODIES))


@st.composite
def figures(draw: st.DrawFn) -> FigureSheet:
    sheet = new_sheet("x", draw(bodies), draw(st.floats(120, 500)))
    return changed(
        sheet, **{f"body__{k}": round(draw(st.floats(*r)), 3) for k, r in BUILDS.items()}
    )


class BodyPlanTest(unittest.TestCase):
    @settings(max_examples=25)
    @given(figures())
    def test_twice_as_tall_is_twice_every_length_and_eight_times_the_volume(
        self, sheet: FigureSheet
    ) -> None:
        large = changed(sheet, height_mm=sheet.height_mm * 2)
        for one, two in zip(posed(sheet).values(), posed(large).values(), strict=True):
            np.testing.assert_allclose(two.start, 2 * one.start, atol=1e-9)
            self.assertAlmostEqual(two.length_mm, 2 * one.length_mm, 9)
        for a, b in zip(figure(sheet, 6).pieces, figure(large, 6).pieces, strict=True):
            self.assertAlmostEqual(b.solid.volume_mm3 / a.solid.volume_mm3, 8, 5)

    @settings(max_examples=25)
    @given(figures(), st.floats(-20, 20))
    def test_mirrored_twice_is_the_same_and_once_is_the_mirror_image(
        self, sheet: FigureSheet, swing_deg: float
    ) -> None:
        joint = next(j for j in reversed(joint_ranges(sheet.body)))
        sheet = changed(sheet, **{f"joint__{joint}__swing_deg": swing_deg})
        once = mirrored_figure(sheet)
        self.assertEqual(mirrored_figure(once), sheet)
        flip = np.array([-1.0, 1.0, 1.0])
        before = {p.part.id: p.solid for p in figure(sheet, 6).pieces}
        for piece in figure(once, 6).pieces:
            solid = before[piece.part.id]
            np.testing.assert_allclose(piece.solid.centre, flip * solid.centre, atol=0.02)
            self.assertAlmostEqual(piece.solid.volume_mm3, solid.volume_mm3, 5)

    @settings(max_examples=40)
    @given(figures())
    def test_no_part_is_loose(self, sheet: FigureSheet) -> None:
        self.assertEqual([p.part.id for p in loose_parts(figure(sheet, 6))], [])

    @sweep
    def test_every_slider_end_has_a_plan(self) -> None:
        held = {"tail_length", "wing_span", "pairs", "tiers"}
        cases = [
            (body, key, value)
            for body, (_, shape) in BODIES.items()
            for key, ends in number_ranges(type(shape)).items()
            for value in ends
            if key not in held
        ]
        for body, key, value in some(cases):
            with self.subTest(body, key=key, value=value):
                sheet = changed(new_sheet("x", body, 260), **{f"body__{key}": value})
                self.assertGreater(planned(sheet).totals.mass.value, 0)

    def test_a_floating_robe_is_off_the_ground_and_held_by_its_rod(self) -> None:
        sheet = new_sheet("x", "floating", 300)
        self.assertAlmostEqual(clearance_mm(sheet), 48)
        frame = planned(sheet).frame
        self.assertEqual(len(frame.pegs), 1)
        self.assertIsNone(frame.tips_without_base)

    def test_pairs_of_limbs_and_tiers_follow_their_number(self) -> None:
        for number in range(2, 7):
            body = BODIES["many_limbed"][1].model_copy(update={"pairs": number})
            feet = [joint for joint in joint_ranges(body) if joint.startswith("foot_")]
            self.assertEqual(len(feet), 2 * number)


class FreeBodyTest(unittest.TestCase):
    def with_bones(self, *bones: dict[str, object]) -> FigureSheet:
        data = new_sheet("x", "free", 200).model_dump(mode="json")
        data["body"]["bones"] = [{"label": b["id"], **b} for b in bones]
        return load_sheet(data)

    def faults(self, *bones: dict[str, object]) -> str:
        with self.assertRaises(SheetError) as caught:
            self.with_bones(*bones)
        return str(caught.exception)

    def test_bones_may_be_written_in_any_order(self) -> None:
        sheet = self.with_bones(
            {"id": "claw", "parent": "arm", "direction": [1, 0, 0], "length": 0.1},
            {"id": "root", "length": 1.0},
            {"id": "arm", "parent": "root", "at": 0.5, "direction": [1, 0, 0], "length": 0.3},
        )
        bones = posed(sheet)
        np.testing.assert_allclose(bones["claw"].start, [60, 0, 100], atol=1e-9)
        np.testing.assert_allclose(bones["claw"].end, [80, 0, 100], atol=1e-9)

    def test_a_tree_that_is_none_is_refused_by_name(self) -> None:
        root: dict[str, object] = {"id": "root", "length": 1.0}
        self.assertIn("one bone without a parent", self.faults(root, {"id": "two"}))
        self.assertIn("nobody", self.faults(root, {"id": "a", "parent": "nobody"}))
        cycle = self.faults(root, {"id": "a", "parent": "b"}, {"id": "b", "parent": "a"})
        self.assertIn("body/bones/a/parent", cycle)
        self.assertIn("does not hang on this one", cycle)
        self.assertIn(
            "only once",
            self.faults(root, {"id": "a", "parent": "root"}, {"id": "a", "parent": "root"}),
        )
        still = self.faults(root, {"id": "a", "parent": "root", "direction": [0, 0, 0]})
        self.assertIn("not nought", still)
