"""The elevations: what is before what, what encloses what, and on which scale."""

from __future__ import annotations

import functools
import unittest

import numpy as np
import shapely

from windcrest_core.body.figure import figure
from windcrest_core.drawing.elevation import Drawing, View, drawing
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.tests.support import biped, changed, example

NAMES = ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox")


def drawn(sheet: FigureSheet) -> Drawing:
    return drawing(figure(sheet, 6.0))


def polygons(rings: list[list[float]]) -> shapely.Geometry:
    """Rings as an even-odd fill shows them: a ring inside another is a hole."""
    flat = [shapely.make_valid(shapely.polygons(np.reshape(ring, (-1, 2)))) for ring in rings]
    return functools.reduce(shapely.symmetric_difference, flat)


def place(view: View, part_id: str) -> int:
    return [part.id for part in view.parts].index(part_id)


class OrderOfDrawingTest(unittest.TestCase):
    def test_eyes_show_on_the_head_they_are_pressed_into(self) -> None:
        for name in NAMES:
            picture = drawn(example(name))
            with self.subTest(name):
                self.assertGreater(place(picture.front, "eye_r"), place(picture.front, "skull"))
                self.assertGreater(place(picture.side, "eye_r"), place(picture.side, "skull"))

    def test_the_far_eye_is_behind_the_head_from_the_side(self) -> None:
        side = drawn(example("newt_drummer")).side
        self.assertLess(place(side, "eye_l"), place(side, "skull"))

    def test_what_lies_at_the_back_is_behind_from_the_front(self) -> None:
        front = drawn(example("newt_drummer")).front
        self.assertLess(place(front, "crest"), place(front, "skull"))
        self.assertLess(place(front, "crest"), place(front, "neck"))

    def test_an_apron_is_before_the_belly_and_the_near_arm_before_the_chest(self) -> None:
        picture = drawn(example("ferrywoman"))
        self.assertGreater(place(picture.front, "apron"), place(picture.front, "belly"))
        self.assertGreater(place(picture.side, "upper_arm_r"), place(picture.side, "chest"))
        self.assertLess(place(picture.side, "upper_arm_l"), place(picture.side, "chest"))


class OutlineTest(unittest.TestCase):
    def test_the_silhouette_holds_every_part_and_nothing_more(self) -> None:
        for name in NAMES:
            for view in (drawn(example(name)).front, drawn(example(name)).side):
                whole = polygons(view.silhouette)
                parts = shapely.union_all([polygons(part.outline) for part in view.parts])
                with self.subTest(name, view=view.name):
                    self.assertAlmostEqual(whole.area / parts.area, 1, delta=0.01)
                    self.assertTrue(whole.buffer(0.1).contains(parts))

    def test_bounds_are_those_of_the_silhouette(self) -> None:
        view = drawn(example("pelican_piper")).side
        points = np.concatenate([np.reshape(ring, (-1, 2)) for ring in view.silhouette])
        np.testing.assert_allclose(
            view.bounds, [*points.min(axis=0), *points.max(axis=0)], atol=0.02
        )

    def test_cores_stay_inside_their_parts(self) -> None:
        for part in drawn(example("ferrywoman")).front.parts:
            if part.core:
                with self.subTest(part.id):
                    inside = polygons(part.outline).buffer(0.3)
                    self.assertTrue(inside.contains(polygons(part.core)))

    def test_twice_as_tall_is_drawn_twice_as_large(self) -> None:
        small, tall = drawn(biped()), drawn(changed(biped(), height_mm=600))
        np.testing.assert_allclose(
            np.array(tall.front.bounds), 2 * np.array(small.front.bounds), atol=0.1
        )

    def test_a_mirrored_figure_is_its_own_mirror_image_in_front(self) -> None:
        left, _, right, _ = drawn(biped()).front.bounds
        self.assertAlmostEqual(left, -right, delta=0.05)

    def test_nothing_to_draw_is_drawn_as_nothing(self) -> None:
        empty = changed(biped(), **{f"part__{part.id}": None for part in biped().parts})
        picture = drawn(empty)
        self.assertEqual((picture.front.parts, picture.front.silhouette), ([], []))


class BoneTest(unittest.TestCase):
    def test_bones_end_where_the_next_begins(self) -> None:
        view = {bone.joint: bone for bone in drawn(biped()).front.bones}
        for outer, inner in (("elbow_r", "shoulder_r"), ("knee_l", "hip_l"), ("head", "neck")):
            np.testing.assert_allclose(view[outer].start, view[inner].end, atol=0.02)

    def test_what_a_joint_carries_moves_with_it(self) -> None:
        members = {bone.joint: set(bone.members) for bone in drawn(biped()).front.bones}
        self.assertTrue({"upper_arm_r", "forearm_r", "hand_r", "thumb_r"} <= members["shoulder_r"])
        self.assertNotIn("upper_arm_l", members["shoulder_r"])
        self.assertEqual(members["hips"], {part.id for part in biped().parts})
