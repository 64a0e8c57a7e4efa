"""How a small oven behaves: its thermostat is off and swings, its door lets the heat out."""

from __future__ import annotations

import random
from dataclasses import dataclass, field

ROOM_C, ELEMENT_C = 20.0, 300.0


@dataclass
class Cavity:
    """An oven's air.

    Attributes
    ----------
    dial_c : what it is set to; it holds `offset_c` more, give or take `swing_c`.
    rise_s : time constant of heating towards the element.
    load : 1 is empty; a full oven heats and cools so much more slowly.
    noise_c : standard deviation of a reading.
    """

    dial_c: float
    offset_c: float = 0.0
    swing_c: float = 8.0
    rise_s: float = 1700.0
    load: float = 1.2
    noise_c: float = 0.4
    air_c: float = ROOM_C
    heating: bool = True
    door: bool = False
    chance: random.Random = field(default_factory=random.Random)

    def wait(self, seconds: float) -> None:
        """Let time pass, in steps of a second."""
        left = seconds
        while left > 0:
            step = min(1.0, left)
            left -= step
            target = self.dial_c + self.offset_c
            if self.air_c > target + self.swing_c:
                self.heating = False
            elif self.air_c < target - self.swing_c:
                self.heating = True
            goal = ELEMENT_C if self.heating else ROOM_C
            rate = step / (self.rise_s * self.load)
            self.air_c += (goal - self.air_c) * rate * (1 if self.heating else 0.55)
            if self.door:
                self.air_c += (ROOM_C - self.air_c) * step / 60.0

    def reading(self) -> float:
        """What the probe says, °C."""
        return round(self.air_c + self.chance.gauss(0, self.noise_c), 1)
