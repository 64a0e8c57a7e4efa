"""House rules: this person's school of working, oven, week and units."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Literal

from pydantic import Field

from windcrest_core.facts import Frozen
from windcrest_core.given.oven import Oven
from windcrest_core.ids import Id
from windcrest_core.measures import Units


class BenchDay(Frozen):
    """When one sits down at the bench on a day of the week, and for how long; hours."""

    from_h: float = Field(ge=0, le=23.75)
    hours: float = Field(ge=0, le=16)


Parting = Literal["foil", "starch", "talc"]
PaintBy = Literal["brush", "airbrush", "dryer"]
DRY_BEFORE_OVEN_MIN: dict[PaintBy, float] = {
    "brush": 720.0,
    "airbrush": 120.0,
    "dryer": 15.0,
}  # [A]
Smoothing = Literal["tools", "alcohol", "damp_brush", "softener", "solvent"]
BakeTime = Literal["longer", "label", "fixed_30"]
_EVENING, _WEEKEND = BenchDay(from_h=19, hours=2), BenchDay(from_h=10, hours=4)  # [A]


class Rules(Frozen):
    """House rules: this person's school of working, oven and units."""

    rules_version: Literal[1] = 1
    length_unit: Literal["mm", "in"] = "mm"
    mass_unit: Literal["g", "oz"] = "g"
    temperature_unit: Literal["C", "F"] = "C"
    gauge_words: Literal["awg", "imperial", "us_steel", "mm"] = "awg"
    wall_mm: float = Field(default=6.0, ge=1, le=20)
    oven: Oven = Oven()
    bake_school: Literal["one_bake", "save_progress", "short_sets"] = "save_progress"
    bake_time: BakeTime = "longer"
    bond: Literal["liquid_clay", "key"] = Field(
        default="liquid_clay", description="what holds raw clay on cured: liquid clay, or a key"
    )
    glue: Literal["epoxy", "instant"] = Field(
        default="epoxy", description="what holds cured parts that are assembled at the end"
    )
    foil_packing: Literal["loose", "firm", "hammered"] = "firm"
    kwh_price: float = Field(default=0.3, ge=0, le=10, description="of the oven's current")
    waste_percent: float = Field(default=8.0, ge=0, le=50)
    sheet_settings_mm: list[Annotated[float, Field(ge=0.05, le=20)]] = Field(
        default=[3.2, 2.85, 2.5, 2.15, 1.8, 1.45, 1.1, 0.75, 0.4],
        min_length=1,
        max_length=20,
        description="what the sheet machine rolls at each of its settings, from 1",
    )
    smoothing: Smoothing = Field(
        default="alcohol", description="what raw clay is smoothed with before texture and oven"
    )
    parting: Parting = Field(
        default="foil",
        description="what keeps raw clay from joining cured clay it is baked against",
    )
    painted_by: PaintBy = Field(
        default="brush",
        description="how what is baked again is painted: it dries 12 h, 2 h, or under a dryer until cool to touch",
    )
    paint_school: Literal["plain", "dark_up", "light_down", "layers", "bare"] = Field(
        default="plain",
        description="the list of passes a new colour area begins with",
    )
    sanding: Literal["off", "smooth", "always"] = Field(
        default="smooth",
        description="what is sanded before paint: nothing, smooth and glossy areas, all",
    )
    hold_upright: float = Field(default=2.0, ge=1, le=10)
    shelf_bears_g: float = Field(
        default=15000.0,
        gt=0,
        le=1000000,
        description="what the shelf bears that a figure is to stand on; a usual one of board on brackets, assumed",
    )
    frame_school: Literal["one_run", "bound", "taped", "rod"] = "one_run"
    wire_percent: float = Field(
        default=3.0, ge=0.1, le=30, description="how far a length of the wire may be off its plan"
    )
    raw_percent: float = Field(
        default=2.0, ge=0.1, le=30, description="how far a length of the clay may be off its plan"
    )
    feet: Literal["in_base", "loops"] = "in_base"
    binding_wire: Id = "st_0_9"
    kerf_mm: float = Field(default=1.0, ge=0, le=10)
    keep_offcut_mm: float = Field(default=100.0, ge=0, le=2000)
    single_keys: bool = True
    bench_week: list[BenchDay] = Field(
        default=[_EVENING] * 5 + [_WEEKEND] * 2,
        min_length=7,
        max_length=7,
        description="bench hours from Monday to Sunday",
    )
    away: list[date] = Field(default=[], max_length=400, description="days without the bench")
    oven_days: list[Annotated[int, Field(ge=0, le=6)]] = Field(
        default=[0, 1, 2, 3, 4, 5, 6],
        max_length=7,
        description="days the oven may be used, 0 is Monday; fewer where it is shared",
    )

    @property
    def units(self) -> Units:
        """What this person is told and printed measures in."""
        return Units(
            length=self.length_unit,
            mass=self.mass_unit,
            temperature=self.temperature_unit,
            gauge=self.gauge_words,
        )
