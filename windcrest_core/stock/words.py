"""What stock says, by code: see `say`."""

from __future__ import annotations

WORDS = {
    "stock.what_you_paid_before": "what you paid before",
    "stock.catalogue_assumed": "catalogue, assumed",
    "stock.piece_across": "{material}, {long_mm}",
    "stock.piece_long": "{material}, {long_mm} × {broad_mm}",
    "stock.round_base": "Base, round, {wide_mm}, {thick_mm} thick",
    "stock.base": "Base, {shape}, {wide_mm} × {deep_mm}, {thick_mm} thick",
}
