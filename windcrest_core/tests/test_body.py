"""Proportions, solids and volumes."""

from __future__ import annotations

import math
import unittest

import numpy as np
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.body.bent_solids import CoilSolid, SheetSolid
from windcrest_core.body.canon import canon, share_of_legs
from windcrest_core.body.figure import Figure, Piece, clearance_mm, figure
from windcrest_core.body.plans import rest_bones
from windcrest_core.body.skeleton import posed, turn_matrix
from windcrest_core.body.solids import FRONT, SIDE, BoxSolid, EllipsoidSolid, RoundConeSolid, Solid
from windcrest_core.body.volumes import shares
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.shapes import Ellipsoid
from windcrest_core.tests.support import biped, changed, example

ZERO, AXES = np.zeros(3), np.eye(3)


def on_grid(*solids: Solid, height_mm: float, core: Solid | None = None) -> list[float]:
    """Volumes the grid finds for solids put together, mm³: skins, then the core."""
    pieces = []
    for index, solid in enumerate(solids):
        shape = Ellipsoid(centre=(0, 0, 0), semi_axes=(0.1, 0.1, 0.1))
        part = Part(id=f"p{index}", label="p", bone="hips", shape=shape)
        pieces.append(Piece(part, solid, core if index == 0 else None, 6.0))
    found = shares(Figure(height_mm, 10.0, {}, pieces))
    return [found[f"p{i}"].skin_mm3 for i in range(len(solids))] + [found["p0"].core_mm3]


class CanonTest(unittest.TestCase):
    def test_the_adult_has_the_published_ratios(self) -> None:
        # Drillis & Contini (1966), heights over stature
        c = canon(7.5)
        expected = {
            "chin": 0.870,
            "shoulder": 0.818,
            "elbow": 0.630,
            "hip": 0.530,
            "wrist": 0.485,
            "fingertip": 0.377,
            "knee": 0.285,
            "ankle": 0.039,
        }
        for name, ratio in expected.items():
            self.assertAlmostEqual(getattr(c, name), ratio, 9, name)

    def test_the_leg_share_of_every_canon(self) -> None:
        for heads, share in (
            (9, 0.53),
            (7, 0.53),
            (6, 0.50),
            (5, 0.46),
            (4, 0.42),
            (3, 0.36),
            (2.5, 0.30),
            (5.5, 0.48),
        ):
            self.assertAlmostEqual(share_of_legs(heads), share)

    def test_ratios_within_the_leg_stay(self) -> None:
        adult, child = canon(7.5), canon(5)
        self.assertAlmostEqual(child.knee / child.hip, adult.knee / adult.hip)

    @given(st.floats(1.5, 10))
    def test_landmarks_are_in_their_order(self, heads: float) -> None:
        c = canon(heads)
        self.assertTrue(1 > c.chin > c.shoulder > c.hip > c.knee > c.ankle > 0)
        self.assertTrue(c.shoulder > c.elbow > c.wrist > c.fingertip > 0)


class SkeletonTest(unittest.TestCase):
    def test_posing_never_changes_a_length(self) -> None:
        sheet = biped()
        posed_sheet = changed(sheet, joint__shoulder_r__swing_deg=90, joint__hip_l__spread_deg=40)
        before, after = posed(sheet), posed(posed_sheet)
        for joint, bone in before.items():
            self.assertAlmostEqual(after[joint].length_mm, bone.length_mm)
            parent = bone.parent
            if parent:
                was = np.linalg.norm(bone.start - before[parent].start)
                now = np.linalg.norm(after[joint].start - after[parent].start)
                self.assertAlmostEqual(float(was), float(now))

    def test_forward_and_outward_mean_the_same_on_both_sides(self) -> None:
        sheet = biped(
            joint__shoulder_r__swing_deg=0,
            joint__shoulder_l__swing_deg=0,
            joint__shoulder_r__spread_deg=60,
            joint__shoulder_l__spread_deg=60,
        )
        bones = posed(sheet)
        right, left = bones["elbow_r"].start, bones["elbow_l"].start
        self.assertGreater(right[0], 0)
        np.testing.assert_allclose(right * [-1, 1, 1], left, atol=1e-9)
        forward = posed(
            changed(sheet, joint__shoulder_r__spread_deg=0, joint__shoulder_r__swing_deg=90)
        )
        self.assertGreater(forward["elbow_r"].start[1], 20)

    def test_bones_are_listed_parents_first_in_every_plan(self) -> None:
        for body in BODIES:
            seen: set[str] = set()
            for bone in rest_bones(new_sheet("x", body, 300).body):
                self.assertTrue(bone.parent is None or bone.parent in seen)
                seen.add(bone.joint)

    def test_every_body_stands_on_the_ground_at_about_its_height(self) -> None:
        for body in BODIES:
            placed = figure(new_sheet("x", body, 300), 6)
            low = min(p.solid.lowest_z for p in placed.pieces)
            high = max(p.solid.bounds[1][2] for p in placed.pieces)
            self.assertAlmostEqual(low, clearance_mm(new_sheet("x", body, 300)), 6)
            self.assertTrue(0.85 * 300 < high < 1.1 * 300, f"{body} {high}")


