"""manage.py serve: brings the data up to date with a backup before, and serves them."""

from __future__ import annotations

import ctypes
import resource
import subprocess
import sys
import threading
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connection, connections
from django.db.migrations.executor import MigrationExecutor

from server.backups import DATABASE, Damaged, owned_alone
from server.durable import sweep
from server.keeping import keep_backup, local_now, told
from server.shelf.actions.bring_up import bring_all_up, keep_finished_plans

HOUR_S, SETTLED_S = 3600.0, 10.0
CONNECTIONS = 2000  # open at once: idle ones cost a file each and no thread
IDLE_S = 60
M_ARENA_MAX, M_MMAP_THRESHOLD, M_TRIM_THRESHOLD = -8, -3, -1  # of <malloc.h>
GIVEN_BACK = 256 * 1024
THREADS = 16  # plans are made one at a time (`planning`), so that others always find one free


class Command(BaseCommand):
    help = "Serve Windcrest in one process; --demo with the demo bench."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--demo", action="store_true")
        parser.add_argument("--listen", default="127.0.0.1:8000")

    def handle(self, *args: Any, **options: Any) -> None:
        owned_alone(settings.DATA)
        self._migrate()
        keep_finished_plans()
        if brought := bring_all_up():
            self.stdout.write(
                f"{brought} figures were brought to the figure sheet of today; undo begins anew there."
            )
        if options["demo"]:
            call_command("demo", stdout=self.stdout)
        if swept := sweep():
            self.stdout.write(
                f"{len(swept)} pictures that nothing speaks of are now in {settings.DATA / 'swept'}."
            )
        connections.close_all()
        threading.Thread(target=_a_backup_a_day, daemon=True).start()
        self.stdout.write(f"Windcrest is at http://{options['listen']} (stop with Ctrl-C)")
        self.stdout.flush()
        _serve(options["listen"])

    def _migrate(self) -> None:
        """Bring the database up to date; a full one only after a backup that was checked."""
        executor = MigrationExecutor(connection)
        ahead = executor.migration_plan(executor.loader.graph.leaf_nodes())
        if ahead and executor.loader.applied_migrations and (settings.DATA / DATABASE).exists():
            try:
                path = keep_backup(settings.DATA, "before-migration", local_now())
            except Damaged as error:
                raise CommandError(
                    f"No backup could be taken before the database is changed, so it is left as it is: {error}",
                    returncode=2,
                ) from error
            self.stdout.write(
                f"Backup before the database is changed ({len(ahead)} to come): {told(path)}."
            )
        call_command("migrate", verbosity=0, interactive=False)


def _a_backup_a_day() -> None:
    """In a process of its own, and not while the first page is on its way, so that nobody waits for it."""
    pause = threading.Event()
    pause.wait(SETTLED_S)
    while True:
        subprocess.run(
            [sys.executable, str(settings.ROOT / "manage.py"), "backup", "--day"], check=False
        )
        pause.wait(HOUR_S)


def _share_memory() -> None:
    """Have all threads allocate from two heaps: with one each, glibc keeps what each of them once used
    (40 MB more after use). What is larger is given back at once: else glibc learns from the first large answer to
    keep room for the next."""
    mallopt = getattr(ctypes.CDLL(None), "mallopt", None)
    if mallopt is not None:
        mallopt(M_ARENA_MAX, 2)
        mallopt(M_MMAP_THRESHOLD, GIVEN_BACK)
        mallopt(M_TRIM_THRESHOLD, GIVEN_BACK)


def _serve(listen: str) -> None:
    from waitress import serve
    from waitress.channel import HTTPChannel

    from server.anonymous import LARGEST_BODY, Parser
    from server.wsgi import application

    soft, hard = resource.getrlimit(resource.RLIMIT_NOFILE)
    wanted = CONNECTIONS + 200
    if soft < wanted:
        resource.setrlimit(resource.RLIMIT_NOFILE, (min(wanted, hard), hard))
    _share_memory()
    room = resource.getrlimit(resource.RLIMIT_NOFILE)[0] - 200
    HTTPChannel.parser_class = Parser
    serve(
        application,
        listen=listen,
        threads=THREADS,
        connection_limit=max(100, min(CONNECTIONS, room)),
        max_request_body_size=LARGEST_BODY,
        channel_timeout=IDLE_S,
        cleanup_interval=10,
        asyncore_use_poll=True,
        ident=None,
    )
