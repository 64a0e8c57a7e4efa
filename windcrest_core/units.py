"""What people write ("12 in", "3/16\\"", "14 AWG", "275F") to mm, °C and g, and back."""

from __future__ import annotations

import math
import re
from functools import cache
from typing import TYPE_CHECKING, Literal

from windcrest_core.errors import UnitError

if TYPE_CHECKING:
    import pint

GaugeWords = Literal["awg", "imperial", "us_steel", "mm"]
G_N_PER_KG = 9.80665
_NUMBER = re.compile(
    r"^\s*([-+]?)\s*(?:(\d+)\s+(\d+)\s*/\s*(\d+)|(\d+)\s*/\s*(\d+)|(\d*\.?\d+(?:[eE][-+]?\d+)?))\s*(.*?)\s*$"
)
_LENGTH_WORDS = {"''": "inch", '"': "inch", "”": "inch", "″": "inch", "'": "foot", "in.": "inch"}
_LENGTH_UNITS = {
    "mm",
    "cm",
    "m",
    "in",
    "inch",
    "inches",
    "ft",
    "foot",
    "feet",
    "millimetre",
    "millimetres",
    "centimetre",
    "centimetres",
}
_GAUGE = re.compile(r"^\s*(\d{1,2})\s*(awg|swg|gauge|ga|g|us|us steel)?\s*$", re.IGNORECASE)


@cache
def _registry() -> pint.UnitRegistry[float]:
    import pint

    return pint.UnitRegistry()


def _split(value: object, what: str) -> tuple[float, str]:
    if isinstance(value, bool):
        raise UnitError(value, f"write {what}")
    if isinstance(value, int | float):
        number, unit = float(value), ""
    else:
        match = _NUMBER.match(str(value)[:60])
        if match is None:
            raise UnitError(value, f"write {what}")
        sign, whole, top, bottom, top2, bottom2, plain, unit = match.groups()
        if (bottom or bottom2) and int(bottom or bottom2) == 0:
            raise UnitError(value, f"a fraction over nought means nothing; write {what}")
        if plain is not None:
            number = float(plain)
        elif whole is not None:
            number = int(whole) + int(top) / int(bottom)
        else:
            number = int(top2) / int(bottom2)
        number = -number if sign == "-" else number
    if not math.isfinite(number):
        raise UnitError(value, f"write {what}")
    return number, unit


def length_mm(value: object, default_unit: str = "mm") -> float:
    """Read a length.

    Parameters
    ----------
    value : a number (taken in `default_unit`) or text such as ``12 in``, ``3/16"``, ``30.5 cm``.
    default_unit : unit of a bare number.

    Returns
    -------
    float : mm

    Raises
    ------
    UnitError : not a length.

    Examples
    --------
    >>> round(length_mm("3/16 in"), 4)
    4.7625
    """
    hint = "a length such as 310 mm, 31 cm, 12 in or 3/16 in"
    number, unit = _split(value, hint)
    unit = _LENGTH_WORDS.get(unit, unit.lower()) or default_unit
    if unit not in _LENGTH_UNITS:
        raise UnitError(value, f"write {hint}")
    return float(_registry().Quantity(number, unit).to("millimeter").magnitude)


def temperature_c(value: object, default_unit: str = "C") -> float:
    """Read a temperature, °C; ``275F``, ``135 °C`` or a bare number in `default_unit`.

    Raises
    ------
    UnitError : not a temperature, or below absolute zero.

    Examples
    --------
    >>> round(temperature_c("275F"), 2)
    135.0
    """
    hint = "a temperature such as 135 C or 275 F"
    number, unit = _split(value, hint)
    unit = unit.replace("°", "").replace("deg", "").strip().upper() or default_unit
    if unit not in ("C", "F"):
        raise UnitError(value, f"write {hint}")
    celsius = number if unit == "C" else (number - 32.0) * 5.0 / 9.0
    if celsius < -273.15:
        raise UnitError(value, f"nothing is colder than -273 C; write {hint}")
    return celsius


