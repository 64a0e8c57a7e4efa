"""Backups that are taken without being asked for: one a day, and a checked one before every migration."""

from __future__ import annotations

import time
from datetime import datetime, timedelta
from pathlib import Path
from typing import Literal

from server.backups import DATABASE, Held, verify, write_backup

FOLDER = "backups"
KEPT = 10
DAY = timedelta(hours=24)
Why = Literal["day", "before-migration"]
STAMP = "%Y-%m-%d-%H%M%S"


def kept(data: Path) -> list[Path]:
    """Backups taken by themselves, the newest first."""
    return sorted((data / FOLDER).glob("windcrest-*.tar.gz"), key=lambda path: path.name[10:27])[
        ::-1
    ]


def _taken(path: Path) -> datetime:
    return datetime.strptime(path.name[10:27], STAMP)  # the machine's own clock


def keep_backup(data: Path, why: Why, now: datetime) -> Path:
    """Take one and let the oldest beyond ten go.

    Raises
    ------
    Damaged : it could not be written, or before a migration is not as it should be.
    """
    folder = data / FOLDER
    folder.mkdir(mode=0o700, exist_ok=True)
    target = folder / f"windcrest-{now.strftime(STAMP)}-{why}.tar.gz"
    write_backup(data, target, now)
    if why == "before-migration":
        verify(target)
    for old in kept(data)[KEPT:]:
        old.unlink()
    return target


def due(data: Path, now: datetime) -> bool:
    """Whether a day has gone since the last."""
    if not (data / DATABASE).exists():
        return False
    days = [path for path in kept(data) if path.name.endswith("-day.tar.gz")]
    return not days or now - _taken(days[0]) >= DAY


def told(path: Path, held: Held | None = None) -> str:
    size = f"{path.stat().st_size / 1e6:.1f} MB"
    return (
        f"{path} ({size})"
        if held is None
        else f"{path} ({size}, {held.figures} figures, {held.pictures} pictures)"
    )


def local_now() -> datetime:
    """The machine's own time of day, without a zone."""
    return datetime(*time.localtime()[:6])
