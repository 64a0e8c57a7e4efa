"""A caliper with a button."""
