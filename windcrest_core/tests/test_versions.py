"""What people have kept is read for good: a document of every version, and the ladder they climb."""

from __future__ import annotations

import copy
import json
import unittest
from collections.abc import Callable
from pathlib import Path
from typing import Any

from windcrest_core.errors import SheetError
from windcrest_core.facts import Frozen
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import (
    CONTEXT,
    PROGRESS,
    RULES,
    STORES,
    Context,
    load_context,
    load_progress,
    load_rules,
    load_stores,
)
from windcrest_core.given.progress import Progress
from windcrest_core.given.stores import Owned
from windcrest_core.sheet import FigureSheet, load_sheet
from windcrest_core.sheet.edits import apply_edits, load_operations
from windcrest_core.sheet.upgrades import OPERATIONS, SHEET
from windcrest_core.tests.support import example, planned
from windcrest_core.versions import Ladder

KEPT = Path(__file__).parent / "kept"
READ: dict[str, tuple[Ladder, Callable[[Any], Any], type[Frozen]]] = {
    "figure-sheet": (SHEET, load_sheet, FigureSheet),
    "rules": (RULES, load_rules, Rules),
    "stores": (STORES, load_stores, Owned),
    "progress": (PROGRESS, load_progress, Progress),
    "context": (CONTEXT, load_context, Context),
}


def kept(name: str) -> Any:
    return json.loads((KEPT / f"{name}.json").read_text(encoding="utf-8"))


def laid_over(now: Any, then: Any) -> Any:
    """What was written then over what is read now: fields that came since keep what they begin with."""
    if isinstance(now, dict) and isinstance(then, dict):
        return {**now, **{key: laid_over(now.get(key), value) for key, value in then.items()}}
    if isinstance(now, list) and isinstance(then, list) and len(now) == len(then):
        return [laid_over(one, other) for one, other in zip(now, then, strict=True)]
    return then


