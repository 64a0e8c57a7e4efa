"""How far clay has come by the end of a bake: grades, their bands, and what is said of them."""

from __future__ import annotations

import unittest
from unittest import mock

from windcrest_core.bake.bands import grades
from windcrest_core.bake.cure import CURED, ceiling
from windcrest_core.bake.heat import AIR_H_W_M2K, BALL, WALL, HeatBody
from windcrest_core.findings import Finding
from windcrest_core.given.oven import Oven
from windcrest_core.given.progress import BakeDone, Progress
from windcrest_core.new_figure import new_sheet
from windcrest_core.plan import Plan
from windcrest_core.sheet import FigureSheet
from windcrest_core.tests.support import biped, context, findings_of, planned, spoken
from windcrest_core.tests.sweeps import some, sweep
from windcrest_core.tests.test_live_bake import at_start

SIX = HeatBody(WALL, 6, 3)


def tented(body: HeatBody, dial_c: float) -> float | None:
    """Minutes to fused at h 10, swing 8, label 135."""
    with mock.patch.dict(AIR_H_W_M2K, tented=10.0):
        fused = grades(body, Oven(air="tented"), dial_c, 135.0, 1.0).fused
    return None if fused is None else fused.min


class BandTest(unittest.TestCase):
    def test_a_wall_of_six_is_firm_at_42_and_fused_at_57(self) -> None:
        """6/3 at h 14: firm 42 (33 to 53), fused 57 (46 to 73); roots of the squares of film and rate (SCIENCE 6b)."""
        found = grades(SIX, Oven(swing_c=0), 135.0, 135.0, 1.0)
        assert (
            found.firm is not None and found.fused is not None and found.fused.high_min is not None
        )
        assert found.firm.high_min is not None
        for reached, wanted in ((found.firm, (42, 33, 53)), (found.fused, (57, 46, 73))):
            for minutes, by_hand in zip(
                (reached.min, reached.low_min, reached.high_min), wanted, strict=True
            ):
                assert minutes is not None
                self.assertAlmostEqual(minutes, by_hand, delta=2.0)

    def test_chips_narrow_it(self) -> None:
        """With the rate known, only the film is left: 57 becomes 71 and 48 (SCIENCE 6b, By depth)."""
        known = grades(SIX, Oven(swing_c=0), 135.0, 135.0, 1.0, (), (1.0, 1.0)).fused
        assert known is not None and known.high_min is not None
        for minutes, by_hand in zip(
            (known.min, known.low_min, known.high_min), (57, 48, 71), strict=True
        ):
            self.assertAlmostEqual(minutes, by_hand, delta=1.5)

    def test_looked_ahead_as_far_as_it_takes(self) -> None:
        """Swing 8, h 10: 6/20 at dial 125 244 min, ball 6/94 282 (SCIENCE 6b, Look-ahead)."""
        for body, dial_c, wanted in (
            (HeatBody(WALL, 6, 20), 125, 244),
            (HeatBody(BALL, 6, 94), 125, 282),
        ):
            found = tented(body, dial_c)
            assert found is not None
            self.assertAlmostEqual(found, wanted, delta=4)
        still = grades(HeatBody(WALL, 10, 40), Oven(), 126.0, 135.0, 1.0).fused
        assert still is not None
        self.assertAlmostEqual(still.min, 293, delta=5)

    def test_what_is_not_reached_in_six_hours_and_what_never_is(self) -> None:
        """10/40 at h 10: not within six hours at dial 125, where it would come to .957; never at 120, .844."""
        thick = HeatBody(WALL, 10, 40)
        self.assertIsNone(tented(thick, 125))
        self.assertIsNone(tented(thick, 120))
        self.assertAlmostEqual(float(ceiling(125.0, 135.0)), 0.957, 3)
        self.assertAlmostEqual(float(ceiling(120.0, 135.0)), 0.844, 3)
        self.assertAlmostEqual(float(ceiling(135.0 - 10.41, 135.0)), CURED, 3)


def raw_in(sheet: FigureSheet, **rules: object) -> list[Finding]:
    return findings_of(sheet, "bake.core.raw", context(**rules))


