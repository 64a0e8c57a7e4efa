"""Pins and glue: closed forms against sums over slices, what is chosen, and where a face lies."""

from __future__ import annotations

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.body.figure import Figure, figure
from windcrest_core.body.workpiece import workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.given.progress import Progress
from windcrest_core.joining.contact import contact
from windcrest_core.joining.fastening import Fastening, fastening
from windcrest_core.joining.glue_mechanics import bending_mpa, holds_n
from windcrest_core.joining.pin_choice import MOST_PINS
from windcrest_core.joining.pin_mechanics import (
    BEARING_MPA,
    crushing_n,
    hole_deep_mm,
    mouth_mpa,
    sunk_mm,
)
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.forms import WIRE
from windcrest_core.strength import yield_moment_nmm
from windcrest_core.tests.support import biped, changed, context, example, planned, spoken

SLICES = 20_000


def pressed(push_n: float, lever_mm: float, d_mm: float, long_mm: float) -> float:
    """Pressure at the mouth of a hole, from slices of a rigid pin: two balances solved, no formula."""
    x = (np.arange(SLICES) + 0.5) * long_mm / SLICES
    width = d_mm * long_mm / SLICES
    # pressure a + b x on the near side; its sum is the push, its moment about the mouth minus the push's
    sums = np.array([[width * SLICES, width * x.sum()], [width * x.sum(), width * (x**2).sum()]])
    a, _ = np.linalg.solve(sums, np.array([push_n, -push_n * lever_mm]))
    return float(a)


class MechanicsTest(unittest.TestCase):
    @given(st.floats(0.5, 20), st.floats(2, 120), st.floats(0.8, 5), st.floats(3, 40))
    @settings(max_examples=60, deadline=None)
    def test_the_mouth_bears_what_slices_say(
        self, push: float, lever: float, d: float, long: float
    ) -> None:
        self.assertAlmostEqual(
            mouth_mpa(push, lever, d, long) / pressed(push, lever, d, long), 1.0, 4
        )
        deep = sunk_mm(push, lever, d)
        self.assertAlmostEqual(pressed(push, lever, d, deep) / BEARING_MPA, 1.0, 4)
        self.assertAlmostEqual(crushing_n(deep, lever, d) / push, 1.0, 6)

    def test_reference_of_a_head(self) -> None:
        """33 g, 40 mm across, a pin of 2 mm: its own weight 1.43 mm, 5 N at the crown 8.26 → 11 mm each side."""
        self.assertAlmostEqual(sunk_mm(0.033 * 9.80665, 20.0, 2.0), 1.43, 2)
        self.assertEqual(hole_deep_mm(5.0, 40.0, 2.0), 11)
        self.assertEqual(hole_deep_mm(0.1, 5.0, 2.0), 6)  # three diameters at least

    def test_a_wire_yields_before_the_clay(self) -> None:
        """Past these depths a wire of 2 mm pushed at 40 mm bends before its hole gives."""
        for yield_mpa, long, push in ((34, 2.9, 0.67), (125, 5.7, 2.45), (250, 8.2, 4.91)):
            bends = yield_moment_nmm(2.0, yield_mpa) / 40
            self.assertAlmostEqual(bends, push, 2)
            self.assertAlmostEqual(crushing_n(long, 40.0, 2.0) / bends, 1.0, delta=0.03)

    @given(st.floats(4, 60), st.floats(1, 150), st.floats(0.1, 4))
    @settings(max_examples=30, deadline=None)
    def test_glue_on_a_disc_in_strips(self, face: float, lever: float, allowed: float) -> None:
        """Pull at the edge from the strips of a disc: M y over the sum of their areas by y²."""
        half = face / 2
        y = (np.arange(4000) + 0.5) / 4000 * face - half
        inertia = float((2 * np.sqrt(half**2 - y**2) * y**2).sum() * face / 4000)
        self.assertAlmostEqual(bending_mpa(5.0, lever, face) / (5 * lever * half / inertia), 1, 3)
        held = holds_n(allowed, lever, face)
        shear = 4 * held / (math.pi * face**2)
        self.assertAlmostEqual(max(bending_mpa(held, lever, face), shear) / allowed, 1.0, 6)


def held(sheet: FigureSheet, key: str, **rules: object) -> Fastening:
    work = workpiece(sheet, context(**rules), Progress())
    piece = work.figure.piece(key)
    host = work.joined_to(piece)
    assert host is not None
    return fastening(work, piece, host)


def pinned(**how: object) -> dict[str, object]:
    return {"part__skull__meeting": {"kind": "pin", **how}}


