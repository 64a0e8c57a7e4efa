"""How long to cut each run: its path and every allowance; and the small pieces beside it."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from windcrest_core.facts import Frozen, Text, said
from windcrest_core.frame.mechanics import twist_factor
from windcrest_core.joining.pin_mechanics import Load, hole_deep_mm
from windcrest_core.sheet.runs import End, Run

At = Literal["start", "end"]
CUT_STEP_MM = 5.0
TAIL_MM = 20.0
SMALL_LOOP_MM = 8.0
HOOK_MM = 6.0
NUT_MM = 10.0  # of rod below the base, for washer and nut [A]
BINDING_TURNS = 12  # of fine wire where a run is bound on [A]
ANCHOR_MM, ANCHOR_D = 25.0, 10.0


class Allowance(Frozen):
    """Wire that is not path: at which end, what for, and how much; `loop_mm` is the inside of a loop
    or hook."""

    at: At
    end: End
    label: Text
    length_mm: float
    loop_mm: float | None = None


class CutPiece(Frozen):
    """Wire to cut: `count` lengths alike, for one run."""

    run: str
    label: Text
    wire: str
    length_mm: float
    count: int


def anchor_mm(diameter_mm: float) -> float:
    """How far a wire lies in or along what holds it, mm: the greater of 25 mm and 10 d.

    >>> anchor_mm(1.6), anchor_mm(3.2)
    (25.0, 32.0)
    """
    return max(ANCHOR_MM, ANCHOR_D * diameter_mm)


def rounded_up_mm(length_mm: float) -> float:
    """A cut, up to the whole step, mm.

    >>> rounded_up_mm(101.0)
    105.0
    """
    return math.ceil(length_mm / CUT_STEP_MM - 1e-9) * CUT_STEP_MM


def _held_where(end: End) -> Text:
    if end == "anchor":
        return said("frame.in_the_core")
    return said("frame.in_the_foil") if end == "pushed" else said("frame.laid_along")


@dataclass(frozen=True)
class Cutting:
    """What decides the cut of a run, whatever its gauge.

    `base_mm` is the thickness of the base a peg goes through; `head_room_mm` the thickness of the
    head less its walls, which a loop must fit; `pinned` the load on what an end of it is the pin of.
    """

    run: Run
    ends: tuple[End, End]
    path_mm: float
    base_mm: float
    head_room_mm: float
    pinned: Load | None = None

    def pin_mm(self, diameter_mm: float) -> float:
        """How far an end that is a pin goes in."""
        load = self.pinned
        if load is None:
            return anchor_mm(diameter_mm)
        return hole_deep_mm(load.push_n, load.lever_mm, diameter_mm)

    @property
    def head_loop_mm(self) -> float:
        return self.run.loop_mm or max(6.0, 0.5 * self.head_room_mm)

    def allowance(self, at: At, diameter_mm: float) -> Allowance | None:
        """What an end needs beyond the path."""
        end = self.ends[0 if at == "start" else 1]
        wrap = math.pi * 2 * diameter_mm

        def of(label: Text, length_mm: float, loop_mm: float | None = None) -> Allowance:
            return Allowance(at=at, end=end, label=label, length_mm=length_mm, loop_mm=loop_mm)

        match end:
            case "peg":
                return of(said("frame.peg_base"), self.base_mm + 5)
            case "rod":
                return of(said("frame.rod_base_for_its_nut", nut_mm=NUT_MM), self.base_mm + NUT_MM)
            case "pin":
                return of(said("frame.pin_into_what_it_carries"), self.pin_mm(diameter_mm))
            case "anchor" | "bound" | "taped" | "pushed":
                label = said("frame.the_greater_of_and_d", end=end, where=_held_where(end))
                return of(label, anchor_mm(diameter_mm))
            case "head_loop":
                loop = self.head_loop_mm
                label = said("frame.head_loop_of_and_wraps", loop_mm=loop)
                return of(label, math.pi * loop + 3 * wrap, loop)
            case "loop":
                loop = self.run.loop_mm or SMALL_LOOP_MM
                return of(
                    said("frame.loop_of_and_wraps", loop_mm=loop), math.pi * loop + 2 * wrap, loop
                )
            case "hook":
                label = said("frame.hook_half_a_turn_of", hook_mm=HOOK_MM)
                return of(label, math.pi * (HOOK_MM + diameter_mm) / 2, HOOK_MM)
            case "tail":
                return of(said("frame.spare_tail"), TAIL_MM)
            case "cut":
                return None

    def allowances(self, diameter_mm: float) -> list[Allowance]:
        found = [self.allowance("start", diameter_mm), self.allowance("end", diameter_mm)]
        return [allowance for allowance in found if allowance is not None]

    def cut_mm(self, diameter_mm: float) -> float:
        """Each strand: path and allowances, longer for the twist, up to the next 5 mm."""
        straight = self.path_mm + sum(a.length_mm for a in self.allowances(diameter_mm))
        factor = (
            twist_factor(diameter_mm, self.run.twist_pitch_d * diameter_mm)
            if self.run.strands > 1
            else 1.0
        )
        return rounded_up_mm(straight * factor)


def wrapped_mm(length_mm: float, around_mm: float, diameter_mm: float, pitch_mm: float) -> float:
    """Length of fine wire wound round a wire, mm: turns × √((π (D + d))² + p²).

    Parameters
    ----------
    length_mm : of the wire it is wound on.
    around_mm : thickness of that wire, D.
    diameter_mm : of the fine wire, d.

    Examples
    --------
    >>> round(wrapped_mm(100, 2.0, 0.5, 5.0), 1)
    186.2
    """
    turn = math.hypot(math.pi * (around_mm + diameter_mm), pitch_mm)
    return length_mm / pitch_mm * turn


def binding_mm(one_mm: float, other_mm: float, turns: int = BINDING_TURNS) -> float:
    """Fine wire that binds two wires together, mm: turns × π × (d₁ + d₂).

    Examples
    --------
    >>> round(binding_mm(2, 2, 10), 1)
    125.7
    """
    return turns * math.pi * (one_mm + other_mm)
