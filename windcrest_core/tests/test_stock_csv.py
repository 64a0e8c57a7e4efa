"""Stores as CSV: out and in without loss, and everything a spreadsheet may do to it."""

from __future__ import annotations

import string
import unittest
from datetime import date

from hypothesis import given
from hypothesis import strategies as st

from windcrest_core.errors import SheetError
from windcrest_core.stock.ledger import Item, Lot
from windcrest_core.stock.spreadsheet import changes, read_rows, stock_csv

HEAD = "kind,item,label,lot,left,unit,bought,price,opened_on,best_before,low_at\n"
WORDS = st.text(string.ascii_letters + " =+-@',;\"é", min_size=1, max_size=20).filter(
    lambda text: text == text.strip() and not text.startswith("'")
)


def shelf(label: str = "glass beads", lot: str = "1", left: float = 4) -> list[Item]:
    one = Lot(
        id=1,
        label=lot,
        bought=6,
        left=left,
        price=2.4,
        opened_on=date(2026, 5, 2),
        best_before=None,
    )
    return [Item(id=1, kind="insert", key="beads", label=label, unit="count", low_at=2, lots=[one])]


def faults(text: str | bytes) -> dict[str, str]:
    data = text if isinstance(text, bytes) else (HEAD + text).encode()
    try:
        read_rows(data)
    except SheetError as error:
        return {fault.path: fault.allowed for fault in error.faults}
    return {}


class RoundTripTest(unittest.TestCase):
    @given(WORDS, WORDS, st.integers(0, 10**6).map(lambda n: n / 100))
    def test_what_goes_out_comes_in_and_changes_nothing(
        self, label: str, lot: str, left: float
    ) -> None:
        items = shelf(label, lot, left)
        rows = read_rows(stock_csv(items).encode("utf-8-sig"))
        self.assertEqual((rows[0].label, rows[0].lot), (label, lot))
        self.assertEqual([row.what for row in changes(rows, items)], ["as it is"])

    def test_a_formula_never_leaves(self) -> None:
        text = stock_csv(shelf("=cmd|' /C calc'!A0", "+1"))
        self.assertIn("'=cmd", text)
        self.assertIn(",'+1,", text)


class ChangesTest(unittest.TestCase):
    def spoken(self, text: str) -> list[tuple[str, float | None, float]]:
        found = changes(read_rows((HEAD + text).encode()), shelf())
        return [(row.what, row.before, row.after) for row in found]

    def test_each_kind_of_change_is_told(self) -> None:
        rows = (
            "insert,beads,glass beads,1,3,count,6,2.4,2026-05-02,,2\n"
            "insert,beads,glass beads,2,6,count,6,,,,2\n"
            "tape,,masking tape,,25000,mm,,1.4,,,\n"
            "tape,,masking tape,b,10000,mm,,,,,\n"
            "clay,rigid,whatever,1,454,g,,,,,\n"
        )
        self.assertEqual(
            self.spoken(rows),
            [
                ("other amount", 4.0, 3.0),
                ("new lot", None, 6.0),
                ("new thing", None, 25000.0),
                ("new lot", None, 10000.0),
                ("new thing", None, 454.0),
            ],
        )

    def test_details_alone_are_told_too(self) -> None:
        [(what, _, _)] = self.spoken("insert,beads,glass beads,1,4,count,6,3,2026-05-02,,2\n")
        self.assertEqual(what, "other details")

    def test_the_catalogue_names_what_it_has(self) -> None:
        [row] = read_rows((HEAD + "clay,rigid,mine,1,454,g,,,,,\n").encode())
        self.assertEqual(row.label, "rigid polymer clay, terracotta")


class BadFileTest(unittest.TestCase):
    def test_what_is_wrong_is_told_by_row_and_column(self) -> None:
        found = faults(
            'clay,rigid,a,1,"1,5",g,,,,,\n'
            "clay,rigid,a,2,-5,g,,,,,\n"
            "clay,moon,a,3,5,g,,,,,\n"
            "spice,x,a,1,5,g,,,,,\n"
            "glue,,=cmd,1,5,g,,,,,\n"
            "glue,,a,1,5,ml,,,,,\n"
            "glue,,b,1,nan,g,,,,,\n"
            "glue,,c,1,,g,,,,,\n"
            "glue,,d,1,5,g,,,yesterday,,\n"
            "glue,,,1,5,g,,,,,\n"
        )
        self.assertEqual(
            set(found),
            {
                "row 2/left",
                "row 3/left",
                "row 4/item",
                "row 5/kind",
                "row 6/label",
                "row 7/unit",
                "row 8/left",
                "row 9/left",
                "row 10/opened_on",
                "row 11/label",
            },
        )
        self.assertIn("1.5", found["row 2/left"])
        self.assertTrue(all(found.values()))

    def test_a_lot_twice_names_both_rows(self) -> None:
        found = faults("glue,,a,1,5,g,,,,,\nglue,,a,1,6,g,,,,,\n")
        self.assertIn("row 2", found["row 3/lot"])

    def test_commas_for_decimals_with_semicolons_between(self) -> None:
        self.assertIn("row 1", faults(b"kind;label;left\nclay;a;1,5\n"))

    def test_a_comma_in_a_number_makes_a_cell_too_many(self) -> None:
        self.assertIn("1.5", faults("glue,,a,1,1,5,g,,,,,\n")["row 2"])

    def test_files_that_are_none(self) -> None:
        for data in (b"", HEAD.encode(), b"\xff\xfe\x00", b'kind,label,left\n"open', b"a,b\n1,2\n"):
            with self.subTest(data[:12]):
                self.assertTrue(faults(data))

    def test_a_mark_of_byte_order_is_no_matter(self) -> None:
        rows = read_rows("﻿kind,label,left\nglue,bone glue,20\n".encode())
        self.assertEqual((rows[0].left, rows[0].lot), (20.0, "1"))

    def test_a_hundred_thousand_rows_are_refused_whole(self) -> None:
        self.assertIn("20,000", faults("glue,,a,1,5,g,,,,,\n" * 100_000)["file"])
