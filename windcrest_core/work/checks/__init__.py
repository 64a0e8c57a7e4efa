"""The work against its plan: photographs with marks, calipers, and what to do about what is off."""
