"""What is said of the base and of the end of the work."""

from __future__ import annotations

from windcrest_core.facts import Frozen, Quantity, Text, Why
from windcrest_core.findings import Finding
from windcrest_core.steps import Undated


class CheckItem(Frozen):
    key: str
    label: Text
    done: bool


class FinishPlan(Frozen):
    least_base: Quantity
    pegs_why: Why
    checklist: list[CheckItem]
    findings: list[Finding]
    steps: Undated