def mass_g(value: object, default_unit: str = "g") -> float:
    """Read a mass, g; ``2 oz``, ``0.5 kg``, ``454 g`` or a bare number in `default_unit`.

    Raises
    ------
    UnitError : not a mass.

    Examples
    --------
    >>> round(mass_g("2 oz"), 2)
    56.7
    """
    hint = "a weight such as 454 g, 2 oz or 1 lb"
    number, unit = _split(value, hint)
    unit = unit.lower() or default_unit
    if unit not in {"g", "kg", "oz", "lb", "gram", "grams", "ounce", "ounces"}:
        raise UnitError(value, f"write {hint}")
    return float(_registry().Quantity(number, unit).to("gram").magnitude)


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
    hint = "a volume such as 20 ml or 2 fl oz"
    number, unit = _split(value, hint)
    each = {"": 1.0, "ml": 1.0, "cl": 10.0, "l": 1000.0, "fl oz": 29.5735}.get(unit.lower())
    if each is None:
        raise UnitError(value, f"write {hint}")
    return number * each


def awg_diameter_mm(gauge: int) -> float:
    """Diameter of an American wire gauge, mm: 0.127 × 92^((36 − n)/39).

    Source: ASTM B258.

    Examples
    --------
    >>> round(awg_diameter_mm(12), 3)
    2.053
    """
    return float(0.127 * 92 ** ((36 - gauge) / 39))


def gauge_diameter_mm(gauge: int, words: GaugeWords) -> float:
    """Diameter, mm, of gauge number `gauge` in the table that `words` names.

    Raises
    ------
    UnitError : the table has no such number.

    Source: AWG from ASTM B258; imperial standard and US steel wire gauge from the tables of
    `fluids.piping`.
    """
    if words == "awg":
        if not 0 <= gauge <= 40:
            raise UnitError(gauge, "AWG runs from 0 to 40")
        return awg_diameter_mm(gauge)
    if words == "mm":
        raise UnitError(gauge, "House rules measure wire in mm; write AWG, SWG or US after a gauge")
    from fluids.piping import t_from_gauge

    schedule = "BSWG" if words == "imperial" else "SWG"
    try:
        return float(t_from_gauge(gauge, SI=True, schedule=schedule)) * 1000.0
    except ValueError as error:
        raise UnitError(gauge, "the gauge table has no such number") from error


def wire_diameter_mm(value: object, words: GaugeWords = "awg") -> float:
    """Read a wire diameter, mm: a length, or a gauge; a bare gauge follows `words`.

    Raises
    ------
    UnitError : neither a length nor a gauge of the table.

    Examples
    --------
    >>> round(wire_diameter_mm("14 AWG"), 3)
    1.628
    """
    if isinstance(value, str) and (match := _GAUGE.match(value)) is not None:
        number, table = int(match.group(1)), (match.group(2) or "").lower()
        named: dict[str, GaugeWords] = {
            "awg": "awg",
            "swg": "imperial",
            "us": "us_steel",
            "us steel": "us_steel",
        }
        return gauge_diameter_mm(number, named.get(table, words))
    return length_mm(value)


@cache
def gauge_text(diameter_mm: float, words: GaugeWords) -> str:
    """A diameter in a person's gauge words: the nearest number of their table, and millimetres.

    Examples
    --------
    >>> gauge_text(2.0525, "awg"), gauge_text(2.0525, "imperial"), gauge_text(2.0525, "mm")
    ('12 AWG, 2.05 mm', 'about 14 imperial, 2.05 mm', '2.05 mm')
    """
    size = f"{diameter_mm:.2f} mm"
    if words == "mm":
        return size
    table = {number: gauge_diameter_mm(number, words) for number in range(1, 31)}
    nearest = min(table, key=lambda number: abs(table[number] - diameter_mm))
    exact = abs(table[nearest] - diameter_mm) < 0.01
    name = {"awg": "AWG", "imperial": "imperial", "us_steel": "US steel"}[words]
    return f"{'' if exact else 'about '}{nearest} {name}, {size}"


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
