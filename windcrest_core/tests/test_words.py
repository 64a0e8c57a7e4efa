"""Every sentence has its code, every code its sentence, and every hole in one its value."""

from __future__ import annotations

import ast
import re
import unittest
from collections.abc import Iterator
from pathlib import Path

from windcrest_core.say import ENDINGS, Hole, parts_of
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

    def test_endings_are_units(self) -> None:
        self.assertEqual(len(set(ENDINGS.values())), len(ENDINGS))
