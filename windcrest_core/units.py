"""What people write ("12 in", "3/16\"", "14 AWG", "275F") to mm, °C and g, and back."""

from __future__ import annotations

import math
import re
from functools import cache
from importlib import resources
from typing import TYPE_CHECKING, Literal, NamedTuple

from windcrest_core.errors import UnitError
from windcrest_core.written import plain, terms

if TYPE_CHECKING:
    import pint

GaugeWords = Literal["awg", "imperial", "us_steel", "mm"]
G_N_PER_KG = 9.80665


def _spelled(**spellings: str) -> dict[str, str]:
    """Every spelling of each unit, by itself."""
    return {word: unit for unit, words in spellings.items() for word in words.split("|")}


_LENGTHS = _spelled(
    mm="mm|millimetre|millimetres|millimeter|millimeters",
    cm="cm|centimetre|centimetres|centimeter|centimeters",
    m="m|metre|metres|meter|meters",
    inch='"|in|inch|inches',
    ft="'|ft|foot|feet",
)
_MASSES = _spelled(
    g="g|gram|grams|gramme|grammes",
    kg="kg|kilo|kilos|kilogram|kilograms|kilogramme|kilogrammes",
    oz="oz|ounce|ounces",
    lb="lb|lbs|pound|pounds",
)
_VOLUMES = _spelled(
    ml="ml|millilitre|millilitres|milliliter|milliliters",
    cl="cl|centilitre|centilitres|centiliter|centiliters",
    l="l|litre|litres|liter|liters",
    fl_oz="fl oz|fl. oz|fluid ounce|fluid ounces",
)
_DEGREES = _spelled(C="c|celsius|centigrade", F="f|fahrenheit")
_SMALLER = {"ft": "inch", "lb": "oz"}
"""What a bare number after these is in: 5' 3, 1 lb 4."""
_DEGREE_SIGN = re.compile(r"^(?:°|degrees?|deg\b)\s*")
_GAS_MARK = re.compile(r"^(?:gas\s*mark|gas|mark)\s*(.+)$")
GAS_MARK_F = {
    0.25: 225.0,
    0.5: 250.0,
    **{float(mark): 250.0 + 25.0 * mark for mark in range(1, 11)},
}
_TABLES: dict[str, GaugeWords] = {
    "awg": "awg",
    "swg": "imperial",
    "imperial": "imperial",
    "us": "us_steel",
    "us steel": "us_steel",
}
_GAUGE = re.compile(
    r"^(?:(?P<before>awg|swg|imperial|us steel|us|gauge|ga|no|#)[\s.-]*)?"
    r"(?P<number>0{1,7}|[1-7]/0|[1-9]\d?)"
    r"(?:[\s-]*(?P<after>awg|swg|imperial|us steel|us|gauge|ga|g)\.?)?$"
)
LARGEST_BARE_MM = 6.0
AUGHTS = {0: 0.0, -1: 0.5, -2: 0.33, -3: 0.25, -4: 0.2, -5: 0.167, -6: 0.143}
"""How `fluids.piping` writes 0, 00 … 0000000."""


@cache
def _registry() -> pint.UnitRegistry[float]:
    import pint

    return pint.UnitRegistry(
        resources.files("windcrest_core").joinpath("units.txt").read_text().splitlines()
    )


@cache
def _in_base(unit: str, base: str) -> float:
    return float(_registry().Quantity(1.0, unit).to(base).magnitude)


def _summed(
    value: object, hint: str, spellings: dict[str, str], base: str, default_unit: str, signed: bool
) -> float:
    """Terms of one measure, each in a smaller unit than the one before, in `base`."""
    found = terms(value, hint)
    total, last = 0.0, math.inf
    before = ""
    for n, (number, written) in enumerate(found):
        unit = spellings.get(written)
        if not written:
            unit = spellings[default_unit] if n == 0 else _SMALLER.get(before)
        if unit is None:
            raise UnitError(value, f"write {hint}")
        size = 1.0 if unit == base else _in_base(unit, base)
        if size >= last or (not written and n == 0 and len(found) > 1):
            raise UnitError(value, f"write {hint}")
        total += (-1 if found[0].number < 0 < n else 1) * number * size
        last, before = size, unit
    if total < 0 and not signed:
        raise UnitError(value, f"it cannot be below nought; write {hint}")
    return total


