"""What else may be asked of the person where no fix holds: another pose, another size, another school."""

from __future__ import annotations

from collections.abc import Iterator

from windcrest_core.facts import Text, said
from windcrest_core.findings import Finding, Fix, Operation
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.model import FigureSheet

HEIGHTS = (0.85, 1.2, 0.7, 1.5)  # of what it is, tried one after another


def questions(sheet: FigureSheet, finding: Finding) -> Iterator[Fix]:
    """Choices that are the person's own, otherwise: named, never made for them."""
    labels = joint_ranges(sheet.body)
    bent = [key for key in sheet.pose if key in labels]
    if finding.subject in bent:
        yield _at_rest(
            finding.subject, said("settle.ask.joint", joint=labels[finding.subject].label)
        )
    if bent:
        operations = [row for key in bent for row in _straight(key)]
        yield Fix(label=said("settle.ask.pose"), operations=operations)
    for share in HEIGHTS:
        height = 5.0 * round(sheet.height_mm * share / 5)
        if 40 <= height <= 900 and height != sheet.height_mm:
            yield Fix(
                label=said("settle.ask.height", height_mm=height),
                operations=[Operation(path="height_mm", value=height)],
            )


def _straight(joint: str) -> list[Operation]:
    return [
        Operation(path=f"joint/{joint}/{angle}", value=0.0)
        for angle in ("swing_deg", "spread_deg", "turn_deg")
    ]


def _at_rest(joint: str, label: Text) -> Fix:
    return Fix(label=label, operations=_straight(joint))


def label_of(operations: list[Operation]) -> Text:
    """A change of one number, by the end of its path."""
    path, value = operations[0].path, operations[0].value
    name = path.rsplit("/", 1)[-1]
    if name.endswith("_mm"):
        return said("settle.set_mm", what=name[:-3].replace("_", " "), to_mm=float(value))
    return said("settle.set", what=name.replace("_", " "), to=str(value))
