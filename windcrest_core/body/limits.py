"""What a wall may be, mm [A]: 6 usual, 3 to 4 thin, solid where small."""

THIN_WALL_MM = 3.0
THICK_WALL_MM = 9.0
SOLID_LIMIT_MM = 24.0  # a wall of 6 mm all round the least core worth making [A]