def length_mm(value: object, default_unit: str = "mm", *, signed: bool = False) -> float:
    """Read a length.

    Parameters
    ----------
    value : a number (taken in `default_unit`) or text such as ``12 in``, ``5' 3"``, ``12½ in``, ``30,5 cm``.
    default_unit : unit of a bare number.
    signed : whether it may be below nought, as a place may.

    Returns
    -------
    float : mm

    Raises
    ------
    UnitError : not a length.

    Examples
    --------
    >>> round(length_mm("3/16 in"), 4), round(length_mm("5' 3\\""), 1)
    (4.7625, 1600.2)
    """
    hint = "a length such as 310 mm, 31 cm, 12 in or 3/16 in"
    return _summed(value, hint, _LENGTHS, "mm", default_unit, signed)


def temperature_c(value: object, default_unit: str = "C") -> float:
    """Read a temperature, °C; ``275F``, ``135 °C``, ``gas mark 4`` or a bare number in `default_unit`.

    Source: gas marks are 25 °F apart, mark 1 at 275 °F.

    Raises
    ------
    UnitError : not a temperature, below absolute zero, or degrees of which nothing says which.

    Examples
    --------
    >>> round(temperature_c("275F"), 2), round(temperature_c("gas mark 1"), 2)
    (135.0, 135.0)
    """
    hint = "a temperature such as 135 C, 275 F or gas mark 1"
    if isinstance(value, str) and (gas := _GAS_MARK.match(plain(value, hint))) is not None:
        mark = terms(gas[1], hint)
        if len(mark) != 1 or mark[0].unit or mark[0].number not in GAS_MARK_F:
            raise UnitError(value, "gas marks are ¼, ½ and 1 to 10")
        return _celsius(GAS_MARK_F[mark[0].number])
    found = terms(value, hint)
    if len(found) != 1:
        raise UnitError(value, f"write {hint}")
    number, written = found[0]
    word = _DEGREE_SIGN.sub("", written)
    if written and not word:
        raise UnitError(value, f"of which degrees? write {number:g} °C or {number:g} °F")
    unit = _DEGREES.get(word) if word else default_unit
    if unit is None:
        raise UnitError(value, f"write {hint}")
    celsius = number if unit == "C" else _celsius(number)
    if celsius < -273.15:
        raise UnitError(value, f"nothing is colder than -273 C; write {hint}")
    return celsius


def _celsius(fahrenheit: float) -> float:
    return (fahrenheit - 32.0) * 5.0 / 9.0


def mass_g(value: object, default_unit: str = "g") -> float:
    """Read a mass, g; ``2 oz``, ``1 lb 4 oz``, ``454 g`` or a bare number in `default_unit`.

    Raises
    ------
    UnitError : not a mass.

    Examples
    --------
    >>> round(mass_g("2 oz"), 2), round(mass_g("1 lb 4 oz"), 2)
    (56.7, 566.99)
    """
    return _summed(
        value, "a weight such as 454 g, 2 oz or 1 lb", _MASSES, "g", default_unit, signed=False
    )


def volume_ml(value: object) -> float:
    """Read a volume, ml; ``20 ml``, ``0.5 l``, ``1 fl oz`` (US) or a bare number of ml.

    Raises
    ------
    UnitError : not a volume.

    Examples
    --------
    >>> volume_ml("20 ml"), round(volume_ml("1 fl oz"), 2)
    (20.0, 29.57)
    """
    return _summed(value, "a volume such as 20 ml or 2 fl oz", _VOLUMES, "ml", "ml", signed=False)


def awg_diameter_mm(gauge: int) -> float:
    """Diameter of an American wire gauge, mm: 0.127 × 92^((36 − n)/39), n −1 for 00, −2 for 000.

    Source: ASTM B258.

    Examples
    --------
    >>> round(awg_diameter_mm(12), 3), round(awg_diameter_mm(-1), 3)
    (2.053, 9.266)
    """
    return float(0.127 * 92 ** ((36 - gauge) / 39))


def gauge_name(gauge: int) -> str:
    """A gauge number as it is written: 0, 00, 000 below 1.

    Examples
    --------
    >>> gauge_name(12), gauge_name(-1)
    ('12', '00')
    """
    return str(gauge) if gauge > 0 else "0" * (1 - gauge)


def gauge_diameter_mm(gauge: int, words: GaugeWords) -> float:
    """Diameter, mm, of gauge number `gauge` in the table that `words` names; 00 is −1, 000 is −2.

    Raises
    ------
    UnitError : the table has no such number.

    Source: AWG from ASTM B258; imperial standard and US steel wire gauge from the tables of
    `fluids.piping`.
    """
    if words == "awg":
        if not -3 <= gauge <= 40:
            raise UnitError(gauge_name(gauge), "AWG runs from 0000 to 40")
        return awg_diameter_mm(gauge)
    if words == "mm":
        raise UnitError(gauge, "House rules measure wire in mm; write AWG, SWG or US after a gauge")
    from fluids.piping import t_from_gauge

    schedule = "BSWG" if words == "imperial" else "SWG"
    try:
        return float(t_from_gauge(AUGHTS.get(gauge, gauge), SI=True, schedule=schedule)) * 1000.0
    except ValueError as error:
        raise UnitError(gauge_name(gauge), "the gauge table has no such number") from error


