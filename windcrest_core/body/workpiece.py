"""What every station works on: the figure in space with its volumes and masses, worked out once."""

from __future__ import annotations

import math
from collections import defaultdict
from dataclasses import dataclass
from functools import cached_property

from windcrest_core.body.bent_solids import SheetSolid
from windcrest_core.body.figure import Figure, Piece, figure, skin_over_mm
from windcrest_core.body.frustum import FrustumSolid
from windcrest_core.body.hosts import found_hosts
from windcrest_core.body.laminate import clay_mm, inlays_g_cm2, overhang_mm
from windcrest_core.body.masses import PartMass, masses
from windcrest_core.body.skeleton import subtree
from windcrest_core.body.soft_clay import longest_overhang_mm
from windcrest_core.body.solids import RoundConeSolid
from windcrest_core.body.volumes import Share, shares
from windcrest_core.catalogue import Clay
from windcrest_core.densities import Densities, densities_of
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.labels import clay_of
from windcrest_core.sheet.forms import Layered
from windcrest_core.sheet.model import FigureSheet

SKIN_MM, MOSTLY_OWN, HARDLY_OWN = (
    12.0,
    0.75,
    0.3,
)  # no skin is thicker, nor most of its own solid [A]
BALL_AREA = 4.836  # of a ball, over its volume to the two thirds
ON_GROUND = 0.03  # of the height [A]


@dataclass(frozen=True, eq=False)
class Workpiece:
    sheet: FigureSheet
    context: Context
    progress: Progress
    figure: Figure
    shares: dict[str, Share]
    masses: dict[str, PartMass]
    found_hosts: dict[str, str]

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
        found = self.found_hosts.get(piece.part.id)
        return [] if found is None else [self.figure.piece(found)]

    def joined_to(self, piece: Piece) -> Piece | None:
        """The first of what carries a part; nothing for the body itself."""
        return next(iter(self.hosts(piece)), None)

    @cached_property
    def carried_by(self) -> dict[str, list[Piece]]:
        """What each part carries first of all, by its id."""
        found: dict[str, list[Piece]] = defaultdict(list)
        for piece in self.figure.pieces:
            host = self.joined_to(piece)
            if host is not None:
                found[host.part.id].append(piece)
        return found

    def wired(self, piece: Piece) -> bool:
        """Whether a run goes into a part: into none that stands by itself beside the figure or under it."""
        beside = piece.part.apart and piece.part.contact and self.joined_to(piece) is None
        return self.sheet.has_wire(piece.part) and not beside

    def skin_mm(self, piece: Piece, under: Piece) -> float | None:
        """Thickness of clay that a part adds over what it lies on; None where it stands free of that.

        What one reads off the two solids, unless that is more than any skin: then the clay that is its own, over the
        outside of its solid, where most of that is filled by others.
        """
        read = skin_over_mm(piece, under)
        sleeve = isinstance(piece.solid, FrustumSolid | RoundConeSolid)
        most = MOSTLY_OWN if read is not None or sleeve else HARDLY_OWN
        if (read is not None and read <= SKIN_MM) or self.showing(piece) > most:
            return read
        outside_mm2 = BALL_AREA * piece.solid.volume_mm3 ** (2 / 3)
        return self.shares[piece.part.id].skin_mm3 / float(outside_mm2)

    def join_mm2(self, piece: Piece, under: Piece) -> float:
        """Area two parts meet over: a skin's whole area, else the part's own cross-section [A]."""
        skin = skin_over_mm(piece, under) if piece.part.lies_on is not None else None
        if skin:
            return self.shares[piece.part.id].skin_mm3 / skin
        return math.pi / 4 * piece.solid.thickness_mm**2

    def bears_mm(self, piece: Piece) -> float:
        """How far a part of clay hangs out by itself while it is raw and hot."""
        form = piece.part.form
        if isinstance(form, Layered):
            clay = clay_mm(form.stack) / 10 * self.densities.clay(piece.part.clay).value
            down = float(piece.solid.frame[2, 1]) < 0
            return overhang_mm(form.stack, clay + inlays_g_cm2(form.stack), down)
        return longest_overhang_mm(
            piece.solid.greatest_thickness_mm, isinstance(piece.solid, SheetSolid)
        )

    @property
    def clay_pieces(self) -> list[Piece]:
        return [piece for piece in self.figure.pieces if piece.part.stock is None]


def workpiece(sheet: FigureSheet, context: Context, progress: Progress) -> Workpiece:
    """Place, measure and weigh the figure of `sheet`, with what was measured of it as it was made."""
    walls, lengths = progress.built_of("wall_mm"), progress.built_of("length_mm")
    placed = figure(sheet, context.rules.wall_mm, walls, lengths)
    found = shares(placed)
    built = {kind: progress.built_of(kind) for kind in ("mass_g", "core_g")}
    weights = masses(placed, found, densities_of(context), built["mass_g"], built["core_g"])
    hosts = found_hosts(placed)
    return Workpiece(sheet, context, progress, placed, found, weights, hosts)
