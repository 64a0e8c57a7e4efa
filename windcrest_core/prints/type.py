"""The type that ships with Windcrest and goes into every sheet: Latin, Greek and Cyrillic.

What it cannot show is printed as a question mark and kept with the document, which says so once.
"""

from __future__ import annotations

import unicodedata
from importlib import resources
from typing import Any

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

REGULAR, BOLD = "Bench", "Bench-Bold"
FAMILY = "DejaVu Sans Condensed, DejaVu Sans, sans-serif"
FILES = {REGULAR: "DejaVuSansCondensed.ttf", BOLD: "DejaVuSansCondensed-Bold.ttf"}
POINT_MM = 25.4 / 72
LEAST_PT, READ_PT = 8.0, 10.0
LEAST_MM, READ_MM = LEAST_PT * POINT_MM, READ_PT * POINT_MM
"""The smallest type, and that of what is read at arm's length; height of the line, mm."""
UNKNOWN = "?"
FROM_THE_RIGHT = ("R", "AL")


class _Shipped(TTFont):  # type: ignore[misc]  # reportlab has no types
    """A font that shows what it has, and notes in the document what it has not."""

    def shown(self, text: str) -> tuple[str, set[str]]:
        glyphs = self.face.charToGlyph
        missing = {
            letter
            for letter in text
            if letter not in "\n\t"
            and (ord(letter) not in glyphs or unicodedata.bidirectional(letter) in FROM_THE_RIGHT)
        }
        return "".join(UNKNOWN if letter in missing else letter for letter in text), missing

    def splitString(self, text: Any, doc: Any, encoding: str = "utf-8") -> Any:  # noqa: N802
        shown, missing = self.shown(_whole(text, encoding))
        doc.missing = getattr(doc, "missing", set()) | missing
        return super().splitString(shown, doc, encoding)

    def stringWidth(self, text: Any, size: float, encoding: str = "utf-8") -> Any:  # noqa: N802
        return super().stringWidth(self.shown(_whole(text, encoding))[0], size, encoding)


def _whole(text: str | bytes, encoding: str) -> str:
    """Letters and their accents as one, where there is one."""
    return unicodedata.normalize(
        "NFC", text.decode(encoding) if isinstance(text, bytes) else str(text)
    )


def _register() -> None:
    at = resources.files("windcrest_core.prints") / "fonts"
    for name, file in FILES.items():
        with resources.as_file(at / file) as path:
            pdfmetrics.registerFont(_Shipped(name, str(path)))
    pdfmetrics.registerFontFamily(REGULAR, REGULAR, BOLD, REGULAR, BOLD)


_register()


def width_mm(text: str, size_mm: float, bold: bool = False) -> float:
    """Breadth of words as they are printed, mm.

    Examples
    --------
    >>> round(width_mm("START", 3.5), 1)
    10.2
    """
    return float(pdfmetrics.stringWidth(text, BOLD if bold else REGULAR, size_mm))


def fitted(text: str, room_mm: float, size_mm: float, bold: bool = False) -> tuple[str, float]:
    """Words and their size so that they are no broader than the room: smaller first, cut last.

    Examples
    --------
    >>> fitted("A name", 100.0, 4.0)
    ('A name', 4.0)
    """
    wide = width_mm(text, size_mm, bold)
    if wide <= room_mm:
        return text, size_mm
    size = max(LEAST_MM, size_mm * room_mm / wide)
    while width_mm(text, size, bold) > room_mm + 1e-6:
        text = text.rstrip("…")[:-1].rstrip() + "…"
    return text, size


def broken(text: str, room_mm: float) -> list[str]:
    """Words in the smallest type on as many rows as they need.

    Examples
    --------
    >>> broken("head, spine, right leg", 20.0)
    ['head, spine,', 'right leg']
    """
    rows = [""]
    for word in text.split(" "):
        longer = f"{rows[-1]} {word}" if rows[-1] else word
        if rows[-1] and width_mm(longer, LEAST_MM) > room_mm:
            rows.append(word)
        else:
            rows[-1] = longer
    return rows
