"""Bend cards: bent back they are the run, and read as SCIENCE has them."""

from __future__ import annotations

import unittest

import numpy as np
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from windcrest_core.body.skeleton import Array
from windcrest_core.frame.bending import (
    BendCard,
    apart_mm,
    bend_card,
    bent_back,
    corners,
    pin_for_mm,
    setback_mm,
)
from windcrest_core.frame.runs import starting_runs
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.prints.bend_card import turn_words
from windcrest_core.sheet import load_sheet
from windcrest_core.tests.support import example, planned
from windcrest_core.tests.sweeps import examples, sweep

REFERENCE = [np.array(p, dtype=float) for p in ((0, 0, 0), (0, 0, 60), (40, 0, 100), (40, 30, 130))]


def card_of(points: list[Array], diameter_mm: float = 2.0, before_mm: float = 0.0) -> BendCard:
    names = [f"p{i}" for i in range(len(points))]
    return bend_card(points, names, diameter_mm, before_mm, "the first", "pliers")


class BendCardTest(unittest.TestCase):
    def test_the_reference_path(self) -> None:
        """Lengths 60, 56.57, 42.43; bends 45° and 60°; turned 125.26° between (SCIENCE 2)."""
        card = card_of(REFERENCE, diameter_mm=0.001)
        self.assertEqual([bend.angle_deg for bend in card.bends], [45.0, 60.0])
        self.assertAlmostEqual(card.bends[1].turn_deg, -125.3)
        self.assertEqual(card.bends[0].turn_deg, 0.0)
        self.assertAlmostEqual(card.bends[0].mark_mm, 60 - 0.05, delta=0.06)
        self.assertAlmostEqual(card.bends[1].mark_mm - card.bends[0].mark_mm, 56.57, delta=0.3)
        self.assertAlmostEqual(card.tail_mm, 42.43, delta=0.3)

    @sweep
    @settings(max_examples=examples(150, 40))
    @given(
        st.lists(st.tuples(*[st.floats(-90, 90)] * 3), min_size=3, max_size=9),
        st.floats(0.6, 3.5),
        st.floats(0, 60),
    )
    def test_bent_back_it_is_the_run_within_half_a_millimetre(
        self, rows: list[tuple[float, float, float]], diameter_mm: float, before_mm: float
    ) -> None:
        points = [np.array(row) for row in rows]
        steps = np.linalg.norm(np.diff(rows, axis=0), axis=1)
        assume(steps.min() > 15)
        found = corners(points)
        assume(len(found) == len(points) - 2 and all(angle < 140 for _, angle in found))
        self.assertLess(apart_mm(card_of(points, diameter_mm, before_mm), points), 0.5)

    def test_a_mirror_image_is_turned_the_other_way(self) -> None:
        other = [p * np.array([1, -1, 1]) for p in REFERENCE]
        self.assertAlmostEqual(
            card_of(REFERENCE).bends[1].turn_deg, -card_of(other).bends[1].turn_deg
        )

    def test_a_tighter_bend_takes_less_wire_than_its_corner(self) -> None:
        sharp, round_ = card_of(REFERENCE, 0.01), card_of(REFERENCE, 3.0)
        self.assertLess(round_.bends[1].mark_mm, sharp.bends[1].mark_mm)
        self.assertEqual([pin_for_mm(d) for d in (0.9, 1.0, 1.6, 2.5, 11)], [2, 2, 4, 5, 22])

    def test_straight_on_is_no_bend(self) -> None:
        line = [np.array([0, 0, z], dtype=float) for z in (0, 40, 90)]
        card = card_of(line)
        self.assertEqual((card.bends, card.tail_mm), ([], 90.0))
        np.testing.assert_allclose(bent_back(card)[-1], [90, 0, 0])

    def test_every_run_of_every_body_has_its_card(self) -> None:
        for body in BODIES:
            for run in planned(new_sheet("x", body, 280)).frame.runs:
                points = [np.array(p) for p in run.points]
                with self.subTest(body, run=run.id):
                    self.assertLess(apart_mm(run.card, points), 0.5)
                    marks = [bend.mark_mm for bend in run.card.bends]
                    self.assertEqual(marks, sorted(marks))
                    self.assertLessEqual((marks or [0])[-1] + run.card.tail_mm, run.cut_mm + 1e-6)


