"""The order of work: what waits for what, what is ready, and what has been done."""

from __future__ import annotations

import itertools
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.body.workpiece import workpiece
from windcrest_core.character.library import add_from_library
from windcrest_core.clay.steps import minutes_of
from windcrest_core.findings import STATIONS
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.order.model import OrderPlan, StepPlan
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.steps import StepKind
from windcrest_core.stock.needs import needs_of
from windcrest_core.tests.support import biped, changed, context, example, planned, spoken

NAMES = ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox")
SCHOOLS = ("one_bake", "save_progress", "short_sets")


def steps(order: OrderPlan) -> dict[str, StepPlan]:
    return {step.key: step for step in order.steps}


def done(*keys: str) -> Progress:
    return Progress(steps_done=list(keys))


class WaitingTest(unittest.TestCase):
    def test_a_hand_waits_for_the_bake_and_not_only_for_the_body_to_be_formed(self) -> None:
        formed = [key for s in planned(biped()).order.steps if s.bake == 1 for key in s.keys]
        made = [key for key in formed if not key.startswith("bake.")]
        raw = steps(planned(biped(), progress=done(*made)).order)
        self.assertFalse(raw["hand_r.cover.1"].ready)
        self.assertTrue(raw["bake.1"].ready)
        baked = steps(planned(biped(), progress=done(*formed, "bake_2.condition.1")).order)
        self.assertTrue(baked["hand_r.cover.1"].ready)

    def test_a_bake_waits_for_all_that_goes_into_it(self) -> None:
        order = planned(biped()).order
        needs = {need.key for need in steps(order)["bake.1"].needs}
        self.assertIn("chest.cover.1", needs)
        self.assertNotIn("hand_r.cover.1", needs)
        self.assertFalse(steps(order)["bake.1"].ready)

    def test_waiting_for_a_bake_is_said_once(self) -> None:
        for name in NAMES:
            for step in planned(example(name)).order.steps:
                said = [(need.key, need.reason) for need in step.needs]
                with self.subTest(name, step=step.key):
                    self.assertEqual(len(said), len(set(said)))

    def test_every_need_is_a_step_of_the_plan_and_has_a_reason(self) -> None:
        for name in NAMES:
            order = planned(example(name)).order
            known = set(steps(order))
            for step in order.steps:
                for need in step.needs:
                    with self.subTest(name, step=step.key):
                        self.assertIn(need.key, known)
                        self.assertGreater(len(spoken(need.reason)), 5)

    def test_what_is_covered_comes_before_what_covers_it(self) -> None:
        for school in SCHOOLS:
            sheet = example("ferrywoman")
            keys = [s.key for s in planned(sheet, context(bake_school=school)).order.steps]
            for part in sheet.parts:
                over, under = f"{part.id}.cover.1", f"{part.lies_on}.cover.1"
                if part.lies_on and not part.apart and over in keys and under in keys:
                    with self.subTest(school, part=part.id):
                        self.assertLess(keys.index(under), keys.index(over))

    def test_what_is_made_apart_is_joined_after_the_last_bake(self) -> None:
        order = planned(example("newt_drummer")).order
        joined = steps(order)["drum_shell.join.1"]
        self.assertIsNone(joined.bake)
        place = [step.key for step in order.steps]
        self.assertGreater(place.index(joined.key), place.index(f"bake.{len(order.bakes)}"))

    def test_colour_comes_after_the_last_bake_and_its_seal_after_all_coats(self) -> None:
        order = planned(example("ferrywoman")).order
        place = {step.key: at for at, step in enumerate(order.steps)}
        coats = [key for key in place if key.endswith(".coats.1")]
        self.assertGreater(len(coats), 3)
        for key in coats:
            self.assertLess(place[f"bake.{len(order.bakes)}"], place[key])
            self.assertLess(place["figure.prime.1"], place[key])
            self.assertLess(place[key], place["figure.seal.1"])


class ReadyTest(unittest.TestCase):
    def test_at_first_only_what_needs_nothing_is_ready(self) -> None:
        order = planned(biped()).order
        for step in order.steps:
            self.assertEqual(step.ready, not step.needs, step.key)

    @settings(max_examples=10)
    @given(st.sampled_from(NAMES), st.integers(0, 60))
    def test_following_the_order_never_meets_a_step_that_is_not_ready(
        self, name: str, so_far: int
    ) -> None:
        sheet = example(name)
        keys = [key for step in planned(sheet).order.steps for key in step.keys]
        order = planned(sheet, progress=done(*keys[:so_far])).order
        if order.next_step is None:
            self.assertGreaterEqual(so_far, len(keys))
        else:
            self.assertTrue(steps(order)[order.next_step].ready, order.next_step)

    def test_ticks_of_steps_that_are_no_more_do_no_harm(self) -> None:
        order = planned(biped(), progress=done("third_arm.cover.1", "bake.17")).order
        self.assertFalse(any(step.done for step in order.steps))


