"""The papers there are, upright, mm."""

from __future__ import annotations

from reportlab.lib import pagesizes
from reportlab.lib.units import mm

PAPERS: dict[str, tuple[float, float]] = {
    name: (size[0] / mm, size[1] / mm)
    for name, size in (
        ("A4", pagesizes.A4),
        ("A3", pagesizes.A3),
        ("Letter", pagesizes.LETTER),
        ("Legal", pagesizes.LEGAL),
    )
}
