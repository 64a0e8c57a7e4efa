"""Pieces that wait for one another: the references of SCIENCE 6b, and a search that shares nothing with it."""

from __future__ import annotations

import itertools
import math
import unittest
from collections.abc import Iterator

from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.work import pooling
from windcrest_core.work.pooling import Pooled, Waiting, pool, together

FREE = math.inf
ONE = [
    Waiting("a", 0, 128, 140, 60, 0.3, FREE, 1),
    Waiting("b", 2, 128, 140, 45, 0.3, FREE, 1),
    Waiting("c", 4, 128, 140, 30, 0.3, FREE, 1),
    Waiting("d", 4, 128, 140, 30, 0.3, FREE, 1),
    Waiting("e", 6, 115, 125, 60, 0.2, FREE, 1),
]
TWO = [
    Waiting("a", 0, 128, 140, 60, 0.4, 0, 1),
    Waiting("b", 1, 128, 132, 90, 0.4, 8, 1),
    Waiting("c", 2, 130, 140, 45, 0.4, 8, 0.15),
    Waiting("d", 3, 120, 135, 30, 0.3, 5, 3),
    Waiting("e", 5, 130, 138, 60, 0.3, FREE, 1),
    Waiting("f", 8, 128, 131, 45, 0.3, FREE, 1),
]
THREE = [
    Waiting("a", 0, 130, 140, 60, 0.5, 6, 1),
    Waiting("b", 0, 130, 140, 60, 0.4, 3, 1),
    Waiting("c", 1, 115, 124, 90, 0.3, 9, 1),
    Waiting("d", 2, 118, 132, 60, 0.3, FREE, 1),
    Waiting("e", 3, 130, 140, 120, 0.2, 9, 3),
    Waiting("f", 4, 120, 135, 30, 0.2, FREE, 0.1),
    Waiting("g", 6, 130, 140, 45, 0.5, 12, 1),
]
# Ṡ a minute at these dials, as 6b prints it: 1/1800 s · exp(−200e3/R (1/T − 1/423.15)) · 60
SCORCH = {
    dial: math.exp(-200e3 / 8.314462618 * (1 / (dial + 273.15) - 1 / 423.15)) / 30
    for dial in range(100, 150)
}


def partitions(rows: list[Waiting]) -> Iterator[list[list[Waiting]]]:
    if not rows:
        yield []
        return
    first, *rest = rows
    for found in partitions(rest):
        yield [[first], *found]
        for n in range(len(found)):
            yield [*found[:n], [first, *found[n]], *found[n + 1 :]]


def goes(load: list[Waiting]) -> bool:
    """The rules of 6b, written down once more."""
    if len(load) == 1:
        return True
    dial = max(row.least_c for row in load)
    minutes = max(row.minutes for row in load)
    return (
        all(dial <= row.most_c for row in load)
        and sum(row.tray for row in load) <= 1.0000001
        and all(SCORCH[int(dial)] * minutes <= row.scorch_left for row in load)
    )


def by_force(rows: list[Waiting]) -> tuple[int, float] | None:
    """Every partition in every order."""
    best: tuple[int, float] | None = None
    for loads in partitions(rows):
        if not all(goes(load) for load in loads):
            continue
        for order in itertools.permutations(loads):
            free, wait = -math.inf, 0.0
            for load in order:
                start = max(free, *(row.ready_h for row in load))
                if any(start > row.latest_h for row in load):
                    break
                wait += sum(start - row.ready_h for row in load)
                free = start + max(row.minutes for row in load) / 60 + 0.25
            else:
                if best is None or (len(loads), wait) < (best[0], best[1] - 1e-9):
                    best = len(loads), wait
    return best


def shape(found: Pooled) -> list[tuple[str, float]]:
    return [("".join(load.ids), load.start_h) for load in found.loads]


