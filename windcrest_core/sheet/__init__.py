"""The figure sheet: model, joints, loading, upgrades and edits."""

from windcrest_core.sheet.load import load_sheet, parse
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.runs import Run

__all__ = ["FigureSheet", "Part", "Run", "load_sheet", "parse"]
