"""What totals says, by code: see `say`."""

from __future__ import annotations

WORDS = {
    "totals.as_chosen_at_character_standing": "as chosen at Character, standing, without its base",
    "totals.the_sheet": "the sheet",
    "totals.clay_on_it_foil_wire": "clay on it + foil + wire + bought pieces, without its base",
    "totals.clay_without_waste": "clay, without waste",
    "totals.other_cores_and_weights": "other cores and weights",
    "totals.bought_pieces": "bought pieces",
    "totals.volumes_densities_range_from_clay": "volumes × densities; range from clay density and foil packing",
    "totals.as_few_as_the_reasons": "as few as the reasons that need a cure between them allow",
    "totals.bake": "bake {number}",
    "totals.house_rules": "House rules: {bake_school}",
    "totals.packs_of_clay_cut_wire": "packs of clay + cut wire + foil off the roll + bought pieces + the oven’s current, all bought new: what Stores hold is not taken off",
    "totals.clay_whole_packs": "clay, whole packs",
    "totals.current": "current of the oven, {kwh:.2f} kWh",
    "totals.prices_assumed": "prices assumed",
}
