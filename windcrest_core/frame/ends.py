"""The ends a run can have: how far each goes on into its bone, how firmly it holds, its words."""

from __future__ import annotations

from dataclasses import dataclass

from windcrest_core.facts import Text, said
from windcrest_core.sheet.runs import End


@dataclass(frozen=True)
class EndKind:
    """`reach` is the share of the last bone the wire goes on through; `root` the share of the
    wire's own strength that its fastening passes on: bound, taped or only pushed in [A: 1, 0.6,
    0.3]."""

    words: Text
    reach: float = 0.0
    root: float = 1.0
    in_base: bool = False
    held: bool = False


ENDS: dict[End, EndKind] = {
    "head_loop": EndKind(said("frame.the_head_loop"), reach=0.45),
    "loop": EndKind(said("frame.the_loop"), reach=0.5),
    "hook": EndKind(said("frame.the_hook"), reach=0.5),
    "peg": EndKind(said("frame.the_peg_into_the_base"), in_base=True, held=True),
    "rod": EndKind(said("frame.the_rod_through_the_base"), in_base=True, held=True),
    "pin": EndKind(said("frame.the_end_that_is_a_pin"), held=True),
    "anchor": EndKind(said("frame.the_end_that_is_anchored"), held=True),
    "bound": EndKind(said("frame.the_end_that_is_bound"), held=True),
    "taped": EndKind(said("frame.the_end_that_is_taped"), root=0.6, held=True),
    "pushed": EndKind(said("frame.the_end_that_is_pushed"), root=0.3, held=True),
    "tail": EndKind(said("frame.the_spare_tail"), reach=0.9),
    "cut": EndKind(said("frame.the_cut_end"), reach=0.9),
}
