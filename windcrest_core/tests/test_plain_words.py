"""What made people laugh, or shrug: words that do not fit the body they are said of."""

from __future__ import annotations

import unittest

import numpy as np

from windcrest_core.body.workpiece import workpiece
from windcrest_core.character.library import add_from_library
from windcrest_core.findings import Operation
from windcrest_core.given.load import Context
from windcrest_core.given.progress import BakeDone, Progress
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.reshape import worked_out
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.tests.support import (
    TODAY,
    biped,
    changed,
    context,
    findings_of,
    planned,
    spoken,
)
from windcrest_core.tests.test_findings import BURIED, LAMP, PULLED, SITTING, plain
from windcrest_core.work.mend import ways_on


class PlainWordsTest(unittest.TestCase):
    """What made people laugh, or shrug."""

    def labels(self, sheet: FigureSheet) -> list[str]:
        return [spoken(step.label) for step in planned(sheet).order.steps]

    def test_one_run_is_bound_to_nothing_and_none_is_not_cut(self) -> None:
        stem = new_sheet("x", "stem_cap", 200)
        self.assertEqual(len(stem.runs), 1)
        self.assertFalse([label for label in self.labels(stem) if "Bind" in label])
        bare = changed(stem, run__spine=None)
        self.assertFalse(
            [label for label in self.labels(bare) if "wire" in label and "Cut" in label]
        )
        for step in planned(bare).order.steps:
            self.assertLessEqual(
                {need.key for need in step.needs}, {s.key for s in planned(bare).order.steps}
            )
        self.assertTrue(
            [label for label in self.labels(biped()) if "Bind the runs together" in label]
        )

    def test_a_bust_has_no_legs_and_a_mushroom_does_not_step(self) -> None:
        for body in ("bust", "stem_cap", "free"):
            for finding in planned(
                new_sheet("x", body, 400), context({"wires": ["al_awg20"]})
            ).findings:
                self.assertNotIn("legs", spoken(finding.title), body)
        mushroom = planned(new_sheet("x", "stem_cap", 200)).character.topics
        pose = next(topic for topic in mushroom if topic.id == "pose")
        self.assertNotIn("stepping", spoken(pose.question))

    def test_what_is_asked_is_answered_by_the_sheet(self) -> None:
        lit = plain(
            light__lamp=LAMP, **PULLED, part__chest__opening={"side": "under", "across_mm": 40}
        )
        settled = {t.id: spoken(t.settled or "") for t in planned(lit).character.topics}
        self.assertEqual((settled["lights"], settled["hollow"]), ("lantern", "chest"))
        self.assertIsNone({t.id: t.settled for t in planned(biped()).character.topics}["lights"])
        lifted = biped(**SITTING)
        meets = {t.id: t.settled for t in planned(lifted).character.topics}["base"]
        pegs = len(planned(lifted).frame.pegs)
        self.assertEqual(meets is None, pegs == 0)

    def test_what_stands_on_the_tray_does_not_hang_out(self) -> None:
        for body in BODIES:
            sheet = new_sheet("x", body, 300)
            work = workpiece(sheet, Context(), Progress())
            for finding in findings_of(sheet, "bake.overhang.sags"):
                piece = work.figure.piece(finding.subject or "")
                with self.subTest(body, part=finding.subject):
                    self.assertGreater(piece.solid.lowest_z, 2.0)

    def test_no_hand_in_the_air_is_offered_a_peg(self) -> None:
        seated = biped(**SITTING, run__spine__end="cut", run__leg_l__end="cut")
        for finding in findings_of(seated, "finish.peg.none"):
            self.assertFalse([fix.label for fix in finding.fixes if "hand" in spoken(fix.label)])

    def test_wings_on_four_legs_grow_from_the_shoulder(self) -> None:
        """They touched nothing, said eight times."""
        for body in ("quadruped", "many_limbed"):
            sheet = new_sheet("x", body, 280)
            winged, _ = apply_edits(
                sheet, worked_out(sheet, [Operation(path="body/wing_span", value=0.8)])
            )
            self.assertEqual(findings_of(winged, "character.part.loose"), [], body)

    def test_what_is_loose_together_is_one_row(self) -> None:
        kite = {**BURIED, "shape": {**BURIED["shape"], "centre": [0.6, 0, 2]}}
        near = {**kite["shape"], "centre": [0.61, 0, 2]}
        sheet = plain(
            part__kite={**kite, "id": "kite"}, part__bow={**kite, "id": "bow", "shape": near}
        )
        [told] = findings_of(sheet, "character.part.loose")
        self.assertEqual(told.numbers["parts"], 2)
        after, _ = apply_edits(sheet, told.fixes[0].operations)
        self.assertEqual(findings_of(after, "character.part.loose"), [])

    def test_palm_and_finger_are_joined_one_way_round(self) -> None:
        hand, _ = apply_edits(biped(), add_from_library(biped(), "hand", 4))
        work = workpiece(hand, Context(), Progress())
        for piece in work.clay_pieces:
            under = work.joined_to(piece)
            if under is not None:
                self.assertIsNot(work.joined_to(under), piece, piece.part.id)

    def test_a_pin_does_not_go_through_air(self) -> None:
        kite = {
            **BURIED,
            "id": "kite",
            "meeting": {"kind": "glue"},
            "shape": {**BURIED["shape"], "centre": [0.6, 0, 2]},
        }
        row = next(r for r in planned(plain(part__kite=kite)).order.joins if r.part == "kite")
        self.assertIsNone(row.pin)
        self.assertGreater(row.air_mm, 10)

    def test_a_cable_goes_no_long_way_round(self) -> None:
        """Head to chest were 92 mm apart, and 225 mm of cable were led between them: along the chest's own
        bone to its root and back."""
        for body in ("biped", "capsule", "quadruped", "bust"):
            parts = {part.id for part in new_sheet("x", body, 300).parts}
            for cell in parts & {"chest", "belly"}:
                light = planned(
                    changed(new_sheet("x", body, 300), light__lamp={**LAMP, "cell_in": cell})
                ).bulk.lights[0]
                points = np.array(light.points)
                way = float(np.linalg.norm(np.diff(points, axis=0), axis=1).sum())
                self.assertLess(
                    way, 1.25 * float(np.linalg.norm(points[0] - points[-1])) + 1, (body, cell)
                )

    def test_no_mend_gives_oven_time_back(self) -> None:
        given, progress = Context(), Progress(bakes=[BakeDone(bake=1, minutes=70)])
        for part in ("chest", "hand_r"):
            for way in ways_on(biped(), given, progress, TODAY, "too_large", part):
                self.assertGreaterEqual(way.oven_min, 0.0, way.label)
