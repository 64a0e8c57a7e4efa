"""Change some of a person's house rules."""

from __future__ import annotations

from typing import Any

from server.accounts.models import HouseRules
from windcrest_core.context import Rules, load_rules
from windcrest_core.errors import SheetError, UnitError
from windcrest_core.units import length_mm


def set_rules(document: HouseRules, changes: dict[str, Any]) -> Rules:
    """`changes` by path, such as ``oven/offset_c``; lengths may be text with a unit."""
    body = document.rules.model_dump(mode="json")
    for path, value in changes.items():
        holder, keys = body, path.split("/")
        for key in keys[:-1]:
            holder = holder.get(key) if isinstance(holder.get(key), dict) else {}
        if keys[-1] not in holder:
            raise SheetError.one(path, value, "a house rule there is")
        if path.endswith("_mm"):
            try:
                value = length_mm(value)
            except UnitError as error:
                raise SheetError.one(path, value, error.allowed) from error
        holder[keys[-1]] = value
    rules = load_rules(body)
    document.change(rules.model_dump(mode="json"))
    return rules
