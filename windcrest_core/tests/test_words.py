"""Every sentence has its code, every code its sentence, and every hole in one its value."""

from __future__ import annotations

import ast
import re
import unittest
from collections.abc import Iterator
from pathlib import Path

from windcrest_core.facts import said
from windcrest_core.measures import Units
from windcrest_core.say import ENDINGS, Hole, Sayer, parts_of
from windcrest_core.tests.support import spoken
from windcrest_core.words import WORDS

CORE = Path(__file__).resolve().parent.parent


def calls() -> Iterator[tuple[str, list[str], set[str]]]:
    """Where something is said, the codes it may have, and the names of its values."""
    for path in sorted(CORE.rglob("*.py")):
        if "tests" in path.parts:
            continue
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            if isinstance(node, ast.Call) and getattr(node.func, "id", "") == "said":
                where = f"{path.relative_to(CORE)}:{node.lineno}"
                yield where, codes_of(node.args[0]), {str(k.arg) for k in node.keywords}


def codes_of(node: ast.expr) -> list[str]:
    match node:
        case ast.Constant(value=str(code)):
            return [code]
        case ast.IfExp(body=body, orelse=other):
            return [*codes_of(body), *codes_of(other)]
        case ast.JoinedStr(values=[ast.Constant(value=str(begins)), *_]):
            return [code for code in WORDS if code.startswith(begins)]
        case _:
            return []


def holes(sentence: str) -> set[str]:
    return {part.name for part in parts_of(sentence) if isinstance(part, Hole) and part.low is None}


METRIC = re.compile(r"\d ?(?:mm|cm|m|kg|g|°C|N|N·mm|kPa|cm²|cm³)(?![\w²³·])")
IMPERIAL = re.compile(r"\d ?(?:in|ft|oz|°F|lbf|psi|sq in|cu in)\b")
SENTENCE = re.compile(r"[a-z]{2,} [a-z]{2,} [a-z]{2,}")
SPEAKING = {
    "character",
    "frame",
    "bulk",
    "clay",
    "order",
    "bake",
    "colour",
    "finish",
    "work",
    "totals.py",
    "line.py",
}
NAMING = {
    "character/landmarks.py",  # places on a body
    "character/ages.py",  # people of an age
    "frame/runs.py",  # runs of a new figure, which go into its sheet
}
"""Modules whose strings are names that a sheet or a person keeps."""
CHOICES = {
    node.value
    for path in CORE.rglob("*.py")
    for chosen in ast.walk(ast.parse(path.read_text(encoding="utf-8")))
    if isinstance(chosen, ast.Subscript) and getattr(chosen.value, "id", "") == "Literal"
    for node in ast.walk(chosen.slice)
    if isinstance(node, ast.Constant)
}
"""Values of choices, which are data."""
NOT_SAID = {"WithJsonSchema", "Fault", "one", "compile", "Field", "said", "UnitError", "beyond"}


def named(parts: tuple[str, ...]) -> bool:
    return "/".join(parts) in NAMING or parts[1:2] in (("library",), ("starting",))


def sample(hole: Hole) -> int | float | str:
    if hole.unit:
        return 123.4
    if "|" in hole.way:
        return 2
    return 12.3 if re.search(r"[.\d%fg]", hole.way) else "thing"


def written(tree: ast.AST) -> Iterator[tuple[int, str]]:
    """Strings of a module that are neither docstrings nor in what is raised or refused, with their lines."""
    for node in ast.iter_child_nodes(tree):
        if isinstance(node, ast.Raise) or (
            isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant)
        ):
            continue
        if isinstance(node, ast.Subscript) and getattr(node.value, "id", "") == "Literal":
            continue
        if isinstance(node, ast.Call):
            name = getattr(node.func, "id", getattr(node.func, "attr", ""))
            if name in NOT_SAID:
                continue
        if isinstance(node, ast.JoinedStr):
            pieces = [p.value if isinstance(p, ast.Constant) else "{}" for p in node.values]
            yield node.lineno, "".join(map(str, pieces))
        elif isinstance(node, ast.Constant) and isinstance(node.value, str):
            yield node.lineno, node.value
        else:
            yield from written(node)


class WordsTest(unittest.TestCase):
    maxDiff = None

    def test_what_is_said_has_words_and_the_words_have_what_they_want(self) -> None:
        used: set[str] = set()
        for where, codes, names in calls():
            if not codes:
                continue
            for code in codes:
                with self.subTest(where, code=code):
                    self.assertIn(code, WORDS)
                    self.assertLessEqual(holes(WORDS[code]), names)
            self.assertEqual(
                names - set().union(*(holes(WORDS.get(c, "")) for c in codes)), set(), where
            )
            used.update(codes)
        self.assertEqual(set(WORDS) - used, set(), "said nowhere")

    def test_a_number_is_told_with_its_unit_or_as_a_count(self) -> None:
        for code, sentence in WORDS.items():
            plain = re.sub(r"\{[^{}]*\}", "", sentence)
            with self.subTest(code):
                self.assertIsNone(re.search(r"\d ?(?:mm|cm|g|kg|oz|in|°C|°F|kPa|N·mm)\b", plain))
                self.assertNotRegex(sentence, r"\} ?(?:mm|cm|g|°C|°F|kPa|N·mm|cm³|cm²)(?![\w²³])")
                self.assertEqual(plain.count("{") + plain.count("}"), 0)

    def test_a_numbered_name_takes_no_article(self) -> None:
        for part, words in (
            ("horn", "Glue on the horn"),
            ("claw 2", "Glue on claw 2"),
            (["right claw", "left claw"], "Glue on the right and left claw"),
            (["claw 1", "claw 2", "claw 3"], "Glue on claw 1 to 3"),
        ):
            self.assertEqual(spoken(said("clay.glue_on_the", part=part)), words)

    def test_every_sentence_in_both_kinds_of_units(self) -> None:
        """Each hole filled: no metric unit is left in inches, and no other in millimetres."""
        inches = Sayer(Units(length="in", mass="oz", temperature="F"), WORDS)
        metric = Sayer(Units(), WORDS)
        for code, sentence in WORDS.items():
            filled = {
                part.name: sample(part) for part in parts_of(sentence) if isinstance(part, Hole)
            }
            text = said(code, **filled)
            with self.subTest(code):
                self.assertNotRegex(inches.say(text), METRIC)
                self.assertNotRegex(metric.say(text), IMPERIAL)

    def test_sentences_stand_in_words_alone(self) -> None:
        """Three words or more in a string that is no name of a thing, no fault and no docstring."""
        for path in sorted(CORE.rglob("*.py")):
            parts = path.relative_to(CORE).parts
            if parts[0] not in SPEAKING or parts[-1] == "words.py" or named(parts):
                continue
            for line, text in written(ast.parse(path.read_text(encoding="utf-8"))):
                if text in CHOICES:
                    continue
                with self.subTest(f"{'/'.join(parts)}:{line}"):
                    self.assertNotRegex(text, SENTENCE)

    def test_endings_are_units(self) -> None:
        self.assertEqual(len(set(ENDINGS.values())), len(ENDINGS))
