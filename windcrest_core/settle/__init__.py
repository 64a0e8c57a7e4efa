"""Fixes that are shown to hold, and the least change that leaves no stop and no warning. Above the plan."""
