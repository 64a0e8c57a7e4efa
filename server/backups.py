"""Backups: one archive with a manifest of all that is in it, checked before anything is replaced by it.

An archive is a .tar.gz of `manifest.json`, the database and the pictures. Sessions, failed sign-ins and
device tokens are left out: who restores it signs in anew and gives devices new tokens. Archives from before
there were manifests are taken too, checked as far as they can be.
"""

from __future__ import annotations

import contextlib
import gzip
import hashlib
import json
import os
import secrets
import shutil
import sqlite3
import subprocess
import sys
import tarfile
import tempfile
import zlib
from collections.abc import Iterator
from datetime import datetime
from pathlib import Path
from typing import Literal

from pydantic import ValidationError

from windcrest_core.facts import Frozen

DATABASE = "windcrest.sqlite3"
PICTURES = "pictures"
MANIFEST = "manifest.json"
BESIDE = ("-wal", "-shm", "-journal")
LEFT_OUT = (
    "delete from django_session",
    "delete from axes_accessattempt",
    "delete from axes_accesslog",
    "delete from axes_accessfailurelog",
    "update bench_device set token_hash = 'none:' || id",
)
OURS = ("auth_user", "shelf_figure", "bench_logentry", "stores_lot", "accounts_houserules")
ROOT = Path(__file__).resolve().parent.parent


class Damaged(Exception):
    """An archive, or the data it would replace, is not as it should be; the words say what."""


class Manifest(Frozen):
    """What an archive holds: rows by table and the SHA-256 of every file by its path."""

    backup_version: Literal[1] = 1
    made: datetime
    rows: dict[str, int]
    files: dict[str, str]


class Held(Frozen):
    """What was found in an archive; `manifest` is None where it is from before there were any."""

    manifest: Manifest | None
    figures: int
    pictures: int


def _sha256(path: Path) -> str:
    with path.open("rb") as opened:
        return hashlib.file_digest(opened, "sha256").hexdigest()


def _files(folder: Path) -> Iterator[tuple[str, Path]]:
    """Database and pictures with their paths in the archive."""
    yield DATABASE, folder / DATABASE
    for path in sorted((folder / PICTURES).rglob("*")):
        if path.is_file():
            yield path.relative_to(folder).as_posix(), path


def _rows(database: sqlite3.Connection) -> dict[str, int]:
    names = database.execute(
        "select name from sqlite_master where type = 'table' and name not like 'sqlite_%' order by name"
    ).fetchall()
    return {
        name: database.execute(f'select count(*) from "{name}"').fetchone()[0] for (name,) in names
    }


@contextlib.contextmanager
def _opened(path: Path) -> Iterator[sqlite3.Connection]:
    database = sqlite3.connect(path)
    try:
        yield database
    finally:
        database.close()


def write_backup(data: Path, target: Path, made: datetime) -> Held:
    """Write an archive of the data folder, whole and on the disk or not at all; safe while it is used.

    Raises
    ------
    Damaged : there is something of that name already, or no data.
    """
    if target.exists():
        raise Damaged(f"{target} is there already; name another file")
    if not (data / DATABASE).exists():
        raise Damaged(f"there is no database in {data} yet")
    part = target.with_name(f".{target.name}.part")
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        with _opened(data / DATABASE) as live, _opened(folder / DATABASE) as copy:
            live.backup(copy)
            copy.execute("pragma journal_mode = delete")
            tables = set(_rows(copy))
            for change in LEFT_OUT:
                if tables & set(change.split()):
                    copy.execute(change)
            copy.commit()
            copy.execute("vacuum")
            rows = _rows(copy)
        # Links, not copies: a picture is written once and never changed.
        shutil.copytree(data / PICTURES, folder / PICTURES, copy_function=_linked) if (
            data / PICTURES
        ).exists() else (folder / PICTURES).mkdir()
        files = dict(_files(folder))
        manifest = Manifest(
            made=made, rows=rows, files={path: _sha256(file) for path, file in files.items()}
        )
        (folder / MANIFEST).write_text(manifest.model_dump_json(indent=1), encoding="utf-8")
        with open(part, "wb", opener=_for_the_owner) as out:
            with tarfile.open(fileobj=out, mode="w:gz") as archive:
                for path, file in {MANIFEST: folder / MANIFEST, **files}.items():
                    archive.add(file, path, filter=_nobodys)
            out.flush()
            os.fsync(out.fileno())
        os.replace(part, target)
    return Held(manifest=manifest, figures=rows.get("shelf_figure", 0), pictures=len(files) - 1)


