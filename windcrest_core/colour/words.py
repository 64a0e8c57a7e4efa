"""What colour says, by code: see `say`."""

from __future__ import annotations

WORDS = {
    "colour.mix.off": "{area}: no mix of the owned paints comes near",
    "colour.mix.off.why": "The nearest mix is visibly another colour. {buys}",
    "colour.take_the_mixs_colour": "Take the mix's colour",
    "colour.area.unused": "{area}: no part wears this colour",
    "colour.area.unused.why": "Give it to a part, or take it off the list.",
    "colour.remove_it": "Remove it",
    "colour.part.bare": "{bare} {bare:part has|parts have} no colour",
    "colour.part.bare.why": "They stay the colour of their clay, and no paint is reckoned for them.",
    "colour.give_them": "Give them {areas}",
    "colour.ground.costly": "A {advised} ground would save coats",
    "colour.ground.costly.why": "The ground shows through thin paint; on the right one the colours cover sooner.",
    "colour.prime_it": "Prime it {advised}",
    "colour.with_it_would_be_or": "With {label} it would be {word}; or take the colour that the mix gives.",
    "colour.sum_over_areas_of_coats": "sum over areas of coats over that ground × share of the surface",
    "colour.share": "{area}, share",
    "colour.kubelka_munk_layer_of_m": "Kubelka-Munk layer of 30 µm a coat; surface by volume to the two-thirds, assumed",
    "colour.smallest_number_of_m_coats": "smallest number of 30 µm coats within ΔE 1 of the paint laid thick, over the ground",
    "colour.scattering_of_the_mix": "scattering of the mix",
    "colour.kubelka_munk_layer_opacity_as": "Kubelka-Munk layer; opacity as said of each paint, assumed",
    "colour.coats_minutes_to_recoat_acrylic": "coats × minutes to recoat, acrylic by brush",
    "colour.recoat_from": "recoat from",
    "colour.drying_times_assumed_the_bottles": "drying times assumed; the bottle's label stands above them",
    "colour.prime_it_2": "Prime it {ground}",
    "colour.air_the_room_wear_a": "Air the room; wear a respirator with sprays, and no flame near.",
    "colour.paint_coat": "Paint {area}: {coats} {coats:coat|coats}",
    "colour.seal_it_matte": "Seal it matte",
    "colour.waterborne_varnish_a_solvent_spray": "Waterborne varnish; a solvent spray only if it passed on a chip.",
    "colour.gloss_on": "Gloss on {area}",
}
