"""What the figure of a sheet stands with: its masses, its feet and its pegs."""

from __future__ import annotations

import numpy as np
import shapely

from windcrest_core.body.skeleton import Array
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.frame.ends import ENDS
from windcrest_core.frame.model import RunPlan
from windcrest_core.frame.paths import pegs, standing_pieces
from windcrest_core.frame.statics import Weight
from windcrest_core.stand.balance import Stance, stance
from windcrest_core.stand.holding import Joint, Wire
from windcrest_core.stand.masses import Masses, summed

ABOVE = np.array([[1.0, 0, 0], [0, 1.0, 0]])


def stance_of(work: Workpiece, weights: list[Weight]) -> Stance:
    """How a figure of these weights stands on its base, or on its feet where nothing pegs it."""
    cured: Masses = [summed([(w.mass_g, w.centre) for w in weights])]
    apart = {part.id for part in work.sheet.parts if part.apart}
    later: Masses = [
        (-mass.total_g, mass.centre)
        for key, mass in work.masses.items()
        if key in apart and mass.total_g > 0
    ]
    return stance(
        work.sheet.base, cured, [*cured, *later], feet_outlines(work), list(pegs(work).values())
    )


def feet_outlines(work: Workpiece) -> list[Array]:
    """The outline of each part that touches down, from above."""
    outlines = [piece.solid.outline(ABOVE) for piece in standing_pieces(work)]
    return [
        np.round(shapely.get_coordinates(shapely.simplify(shapely.convex_hull(o), 0.5))[:-1], 2)
        for o in outlines
    ]


def wires_of(runs: list[RunPlan]) -> list[Wire]:
    """The runs as what holds a raw figure."""
    return [
        Wire(
            label=run.label,
            rod="rod" in (run.start, run.end),
            in_base=any(ENDS[end].in_base for end in (run.start, run.end)),
            column=run.chosen.column,
            joints=tuple(Joint(joint.label, joint.hold_upright) for joint in run.joints),
        )
        for run in runs
    ]