class SolidTest(unittest.TestCase):
    def test_published_volumes(self) -> None:
        # sphere 20: 33.510; round cone 20/10/60: frustum between tangent circles + caps = 64.054 cm³
        self.assertAlmostEqual(EllipsoidSolid(ZERO, AXES, (20, 20, 20)).volume_mm3 / 1e3, 33.510, 3)
        self.assertAlmostEqual(RoundConeSolid(ZERO, AXES, 20, 10, 60).volume_mm3 / 1e3, 64.054, 3)
        # a cone whose small ball lies inside the large one is the large ball
        self.assertAlmostEqual(RoundConeSolid(ZERO, AXES, 20, 5, 8).volume_mm3 / 1e3, 33.510, 3)

    def test_the_shell_of_a_ball(self) -> None:
        # 50 mm outside, 6 mm wall: 4/3 π (25³ − 19³) = 36.719 cm³
        ball = EllipsoidSolid(ZERO, AXES, (25, 25, 25))
        core = ball.shrunk(6)
        assert core is not None
        self.assertAlmostEqual((ball.volume_mm3 - core.volume_mm3) / 1e3, 36.719, 3)
        skin, inner = on_grid(ball, height_mm=100, core=core)
        self.assertAlmostEqual(skin / 1e3, 36.719, delta=0.005 * 36.719)
        self.assertAlmostEqual(inner / 1e3, 28.731, delta=0.005 * 28.731)

    def test_the_union_of_two_balls_on_the_grid(self) -> None:
        # two 20 mm balls 20 mm apart: 2 × 33.510 − lens π(4·20+20)(2·20−20)²/12 = 56.549 cm³
        a = EllipsoidSolid(ZERO, AXES, (20, 20, 20))
        b = EllipsoidSolid(np.array([20.0, 0, 0]), AXES, (20, 20, 20))
        self.assertAlmostEqual(sum(on_grid(a, b, height_mm=100)[:2]) / 1e3, 56.549, delta=0.28)

    def test_a_round_cone_on_the_grid(self) -> None:
        cone = RoundConeSolid(ZERO, turn_matrix((30, 20, 10)), 20, 10, 60)
        self.assertAlmostEqual(on_grid(cone, height_mm=200)[0] / 1e3, 64.054, delta=0.32)

    def test_thin_parts_beside_thick_ones_are_within_three_percent(self) -> None:
        # half of a 1.5 mm sheet and of a 3 mm finger is outside a big ball: counted finely by hand
        ball = EllipsoidSolid(ZERO, AXES, (40, 40, 40))
        thin = (
            SheetSolid(
                np.array([0, 36.0, 0]), AXES, ((-20, -20), (20, -20), (20, 20), (-20, 20)), 1.5
            ),
            RoundConeSolid(np.array([0, 0, 30.0]), AXES, 1.5, 1.5, 22),
        )
        for solid in thin:
            low, high = solid.bounds
            n = [max(24, int(s / 0.15)) for s in high - low]
            axes = [np.linspace(low[i], high[i], n[i], dtype=np.float32) for i in range(3)]
            x, y, z = axes[0][:, None, None], axes[1][None, :, None], axes[2][None, None, :]
            inside = solid.world_distance(x, y, z) < 0
            outside_ball = ball.world_distance(x, y, z) > 0
            share = float((inside & outside_ball).sum() / inside.sum())
            found = on_grid(ball, solid, height_mm=400)[1]
            self.assertAlmostEqual(found / (share * solid.volume_mm3), 1, delta=0.03)

    def test_distance_is_nought_on_the_surface_and_has_slope_one(self) -> None:
        solids: list[Solid] = [
            RoundConeSolid(ZERO, AXES, 12, 7, 30, 0.7),
            EllipsoidSolid(ZERO, AXES, (12, 9, 20)),
            BoxSolid(ZERO, AXES, (10, 8, 6)),
            SheetSolid(ZERO, AXES, ((0, 0), (20, 0), (5, 25)), 4.0),
        ]
        rng = np.random.default_rng(1)
        for solid in solids:
            low, high = solid.bounds
            p = rng.uniform(low - 2, high + 2, (4000, 3)).astype(np.float32)
            d = solid.world_distance(*p.T)
            near = np.abs(d) < 0.5
            step = 0.01
            grown = [
                solid.world_distance(*(p[near] + step * np.eye(3, dtype=np.float32)[i]).T)
                for i in range(3)
            ]
            slope = np.sqrt(sum(((g - d[near]) / step) ** 2 for g in grown))
            self.assertAlmostEqual(float(np.median(slope)), 1, delta=0.05)

    def test_the_outline_holds_every_point_of_the_solid(self) -> None:
        cone = RoundConeSolid(np.array([3.0, 4, 5]), turn_matrix((25, 40, 5)), 12, 6, 35, 0.6)
        rng = np.random.default_rng(2)
        low, high = cone.bounds
        points = rng.uniform(low, high, (5000, 3))
        points = points[cone.world_distance(*points.astype(np.float32).T) < -0.3]
        for view in (FRONT, SIDE):
            flat = points @ view.T
            self.assertTrue(shapely.contains_xy(cone.outline(view), flat).all())

    def test_a_wall_leaves_a_smaller_solid_or_nothing(self) -> None:
        cone = RoundConeSolid(ZERO, AXES, 12, 6, 40)
        core = cone.shrunk(6)
        assert isinstance(core, RoundConeSolid)
        self.assertLess(core.h, 40)
        self.assertIsNone(RoundConeSolid(ZERO, AXES, 6, 5, 40).shrunk(6))
        rng = np.random.default_rng(3)
        points = rng.uniform(*core.bounds, (3000, 3)).astype(np.float32)
        inside = points[core.world_distance(*points.T) < 0]
        self.assertLess(float(cone.world_distance(*inside.T).max()), -5.9)

    def test_a_coil_is_a_bent_tube(self) -> None:
        sheet = example("barnacle_ox")
        horn = figure(sheet, 6).piece("horn_r").solid
        assert isinstance(horn, CoilSolid)
        low, high = horn.bounds
        rng = np.random.default_rng(4)
        points = rng.uniform(low, high, (60_000, 3)).astype(np.float32)
        inside = float((horn.world_distance(*points.T) < 0).mean() * np.prod(high - low))
        self.assertAlmostEqual(horn.volume_mm3 / inside, 1, delta=0.05)