def by_the_words(card: BendCard) -> Array:
    """A wire on the bench, bent as the printed words say, each joint of its sharp path, mm.

    START lies to the left, x runs along the wire to the right, z is up. It is turned with all that is bent
    of it, and what lies beyond the mark is bent upwards. Corners stand where the two straight pieces meet.
    """
    length = (card.bends[-1].mark_mm if card.bends else card.before_mm) + card.tail_mm
    dots = np.array([[x, 0.0, 0.0] for x in (card.before_mm, length)])
    for bend in reversed(card.bends):
        # The free end is bent first here: what lies beyond a mark is moved as one piece.
        back = setback_mm(bend.angle_deg, card.radius_mm)
        at = np.array([bend.mark_mm + back, 0.0, 0.0])
        beyond = dots[1:] + np.array([2 * back, 0.0, 0.0])
        angle = np.radians(bend.angle_deg)
        x, y, z = (beyond - at).T
        bent = np.array(
            [x * np.cos(angle) - z * np.sin(angle), y, x * np.sin(angle) + z * np.cos(angle)]
        )
        dots = np.vstack([dots[:1], at, bent.T + at])
        dots = turned_as_printed(dots, turn_words(bend.turn_deg), undo=True)
    return dots


def turned_as_printed(dots: Array, words: str, undo: bool) -> Array:
    """Clockwise, looking along +x, takes what is up (z) to the right-hand side, which is −y."""
    if words == "no turn":
        return dots
    degrees, way = words.split("° ")
    angle = np.radians(float(degrees)) * (1 if way == "clockwise" else -1) * (-1 if undo else 1)
    x, y, z = dots.T
    up, right = z * np.cos(angle) + y * np.sin(angle), z * np.sin(angle) - y * np.cos(angle)
    return np.column_stack([x, -right, up])


def laid_on_mm(made: Array, wanted: Array) -> float:
    """The worst distance of two paths laid on each other without mirroring, mm."""
    rotation, _ = Rotation.align_vectors(wanted - wanted.mean(axis=0), made - made.mean(axis=0))
    laid = rotation.apply(made - made.mean(axis=0)) + wanted.mean(axis=0)
    return float(np.linalg.norm(laid - wanted, axis=1).max())


class WordsTest(unittest.TestCase):
    """The printed words carried out to the letter."""

    def test_the_least_case_is_turned_clockwise(self) -> None:
        """(0,−1,0) → (0,0,0) → (1,0,0) → (1,0,1): the first bend is to the right of +y; looking along +x
        what is up lies to the left of it, and a quarter turn clockwise brings it up."""
        points = [
            np.array(p, dtype=float) * 50 for p in ((0, -1, 0), (0, 0, 0), (1, 0, 0), (1, 0, 1))
        ]
        self.assertEqual(turn_words(card_of(points).bends[1].turn_deg), "90.0° clockwise")

    def test_every_run_of_every_example_meets_its_joints(self) -> None:
        mirrored = 0
        for name in ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox"):
            for run in planned(example(name)).frame.runs:
                points = [np.array(p) for p in run.points]
                wanted = np.array([points[0], *(points[i] for i, _ in corners(points)), points[-1]])
                with self.subTest(name, run=run.id):
                    made = by_the_words(run.card)
                    self.assertLess(laid_on_mm(made, wanted), 2.0)
                    other = laid_on_mm(made, wanted * np.array([-1.0, 1.0, 1.0]))
                    flat = np.linalg.svd(wanted - wanted.mean(axis=0))[1][-1] < 5.0
                    mirrored += not flat
                    self.assertTrue(flat or other > 2.0, other)
        self.assertGreater(mirrored, 8)


class FoldTest(unittest.TestCase):
    def test_the_spine_of_a_many_legged_body_ends_where_its_hips_do(self) -> None:
        """It went on from there along the bone it had come by: (0,0,79) → (0,−60,79) → (0,−6,79)."""
        spine = planned(new_sheet("x", "many_limbed", 120)).frame.runs[0]
        self.assertEqual([round(c) for c in spine.points[-1]], [0, -60, 79])

    def test_no_run_of_any_body_turns_back_without_a_word(self) -> None:
        for body in BODIES:
            plan = planned(new_sheet("x", body, 280))
            told = {f.subject for f in plan.findings if f.id == "frame.bend.back"}
            for run in plan.frame.runs:
                with self.subTest(body, run=run.id):
                    sharpest = max((bend.angle_deg for bend in run.card.bends), default=0.0)
                    self.assertEqual(sharpest > 150, run.id in told)
                    self.assertLess(sharpest, 150)

    def test_a_branch_half_way_goes_on_where_it_turns_less(self) -> None:
        """A twig that leaves the trunk downwards at its half: its wire goes on up, to the crown."""
        data = new_sheet("x", "free", 200).model_dump(mode="json")
        bones: list[dict[str, object]] = [
            {"id": "trunk", "length": 0.7},
            {"id": "crown", "parent": "trunk", "length": 0.3},
            {"id": "twig", "parent": "trunk", "at": 0.5, "direction": [1, 0, -1], "length": 0.3},
        ]
        data["body"]["bones"] = [{"label": bone["id"], **bone} for bone in bones]
        body = load_sheet({**data, "parts": [], "runs": [], "pose": {}}).body
        paths = {run.id: run.path for run in starting_runs(body)}
        self.assertEqual(paths["to_twig"], ["twig", "crown"])
