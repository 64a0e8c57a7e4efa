"""How dense this person's clay and foil are: as weighed, else typical."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

from windcrest_core.catalogue import Property, catalogue
from windcrest_core.errors import Fault, SheetError
from windcrest_core.given.load import Context
from windcrest_core.given.stores import Owned, Weighing

PACKINGS = ("loose", "firm", "hammered")
FOIL_PACKED_G_CM3 = {"loose": 0.25, "firm": 0.50, "hammered": 0.80}  # [A]
FOIL_LOW, FOIL_HIGH, FOIL_MOST = 0.5, 1.6, 0.9  # range of an unweighed ball, as shares; densest [A]
READING_MM, READING_G = 0.5, 0.1  # of calipers on something soft; of a bench scale [A]
SHAPED_MM = 1.5  # of a part made to its plan and not measured across [A]
BEYOND = 1.5  # times outside the plausible range: a reading gone wrong [A]


def ball_density_g_cm3(mass_g: float, across_mm: float) -> float:
    """Density of a ball, g/cm³: m ÷ (π d³/6).

    Examples
    --------
    >>> round(ball_density_g_cm3(131, 79.4), 3)
    0.5
    """
    return mass_g / (math.pi / 6 * (across_mm / 10) ** 3)


@lru_cache
def typical_foil(packing: str) -> Property:
    """Density of foil squeezed so, before any ball of it is weighed."""
    value = FOIL_PACKED_G_CM3[packing]
    return Property(
        value=value,
        low=FOIL_LOW * value,
        high=max(value, min(FOIL_MOST, FOIL_HIGH * value)),
        unit="g/cm3",
        source="packed density assumed; one weighed ball of known size calibrates it",
        assumed=True,
    )


def typical_of(weighing: Weighing) -> Property:
    """The typical density of what was weighed."""
    if weighing.of == "foil":
        return typical_foil(weighing.id)
    return catalogue().clays[weighing.id].density_g_cm3


@lru_cache(maxsize=200)
def _measured(balls: tuple[tuple[float, float, float], ...]) -> Property:
    volume = sum(math.pi / 6 * (across / 10) ** 3 for _, across, _ in balls)
    value = sum(mass for mass, *_ in balls) / volume
    error = math.sqrt(
        sum((3 * read / across) ** 2 + (READING_G / mass) ** 2 for mass, across, read in balls)
    ) / len(balls)
    spread = [abs(ball_density_g_cm3(mass, across) / value - 1) for mass, across, _ in balls]
    off = max(error, *spread)
    return Property(
        value=value,
        low=value * (1 - min(off, 0.9)),
        high=value * (1 + off),
        unit="g/cm3",
        source=f"measured: {len(balls)} {'weighing' if len(balls) == 1 else 'weighings'}",
    )


def weighed(owned: Owned, of: str, key: str) -> Property | None:
    """Density of all balls of a thing together, or None where none was weighed.

    The range is that of the readings: half a millimetre across and 0.1 g, of a part made to its plan 1.5 mm, or their
    own spread where that is wider.
    """
    balls = tuple(
        (w.mass_g, w.across_mm, SHAPED_MM if w.name else READING_MM)
        for w in owned.weighings
        if (w.of, w.id) == (of, key)
    )
    return _measured(balls) if balls else None


@dataclass(frozen=True)
class Densities:
    """What the clays and the packed foil of a plan weigh, g/cm³."""

    owned: Owned
    packing: str

    @property
    def foil(self) -> Property:
        return weighed(self.owned, "foil", self.packing) or typical_foil(self.packing)

    def clay(self, clay_id: str) -> Property:
        return weighed(self.owned, "clay", clay_id) or catalogue().clays[clay_id].density_g_cm3


def densities_of(context: Context) -> Densities:
    """The densities a plan counts with."""
    return Densities(context.stores, context.rules.foil_packing)


def refuse_impossible_weighings(owned: Owned) -> None:
    """Raise SheetError for a weighing of nothing known, or that no such material can give."""
    faults = []
    for index, row in enumerate(owned.weighings):
        table = PACKINGS if row.of == "foil" else tuple(catalogue().clays)
        if row.id not in table:
            faults.append(Fault(f"weighings/{index}/id", row.id, "one of " + ", ".join(table)))
            continue
        usual = typical_of(row)
        found = ball_density_g_cm3(row.mass_g, row.across_mm)
        low, high = usual.low / BEYOND, usual.high * BEYOND
        if not low <= found <= high:
            least, most = (limit * math.pi / 6 * (row.across_mm / 10) ** 3 for limit in (low, high))
            faults.append(
                Fault(
                    f"weighings/{index}/mass_g",
                    row.mass_g,
                    f"a ball of {row.across_mm:g} mm weighs {least:.3g} to {most:.3g} g; "
                    "measure it and weigh it again",
                )
            )
    if faults:
        raise SheetError(faults)
