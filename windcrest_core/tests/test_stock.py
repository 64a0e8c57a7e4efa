"""Lots, movements, what figures take, what to buy; balls on the scale; a scale that comes to rest."""

from __future__ import annotations

import json
import math
import random
import unittest
from datetime import date
from pathlib import Path

from hypothesis import given
from hypothesis import strategies as st

from windcrest_core.body.portions import ball_mm
from windcrest_core.densities import (
    Densities,
    ball_density_g_cm3,
    refuse_impossible_weighings,
)
from windcrest_core.errors import SheetError
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.given.stores import Owned, Stores, Weighing
from windcrest_core.plan import plan
from windcrest_core.sheet import load_sheet
from windcrest_core.stock.kinds import KINDS, item_key, read_amount, refuse_unlisted
from windcrest_core.stock.ledger import (
    Item,
    Lot,
    best_first,
    change_of,
    learned_waste_percent,
    spread_over,
    unit_price,
)
from windcrest_core.stock.needs import Need, needs_of, settled_kinds
from windcrest_core.stock.shopping import FigureNeeds, reserved, shopping_list
from windcrest_core.stock.steady import Reading, on_scale

EXAMPLES = Path(__file__).resolve().parents[2] / "examples"
TODAY = date(2026, 7, 1)


def lot(number: int, left: float, **more: object) -> Lot:
    return Lot(id=number, label=str(number), bought=454, left=left, **more)  # type: ignore[arg-type]


def clay(*lots: Lot) -> Item:
    return Item(id=1, kind="clay", key="rigid", label="terracotta", unit="g", lots=list(lots))


def wants(name: str, grams: float, **more: object) -> FigureNeeds:
    need = Need(kind="clay", item="rigid", label="terracotta", amount=grams)
    return FigureNeeds(figure=name, name=name, needs=[need], **more)  # type: ignore[arg-type]


class LedgerTest(unittest.TestCase):
    @given(
        st.lists(
            st.tuples(
                st.sampled_from(["bought", "used", "wasted", "weighed", "corrected"]),
                st.floats(0, 1000),
            ),
            max_size=40,
        )
    )
    def test_what_is_left_is_the_sum_of_its_movements(self, rows: list[tuple[str, float]]) -> None:
        """Bought = used + wasted + what weighing found missing + left, whatever the order."""
        left, by_kind = (
            0.0,
            dict.fromkeys(("bought", "used", "wasted", "weighed", "corrected"), 0.0),
        )
        for kind, amount in rows:
            change = change_of(kind, amount, left)  # type: ignore[arg-type]
            left += change
            by_kind[kind] += change
            if kind in ("weighed", "corrected"):
                self.assertAlmostEqual(left, amount, 6)
        self.assertAlmostEqual(left, sum(by_kind.values()), 6)

    @given(st.lists(st.floats(0, 500), min_size=1, max_size=6), st.floats(0.01, 4000))
    def test_what_is_taken_is_all_taken_and_no_lot_gives_more_than_it_has(
        self, held: list[float], amount: float
    ) -> None:
        lots = [lot(n, left) for n, left in enumerate(held)]
        if amount > sum(held) + 1e-6:
            with self.assertRaises(SheetError):
                spread_over(lots, amount, False, "g")
            taken = spread_over(lots, amount, True, "g")
            self.assertAlmostEqual(sum(part for _, part in taken), amount, 6)
            return
        taken = spread_over(lots, amount, False, "g")
        self.assertAlmostEqual(sum(part for _, part in taken), amount, 5)
        for number, part in taken:
            self.assertLessEqual(part, held[number] + 1e-6)

    def test_what_expires_first_then_what_is_open_is_taken_first(self) -> None:
        lots = [
            lot(1, 10),
            lot(2, 10, opened_on=date(2026, 5, 1)),
            lot(3, 10, best_before=date(2027, 1, 1)),
        ]
        self.assertEqual([row.id for row in best_first(lots)], [3, 2, 1])

    def test_nothing_to_take_from_says_so(self) -> None:
        with self.assertRaisesRegex(SheetError, "write down a lot"):
            spread_over([], 5, True, "g")

    def test_price_of_a_gram_over_lots_that_have_one(self) -> None:
        """(10.9 + 11.4) over 908 g; the lot without a price says nothing."""
        lots = [lot(1, 0, price=10.9), lot(2, 3, price=11.4), lot(3, 3)]
        self.assertAlmostEqual(unit_price(lots) or 0, 22.3 / 908, 9)
        self.assertIsNone(unit_price([lot(3, 3)]))

    def test_waste_is_learned_only_where_it_says_something(self) -> None:
        self.assertAlmostEqual(learned_waste_percent(791, 745.7) or 0, 6.07, 2)
        for used, net in ((0, 100), (90, 100), (400, 100), (5, 0)):
            self.assertIsNone(learned_waste_percent(used, net))


