"""Nearest mix from the paints one owns: whole parts, few paints."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations
from math import gcd
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray

from windcrest_core.catalogue import catalogue
from windcrest_core.colour.gaps import Aim, Colours, aim_at, at_least, colours_of, gaps
from windcrest_core.colour.paint import Film, film_of, masstone
from windcrest_core.colour.spectra import RGB, hex_of, srgb_of

Array = NDArray[np.float64]
MOST_PARTS, MOST_PAINTS, BEAM = 12, 4, 24
AT_ONCE = 2048
TRIED_FIRST = 1024  # of the pairs, to know how good the best are
PRIMES = np.array(
    [2, 3, 5], dtype=np.int8
)  # that all parts of two paints or more can have in common
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
    def __init__(self, aim: Aim, films: list[Film]) -> None:
        self.aim = aim
        self.kappas = np.array([film.kappa for film in films])
        self.weights = np.array([film.weight for film in films])

    def scored(self, parts: Array) -> tuple[Array, Array]:
        """ΔE00 and score of (m, paints) whole parts."""
        return self.judged(parts, _seen(parts, self.kappas, self.weights))

    def judged(self, parts: Array, seen: Colours) -> tuple[Array, Array]:
        """The same where their colours are known."""
        d, gap = gaps(seen, self.aim)
        return d, gap + _fuss(parts)

    def begun(self) -> tuple[Array, Array]:
        """Every paint and every pair that may be among the best, with its score. Colours of a palette are kept, whatever is
        wanted of it; by lightness alone most pairs are known to be worse than 24 others.
        """
        n = len(self.weights)
        parts = _few(n)
        seen = _few_seen(self.kappas.tobytes(), self.weights.tobytes(), n)
        if len(parts) <= TRIED_FIRST:
            return parts, self.judged(parts, seen)[1]
        apart = seen.oklab - self.aim.oklab
        near = np.argpartition(np.einsum("ij,ij->i", apart, apart), TRIED_FIRST)[:TRIED_FIRST]
        near = near[near >= n]
        tried = self.judged(parts[near], seen.at(near))[1]
        beaten_at = np.partition(tried, BEAM - 1)[BEAM - 1]
        open_ = at_least(seen, self.aim) + _fuss(parts) <= beaten_at
        open_[:n] = True
        rows = np.flatnonzero(open_)
        return parts[rows], self.judged(parts[rows], seen.at(rows))[1]


def _fuss(parts: Array) -> Array:
    """What more paints and more parts cost a mix."""
    return np.asarray(0.5 * (_summed(parts != 0) - 1) + 0.02 * _summed(parts))


def _seen(parts: Array, kappas: Array, weights: Array) -> Colours:
    """Colours of (m, paints) whole parts; so many at once as stay near the processor."""
    found = []
    for at in range(0, len(parts), AT_ONCE):
        w = parts[at : at + AT_ONCE] * weights
        found.append(colours_of(masstone((w @ kappas) / w.sum(axis=1, keepdims=True))))
    return Colours(
        np.concatenate([one.lab for one in found]), np.concatenate([one.oklab for one in found])
    )


@lru_cache(maxsize=8)
def _few_seen(kappas: bytes, weights: bytes, n: int) -> Colours:
    return _seen(_few(n), np.frombuffer(kappas).reshape(n, -1), np.frombuffer(weights))


def _neighbours(parts: Array) -> Array:
    """One part added, removed or moved, and the same of the whole scaled up, of each row."""
    scaled = [parts[parts.sum(axis=1) * k <= MOST_PARTS] * np.int8(k) for k in (2, 3)]
    return np.concatenate([_nudged(rows) for rows in (parts, *scaled)])


def _nudged(parts: Array) -> Array:
    one = np.eye(parts.shape[1], dtype=np.int8)
    rows, paints = np.nonzero(parts)
    fewer = parts[rows]
    fewer[np.arange(len(rows)), paints] -= 1
    more = [(kept[:, None, :] + one).reshape(-1, parts.shape[1]) for kept in (parts, fewer)]
    return np.concatenate([*more, fewer])


def _allowed(parts: Array) -> Array:
    """Of rows without less than no part those that may be mixed, each once and in least parts."""
    total, used = _summed(parts), _summed(parts != 0)
    kept = parts[(total >= 1) & (total <= MOST_PARTS) & (used <= MOST_PAINTS)]
    kept = kept[_first_of_each(kept)]
    least = _summed(kept == 1) > 0
    more = np.flatnonzero(~least)
    common = (kept[more] % PRIMES[:, None, None] == 0).all(axis=2).any(axis=0)
    least[more] = ~common & (_summed(kept[more] != 0) > 1)
    return np.asarray(kept[least])


def _summed(parts: NDArray[Any]) -> Array:
    """Over each row; by a product, which is quicker than a sum over so few."""
    ones = np.ones(parts.shape[1], dtype=np.float32)
    return np.asarray(parts.astype(np.float32) @ ones, dtype=np.float64)


def _first_of_each(parts: Array) -> NDArray[np.int64]:
    """Index of the first row of each kind. Rows compare by one number: which paint and how much of it in twelve bits each,
    for up to five paints.
    """
    there = np.flatnonzero(parts)
    rows, paints = np.divmod(there, parts.shape[1])
    used = np.bincount(rows, minlength=len(parts))
    begins = np.cumsum(used) - used
    nth = np.arange(len(rows)) - begins[rows]
    digits = (paints << 4 | parts.ravel()[there].astype(np.int64)) << (12 * nth)
    return np.unique(np.add.reduceat(digits, begins), return_index=True)[1]


@lru_cache(maxsize=16)
def _few(n: int) -> Array:
    """Every one of n paints, and every two at every ratio."""
    pairs = np.array(list(combinations(range(n), 2)), dtype=np.intp).reshape(-1, 2)
    ratios = np.array(RATIOS, dtype=np.int8)
    rows = np.zeros((len(pairs), len(ratios), n), dtype=np.int8)
    each = np.arange(len(pairs))
    rows[each, :, pairs[:, 0]] = ratios[:, 0]
    rows[each, :, pairs[:, 1]] = ratios[:, 1]
    return np.concatenate([np.eye(n, dtype=np.int8), rows.reshape(-1, n)])


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
    search = _Search(aim_at(target), films)
    best_rows, best_scores = _beam(*search.begun())
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
    search, n = _Search(aim_at(target), films), len(films)
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
    used = _summed(parts != 0)
    keep = np.concatenate(
        [_best(np.flatnonzero(used == count), parts, scores) for count in range(1, MOST_PAINTS + 1)]
    )
    return parts[keep], scores[keep]


def _best(rows: NDArray[np.intp], parts: Array, scores: Array) -> NDArray[np.intp]:
    """The best 24 of these rows, each of which may be there twice."""
    last = 2 * BEAM - 1
    if len(rows) > last:
        rows = rows[scores[rows] <= np.partition(scores[rows], last)[last]]
    rows = rows[np.argsort(scores[rows], kind="stable")]
    return rows[np.sort(_first_of_each(parts[rows]))][:BEAM] if len(rows) else rows


def nearness(gap: float) -> Literal["close", "near", "off"]:
    """In words: the paints' own uncertainty is ΔE 3 to 4.5, so no digits."""
    return "close" if gap < 3 else "near" if gap < 7 else "off"
