"""When something went wrong: the ways on, what they cost, and what is left as it was."""

from __future__ import annotations

import itertools
import typing
import unittest

from windcrest_core.errors import SheetError
from windcrest_core.given.load import Context
from windcrest_core.given.progress import BakeDone, Mishap, MishapKind, Progress
from windcrest_core.order.ways import KINDS, OF_BOUGHT
from windcrest_core.tests.support import TODAY, biped, context, example, planned, refused, spoken
from windcrest_core.tests.sweeps import some, sweep
from windcrest_core.work.bakes import planned_bake
from windcrest_core.work.mend import WayOn, ways_on

EVERY: tuple[MishapKind, ...] = typing.get_args(MishapKind)
SHEET = biped()


def baked(bakes: int, minutes: float = 70) -> Progress:
    """Everything up to so many bakes is done."""
    plan = planned(SHEET)
    steps = [step for step in plan.order.steps if step.bake is not None and step.bake <= bakes]
    return Progress(
        steps_done=[key for step in steps for key in step.keys],
        bakes=[
            BakeDone(bake=n, minutes=minutes, steps=planned_bake(plan, n).steps)
            for n in range(1, bakes + 1)
        ],
    )


def offered(
    kind: MishapKind, progress: Progress, part: str = "forearm_r", given: Context | None = None
) -> dict[str, WayOn]:
    found = ways_on(SHEET, given or Context(), progress, TODAY, kind, part)
    return {way.mishap.way: way for way in found}


def taken(way: WayOn, progress: Progress) -> Progress:
    return progress.model_copy(update={"mishaps": [*progress.mishaps, way.mishap]})


