"""Forces and moments in the frame: weights on a tree of bones, held up at the pegs.

Each peg takes a vertical force; where the centre of mass is outside what the pegs span, what is
left over is taken as an equal clamping moment at each peg. The moment at a joint is the sum over
everything beyond it.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
import shapely

from windcrest_core.body.skeleton import Array
from windcrest_core.strength import G_MM_N


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

    >>> weight = Weight("chest", 300, np.array([10.0, 0, 90]))
    >>> feet = {"ankle_r": np.array([30.0, 0]), "ankle_l": np.array([-30.0, 0])}
    >>> [round(support.force_n, 3) for support in reactions([weight], feet)]
    [1.961, 0.981]
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
        from scipy.optimize import nnls

        shares = nnls(matrix, wanted)[0]
    clamp = total_n * (middle - shares @ points) / len(feet)
    return [
        Support(bone, at, float(share) * total_n, clamp)
        for (bone, at), share in zip(feet.items(), shares, strict=True)
    ]


@dataclass(frozen=True)
class Loads:
    """The weights and pegs of a figure, summed up by bone."""

    weights: list[Weight]
    supports: list[Support]

    @cached_property
    def _by_bone(self) -> dict[str, tuple[float, float, float, float]]:
        """Mass, g, and its first moments about the origin, g·mm."""
        sums: dict[str, tuple[float, float, float, float]] = {}
        for weight in self.weights:
            m, (x, y, z) = weight.mass_g, weight.centre.tolist()
            a, b, c, d = sums.get(weight.bone, (0.0, 0.0, 0.0, 0.0))
            sums[weight.bone] = (a + m, b + m * x, c + m * y, d + m * z)
        return sums

    def on(self, bones: set[str]) -> tuple[float, Array]:
        """Mass on these bones, g, and its first moments about the origin, (3,) g·mm."""
        rows = [row for bone, row in self._by_bone.items() if bone in bones]
        mass, x, y, z = (sum(row[n] for row in rows) for n in range(4))
        return mass, np.array([x, y, z])

    def moment_nmm(self, beyond: set[str], joint: Array) -> Array:
        """Horizontal lever sum at a joint of all weights and pegs beyond it, (2,) N·mm.

        Parameters
        ----------
        beyond : the bones that hang on the joint, its own among them.
        joint : (3,) mm.
        """
        mass, moments = self.on(beyond)
        total: Array = (moments[:2] - mass * joint[:2]) * G_MM_N
        for support in self.supports:
            if support.bone in beyond:
                total = total - support.force_n * (support.at - joint[:2]) - support.clamp_nmm
        return total
