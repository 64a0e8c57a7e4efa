"""Coats of paint moved between bakes: what waits for them, what they are in, what they cannot do."""

from __future__ import annotations

import unittest

from windcrest_core.findings import Operation
from windcrest_core.given.load import Context
from windcrest_core.given.progress import BakeDone, Progress
from windcrest_core.given.reach import Patch, Reach
from windcrest_core.order.reach import fingerprint
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.tests.support import TODAY, biped, context, planned, spoken
from windcrest_core.work.bakes import planned_bake
from windcrest_core.work.moves import MoveAnswer, places, try_move

COATS = "mouth.coats.1"
LAID_ON_LIPS = {"kind": "lay", "hosts": ["lips"], "cured": True}


def _ball(part: str, y: float, **more: object) -> Operation:
    shape = {"kind": "ellipsoid", "centre": [0, y, 0.4], "semi_axes": [0.12, 0.1, 0.09]}
    value = {"id": part, "label": part, "bone": "head", "shape": shape, **more}
    return Operation(path=f"part/{part}", value=value)


def with_mouth() -> FigureSheet:
    """A biped whose mouth is an area of its own, with lips laid over it once it is cured."""
    area = {"id": "mouth", "label": "Mouth", "target": "#8a3030"}
    over = {"kind": "lay", "hosts": ["maw"], "cured": True}
    operations = [
        Operation(path="area/mouth", value=area),
        _ball("maw", 0.3, area="mouth"),
        _ball("lips", 0.36, meeting=over),
    ]
    return apply_edits(biped(), operations)[0]


def tried(before: str | None = None, bake: int | None = None, step: str = COATS) -> MoveAnswer:
    return try_move(with_mouth(), Context(), Progress(), TODAY, step, before, bake)


def painted() -> FigureSheet:
    return apply_edits(with_mouth(), tried(before="lips.cover.1").operations)[0]


