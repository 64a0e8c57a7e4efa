"""Stores as CSV: one row a lot. Reading tells first what would change, and takes all or nothing."""

from __future__ import annotations

import csv
import io
import re
from datetime import date
from typing import Literal

from windcrest_core.errors import Fault, SheetError
from windcrest_core.facts import Frozen, Text
from windcrest_core.stock.kinds import (
    KINDS,
    STOCK_KINDS,
    StockKind,
    item_key,
    label_of,
    refuse_unlisted,
)
from windcrest_core.stock.kinds import MOST as MOST_OF_ONE
from windcrest_core.stock.ledger import Item, Lot, Movement

COLUMNS = (
    "kind",
    "item",
    "label",
    "lot",
    "left",
    "unit",
    "bought",
    "price",
    "opened_on",
    "best_before",
    "low_at",
)
MOST_ROWS = 20_000
MOST_FAULTS = 50
FORMULA = ("=", "+", "@", "\t", "\r")


OPTIONAL = ("bought", "price", "opened_on", "best_before", "low_at")


class LotRow(Frozen):
    """One lot as a row says it is; `given` are the columns the file has, and no other is changed."""

    row: int
    kind: StockKind
    item: str
    label: str
    lot: str
    left: float
    bought: float
    price: float | None
    opened_on: date | None
    best_before: date | None
    low_at: float | None
    given: frozenset[str]


class FieldChange(Frozen):
    """A detail that would be another: as it is and as it would be, empty where there is none."""

    field: Literal["price", "opened on", "best before", "low at"]
    before: str
    after: str


class Change(Frozen):
    """What taking a row would do; `before` and `after` are the amounts left, `fields` the details."""

    row: int
    what: Literal["new thing", "new lot", "other amount", "other details", "as it is"]
    label: str
    lot: str
    unit: str
    before: float | None
    after: float
    fields: list[FieldChange]


def safe_cell(text: str) -> str:
    """A cell that no spreadsheet takes for a formula.

    Examples
    --------
    >>> safe_cell("=cmd"), safe_cell("white"), safe_cell("-5 g left")
    ("'=cmd", 'white', "'-5 g left")
    """
    return f"'{text}" if text.startswith((*FORMULA, "-")) else text


def _number_text(value: float | None) -> str:
    return "" if value is None else f"{value:.6f}".rstrip("0").rstrip(".")


def stock_csv(items: list[Item]) -> str:
    """Every lot as a row, in UTF-8 with a comma between and a point in numbers."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    for item in items:
        for lot in item.lots:
            writer.writerow(
                [
                    item.kind,
                    item.key,
                    safe_cell(item.label),
                    safe_cell(lot.label),
                    _number_text(lot.left),
                    item.unit,
                    _number_text(lot.bought),
                    _number_text(lot.price),
                    lot.opened_on or "",
                    lot.best_before or "",
                    _number_text(item.low_at),
                ]
            )
    return out.getvalue()


def movements_csv(rows: list[tuple[Movement, str, str, str]]) -> str:
    """Movements with the kind, label and unit of what they moved, newest first."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(
        ["made", "kind", "label", "movement", "change", "unit", "figure", "step", "note"]
    )
    for movement, kind, label, unit in rows:
        writer.writerow(
            [
                movement.made.isoformat(timespec="seconds"),
                kind,
                safe_cell(label),
                movement.kind,
                _number_text(movement.change),
                unit,
                safe_cell(movement.figure or ""),
                safe_cell(movement.step),
                safe_cell(movement.note),
            ]
        )
    return out.getvalue()


