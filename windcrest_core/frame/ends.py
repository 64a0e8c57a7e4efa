"""The ends a run can have: how far each goes on into its bone, how firmly it holds, its words."""

from __future__ import annotations

from dataclasses import dataclass

from windcrest_core.sheet.model import End


@dataclass(frozen=True)
class EndKind:
    """`reach` is the share of the last bone the wire goes on through; `root` the share of the
    wire's own strength that its fastening passes on: bound, taped or only pushed in [A: 1, 0.6,
    0.3]."""

    words: str
    reach: float = 0.0
    root: float = 1.0
    in_base: bool = False
    held: bool = False


ENDS: dict[End, EndKind] = {
    "head_loop": EndKind("the head loop", reach=0.45),
    "loop": EndKind("the loop", reach=0.5),
    "hook": EndKind("the hook", reach=0.5),
    "peg": EndKind("the peg into the base", in_base=True, held=True),
    "rod": EndKind("the rod through the base", in_base=True, held=True),
    "anchor": EndKind("the end that is anchored in the core", held=True),
    "bound": EndKind("the end that is bound on", held=True),
    "taped": EndKind("the end that is taped on", root=0.6, held=True),
    "pushed": EndKind("the end that is pushed into the foil", root=0.3, held=True),
    "tail": EndKind("the spare tail", reach=0.9),
    "cut": EndKind("the cut end", reach=0.9),
}
