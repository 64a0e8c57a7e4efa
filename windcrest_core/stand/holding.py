"""How to hold a raw figure while it is worked on."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from windcrest_core.facts import Frozen, Text, said
from windcrest_core.stand.standing import WANTED_TIP_DEG


class Holding(Frozen):
    """One way to hold it while it is worked on, in words, and the number that asks for it."""

    how: Literal["stands", "clamp", "rod", "second_rod"]
    words: Text
    reason: Text


@dataclass(frozen=True)
class Joint:
    """How firmly wire holds a joint with its clay raw: 1 holds, below it sinks."""

    label: Text
    hold: float


@dataclass(frozen=True)
class Wire:
    """A wire that carries something; `column` is what it carries upright over what stands on it."""

    label: str
    rod: bool
    in_base: bool
    column: float | None
    joints: tuple[Joint, ...]


def _weakest(wires: list[Wire]) -> tuple[Wire, Joint] | None:
    joints = [(wire, joint) for wire in wires for joint in wire.joints]
    return min(joints, key=lambda pair: pair[1].hold, default=None)


def holding(wires: list[Wire], tips_raw_deg: float, column_safety: float) -> list[Holding]:
    """What holds the figure until it is cured: nothing, a clamp, a rod, a second rod.

    Parameters
    ----------
    column_safety : times what stands on it that a column is to carry.
    """
    pegged = [wire for wire in wires if wire.in_base]
    carrying = [wire for wire in wires if wire.rod] or pegged
    columns = [(wire.column, wire.label) for wire in carrying if wire.column is not None]
    slender = min(columns, default=None)
    leg, limb = _weakest(carrying), _weakest([wire for wire in wires if not wire.in_base])
    found = []
    if leg is not None and leg[1].hold < 1:
        found.append(
            Holding(
                how="rod",
                words=said("stand.stand_a_rod_on_the"),
                reason=said(
                    "stand.its_wire_holds_at_the",
                    hold_upright=leg[1].hold,
                    weak_leg=leg[1].label,
                ),
            )
        )
    elif slender is not None and slender[0] < column_safety:
        found.append(
            Holding(
                how="rod",
                words=said("stand.stand_a_rod_beside_the"),
                reason=said(
                    "stand.as_a_column_carries_the_2",
                    slender=slender[1],
                    column=slender[0],
                    column_safety=column_safety,
                ),
            )
        )
    if not pegged:
        found.append(
            Holding(
                how="clamp",
                words=said("stand.hold_it_by_a_stub"),
                reason=said("stand.nothing_holds_it_to_a"),
            )
        )
    elif tips_raw_deg < WANTED_TIP_DEG:
        found.append(
            Holding(
                how="clamp",
                words=said("stand.clamp_the_base_to_the"),
                reason=said("stand.raw_it_tips_at_wanted", value_deg=max(0.0, tips_raw_deg)),
            )
        )
    if limb is not None and limb[1].hold < 1:
        found.append(
            Holding(
                how="second_rod",
                words=said("stand.hold_up_beyond_the_with", run=limb[0].label, joint=limb[1].label),
                reason=said("stand.its_wire_holds_there_while", hold_upright=limb[1].hold),
            )
        )
    return found or [
        Holding(
            how="stands",
            words=said("stand.it_stands_by_itself_on"),
            reason=said("stand.raw_it_tips_at_and", tips_raw_deg=tips_raw_deg),
        )
    ]
