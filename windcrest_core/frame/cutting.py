"""How long to cut each run: its path and every allowance."""

from __future__ import annotations

import math

from windcrest_core.findings import Frozen
from windcrest_core.frame.mechanics import twist_factor
from windcrest_core.sheet.model import End, Run

CUT_STEP_MM = 5.0
TAIL_MM = 20.0


class Allowance(Frozen):
    """Wire that is not path: what for, and how much."""

    label: str
    length_mm: float


def end_allowance(
    end: End, diameter_mm: float, base_mm: float, head_room_mm: float
) -> Allowance | None:
    """What an end needs beyond the path.

    Parameters
    ----------
    base_mm : thickness of the base a peg goes through.
    head_room_mm : thickness of the head less its wall, which a loop must fit.
    """
    wrap = math.pi * 2 * diameter_mm
    match end:
        case "peg":
            return Allowance(label="peg: base + 5 mm", length_mm=base_mm + 5)
        case "anchor":
            return Allowance(
                label="anchor: the greater of 25 mm and 10 d",
                length_mm=max(25.0, 10 * diameter_mm),
            )
        case "head_loop":
            loop = max(6.0, 0.5 * head_room_mm)
            return Allowance(
                label=f"head loop of {loop:.0f} mm and 3 wraps",
                length_mm=math.pi * loop + 3 * wrap,
            )
        case "loop":
            return Allowance(label="loop of 8 mm and 2 wraps", length_mm=math.pi * 8 + 2 * wrap)
        case "tail":
            return Allowance(label="spare tail", length_mm=TAIL_MM)
        case "cut":
            return None


def cut_length_mm(
    path_mm: float, allowances: list[Allowance], run: Run, diameter_mm: float
) -> float:
    """Length of each strand: path and allowances, longer for the twist, up to the next 5 mm."""
    straight = path_mm + sum(allowance.length_mm for allowance in allowances)
    factor = twist_factor(diameter_mm, 8 * diameter_mm) if run.strands > 1 else 1.0
    return math.ceil(straight * factor / CUT_STEP_MM - 1e-9) * CUT_STEP_MM