def _linked(source: str, target: str) -> None:
    try:
        os.link(source, target)
    except OSError:
        shutil.copy2(source, target)


def _for_the_owner(path: str, flags: int) -> int:
    return os.open(path, flags, 0o600)


def _nobodys(entry: tarfile.TarInfo) -> tarfile.TarInfo:
    entry.uid = entry.gid = 0
    entry.uname = entry.gname = ""
    entry.mode = 0o600
    return entry


def unpack(source: Path, folder: Path) -> Held:
    """Unpack an archive and check all of it.

    Raises
    ------
    Damaged : it is no archive of ours, or anything in it is not as it was written.
    """
    try:
        with gzip.open(source) as whole:  # to its very end, where its own checksum is
            while whole.read(1 << 20):
                pass
        with tarfile.open(source) as archive:
            archive.extractall(folder, filter="data")
    except FileNotFoundError as error:
        raise Damaged(f"there is no file {source}") from error
    except (OSError, tarfile.TarError, zlib.error, EOFError) as error:
        raise Damaged(f"{source} cannot be read to its end: {error}") from error
    manifest = _manifest(folder, source)
    if manifest is not None:
        _as_written(folder, manifest, source)
    rows = _database(folder / DATABASE, source)
    if manifest is not None and rows != manifest.rows:
        raise Damaged(f"{source}: its database does not hold the rows its manifest says")
    pictures = sum(1 for _ in _files(folder)) - 1
    return Held(manifest=manifest, figures=rows["shelf_figure"], pictures=pictures)


def _manifest(folder: Path, source: Path) -> Manifest | None:
    path = folder / MANIFEST
    if not path.exists():
        return None
    try:
        return Manifest.model_validate(json.loads(path.read_bytes()))
    except (ValueError, ValidationError) as error:
        raise Damaged(f"{source}: its manifest cannot be read") from error


def _as_written(folder: Path, manifest: Manifest, source: Path) -> None:
    there = {path: _sha256(file) for path, file in _files(folder) if file.exists()}
    missing = sorted(set(manifest.files) - set(there))
    changed = sorted(path for path, digest in there.items() if manifest.files.get(path) != digest)
    if missing or changed:
        first = (missing or changed)[0]
        what = "is missing" if missing else "is not as it was written"
        others = len({*missing, *changed}) - 1
        raise Damaged(f"{source}: {first} {what}" + (f", and {others} more" if others else ""))


def _database(path: Path, source: Path) -> dict[str, int]:
    """Rows by table of a database that is whole and ours."""
    if not path.exists():
        raise Damaged(f"{source} holds no database")
    try:
        with _opened(path) as database:
            ill = database.execute("pragma integrity_check(3)").fetchall()
            if ill != [("ok",)]:
                raise Damaged(f"{source}: its database is damaged ({ill[0][0]})")
            rows = _rows(database)
            lost = sorted({*OURS, "django_migrations"} - set(rows))
            if lost:
                raise Damaged(f"{source}: its database has no {lost[0]}; it is not Windcrest's")
            if orphan := database.execute("pragma foreign_key_check").fetchone():
                raise Damaged(f"{source}: a row of {orphan[0]} belongs to nothing")
    except sqlite3.Error as error:
        raise Damaged(f"{source}: its database cannot be read ({error})") from error
    return rows


