"""Whose is which bit of the figure: against counting points, and whatever was measured before."""

from __future__ import annotations

import unittest
from unittest import mock

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.body import figure as figures
from windcrest_core.body import volumes
from windcrest_core.body.figure import Figure, Piece, figure, standing_bones
from windcrest_core.body.portions import ball_mm
from windcrest_core.body.solids import EllipsoidSolid, Solid
from windcrest_core.body.volumes import shares
from windcrest_core.body.workpiece import workpiece
from windcrest_core.drawing import elevation
from windcrest_core.drawing.elevation import drawing
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.shapes import Ellipsoid
from windcrest_core.tests.support import biped, changed, example

AXES, ZERO = np.eye(3), np.zeros(3)
NAMES = ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox")


def forget() -> None:
    """Everything kept from figures measured and drawn before."""
    for kept in (
        volumes.filled,
        volumes._on_lattice,
        volumes._on_its_own,
        elevation._outline,
        elevation._silhouette,
        elevation._part,
        figures._known,
        figures._core,
    ):
        kept.cache_clear()


def piece(part_id: str, solid: Solid, layer: int = 0, stock: str | None = None) -> Piece:
    shape = Ellipsoid(centre=(0, 0, 0), semi_axes=(0.1, 0.1, 0.1))
    part = Part(id=part_id, label=part_id, bone="hips", shape=shape, layer=layer, stock=stock)
    return Piece(part, solid, None, 6.0)


def ball(x: float, radius: float) -> EllipsoidSolid:
    return EllipsoidSolid(np.array([x, 0.0, 0.0]), AXES, (radius, radius, radius))


def counted_mm3(solids: list[Solid], points: int = 400_000) -> float:
    """Volume of a union by throwing points at its box; about 0.5 % at this many."""
    low = np.min([s.bounds[0] for s in solids], axis=0)
    high = np.max([s.bounds[1] for s in solids], axis=0)
    thrown = np.random.default_rng(7).uniform(low, high, (points, 3)).astype(np.float32)
    inside = np.zeros(points, dtype=bool)
    for solid in solids:
        inside |= solid.world_distance(*thrown.T) < 0
    return float(inside.mean() * np.prod(high - low))


class WholeTest(unittest.TestCase):
    def test_the_parts_make_up_the_figure(self) -> None:
        # an independent count of the same union; the grid promises 0.5 %, the count has as much
        for name in NAMES:
            sheet = example(name)
            whole = figure(sheet, 6.0)
            found = shares(whole)
            total = sum(s.skin_mm3 + s.core_mm3 for s in found.values())
            with self.subTest(name):
                counted = counted_mm3([p.solid for p in whole.pieces])
                self.assertAlmostEqual(total / counted, 1, delta=0.02)

    def test_each_part_has_its_own_share(self) -> None:
        # every part counted alone by points: in it, in nothing over it, in no core
        whole = figure(example("ferrywoman"), 6.0)
        found, before = shares(whole), list[Solid]()
        cores = [p.core for p in whole.pieces if p.core is not None]
        rng = np.random.default_rng(11)
        for p in _outermost(whole):
            low, high = p.solid.bounds
            thrown = rng.uniform(low, high, (200_000, 3)).astype(np.float32)
            thrown = thrown[p.solid.world_distance(*thrown.T) < 0]
            free = np.ones(len(thrown), dtype=bool)
            for other in before + (cores if p.part.stock is None else []):
                if np.all(other.bounds[0] < high) and np.all(low < other.bounds[1]):
                    free &= other.world_distance(*thrown.T) > 0
            counted = p.solid.volume_mm3 * float(free.mean())
            before.append(p.solid)
            with self.subTest(p.part.id):
                own = found[p.part.id].skin_mm3
                self.assertAlmostEqual(own, counted, delta=0.04 * counted + 20)

    def test_no_part_is_more_than_itself(self) -> None:
        for name in NAMES:
            whole = figure(example(name), 6.0)
            for found, p in zip(shares(whole).values(), _outermost(whole), strict=True):
                with self.subTest(name, part=p.part.id):
                    self.assertGreaterEqual(found.skin_mm3, 0)
                    own = (found.skin_mm3 + found.core_mm3) / p.solid.volume_mm3
                    self.assertLessEqual(own, 1.02)

    def test_an_empty_figure_has_no_shares(self) -> None:
        self.assertEqual(shares(Figure(300, 40, {}, [])), {})