class ContactTest(unittest.TestCase):
    def of(self, sheet: FigureSheet) -> Figure:
        return figure(sheet, 6.0)

    def test_a_ball_half_in_a_ball(self) -> None:
        """Two balls of 24 mm, their middles 12 apart, are both in a lens: 2 √(12² − 6²) = 20.8 mm across, 12 thick,
        its middle half way; the part reaches 6 + 12 beyond it."""
        ball = {"kind": "ellipsoid", "centre": [0, 0.3, 0.5], "semi_axes": [0.04, 0.04, 0.04]}
        other = {**ball, "centre": [0, 0.34, 0.5]}
        row = {"bone": "root", "scale": "figure", "form": WIRE, "layer": 1, "orient": "world"}
        sheet = changed(
            biped(),
            part__a={"id": "a", "label": "a", **row, "bone": "waist", "shape": ball},
            part__b={"id": "b", "label": "b", **row, "bone": "waist", "shape": other},
        )
        both = self.of(sheet)
        a, b = both.piece("a").solid, both.piece("b").solid
        found = contact(b, a)
        apart = float(np.linalg.norm(_centre(b.bounds) - _centre(a.bounds)))
        self.assertAlmostEqual(apart, 12.0, 3)
        self.assertAlmostEqual(found.face_mm, 20.8, delta=1.5)
        self.assertAlmostEqual(found.sunk_mm, 12.0, delta=1.5)
        self.assertAlmostEqual(found.reach_mm, 18.0, delta=1.5)
        middle = (_centre(a.bounds) + _centre(b.bounds)) / 2
        self.assertLess(float(np.linalg.norm(np.array(found.middle) - middle)), 1.0)
        self.assertEqual(found.apart_mm, 0.0)


def _centre(bounds: tuple[np.ndarray, np.ndarray]) -> np.ndarray:
    return np.asarray((bounds[0] + bounds[1]) / 2)


