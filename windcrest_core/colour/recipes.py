"""Nearest mix from the paints one owns: whole parts, few paints."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations
from math import gcd
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from windcrest_core.catalogue import catalogue
from windcrest_core.colour.gaps import Aim, aim_at, gaps
from windcrest_core.colour.paint import Film, film_of, masstone
from windcrest_core.colour.spectra import RGB, hex_of, srgb_of

Array = NDArray[np.float64]
MOST_PARTS, MOST_PAINTS, BEAM = 12, 4, 24
RATIOS = [
    (a, b) for a in range(1, MOST_PARTS) for b in range(1, MOST_PARTS + 1 - a) if gcd(a, b) == 1
]

_WAYS = {
    1: np.array(RATIOS, dtype=np.int8),
    2: np.array(
        [
            (a, b, c)
            for a in range(1, MOST_PARTS - 1)
            for b in range(1, MOST_PARTS - a)
            for c in range(1, MOST_PARTS + 1 - a - b)
            if gcd(a, b, c) == 1
        ],
        dtype=np.int8,
    ),
}  # parts of one paint with one other, and with two


@dataclass(frozen=True)
class Recipe:
    """Paint ids with whole parts, the colour they give, and the score of the search."""

    paints: tuple[tuple[str, int], ...]
    hex: str
    delta_e: float
    score: float


class _Search:
    def __init__(self, aim: Aim, kappas: Array, weights: Array) -> None:
        self.aim, self.kappas, self.weights = aim, kappas, weights

    def scored(self, parts: Array) -> tuple[Array, Array]:
        """ΔE00 and score of (m, paints) whole parts."""
        w = parts * self.weights
        kappa = (w @ self.kappas) / w.sum(axis=1, keepdims=True)
        d, gap = gaps(masstone(kappa), self.aim)
        return d, gap + 0.5 * ((parts > 0).sum(axis=1) - 1) + 0.02 * parts.sum(axis=1)


def _neighbours(parts: Array) -> Array:
    """One part added, removed or moved, and the whole scaled up, of each row."""
    n = parts.shape[1]
    eye = np.eye(n, dtype=np.int8)
    moves = np.concatenate([eye, -eye, (eye[:, None, :] - eye[None, :, :]).reshape(-1, n)])
    near = (parts[:, None, :] + moves).reshape(-1, n)
    scaled = [parts[parts.sum(axis=1) * k <= MOST_PARTS] * np.int8(k) for k in (2, 3)]
    return np.concatenate([near, *(_nudged(rows, moves) for rows in scaled)])


def _nudged(parts: Array, moves: Array) -> Array:
    """Scaled rows are the same mix; what counts is their neighbours."""
    return (parts[:, None, :] + moves).reshape(-1, parts.shape[1])


def _allowed(parts: Array) -> Array:
    total, used = parts.sum(axis=1), (parts > 0).sum(axis=1)
    good = (parts >= 0).all(axis=1) & (total >= 1) & (total <= MOST_PARTS) & (used <= MOST_PAINTS)
    kept = parts[good]
    kept = kept[_first_of_each(kept)]
    common = np.gcd.reduce(kept, axis=1)
    return np.asarray(kept[common == 1])


def _first_of_each(parts: Array) -> NDArray[np.int64]:
    """Index of one row of each kind; rows compare as bytes, which is quick."""
    rows = np.ascontiguousarray(parts, dtype=np.int8)
    first = np.unique(rows.view(f"V{rows.shape[1]}").ravel(), return_index=True)[1]
    return np.asarray(first, dtype=np.int64)


@lru_cache(maxsize=512)
def nearest(target: RGB, paint_ids: tuple[str, ...]) -> Recipe | None:
    """The best whole-part mix of up to four paints, or None where none are owned.

    score = gap + 0.5 (n − 1) + 0.02 parts, the gap being ΔE00 within reach: all singles and all pairs at every ratio, then a beam
    of 24 per paint count whose parts are added, removed, moved and scaled.
    """
    if not paint_ids:
        return None
    return nearest_of(target, paint_ids, [film_of(catalogue().paints[key]) for key in paint_ids])


def nearest_of(target: RGB, keys: tuple[str, ...], films: list[Film]) -> Recipe:
    """The same for films of anything that mixes so, each under its key.

    Parameters
    ----------
    films : one of each key, at least one.
    """
    n = len(films)
    search = _Search(
        aim_at(target), np.array([f.kappa for f in films]), np.array([f.weight for f in films])
    )
    pairs = np.zeros((n * (n - 1) // 2 * len(RATIOS), n), dtype=np.int8)
    for row, ((i, j), (a, b)) in enumerate(
        (pair, ratio) for pair in combinations(range(n), 2) for ratio in RATIOS
    ):
        pairs[row, i], pairs[row, j] = a, b
    seen = np.concatenate([np.eye(n, dtype=np.int8), pairs])
    _, scores = search.scored(seen)
    best_rows, best_scores = _beam(seen, scores)
    grown: set[bytes] = set()
    while len(new := [row for row in best_rows if row.tobytes() not in grown]):
        grown.update(row.tobytes() for row in new)
        fresh = _allowed(_neighbours(np.array(new)))
        if not len(fresh):
            break
        _, scores = search.scored(fresh)
        best_rows, best_scores = _beam(
            np.concatenate([best_rows, fresh]), np.concatenate([best_scores, scores])
        )
    winner = best_rows[int(np.argmin(best_scores))]
    gap, score = search.scored(winner[None, :])
    w = winner * search.weights
    shown = srgb_of(masstone(w @ search.kappas / w.sum()))
    return Recipe(
        tuple((keys[i], int(winner[i])) for i in np.argsort(-winner) if winner[i] > 0),
        hex_of(shown),
        float(gap[0]),
        float(score[0]),
    )


@lru_cache(maxsize=512)
def with_one_more(target: RGB, paint_ids: tuple[str, ...], more: str) -> tuple[float, float]:
    """ΔE00 and score of the best mix that has one more paint in it: alone, with one and with two of one's
    own.
    """
    films = [film_of(catalogue().paints[key]) for key in (more, *paint_ids)]
    search = _Search(
        aim_at(target), np.array([f.kappa for f in films]), np.array([f.weight for f in films])
    )
    n = len(films)
    rows = [np.eye(1, n, dtype=np.int8)]
    for others in [*combinations(range(1, n), 1), *combinations(range(1, n), 2)]:
        ways = _WAYS[len(others)]
        block = np.zeros((len(ways), n), dtype=np.int8)
        block[:, [0, *others]] = ways
        rows.append(block)
    d, scores = search.scored(np.concatenate(rows))
    best = int(np.argmin(scores))
    return float(d[best]), float(scores[best])


def one_to_buy(targets: list[RGB], paint_ids: tuple[str, ...]) -> str | None:
    """The paint of the catalogue that brings these targets nearest together, if any does."""
    if not targets:
        return None
    own = [found.score if (found := nearest(t, paint_ids)) else np.inf for t in targets]
    with_it = {
        key: sum(
            min(score, with_one_more(target, paint_ids, key)[1])
            for target, score in zip(targets, own, strict=True)
        )
        for key in catalogue().paints
        if key not in paint_ids
    }
    best = min(with_it, key=lambda key: with_it[key], default=None)
    return best if best is not None and with_it[best] < sum(own) else None


def _beam(parts: Array, scores: Array) -> tuple[Array, Array]:
    """The best 24 of each number of paints, no row twice."""
    first = _first_of_each(parts)
    parts, scores = parts[first], scores[first]
    used = (parts > 0).sum(axis=1)
    keep = np.concatenate(
        [
            (rows := np.flatnonzero(used == count))[np.argsort(scores[rows], kind="stable")[:BEAM]]
            for count in range(1, MOST_PAINTS + 1)
        ]
    )
    return parts[keep], scores[keep]


def nearness(gap: float) -> Literal["close", "near", "off"]:
    """In words: the paints' own uncertainty is ΔE 3 to 4.5, so no digits."""
    return "close" if gap < 3 else "near" if gap < 7 else "off"