def _outermost(whole: Figure) -> list[Piece]:
    return sorted(whole.pieces, key=volumes._outermost_first)


class LayerTest(unittest.TestCase):
    def test_the_outer_layer_keeps_what_it_covers(self) -> None:
        inner, outer = ball(0, 20), ball(10, 15)
        below = shares(Figure(100, 20, {}, [piece("in", inner), piece("over", outer, layer=1)]))
        self.assertAlmostEqual(below["over"].skin_mm3 / outer.volume_mm3, 1, delta=0.005)
        self.assertLess(below["in"].skin_mm3, 0.8 * inner.volume_mm3)
        above = shares(
            Figure(100, 20, {}, [piece("in", inner, layer=1), piece("over", outer, layer=0)])
        )
        self.assertAlmostEqual(above["in"].skin_mm3 / inner.volume_mm3, 1, delta=0.005)

    def test_bought_pieces_are_pressed_in_whole(self) -> None:
        eye, head = ball(18, 4), ball(0, 20)
        found = shares(Figure(100, 20, {}, [piece("head", head), piece("eye", eye, stock="glass")]))
        self.assertAlmostEqual(found["eye"].skin_mm3 / eye.volume_mm3, 1, delta=0.03)

    def test_parts_that_do_not_touch_do_not_matter_to_each_other(self) -> None:
        alone = shares(Figure(100, 20, {}, [piece("a", ball(0, 15))]))["a"]
        near = shares(Figure(100, 20, {}, [piece("a", ball(0, 15)), piece("b", ball(60, 15))]))["a"]
        self.assertAlmostEqual(alone.skin_mm3, near.skin_mm3, 3)
        np.testing.assert_allclose(alone.skin_centre, near.skin_centre, atol=0.01)

    def test_a_part_inside_another_has_nothing_left(self) -> None:
        found = shares(
            Figure(100, 20, {}, [piece("heart", ball(0, 6)), piece("chest", ball(0, 20), layer=1)])
        )
        self.assertEqual(found["heart"].skin_mm3, 0)


class BoundTest(unittest.TestCase):
    def test_one_huge_part_does_not_make_the_others_dear(self) -> None:
        """Of the ox: a thigh 1.9 heads thick once took 17 s, for 95 grids of 138 million cells."""
        sheet = example("barnacle_ox")
        thigh = next(part for part in sheet.parts if part.id == "thigh_r")
        shape = {**thigh.shape.model_dump(), "start_radius": 1.9}
        huge = changed(sheet, part__thigh_r__shape=shape)
        looked: list[int] = []
        most = volumes._Allowance.most

        def counted(self: volumes._Allowance, solid: Solid, cells: int, solids: int) -> int:
            looked.append(solids * (given := most(self, solid, cells, solids)))
            return given

        with mock.patch.object(volumes._Allowance, "most", counted):
            found = shares(figure(huge, 6.0))
        bound = 1.2 * volumes.OWN_CELLS
        self.assertLess(sum(looked), bound)
        self.assertEqual(len(found), len(figure(huge, 6.0).pieces))

    def test_an_ordinary_figure_is_measured_as_finely_as_it_wants(self) -> None:
        for name in ("ferrywoman", "barnacle_ox"):
            before = shares(figure(example(name), 6.0))
            volumes._on_its_own.cache_clear()
            with mock.patch.object(volumes, "OWN_CELLS", 10**12):
                after = shares(figure(example(name), 6.0))
            for key, share in before.items():
                self.assertEqual(share.skin_mm3, after[key].skin_mm3)