class AmountTest(unittest.TestCase):
    def test_amounts_in_any_unit_and_bare_lengths_asked_back(self) -> None:
        rules = Rules(mass_unit="oz")
        self.assertAlmostEqual(read_amount("2", "g", rules), 56.699, 3)
        self.assertAlmostEqual(read_amount("10 ft", "mm", rules), 3048.0, 6)
        self.assertEqual(read_amount("6", "count", rules), 6)
        for text, unit in (
            ("3", "mm"),
            ("-5 g", "g"),
            ("nan", "count"),
            ("1e9 kg", "g"),
            ("two", "count"),
            ("5 g", "ml"),
            ("inf", "count"),
        ):
            with self.subTest(text), self.assertRaises(SheetError) as raised:
                read_amount(text, unit, Rules())  # type: ignore[arg-type]
            self.assertEqual(raised.exception.faults[0].path, "amount")

    def test_what_the_plan_counts_with_is_in_the_catalogue(self) -> None:
        refuse_unlisted("glue", "anything")
        with self.assertRaisesRegex(SheetError, "rigid"):
            refuse_unlisted("clay", "moon_clay")

    def test_keys_of_things_are_always_ids(self) -> None:
        for label in ("8 mm glass eyes", "…", "A" * 90, "Öl"):
            self.assertRegex(item_key(label), r"^[a-z][a-z0-9_]{0,39}$")


class ShoppingTest(unittest.TestCase):
    def test_two_figures_one_list_with_packs_rounded_up(self) -> None:
        """659 + 443 g less the 71 there is 1031: two of 454 leave 123, three of 57 cover it."""
        found = shopping_list([wants("a", 659), wants("b", 443)], [], [clay(lot(1, 71))], Owned())
        [line] = found.lines
        self.assertAlmostEqual(line.missing, 1031)
        self.assertEqual([(p.size, p.count) for p in line.packs], [(454, 2), (57, 3)])
        self.assertAlmostEqual(found.cost, 2 * 8.72 + 3 * 1.37, 6)
        self.assertEqual(line.figures, ["a", "b"])

    def test_what_others_take_is_not_there_and_what_is_done_takes_nothing(self) -> None:
        held = [clay(lot(1, 500))]
        alone = shopping_list([wants("a", 300)], [], held, Owned())
        self.assertEqual(alone.lines, [])
        beside = shopping_list([wants("a", 300)], [wants("b", 400)], held, Owned())
        self.assertAlmostEqual(beside.lines[0].missing, 200)
        settled = wants("b", 400, settled=["clay"])
        self.assertEqual(shopping_list([wants("a", 300)], [settled], held, Owned()).lines, [])

    def test_what_was_booked_on_a_figure_is_not_bought_again(self) -> None:
        half = wants("a", 300, booked={"clay/rigid": 180.0})
        self.assertAlmostEqual(reserved([half])[0].amount, 120)

    def test_paint_that_is_ticked_but_not_counted_is_looked_at_and_not_bought(self) -> None:
        need = Need(kind="paint", item="ultramarine", label="ultramarine", amount=3)
        figure = FigureNeeds(figure="a", name="a", needs=[need])
        found = shopping_list([figure], [], [], Owned(paints=["ultramarine"]))
        self.assertEqual(([], 1), (found.lines, len(found.unwritten)))
        self.assertEqual(len(shopping_list([figure], [], [], Owned(paints=[])).lines), 1)

    def test_what_was_paid_before_is_the_price(self) -> None:
        found = shopping_list([wants("a", 100)], [], [clay(lot(1, 0, price=22.7))], Owned())
        self.assertAlmostEqual(found.cost, 114 * 0.05, 6)