class EarlyPaintTest(unittest.TestCase):
    def test_it_stands_what_its_medium_stands(self) -> None:
        """150 °C of acrylic, 130 of flexible paint, none of an oil wash."""
        for medium, limit_c in (("acrylic", 150.0), ("flexible", 130.0), ("oil_wash", 40.0)):
            base = [{"id": "base", "kind": "base", "medium": medium}]
            sheet, _ = apply_edits(painted(), [Operation(path="area/mouth/passes", value=base)])
            found = [
                row.limit_c
                for bake in planned(sheet).bake.bakes
                for row in bake.inserts
                if row.what == "paint" and row.id == "maw"
            ]
            self.assertEqual(set(found), {limit_c}, medium)

    def test_the_inside_of_a_mouth_is_painted_before_it_closes(self) -> None:
        self.assertEqual(tried(before="lips.cover.1").allowed, "free")
        plan = planned(painted())
        at = {step.key: (step.bake, n) for n, step in enumerate(plan.order.steps)}
        cured = at["maw.cover.1"][0] or 0
        self.assertEqual(at[COATS][0], cured + 1)
        self.assertLess(at[COATS], at["lips.cover.1"])
        (row,) = (step for step in plan.order.steps if step.key == COATS)
        self.assertEqual(row.wait_min, 720)
        self.assertIn(f"bake.{cured}", [need.key for need in row.needs])
        self.assertIn("dry through before the oven", spoken(row.label))
        (bake,) = (step for step in plan.order.steps if step.key == f"bake.{cured + 1}")
        self.assertIn(COATS, [need.key for need in bake.needs])

    def test_it_dries_as_the_house_rules_say(self) -> None:
        for by, minutes in (("airbrush", 120), ("dryer", 15)):
            steps = planned(painted(), context(painted_by=by)).order.steps
            self.assertEqual([s.wait_min for s in steps if s.key == COATS], [minutes])

    def test_it_is_in_every_later_bake_with_what_it_stands(self) -> None:
        def with_paint(sheet: FigureSheet) -> list[int]:
            bakes = planned(sheet).bake.bakes
            return [b.number for b in bakes if any(row.what == "paint" for row in b.inserts)]

        self.assertEqual((with_paint(with_mouth()), with_paint(painted())), ([], [2]))
        more = apply_edits(painted(), [_ball("brow", 0.44, meeting=LAID_ON_LIPS)])[0]
        self.assertEqual(with_paint(more), [2, 3])
        rows = [row for bake in planned(painted()).bake.bakes for row in bake.inserts]
        self.assertEqual({row.limit_c for row in rows if row.what == "paint"}, {150.0})

    def test_what_is_done_to_the_whole_figure_later_leaves_it_alone(self) -> None:
        said = {step.key: spoken(step.label) for step in planned(painted()).order.steps}
        self.assertEqual(
            said["figure.prime.1"], "Prime it white; not what is painted by now: Mouth"
        )
        self.assertNotIn("Mouth", said["figure.sand.1"])
        self.assertNotIn(
            "Mouth",
            spoken(next(s.label for s in planned(biped()).order.steps if s.kind == "ground")),
        )

    def test_it_is_not_painted_before_its_clay_is_cured(self) -> None:
        for answer in (tried(bake=1), tried(before="maw.cover.1")):
            self.assertEqual((answer.allowed, answer.operations), ("cannot", []))
            self.assertIn("cured before it is painted", spoken(answer.against[0]))
        body = tried(step="skin.coats.1", before="nose.cover.1")
        self.assertEqual(body.allowed, "cannot")
        self.assertIn("a colour area of its own", spoken(body.against[-1]))

    def test_only_paint_goes_before_a_bake_and_none_is_run_for_it(self) -> None:
        for step in ("figure.prime.1", "figure.seal.1", "figure.sand.1"):
            answer = tried(step=step, bake=2)
            self.assertEqual(answer.allowed, "cannot")
            self.assertIn("only coats of paint", spoken(answer.against[0]))
        last = len(planned(with_mouth()).bake.bakes)
        free = tried(bake=last)
        self.assertEqual(free.allowed, "free")
        moved = planned(apply_edits(with_mouth(), free.operations)[0]).order.steps
        self.assertEqual(next(step.key for step in moved if step.bake == last), COATS)
        self.assertEqual(tried(bake=last + 1).allowed, "cannot")
        open_to = places(planned(with_mouth()).order, COATS)
        self.assertEqual((open_to.bakes, open_to.own_bake), (list(range(1, last + 1)), None))
        self.assertIn("lips.cover.1", open_to.before)

    def test_it_goes_back_to_the_end(self) -> None:
        back = try_move(painted(), Context(), Progress(), TODAY, COATS, "figure.seal.1", None)
        self.assertEqual(back.allowed, "free")
        steps = planned(apply_edits(painted(), back.operations)[0]).order.steps
        row = next(step for step in steps if step.key == COATS)
        self.assertEqual((row.bake, row.wait_min < 720), (None, True))
        self.assertIn("ground before colour", [spoken(need.reason) for need in row.needs])

    def test_painted_and_baked_it_stays_so_whatever_becomes_of_the_move(self) -> None:
        plan = planned(painted())
        ran = [BakeDone(bake=n, minutes=60, steps=planned_bake(plan, n).steps) for n in (1, 2)]
        self.assertIn(COATS, ran[1].steps)
        done = Progress(bakes=ran, steps_done=[COATS])
        for sheet in (painted(), with_mouth()):
            after = planned(sheet, None, done)
            (row,) = (step for step in after.order.steps if step.key == COATS)
            self.assertEqual((row.bake, row.done), (2, True))
            self.assertEqual([f for f in after.findings if f.id == "order.move.idle"], [])

    def test_out_of_reach_of_a_brush_it_is_painted_before_by_a_fix(self) -> None:
        sheet = with_mouth()
        patch = Patch(part="maw", seen=0.5, reached=0.4, in_the_way="lips", before=[])
        found = Reach(fingerprint=fingerprint(sheet, 6.0), brush_mm=5, patches=[patch])
        asked = Context(reach=found)

        def missed(of: FigureSheet) -> list[str]:
            findings = planned(of, asked).findings
            return [f.subject for f in findings if f.id == "order.reach.brush"]

        self.assertEqual(missed(sheet), ["maw"])
        findings = planned(sheet, asked).findings
        fixes = next(f for f in findings if f.id == "order.reach.brush").fixes
        early = next(fix for fix in fixes if "between bakes" in spoken(fix.label))
        fixed = apply_edits(sheet, early.operations)[0]
        self.assertEqual(missed(fixed), [])
        self.assertEqual(planned(fixed, asked).order.moves[0].state, "placed")
