"""Materials and their properties: data files, each figure with its source and plausible range."""

from __future__ import annotations

import json
from functools import cache
from importlib import resources
from typing import Any, Literal

from pydantic import model_validator

from windcrest_core.errors import SheetError
from windcrest_core.facts import Frozen
from windcrest_core.packs import PackSold
from windcrest_core.units import wire_diameter_mm


class Property(Frozen):
    """A material figure: value, plausible range, unit and where it comes from."""

    value: float
    low: float
    high: float
    unit: str
    source: str
    assumed: bool = False

    @model_validator(mode="after")
    def _within_range(self) -> Property:
        if not self.low <= self.value <= self.high or not self.source:
            raise ValueError(f"{self.value} is outside {self.low} to {self.high}, or has no source")
        return self


class Metal(Frozen):
    id: str
    label: str
    yield_mpa: Property
    modulus_gpa: Property
    density_g_cm3: Property


@cache
def _diameter_mm(size: str) -> float:
    return wire_diameter_mm(size)


class Wire(Frozen):
    """A wire as sold: `size` names its gauge table or a length, so it is never ambiguous.

    `root_mm` is the diameter at the root of a thread (ISO metric coarse, d − 1.2269 p), where a
    rod bends; its strength is that of the root. A `bar` is sold straight, for a rod.
    """

    id: str
    label: str
    metal: str
    size: str
    price_per_m: float
    root_mm: float | None = None
    bar: bool = False

    @property
    def diameter_mm(self) -> float:
        return _diameter_mm(self.size)


class Clay(Frozen):
    id: str
    label: str
    colour: str
    shade: Literal["pale", "mid", "dark"]
    density_g_cm3: Property
    label_c: Property
    maximum_c: Property
    label_min_per_6mm: Property
    flexible: bool = False
    family: Literal["rigid", "flexible", "translucent", "light"] = "rigid"
    packs: tuple[PackSold, ...]


class Putty(Frozen):
    """A putty of two parts that sets by itself: how long it can be worked, when it is hard."""

    work_min: Property
    cure_h: Property
    pack_g: list[float]
    price_per_g: float


class StockMaterial(Frozen):
    """What an insert, a held object or a part that is not of clay is made of."""

    id: str
    label: str
    limit_c: Property
    density_g_cm3: Property
    cut_with: Literal["saw", "knife", "snips"] = "saw"
    putty: Putty | None = None


Surface = Literal["clay", "metal", "foam", "glass"]


class GlueKind(Frozen):
    """A kind of glue: what it holds on each material, MPa, and none where it does not; a `porous` side is what it
    dries through. Minutes until it holds by itself, may be handled, and is at its full strength."""

    id: str
    label: str
    mpa: dict[Surface, float | None]
    porous: bool
    hold_min: float
    handle_min: float
    full_min: float
    limit_c: float
    film_mm: float
    density_g_cm3: float
    source: str


class Led(Frozen):
    id: str
    label: str
    forward_v: Property
    current_ma: Property


class Cell(Frozen):
    """What feeds lights, with its holder: `size_mm` is length, breadth and height."""

    id: str
    label: str
    volts: float
    capacity_mah: float | None
    size_mm: tuple[float, float, float]
    source: str


class Cable(Frozen):
    id: str
    label: str
    across_mm: float
    limit_c: Property


class Ink(Frozen):
    """A drop of ink in translucent clay: `srgb` is how 10 g with one drop look laid thick [A]."""

    id: str
    label: str
    srgb: tuple[int, int, int]


class CoreKind(Frozen):
    """What is under the clay. Without a density of its own it is foil, as packed; `limit_c` is the
    most it can take, `dries` that it must dry first, `hollow` that it comes out again, `caged` that it is built of
    net and not squeezed."""

    id: str
    label: str
    foil: bool = False
    taped: bool = False
    dries: bool = False
    hollow: bool = False
    caged: bool = False
    density_g_cm3: Property | None = None
    limit_c: Property | None = None
    note: str


class Foil(Frozen):
    id: str
    label: str
    thickness_um: float
    roll_width_mm: float
    price_per_m: float
    source: str

    @property
    def g_per_m(self) -> float:
        """Mass of a metre of roll, g (aluminium, 2.70 g/cm³)."""
        return self.thickness_um * 1e-3 * self.roll_width_mm * 1000.0 * 2.70e-3


class Paint(Frozen):
    id: str
    label: str
    srgb: tuple[int, int, int]
    opacity: Literal["O", "SO", "ST", "T"]
    tint: Literal[1, 2, 3, 4, 5]


class Catalogue(Frozen):
    metals: dict[str, Metal]
    wires: dict[str, Wire]
    clays: dict[str, Clay]
    stock_materials: dict[str, StockMaterial]
    glues: dict[str, GlueKind]
    cores: dict[str, CoreKind]
    foils: dict[str, Foil]
    paints: dict[str, Paint]
    inks: dict[str, Ink]
    leds: dict[str, Led]
    cells: dict[str, Cell]
    cables: dict[str, Cable]

    def wire_metal(self, wire: Wire) -> Metal:
        return self.metals[wire.metal]


BOUGHT_PIECE_PRICE = 0.5  # of a bead, a rod or the like [A]


def known(table: dict[str, Any], key: str, path: str) -> None:
    """Refuse `key` where the catalogue's `table` has no such entry.

    Raises
    ------
    SheetError : with the path, the value and what is allowed.
    """
    if key not in table:
        raise SheetError.one(path, key, "one of " + ", ".join(sorted(table)))


def is_putty(stock: str | None) -> bool:
    """Whether a material is a putty, which is formed and sets by itself."""
    material = catalogue().stock_materials.get(stock or "")
    return material is not None and material.putty is not None


def read_data(name: str) -> Any:
    """The parsed content of a data file of the catalogue."""
    return json.loads((resources.files(__name__) / "data" / name).read_text(encoding="utf-8"))


@cache
def catalogue() -> Catalogue:
    """The catalogue that ships with Windcrest."""

    def by_id(rows: list[Any]) -> dict[str, Any]:
        return {row["id"]: row for row in rows}

    def rows(name: str) -> dict[str, Any]:
        return by_id(read_data(name))

    lights = read_data("lights.json")

    return Catalogue.model_validate(
        {
            "metals": rows("wire_metals.json"),
            "wires": rows("wires.json"),
            "clays": rows("clays.json"),
            "stock_materials": rows("stock_materials.json"),
            "glues": rows("glues.json"),
            "cores": rows("cores.json"),
            "foils": rows("foils.json"),
            "paints": rows("paints.json"),
            "inks": rows("inks.json"),
            **{kind: by_id(lights[kind]) for kind in ("leds", "cells", "cables")},
        }
    )