class KeptTest(unittest.TestCase):
    def test_a_file_of_every_version_is_there_and_read(self) -> None:
        for name, (ladder, load, _) in READ.items():
            for version in range(ladder.first, ladder.current + 1):
                with self.subTest(name, version=version):
                    document = kept(f"{name}-{version}")
                    before = copy.deepcopy(document)
                    again = load(document).model_dump(mode="json")
                    self.assertEqual(document, before)
                    self.assertEqual(load(again).model_dump(mode="json"), again)
                    if version == ladder.current:
                        self.assertEqual(laid_over(again, document), again)

    def test_the_model_is_of_the_version_the_ladder_ends_at(self) -> None:
        for name, (ladder, _, model) in READ.items():
            with self.subTest(name):
                self.assertEqual(model.model_fields[ladder.field].default, ladder.current)

    def test_one_that_is_newer_is_refused_by_its_name(self) -> None:
        for name, (ladder, load, _) in READ.items():
            for version in (ladder.current + 1, 0, "1", True, None):
                with self.subTest(name, version=version), self.assertRaises(SheetError) as caught:
                    load({**kept(f"{name}-{ladder.current}"), ladder.field: version})
                (fault,) = caught.exception.faults
                self.assertEqual((fault.path, fault.value), (ladder.field, version))
                self.assertIn(ladder.document, fault.allowed)
            with self.subTest(name), self.assertRaises(SheetError):
                load([])

    def test_a_figure_finished_long_ago_keeps_what_it_was_made_from(self) -> None:
        """The oldest such record has no version of its own; its rules and stores have."""
        found = load_context(kept("context-1"))
        self.assertEqual((found.rules.wall_mm, found.rules.oven.offset_c), (4, 7))
        self.assertEqual(found.stores.coils[0].length_mm, 3400)

    def test_a_part_says_itself_what_its_id_said_before(self) -> None:
        """Of version 1 the id decided, and `eyebrow` passed for an eye that wants to be hard."""
        wanted = {
            "eye_r": "eye",
            "eye_2_l": "eye",
            "eyebrow_r": None,
            "eye_drawn_r": "drawn_eye",
            "tooth_3": "tooth",
            "teeth": "tooth",
            "horn_l": "horn",
            "claw_1_r": "claw",
            "bill_upper": "mouth",
            "braid": "hair",
            "chest": None,
        }
        old = {"sheet_version": 1, "parts": [{"id": key} for key in wanted]}
        parts = SHEET.upgraded(old)["parts"]
        self.assertEqual({part["id"]: part["feature"] for part in parts}, wanted)
        put_in = {"path": "part/horn_l", "value": {"id": "horn_l"}}
        wall, gone = (
            {"path": "part/chest/wall_mm", "value": 4},
            {"path": "part/nose", "value": None},
        )
        file = {"sheet_version": 1, "operations": [put_in, wall, gone]}
        rows = OPERATIONS.upgraded(file)["operations"]
        self.assertEqual(rows[0]["value"]["feature"], "horn")
        self.assertEqual(rows[1:], [wall, gone])
        new = load_sheet(kept("figure-sheet-1"))
        found = {part.id: part.feature for part in new.parts if part.feature}
        self.assertEqual(found, {"eye_r": "eye", "eye_l": "eye", "braid": "hair"})

    def test_four_fields_of_a_part_come_to_one_meeting(self) -> None:
        """Version 2 said what it could of a meeting in `press_in`, `made_apart`, `rests` and `lies_on`."""
        for old, kind, hosts in (
            ({}, "blend", []),
            ({"lies_on": "skull"}, "lay", ["skull"]),
            ({"lies_on": "skull", "press_in": True}, "press", ["skull"]),
            ({"press_in": True}, "press", []),
            ({"made_apart": True}, "glue", []),
            ({"made_apart": True, "press_in": True, "lies_on": "skull"}, "glue", ["skull"]),
            ({"rests": True, "lies_on": "skull"}, "rest", ["skull"]),
            ({"rests": True, "stock": "wood", "lies_on": "skull"}, "press", ["skull"]),
            ({"stock": "glass", "lies_on": "skull"}, "press", ["skull"]),
            ({"stock": "wood"}, "blend", []),
        ):
            sheet = SHEET.upgraded({"sheet_version": 2, "parts": [{"id": "it", **old}]})
            with self.subTest(old):
                wanted = {"id": "it", "meeting": {"kind": kind, "hosts": hosts}}
                if "stock" in old:
                    wanted["stock"] = old["stock"]
                self.assertEqual(sheet["parts"], [{**wanted, "form": {"kind": "solid"}}])

    def test_core_and_wall_come_to_a_form(self) -> None:
        """Version 4 had both on the part itself; operations on them are read as before, at any version."""
        old = {"id": "it", "core": "wire", "wall_mm": 4.0, "label": "it"}
        new = {"id": "it", "label": "it", "form": {"kind": "solid", "core": "wire", "wall_mm": 4.0}}
        sheet = SHEET.upgraded({"sheet_version": 4, "parts": [old]})
        self.assertEqual(sheet["parts"], [new])
        rows = [{"path": "part/it", "value": old}, {"path": "part/it/core", "value": "foil"}]
        file = OPERATIONS.upgraded({"sheet_version": 4, "operations": rows})
        self.assertEqual(file["operations"], [{"path": "part/it", "value": new}, rows[1]])

    def test_old_operations_on_the_four_fields_are_read(self) -> None:
        def now(*rows: tuple[str, Any]) -> list[tuple[str, Any]]:
            old = [{"path": f"part/it/{path}", "value": value} for path, value in rows]
            file = OPERATIONS.upgraded({"sheet_version": 2, "operations": old})
            return [(row["path"], row["value"]) for row in file["operations"]]

        at = "part/it/meeting"
        self.assertEqual(now(("press_in", True)), [(f"{at}/kind", "press")])
        self.assertEqual(now(("made_apart", False)), [(f"{at}/kind", "blend")])
        laid = {"kind": "lay", "hosts": ["skull"]}
        self.assertEqual(now(("lies_on", "skull")), [(at, laid)])
        self.assertEqual(now(("lies_on", None)), [(f"{at}/hosts", [])])
        self.assertEqual(
            now(("lies_on", "skull"), ("press_in", True)),
            [(f"{at}/hosts", ["skull"]), (f"{at}/kind", "press")],
        )
        self.assertEqual(now(("wall_mm", 4)), [("part/it/wall_mm", 4)])

    def test_what_is_done_on_a_figure_half_built_stays_done(self) -> None:
        """Two bakes run and a step of the third ticked in the plan of version 2."""
        old = kept("half-built-2")
        order = planned(load_sheet(old["sheet"]), Context(), load_progress(old["progress"])).order
        done = {key: step.bake for step in order.steps if step.done for key in step.keys}
        self.assertEqual(done, old["bakes"])
        left = [step for step in order.steps if not step.done and step.bake]
        self.assertEqual({step.bake for step in left}, {3})
        self.assertNotIn("order.meeting.conflict", [row.id for row in order.findings])

    def test_a_file_of_operations_says_the_sheet_it_was_written_for(self) -> None:
        operations = load_operations(kept("operations-1"))
        newest, _ = apply_edits(
            example("newt_drummer"), load_operations(kept(f"operations-{OPERATIONS.current}"))
        )
        self.assertEqual(newest.part("nose_horn").meeting.kind, "pin")
        self.assertEqual(newest.part("hand_r").meeting.hosts, ["forearm_r"])
        sheet, _ = apply_edits(example("newt_drummer"), operations)
        self.assertEqual(sheet.part("chest").wall_mm, 4)
        self.assertEqual(sheet.order.moves[-1].bake, 1)
        with self.assertRaisesRegex(SheetError, "sheet_version"):
            load_operations({**kept("operations-1"), "sheet_version": OPERATIONS.current + 1})
        with self.assertRaisesRegex(SheetError, "operations/0/path"):
            load_operations({"operations": [{"value": 3}]})


class LadderTest(unittest.TestCase):
    def test_every_rung_is_taken_in_turn_and_what_was_given_stays(self) -> None:
        def widths(data: dict[str, Any]) -> dict[str, Any]:
            data["sizes"] = [data.pop("width") * 2]
            return data

        def named(data: dict[str, Any]) -> dict[str, Any]:
            data["sizes"] = {"across": data["sizes"][0]}
            return data

        ladder = Ladder("list of sizes", "sizes_version", (widths, named))
        self.assertEqual(ladder.current, 3)
        old = {"sizes_version": 1, "width": 4}
        self.assertEqual(ladder.upgraded(old), {"sizes_version": 3, "sizes": {"across": 8}})
        self.assertEqual(old, {"sizes_version": 1, "width": 4})
        second = {"sizes_version": 2, "sizes": [8]}
        self.assertEqual(ladder.upgraded(second)["sizes"], {"across": 8})
        self.assertEqual(ladder.upgraded({"sizes": {"across": 1}}), {"sizes": {"across": 1}})
        oldest = Ladder("list of sizes", "sizes_version", (widths, named), unmarked=1)
        self.assertEqual(oldest.upgraded({"width": 1})["sizes"], {"across": 2})
