"""The base a figure stands on."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from windcrest_core.facts import Frozen

MOST_BASE_MM = 1000.0


class Base(Frozen):
    shape: Literal["round", "rectangle"] = "round"
    width_mm: float = Field(default=120.0, ge=10, le=MOST_BASE_MM)
    depth_mm: float = Field(default=120.0, ge=10, le=MOST_BASE_MM)
    thickness_mm: float = Field(default=18.0, ge=1, le=100)
    density_g_cm3: float = Field(default=0.6, gt=0, le=12)
    counterweight_g: float = Field(default=0.0, ge=0, le=5000)
    counterweight_back_mm: float = Field(default=0.0, ge=-500, le=500)
    counterweight_right_mm: float = Field(default=0.0, ge=-500, le=500)
