"""Requests generated from the document of the API, good and bad ones, for two minutes at most: none is answered
with a fault of the server, and each answer is as the document says."""

from __future__ import annotations

import subprocess
import sys
import tempfile
from pathlib import Path

from bench_server import ROOT, Person, demo_server

SECONDS = 110
CHECKS = "not_a_server_error,response_schema_conformance,status_code_conformance,content_type_conformance"
#: What would sign this person out, or put away what is asked about.
LEFT_OUT = ("/api/v1/session", "/api/v1/password", "/api/v1/session/demo", "/api/v1/accounts")


def main() -> int:
    with demo_server() as served, tempfile.TemporaryDirectory() as kept:
        person = Person(served.url)
        figure = person.ask("GET", "/api/v1/figures")[0]["id"]
        cookies = "; ".join(f"{cookie.name}={cookie.value}" for cookie in person.jar)
        token = next(cookie.value for cookie in person.jar if cookie.name == "csrftoken")
        config = Path(kept) / "schemathesis.toml"
        config.write_text(
            f'[parameters]\nfigure_id = "{figure}"\nnumber = 1\n"query.base_revision" = 1\n',
            encoding="utf-8",
        )
        done = subprocess.run(
            [
                str(Path(sys.executable).parent / "st"),
                "--config-file",
                str(config),
                "run",
                str(ROOT / "web" / "openapi.json"),
                "--url",
                served.url,
                f"--max-time={SECONDS}",
                "--phases=coverage,fuzzing",
                f"--checks={CHECKS}",
                "--seed=1",
                "--no-shrink",
                "--request-timeout=20",
                "--warnings=off",
                "--continue-on-failure",
                *(f"--exclude-path={path}" for path in LEFT_OUT),
                "-H",
                f"Cookie: {cookies}",
                "-H",
                f"X-CSRFToken: {token}",
            ],
            cwd=kept,
            check=False,
        )
        return done.returncode


if __name__ == "__main__":
    sys.exit(main())
