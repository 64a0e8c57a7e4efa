"""A demo server of its own in a temporary folder and a person at it, for pictures and measurements."""

from __future__ import annotations

import json
import os
import socket
import subprocess
import sys
import tempfile
import time
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from http.cookiejar import CookieJar
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parent.parent
CHROMIUM = {
    "executable_path": "/usr/bin/chromium",
    "ignore_default_args": ["--hide-scrollbars"],  # people see them
    "args": [
        "--no-sandbox",
        "--disable-gpu-rasterization",
        "--disable-background-networking",
        "--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1 , EXCLUDE localhost",
        "--no-proxy-server",
    ],
}


@dataclass
class Served:
    url: str
    database: Path
    process: subprocess.Popen[bytes]
    seconds_to_first_page: float


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def started(folder: Path, port: int) -> subprocess.Popen[bytes]:
    """The demo bench with its data in `folder`, served as people serve it, answering already."""
    process = subprocess.Popen(
        [sys.executable, "manage.py", "serve", "--demo", f"--listen=127.0.0.1:{port}"],
        env={**os.environ, "WINDCREST_DATA": str(folder), "WINDCREST_DEMO": "1"},
        cwd=ROOT,
        stdout=subprocess.DEVNULL,
        stderr=subprocess.DEVNULL,
        start_new_session=True,
    )
    while process.poll() is None:
        try:
            urllib.request.urlopen(f"http://127.0.0.1:{port}", timeout=2).read()
            return process
        except OSError:
            time.sleep(0.02)
    raise RuntimeError("the server did not start")


@contextmanager
def demo_server() -> Iterator[Served]:
    """Serve the demo bench on a free port until the block ends."""
    port = free_port()
    with tempfile.TemporaryDirectory() as kept:
        folder = Path(kept)
        first = started(folder, port)  # fills the bench
        first.terminate()
        first.wait(10)
        began = time.perf_counter()
        process = started(folder, port)
        took = time.perf_counter() - began
        try:
            yield Served(f"http://127.0.0.1:{port}", folder / "windcrest.sqlite3", process, took)
        finally:
            process.terminate()
            process.wait(10)


class Person:
    """Somebody at the demo bench, over HTTP; `demo` False for one who has not signed in."""

    def __init__(self, url: str, demo: bool = True) -> None:
        self.url = url
        self.jar = CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))
        self.ask("GET", "/api/v1/me")
        if demo:
            self.ask("POST", "/api/v1/session/demo")

    def ask(self, method: str, path: str, body: Any = None, **headers: str) -> Any:
        """What is answered. `body` is sent as JSON, or as it is where it is bytes."""
        csrf = next((cookie.value for cookie in self.jar if cookie.name == "csrftoken"), "") or ""
        if body is None:
            data = b"" if method == "POST" else None
        else:
            data = body if isinstance(body, bytes) else json.dumps(body).encode()
        told = {"Content-Type": "application/json", "X-CSRFToken": csrf, **headers}
        request = urllib.request.Request(self.url + path, method=method, data=data, headers=told)
        with self.opener.open(request, timeout=30) as answer:
            return json.loads(answer.read() or b"null")
