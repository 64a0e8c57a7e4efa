"""A small oven with a probe beside the piece."""
