"""How many answers of a pure function are kept for the next plan.

Sizes follow from the most parts a figure may have: with room for less, a large figure pushes out what
it needs again itself, and each plan of it costs as much as the first.
"""

MOST_PARTS = 240

PER_PART = 12 * MOST_PARTS
"""Small answers, a few for each part of a few figures."""
PER_PART_LARGE = 4 * MOST_PARTS
"""Answers of some kilobytes: a figure's, its cores and what has moved a few times."""
PER_FIGURE = 48
"""A few answers for each of a few figures."""
PER_STATION = 4
"""Whole answers of a station: as many figures, or states of one, as are worked on at a time."""
