"""Steps moved by hand, resting parts, and what stays where it was once a bake is over."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.character.library import add_from_library
from windcrest_core.errors import SheetError
from windcrest_core.given.load import Context
from windcrest_core.given.progress import BakeDone, Progress
from windcrest_core.order.forcing import CONSEQUENCES, rearranged
from windcrest_core.order.history import history
from windcrest_core.order.stages import Laid, stages
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.ordering import Move, Order
from windcrest_core.steps import Need, Step
from windcrest_core.tests.support import TODAY, biped, changed, context, planned, spoken
from windcrest_core.work.bakes import planned_bake
from windcrest_core.work.moves import MoveAnswer, try_move


def moved(sheet: FigureSheet, *moves: dict[str, object]) -> FigureSheet:
    rows = [Move.model_validate({"id": f"m{i}", **row}) for i, row in enumerate(moves)]
    return sheet.model_copy(update={"order": Order(moves=rows)})


def tried(step: str, before: str | None = None, bake: int | None = None) -> MoveAnswer:
    return try_move(biped(), Context(), Progress(), TODAY, step, before, bake)


@st.composite
def plans(draw: st.DrawFn, most: int) -> list[Step]:
    """Steps of which each may need any earlier one."""
    count = draw(st.integers(2, most))
    kinds = st.sampled_from(["under", "smear", "own"])
    return [
        Step(
            key=f"step{i}",
            kind="form",
            station="clay",
            label=f"step {i}",
            minutes=1,
            into_oven=True,
            needs=[
                Need(
                    key=f"step{j}",
                    reason="a reason",
                    between=draw(st.sampled_from(["any", "bake"])),
                    kind=draw(kinds),
                )
                for j in range(i)
                if draw(st.integers(0, 9)) < 4
            ],
        )
        for i in range(count)
    ]


def allowed(steps: list[Step], at: dict[str, int]) -> bool:
    return all(
        at[step.key] >= at[need.key] + (1 if need.cured else 0)
        for step in steps
        for need in step.needs
    )


def assignable(steps: list[Step], at: dict[str, int], bakes: int) -> bool:
    """Whether the steps after those of `at` can be laid into so many bakes, every way tried."""
    if len(at) == len(steps):
        return True
    step = steps[len(at)]
    fitting = [
        bake
        for bake in range(1, bakes + 1)
        if all(bake >= at[need.key] + (1 if need.cured else 0) for need in step.needs)
    ]
    return any(assignable(steps, {**at, step.key: bake}, bakes) for bake in fitting)


class LeastBakesTest(unittest.TestCase):
    @given(plans(9))
    @settings(max_examples=60, deadline=None)
    def test_no_order_of_nine_steps_needs_fewer_bakes(self, steps: list[Step]) -> None:
        """Brute force: with one bake less, no assignment of bakes to steps keeps every reason."""
        found = stages(steps)
        self.assertTrue(allowed(steps, found))
        bakes = max(found.values())
        self.assertFalse(assignable(steps, {}, bakes - 1))

    @given(plans(8), st.data())
    @settings(max_examples=120, deadline=None)
    def test_a_move_keeps_every_reason_it_does_not_name(
        self, steps: list[Step], data: st.DataObject
    ) -> None:
        keys = [step.key for step in steps]
        step, before = data.draw(st.permutations(keys))[:2]
        move = Move(id="m", step=step, before=before, forced=data.draw(st.booleans()))
        out = rearranged(steps, [], [move], Laid())
        placed = stages(out.making, Laid(out.least))  # and so there is no circle
        self.assertTrue(allowed(out.making, placed))
        (state,) = out.states
        lost = [
            need
            for old, new in zip(steps, out.making, strict=True)
            for need in old.needs
            if need not in new.needs
        ]
        if state.state == "forced":
            self.assertTrue(lost)
            self.assertTrue(all(need.kind in CONSEQUENCES for need in lost))
        else:
            self.assertEqual(lost, [])
        if state.state != "idle":
            self.assertLessEqual(placed[step], placed[before])


class MovingTest(unittest.TestCase):
    def test_a_step_goes_where_no_reason_speaks_against_it(self) -> None:
        answer = tried("pelvis.cover.1", before="skull.cover.1")
        self.assertEqual((answer.allowed, answer.against), ("free", []))
        sheet, _ = apply_edits(biped(), answer.operations)
        keys = [key for step in planned(sheet).order.steps for key in step.keys]
        self.assertEqual(keys.index("pelvis.cover.1") + 1, keys.index("skull.cover.1"))

    def test_a_forced_step_says_its_reason_and_what_comes_of_it(self) -> None:
        answer = tried("hand_r.cover.1", bake=1)
        self.assertEqual(answer.allowed, "forced")
        self.assertIn("body cured before what handling would smear", spoken(answer.against[0]))
        self.assertIn("fingers smear", spoken(answer.consequences[0]))
        sheet, back = apply_edits(biped(), answer.operations)
        plan = planned(sheet)
        placed = {step.key: step.bake for step in plan.order.steps}
        self.assertEqual((placed["hand_r.cover.1"], placed["hand_l.cover.1"]), (1, 2))
        told = next(f for f in plan.findings if f.id == "order.move.forced")
        undone, _ = apply_edits(sheet, told.fixes[0].operations)
        self.assertEqual(planned(undone).order.steps, planned(biped()).order.steps)
        self.assertEqual(planned(apply_edits(sheet, back)[0]).order, planned(biped()).order)

    def test_an_extra_bake_and_its_liquid_clay_are_worked_out(self) -> None:
        answer = tried("skull.cover.1", bake=2)
        self.assertEqual(answer.allowed, "free")
        self.assertEqual((answer.bakes_before, answer.bakes_after), (2, 3))
        said = " ".join(map(spoken, answer.consequences))
        self.assertIn("1 bake more", said)
        self.assertIn("raw to cured", said)

    def test_a_bake_is_named_by_what_it_cures_first(self) -> None:
        """A claw baked first and pressed into the raw chest shifts the bakes after it by one; the move
        stays after the body, where it was put."""
        (operation,) = tried("skull.cover.1", bake=2).operations
        wanted = Move.model_validate(operation.value)
        self.assertEqual((wanted.bake, wanted.later), (None, 0))
        self.assertIn(wanted.cures, planned(biped()).order.bakes[1].parts)
        sheet, _ = apply_edits(biped(), [operation])
        claw = {
            "id": "claw",
            "label": "claw",
            "bone": "waist",
            "meeting": {"kind": "press"},
            "shape": {"kind": "ellipsoid", "centre": [0, 0.25, 0.5], "semi_axes": [0.03] * 3},
        }
        for more, number in (({}, 2), ({"part__claw": claw}, 3)):
            placed = {s.key: s.bake for s in planned(changed(sheet, **more)).order.steps}
            with self.subTest(number):
                self.assertEqual(placed["skull.cover.1"], number)
                self.assertEqual(placed["chest.cover.1"], number - 1)
        last = tried("skull.cover.1", bake=3).operations[0].value
        self.assertEqual(Move.model_validate(last).later, 1)
        gone = moved(biped(), {"step": "skull.cover.1", "cures": "no_such_part"})
        told = next(f for f in planned(gone).findings if f.id == "order.move.idle")
        self.assertIn("into the bake of a part that is no longer there", spoken(told.title))

    def test_some_things_cannot_be_turned_round(self) -> None:
        answer = tried("spine.bend.1", before="frame.cut.1")
        self.assertEqual((answer.allowed, answer.operations), ("cannot", []))
        self.assertIn("cut before it is bent", spoken(answer.against[0]))
        self.assertEqual(tried("figure.prime.1", before="skull.core.1").allowed, "cannot")
        self.assertEqual(tried("figure.prime.1", bake=1).allowed, "cannot")
        self.assertEqual(tried("skull.cover.1", bake=9).allowed, "cannot")

    def test_a_move_that_turns_an_earlier_one_round_is_refused(self) -> None:
        there = {"step": "pelvis.cover.1", "before": "skull.cover.1"}
        back = {"step": "skull.cover.1", "before": "pelvis.cover.1", "forced": True}
        with self.assertRaises(SheetError) as caught:
            planned(moved(biped(), there, back))
        self.assertEqual(caught.exception.faults[0].path, "move/m1")
        self.assertIn("take that one back first", caught.exception.faults[0].allowed)

    def test_a_move_of_a_part_that_is_gone_is_said_and_forgotten(self) -> None:
        sheet = moved(biped(), {"step": "tail.cover.1", "before": "skull.cover.1"})
        told = next(f for f in planned(sheet).findings if f.id == "order.move.idle")
        forgotten, _ = apply_edits(sheet, told.fixes[0].operations)
        self.assertEqual(forgotten.order.moves, [])

    def test_no_bake_is_left_empty(self) -> None:
        sheet = moved(biped(), {"step": "frame.cut.1", "bake": 3})
        plan = planned(sheet)
        self.assertEqual(len(plan.bake.bakes), 2)
        self.assertEqual({step.bake for step in plan.order.steps}, {1, 2, None})

    def test_what_a_move_may_say(self) -> None:
        for wrong in (
            {"step": "a.b.1"},
            {"step": "a.b.1", "before": "a.b.1"},
            {"step": "a.b.1", "before": "c.d.1", "bake": 1},
            {"step": "a.b.1", "bake": 0},
            {"step": "a.b.1", "cures": "a", "bake": 1},
            {"step": "a.b.1", "before": "c.d.1", "later": 1},
        ):
            with self.subTest(wrong), self.assertRaises(ValueError):
                Move.model_validate({"id": "m", **wrong})
        with self.assertRaises(SheetError):
            tried("nothing.cover.1", bake=1)


class InOneGoTest(unittest.TestCase):
    def test_all_that_is_done_in_one_go_is_moved(self) -> None:
        sheet = apply_edits(biped(), add_from_library(biped(), "tooth_row", 4))[0]
        answer = try_move(
            sheet, Context(), Progress(), TODAY, "tooth_1.cover.1", "skull.core.1", None
        )
        self.assertEqual(
            [op.value["step"] for op in answer.operations],
            [f"tooth_{n}.cover.1" for n in range(1, 5)],
        )
        after = planned(apply_edits(sheet, answer.operations)[0]).order.steps
        at = next(n for n, step in enumerate(after) if step.key == "tooth_1.cover.1")
        self.assertEqual((len(after[at].keys), after[at + 1].key), (4, "skull.core.1"))


class AfterABakeTest(unittest.TestCase):
    def ran(self, sheet: FigureSheet, given: Context | None = None) -> Progress:
        went_in = planned_bake(planned(sheet, given), 1).steps
        return Progress(bakes=[BakeDone(bake=1, minutes=60, steps=went_in)])

    def test_the_same_plan_goes_on_as_it_was(self) -> None:
        before, after = planned(biped()), planned(biped(), progress=self.ran(biped()))
        of_bake_1 = {"condition", "smooth", "texture", "look", "get"}  # behind it, ticked or not
        self.assertEqual(
            [(s.key, s.bake) for s in before.order.steps if s.bake != 1 or s.kind not in of_bake_1],
            [(s.key, s.bake) for s in after.order.steps],
        )

    def test_what_was_baked_stays_though_the_school_changes(self) -> None:
        ran = self.ran(biped())
        plan = planned(biped(), context(bake_school="one_bake"), ran)
        bakes = {step.key: step.bake for step in plan.order.steps}
        self.assertEqual((bakes["chest.cover.1"], bakes["hand_r.cover.1"]), (1, 2))

    def test_what_is_added_goes_into_the_next_bake(self) -> None:
        ran = self.ran(biped())
        hump = {
            "id": "hump",
            "label": "hump",
            "bone": "waist",
            "shape": {"kind": "ellipsoid", "centre": [0, -0.08, 0.5], "semi_axes": [0.04] * 3},
        }
        plan = planned(changed(biped(), part__hump=hump), None, ran)
        bakes = {step.key: step.bake for step in plan.order.steps}
        self.assertEqual((bakes["chest.cover.1"], bakes["hump.cover.1"]), (1, 2))
        self.assertIn(("hump", "raw to cured"), [(j.part, j.state) for j in plan.order.joins])

    def test_a_bake_run_before_an_earlier_one_keeps_its_number(self) -> None:
        bake = next(s for s in planned(biped()).order.steps if s.key == "bake.2")
        went_in = [need.key for need in bake.needs]
        early = Progress(bakes=[BakeDone(bake=2, minutes=40, steps=went_in)])
        plan = planned(biped(), None, early)
        bakes = {step.key: step.bake for step in plan.order.steps}
        self.assertEqual((bakes["chest.cover.1"], bakes["hand_r.cover.1"]), (1, 2))
        self.assertEqual([row.done_min for row in plan.bake.bakes], [None, 40])

    def test_nothing_is_put_into_a_bake_that_has_been_run(self) -> None:
        answer = try_move(biped(), Context(), self.ran(biped()), TODAY, "hand_r.cover.1", None, 1)
        self.assertEqual(answer.allowed, "cannot")
        self.assertIn("has been run", spoken(answer.against[0]))

    def test_a_bake_nobody_wrote_the_contents_of_is_as_planned(self) -> None:
        steps = planned(biped()).order.steps
        made = [
            Step(key=s.key, kind="form", station="clay", label=s.label, minutes=1, into_oven=True)
            for s in steps
        ]
        self.assertEqual(
            history(made, Progress(bakes=[BakeDone(bake=1, minutes=9)]), False), ({}, {})
        )


class RestingTest(unittest.TestCase):
    def test_a_resting_part_bakes_in_place_and_is_put_on_at_the_end(self) -> None:
        plan = planned(biped(part__hand_r__meeting__kind="rest"))
        steps = {step.key: step for step in plan.order.steps}
        self.assertIn("parting", spoken(steps["hand_r.cover.1"].label))
        self.assertIsNotNone(steps["hand_r.cover.1"].bake)
        self.assertIsNone(steps["hand_r.join.1"].bake)
        join = next(join for join in plan.order.joins if join.part == "hand_r")
        self.assertEqual(join.state, "resting")
        self.assertIn("lifts off", spoken(join.how))
        self.assertGreater(join.grams, 0)
