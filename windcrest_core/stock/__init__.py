"""What is on the shelf: lots, movements, what figures need of them, what to buy."""
