"""What a person calls a wire, read: a bare gauge number is several wires, and each is shown."""

from __future__ import annotations

from typing import get_args

from windcrest_core.catalogue import catalogue
from windcrest_core.errors import SheetError, UnitError
from windcrest_core.facts import Frozen
from windcrest_core.units import (
    LARGEST_BARE_MM,
    GaugeWords,
    gauge_diameter_mm,
    gauge_name,
    wire_diameter_mm,
    written_gauge,
)

NEAR = 0.03  # of a diameter: the same wire to a caliper [A]
TABLES: dict[GaugeWords, str] = {
    "awg": "AWG",
    "imperial": "imperial standard",
    "us_steel": "US steel",
    "mm": "mm",
}


class WireReading(Frozen):
    """One thing the words may mean: its diameter, and how strong beside the one taken."""

    label: str
    diameter_mm: float
    strength: float
    taken: bool
    wires: list[str]


class WireWords(Frozen):
    """`asks` where a bare number was read by House rules and might be another table's."""

    text: str
    asks: bool
    readings: list[WireReading]


def _near(diameter_mm: float) -> list[str]:
    return [
        wire.id
        for wire in catalogue().wires.values()
        if abs(wire.diameter_mm - diameter_mm) <= NEAR * diameter_mm
    ]


def read_wire(text: str, words: GaugeWords) -> WireWords:
    """A wire as a person says it; a bare gauge follows `words`, a bare number up to 6 is millimetres, and
    whatever else it may be stands beside.

    Raises
    ------
    SheetError : neither a gauge nor a length.

    Examples
    --------
    >>> [(r.label, round(r.diameter_mm, 2), round(r.strength, 1), r.taken)
    ...  for r in read_wire("12 gauge", "awg").readings][:2]
    [('12 AWG', 2.05, 1.0, True), ('12 imperial standard', 2.64, 2.1, False)]
    """
    gauge = written_gauge(text)
    bare = gauge is not None and not gauge.said
    if gauge is None or gauge.table is not None or (words == "mm" and bare):
        try:
            d = wire_diameter_mm(text, words)
        except UnitError as error:
            raise SheetError.one("text", text, error.allowed) from error
        reading = WireReading(
            label=text.strip(), diameter_mm=d, strength=1.0, taken=True, wires=_near(d)
        )
        return WireWords(text=text, asks=False, readings=[reading])
    sizes: dict[GaugeWords, float] = {}
    if bare and gauge.number <= LARGEST_BARE_MM:
        sizes["mm"] = float(gauge.number)
    for table in get_args(GaugeWords):
        if table == "mm":
            continue
        try:
            sizes[table] = gauge_diameter_mm(gauge.number, table)
        except UnitError:
            continue
    if not sizes:
        raise SheetError.one("text", text, "a gauge from 0000 to 40, or a length such as 2 mm")
    taken = "mm" if "mm" in sizes else words if words in sizes else None
    own = sizes[taken] if taken is not None else next(iter(sizes.values()))
    return WireWords(
        text=text,
        asks=True,
        readings=[
            WireReading(
                label=f"{gauge_name(gauge.number)} {TABLES[table]}",
                diameter_mm=d,
                strength=(d / own) ** 3,
                taken=table == taken,
                wires=_near(d),
            )
            for table, d in sizes.items()
        ],
    )
