"""Pictures on the disk: whole or not there, and none that nothing speaks of."""

from __future__ import annotations

import os
import secrets
import time
from pathlib import Path

from django.apps import apps
from django.conf import settings
from django.core.files.base import File
from django.core.files.storage import FileSystemStorage
from django.db.models import FileField

FRESH_S = 3600.0  # younger files may belong to a change that is being written


class DurableStorage(FileSystemStorage):
    """Writes a file under another name, has the disk keep it, and gives it its name then."""

    def _save(self, name: str, content: File) -> str:
        while True:
            target = Path(self.path(name))
            target.parent.mkdir(mode=0o700, parents=True, exist_ok=True)
            part = target.with_name(f".{secrets.token_hex(8)}.part")
            with open(part, "wb", opener=_for_the_owner) as out:
                for chunk in content.chunks():
                    out.write(chunk)
                out.flush()
                os.fsync(out.fileno())
            try:
                os.link(part, target)  # never over one that is there
            except FileExistsError:
                name = self.get_available_name(name)
                continue
            finally:
                part.unlink()
            _keep_names(target.parent)
            return str(Path(name).as_posix())


def _for_the_owner(path: str, flags: int) -> int:
    return os.open(path, flags, 0o600)


def _keep_names(folder: Path) -> None:
    opened = os.open(folder, os.O_RDONLY)
    try:
        os.fsync(opened)
    finally:
        os.close(opened)


def sweep(now_s: float | None = None) -> list[Path]:
    """Move pictures that no row speaks of out of the way, into ``data/swept``."""
    known = {
        name
        for model in apps.get_models()
        for field in model._meta.concrete_fields
        if isinstance(field, FileField)
        for name in model._base_manager.values_list(field.attname, flat=True)
    }
    root, aside = Path(settings.MEDIA_ROOT), settings.DATA / "swept"
    now = time.time() if now_s is None else now_s
    moved = []
    for path in sorted(root.rglob("*")) if root.exists() else []:
        name = path.relative_to(root).as_posix()
        if not path.is_file() or name in known or now - path.stat().st_mtime < FRESH_S:
            continue
        target = aside / name
        target.parent.mkdir(mode=0o700, parents=True, exist_ok=True)
        os.replace(path, target)
        moved.append(target)
    return moved
