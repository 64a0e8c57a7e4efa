"""A demo server of its own in a temporary folder, for pictures and measurements."""

from __future__ import annotations

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
from pathlib import Path

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


@contextmanager
def demo_server() -> Iterator[Served]:
    """Serve the demo bench on a free port until the block ends."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    with tempfile.TemporaryDirectory() as folder:
        env = {**os.environ, "WINDCREST_DATA": folder, "WINDCREST_DEMO": "1"}
        manage = [sys.executable, str(ROOT / "manage.py")]
        subprocess.run([*manage, "migrate", "-v0"], env=env, check=True, cwd=ROOT)
        subprocess.run([*manage, "demo"], env=env, check=True, cwd=ROOT, stdout=subprocess.DEVNULL)
        started = time.perf_counter()
        serve = str(Path(sys.executable).parent / "waitress-serve")
        process = subprocess.Popen(
            [serve, f"--listen=127.0.0.1:{port}", "--threads=6", "server.wsgi:application"],
            env=env, cwd=ROOT, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL,
        )  # fmt: skip
        url = f"http://127.0.0.1:{port}"
        try:
            while True:
                try:
                    urllib.request.urlopen(url, timeout=2).read()
                    break
                except OSError:
                    time.sleep(0.02)
            yield Served(
                url, Path(folder) / "windcrest.sqlite3", process, time.perf_counter() - started
            )
        finally:
            process.terminate()
            process.wait(10)
