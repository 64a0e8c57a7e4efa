"""What is seen after each pass: three zones of a surface, what lies in its recesses, its middle and what is raised.

Source: layers by Kubelka (1948); shares, reach of washes and of dry-brushing assumed (SCIENCE 7b).
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from windcrest_core.colour.methods import method_of
from windcrest_core.colour.paint import Film, layer, masstone
from windcrest_core.sheet.colour import Pass, Wiped

Array = NDArray[np.float64]
SHARES = np.array([0.20, 0.55, 0.25])  # of the surface: recess, middle, raised [A]
WASH_WET_UM = np.array([100.0, 25.0, 5.0])
LEFT: dict[Wiped, Array] = {
    "none": np.array([1.0, 1.0, 1.0]),
    "wiped": np.array([0.9, 0.4, 0.05]),
    "sponged": np.array([0.8, 0.7, 0.3]),
}  # of a wash, after it is wiped [A]
BRUSHED = np.array([0.0, 0.10, 0.45])  # of the surface that a dry brush leaves paint on
OVERBRUSHED = np.array([0.05, 0.60, 0.90])  # with a damp brush instead of a dry one [A]
LIGHTLY = np.array(
    [0.0, 0.04, 0.30]
)  # with the first of a lighter paint, where only the raised is wanted
HALFWAY = 0.5  # from the root of an area to its tips, where its middle is
ALL = np.array([1.0, 1.0, 1.0])
RECESS, RAISED = np.array([1.0, 0.3, 0.0]), np.array([0.0, 0.3, 1.0])  # that a pass reaches [A]
SPOTTED = {
    "sponge": 0.60,
    "speckle": 0.08,
    "streak": 0.12,
    "dots": 0.06,
    "lines": 0.05,
}  # covered [A]
SHEEN_A_COAT = {"metallic": 0.75, "shift": 0.45, "glow": 0.25, "powder": 0.45}  # hides by [A]
FADE_UM = 15.0
INK_UM = 10.0
MISTED, LIFTED = (
    0.35,
    np.array([0.2, 0.5, 0.8]),
)  # of a fresh wash that alcohol, a swab or an eraser takes off [A]
MATT_K = 0.02  # of the light that a matt face scatters before the paint [A]
DARKEST = 0.002


class Seen(NamedTuple):
    """Reflectance of (3 zones, 36 bands); that before the last wash; whether it is glossy by now."""

    zones: Array
    before_wash: Array
    glossy: bool = False


def film_over(film: Film, paint_um: Array | float, over: Array) -> Array:
    """Layers of a paint over (…, 36) grounds; `paint_um` of undiluted dry paint on each."""
    thick = np.asarray(paint_um, dtype=float)[..., None] / 1000
    k = film.kappa * film.scatter_per_mm
    return layer(k, film.scatter_per_mm, thick, over)


def ground_seen(ground: Array | float) -> Seen:
    """A ground before anything is on it."""
    zones = np.broadcast_to(np.asarray(ground, dtype=float), (3, 36)).copy()
    return Seen(zones, zones)


def reached(row: Pass, along: float = HALFWAY) -> Array:
    """How much of a pass reaches each zone, so far `along` from the root of its area to its tips."""
    match row.where:
        case "all":
            return ALL
        case "recess":
            return RECESS
        case "raised":
            return RAISED
        case "end":
            return along * ALL


def painted(seen: Seen, row: Pass, film: Film | None, coats: int, along: float = HALFWAY) -> Seen:
    """What is seen after one more pass.

    Parameters
    ----------
    film : of the paint that goes on; none where the pass brings no colour. coats : how many times.
    along : where, from 0 at the root of the area to 1 at its tips.
    """
    on = reached(row, along)
    if film is None:
        return _without_paint(seen, row, on)
    over, paint_um = seen.zones, method_of(row).dry_um
    match row.kind:
        case "wash":
            wet = WASH_WET_UM * LEFT[row.wiped] * on
            dry = wet * method_of(row).solids * method_of(row).share * coats
            return Seen(film_over(film, dry, over), over)
        case "dry_brush":
            touched = LIGHTLY if row.where == "raised" else BRUSHED
            if row.tool == "thinned":
                touched = OVERBRUSHED
            if row.where == "end":
                touched = touched * on
            for _ in range(coats):
                over = _broken(film, 15.0, touched, over)
        case "sponge" | "speckle" | "streak" | "dots" | "lines":
            touched = SPOTTED[row.kind] * on
            over = _broken(film, max(paint_um, 15.0), touched, over)
        case "fade":
            over = _faded(film, row, over, along)
        case "metallic" | "shift" | "glow" | "powder":
            hidden = 1 - (1 - SHEEN_A_COAT[row.kind] * on) ** coats
            over = over + hidden[:, None] * (masstone(film.kappa) - over)
        case "ink":
            over = film_over(film, INK_UM * coats * on, over)
        case _:
            over = film_over(film, paint_um * coats * on, over)
    return Seen(over, over)


def _without_paint(seen: Seen, row: Pass, on: Array) -> Seen:
    back = seen.before_wash - seen.zones
    match row.kind:
        case "mist":
            return seen._replace(zones=seen.zones + MISTED * back)
        case "lift":
            return seen._replace(zones=seen.zones + (LIFTED * on)[:, None] * back)
        case "gloss" | "resin":
            return seen if seen.glossy else seen._replace(zones=glossed(seen.zones), glossy=True)
        case "seal":
            matt = row.medium != "varnish_gloss"
            return (
                seen._replace(zones=matted(seen.zones), glossy=False)
                if matt and seen.glossy
                else seen
            )
        case _:
            return seen


def _broken(film: Film, paint_um: float, touched: Array, over: Array) -> Array:
    """Where paint only lands on part of the surface."""
    return np.asarray(over + touched[:, None] * (film_over(film, paint_um, over) - over))


def _faded(film: Film, row: Pass, over: Array, along: float) -> Array:
    """Towards another colour: in fine dots from an airbrush, as an even film from a brush. From the root of its area to its
    tips, or from what is raised into the recesses, or the other way."""
    ways = {
        "recess": np.array([1.0, 0.5, 0.0]),
        "raised": np.array([0.0, 0.5, 1.0]),
        "all": along * ALL,
        "end": along * ALL,
    }
    t = row.reaches * ways[row.where]
    if row.tool in (None, "airbrush", "spray"):
        return _broken(film, FADE_UM, t, over)
    return film_over(film, FADE_UM * t, over)


def matted(gloss: Array, k: float = MATT_K) -> Array:
    """A glossy face as it looks matt: k + (1 − k) R, off the glare."""
    return np.asarray(k + (1 - k) * gloss)


def glossed(matt: Array, k: float = MATT_K) -> Array:
    """A matt face under gloss, the other way round."""
    return np.asarray(np.maximum(DARKEST, (matt - k) / (1 - k)))