class KeptTest(unittest.TestCase):
    """What was measured and drawn before must not change what is measured and drawn now."""

    def drawn_and_measured(self, sheet: FigureSheet) -> tuple[object, object]:
        whole = figure(sheet, 6.0)
        rows = {
            key: (round(s.skin_mm3, 6), round(s.core_mm3, 6), s.skin_centre.round(6).tolist())
            for key, s in shares(whole).items()
        }
        return rows, drawing(whole).model_dump()

    def test_a_drag_ends_where_a_fresh_start_would(self) -> None:
        sheet = example("ferrywoman")
        for swing in (10, 25, 40, 55, 20):
            sheet = changed(sheet, joint__elbow_l__swing_deg=swing)
            followed = self.drawn_and_measured(sheet)
        forget()
        self.assertEqual(self.drawn_and_measured(sheet), followed)

    @settings(max_examples=8)
    @given(
        st.lists(
            st.sampled_from(
                [
                    ("joint__shoulder_r__spread_deg", 30.0),
                    ("joint__hip_l__swing_deg", 25.0),
                    ("part__hat_brim", None),
                    ("part__chest__wall_mm", 4.0),
                    ("part__apron__layer", 2),
                    ("body__build", 1.1),
                    ("height_mm", 280.0),
                ]
            ),
            min_size=2,
            max_size=4,
            unique_by=lambda pair: pair[0],
        )
    )
    def test_after_any_edits(self, edits: list[tuple[str, object]]) -> None:
        sheet = example("ferrywoman")
        for path, value in edits:
            sheet = changed(sheet, **{path: value})
            followed = self.drawn_and_measured(sheet)
        forget()
        self.assertEqual(self.drawn_and_measured(sheet), followed)


class StandingTest(unittest.TestCase):
    def test_bones_stand_where_the_figure_stands(self) -> None:
        for name in NAMES:
            sheet = example(name)
            whole, bones = figure(sheet, 6.0), standing_bones(sheet)
            for joint, bone in bones.items():
                np.testing.assert_allclose(bone.start, whole.bones[joint].start)

    def test_the_lowest_sole_is_on_the_ground(self) -> None:
        lifted = biped(joint__hip_r__swing_deg=70, joint__knee_r__swing_deg=-60)
        soles = [p.solid.lowest_z for p in figure(lifted, 6.0).pieces if p.part.contact]
        self.assertAlmostEqual(min(soles), 0, 6)
        self.assertGreater(max(soles), 20)


class MassTest(unittest.TestCase):
    def test_a_mirror_image_weighs_the_same_and_balances(self) -> None:
        work = workpiece(biped(), Context(), Progress())
        for part_id, mass in work.masses.items():
            if part_id.endswith("_r"):
                other = work.masses[part_id[:-2] + "_l"]
                self.assertAlmostEqual(
                    mass.total_g, other.total_g, delta=0.02 * mass.total_g + 0.05
                )
                self.assertAlmostEqual(mass.centre[0], -other.centre[0], delta=0.6)

    def test_a_core_makes_a_part_lighter(self) -> None:
        cored = workpiece(biped(), Context(), Progress()).masses["chest"].total_g
        solid = workpiece(biped(part__chest__core="wire"), Context(), Progress()).masses["chest"]
        self.assertLess(cored, 0.85 * solid.total_g)

    def test_the_ball_of_a_volume(self) -> None:
        # 4/3 π 10³ = 4188.79 mm³ is a ball 20 mm across; nothing makes no ball
        self.assertAlmostEqual(ball_mm(4188.790), 20, 4)
        self.assertEqual(ball_mm(0), 0)
        self.assertEqual(ball_mm(-1), 0)
