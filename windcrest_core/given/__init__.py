"""What a plan takes as given besides its sheet: House rules, Stores, progress and the reach of the brush."""
