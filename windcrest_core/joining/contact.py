"""Where a part meets what it is put on: the middle of the face, how large that is, and how far the part reaches out."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
import numpy.typing as npt

from windcrest_core.body.figure import filled_out
from windcrest_core.body.joined import TOUCH_MM, gap_mm
from windcrest_core.body.skeleton import Array, norm
from windcrest_core.body.solids import Solid
from windcrest_core.kept import PER_PART

CELLS = 16
Fine = npt.NDArray[np.float32]


@dataclass(frozen=True)
class Contact:
    """The face between two solids: its middle, mm; the diameter of a round face as large; the way from it out to
    the middle of the part, of length 1; how far that part reaches from it; how far along that way it is
    in the host. `apart_mm` of air where they do not
    meet."""

    middle: tuple[float, float, float]
    face_mm: float
    sunk_mm: float
    out: tuple[float, float, float]
    reach_mm: float
    apart_mm: float


def _lattice(low: Array, high: Array) -> tuple[Fine, Fine, Fine, Array]:
    """Points of a lattice between two corners, broadcastable, and the size of its cells."""
    step = (high - low) / (CELLS - 1)
    grid = (low[:, None] + step[:, None] * np.arange(CELLS)).astype(np.float32)
    return grid[0][:, None, None], grid[1][None, :, None], grid[2][None, None, :], step


@lru_cache(maxsize=PER_PART)
def contact(part: Solid, host: Solid) -> Contact:
    """The face between a part and its host, on a lattice over what their boxes share.

    The face is what both are in, seen along the way out, and no larger than the part is seen so; cloth is taken with
    all within it.
    """
    part, host = filled_out(part), filled_out(host)
    low = np.maximum(part.bounds[0], host.bounds[0]) - TOUCH_MM
    high = np.minimum(part.bounds[1], host.bounds[1]) + TOUCH_MM
    low, high = np.minimum(low, high), np.maximum(low, high)
    apart, coarse = gap_mm(part, host)
    x, y, z, step = _lattice(low, high)
    both = np.maximum(part.world_distance(x, y, z), host.world_distance(x, y, z))
    nearest = float(both.min())
    inside = both <= (0.0 if nearest < 0 else nearest + norm(step) / 2)
    at = np.argwhere(inside)
    middle = low + step * at.mean(axis=0)
    points = _inside(part)
    out = points.mean(axis=0) - middle
    length = norm(out)
    way = out / length if length > 1e-6 else np.array([0.0, 0.0, 1.0])
    along = int(np.argmax(np.abs(way)))
    across = [axis for axis in range(3) if axis != along]
    columns = np.count_nonzero(inside.any(axis=along))
    area = columns * float(step[across[0]] * step[across[1]])
    return Contact(
        middle=_triple(middle),
        face_mm=2 * float(np.sqrt(area / np.pi)),
        sunk_mm=float(np.ptp((low + step * at) @ way)) if apart < 0 else 0.0,
        out=_triple(way),
        reach_mm=float(np.linalg.norm(points - middle, axis=1).max()),
        apart_mm=0.0 if apart <= TOUCH_MM + coarse else apart,
    )


def _inside(solid: Solid) -> Array:
    """Points of a lattice that are in a solid; its middle where it is thinner than that."""
    low, high = solid.bounds
    x, y, z, step = _lattice(low, high)
    at = np.argwhere(solid.world_distance(x, y, z) <= norm(step) / 4)
    return np.asarray(low + step * at if len(at) else ((low + high) / 2)[None, :])


def _triple(point: Array) -> tuple[float, float, float]:
    x, y, z = point.tolist()
    return (x, y, z)