class WaysTest(unittest.TestCase):
    @sweep
    def test_there_is_a_way_on_from_everything_raw_and_cured(self) -> None:
        self.assertEqual(set(KINDS), set(EVERY))
        for bakes, kind in some(itertools.product(range(3), EVERY), least=5):
            progress = baked(bakes) if bakes else Progress()
            with self.subTest(kind, bakes=len(progress.bakes)):
                part = "eye_r" if kind in OF_BOUGHT else "forearm_r"
                if kind == "soft_to_work" and bakes:
                    with refused("can happen to it"):
                        offered(kind, progress)
                    continue
                found = offered(kind, progress, part)
                self.assertTrue(found)
                for way in found.values():
                    self.assertTrue(way.steps)
                    self.assertGreater(way.hands_min, 0)
                    self.assertGreaterEqual(way.clay_g, 0)

    def test_a_way_adds_just_its_steps_and_touches_nothing_that_is_done(self) -> None:
        progress = baked(2)
        before = planned(SHEET, progress=progress)
        for way in offered("broke", progress).values():
            with self.subTest(way.mishap.way):
                after = planned(SHEET, progress=taken(way, progress))
                old = {s.key: (s.bake, s.done, s.minutes) for s in before.order.steps}
                new = {s.key: (s.bake, s.done, s.minutes) for s in after.order.steps}
                self.assertEqual({key: new[key] for key in old}, old)
                self.assertEqual(
                    [s.label for s in after.order.steps if s.key not in old], way.steps
                )
                self.assertEqual(after.bake.bakes[: len(before.bake.bakes)], before.bake.bakes)

    def test_a_baked_mend_waits_for_the_next_bake_and_adds_one_only_after_the_last(self) -> None:
        early, late = offered("broke", baked(1)), offered("broke", baked(2))
        self.assertEqual((early["pin_bake"].bakes, late["pin_bake"].bakes), (0, 1))
        self.assertGreater(late["pin_bake"].oven_min, 20)
        plan = planned(SHEET, progress=taken(early["pin_bake"], baked(1)))
        mends = [s for s in plan.order.steps if spoken(s.label).startswith("Mend")]
        self.assertEqual({s.bake for s in mends}, {2})
        keys = [s.key for s in mends]
        for step, other in zip(keys, mends[1:], strict=False):
            self.assertIn(step, [need.key for need in other.needs])

    def test_glue_never_goes_into_the_oven(self) -> None:
        for progress in (baked(1), baked(2)):
            way = offered("broke", progress)["pin_glue"]
            self.assertEqual((way.bakes, way.oven_min), (0, 0))
            plan = planned(SHEET, progress=taken(way, progress))
            for step in plan.order.steps:
                if spoken(step.label).startswith("Mend"):
                    self.assertIsNone(step.bake)
            prime = next(s for s in plan.order.steps if s.key == "figure.prime.1")
            self.assertIn(f"forearm_r.{way.mishap.id}.2", [need.key for need in prime.needs])

    def test_a_part_made_again_begins_as_raw_clay(self) -> None:
        progress = baked(2)
        way = offered("broke", progress)["remake"]
        clay = next(p for p in planned(SHEET).clay.parts if p.id == "forearm_r")
        self.assertAlmostEqual(way.clay_g, clay.grams, delta=0.35 * clay.grams)
        third = planned(SHEET, progress=taken(way, progress)).bake.bakes[2]
        anew = next(part for part in third.parts if part.id == "forearm_r")
        old = next(part for part in third.parts if part.id == "chest")
        self.assertEqual((anew.raw_in, old.raw_in), (True, False))
        self.assertLess(anew.scorch, old.scorch)
        self.assertGreaterEqual(anew.fusion, 0.95)

    def test_a_soft_part_is_taken_to_be_soft_whatever_the_model_said(self) -> None:
        progress = baked(2)
        way = offered("too_soft", progress)["bake_again"]
        plan = planned(SHEET, progress=taken(way, progress))
        third = plan.bake.bakes[2]
        self.assertEqual(third.slowest, "forearm_r")
        self.assertTrue(next(p for p in third.parts if p.id == "forearm_r").cured)
        self.assertGreater(third.advised_min.value, 10)

    def test_a_raw_part_is_opened_or_stripped_and_nothing_is_baked_more(self) -> None:
        for kind in EVERY:
            part = "eye_r" if kind in OF_BOUGHT else "forearm_r"
            for way in offered(kind, Progress(), part).values():
                self.assertEqual((way.bakes, way.mishap.after_bake), (0, 0))

    def test_the_scorch_that_is_left_is_told(self) -> None:
        hot = baked(2, minutes=600)
        white = context()
        for way in offered("over_baked", hot, given=white).values():
            self.assertGreater(way.scorch_limit, 0)
            self.assertEqual(way.too_scorched, way.scorch > way.scorch_limit)
        brown = offered("over_baked", baked(2, minutes=1440))
        self.assertTrue(
            brown["new_skin"].scorch > offered("over_baked", baked(2))["new_skin"].scorch
        )

    def test_what_a_bake_would_spoil_is_told_before_it_is_taken(self) -> None:
        """A hand that is glued on already would come off in the oven."""
        sheet = biped(part__hand_r__meeting__kind="glue")
        every = [key for step in planned(sheet).order.steps for key in step.keys]
        bakes = [BakeDone(bake=n, minutes=70) for n in (1, 2)]
        finished = Progress(steps_done=every, bakes=bakes)
        found = ways_on(sheet, Context(), finished, TODAY, "broke", "forearm_l")
        spoils = {way.mishap.way: way.spoils for way in found}
        self.assertTrue(
            any("glue under the right hand" in spoken(line) for line in spoils["pin_bake"])
        )
        self.assertEqual(spoils["pin_glue"], [])

    def test_several_mishaps_have_ids_of_their_own(self) -> None:
        progress = baked(2)
        one = offered("broke", progress)["pin_bake"]
        two = offered("broke", taken(one, progress))["pin_glue"]
        self.assertNotEqual(one.mishap.id, two.mishap.id)
        plan = planned(SHEET, progress=taken(two, taken(one, progress)))
        keys = [key for step in plan.order.steps for key in step.keys]
        self.assertEqual(len(keys), len(set(keys)))

    def test_a_snapped_wing_goes_on(self) -> None:
        sheet = example("pelican_piper")
        found = ways_on(sheet, Context(), Progress(), TODAY, "broke", "wing_arm_r")
        self.assertEqual([way.mishap.way for way in found], ["close", "strip"])

    def test_raw_over_a_core_that_is_too_large_is_rebuilt_with_its_own_clay(self) -> None:
        """The newt’s skull has a core, its crest has none. The clay is used again: none is fresh."""
        sheet = example("newt_drummer")
        found = {
            way.mishap.way: way
            for way in ways_on(sheet, context(), Progress(), TODAY, "too_large", "skull")
        }
        self.assertEqual([*found], ["pare", "rebuild_core", "strip"])
        way = found["rebuild_core"]
        self.assertEqual((way.clay_g, way.bakes, len(way.steps)), (0, 0, 5))
        self.assertAlmostEqual(way.hands_min, 40)
        self.assertRegex(spoken(way.steps[0]), r"^Mend: Slit the head .* weigh it: about [\d.]+ g$")
        crest = ways_on(sheet, context(), Progress(), TODAY, "too_large", "crest")
        self.assertEqual([way.mishap.way for way in crest], ["pare", "strip"])
        cured = offered("too_large", baked(1))
        self.assertNotIn("rebuild_core", cured)

    def test_what_cannot_be_mended_is_refused_and_what_is_gone_is_left_out(self) -> None:
        with self.assertRaises(SheetError) as caught:
            ways_on(SHEET, Context(), Progress(), TODAY, "broke", "wing")
        self.assertEqual(caught.exception.faults[0].path, "part")
        gone = Mishap(id="m1", kind="broke", part="wing", way="pin_bake", after_bake=1)
        unknown = Mishap(id="m2", kind="broke", part="chest", way="magic", after_bake=1)
        plan = planned(SHEET, progress=Progress(mishaps=[gone, unknown]))
        self.assertEqual(plan.order.steps, planned(SHEET).order.steps)
