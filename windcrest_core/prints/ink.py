"""Lines and words of a drawing put on a page, in mm."""

from __future__ import annotations

from collections.abc import Iterable

from windcrest_core.prints.drawn import Line, Word, in_order
from windcrest_core.prints.pen import Pen
from windcrest_core.prints.placing import box_of

SHADE = 0.87


def ink_lines(pen: Pen, lines: Iterable[Line]) -> None:
    """The lowest first; a wire is a tube, a shade is filled."""
    for line in in_order(tuple(lines)):
        fill = SHADE if line.style == "shade" else None
        for broad, grey in line.strokes:
            pen.line(
                line.points,
                broad,
                line.dashes_mm,
                grey=grey,
                fill=fill,
                closed=line.closed,
                cap=not line.dashes_mm,
            )


def ink_words(pen: Pen, words: Iterable[Word]) -> None:
    for word in words:
        if word.backed:
            pen.blank(box_of(word))
        pen.write(word.x, word.y, word.text, word.size_mm, word.bold, word.anchor)
