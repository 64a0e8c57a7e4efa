"""What mending a part takes: grams of clay, glue and liquid clay, and the pin that goes in."""

from __future__ import annotations

import math
from dataclasses import dataclass

from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Text, said
from windcrest_core.order.joins import (
    GLUE_G_CM3,
    GLUE_MM,
    LEAST_G,
    LIQUID_G_CM3,
    LIQUID_MM,
    pin_wire,
)
from windcrest_core.stand.pegs import hole_mm, least_depth_mm

SEAM_MM = 2.0  # of clay that is cut out about a break or a crack and filled again [A]
SEAM_DEEP_MM = 3.0  # of it from the outside in [A]
CRACK_OF_SEAM = 0.3  # of a seam right round, what a crack takes [A]
SKIN_MM = 1.0  # of a browned surface that is sanded off and laid on anew [A]
SKIN_FACTOR = 5.0  # surface over volume to the two thirds: a ball has 4.8, a limb more [A]
BUILT_OVER = 0.5  # of all its clay, where a part is built over [A]
KEPT_MM, LEAST_GROUND_MM = 3.0, 0.5  # of wall under what is ground down; ground off at least [A]
FALLBACK_WIRE_MM = 1.6


@dataclass(frozen=True)
class Mended:
    """A part with what mending it takes: grams of each stuff, mm of each pin."""

    work: Workpiece
    piece: Piece

    @property
    def label(self) -> str:
        return self.piece.part.label

    @property
    def across_mm2(self) -> float:
        return math.pi / 4 * self.piece.solid.thickness_mm**2

    @property
    def clay_g_cm3(self) -> float:
        return self.work.densities.clay(self.piece.part.clay).value

    @property
    def seam_g(self) -> float:
        """Clay in a seam cut right round a break."""
        ring = (
            self.across_mm2
            - math.pi / 4 * max(0.0, self.piece.solid.thickness_mm - 2 * SEAM_DEEP_MM) ** 2
        )
        return max(LEAST_G, ring * SEAM_MM / 1000 * self.clay_g_cm3)

    @property
    def whole_g(self) -> float:
        share = self.work.shares[self.piece.part.id]
        return share.skin_mm3 / 1000 * self.clay_g_cm3

    @property
    def glue_g(self) -> float:
        return max(LEAST_G, self.across_mm2 * GLUE_MM / 1000 * GLUE_G_CM3)

    @property
    def liquid_g(self) -> float:
        return max(LEAST_G, self.across_mm2 * LIQUID_MM / 1000 * LIQUID_G_CM3)

    @property
    def pin(self) -> Text:
        """The wire of a pin, its hole and its depth, in words."""
        wire = pin_wire(self.work, self.piece.solid.thickness_mm)
        wire_mm = wire.diameter_mm if wire else FALLBACK_WIRE_MM
        return said(
            "order.a_hole_of_at_least",
            label=wire.label if wire else said("order.a_wire"),
            d_mm=hole_mm(wire_mm),
            deep_mm=math.ceil(least_depth_mm(wire_mm)),
        )

    @property
    def crack_g(self) -> float:
        """Of what fills a crack that was opened."""
        return max(LEAST_G, CRACK_OF_SEAM * self.seam_g)

    @property
    def new_skin_g(self) -> float:
        """Clay laid on anew over all of it."""
        area_mm2 = self.piece.solid.volume_mm3 ** (2 / 3) * SKIN_FACTOR
        return float(area_mm2 * SKIN_MM / 1000 * self.clay_g_cm3)

    @property
    def built_over_g(self) -> float:
        return BUILT_OVER * self.whole_g

    @property
    def ground_mm(self) -> float:
        """The most that may be ground off its wall."""
        return max(LEAST_GROUND_MM, self.piece.wall_mm - KEPT_MM)
