"""Paper for the bench, black and white, each at true size with a 100 mm bar."""
