"""What carries each part whose meeting names nothing: found from the solids."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterator

import numpy as np

from windcrest_core.body.figure import Figure, Piece
from windcrest_core.body.joined import gap_mm, touch
from windcrest_core.body.skeleton import subtree
from windcrest_core.precedence import reachable
from windcrest_core.sheet.meetings import Sit


def found_hosts(figure: Figure) -> dict[str, str]:
    """The host of every such part, by id; the body itself has none. What sits has one here too: what it is one clay
    with, beside its seat.

    Put on at the end it is what a part goes deepest into; else the largest of the body on its bone, or on the one
    before. Never one that the part carries itself.
    """
    carries: dict[str, list[str]] = defaultdict(list)
    for piece in figure.pieces:
        for host in piece.part.meeting.hosts:
            carries[host].append(piece.part.id)
    finder = _Finder(figure)
    found: dict[str, str] = {}
    for piece in sorted(figure.pieces, key=lambda p: p.part.apart or p.part.lifts_off):
        seats = piece.part.meeting.hosts if isinstance(piece.part.meeting, Sit) else []
        if piece.part.meeting.hosts and not seats:
            continue
        key = piece.part.id
        carrier = finder.of(piece, reachable(carries, [key]).union(seats))
        if carrier is not None:
            found[key] = carrier.part.id
            carries[carrier.part.id].append(key)
    return found


class _Finder:
    def __init__(self, figure: Figure) -> None:
        self.figure = figure
        self.body: dict[str, list[Piece]] = defaultdict(list)
        for piece in figure.pieces:
            if piece.part.layer == 0 and not self.stands_by_itself(piece):
                self.body[piece.part.bone].append(piece)
        self.low = np.array([piece.solid.bounds[0] for piece in figure.pieces])
        self.high = np.array([piece.solid.bounds[1] for piece in figure.pieces])

    def stands_by_itself(self, piece: Piece) -> bool:
        """Whether it is a thing on the ground beside the figure or under it, made apart: a box, a rock, a seat."""
        root = self.figure.bones[piece.part.bone].parent is None
        return piece.part.contact and piece.part.apart and root

    def of(self, piece: Piece, on_it: set[str]) -> Piece | None:
        """What carries a part.

        Parameters
        ----------
        on_it : the parts that it carries, through others too.
        """
        part = piece.part
        if self.stands_by_itself(piece):
            return None
        if part.apart or part.lifts_off:
            met = self._goes_into(piece, on_it)
            if met is not None:
                return met
        body = [other for other in self.body[part.bone] if other.part.id not in on_it]
        limb = [other for other in body if other.part.apart]
        if limb and not part.apart:  # what is on a limb that is made apart goes with it
            return max(limb, key=lambda p: p.solid.volume_mm3)
        body = [other for other in body if other.solid.volume_mm3 > piece.solid.volume_mm3]
        joint = self.figure.bones[part.bone].parent
        while not body and joint is not None:
            body = [other for other in self.body[joint] if other.part.id not in on_it]
            joint = self.figure.bones[joint].parent
        return max(body, key=lambda p: p.solid.volume_mm3, default=None)

    def _goes_into(self, piece: Piece, on_it: set[str]) -> Piece | None:
        """Of the parts that a part touches, the one it goes deepest into; a smaller one that is put on at
        the end itself is put on this one, and what is on a limb or beyond it goes with that limb."""
        structural = piece.part.layer == 0
        limb = subtree(self.figure.bones, piece.part.bone) if structural else set()
        near = [
            other
            for other in self._beside(piece)
            if other.part.id not in on_it
            and other.part.bone not in limb
            and not (
                (other.part.apart or other.part.lifts_off)
                and other.solid.volume_mm3 <= piece.solid.volume_mm3
            )
            and touch(piece.solid, other.solid)
        ]
        return min(near, key=lambda other: gap_mm(piece.solid, other.solid)[0], default=None)

    def _beside(self, piece: Piece) -> Iterator[Piece]:
        """Pieces whose boxes meet its own."""
        low, high = piece.solid.bounds
        meets = np.all((self.low <= high) & (low <= self.high), axis=1)
        for at in np.flatnonzero(meets).tolist():
            if self.figure.pieces[at] is not piece:
                yield self.figure.pieces[at]
