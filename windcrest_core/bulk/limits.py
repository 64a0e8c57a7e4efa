"""What a wall may be, mm [A]: 6 usual, 3 to 4 thin, solid where small."""

THIN_WALL_MM = 3.0
THICK_WALL_MM = 9.0
SOLID_LIMIT_MM = 20.0