class NeedsTest(unittest.TestCase):
    def setUp(self) -> None:
        raw = json.loads((EXAMPLES / "ferrywoman.figure.json").read_text(encoding="utf-8"))
        self.sheet, self.context = load_sheet(raw), Context()
        self.plan = plan(self.sheet, self.context, Progress(), TODAY)

    def test_a_figure_takes_what_its_plan_says(self) -> None:
        needs = {(n.kind, n.item): n.amount for n in needs_of(self.plan, self.sheet, self.context)}
        self.assertAlmostEqual(needs["foil", "kitchen"], self.plan.bulk.foil_m.value * 1000)
        clays = sum(amount for (kind, _), amount in needs.items() if kind == "clay")
        self.assertAlmostEqual(clays, self.plan.clay.clay_g.value, 6)
        wire = sum(amount for (kind, _), amount in needs.items() if kind == "wire")
        pieces = [piece for run in self.plan.frame.runs for piece in run.pieces]
        self.assertAlmostEqual(wire, sum(p.length_mm * p.count for p in pieces))
        eyes = sum(p.stock == "glass" for p in self.sheet.parts)
        glass = [n for (k, item), n in needs.items() if k == "insert" and item.startswith("glass")]
        self.assertEqual(sum(glass), eyes)
        self.assertEqual(sum(n for (kind, _), n in needs.items() if kind == "base"), 1)

    def test_paint_is_a_few_millilitres(self) -> None:
        paint = [n for n in needs_of(self.plan, self.sheet, self.context) if n.kind == "paint"]
        self.assertTrue(5 < sum(n.amount for n in paint) < 60)

    def test_a_kind_is_settled_when_its_station_is_done(self) -> None:
        self.assertEqual(settled_kinds(self.plan), [])
        done = [
            key
            for step in self.plan.order.steps
            if step.station in ("frame", "bulk")
            for key in step.keys
        ]
        later = plan(self.sheet, self.context, Progress(steps_done=done), TODAY)
        self.assertEqual(settled_kinds(later), ["wire", "foil", "tape"])

    def test_every_kind_has_a_unit_and_a_usual_pack(self) -> None:
        self.assertEqual(set(KINDS), {row.kind for row in KINDS.values()})
        self.assertTrue(all(row.pack > 0 and row.price > 0 for row in KINDS.values()))