@st.composite
def rows(draw: st.DrawFn, most: int = 5) -> list[Waiting]:
    found = []
    for n in range(draw(st.integers(1, most))):
        ready = draw(st.integers(0, 8))
        least = draw(st.sampled_from([115, 120, 128, 130]))
        found.append(
            Waiting(
                str(n),
                ready,
                least,
                least + draw(st.sampled_from([3, 8, 15])),
                draw(st.sampled_from([30, 60, 120])),
                draw(st.sampled_from([0.2, 0.4, 0.6])),
                ready + draw(st.sampled_from([0, 3, 8, 100])),
                draw(st.sampled_from([0.1, 1.0, 3.0])),
            )
        )
    return found


class PoolingTest(unittest.TestCase):
    def test_references(self) -> None:
        """(loads, hours waited) and, where there is no tie, the loads themselves."""
        wanted = ((ONE, 3, 2.0), (TWO, 3, 11.0), (THREE, 3, 8.0))
        for given_rows, loads, wait in wanted:
            for how in (pooling._exact, pooling._laid):
                found = how(given_rows)
                assert found is not None
                self.assertEqual((len(found.loads), found.wait_h), (loads, wait))
        two, three = pool(TWO), pool(THREE)
        assert two is not None and three is not None
        self.assertEqual(shape(two), [("a", 0), ("bd", 3), ("cef", 8)])
        self.assertEqual(shape(three), [("ab", 0), ("cdf", 4), ("eg", 6)])

    @settings(max_examples=60, deadline=None)
    @given(rows())
    def test_no_way_is_better(self, given_rows: list[Waiting]) -> None:
        found, forced = pool(given_rows), by_force(given_rows)
        if found is None or forced is None:
            self.assertEqual(found, forced)
            return
        self.assertEqual(len(found.loads), forced[0])
        self.assertAlmostEqual(found.wait_h, forced[1], 6)

    @settings(max_examples=40, deadline=None)
    @given(rows(most=14))
    def test_many_are_laid_so_that_all_holds(self, given_rows: list[Waiting]) -> None:
        """Whatever is laid one by one holds; nine at most are never worse than a load above the best."""
        found = pooling._laid(given_rows)
        by_id = {row.id: row for row in given_rows}
        if found is None:
            return
        self.assertEqual(sorted(i for load in found.loads for i in load.ids), sorted(by_id))
        free = -math.inf
        for load in found.loads:
            inside = [by_id[i] for i in load.ids]
            self.assertTrue(goes(inside))
            self.assertGreaterEqual(load.start_h, max(free, *(row.ready_h for row in inside)))
            self.assertLessEqual(load.start_h, min(row.latest_h for row in inside))
            free = load.start_h + load.minutes / 60 + 0.25
        if len(given_rows) <= 8 and (exact := pool(given_rows)) is not None:
            self.assertLessEqual(len(found.loads), len(exact.loads) + 1)

    def test_what_keeps_two_apart(self) -> None:
        a, b = ONE[0], ONE[1]
        self.assertEqual(together([a, b]), (128, 60))
        self.assertIsNone(together([a, b._replace(tray=0.75)]))
        self.assertIsNone(together([a, b._replace(least_c=141, most_c=150)]))
        self.assertIsNone(together([a, b._replace(scorch_left=SCORCH[128] * 60 - 1e-6)]))
        self.assertIsNotNone(together([a, b._replace(scorch_left=SCORCH[128] * 60 + 1e-6)]))
        hotter = b._replace(scorch_left=SCORCH[133] * 60 - 1e-6, offset_c=5)
        self.assertIsNone(together([a, hotter]))
        self.assertIsNotNone(together([a, hotter._replace(offset_c=4)]))
        self.assertEqual(together([a._replace(tray=2.0, scorch_left=0.0)]), (128, 60))

    def test_nothing_is_pooled_of_nothing_and_too_late_is_none(self) -> None:
        self.assertEqual(pool([]), Pooled([], 0.0))
        late = [a._replace(latest_h=a.ready_h, tray=0.9) for a in (ONE[0], ONE[0]._replace(id="z"))]
        self.assertIsNone(pool(late))