class FasteningTest(unittest.TestCase):
    def test_a_pinned_head(self) -> None:
        found = held(biped(**pinned()), "skull")
        assert found.pin is not None
        self.assertEqual(found.load.push_n, 5.0)
        top = 300.0 - found.contact.middle[2]  # the crown is over the neck
        self.assertAlmostEqual(found.contact.reach_mm, top, delta=2.0)
        wire = catalogue().wires[found.pin.wire]
        metal = catalogue().wire_metal(wire).yield_mpa.value
        bends = yield_moment_nmm(wire.diameter_mm, metal) / found.load.lever_mm
        self.assertLessEqual(found.pin.holds_n / found.pin.count, bends + 1e-9)
        self.assertGreaterEqual(found.pin.holds_n, 5.0)
        self.assertLessEqual(found.pin.count, MOST_PINS)
        self.assertAlmostEqual(found.pin.hole_mm, found.pin.wire_mm + 0.2)
        self.assertEqual(found.pin.towards, "up")

    def test_over_foil_only_the_wall_counts_unless_the_armature_is_reached(self) -> None:
        """The ox's head is foil over the loop of its spine; without any wire a horn has its wall alone."""
        how = {"part__horn_r__meeting__kind": "pin"}
        ox = changed(example("barnacle_ox"), **how)
        deep = held(ox, "horn_r").pin
        bare = changed(ox, **{f"run__{run.id}": None for run in ox.runs})
        wall = held(bare, "horn_r").pin
        assert deep is not None and wall is not None
        self.assertEqual((deep.into, wall.into), ("armature", "wall"))
        self.assertLessEqual(wall.host_depth_mm, 6)
        self.assertLess(wall.holds_n, deep.holds_n)

    def test_glue_alone_where_it_holds_and_a_pin_where_not(self) -> None:
        drum = held(example("newt_drummer"), "drum_shell")
        self.assertIsNone(drum.pin)
        self.assertGreater(drum.without_pin_n, drum.load.push_n)
        thin = {"kind": "round_cone", "start": [0, 0.09, 0.5], "end": [0, 0.6, 0.5]}
        pole = {
            "id": "pole",
            "label": "pole",
            "bone": "waist",
            "form": WIRE,
            "layer": 1,
            "shape": {**thin, "start_radius": 0.02, "end_radius": 0.02},
            "meeting": {"kind": "glue", "hosts": ["chest"]},
        }
        stick = held(biped(part__pole=pole), "pole")
        self.assertLess(0.5 * stick.glue_holds_n, stick.load.push_n)
        assert stick.pin is not None
        self.assertGreater(stick.pin.holds_n, stick.without_pin_n)
        steps = [s.key for s in planned(biped(part__pole=pole)).order.steps if s.part == "pole"]
        self.assertEqual(steps, ["pole.cover.1", "pole.pin.1", "pole.join.1"])

    def test_glue_on_two_hosts_holds_on_both(self) -> None:
        """A bar across two balls alike: twice what it holds on one."""
        row = {"bone": "waist", "scale": "figure", "form": WIRE, "layer": 1, "orient": "world"}
        sizes = {"kind": "ellipsoid", "semi_axes": [0.03, 0.03, 0.03]}
        balls = {
            f"part__{key}": {
                **row,
                "id": key,
                "label": key,
                "shape": {**sizes, "centre": [x, 0.4, 0.5]},
            }
            for key, x in (("a", -0.1), ("b", 0.1))
        }
        bar = {"kind": "box", "centre": [0, 0.43, 0.5], "half_sizes": [0.15, 0.01, 0.01]}
        for hosts, times in ((["a"], 1.0), (["a", "b"], 2.0)):
            part = {"id": "bar", "label": "bar", **row, "shape": bar}
            glued = {"part__bar": {**part, "meeting": {"kind": "glue", "hosts": hosts}}}
            found = held(changed(biped(), **balls, **glued), "bar")
            one = holds_n(found.glue.mpa["clay"] or 0, found.load.lever_mm, found.contact.face_mm)
            self.assertAlmostEqual(found.glue_holds_n / one, times, delta=0.02)

    def test_glue_by_the_pair_of_materials(self) -> None:
        for stock, agent, suits in (
            (None, "pva", False),  # clay on clay dries through neither
            ("wood", "pva", True),
            ("polystyrene", "instant", False),  # it melts
            ("polystyrene", "epoxy_slow", True),
            ("glass", "instant", True),
        ):
            meeting = {"kind": "glue", "hosts": ["forearm_r"], "agent": agent}
            found = held(biped(part__hand_r__meeting=meeting, part__hand_r__stock=stock), "hand_r")
            self.assertEqual((found.suits, found.glue_holds_n > 0), (suits, suits), (stock, agent))

    def test_a_wire_that_ends_as_the_pin_is_cut_for_it(self) -> None:
        """The spine's own end instead of a loop, and the depth of the hole in the head as its allowance."""
        loose = changed(biped(**pinned()), run__spine__start="pin")
        found = held(loose, "skull")
        assert found.pin is not None
        self.assertEqual((found.pin.own, found.pin.cut_mm, found.pin.count), ("host", 0.0, 1))
        plan = planned(loose)
        run = next(run for run in plan.frame.runs if run.id == "spine")
        (pin,) = [row for row in run.allowances if row.end == "pin"]
        wire = catalogue().wires[run.chosen.wire]
        wanted = hole_deep_mm(found.load.push_n, found.load.lever_mm, wire.diameter_mm)
        self.assertEqual(pin.length_mm, wanted)
        self.assertFalse([f for f in plan.findings if f.id == "order.pin.wired"])

    def test_a_head_on_its_own_short_wire_is_one_choice(self) -> None:
        sheet = biped(**pinned())
        (found,) = [f for f in planned(sheet).findings if f.id == "order.pin.wired"]
        own = found.fixes[-1]
        self.assertIn("own short wire", spoken(own.label))
        after = changed(sheet, **{row.path.replace("/", "__"): row.value for row in own.operations})
        spine = next(run for run in after.runs if run.id == "spine")
        self.assertNotIn("head", spine.path)
        wire = next(run for run in after.runs if run.into == "skull")
        self.assertEqual((wire.start, wire.path), ("pin", ["head"]))
        drilled = next(s for s in planned(after).order.steps if s.key == "skull.pin.1")
        self.assertIn("Drill the neck", spoken(drilled.label))

    def test_the_wire_of_pins_is_on_the_list_of_what_a_figure_takes(self) -> None:
        from windcrest_core.stock.needs import needs_of

        sheet, free = biped(part__hand_r__meeting__kind="pin"), context()
        plan = planned(sheet, free)
        (join,) = [row for row in plan.order.joins if row.part == "hand_r"]
        assert join.pin is not None
        pin = join.pin
        self.assertAlmostEqual(pin.cut_mm, pin.count * (pin.depth_mm + pin.host_depth_mm))
        found = sum(need.amount for need in needs_of(plan, sheet, free) if need.item == pin.wire)
        runs = sum(
            piece.length_mm * piece.count
            for run in plan.frame.runs
            for piece in run.pieces
            if piece.wire == pin.wire
        )
        self.assertAlmostEqual(found, runs + pin.cut_mm)
