"""Bones of a free body: one tree."""

from __future__ import annotations

from windcrest_core.errors import Fault
from windcrest_core.sheet.bodies import Body, Free
from windcrest_core.sheet.ids import leads_back, repeated
from windcrest_core.sheet.joints import RESERVED_JOINTS


def bone_faults(body: Body) -> list[Fault]:
    """A free body's bones must be one tree: one root, every other on a bone that is there."""
    if not isinstance(body, Free):
        return []
    bones = body.bones
    ids = [bone.id for bone in bones]
    faults = [Fault(f"body/bones/{key}", key, "an id only once") for key in repeated(ids)]
    roots = [bone.id for bone in bones if bone.parent is None]
    if len(roots) != 1:
        faults.append(Fault("body/bones", ", ".join(roots) or "none", "one bone without a parent"))
    parents = {bone.id: bone.parent for bone in bones}
    for bone in bones:
        at = f"body/bones/{bone.id}/parent"
        if bone.parent is not None and bone.parent not in parents:
            faults.append(Fault(at, bone.parent, "one of " + ", ".join(ids)))
        elif leads_back(parents, bone.id):
            faults.append(Fault(at, bone.parent, "a bone that does not hang on this one"))
        if bone.id in RESERVED_JOINTS:
            faults.append(Fault(f"body/bones/{bone.id}", bone.id, "an id no wing or tail has"))
    return faults
