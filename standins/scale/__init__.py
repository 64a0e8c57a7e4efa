"""A bench scale."""
