"""Orders and least bakes of reference figures, found a second way: every course of work of raw and cured parts tried."""

from __future__ import annotations

import itertools
import unittest
from collections import deque
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.order.model import OrderPlan
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.parts import Part
from windcrest_core.tests.meeting_figures import (
    BODY,
    BOTH,
    HANDS,
    HEAD,
    SEATED,
    figure_of,
    part,
    seated,
)
from windcrest_core.tests.support import changed, context, planned
from windcrest_core.tests.sweeps import examples, sweep

SCHOOLS = ("one_bake", "save_progress", "short_sets")


REFERENCES: dict[str, tuple[FigureSheet, tuple[int, int, int]]] = {
    "teeth into gums, then lips": (
        figure_of(
            part("gums", "lay", HEAD),
            part("teeth", "press", "gums", delicate=True),
            part("lips", "lay", "gums"),
        ),
        (2, 2, 3),
    ),
    "horns, then ears": (
        figure_of(part("horns", "press", HEAD), part("ears", "lay", HEAD, delicate=True)),
        (2, 3, 3),
    ),
    "horns in a raw bed on the cured head": (
        figure_of(
            part("horns", "press", HEAD, how={"bed": "fresh"}),
            part("ears", "lay", HEAD, delicate=True),
        ),
        (2, 2, 2),
    ),
    "horns pinned": (
        figure_of(part("horns", "pin", HEAD), part("ears", "lay", HEAD, delicate=True)),
        (1, 2, 2),
    ),
    "claws glued on painted fingers": (
        figure_of(part("finger", "blend", HEAD), part("claw", "glue", "finger")),
        (1, 1, 1),
    ),
    "claws pressed in": (
        figure_of(part("finger", "blend", HEAD), part("claw", "press", "finger")),
        (2, 2, 2),
    ),
    "membranes laced on painted ribs": (
        figure_of(
            part("ribs", "lay", HEAD, delicate=True),
            part("membrane", "dress", "ribs", stock="cotton", how={"by": "knot"}),
        ),
        (1, 2, 2),
    ),
    "hair on a cured face": (
        figure_of(
            part("ears", "lay", HEAD, delicate=True),
            part("hair", "lay", HEAD, "ears", delicate=True, how={"cured": True}),
        ),
        (2, 2, 3),
    ),
    "hair on a face raw or cured": (
        figure_of(
            part("ears", "lay", HEAD, delicate=True),
            part("hair", "lay", HEAD, "ears", delicate=True),
        ),
        (1, 2, 3),
    ),
    "a gourd closed with a raw plug": (
        figure_of(part("plug", "lay", HEAD, how={"cured": True}), part__skull__core="pulled"),
        (2, 2, 2),
    ),
    "a gourd with its lid glued on": (
        figure_of(part("lid", "glue", HEAD), part__skull__core="pulled"),
        (1, 1, 1),
    ),
    "a head pinned after its bake": (
        figure_of(
            part("head", "pin", HEAD),
            part("hair", "lay", "head", delicate=True),
        ),
        (1, 2, 2),
    ),
    "a limb drilled in, with a raw collar": (
        figure_of(part("limb", "pin", HEAD, how={"closed": "collar"})),
        (2, 2, 2),
    ),
    "a pearl in a fish in a jaw": (
        figure_of(
            part("fish", "press", HEAD),
            part("pearl", "press", "fish"),
        ),
        (3, 3, 3),
    ),
    "two hands on one oar": (figure_of(*HANDS, part("oar", "hold", *BOTH)), (2, 2, 2)),
    "two hands on a bought oar": (
        figure_of(*HANDS, part("oar", "hold", *BOTH, stock="wood")),
        (1, 2, 2),
    ),
    "two hands on a stand-in of the oar": (
        figure_of(*HANDS, part("oar", "hold", *BOTH, how={"how": "stand_in"})),
        (1, 2, 2),
    ),
    "a star that slides out of a hand": (
        figure_of(HANDS[0], part("star", "hold", "hand_r", how={"how": "slides_out"})),
        (2, 2, 2),
    ),
    "hands on a cured box": (
        figure_of(
            *(part(key, "blend", HEAD, delicate=True, rests_on=["box"]) for key in BOTH),
            part("box", "glue", *BOTH),
        ),
        (2, 2, 2),
    ),
    "hands on a bought box": (
        figure_of(
            *(part(key, "blend", HEAD, delicate=True, rests_on=["box"]) for key in BOTH),
            part("box", "glue", *BOTH, stock="wood"),
        ),
        (1, 2, 2),
    ),
    "seated, coat tail after": (figure_of(*SEATED, **seated()), (2, 3, 4)),
    "seated on a stand-in": (figure_of(*SEATED, **seated(stand_in=True)), (1, 2, 3)),
    "a hat formed on the cured head": (
        figure_of(part("hat", "rest", HEAD, how={"cured": True})),
        (2, 2, 2),
    ),
    "clay membranes over painted ribs": (
        figure_of(
            part("ribs", "lay", HEAD, delicate=True),
            part("membrane", "lay", "ribs", how={"painted": True}),
        ),
        (2, 3, 3),
    ),
    "beads strung on the wire of the neck": (
        figure_of(part("bead_1", "thread"), part("bead_2", "thread")),
        (1, 1, 1),
    ),
    "glass eyes": (figure_of(part("eye", "press", HEAD, stock="glass")), (1, 1, 1)),
    "horns set by a heat gun": (
        figure_of(part("horns", "press", HEAD, how={"hardened": "heat_gun"})),
        (1, 1, 1),
    ),
}