class WeighingTest(unittest.TestCase):
    def test_a_weighed_ball_is_what_foil_counts_with(self) -> None:
        """131 g in 262 cm³ is 0.50 g/cm³; of twice the weight the figure takes twice the foil."""
        across = ball_mm(262_000)
        self.assertAlmostEqual(ball_density_g_cm3(131, across), 0.5, 6)
        ball = Weighing(of="foil", id="firm", mass_g=22.4, across_mm=40)
        found = Densities(Owned(weighings=[ball]), "firm").foil
        self.assertAlmostEqual(found.value, 22.4 / (math.pi / 6 * 64), 9)
        self.assertIn("measured", found.source)
        self.assertEqual(Densities(Owned(weighings=[ball]), "loose").foil.value, 0.25)

    def test_the_plan_moves_with_it_and_is_surer(self) -> None:
        raw = json.loads((EXAMPLES / "ferrywoman.figure.json").read_text(encoding="utf-8"))
        sheet = load_sheet(raw)
        ball = Weighing(of="foil", id="firm", mass_g=22.4, across_mm=40)
        lump = Weighing(of="clay", id="rigid", mass_g=57.0, across_mm=39.5)
        before = plan(sheet, Context(), Progress(), TODAY).totals
        context = Context(stores=Stores(weighings=[ball, lump]))
        after = plan(sheet, context, Progress(), TODAY).totals
        self.assertAlmostEqual(after.foil.value / before.foil.value, 0.66845 / 0.5, 3)
        self.assertAlmostEqual(
            after.clay.value / before.clay.value, ball_density_g_cm3(57, 39.5) / 1.7, 6
        )
        for was, now in ((before.foil, after.foil), (before.clay, after.clay)):
            spread = [((q.high or 0) - (q.low or 0)) / q.value for q in (was, now)]
            self.assertLess(spread[1], spread[0])

    def test_several_balls_are_taken_together(self) -> None:
        balls = [Weighing(of="clay", id="rigid", mass_g=m, across_mm=40) for m in (56, 58)]
        found = Densities(Owned(weighings=balls), "firm").clay("rigid")
        self.assertAlmostEqual(found.value, 57 / (math.pi / 6 * 64), 9)
        one = Densities(Owned(weighings=balls[:1]), "firm").clay("rigid")
        self.assertLess((found.high - found.low) / found.value, (one.high - one.low) / one.value)

    def test_what_no_clay_can_weigh_is_refused(self) -> None:
        for row, at in (
            (Weighing(of="clay", id="rigid", mass_g=17, across_mm=40), "weighings/0/mass_g"),
            (Weighing(of="foil", id="firm", mass_g=170, across_mm=40), "weighings/0/mass_g"),
            (Weighing(of="foil", id="soggy", mass_g=17, across_mm=40), "weighings/0/id"),
        ):
            with self.subTest(row.id), self.assertRaises(SheetError) as raised:
                refuse_impossible_weighings(Owned(weighings=[row]))
            self.assertEqual(raised.exception.faults[0].path, at)

    def test_nothing_weighs_nothing(self) -> None:
        for mass, across in ((0, 40), (-5, 40), (10, 0), (math.nan, 40)):
            with self.subTest(mass=mass), self.assertRaises(ValueError):
                Weighing(of="foil", id="firm", mass_g=mass, across_mm=across)


class ScaleTest(unittest.TestCase):
    def row(self, at: float, grams: float, **more: bool) -> Reading:
        return Reading(at_s=at, grams=grams, **more)

    def test_it_rests_only_when_all_of_the_last_seconds_agree(self) -> None:
        rising = [self.row(t / 4, 131 * (1 - math.exp(-t / 2))) for t in range(8)]
        self.assertEqual(on_scale(rising, 1.75).state, "settling")
        rested = rising + [self.row(2 + t / 4, 131.0) for t in range(8)]
        self.assertEqual(on_scale(rested, 3.75).grams, 131.0)

    def test_readings_out_of_order_say_the_same(self) -> None:
        rows = [self.row(t / 4, 50 + 0.05 * (t % 2)) for t in range(12)]
        mixed = random.Random(3).sample(rows, len(rows))
        self.assertEqual(on_scale(mixed, 2.75), on_scale(rows, 2.75))

    def test_overload_and_silence_give_no_grams(self) -> None:
        rows = [self.row(t / 4, 2000, overload=True) for t in range(8)]
        self.assertEqual((on_scale(rows, 2.0).state, on_scale(rows, 2.0).grams), ("overload", None))
        self.assertEqual(on_scale(rows, 60.0).state, "silent")
        self.assertEqual(on_scale([], 0.0).state, "silent")

    def test_a_large_weight_may_wander_by_its_share(self) -> None:
        rows = [self.row(t / 4, 1500 + (t % 3)) for t in range(8)]
        self.assertEqual(on_scale(rows, 1.75).state, "resting")
        rows = [self.row(t / 4, 15 + 0.5 * (t % 2)) for t in range(8)]
        self.assertEqual(on_scale(rows, 1.75).state, "settling")
