"""The figure as triangles: closed, turned outwards, and of the volume of its solids."""

from __future__ import annotations

import io
import unittest

import numpy as np
import trimesh

from windcrest_core.body.figure import figure
from windcrest_core.body.mesh import Mesh, mesh_of, tube
from windcrest_core.given.load import Context
from windcrest_core.prints.model_file import model_glb
from windcrest_core.tests.support import changed, example, planned

NAMES = ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox")


def volume_of(mesh: Mesh) -> float:
    points, faces = mesh
    a, b, c = (points[faces[:, k]] for k in range(3))
    return float(np.einsum("ij,ij->i", a, np.cross(b, c)).sum() / 6)


class MeshTest(unittest.TestCase):
    def test_each_solid_is_closed_and_as_large_as_it_is(self) -> None:
        for name in NAMES:
            sheet = example(name)
            for piece in figure(sheet, 6.0).pieces:
                made = mesh_of(piece.solid)
                with self.subTest(name, part=piece.part.id, shape=piece.part.shape.kind):
                    self.assertTrue(trimesh.Trimesh(*made, process=False).is_watertight)
                    share = volume_of(made) / piece.solid.volume_mm3
                    # 20 sides of a circle are 1.6 % less; a coil is drawn as overlapping cones
                    high = 1.6 if piece.part.shape.kind == "coil" else 1.01
                    self.assertTrue(0.93 < share < high, share)

    def test_a_tube_is_as_long_and_thick_as_its_wire(self) -> None:
        points = [np.array(p, dtype=float) for p in ((0, 0, 0), (0, 0, 100), (0, 60, 100))]
        made = trimesh.Trimesh(*tube(points, 1.0), process=False)
        np.testing.assert_allclose(made.extents, [2, 62, 102], atol=0.2)

    def test_the_file_names_its_clay_core_and_wire(self) -> None:
        sheet = example("ferrywoman")
        plan = planned(sheet)
        scene = trimesh.load(io.BytesIO(model_glb(plan, sheet, Context())), file_type="glb")
        names = set(scene.geometry)
        self.assertLessEqual({f"clay:{part.id}" for part in sheet.parts}, names)
        self.assertLessEqual({f"wire:{run.id}" for run in plan.frame.runs}, names)
        self.assertIn("core:chest", names)
        view = plan.drawing.front.bounds
        tall = view[3] + sheet.base.thickness_mm
        self.assertAlmostEqual(float(scene.extents[1]) * 1000, tall, delta=1.5)

    def test_what_is_hidden_is_left_out(self) -> None:
        sheet = changed(example("ferrywoman"), part__apron__hidden=True)
        scene = trimesh.load(
            io.BytesIO(model_glb(planned(sheet), sheet, Context())), file_type="glb"
        )
        self.assertNotIn("clay:apron", scene.geometry)
