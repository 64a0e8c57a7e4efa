"""Curved one way, laid flat: a cone cut flat exactly, any ruled strip triangle by triangle."""

from __future__ import annotations

import math

import numpy as np

from windcrest_core.body.skeleton import Array

ROUND = 96  # points of a turn


def sector(r1_mm: float, r2_mm: float, height_mm: float) -> tuple[Array, Array]:
    """Both edges of an unrolled cone cut flat, (n, 2) each: its foot and its top, mm.

    Slant s = √(h² + (r₁ − r₂)²), radii s r/(r₁ − r₂), angle 2π (r₁ − r₂)/s; a cylinder is a
    rectangle.

    Examples
    --------
    >>> foot, top = sector(10, 10, 30)
    >>> round(float(np.ptp(foot[:, 0])), 3), round(float(top[0, 1]), 3)
    (62.832, 30.0)
    """
    slant = math.hypot(height_mm, r1_mm - r2_mm)
    if abs(r1_mm - r2_mm) < 1e-4 * max(r1_mm, r2_mm):
        x = np.linspace(0, 2 * math.pi * r1_mm, ROUND + 1)
        return np.column_stack([x, 0 * x]), np.column_stack([x, 0 * x + slant])
    far, near = max(r1_mm, r2_mm), min(r1_mm, r2_mm)
    outer, inner = slant * far / (far - near), slant * near / (far - near)
    angle = 2 * math.pi * (far - near) / slant
    turns = np.linspace(-angle / 2, angle / 2, ROUND + 1)
    ring = np.column_stack([np.sin(turns), np.cos(turns)])
    wide, narrow = -outer * ring, -inner * ring
    foot, top = (wide, narrow) if r1_mm >= r2_mm else (narrow, wide)
    if r1_mm < r2_mm:
        foot, top = foot * [1, -1], top * [1, -1]
    return foot, top


def developed(foot: Array, top: Array) -> tuple[Array, Array]:
    """Both edges of a ruled strip laid flat triangle by triangle, (n, 2) each.

    Parameters
    ----------
    foot, top : (n, 3) points of both edges, mm, joined by the rulings.
    """
    flat_foot = [np.zeros(2)]
    flat_top = [np.array([0.0, float(np.linalg.norm(top[0] - foot[0]))])]
    for k in range(len(foot) - 1):
        a, b = flat_foot[-1], flat_top[-1]
        c = _third(a, b, foot[k], top[k], foot[k + 1])
        flat_foot.append(c)
        flat_top.append(_third(c, b, foot[k + 1], top[k], top[k + 1]))
    return np.array(flat_foot), np.array(flat_top)


def _third(a: Array, b: Array, from_a: Array, from_b: Array, point: Array) -> Array:
    """The third corner of a triangle laid flat on its edge a–b, to the right of it."""
    base = float(np.linalg.norm(b - a))
    to_a, to_b = float(np.linalg.norm(point - from_a)), float(np.linalg.norm(point - from_b))
    along = (to_a**2 - to_b**2 + base**2) / (2 * base)
    off = math.sqrt(max(0.0, to_a**2 - along**2))
    u = (b - a) / base
    return np.asarray(a + along * u + off * np.array([u[1], -u[0]]))
