"""Bodies of people who have not signed in are refused before they are read."""

from __future__ import annotations

from waitress.parser import HTTPRequestParser, ParsingError

LARGEST_BODY = 25_000_000  # of anybody: the largest picture and what goes round it
ANONYMOUS_BODY = 65_536


class Parser(HTTPRequestParser):  # type: ignore[misc]  # waitress has no types
    """Looks at the head of a request: a long body wants somebody who says who they are."""

    def parse_header(self, header_plus: bytes) -> None:
        super().parse_header(header_plus)
        known = "sessionid=" in self.headers.get("COOKIE", "") or "AUTHORIZATION" in self.headers
        if not known and (self.content_length > ANONYMOUS_BODY or self.chunked):
            raise ParsingError("Sign in before sending as much as this.")