class FigureTest(unittest.TestCase):
    def test_twice_as_tall_is_eight_times_the_volume(self) -> None:
        for body in BODIES:
            small = figure(new_sheet("x", body, 200), 6)
            large = figure(new_sheet("x", body, 400), 6)
            for a, b in zip(small.pieces, large.pieces, strict=True):
                self.assertAlmostEqual(b.solid.volume_mm3 / a.solid.volume_mm3, 8, 6)

    @settings(max_examples=10)
    @given(st.floats(3, 9), st.floats(0.7, 1.6), st.floats(0.6, 1.8))
    def test_parts_add_up_to_the_figure(self, heads: float, build: float, limbs: float) -> None:
        sheet = biped(body__heads_tall=heads, body__build=build, body__limb_thickness=limbs)
        placed = figure(sheet, 6)
        found = shares(placed)
        total = sum(s.skin_mm3 + s.core_mm3 for s in found.values())
        separate = sum(p.solid.volume_mm3 for p in placed.pieces)
        self.assertLess(total, separate * 1.005)
        for piece in placed.pieces:
            share = found[piece.part.id]
            self.assertGreaterEqual(share.skin_mm3, 0)
            self.assertLessEqual(share.core_mm3, piece.solid.volume_mm3 * 1.02)

    def test_mirror_images_are_equal(self) -> None:
        sheet = biped()
        found = shares(figure(sheet, 6))
        for part in sheet.parts:
            if part.mirror_of and not part.id.startswith(("thigh", "ear", "foot")):
                pair = found[part.mirror_of]
                mine = found[part.id]
                whole = pair.skin_mm3 + pair.core_mm3
                self.assertAlmostEqual((mine.skin_mm3 + mine.core_mm3) / whole, 1, delta=0.06)

    def test_the_ellipsoid_of_reference(self) -> None:
        self.assertAlmostEqual(
            EllipsoidSolid(ZERO, AXES, (1, 2, 3)).volume_mm3, 4 / 3 * math.pi * 6
        )