class BakeGroupTest(unittest.TestCase):
    def test_every_clay_part_is_raw_in_exactly_one_bake(self) -> None:
        for name in NAMES:
            for school in SCHOOLS:
                sheet = example(name)
                raw = [
                    part
                    for group in planned(sheet, context(bake_school=school)).order.bakes
                    for part in group.parts
                ]
                with self.subTest(name, school=school):
                    clay = [part.id for part in sheet.parts if part.stock is None]
                    self.assertEqual(sorted(raw), sorted(clay))

    def test_groups_say_why_they_end(self) -> None:
        groups = planned(biped()).order.bakes
        self.assertIn("body cured before what handling would smear", spoken(groups[0].because))
        self.assertEqual(spoken(groups[-1].because), "the last bake cures all")

    def test_one_bake_still_bakes_first_what_must_be_hard(self) -> None:
        given_rules = context(bake_school="one_bake")
        self.assertEqual(planned(biped(), given_rules).totals.bakes.value, 1)
        ox = planned(example("barnacle_ox"), given_rules)
        self.assertEqual(ox.totals.bakes.value, 2)
        self.assertIn("horn_r", ox.order.bakes[0].parts)


class TimeTest(unittest.TestCase):
    def test_hours_are_the_sum_of_the_steps(self) -> None:
        order = planned(example("ferrywoman")).order
        self.assertAlmostEqual(order.hands_min.value, sum(step.minutes for step in order.steps))
        shown = sum(row.value for row in order.hands_min.why.inputs)
        self.assertAlmostEqual(order.hands_min.value, shown)

    def test_waiting_is_not_work(self) -> None:
        bake = steps(planned(biped()).order)["bake.1"]
        self.assertGreater(bake.wait_min, 60)
        self.assertLess(bake.minutes, 30)

    def test_more_parts_take_longer(self) -> None:
        bare = changed(biped(), part__nose=None, part__ear_r=None, part__ear_l=None)
        self.assertLess(planned(bare).order.hands_min.value, planned(biped()).order.hands_min.value)


class WorkLineTest(unittest.TestCase):
    def test_one_station_is_next_and_all_are_there(self) -> None:
        line = planned(example("ferrywoman")).line
        self.assertEqual([row.station for row in line], list(STATIONS))
        self.assertEqual([row.state for row in line].count("now"), 1)

    def test_findings_are_counted_where_they_belong(self) -> None:
        plan = planned(example("pelican_piper"))
        for row in plan.line:
            own = [f for f in plan.findings if f.station == row.station]
            self.assertEqual(row.stops + row.warns + row.notes, len(own), row.station)

    def test_a_finished_figure_has_nothing_next(self) -> None:
        sheet = example("barnacle_ox")
        keys = [key for step in planned(sheet).order.steps for key in step.keys]
        line = planned(sheet, progress=done(*keys)).line
        self.assertEqual({row.state for row in line}, {"done"})

    def test_steps_of_the_stations_are_told_once(self) -> None:
        document = planned(biped()).model_dump()
        for station in ("bulk", "clay", "bake", "colour", "finish"):
            self.assertNotIn("steps", document[station])
        self.assertGreater(len(document["order"]["steps"]), 20)


CHAIN: tuple[StepKind, ...] = (
    "bake",
    "fill",
    "sand",
    "wash",
    "ground",
    "coats",
    "seal",
    "gloss",
    "assemble",
    "mount",
    "photograph",
    "card",
)