class Searched:
    """The least bakes of a figure by trying every course of work, from its parts alone.

    A part is nothing, raw or cured; one that is joined later is in its place or not. What may be done next is read
    from the way a part is put on, as one would do it by hand; a bake cures all there is.
    """

    def __init__(self, sheet: FigureSheet, school: str) -> None:
        self.parts = {p.id: p for p in sheet.parts}
        self.school = school
        self.hosts = {p.id: self._hosts(p) for p in sheet.parts}
        self.late = {p.id for p in sheet.parts if p.assembled}

    def _hosts(self, part: Part) -> list[str]:
        if part.meeting.hosts:
            return [h for h in part.meeting.hosts if self.parts[h].stock is None]
        names = [key for key in BODY if key in self.parts]
        return [key for key in names if key != part.id][:1] if part.id in names[1:] else []

    def body(self) -> list[str]:
        return [key for key, p in self.parts.items() if p.of_the_body]

    def least(self) -> int:
        """Breadth first, a bake costs one."""
        keys = [key for key, p in self.parts.items() if p.stock is None]
        joins = [
            key
            for key, p in self.parts.items()
            if p.pressed or (p.meeting.kind == "pin" and key not in self.late)
        ]
        start = (frozenset[str](), frozenset[str](), frozenset[str]())  # raw, cured, joined
        ahead, seen = deque([(start, 0)]), {start: 0}
        while ahead:
            (raw, cured, joined), bakes = ahead.popleft()
            if seen[(raw, cured, joined)] < bakes:
                continue
            if not raw and len(cured) == len(keys) and len(joined) == len(joins):
                return bakes
            following = []
            for key in keys:
                if key not in raw | cured and self.may_form(key, raw, cured):
                    gun = getattr(self.parts[key].meeting, "hardened", "") == "heat_gun"
                    now = (raw, cured | {key}) if gun else (raw | {key}, cured)
                    following.append(((*now, joined), 0))
            for key in joins:
                if key not in joined and self.may_join(key, raw, cured):
                    bed = frozenset({f"bed of {key}"}) if self.wants_bake(key) else frozenset()
                    following.append(((raw | bed, cured, joined | {key}), 0))
            if raw and self.may_bake(raw, cured, joined):
                after = cured | frozenset(key for key in raw if not key.startswith("bed of "))
                following.append(((frozenset(), after, joined), 1))
            for state, cost in following:
                if seen.get(state, 99) > bakes + cost:
                    seen[state] = bakes + cost
                    (ahead.append if cost else ahead.appendleft)((state, bakes + cost))
        raise AssertionError("there is no way to make it")

    def wants_bake(self, key: str) -> bool:
        meeting = self.parts[key].meeting
        return meeting.kind == "pin" or getattr(meeting, "bed", "") == "fresh"

    def may_form(self, key: str, raw: frozenset[str], cured: frozenset[str]) -> bool:
        part = self.parts[key]
        if part.apart or part.pressed:
            return True
        hard_first = [key for key in part.rests_on if self.parts[key].stock is None]
        if part.meeting.kind == "sit" and not getattr(part.meeting, "stand_in", False):
            hard_first += self.hosts[part.id]
        if getattr(part.meeting, "painted", False) or (
            part.meeting.kind == "rest" and getattr(part.meeting, "cured", False)
        ):
            hard_first += self.hosts[part.id]
        if not all(host in cured for host in hard_first):
            return False
        body = self.body()
        if part.delicate and not all(
            other in (raw | cured if self.school == "one_bake" else cured) for other in body
        ):
            return False
        if part.meeting.kind not in ("lay", "rest"):
            return True
        for place, host in enumerate(self.hosts[key]):
            hard = self.school == "short_sets" or (
                place == 0 and getattr(part.meeting, "cured", False)
            )
            if host not in (cured if hard else raw | cured):
                return False
        return True

    def may_join(self, key: str, raw: frozenset[str], cured: frozenset[str]) -> bool:
        part = self.parts[key]
        stand_in = getattr(part.meeting, "how", "") == "stand_in"
        if part.stock is None and key not in cured and not stand_in:
            return False
        hard = self.wants_bake(key)
        return all(host in (cured if hard else raw) for host in self.hosts[key])

    def may_bake(self, raw: frozenset[str], cured: frozenset[str], joined: frozenset[str]) -> bool:
        """No seam of one clay is left with one side of it cured alone; no bed cures before all is in it."""
        for key, one in self.parts.items():
            if one.meeting.kind == "blend" and one.stock is None:
                if one.delicate and self.school != "one_bake":
                    continue
                if any((key in raw) != (host in raw) for host in self.hosts[key]):
                    return False
        return True


