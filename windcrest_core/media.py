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
