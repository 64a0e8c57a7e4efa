"""Work that nobody's click waits for, in one process beside the one that answers.

It is begun when there is something to do, gives way to what is asked for, and goes when it has had nothing to do
for a minute or when the process that answers is gone.
"""

from __future__ import annotations

import os
import signal
import threading
from collections.abc import Callable
from concurrent.futures import Future, ProcessPoolExecutor
from concurrent.futures.process import BrokenProcessPool
from dataclasses import dataclass
from multiprocessing import get_context, parent_process
from multiprocessing.sharedctypes import Synchronized
from multiprocessing.util import Finalize
from typing import Any, Generic, TypeVar

Found = TypeVar("Found")
Told = Callable[[float], None]
IDLE_S = 60.0
POLITE = 10
FIRST = 100  # before multiprocessing closes the queue by which the process is told to go

_shares: Any = (
    None  # in the process beside: the number of the job it does, and the share of it done
)


@dataclass(frozen=True)
class Job(Generic[Found]):
    """`share` of it is done, 0 to 1."""

    number: int
    found: Future[Found]
    _progress: Any

    @property
    def share(self) -> float:
        if self.found.done():
            return 1.0
        number, share = self._progress
        return float(share) if number == self.number else 0.0

    @property
    def failed(self) -> bool:
        return self.found.done() and self.found.exception() is not None


class Beside:
    """One process; jobs are done one after another."""

    def __init__(self, idle_s: float = IDLE_S) -> None:
        self._idle_s = idle_s
        self._lock = threading.Lock()
        self._pool: ProcessPoolExecutor | None = None
        self._progress: Any = None
        self._jobs = 0
        self._open = 0
        self._idle: threading.Timer | None = None
        Finalize(None, self._end, exitpriority=FIRST)

    def begin(self, work: Callable[..., Found], *given: Any) -> Job[Found]:
        """Have `work(*given, tell)` done; `tell` takes the share that is done. All of it is sent to another
        process, so `work` is a function of a module."""
        with self._lock:
            if self._idle is not None:
                self._idle.cancel()
            self._jobs += 1
            self._open += 1
            number = self._jobs
            try:
                found = self._ready().submit(_do, number, work, given)
            except BrokenProcessPool:
                self._pool = None
                found = self._ready().submit(_do, number, work, given)
        found.add_done_callback(self._over)
        return Job(number, found, self._progress)

    def close(self) -> None:
        """Let the process go when what was begun is done."""
        with self._lock:
            if self._pool is not None:
                self._pool.shutdown(wait=False)
                self._pool = None

    def _end(self) -> None:
        pool, self._pool = self._pool, None
        if pool is not None:
            pool.shutdown(cancel_futures=True)

    def _ready(self) -> ProcessPoolExecutor:
        if self._pool is None:
            spawned = get_context("spawn")
            self._progress = spawned.Array("d", [0.0, 0.0])
            self._pool = ProcessPoolExecutor(1, spawned, _settle_in, (self._progress,))
        return self._pool

    def _over(self, _found: Future[Any]) -> None:
        with self._lock:
            self._open -= 1
            if self._open == 0:
                self._idle = threading.Timer(self._idle_s, self.close)
                self._idle.daemon = True
                self._idle.start()


def _settle_in(shares: Synchronized[float]) -> None:
    global _shares
    _shares = shares
    os.nice(POLITE)
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    answering = parent_process()
    if answering is not None:
        threading.Thread(target=_go_with, args=(answering,), daemon=True).start()


def _go_with(answering: Any) -> None:
    answering.join()
    os._exit(1)


def _do(number: int, work: Callable[..., Found], given: tuple[Any, ...]) -> Found:
    def tell(share: float) -> None:
        _shares[:] = [float(number), share]

    tell(0.0)
    return work(*given, tell)


beside = Beside()