class FinishingTest(unittest.TestCase):
    """The chain of work after the last bake, by kind of step and on every body."""

    def assert_in_order(self, sheet: FigureSheet, given: Context | None = None) -> dict[str, int]:
        order = planned(sheet, given).order
        kinds = [step.kind for step in order.steps]
        last: dict[str, int] = {kind: at for at, kind in enumerate(kinds)}
        links = [kind for kind in CHAIN if kind in last]
        for before, after in itertools.pairwise(links):
            self.assertLess(last[before], kinds.index(after), (before, after))
        by_key = steps(order)
        waits = {need.key for step in order.steps if step.kind == "ground" for need in step.needs}
        self.assertEqual(
            {by_key[key].kind for key in waits},
            ({"wash"}, {"mask"})[bool(order.joins and "mask" in kinds)] if waits else set(),
        )
        return last

    def test_no_body_is_sanded_after_its_paint_or_mounted_before_its_seal(self) -> None:
        for body in BODIES:
            with self.subTest(body):
                sheet = changed(new_sheet("x", body, 280), area__skin__finish="gloss")
                self.assertLessEqual(
                    {"fill", "sand", "wash", "ground", "coats", "seal", "gloss", "mount"},
                    set(self.assert_in_order(sheet)),
                )

    def test_what_is_bought_or_made_apart_goes_on_bare_spots_after_the_paint(self) -> None:
        for name in NAMES:
            with self.subTest(name):
                self.assert_in_order(example(name))
        join = steps(planned(example("ferrywoman")).order)["oar_shaft.back.1"]
        self.assertIn(
            "painted and sealed apart, then put on its bare spot",
            [spoken(n.reason) for n in join.needs],
        )

    def test_sanding_is_offered_and_not_compulsory(self) -> None:
        """Off, for smooth and glossy areas, or always; without it the wash waits for the filling."""
        scaly = changed(biped(), **{f"part__{p.id}__texture": "scales" for p in biped().parts})
        for sheet, rule, sanded in (
            (biped(), "smooth", True),
            (biped(), "off", False),
            (scaly, "smooth", False),
            (scaly, "always", True),
        ):
            with self.subTest(rule, sanded=sanded):
                last = self.assert_in_order(sheet, context(sanding=rule))
                self.assertEqual("sand" in last, sanded)

    def test_forced_the_other_way_round_it_says_what_comes_of_it(self) -> None:
        sheet = biped(
            move__m={"id": "m", "step": "base.mount.1", "before": "figure.seal.1", "forced": True}
        )
        state = planned(sheet).order.moves[0]
        self.assertEqual(state.state, "forced")
        self.assertIn("on its base", spoken(state.consequences[0]))


class BatchTest(unittest.TestCase):
    def test_many_small_things_alike_take_less_each(self) -> None:
        """Wright's rule: the second takes 85 % of the first, ten 21.35 of first 3 (SCIENCE 3b)."""
        first = 3.0
        sums = [
            sum(minutes_of(first, 1000.0, i) for i in range(1, n + 1)) for n in (2, 10, 40, 200)
        ]
        for found, wanted in zip(sums, (5.55, 21.35, 64.28, 256.5), strict=True):
            self.assertAlmostEqual(found, wanted, delta=0.05)

    def test_a_tooth_is_no_hour_of_work(self) -> None:
        sheet, _ = apply_edits(biped(), add_from_library(biped(), "tooth_row", 10))
        order = planned(sheet).order
        formed, pressed = (s for s in order.steps if s.part and s.part.startswith("tooth"))
        self.assertEqual((formed.kind, pressed.kind), ("form", "press"))
        self.assertEqual(len(formed.keys), 10)
        self.assertLess(formed.minutes, 30.0)
        self.assertLess(pressed.minutes, 30.0)

    def test_what_is_done_in_one_go_is_one_step(self) -> None:
        """Eight teeth are formed and pressed in two steps of sixteen; the minutes are theirs together."""
        sheet, _ = apply_edits(biped(), add_from_library(biped(), "tooth_row", 8))
        order = planned(sheet).order
        formed, pressed = (s for s in order.steps if s.part == "tooth_1")
        self.assertEqual(formed.parts, [f"tooth_{n}" for n in range(1, 9)])
        self.assertEqual(spoken(formed.label), "Form tooth 1 to 8 apart")
        self.assertRegex(spoken(pressed.label), "^Press tooth 1 to 8 into the jaw: a socket ")
        self.assertEqual(pressed.keys, [f"tooth_{n}.join.1" for n in range(1, 9)])
        self.assertEqual({n.key for n in pressed.needs} & set(pressed.keys), set())
        one, _ = apply_edits(biped(), add_from_library(biped(), "tooth_row", 2))
        alone = next(s for s in planned(one).order.steps if s.part == "tooth_1")
        self.assertAlmostEqual(formed.minutes / alone.minutes, 4.44 / 1.85, delta=0.6)
        self.assertIn(pressed.key, {n.key for n in steps(order)[f"bake.{pressed.bake}"].needs})

    def test_what_is_ticked_is_never_told_with_what_is_not(self) -> None:
        sheet, _ = apply_edits(biped(), add_from_library(biped(), "tooth_row", 4))
        order = planned(sheet, progress=done("tooth_2.cover.1")).order
        formed = [s for s in order.steps if s.kind == "form" and (s.part or "").startswith("tooth")]
        self.assertEqual(
            sorted((s.done, len(s.keys)) for s in formed), [(False, 1), (False, 2), (True, 1)]
        )
        ticked = done(*(f"tooth_{n}.cover.1" for n in range(1, 5)))
        (whole,) = (
            s
            for s in planned(sheet, progress=ticked).order.steps
            if s.kind == "form" and s.part == "tooth_1"
        )
        self.assertTrue(whole.done)
        self.assertEqual(len(whole.keys), 4)

    def test_every_step_is_told_once_and_nothing_waits_for_one_that_is_told_with_another(
        self,
    ) -> None:
        for name in NAMES:
            with self.subTest(name):
                order = planned(example(name)).order
                keys = [key for step in order.steps for key in step.keys]
                self.assertEqual(len(keys), len(set(keys)))
                self.assertLessEqual(
                    {need.key for step in order.steps for need in step.needs},
                    {step.key for step in order.steps},
                )