def least_bakes(sheet: FigureSheet, school: str) -> int:
    return Searched(sheet, school).least()


def bakes_of(order: OrderPlan) -> int:
    return len(order.bakes)


class ReferenceTest(unittest.TestCase):
    def test_least_bakes_by_every_school(self) -> None:
        """As the table of meetings has them, as the plan has them, and as trying every course has them."""
        for name, (sheet, wanted) in REFERENCES.items():
            for school, number in zip(SCHOOLS, wanted, strict=True):
                with self.subTest(name, school=school):
                    order = planned(sheet, context(bake_school=school)).order
                    self.assertEqual(bakes_of(order), number)
                    self.assertEqual(least_bakes(sheet, school), number)
                    self.assertEqual([f.id for f in order.findings if f.severity == "stop"], [])

    def test_one_bake_takes_hard_bits_first_and_all_the_rest_at_the_end(self) -> None:
        sheet, _ = REFERENCES["horns, then ears"]
        order = planned(sheet, context(bake_school="one_bake")).order
        self.assertEqual(order.bakes[0].parts, ["horns"])
        lid, _ = REFERENCES["a gourd with its lid glued on"]
        both = changed(lid, part__horns=part("horns", "press", HEAD))
        late = planned(both, context(bake_school="one_bake")).order
        self.assertEqual(late.bakes[0].parts, ["horns"])
        early = planned(both, context(bake_school="save_progress")).order
        self.assertEqual(set(early.bakes[0].parts), {"horns", "lid"})


