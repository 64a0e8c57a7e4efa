"""What finish says, by code: see `say`."""

from __future__ import annotations

WORDS = {
    "finish.where_the_ankle_of_a": "where the ankle of a standing foot is above the base, from its middle; hole = wire or twisted bundle + clearance, through the base",
    "finish.the_pose_and_the_runs": "the pose and the run's wire; clearance and three diameters of depth assumed",
    "finish.looked_over_cold_what_had": "Looked over cold; what had cracked or sunk is filled",
    "finish.sanded_wet_to_grit_no": "Sanded wet, 180 to 400 grit; no dry dust in the room",
    "finish.washed_and_dry_before_the": "Washed and dry before the first coat",
    "finish.holes_drilled_pegs_tried_dry": "Holes drilled, pegs tried dry",
    "finish.glued_to_the_base_on": "Glued to the base on bare clay or wire, upright from both sides",
    "finish.photographed_from_four_sides_for": "Photographed from four sides for the log",
    "finish.care_card_written_not_for": "Care card written: not for food; small parts are not for small children",
    "finish.peg.none": "No peg goes into the base",
    "finish.peg.none.why": "Glue alone lets go when the figure is picked up by an arm. Let a run end in a peg under a foot that is on the ground, or put a rod up through what it sits on.",
    "finish.peg.shallow": "A base of {thickness_mm} holds a peg of {thickest_mm} poorly",
    "finish.peg.shallow.why": "A hole wants at least three diameters of depth or the peg rocks in it.",
    "finish.base_thick": "Base {wanted_mm} thick",
    "finish.look_it_over_cold_all": "Look it over cold, all round; fill what has cracked or sunk",
    "finish.sand_it_wet_to_grit": "Sand it wet, 180 to 400 grit: {sanded}",
    "finish.wet_by_default_a_respirator": "Wet by default; a respirator for dry dust.",
    "finish.wash_off_dust_and_grease": "Wash off dust and grease with a soft brush and soapy water, rinse, let it dry",
    "finish.alcohol_to_wipe_it_down": "Alcohol to wipe it down: no flame near, and dry before any heat.",
    "finish.drill_the_base": "Drill the base",
    "finish.clamp_it_never_towards_the": "Clamp it; never towards the holding hand; eye protection.",
    "finish.holes_before_pegs": "holes before pegs",
    "finish.mount_it_on_the_base": "Mount it on the base",
    "finish.photograph_it_from_four_sides": "Photograph it from four sides",
    "finish.write_its_care_card": "Write its care card",
    "finish.end_in_a_peg": "End {run} in a peg",
}