def read_rows(data: bytes) -> list[LotRow]:
    """The lots of a CSV file.

    Raises
    ------
    SheetError : with the row and column of everything that is wrong, and what is allowed.
    """
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise SheetError.one("file", "(not UTF-8)", "a CSV file saved as UTF-8") from error
    first = text.partition("\n")[0]
    if ";" in first and "," not in first:
        raise SheetError.one(
            "row 1",
            first.strip()[:60],
            "columns parted by commas and numbers with a point: 1.5; "
            "in the spreadsheet choose comma as the separator when saving",
        )
    reader = csv.reader(io.StringIO(text, newline=""), strict=True)
    try:
        rows = [row for _, row in zip(range(MOST_ROWS + 2), reader, strict=False)]
    except csv.Error as error:
        raise SheetError.one("file", f"line {reader.line_num}", f"CSV; {error}") from error
    if len(rows) > MOST_ROWS + 1:
        raise SheetError.one(
            "file", f"more than {MOST_ROWS:,} rows", f"at most {MOST_ROWS:,} lots in one file"
        )
    if not rows or len(rows) == 1:
        raise SheetError.one("file", "(no lots)", "a heading and at least one row")
    return _typed(rows)


def _typed(rows: list[list[str]]) -> list[LotRow]:
    head = [cell.strip().lower() for cell in rows[0]]
    absent = [name for name in ("kind", "label", "left") if name not in head]
    if absent:
        raise SheetError.one("row 1", ", ".join(head)[:80], "a heading with " + ", ".join(absent))
    given = frozenset(name for name in OPTIONAL if name in head)
    faults: list[Fault] = []
    found: list[LotRow] = []
    seen: dict[tuple[str, str, str], int] = {}
    for number, cells in enumerate(rows[1:], start=2):
        if not any(cell.strip() for cell in cells):
            continue
        if len(faults) >= MOST_FAULTS:
            break
        if len(cells) > len(head):
            faults.append(
                Fault(
                    f"row {number}",
                    f"{len(cells)} cells",
                    f"{len(head)}, as in the heading; a comma in a number? write 1.5",
                )
            )
            continue
        row = _Row(number, dict(zip(head, cells, strict=False)), faults, given)
        lot = row.lot()
        if lot is None:
            continue
        key = (lot.kind, lot.item, lot.lot)
        if key in seen:
            faults.append(
                Fault(
                    f"row {number}/lot", lot.lot, f"a lot only once; it is in row {seen[key]} too"
                )
            )
        seen[key] = number
        found.append(lot)
    if faults:
        raise SheetError(faults)
    return found


