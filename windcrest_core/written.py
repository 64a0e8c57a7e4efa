"""Numbers and units as people write them: fractions, feet and inches, decimal commas, signs of their own."""

from __future__ import annotations

import math
import re
import unicodedata
from typing import NamedTuple

from windcrest_core.errors import UnitError

LONGEST = 60
_SIGNS = str.maketrans(
    {
        "′": "'",
        "’": "'",
        "‘": "'",
        "´": "'",
        "`": "'",
        "″": '"',
        "”": '"',
        "“": '"',
        "−": "-",
        "–": "-",
        "‑": "-",
        "‐": "-",
        "⁄": "/",
    }
)
_BEFORE_FRACTION = re.compile(r"(?<=\d)(?=[¼½¾⅐-⅞])")
_RAISED = re.compile(r"[⁰¹²³⁴-⁹₀-₉]")
_NUMBER = (
    r"(?:(?P<whole>\d+)(?:\s+|\s*-\s*)(?P<top>\d+)\s*/\s*(?P<bottom>\d+)"
    r"|(?P<top2>\d+)\s*/\s*(?P<bottom2>\d+)"
    r"|(?P<thousands>[1-9]\d{0,2}(?:,\d{3})+(?:\.\d+)?(?![\d,]))"
    r"|(?P<comma>\d+,\d+(?![\d,]))"
    r"|(?P<plain>\d+\.?\d*(?:e[-+]?\d+)?|\.\d+))"
)
_TERM = re.compile(rf"\s*(?P<sign>[-+]?)\s*{_NUMBER}(?![\d,])\s*-?\s*(?P<unit>[^\d+\-.,/]*)\.?")


class Term(NamedTuple):
    """One number and the unit written after it, in small letters; "" where there is none."""

    number: float
    unit: str


def plain(value: object, hint: str) -> str:
    """The text with one spelling of each sign, in small letters.

    Raises
    ------
    UnitError : no text, or longer than any measure is; `hint` says what to write.

    Examples
    --------
    >>> plain("12½ IN", ""), plain("135 ℃", "")
    ('12 1/2 in', '135 °c')
    """
    text = value if isinstance(value, str) else ""
    if not text.strip() or len(text) > LONGEST or _RAISED.search(text):
        raise UnitError(value, f"write {hint}")
    spaced = _BEFORE_FRACTION.sub(" ", text).translate(_SIGNS)
    folded = unicodedata.normalize("NFKC", spaced).translate(_SIGNS).lower()
    return " ".join(folded.replace("''", '"').split())


def terms(value: object, hint: str) -> list[Term]:
    """What was written, number by number.

    Parameters
    ----------
    value : a number, or text such as ``5' 3"``, ``12,5 cm``, ``1-1/2 in``. A comma that is followed by
        exactly three digits, after one to three of which the first is no nought, parts thousands; any
        other is a decimal comma.
    hint : what to write, for the error.

    Raises
    ------
    UnitError : no number, or one that is not finite.

    Examples
    --------
    >>> [tuple(term) for text in ("5' 3\\"", "1,250 mm", "12,5 cm") for term in terms(text, "")]
    [(5.0, "'"), (3.0, '"'), (1250.0, 'mm'), (12.5, 'cm')]
    """
    if isinstance(value, int | float) and not isinstance(value, bool):
        return [Term(_finite(value, value, hint), "")]
    text, found, at = plain(value, hint), list[Term](), 0
    while at < len(text):
        match = _TERM.match(text, at)
        if match is None or (found and match["sign"]):
            raise UnitError(value, f"write {hint}")
        found.append(Term(_finite(_number(match, value, hint), value, hint), match["unit"].strip()))
        at = match.end()
    return found


def _number(match: re.Match[str], value: object, hint: str) -> float:
    bottom = match["bottom"] or match["bottom2"]
    if bottom is not None:
        if int(bottom) == 0:
            raise UnitError(value, f"a fraction over nought means nothing; write {hint}")
        number = int(match["whole"] or 0) + int(match["top"] or match["top2"]) / int(bottom)
    elif match["thousands"] is not None:
        number = float(match["thousands"].replace(",", ""))
    elif match["comma"] is not None:
        number = float(match["comma"].replace(",", "."))
    else:
        number = float(match["plain"])
    return -number if match["sign"] == "-" else number


def _finite(number: float, value: object, hint: str) -> float:
    try:
        found = float(number)
    except OverflowError:
        found = math.inf
    if not math.isfinite(found):
        raise UnitError(value, f"write {hint}")
    return found
