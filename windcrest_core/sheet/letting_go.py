"""What a part does when others go that it is put on."""

from __future__ import annotations

from collections.abc import Collection

from windcrest_core.findings import Operation
from windcrest_core.sheet.forms import WIRE
from windcrest_core.sheet.parts import Part


def let_go(part: Part, gone: Collection[str]) -> list[Operation]:
    """A part lets go of hosts that are to go, and of what it only touches of them; cloth that is left with nothing to
    lie on or hang round is clay of its own shape."""
    found = []
    for field, named in (("meeting/hosts", part.meeting.hosts), ("rests_on", part.rests_on)):
        if any(host in gone for host in named):
            kept = [host for host in named if host not in gone]
            found.append(Operation(path=f"part/{part.id}/{field}", value=kept))
            if part.cloth is not None and field == "meeting/hosts" and not kept:
                found.append(
                    Operation(path=f"part/{part.id}/form", value=WIRE.model_dump(mode="json"))
                )
    return found
