"""Numbers as the person measures: millimetres or inches, grams or ounces, °C or °F."""

from __future__ import annotations

from typing import Literal

from windcrest_core.facts import Frozen
from windcrest_core.units import GaugeWords, inches_text, nearest_gauge

INCH_MM, FOOT_MM, OUNCE_G = 25.4, 304.8, 28.349523
SQUARE_INCH_CM2, CUBIC_INCH_CM3 = 6.4516, 16.387064
POUND_N, POUND_INCH_NMM, PSI_KPA = 4.4482216, 112.984829, 6.8947573
RULER, ROUGH = 16, 8
ROLL_MM = 1000.0
RULED_MM = INCH_MM / 2
"""From here on a ruler is read; smaller things are measured with calipers."""
AS_TYPED = 0.01
"""So near to a fraction of a ruler, of itself, a small measure was typed as one."""

NEAR_ENOUGH = 0.08
"""The same of a measure in a rule, which nobody means to a tenth of a millimetre."""


def ruler_text(mm: float, near: float = AS_TYPED) -> str:
    """Inches as they are measured: to 1/16 with a ruler from half an inch on, or where it is such a
    fraction; in decimals below, as calipers show them.

    Examples
    --------
    >>> ruler_text(123.4), ruler_text(3.175), ruler_text(3), ruler_text(1.6)
    ('4 7/8 in', '1/8 in', '0.12 in', '1/16 in')
    """
    inches = mm / INCH_MM
    ruled = round(inches * RULER) / RULER
    if abs(mm) >= RULED_MM or (ruled and abs(inches - ruled) <= near * abs(inches)):
        sign = "−" if ruled < 0 else ""
        return sign + inches_text(abs(mm), RULER)
    return caliper_text(mm)


def caliper_text(mm: float) -> str:
    """Inches in decimals: to a hundredth from a tenth on, to a thousandth below."""
    inches = mm / INCH_MM
    return f"{inches:.{2 if abs(inches) >= 0.1 or not inches else 3}f} in".replace("-", "−")


