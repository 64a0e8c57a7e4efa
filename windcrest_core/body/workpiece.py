"""What every station works on: the figure in space with its volumes and masses, worked out once."""

from __future__ import annotations

from collections import defaultdict
from dataclasses import dataclass
from functools import cached_property

from windcrest_core.body.figure import Figure, Piece, figure
from windcrest_core.body.masses import PartMass, masses
from windcrest_core.body.skeleton import subtree
from windcrest_core.body.volumes import Share, shares
from windcrest_core.context import Context, Progress
from windcrest_core.densities import Densities, densities_of
from windcrest_core.sheet.model import FigureSheet


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

    def showing(self, piece: Piece) -> float:
        """Share of the part's own solid that is its own: small for a skin over another part."""
        share = self.shares[piece.part.id]
        return min(1.0, (share.skin_mm3 + share.core_mm3) / max(piece.solid.volume_mm3, 1e-9))

    @property
    def clay_pieces(self) -> list[Piece]:
        return [piece for piece in self.figure.pieces if piece.part.stock is None]


def workpiece(sheet: FigureSheet, context: Context, progress: Progress) -> Workpiece:
    """Place, measure and weigh the figure of `sheet`."""
    placed = figure(sheet, context.rules.wall_mm)
    found = shares(placed)
    weights = masses(placed, found, densities_of(context))
    return Workpiece(sheet, context, progress, placed, found, weights)
