"""What is painted, sealed or dusted with."""

from __future__ import annotations

from typing import Literal

Medium = Literal[
    "acrylic",
    "wash",
    "ink",
    "oil_wash",
    "powder",
    "metallic",
    "glow",
    "varnish_matt",
    "varnish_gloss",
    "solvent_spray",
    "resin",
    "flexible",
    "liquid_clay",
    "pva",
]

LATER_BAKE_C: dict[Medium, float] = {
    "acrylic": 150.0,
    "wash": 150.0,
    "metallic": 150.0,
    "ink": 150.0,
    "powder": 150.0,
    "glow": 130.0,
    "flexible": 130.0,
    "pva": 120.0,
}
"""What stands a later bake bone dry, °C [A]; liquid clay and water varnish go by their labels, oil, solvent and resin not at all."""
NOT_AT_ALL_C = 40.0
