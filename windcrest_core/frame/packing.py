"""The cut list laid onto the coils and offcuts that are there, with least waste; what to buy."""

from __future__ import annotations

import math
from dataclasses import dataclass, field

from windcrest_core.catalogue import catalogue
from windcrest_core.facts import Frozen, Text
from windcrest_core.frame.cutting import CutPiece
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.stores import Stores, WireCoil

EXACT_PIECES, EXACT_COILS = 9, 5


class Cut(Frozen):
    run: str
    label: Text
    length_mm: float


class CoilCuts(Frozen):
    """What is cut from one coil, in order; `coil` is None where its length is not kept, `name` what its
    owner calls it."""

    coil: str | None
    name: str
    wire: str
    label: str
    length_mm: float | None
    cuts: list[Cut]
    left_mm: float | None
    keep: bool


class Buy(Frozen):
    """Wire that no coil has: how much, its longest piece and whose, the whole metres to buy."""

    wire: str
    label: str
    needed_mm: float
    longest: str
    longest_mm: float
    metres: int
    cost: float


class CutPlan(Frozen):
    """`scrap_mm` is what is left too short to keep, and what the cutter takes."""

    coils: list[CoilCuts]
    buy: list[Buy]
    scrap_mm: float


@dataclass
class Laid:
    """Lengths laid onto coils: for each the coil it is on, None where it is on none."""

    lengths: list[float]
    coils: list[float]
    kerf_mm: float
    keep_mm: float
    places: list[int | None] = field(default_factory=list)

    def left_mm(self, coil: int) -> float:
        on = [size for size, at in zip(self.lengths, self.places, strict=True) if at == coil]
        return max(0.0, self.coils[coil] - sum(on) - self.kerf_mm * len(on))

    @property
    def cost(self) -> tuple[float, float, int, float]:
        """Unplaced length first, then what is too short to keep, offcuts left lying among it; then
        coils cut into, then length of those coils."""
        unplaced = sum(
            size for size, at in zip(self.lengths, self.places, strict=True) if at is None
        )
        used = sorted({at for at in self.places if at is not None})
        scrap = sum(
            left for k in range(len(self.coils)) if (left := self.left_mm(k)) < self.keep_mm
        )
        return (
            round(unplaced, 6),
            round(scrap, 6),
            len(used),
            round(sum(self.coils[k] for k in used), 6),
        )


def best_fit(laid: Laid) -> Laid:
    """Longest first, each onto the coil it leaves least of."""
    left = [length + laid.kerf_mm for length in laid.coils]
    places: list[int | None] = []
    for size in laid.lengths:
        need = size + laid.kerf_mm
        fitting = [k for k, room in enumerate(left) if room >= need - 1e-9]
        at = min(fitting, key=lambda k: (left[k], k), default=None)
        if at is not None:
            left[at] -= need
        places.append(at)
    return Laid(laid.lengths, laid.coils, laid.kerf_mm, laid.keep_mm, places)


def least_waste(laid: Laid) -> Laid:
    """Every way tried, those alike once; `lengths` longest first."""
    best = best_fit(laid)
    left = [length + laid.kerf_mm for length in laid.coils]
    places: list[int | None] = []

    def place(n: int, unplaced: float) -> None:
        nonlocal best
        if unplaced > best.cost[0] + 1e-6:
            return
        if n == len(laid.lengths):
            tried = Laid(laid.lengths, laid.coils, laid.kerf_mm, laid.keep_mm, list(places))
            if tried.cost < best.cost:
                best = tried
            return
        need = laid.lengths[n] + laid.kerf_mm
        seen = set()
        for k, room in enumerate(left):
            alike = (round(room, 6), laid.coils[k])
            if room < need - 1e-9 or alike in seen:
                continue
            seen.add(alike)
            left[k] -= need
            places.append(k)
            place(n + 1, unplaced)
            places.pop()
            left[k] += need
        places.append(None)
        place(n + 1, unplaced + laid.lengths[n])
        places.pop()

    place(0, 0.0)
    return best


def packed(pieces: list[CutPiece], stores: Stores, rules: Rules) -> CutPlan:
    """Where each piece is cut from.

    Exact for up to nine pieces on up to five coils of a wire, best fit beyond. Of a wire that is
    owned without a coil in Stores the length is not kept, so it is taken to be enough.
    """
    wires = catalogue().wires
    found, buys, scrap = [], [], 0.0
    for key in dict.fromkeys(piece.wire for piece in pieces):
        cuts = sorted(
            (
                Cut(run=piece.run, label=piece.label, length_mm=piece.length_mm)
                for piece in pieces
                if piece.wire == key
                for _ in range(piece.count)
            ),
            key=lambda cut: -cut.length_mm,
        )
        coils = sorted((c for c in stores.coils if c.wire == key), key=lambda c: c.length_mm)
        label = wires[key].label
        if key in stores.wires and not coils:
            found.append(
                CoilCuts(
                    coil=None,
                    name="",
                    wire=key,
                    label=label,
                    length_mm=None,
                    cuts=cuts,
                    left_mm=None,
                    keep=True,
                )
            )
            continue
        laid = _laid(cuts, coils, rules)
        for k, coil in enumerate(coils):
            on = [cut for cut, at in zip(cuts, laid.places, strict=True) if at == k]
            if not on:
                continue
            left = laid.left_mm(k)
            keep = left >= rules.keep_offcut_mm
            scrap += rules.kerf_mm * len(on) + (0.0 if keep else left)
            found.append(
                CoilCuts(
                    coil=coil.id,
                    name=coil.name or coil.id,
                    wire=key,
                    label=label,
                    length_mm=coil.length_mm,
                    cuts=on,
                    left_mm=left,
                    keep=keep,
                )
            )
        lacking = [cut for cut, at in zip(cuts, laid.places, strict=True) if at is None]
        if lacking:
            needed = sum(cut.length_mm + rules.kerf_mm for cut in lacking)
            metres = math.ceil(needed / 1000 - 1e-9)
            buys.append(
                Buy(
                    wire=key,
                    label=label,
                    needed_mm=needed,
                    longest=lacking[0].run,
                    longest_mm=lacking[0].length_mm,
                    metres=metres,
                    cost=metres * wires[key].price_per_m,
                )
            )
    return CutPlan(coils=found, buy=buys, scrap_mm=scrap)


def _laid(cuts: list[Cut], coils: list[WireCoil], rules: Rules) -> Laid:
    start = Laid(
        [cut.length_mm for cut in cuts],
        [coil.length_mm for coil in coils],
        rules.kerf_mm,
        rules.keep_offcut_mm,
    )
    small = len(cuts) <= EXACT_PIECES and len(coils) <= EXACT_COILS
    return least_waste(start) if small else best_fit(start)
