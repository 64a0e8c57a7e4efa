"""Ids and colours as people's documents write them."""

from __future__ import annotations

from typing import Annotated

from pydantic import StringConstraints

Hex = Annotated[str, StringConstraints(pattern=r"^#[0-9a-f]{6}$")]
Id = Annotated[str, StringConstraints(pattern=r"^[a-z][a-z0-9_]{0,39}$")]
