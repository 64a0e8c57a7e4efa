"""Paper for the bench, black and white, each at true size with a bar to measure."""
