"""Stand-ins for outside devices: small separate programs that speak to the HTTP API."""