class WordsTest(unittest.TestCase):
    def test_baked_as_the_label_says_is_a_note_and_never_nought_percent(self) -> None:
        for rules in ({"bake_time": "label"}, {"bake_time": "fixed_30"}):
            found = raw_in(biped(), **rules)
            self.assertTrue(found)
            for finding in found:
                with self.subTest(rules, title=finding.title):
                    self.assertNotIn("%", spoken(finding.title) + spoken(finding.reason))
                    met = finding.numbers["minutes"] >= int(finding.numbers["rule_min"])
                    soft = "soft" in spoken(finding.title)
                    self.assertEqual(finding.severity, "stop" if soft or not met else "note")
            note = next(f for f in found if f.severity == "note")
            self.assertRegex(spoken(note.title), "set right through, not yet firm|firm, not yet")
            self.assertIn("costs nothing", spoken(note.reason))

    def test_a_thick_wall_baked_half_an_hour_is_a_stop(self) -> None:
        """20 mm of wall: the label asks for 50 min."""
        found = raw_in(biped(part__chest__wall_mm=20), bake_time="fixed_30")
        chest = next(f for f in found if f.subject == "chest")
        self.assertEqual(chest.severity, "stop")
        self.assertGreater(chest.numbers["rule_min"], chest.numbers["minutes"])

    def test_the_longer_of_both_leaves_nothing_to_say(self) -> None:
        self.assertEqual(raw_in(biped()), [])

    def test_a_bake_that_was_short_and_is_finished_by_the_next_is_a_note(self) -> None:
        progress = Progress(bakes=[BakeDone(bake=1, minutes=20)])
        found = [f for f in planned(biped(), None, progress).findings if f.id == "bake.core.raw"]
        self.assertEqual([f.severity for f in found], ["note"])
        self.assertIn("next bake", spoken(found[0].reason))


class MinutesTest(unittest.TestCase):
    def advised(self, plan: Plan) -> list[float]:
        return [bake.advised_min.value for bake in plan.bake.bakes]

    def test_a_bust_that_was_said_never_to_cure(self) -> None:
        """Of 380 mm: 240 + 240 min was said; the same wall over a little more foil takes a little more."""
        before, after = (self.advised(planned(new_sheet("x", "bust", h))) for h in (360, 380))
        for a, b in zip(before, after, strict=True):
            self.assertTrue(a <= b <= a + 6, (a, b))

    @sweep
    def test_a_larger_part_of_the_same_wall_takes_no_less(self) -> None:
        for body in some(("bust", "stem_cap", "draped", "biped", "quadruped"), least=2):
            last: dict[str, float] = {}
            for height in some(range(40, 901, 20), least=8):
                plan = planned(new_sheet("x", body, height))
                cored = {row.id for row in plan.bulk.parts}
                for bake in plan.bake.bakes:
                    for part in bake.parts:
                        if not (part.raw_in and part.id in cored and part.clay_mm == 6.0):
                            continue
                        with self.subTest(body, height=height, part=part.id):
                            minutes = part.model_min or 400.0
                            self.assertGreaterEqual(minutes, last.get(part.id, 0.0) - 0.5)
                            last[part.id] = minutes

    def test_what_six_hours_do_not_fuse_is_not_waited_for_again(self) -> None:
        plan = planned(biped(part__chest__wall_mm=40, part__chest__core="wire", height_mm=900))
        self.assertEqual(self.advised(plan)[0], 360)
        self.assertLess(self.advised(plan)[1], 200)
        said = [f for f in plan.findings if f.id == "bake.core.raw"]
        self.assertEqual(len(said), 1)
        self.assertIn("more than six hours", spoken(said[0].reason))

    def test_the_school_rules_a_running_bake_too(self) -> None:
        for school, wanted in (("longer", None), ("label", "rule"), ("fixed_30", "half")):
            bake, live = at_start(context(bake_time=school))
            expected = {"rule": bake.rule_min.value, "half": 30.0}.get(
                wanted or "", bake.advised_min.value
            )
            with self.subTest(school):
                self.assertAlmostEqual(live.to_go_min, expected, delta=1.0)


class InAllTest(unittest.TestCase):
    def test_reason_and_title_speak_of_the_same_end(self) -> None:
        """Soft after a first bake of 6 min, set by the next: no stop, and no word of crumbling."""
        progress = Progress(bakes=[BakeDone(bake=1, minutes=6), BakeDone(bake=2, minutes=30)])
        found = [f for f in planned(biped(), None, progress).findings if f.id == "bake.core.raw"]
        for finding in found:
            if "soft" not in spoken(finding.title):
                self.assertNotIn("crumbles", spoken(finding.reason))
        self.assertTrue([f for f in found if "soft" not in spoken(f.title)])
