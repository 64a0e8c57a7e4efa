"""Cut lists laid onto coils: against every way there is, and what is said of what is lacking."""

from __future__ import annotations

import csv
import io
import itertools
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.frame.cutting import CutPiece, binding_mm, wrapped_mm
from windcrest_core.frame.packing import Laid, best_fit, least_waste, packed
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.stores import Stores
from windcrest_core.prints.cut_list import cut_list_csv
from windcrest_core.tests.support import biped, context, example, planned, spoken

LENGTHS = st.lists(st.integers(30, 400).map(float), min_size=1, max_size=5)
COILS = st.lists(st.integers(40, 900).map(float), min_size=1, max_size=3)


def piece(length_mm: float, wire: str = "al_awg12", count: int = 1, run: str = "r") -> CutPiece:
    return CutPiece(run=run, label=run, wire=wire, length_mm=length_mm, count=count)


def stores_with(*lengths: float, wire: str = "al_awg12") -> Stores:
    coils = [{"id": f"c{n}", "wire": wire, "length_mm": size} for n, size in enumerate(lengths)]
    return Stores.model_validate({"wires": [wire], "coils": coils})


def every_way(laid: Laid) -> tuple[float, float, int, float]:
    """The least cost over every assignment that fits, tried one after another."""
    best: tuple[float, float, int, float] | None = None
    for places in itertools.product([None, *range(len(laid.coils))], repeat=len(laid.lengths)):
        fits = all(
            sum(s + laid.kerf_mm for s, at in zip(laid.lengths, places, strict=True) if at == k)
            <= coil + laid.kerf_mm + 1e-9
            for k, coil in enumerate(laid.coils)
        )
        if fits:
            way = Laid(laid.lengths, laid.coils, laid.kerf_mm, laid.keep_mm, list(places))
            best = way.cost if best is None else min(best, way.cost)
    assert best is not None
    return best


