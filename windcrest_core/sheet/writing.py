"""Names and longer texts of a sheet."""

from __future__ import annotations

from typing import Annotated

from pydantic import StringConstraints

Label = Annotated[str, StringConstraints(min_length=1, max_length=80, strip_whitespace=True)]
Words = Annotated[str, StringConstraints(max_length=4000)]