class _Row:
    """A row of text, read cell by cell; what is wrong is added to the faults."""

    def __init__(
        self, number: int, cells: dict[str, str], faults: list[Fault], given: frozenset[str]
    ) -> None:
        self.number, self.cells, self.faults, self.given = number, cells, faults, given

    def _wrong(self, column: str, value: str, allowed: Text) -> None:
        self.faults.append(Fault(f"row {self.number}/{column}", value, allowed))

    def text(self, column: str, most: int) -> str:
        raw = self.cells.get(column, "").strip()
        if raw.startswith("'") and raw[1:].startswith((*FORMULA, "-")):
            return raw[1:][:most]
        if raw.startswith(FORMULA):
            self._wrong(column, raw[:40], "plain words; formulas are not taken")
        if len(raw) > most:
            self._wrong(column, raw[:40], f"at most {most} letters")
        return raw[:most]

    def number_of(self, column: str) -> float | None:
        raw = self.cells.get(column, "").strip()
        if not raw:
            return None
        if re.fullmatch(r"[-+]?\d*,\d+", raw):
            self._wrong(column, raw, f"a point and no comma: {raw.replace(',', '.')}")
            return None
        if re.fullmatch(r"-\d*\.?\d+", raw):
            self._wrong(column, raw, f"from 0 to {MOST_OF_ONE:,.0f}")
            return None
        if not re.fullmatch(r"\d*\.?\d+(?:[eE][-+]?\d+)?", raw) or float(raw) > MOST_OF_ONE:
            self._wrong(column, raw[:40], f"a number from 0 to {MOST_OF_ONE:,.0f}")
            return None
        return float(raw)

    def day(self, column: str) -> date | None:
        raw = self.cells.get(column, "").strip()
        if not raw:
            return None
        try:
            return date.fromisoformat(raw)
        except ValueError:
            self._wrong(column, raw[:40], "a day such as 2026-11-25")
            return None

    def lot(self) -> LotRow | None:
        before = len(self.faults)
        kind = self.text("kind", 20).lower()
        label = self.text("label", 80)
        if kind not in STOCK_KINDS:
            self._wrong("kind", kind, "one of " + ", ".join(STOCK_KINDS))
            return None
        if not label:
            self._wrong("label", label, "what it is, in words")
        item = self.text("item", 40) or item_key(label)
        if not re.fullmatch(r"[a-z][a-z0-9_]{0,39}", item):
            self._wrong("item", item, "small letters, figures and _; or nothing")
        try:
            refuse_unlisted(kind, item)
        except SheetError as error:
            self._wrong("item", item, error.faults[0].allowed)
        unit = self.text("unit", 10)
        if unit and unit != KINDS[kind].unit:
            self._wrong("unit", unit, KINDS[kind].unit)
        left = self.number_of("left")
        if left is None and len(self.faults) == before:
            self._wrong("left", "(nothing)", f"how much there is, in {KINDS[kind].unit}")
        bought = self.number_of("bought")
        price, low_at = self.number_of("price"), self.number_of("low_at")
        opened_on, best_before = self.day("opened_on"), self.day("best_before")
        lot = self.text("lot", 60) or "1"
        if len(self.faults) > before or left is None:
            return None
        return LotRow(
            row=self.number,
            kind=kind,
            item=item,
            label=label_of(kind, item) or label,
            lot=lot,
            left=left,
            bought=max(left, bought or left),
            price=price,
            opened_on=opened_on,
            best_before=best_before,
            low_at=low_at,
            given=self.given,
        )


def changes(rows: list[LotRow], items: list[Item]) -> list[Change]:
    """What taking the rows would do to what there is; nothing is ever removed."""
    shelf = {(item.kind, item.key): item for item in items}
    lots = {(item.kind, item.key, lot.label): lot for item in items for lot in item.lots}
    found = []
    added: set[tuple[StockKind, str]] = set()
    for row in rows:
        item = shelf.get((row.kind, row.item))
        lot = lots.get((row.kind, row.item, row.lot))
        fields = _fields(row, item, lot)
        found.append(
            Change(
                row=row.row,
                what=_what(row, item, lot, fields, (row.kind, row.item) in added),
                label=row.label,
                lot=row.lot,
                unit=KINDS[row.kind].unit,
                before=lot.left if lot else None,
                after=row.left,
                fields=fields,
            )
        )
        added.add((row.kind, row.item))
    return found


def _fields(row: LotRow, item: Item | None, lot: Lot | None) -> list[FieldChange]:
    """Details of a lot that is there, of the columns the file has."""
    if item is None or lot is None:
        return []
    pairs = (
        ("price", "price", _number_text(lot.price), _number_text(row.price)),
        ("opened_on", "opened on", _day(lot.opened_on), _day(row.opened_on)),
        ("best_before", "best before", _day(lot.best_before), _day(row.best_before)),
        ("low_at", "low at", _number_text(item.low_at), _number_text(row.low_at)),
    )
    return [
        FieldChange.model_validate({"field": name, "before": before, "after": after})
        for column, name, before, after in pairs
        if column in row.given and before != after
    ]


def _day(day: date | None) -> str:
    return day.isoformat() if day else ""


def _what(
    row: LotRow, item: Item | None, lot: Lot | None, fields: list[FieldChange], added: bool
) -> Literal["new thing", "new lot", "other amount", "other details", "as it is"]:
    if item is None and not added:
        return "new thing"
    if lot is None:
        return "new lot"
    if abs(lot.left - row.left) > 1e-6:
        return "other amount"
    return "other details" if fields else "as it is"
