"""How a cheap bench scale behaves: it settles, drifts, is noisy, is tared, and has a limit."""

from __future__ import annotations

import math
import random
from dataclasses import dataclass, field


@dataclass
class Balance:
    """A scale with something on its pan.

    Attributes
    ----------
    limit_g : more than this on the pan reads as overload.
    step_g : its last digit.
    noise_g : standard deviation of one reading.
    drift_g_per_min : how its zero wanders.
    settle_s : time in which two thirds of a change have shown.
    """

    limit_g: float = 2000.0
    step_g: float = 0.1
    noise_g: float = 0.03
    drift_g_per_min: float = 0.05
    settle_s: float = 0.4
    on_pan_g: float = 0.0
    shown_g: float = 0.0
    zero_g: float = 0.0
    tared_g: float = 0.0
    chance: random.Random = field(default_factory=random.Random)

    def put(self, grams: float) -> None:
        """Have so much lie on the pan in all."""
        if not math.isfinite(grams) or grams < 0:
            raise ValueError(f"{grams} g cannot lie on a pan")
        self.on_pan_g = grams

    def tare(self) -> None:
        """Count from what lies there now; the drift so far is gone with it."""
        self.tared_g, self.zero_g, self.shown_g = self.on_pan_g, 0.0, 0.0

    def reading(self, seconds: float) -> tuple[float, bool]:
        """What it shows after some time, g, and whether there is too much on it."""
        self.zero_g += self.chance.gauss(0, self.drift_g_per_min * math.sqrt(seconds / 60))
        goal = self.on_pan_g - self.tared_g
        self.shown_g += (goal - self.shown_g) * (1 - math.exp(-seconds / self.settle_s))
        seen = self.shown_g + self.zero_g + self.chance.gauss(0, self.noise_g)
        return round(seen / self.step_g) * self.step_g, self.on_pan_g > self.limit_g
