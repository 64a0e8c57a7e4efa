"""Ways through the joint tree: from joint to joint along bones and across what they hang on."""

from __future__ import annotations

Parents = dict[str, str | None]


def neighbours(parents: Parents, joint: str) -> list[str]:
    """Joints that wire can go to next: what it hangs on, what hangs on it, what hangs beside it.

    Examples
    --------
    >>> neighbours({"hips": None, "hip_r": "hips", "hip_l": "hips", "knee_r": "hip_r"}, "hip_r")
    ['hips', 'hip_l', 'knee_r']
    """
    parent = parents[joint]
    return [
        *([parent] if parent is not None else []),
        *(k for k, p in parents.items() if k != joint and p == parent and p is not None),
        *(k for k, p in parents.items() if p == joint),
    ]


def _up(parents: Parents, joint: str) -> list[str]:
    path = [joint]
    while (parent := parents[path[-1]]) is not None:
        path.append(parent)
    return path


def are_pair(one: str, other: str) -> bool:
    """Whether two joints are the right and the left of one."""
    return one[:-1] == other[:-1] and {one[-2:], other[-2:]} == {"_r", "_l"}


def route(parents: Parents, first: str, last: str) -> list[str]:
    """The way from one joint to another along the bones, both included; straight across a pair.

    Examples
    --------
    >>> tree = {"hips": None, "waist": "hips", "hip_r": "hips", "hip_l": "hips", "knee_r": "hip_r"}
    >>> route(tree, "waist", "knee_r")
    ['waist', 'hips', 'hip_r', 'knee_r']
    >>> route(tree, "hip_l", "knee_r")
    ['hip_l', 'hip_r', 'knee_r']
    """
    up, down = _up(parents, first), _up(parents, last)
    meeting = next(joint for joint in up if joint in down)
    before, after = up[: up.index(meeting)], down[: down.index(meeting)][::-1]
    across = before and after and are_pair(before[-1], after[0])
    return [*before, *([] if across else [meeting]), *after]
