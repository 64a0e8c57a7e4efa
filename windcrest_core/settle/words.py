"""What is said of fixes that were tried, by code: see `say`."""

from __future__ import annotations

WORDS = {
    "starts.thicker": "Make the {part} thicker",
    "starts.left_out": "Leave the {part} out",
    "starts.limbs_thicker": "Make the limbs of {run} thicker",
    "settle.together": "{labels:; then }",
    "settle.set_mm": "Set the {what} to {to_mm}",
    "settle.set": "Set the {what} to {to}",
    "settle.ask.joint": "the {joint} straight",
    "settle.ask.pose": "the pose at rest",
    "settle.ask.height": "a height of {height_mm:whole}",
    "settle.way.locked": "“{fix}” would change what is locked: {lock}.",
    "settle.way.seen": "“{fix}” would mend it; it shows, so it is yours to choose.",
    "settle.way.question": "No fix by itself holds. It would go with {what}: that is yours to choose.",
    "settle.way.none": "No fix that was tried holds as the figure is posed, sized and made of.",
    "settle.lock.part": "the {part}",
    "settle.lock.run": "the wire of {run}",
    "settle.lock.pose": "the pose",
    "settle.lock.other": "the {what}",
}