def verify(source: Path) -> Held:
    """Check an archive without restoring it."""
    with tempfile.TemporaryDirectory() as name:
        return unpack(source, Path(name))


def restore(data: Path, source: Path, now: datetime) -> tuple[Held, Path | None]:
    """Put an archive in place of the data; what was there is kept beside it.

    Everything is checked and brought up to date in a folder of its own before the first thing is moved.

    Returns
    -------
    What was restored, and the folder of what was there before, None where nothing was.

    Raises
    ------
    Damaged : the archive is not whole, cannot be brought up to date, or the data are in use.
    """
    data.mkdir(mode=0o700, parents=True, exist_ok=True)
    folder = data / f".restore-{secrets.token_hex(4)}"
    folder.mkdir(mode=0o700)
    try:
        held = unpack(source, folder)
        _brought_up_to_date(folder, source)
        _database(folder / DATABASE, source)
        (folder / PICTURES).mkdir(mode=0o700, exist_ok=True)
        return held, _swapped(data, folder, now)
    finally:
        shutil.rmtree(folder, ignore_errors=True)


def _brought_up_to_date(folder: Path, source: Path) -> None:
    """Migrate the copy, in a process of its own that knows no other data."""
    done = subprocess.run(
        [sys.executable, str(ROOT / "manage.py"), "migrate", "-v0", "--noinput", "--skip-checks"],
        env={**os.environ, "WINDCREST_DATA": str(folder), "WINDCREST_SECRET": "unused"},
        capture_output=True,
        text=True,
        check=False,
        cwd=ROOT,
    )
    if done.returncode:
        last = (done.stderr.strip().splitlines() or ["no reason given"])[-1]
        raise Damaged(f"{source}: its database cannot be brought up to date ({last})")
    with _opened(folder / DATABASE) as database:
        database.execute("pragma journal_mode = delete")


def _alone_with(database: Path) -> None:
    """Make sure that nobody uses the live database, and that all of it is in its one file.

    A connection in WAL mode holds the file shared as long as it is open, so that the mode can be
    changed by the last one alone.
    """
    try:
        with _opened(database) as live:
            live.execute("pragma busy_timeout = 500")
            (mode,) = live.execute("pragma journal_mode = delete").fetchone()
    except sqlite3.OperationalError as error:
        if "locked" not in str(error):
            return  # what is there is damaged itself: it is kept as it is
        mode = "wal"
    except sqlite3.DatabaseError:
        return
    if mode != "delete":
        raise Damaged("the data are in use: stop the server first")


def _swapped(data: Path, folder: Path, now: datetime) -> Path | None:
    """Move what is there aside and the new in its place; back again if that fails half-way."""
    if (data / DATABASE).exists():
        _alone_with(data / DATABASE)
    names = [DATABASE, *(DATABASE + end for end in BESIDE), PICTURES]
    there = [name for name in names if (data / name).exists()]
    aside = data / f"before-restore-{now:%Y-%m-%d-%H%M%S}" if there else None
    moved: list[tuple[Path, Path]] = []

    def move(source: Path, target: Path) -> None:
        os.rename(source, target)
        moved.append((source, target))

    try:
        if aside is not None:
            aside.mkdir(mode=0o700)
            for name in there:
                move(data / name, aside / name)
        for name in (DATABASE, PICTURES):
            move(folder / name, data / name)
    except OSError as error:
        for source, target in reversed(moved):
            os.rename(target, source)
        if aside is not None and not any(aside.iterdir()):
            aside.rmdir()
        raise Damaged(f"nothing was changed: {error}") from error
    return aside


def owned_alone(data: Path) -> None:
    """Take from everybody but the owner what there is in the data folder."""
    for path in [data, *data.rglob("*")]:
        with contextlib.suppress(OSError):
            mode = path.stat().st_mode
            if mode & 0o077:
                path.chmod(mode & 0o700)