@st.composite
def figures(draw: st.DrawFn) -> FigureSheet:
    """Some parts on a head and on one another, each put on in any way."""
    rows: list[dict[str, Any]] = []
    for n in range(draw(st.integers(1, 4))):
        on = [HEAD, *(row["id"] for row in rows)]
        hosts = draw(st.lists(st.sampled_from(on), min_size=1, max_size=2, unique=True))
        kind = draw(
            st.sampled_from(["blend", "lay", "press", "pin", "glue", "hold", "rest", "thread"])
        )
        how: dict[str, Any] = {}
        if kind in ("lay", "rest"):
            how["cured"] = draw(st.booleans())
        if kind == "lay":
            how["painted"] = draw(st.booleans())
        if kind == "hold":
            how["how"] = draw(st.sampled_from(["stays", "slides_out", "stand_in"]))
        if kind == "press":
            how["bed"] = draw(st.sampled_from(["host", "fresh"]))
        if kind == "pin":
            how["closed"] = draw(st.sampled_from(["glue", "collar"]))
        rows.append(part(f"p{n}", kind, *hosts, delicate=draw(st.booleans()), how=how))
    return figure_of(*rows)


@sweep
class AnyFigureTest(unittest.TestCase):
    @given(figures(), st.sampled_from(SCHOOLS))
    @settings(max_examples=examples(300, least=20), deadline=None)
    def test_no_course_of_work_takes_fewer_bakes(self, sheet: FigureSheet, school: str) -> None:
        order = planned(sheet, context(bake_school=school)).order
        if any(finding.id == "order.meeting.conflict" for finding in order.findings):
            with self.assertRaisesRegex(AssertionError, "no way"):
                least_bakes(sheet, school)
            return
        self.assertEqual(bakes_of(order), least_bakes(sheet, school))

    @given(figures(), st.sampled_from(SCHOOLS))
    @settings(max_examples=examples(300, least=20), deadline=None)
    def test_what_holds_of_every_order(self, sheet: FigureSheet, school: str) -> None:
        """Hard before it is pressed, its bed raw, each part made once, nothing baked for nothing, nothing
        put on wet."""
        order = planned(sheet, context(bake_school=school)).order
        given_up = {f.subject for f in order.findings if f.id == "order.meeting.conflict"}
        at = {key: n for n, step in enumerate(order.steps) for key in step.keys}
        bake = {key: step.bake for step in order.steps for key in step.keys}
        for p in sheet.parts:
            covers = [key for key in at if key == f"{p.id}.cover.1"]
            self.assertEqual(len(covers), 1)
            join = f"{p.id}.join.1"
            if join not in at:
                continue
            if getattr(p.meeting, "how", "") == "stand_in":
                self.assertLess(max(at[covers[0]], at[f"{p.id}.out.1"]), at[f"{p.id}.back.1"])
                self.assertLess(at[join], at[f"{p.id}.out.1"])
                continue
            self.assertLess(at[covers[0]], at[join])
            if p.pressed and p.id not in given_up:
                first, then = bake[covers[0]], bake[join]
                assert first is not None and then is not None
                self.assertLess(first, then)
                for host in p.meeting.hosts:
                    hosted = bake[f"{host}.cover.1"]
                    assert hosted is not None
                    fresh = getattr(p.meeting, "bed", "") == "fresh"
                    (self.assertLess if fresh else self.assertEqual)(hosted, then)
                    self.assertLess(at[f"{host}.cover.1"], at[join])
            if p.assembled:
                self.assertIsNone(bake[f"{p.id}.back.1" if p.put_back else join])
        fed = {step.bake for step in order.steps if step.kind in ("form", "press")}
        self.assertLessEqual({row.number for row in order.bakes}, fed)
        for earlier, later in itertools.pairwise(
            ("figure.sand.1", "figure.prime.1", "figure.seal.1")
        ):
            if earlier in at and later in at:
                self.assertLess(at[earlier], at[later])
