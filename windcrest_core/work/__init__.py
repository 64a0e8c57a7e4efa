"""Above the plan: when it is done, what is moved, what went wrong, and the bake that is in the oven."""
