"""What every station works on: the figure in space with its volumes and masses, worked out once."""

from __future__ import annotations

import math
from collections import defaultdict
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from windcrest_core.body.figure import Figure, Piece, figure, skin_over_mm
from windcrest_core.body.joined import gap_mm, touch
from windcrest_core.body.masses import PartMass, masses
from windcrest_core.body.skeleton import subtree
from windcrest_core.body.volumes import Share, shares
from windcrest_core.catalogue import Clay
from windcrest_core.densities import Densities, densities_of
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.labels import clay_of
from windcrest_core.precedence import reachable
from windcrest_core.sheet.model import FigureSheet

ON_GROUND = 0.03  # of the height [A]


@dataclass(frozen=True, eq=False)
class Workpiece:
    sheet: FigureSheet
    context: Context
    progress: Progress
    figure: Figure
    shares: dict[str, Share]
    masses: dict[str, PartMass]

    @cached_property
    def densities(self) -> Densities:
        return densities_of(self.context)

    def clay(self, clay_id: str) -> Clay:
        """A clay with the figures of its own label."""
        return clay_of(self.context.stores, clay_id)

    @property
    def packed_g_cm3(self) -> float:
        return self.densities.foil.value

    @cached_property
    def on_bone(self) -> dict[str, list[Piece]]:
        """Pieces by the bone they are on."""
        found: dict[str, list[Piece]] = defaultdict(list)
        for piece in self.figure.pieces:
            found[piece.part.bone].append(piece)
        return found

    @cached_property
    def beyond(self) -> dict[str, set[str]]:
        """Every joint with itself and all the bones that hang on it."""
        return {joint: subtree(self.figure.bones, joint) for joint in self.figure.bones}

    @property
    def ground_mm(self) -> float:
        """What comes lower than this stands on the ground."""
        return ON_GROUND * self.figure.height_mm

    def on_the_ground(self, joint: str) -> bool:
        """Whether anything on a bone stands on the ground in this pose."""
        return any(p.solid.lowest_z < self.ground_mm for p in self.on_bone.get(joint, []))

    def showing(self, piece: Piece) -> float:
        """Share of the part's own solid that is its own: small for a skin over another part."""
        share = self.shares[piece.part.id]
        return min(1.0, (share.skin_mm3 + share.core_mm3) / max(piece.solid.volume_mm3, 1e-9))

    def hosts(self, piece: Piece) -> list[Piece]:
        """What carries a part: what its meeting names, else what its solid is found to meet."""
        named = piece.part.meeting.hosts
        if named:
            return [self.figure.piece(key) for key in named]
        found = self._found_host.get(piece.part.id)
        return [] if found is None else [found]

    def joined_to(self, piece: Piece) -> Piece | None:
        """The first of what carries a part; nothing for the body itself."""
        return next(iter(self.hosts(piece)), None)

    @cached_property
    def _found_host(self) -> dict[str, Piece | None]:
        """The host of every part whose meeting names none: put on at the end, what it goes deepest into; else
        the largest of the body on its bone, or on the one before. Never one that it carries itself."""
        carries: dict[str, list[str]] = defaultdict(list)
        for piece in self.figure.pieces:
            for host in piece.part.meeting.hosts:
                carries[host].append(piece.part.id)
        found: dict[str, Piece | None] = {}
        put_on_last = sorted(self.figure.pieces, key=lambda p: p.part.apart or p.part.lifts_off)
        for piece in put_on_last:
            if piece.part.meeting.hosts:
                continue
            key = piece.part.id
            found[key] = carrier = self._carrier(piece, reachable(carries, [key]))
            if carrier is not None:
                carries[carrier.part.id].append(key)
        return found

    def _carrier(self, piece: Piece, on_it: set[str]) -> Piece | None:
        part = piece.part
        if part.apart or part.lifts_off:
            met = self._goes_into(piece, on_it)
            if met is not None:
                return met
        limb = [p for p in self._body_on(part.bone) if p.part.apart and p.part.id not in on_it]
        if limb and not part.apart:  # what is on a limb that is made apart goes with it
            return max(limb, key=lambda p: p.solid.volume_mm3)
        own, joint = piece.solid.volume_mm3, self.figure.bones[part.bone].parent
        body = self._larger_on(part.bone, own, on_it)
        while not body and joint is not None:
            body = [p for p in self._body_on(joint) if p.part.id not in on_it]
            joint = self.figure.bones[joint].parent
        return max(body, key=lambda p: p.solid.volume_mm3, default=None)

    def _larger_on(self, joint: str, volume_mm3: float, on_it: set[str]) -> list[Piece]:
        return [
            p
            for p in self._body_on(joint)
            if p.solid.volume_mm3 > volume_mm3 and p.part.id not in on_it
        ]

    def _body_on(self, joint: str) -> list[Piece]:
        return [p for p in self.on_bone.get(joint, []) if p.part.layer == 0]

    def _goes_into(self, piece: Piece, on_it: set[str]) -> Piece | None:
        """Of the parts that a part touches, the one it goes deepest into; a smaller one that is put on at
        the end itself is put on this one, and what is on a limb or beyond it goes with that limb."""
        low, high = piece.solid.bounds
        limb = self.beyond[piece.part.bone] if piece.part.layer == 0 else set()
        near = [
            other
            for other in self.figure.pieces
            if other is not piece
            and other.part.id not in on_it
            and other.part.bone not in limb
            and not (
                (other.part.apart or other.part.lifts_off)
                and other.solid.volume_mm3 <= piece.solid.volume_mm3
            )
            and bool(np.all(other.solid.bounds[0] <= high) and np.all(low <= other.solid.bounds[1]))
            and touch(piece.solid, other.solid)
        ]
        return min(near, key=lambda other: gap_mm(piece.solid, other.solid)[0], default=None)

    def join_mm2(self, piece: Piece, under: Piece) -> float:
        """Area two parts meet over: a skin's whole area, else the part's own cross-section [A]."""
        skin = skin_over_mm(piece, under) if piece.part.lies_on is not None else None
        if skin:
            return self.shares[piece.part.id].skin_mm3 / skin
        return math.pi / 4 * piece.solid.thickness_mm**2

    @property
    def clay_pieces(self) -> list[Piece]:
        return [piece for piece in self.figure.pieces if piece.part.stock is None]


def workpiece(sheet: FigureSheet, context: Context, progress: Progress) -> Workpiece:
    """Place, measure and weigh the figure of `sheet`."""
    placed = figure(sheet, context.rules.wall_mm)
    found = shares(placed)
    weights = masses(placed, found, densities_of(context))
    return Workpiece(sheet, context, progress, placed, found, weights)
