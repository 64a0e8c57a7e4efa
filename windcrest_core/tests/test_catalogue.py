"""Every material figure carries its source and lies in its range."""

from __future__ import annotations

import unittest

from pydantic import ValidationError

from windcrest_core.catalogue import Foil, Property, catalogue
from windcrest_core.errors import SheetError
from windcrest_core.given.load import load_stores


class CatalogueTest(unittest.TestCase):
    def test_every_figure_has_a_source(self) -> None:
        shelf = catalogue()
        tables = (shelf.metals, shelf.clays, shelf.stock_materials)
        figures = [
            value
            for table in tables
            for row in table.values()
            for value in row.__dict__.values()
            if isinstance(value, Property)
        ]
        self.assertGreater(len(figures), 40)
        for figure in figures:
            self.assertTrue(figure.source)

    def test_a_row_outside_its_range_is_refused(self) -> None:
        with self.assertRaises(ValidationError):
            Property(value=9, low=1, high=2, unit="MPa", source="typed wrongly")

    def test_wires_name_a_metal_and_a_size_that_reads(self) -> None:
        shelf = catalogue()
        for wire in shelf.wires.values():
            self.assertIn(wire.metal, shelf.metals)
            self.assertTrue(0.3 < wire.diameter_mm < 10, wire.id)

    def test_a_metre_of_kitchen_foil(self) -> None:
        # 16 µm × 300 mm × 1 m × 2.70 g/cm³ = 12.96 g
        foil: Foil = catalogue().foils["kitchen"]
        self.assertAlmostEqual(foil.g_per_m, 12.96, 6)

    def test_stores_know_only_what_is_in_the_catalogue(self) -> None:
        with self.assertRaisesRegex(SheetError, "wires/0"):
            load_stores({"wires": ["unobtainium"]})