class Units(Frozen):
    """What somebody measures in; every number that is said or printed goes through it."""

    length: Literal["mm", "in"] = "mm"
    mass: Literal["g", "oz"] = "g"
    temperature: Literal["C", "F"] = "C"
    gauge: GaugeWords = "awg"

    @property
    def inches(self) -> bool:
        return self.length == "in"

    def whole_mm(self, mm: float) -> str:
        """To the millimetre, or 1/16 in: what is cut or held against a rule."""
        return inches_text(mm, RULER) if self.inches else f"{mm:.0f} mm"

    def rough_mm(self, mm: float) -> str:
        """To the millimetre, or 1/8 in: foil, which nobody tears or squeezes finer."""
        return inches_text(mm, ROUGH) if self.inches else f"{mm:.0f} mm"

    def fine_mm(self, mm: float) -> str:
        """To 0.1 mm, or in decimals of an inch: thicknesses, what is set with calipers.

        Examples
        --------
        >>> Units().fine_mm(12.34), Units(length="in").fine_mm(12.34)
        ('12.3 mm', '0.49 in')
        """
        return caliper_text(mm) if self.inches else f"{mm:.1f} mm"

    def mark_mm(self, mm: float) -> str:
        """To 0.1 mm, or as a ruler shows inches: marks along a wire, heights on a map."""
        return ruler_text(mm) if self.inches else f"{mm:.1f} mm"

    def drill_mm(self, mm: float) -> str:
        """A drill or a hole for one: to 0.1 mm, or a thousandth of an inch."""
        return f"{mm / INCH_MM:.3f} in" if self.inches else f"{mm:.1f} mm"

    def plain_mm(self, mm: float) -> str:
        """As it is spoken of: without a zero that says nothing below 100 mm, in whole ones above.

        Examples
        --------
        >>> Units().plain_mm(4.0), Units().plain_mm(123.4), Units(length="in").plain_mm(4.7625)
        ('4 mm', '123 mm', '3/16 in')
        """
        return ruler_text(mm) if self.inches else f"{round(mm, 1 if abs(mm) < 100 else 0):g} mm"

    def about_mm(self, mm: float) -> str:
        """As it is said in a rule: the fraction of a ruler that is near enough.

        Examples
        --------
        >>> Units().about_mm(6), Units(length="in").about_mm(6), Units(length="in").about_mm(4)
        ('6 mm', '1/4 in', '0.16 in')
        """
        return ruler_text(mm, NEAR_ENOUGH) if self.inches else self.plain_mm(mm)

    def across_mm(self, mm: float) -> str:
        """Finely below 20 mm, else to the millimetre or 1/16 in."""
        return self.fine_mm(mm) if mm < 20 else self.whole_mm(mm)

    def wire_mm(self, mm: float) -> str:
        """A wire by its gauge, where that is how it is called, and across.

        Examples
        --------
        >>> Units().wire_mm(2.0525), Units(length="in", gauge="imperial").wire_mm(2.0525)
        ('12 AWG, 2.05 mm', 'about 14 imperial, 0.081 in')
        """
        size = f"{mm / INCH_MM:.3f} in" if self.inches else f"{mm:.2f} mm"
        return size if self.gauge == "mm" else f"{nearest_gauge(mm, self.gauge)}, {size}"

    def long_mm(self, mm: float) -> str:
        """What comes off a roll or a coil: metres or feet."""
        return f"{mm / FOOT_MM:.1f} ft" if self.inches else f"{mm / 1000:.2f} m"

    def roll_mm(self, mm: float) -> str:
        """What comes off a roll of foil: metres or feet where it is long, else as foil is measured."""
        return self.long_mm(mm) if mm >= ROLL_MM else self.rough_mm(mm)

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

    def whole_g(self, g: float) -> str:
        """To the gram, or as ounces are."""
        return self.mass_g(g) if self.mass == "oz" else f"{g:.0f} g"

    def heavy_g(self, g: float) -> str:
        """What is lifted: kilograms, or pounds.

        Examples
        --------
        >>> Units().heavy_g(12500), Units(mass="oz").heavy_g(12500)
        ('12.5 kg', '27.6 lb')
        """
        return f"{g / 16 / OUNCE_G:.1f} lb" if self.mass == "oz" else f"{g / 1000:.1f} kg"

    def pack_g(self, g: float) -> str:
        """A pack as it is called: 57 g, 2 oz.

        Examples
        --------
        >>> Units(mass="oz").pack_g(57), Units().pack_g(56.7)
        ('2 oz', '57 g')
        """
        return f"{round(g / OUNCE_G, 1):g} oz" if self.mass == "oz" else f"{g:.0f} g"

    def volume_cm3(self, cm3: float) -> str:
        amount, unit = (cm3 / CUBIC_INCH_CM3, "cu in") if self.inches else (cm3, "cm³")
        return f"{amount:.{1 if abs(amount) < 100 else 0}f} {unit}"

    def force_n(self, n: float) -> str:
        return f"{n / POUND_N:.2g} lbf" if self.inches else f"{n:.2g} N"

    def moment_nmm(self, nmm: float) -> str:
        """Whole N·mm, or pound-inches.

        Examples
        --------
        >>> Units().moment_nmm(2500), Units(length="in").moment_nmm(2500)
        ('2500 N·mm', '22.1 lbf·in')
        """
        return f"{nmm / POUND_INCH_NMM:.1f} lbf·in" if self.inches else f"{nmm:.0f} N·mm"

    def pressure_kpa(self, kpa: float) -> str:
        return f"{kpa / PSI_KPA:.1f} psi" if self.inches else f"{kpa:.0f} kPa"

    def apart_c(self, c: float) -> str:
        """A difference, which has no zero to shift: 5 °C apart is 9 °F apart."""
        apart = c * 9 / 5 if self.temperature == "F" else c
        return f"{round(apart, 1):g} °{self.temperature}".replace("-", "−")

    def celsius(self, c: float) -> str:
        return f"{c * 9 / 5 + 32:.0f} °F" if self.temperature == "F" else f"{c:.0f} °C"


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
