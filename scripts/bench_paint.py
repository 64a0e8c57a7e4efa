"""How quick colour is: pictures after passes, the order of many, recipes over many paints."""

from __future__ import annotations

import statistics
import time

import numpy as np

from windcrest_core.catalogue import catalogue
from windcrest_core.colour.paint import Film, film_of
from windcrest_core.colour.painting import Given, coats_of
from windcrest_core.colour.recipes import nearest_of
from windcrest_core.colour.sequence import GROUND, MATT, Planned, in_order, waits
from windcrest_core.colour.starting import start_lists
from windcrest_core.sheet.colour import Area

AREAS, PASSES, ORDERED, PAINTS, TARGETS = 40, 12, 120, 40, 25
KEPT_TIMES = 3


def picture_ms() -> float:
    """All of 40 areas after each of 12 passes, their mixes found before."""
    rng = np.random.default_rng(3)
    [_, lists, *_] = start_lists("#c98f6b")
    rows = [*lists.passes, *(lists.passes[1:] * PASSES)][:PASSES]
    taken = []
    for turn in range(KEPT_TIMES + 1):
        areas = [
            Area(
                id=f"area_{n}",
                label=f"{turn} {n}",
                target="#c98f6b",
                passes=[
                    row.model_copy(update={"id": f"p{k}", "where": rng.choice(["all", "raised"])})
                    for k, row in enumerate(rows)
                ],
            )
            for n in range(AREAS)
        ]
        given = Given("grey", "#c98f6b", tuple(catalogue().paints))
        begun = time.perf_counter()
        for area in areas:
            coats_of(area, given)
        taken.append(1000 * (time.perf_counter() - begun))
    return statistics.median(taken[1:])


def order_ms() -> float:
    """What 120 passes wait for, and an order of them."""
    each = ORDERED // 20
    rows = [
        Planned(
            f"{area}.{n}",
            (f"area{area}",),
            "base" if n == 0 else "dry_brush",
            minutes=5,
            wait_min=40,
        )
        for area in range(20)
        for n in range(each)
    ]
    begun = time.perf_counter()
    found = waits(rows, primed=True, sealed=True)
    in_order([Planned(GROUND, (), "prime"), *rows, Planned(MATT, (), "seal")], found)
    return 1000 * (time.perf_counter() - begun)


def recipes_ms() -> tuple[float, float]:
    """Median and worst search over 40 paints: those of the catalogue, and shades of them."""
    rng = np.random.default_rng(4)
    paints = [film_of(paint) for paint in catalogue().paints.values()]
    while len(paints) < PAINTS:
        one = paints[int(rng.integers(len(paints)))]
        shade = one.kappa * rng.uniform(0.6, 1.6, one.kappa.shape)
        paints.append(Film(shade, one.scatter_per_mm, one.weight))
    keys = tuple(f"paint_{n}" for n in range(PAINTS))
    taken = []
    for target in rng.integers(20, 236, (TARGETS, 3)):
        begun = time.perf_counter()
        nearest_of((int(target[0]), int(target[1]), int(target[2])), keys, paints)
        taken.append(1000 * (time.perf_counter() - begun))
    return statistics.median(taken), max(taken)


def paint_rows() -> list[tuple[str, float, float, str]]:
    usual, worst = recipes_ms()
    return [
        (f"pictures of {AREAS} areas after each of {PASSES} passes, ms", picture_ms(), 100, ""),
        (f"an order of {ORDERED} passes, ms", order_ms(), 50, ""),
        (f"a recipe over {PAINTS} paints, median, ms", usual, 80, ""),
        ("the slowest of 25 of them, ms", worst, 250, ""),
    ]


if __name__ == "__main__":
    for row in paint_rows():
        print(row)
