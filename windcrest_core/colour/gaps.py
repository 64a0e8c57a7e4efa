"""How far a mix is from its target where the target is out of reach: hue before lightness.

ΔE00 alone answers a vivid colour by a grey, since it forgives hue where chroma is small. Beyond what is seen
as another colour anyway, distance is measured in OKLab with hue and chroma weighed above lightness.
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from windcrest_core.colour.spectra import (
    RGB,
    delta_e,
    lab_of,
    lab_of_srgb,
    linear,
    to_linear_srgb,
)

Array = NDArray[np.float64]
FROM_RGB = np.array(
    [
        [0.4122214708, 0.5363325363, 0.0514459929],
        [0.2119034982, 0.6806995451, 0.1073969566],
        [0.0883024619, 0.2817188376, 0.6299787005],
    ]
)
TO_LAB = np.array(
    [
        [0.2104542553, 0.7936177850, -0.0040720468],
        [1.9779984951, -2.4285922050, 0.4505937099],
        [0.0259040371, 0.7827717662, -0.8086757660],
    ]
)
LIGHTNESS, CHROMA, HUE = 60.0, 120.0, 150.0
PALE = 0.08  # of OKLab chroma, below which hue is no more than a tinge and ΔE00 is not undercut
SEEN_FROM, SEEN_TO = 6.0, 12.0  # ΔE00 over which the other measure takes over [C]


class Aim(NamedTuple):
    """A target as both measures see it."""

    lab: Array
    oklab: Array


def oklab_of(linear_rgb: Array) -> Array:
    """(…, 3) linear sRGB, clipped at 0, to OKLab with L from 0 to 1.

    Source: Ottosson 2020.

    Examples
    --------
    >>> oklab_of(np.array([1.0, 1.0, 1.0])).round(3).tolist()
    [1.0, 0.0, 0.0]
    """
    cones = np.cbrt(np.clip(linear_rgb, 0.0, None) @ FROM_RGB.T)
    return np.asarray(cones @ TO_LAB.T)


def aim_at(target: RGB) -> Aim:
    return Aim(lab_of_srgb(target), oklab_of(linear(target)))


class Colours(NamedTuple):
    """Of mixes, (m, 3) each, as both measures see them."""

    lab: Array
    oklab: Array

    def at(self, rows: NDArray[np.intp]) -> Colours:
        return Colours(self.lab[rows], self.oklab[rows])


def colours_of(reflectances: Array) -> Colours:
    """Of (m, 36) reflectances."""
    return Colours(lab_of(reflectances), oklab_of(reflectances @ to_linear_srgb().T))


MOST_SL = 1 + 0.015 * 50**2 / (20 + 50**2) ** 0.5


def at_least(seen: Colours, aim: Aim) -> Array:
    """What the gap of each colour is not below, by its lightness alone: ΔE00 is at least ΔL over the greatest S_L there is, the
    other measure at least its lightness, and a gap lies between the two."""
    by_lab = np.abs(seen.lab[..., 0] - aim.lab[0]) / MOST_SL
    return np.asarray(np.minimum(by_lab, LIGHTNESS * np.abs(seen.oklab[..., 0] - aim.oklab[0])))


def gaps(seen: Colours, aim: Aim) -> tuple[Array, Array]:
    """ΔE00 of each colour to the target, and the gap that a search should make small.

    gap = d + smoothstep(6, 12, d) (far − d), far = √((60 ΔL)² + (120 ΔC)² + (150 ΔH)²) in OKLab; of a target that is nearly
    grey never less than d, or a pink would pass for a dusty white.
    """
    d = delta_e(seen.lab, aim.lab)
    apart = seen.oklab - aim.oklab
    chroma = np.hypot(seen.oklab[..., 1], seen.oklab[..., 2]) - float(
        np.hypot(aim.oklab[1], aim.oklab[2])
    )
    hue2 = np.clip(apart[..., 1] ** 2 + apart[..., 2] ** 2 - chroma**2, 0.0, None)
    far = np.sqrt((LIGHTNESS * apart[..., 0]) ** 2 + (CHROMA * chroma) ** 2 + HUE**2 * hue2)
    if float(np.hypot(aim.oklab[1], aim.oklab[2])) < PALE:
        far = np.maximum(far, d)
    t = np.clip((d - SEEN_FROM) / (SEEN_TO - SEEN_FROM), 0.0, 1.0)
    return d, d + t * t * (3 - 2 * t) * (far - d)