class BoughtTest(unittest.TestCase):
    def test_an_oar_is_got_cut_painted_and_put_on_and_its_glue_is_bought(self) -> None:
        sheet = example("ferrywoman")
        plan = planned(sheet)
        keys = [key for step in plan.order.steps for key in step.keys]
        for before, after in itertools.pairwise(
            ("oar_shaft.get.1", "wood.coats.1", "oar_shaft.back.1", "base.mount.1")
        ):
            self.assertLess(keys.index(before), keys.index(after))
        rows = {row.part: row for row in plan.order.joins}
        self.assertEqual(rows["oar_shaft"].state, "put on")
        grams = sum(row.grams for row in plan.order.joins if row.state == "put on")
        self.assertGreater(grams, 0)
        glue = [need.amount for need in needs_of(plan, sheet, Context()) if need.kind == "glue"]
        self.assertAlmostEqual(glue[0], grams * 1.08, 9)

    def test_what_it_costs_is_in_the_sum(self) -> None:
        """Two bought pieces at 0.50 each."""
        sheet = example("ferrywoman")
        without = changed(sheet, part__oar_shaft=None, part__oar_blade=None)
        more = planned(sheet).totals.cost.value - planned(without).totals.cost.value
        self.assertAlmostEqual(more, 1.0, 1)

    def test_what_is_held_is_fixed_before_the_hand_closes_round_it(self) -> None:
        sheet = changed(example("ferrywoman"), part__oar_shaft__meeting__kind="blend")
        keys = [key for step in planned(sheet).order.steps for key in step.keys]
        self.assertLess(keys.index("oar_shaft.cover.1"), keys.index("hand_r.cover.1"))

    def test_the_glue_of_what_rests_is_bought_too(self) -> None:
        sheet = biped(part__hand_r__meeting__kind="rest")
        plan = planned(sheet)
        self.assertEqual(next(r for r in plan.order.joins if r.part == "hand_r").state, "resting")
        glue = [need.amount for need in needs_of(plan, sheet, Context()) if need.kind == "glue"]
        self.assertGreater(sum(glue), 0)


class PressedInTest(unittest.TestCase):
    """Hard things are pressed into raw clay: never into a head that is baked already."""

    def test_the_bed_is_raw_when_the_hard_thing_is_pressed_into_it(self) -> None:
        for body, item in (
            ("biped", "tooth_row"),
            ("quadruped", "horn"),
            ("tailed_biped", "claws"),
            ("bust", "horn"),
        ):
            sheet = new_sheet("x", body, 280)
            sheet, _ = apply_edits(sheet, add_from_library(sheet, item, None))
            for school in SCHOOLS:
                given = context(bake_school=school)
                plan = planned(sheet, given)
                by_key, work = steps(plan.order), workpiece(sheet, given, Progress())
                pressed = [
                    p
                    for p in work.clay_pieces
                    if p.part.pressed and f"{p.part.id}.join.1" in by_key
                ]
                self.assertTrue(pressed, item)
                for piece in pressed:
                    host = work.joined_to(piece)
                    assert host is not None
                    form, join = (by_key[f"{piece.part.id}.{kind}.1"] for kind in ("cover", "join"))
                    with self.subTest(body, item=item, school=school, part=piece.part.id):
                        assert form.bake is not None and join.bake is not None
                        self.assertLess(form.bake, join.bake)
                        self.assertEqual(by_key[f"{host.part.id}.cover.1"].bake, join.bake)

    def test_a_head_with_horns_takes_one_bake_more_and_its_jaw_goes_with_it(self) -> None:
        """Horns / head, press / ears: 2 with one bake at the end, 3 in stages (SCIENCE 5b)."""
        sheet, _ = apply_edits(biped(), add_from_library(biped(), "horn", None))
        for school, bakes in (("one_bake", 2), ("save_progress", 3)):
            plan = planned(sheet, context(bake_school=school))
            self.assertEqual(plan.totals.bakes.value, bakes)
            by_key = steps(plan.order)
            self.assertEqual(by_key["jaw.cover.1"].bake, by_key["skull.cover.1"].bake)