class Gauge(NamedTuple):
    """A gauge as written: its number (00 is −1), its table where it was named, and whether anything but
    the number says that it is a gauge."""

    number: int
    table: GaugeWords | None
    said: bool


def written_gauge(value: object) -> Gauge | None:
    """What is written, where it may be a gauge: ``14 AWG``, ``AWG 18``, ``18-gauge``, ``#12``, ``000``, ``12``.

    Examples
    --------
    >>> written_gauge("#12"), written_gauge("2/0 AWG").number, written_gauge("2 mm")
    (Gauge(number=12, table=None, said=True), -1, None)
    """
    try:
        text = plain(value, "")
    except UnitError:
        return None
    match = _GAUGE.match(text)
    if match is None or (match["before"] and match["after"]):
        return None
    written = match["number"]
    number = (
        1 - int(written[0])
        if "/" in written
        else 1 - len(written)
        if set(written) == {"0"}
        else int(written)
    )
    word = match["before"] or match["after"] or ""
    return Gauge(number, _TABLES.get(word), bool(word) or number <= 0)


def wire_diameter_mm(value: object, words: GaugeWords = "awg") -> float:
    """Read a wire diameter, mm: a length, or a gauge.

    A number with nothing after it is millimetres up to 6 (or where House rules measure wire so), since no
    armature is of 2 AWG; above that, and where it is said to be a gauge, it is of the table `words`.

    Raises
    ------
    UnitError : neither a length nor a gauge of the table.

    Examples
    --------
    >>> round(wire_diameter_mm("14 AWG"), 3), wire_diameter_mm("2"), round(wire_diameter_mm("18-gauge"), 3)
    (1.628, 2.0, 1.024)
    """
    gauge = written_gauge(value)
    if gauge is None or (not gauge.said and gauge.number <= LARGEST_BARE_MM):
        return length_mm(value)
    return gauge_diameter_mm(gauge.number, gauge.table or words)


@cache
def nearest_gauge(diameter_mm: float, words: Literal["awg", "imperial", "us_steel"]) -> str:
    """A diameter in a person's gauge words: the nearest number of their table.

    Examples
    --------
    >>> nearest_gauge(2.0525, "awg"), nearest_gauge(2.0525, "imperial")
    ('12 AWG', 'about 14 imperial')
    """
    table = {number: gauge_diameter_mm(number, words) for number in range(1, 31)}
    nearest = min(table, key=lambda number: abs(table[number] - diameter_mm))
    exact = abs(table[nearest] - diameter_mm) < 0.01
    name = {"awg": "AWG", "imperial": "imperial", "us_steel": "US steel"}[words]
    return f"{'' if exact else 'about '}{nearest} {name}"


def inches_text(mm: float, denominator: int = 32) -> str:
    """The nearest fraction of an inch, as a rule shows it.

    Examples
    --------
    >>> inches_text(44.45)
    '1 3/4 in'
    """
    total = round(mm / 25.4 * denominator)
    whole, part = divmod(total, denominator)
    if part == 0:
        return f"{whole} in"
    shared = math.gcd(part, denominator)
    fraction = f"{part // shared}/{denominator // shared}"
    return f"{whole} {fraction} in" if whole else f"{fraction} in"


_SCALE = re.compile(r"^1\s*[:/]\s*(\d+(?:[.,]\d+)?)\s*(?:(?:of|×|x)\s+(?:an?\s+)?(.+?))?$")


def scale_and_real_mm(text: str) -> tuple[float, float | None]:
    """A scale, and the real height it is of where one is named, mm.

    Raises
    ------
    UnitError : no scale, or a real height that cannot be read.

    Examples
    --------
    >>> scale_and_real_mm("1:6 of a 1.75 m person"), scale_and_real_mm("1/12")
    ((6.0, 1750.0), (12.0, None))
    """
    match = _SCALE.match(text.strip().lower().removesuffix("person").strip())
    ratio = float(match[1].replace(",", ".")) if match else 0.0
    if match is None or not 0 < ratio <= 1000:
        raise UnitError(text, "a scale such as 1:6, or 1:6 of 1.75 m")
    return ratio, length_mm(match[2]) if match[2] else None
