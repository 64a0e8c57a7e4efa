"""The figure as triangles: closed, turned outwards, and of the volume of its solids."""

from __future__ import annotations

import io
import math
import unittest

import numpy as np
import trimesh

from windcrest_core.body.figure import figure
from windcrest_core.body.mesh import Mesh, mesh_of, tube
from windcrest_core.body.solids import BoxSolid, EllipsoidSolid
from windcrest_core.given.load import Context
from windcrest_core.prints.gltf import shaded
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

    def test_another_reader_finds_every_mesh_as_it_was(self) -> None:
        sheet = example("newt_drummer")
        scene = trimesh.load(
            io.BytesIO(model_glb(planned(sheet), sheet, Context())), file_type="glb", process=False
        )
        for piece in figure(sheet, 6.0).pieces:
            read = scene.geometry[f"clay:{piece.part.id}"]
            whole = trimesh.Trimesh(read.vertices, read.faces, process=True, merge_norm=True)
            points, faces = mesh_of(piece.solid)
            turned = points[:, [0, 2, 1]] * [-1, 1, 1] / 1000
            with self.subTest(piece.part.id):
                self.assertTrue(whole.is_watertight)
                self.assertEqual(len(read.faces), len(faces))
                np.testing.assert_allclose(
                    read.triangles, turned[faces].astype(np.float32), rtol=1e-5, atol=1e-7
                )
                normals = np.asarray(read.vertex_normals)
                np.testing.assert_allclose(np.linalg.norm(normals, axis=1), 1, atol=1e-4)
                facing = np.einsum("ij,ikj->ik", read.face_normals, normals[read.faces])
                self.assertGreater(facing.min(), 0, "normals point outwards")

    def test_a_ball_is_round_and_a_box_has_edges(self) -> None:
        ball = mesh_of(EllipsoidSolid(np.zeros(3), np.eye(3), (5.0, 5.0, 5.0)))
        points, normals, _ = shaded(ball, math.pi)
        self.assertEqual(len(points), len(ball[0]))
        radial = points / np.linalg.norm(points, axis=1)[:, None]
        self.assertGreater(np.einsum("ij,ij->i", radial, normals).min(), math.cos(0.1))
        box = mesh_of(BoxSolid(np.zeros(3), np.eye(3), (1.0, 2.0, 3.0)))
        _, normals, _ = shaded(box, 0.7)
        self.assertEqual(len(normals), 24)
        np.testing.assert_allclose(np.sort(np.abs(normals), axis=1)[:, :2], 0, atol=1e-12)

    def test_what_is_hidden_is_left_out(self) -> None:
        sheet = changed(example("ferrywoman"), part__apron__hidden=True)
        scene = trimesh.load(
            io.BytesIO(model_glb(planned(sheet), sheet, Context())), file_type="glb"
        )
        self.assertNotIn("clay:apron", scene.geometry)
