"""What joining says, by code: see `say`."""

from __future__ import annotations

WORDS = {
    "joining.up": "straight up",
    "joining.down": "straight down",
    "joining.right": "{tilt_deg} off upright, to its right",
    "joining.left": "{tilt_deg} off upright, to its left",
    "joining.front": "{tilt_deg} off upright, forwards",
    "joining.back": "{tilt_deg} off upright, backwards",
    "joining.low_right": "{tilt_deg} off straight down, to its right",
    "joining.low_left": "{tilt_deg} off straight down, to its left",
    "joining.low_front": "{tilt_deg} off straight down, forwards",
    "joining.low_back": "{tilt_deg} off straight down, backwards",
    "joining.one_pin": "a pin of {label}",
    "joining.pins": "{count} pins of {label}",
    "joining.drill_both": "Drill {hole_mm} wide for {pins}: {depth_mm} deep into the {part}, {host_depth_mm} into the {host}{into}; {way}",
    "joining.drill_one": "Drill the {into} {hole_mm} wide, {depth_mm} deep, for the wire that stands out of the {wire}; {way}",
    "joining.into_its_wall": ", all of its wall",
    "joining.through_to_the_armature": ", through the foil to the armature",
}
