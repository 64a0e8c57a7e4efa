"""What work says, by code: see `say`."""

from __future__ import annotations

WORDS = {
    "work.none_nothing_is_baked": "none: nothing is baked",
    "work.there_are_no_bench_hours": "There are no bench hours in any week: nothing can be laid out.",
    "work.there_is_no_day_with": "There is no day with both bench hours and the oven: nothing can be baked.",
    "work.takes_longer_than_any_of": "{work}: “{task}” takes {minutes_min}, longer than any of your days ({longest_min}). It is laid on the longest and ends later; stay with the oven.",
    "work.the_air_was_at_above": "The air was at {peak_c}, above the maker's {maximum_c}. If it smokes: oven off, windows open, leave the room.",
    "work.the_air_is_on_its": "The air is on its way to {coming_c}, above the maker's {maximum_c}: turn the dial down now, or open the door a hand's breadth.",
    "work.not_been_heard_yet": "not been heard yet",
    "work.been_silent_for": "been silent for {silent_s_min}",
    "work.the_probe_has_what_is": "The probe has {since}: what is shown goes by the model.",
    "work.the_door_was_open_at": "The door was open at minute {minute:.0f}; that is counted.",
    "work.nothing_was_heard_from_minute": "Nothing was heard from minute {a:.0f} to {b:.0f}: taken as a straight line.",
    "work.the_is_joined_raw_to": "the {join} is joined raw to raw",
    "work.the_is_joined_to_the": "the {join} is joined {state} to the {onto_label}{grams}: {how}",
    "work.more_bakes": "{bakes} {bakes:bake|bakes} more, {minutes_min} {way} in the oven",
    "work.fewer_bakes": "{bakes} {bakes:bake|bakes} fewer, {minutes_min} {way} in the oven",
    "work.so_many_grams": ", {held_g}",
    "work.load_of_one": "Nothing else is left that goes in with it: it goes into the oven by itself.",
    "work.load_too_hot": "{name} stands a dial of {most_c} at most, and {other} wants {dial_c}.",
    "work.load_too_large": "Together they take {share:.0f} % of the tray.",
    "work.load_browns": "{name} would brown: {minutes_min} at {dial_c}.",
    "work.moved": "{step}: {where}",
    "work.stage_now": "Stage {number} of {of}: dial at {dial_c}, {left_min} to go.",
    "work.stage_coming": "Stage {number} of {of}: turn the dial to {dial_c}; the air is on its way, {left_min} to go.",
}
