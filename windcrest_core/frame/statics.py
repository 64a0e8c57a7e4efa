"""Forces and moments in the frame: weights on a tree of bones, held up at the pegs.

Each peg takes a vertical force; where the centre of mass is outside what the pegs span, what is
left over is taken as an equal clamping moment at each peg. The moment at a joint is the sum over
everything beyond it.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import shapely
from scipy.optimize import nnls

from windcrest_core.body.skeleton import Array
from windcrest_core.frame.mechanics import G_MM_N


@dataclass(frozen=True)
class Weight:
    """Mass on a bone, g, and its centre, mm."""

    bone: str
    mass_g: float
    centre: Array


@dataclass(frozen=True)
class Support:
    """A peg under a bone: where it meets the ground, its force, N, and clamping moment, N·mm."""

    bone: str
    at: Array
    force_n: float
    clamp_nmm: Array


def reactions(weights: list[Weight], feet: dict[str, Array]) -> list[Support]:
    """Peg forces and moments that balance the weights.

    Parameters
    ----------
    feet : bone → (2,) where its peg meets the ground, mm.
    """
    if not feet:
        return []
    total_n = sum(w.mass_g for w in weights) * G_MM_N
    if total_n <= 0:
        return [Support(bone, at, 0.0, np.zeros(2)) for bone, at in feet.items()]
    middle = np.sum([w.mass_g * w.centre[:2] for w in weights], axis=0) * G_MM_N / total_n
    points = np.array(list(feet.values()))
    hull = shapely.convex_hull(shapely.multipoints(points))
    carried = shapely.get_coordinates(shapely.shortest_line(hull, shapely.points(middle)))[0]
    matrix = np.vstack([np.ones(len(points)), (points - carried).T])
    wanted = np.array([1.0, 0.0, 0.0])
    shares = np.linalg.lstsq(matrix, wanted, rcond=None)[0]
    if shares.min() < -1e-9:
        shares = nnls(matrix, wanted)[0]
    clamp = total_n * (middle - shares @ points) / len(feet)
    return [
        Support(bone, at, float(share) * total_n, clamp)
        for (bone, at), share in zip(feet.items(), shares, strict=True)
    ]


def moment_nmm(
    beyond: set[str], joint: Array, weights: list[Weight], supports: list[Support]
) -> Array:
    """Horizontal lever sum at a joint of all weights and pegs on the bones `beyond` it, (2,) N·mm."""
    total = np.zeros(2)
    for weight in weights:
        if weight.bone in beyond:
            total += weight.mass_g * G_MM_N * (weight.centre[:2] - joint[:2])
    for support in supports:
        if support.bone in beyond:
            total -= support.force_n * (support.at - joint[:2]) + support.clamp_nmm
    return total