class LeastWasteTest(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(LENGTHS, COILS, st.sampled_from([0.0, 1.0, 3.0]), st.sampled_from([0.0, 50.0, 120.0]))
    def test_nothing_beats_it(
        self, lengths: list[float], coils: list[float], kerf: float, keep: float
    ) -> None:
        laid = Laid(sorted(lengths, reverse=True), sorted(coils), kerf, keep)
        self.assertEqual(least_waste(laid).cost, every_way(laid))

    @settings(max_examples=60, deadline=None)
    @given(LENGTHS, COILS, st.sampled_from([0.0, 50.0, 120.0]))
    def test_best_fit_is_within_one_offcut_where_all_fits(
        self, lengths: list[float], coils: list[float], keep: float
    ) -> None:
        """Of scrap: an offcut just too short to keep, and the kerfs that are cut elsewhere."""
        kerf = 1.0
        laid = Laid(sorted(lengths, reverse=True), sorted(coils), kerf, keep)
        quick, exact = best_fit(laid).cost, every_way(laid)
        if quick[0] == 0:
            offcuts = max(1, quick[2] - exact[2] + 1)
            self.assertLessEqual(quick[1] - exact[1], keep * offcuts + kerf * len(lengths))

    @settings(max_examples=60, deadline=None)
    @given(LENGTHS, COILS)
    def test_no_coil_gives_more_than_it_has(self, lengths: list[float], coils: list[float]) -> None:
        plan = packed([piece(size) for size in lengths], stores_with(*coils), Rules())
        for coil in plan.coils:
            assert coil.length_mm is not None and coil.left_mm is not None
            used = sum(cut.length_mm for cut in coil.cuts)
            self.assertLessEqual(used + coil.left_mm, coil.length_mm + 1e-6)
        cut = sum(cut.length_mm for coil in plan.coils for cut in coil.cuts)
        lacking = sum(buy.needed_mm for buy in plan.buy)
        missing = sum(lengths) - cut
        self.assertTrue(missing - 1e-6 <= lacking <= missing + len(lengths) * 1.0 + 1e-6)


class PackedTest(unittest.TestCase):
    def test_an_offcut_too_short_to_keep_is_used_up_first(self) -> None:
        plan = packed([piece(180), piece(90)], stores_with(5000, 200, 95), Rules())
        self.assertEqual(
            {coil.length_mm: [cut.length_mm for cut in coil.cuts] for coil in plan.coils},
            {95: [90], 5000: [180]},
        )

    def test_scrap_is_what_is_too_short_to_keep_and_what_the_cutter_takes(self) -> None:
        plan = packed([piece(180)], stores_with(240), Rules(kerf_mm=2, keep_offcut_mm=100))
        # 240 − 180 − 2 = 58 is scrap, and the cut itself 2
        self.assertAlmostEqual(plan.scrap_mm, 60)
        self.assertFalse(plan.coils[0].keep)
        kept = packed([piece(180)], stores_with(240), Rules(kerf_mm=2, keep_offcut_mm=50))
        self.assertAlmostEqual(kept.scrap_mm, 2)

    def test_what_is_lacking_is_bought_in_whole_metres(self) -> None:
        plan = packed([piece(700, count=3)], stores_with(800), Rules(kerf_mm=1))
        [buy] = plan.buy
        self.assertEqual((buy.metres, buy.longest_mm), (2, 700))
        self.assertAlmostEqual(buy.cost, 2 * 0.40)

    def test_a_wire_without_a_coil_is_there_in_any_length(self) -> None:
        plan = packed([piece(9000)], Stores(wires=["al_awg12"]), Rules())
        self.assertEqual((plan.buy, plan.coils[0].left_mm), ([], None))

    def test_a_wire_that_is_not_owned_is_bought(self) -> None:
        plan = packed([piece(300, "st_3_2")], Stores(wires=["al_awg12"]), Rules())
        self.assertEqual([(buy.wire, buy.metres) for buy in plan.buy], [("st_3_2", 1)])


class BesideTest(unittest.TestCase):
    def test_second_pins_grip_and_binding_are_cut_too(self) -> None:
        sheet = biped(
            run__leg_l__second_pins=1,
            run__leg_l__grip="st_0_5",
            run__leg_l__start="bound",
            run__leg_l__wire="st_2_5",
        )
        frame = planned(sheet).frame
        run = next(run for run in frame.runs if run.id == "leg_l")
        by_label = {spoken(piece.label).split(",")[0].split(" ")[0]: piece for piece in run.pieces}
        # base 18 + 5 + max(25, 10 × 2.5) = 48, up to 50
        self.assertEqual((by_label["second"].length_mm, by_label["second"].count), (50, 1))
        self.assertEqual(by_label["grip"].wire, "st_0_5")
        turns = wrapped_mm(run.path_mm, 2.5, 0.5, 5.0)
        self.assertTrue(0 <= by_label["grip"].length_mm - turns < 5)
        around = run.chosen.bundle_mm
        self.assertTrue(0 <= by_label["binding"].length_mm - binding_mm(around, around) < 5)
        self.assertAlmostEqual(run.chosen.bundle_mm, 2.5 + 2 * 0.5)
        self.assertEqual(sum(hole.kind == "pin" for hole in frame.pegs), 1)

    def test_the_table_has_every_cut_in_order_and_no_formula(self) -> None:
        sheet = biped(run__spine__label="=1+1", run__spine__wire="st_2_5")
        given = context(
            {
                "wires": ["st_2_5"],
                "coils": [{"id": "a", "name": "the big coil", "wire": "st_2_5", "length_mm": 3000}],
            }
        )
        rows = list(csv.DictReader(io.StringIO(cut_list_csv(planned(sheet, given)))))
        cuts = [row for row in rows if row["action"] == "cut"]
        self.assertEqual([row["order"] for row in cuts], [str(n + 1) for n in range(len(cuts))])
        self.assertIn("'=1+1", [row["piece"] for row in rows])
        self.assertEqual({row["coil"] for row in cuts}, {"the big coil"})
        self.assertNotIn("st_2_5", {row["wire"] for row in rows})
        whole = planned(sheet, given).frame.wire_m.value * 1000
        self.assertAlmostEqual(sum(float(row["length_mm"]) for row in cuts), whole, 3)

    def test_the_example_figures_lose_no_wire(self) -> None:
        for name in ("ferrywoman", "pelican_piper"):
            frame = planned(example(name)).frame
            asked = sum(p.length_mm * p.count for run in frame.runs for p in run.pieces)
            cut = sum(cut.length_mm for coil in frame.cuts.coils for cut in coil.cuts)
            bought = sum(buy.needed_mm for buy in frame.cuts.buy)
            self.assertTrue(cut <= asked <= cut + bought, name)
