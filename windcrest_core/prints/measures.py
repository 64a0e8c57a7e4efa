"""Numbers as the person measures: millimetres or inches, grams or ounces, °C or °F."""

from __future__ import annotations

from typing import Literal

from windcrest_core.findings import Frozen
from windcrest_core.given.house_rules import Rules
from windcrest_core.units import inches_text

INCH_MM, FOOT_MM, OUNCE_G, SQUARE_INCH_CM2 = 25.4, 304.8, 28.349523, 6.4516
FINE, ROUGH = 64, 8


class Units(Frozen):
    """What somebody measures in; every number on paper goes through it."""

    length: Literal["mm", "in"] = "mm"
    mass: Literal["g", "oz"] = "g"
    temperature: Literal["C", "F"] = "C"

    @property
    def inches(self) -> bool:
        return self.length == "in"

    def whole_mm(self, mm: float) -> str:
        """To the millimetre, or 1/32 in: what is cut or held against a rule."""
        return inches_text(mm) if self.inches else f"{mm:.0f} mm"

    def rough_mm(self, mm: float) -> str:
        """To the millimetre, or 1/8 in: foil, which nobody tears or squeezes finer."""
        return inches_text(mm, ROUGH) if self.inches else f"{mm:.0f} mm"

    def fine_mm(self, mm: float) -> str:
        """To 0.1 mm, or 1/64 in: marks, thicknesses, what is set with calipers.

        Examples
        --------
        >>> Units().fine_mm(12.34), Units(length="in").fine_mm(12.34)
        ('12.3 mm', '31/64 in')
        """
        return inches_text(mm, FINE) if self.inches else f"{mm:.1f} mm"

    def plain_mm(self, mm: float) -> str:
        """As fine, but without a zero that says nothing: a rod of 4 mm."""
        return inches_text(mm, FINE) if self.inches else f"{round(mm, 1):g} mm"

    def across_mm(self, mm: float) -> str:
        """Finely below 20 mm, else to the millimetre or 1/32 in."""
        return self.fine_mm(mm) if mm < 20 else self.whole_mm(mm)

    def long_mm(self, mm: float) -> str:
        """What comes off a roll or a coil: metres or feet."""
        return f"{mm / FOOT_MM:.1f} ft" if self.inches else f"{mm / 1000:.2f} m"

    def stock_mm(self, mm: float) -> str:
        """What is left of a coil: short, it is a length; long, metres or feet."""
        return (
            self.long_mm(mm) if mm >= (2 * FOOT_MM if self.inches else 1000) else self.whole_mm(mm)
        )

    def area_cm2(self, cm2: float) -> str:
        """To a tenth below 100.

        Examples
        --------
        >>> Units().area_cm2(203.46), Units(length="in").area_cm2(64.516)
        ('203 cm²', '10.0 sq in')
        """
        area, unit = (cm2 / SQUARE_INCH_CM2, "sq in") if self.inches else (cm2, "cm²")
        return f"{area:.{1 if area < 100 else 0}f} {unit}"

    def mass_g(self, g: float) -> str:
        """Grams to a tenth below 100; ounces to two places, three below a tenth of one.

        Examples
        --------
        >>> Units().mass_g(12.34), Units(mass="oz").mass_g(12.34), Units(mass="oz").mass_g(1.2)
        ('12.3 g', '0.44 oz', '0.042 oz')
        """
        if self.mass == "oz":
            ounces = g / OUNCE_G
            return f"{ounces:.{3 if ounces < 0.1 else 2 if ounces < 100 else 1}f} oz"
        return f"{g:.{1 if g < 100 else 0}f} g"

    def pack_g(self, g: float) -> str:
        """A pack as it is called: 57 g, 2 oz.

        Examples
        --------
        >>> Units(mass="oz").pack_g(57), Units().pack_g(56.7)
        ('2 oz', '57 g')
        """
        return f"{round(g / OUNCE_G, 1):g} oz" if self.mass == "oz" else f"{g:.0f} g"

    def celsius(self, c: float) -> str:
        return f"{c * 9 / 5 + 32:.0f} °F" if self.temperature == "F" else f"{c:.0f} °C"


def units_of(rules: Rules) -> Units:
    return Units(length=rules.length_unit, mass=rules.mass_unit, temperature=rules.temperature_unit)


def minutes_words(minutes: float) -> str:
    """Hours and minutes as they are said.

    Examples
    --------
    >>> minutes_words(45), minutes_words(185), minutes_words(120)
    ('45 min', '3 h 5 min', '2 h')
    """
    whole = round(minutes)
    if whole < 90:
        return f"{whole} min"
    hours, rest = divmod(whole, 60)
    return f"{hours} h {rest} min" if rest else f"{hours} h"
