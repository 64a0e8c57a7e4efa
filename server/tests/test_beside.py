"""The process beside the one that answers: it works in turn, tells how far it is, comes back and goes."""

from __future__ import annotations

import os
import signal
import tempfile
import threading
import time
import unittest
from collections.abc import Callable

from server.beside import Beside, Told


def who(tell: Told) -> int:
    return os.getpid()


def half_and_wait(path: str, tell: Told) -> int:
    """Tell of a half, then wait until the file at `path` is there."""
    tell(0.5)
    while not os.path.exists(path):
        time.sleep(0.01)
    return os.getpid()


def stumble(tell: Told) -> None:
    raise ValueError("no")


def waited_for(true: Callable[[], bool], most_s: float = 30.0) -> bool:
    until = time.monotonic() + most_s
    pause = threading.Event()
    while not true() and time.monotonic() < until:
        pause.wait(0.01)
    return true()


def runs(pid: int) -> bool:
    try:
        os.kill(pid, 0)
    except ProcessLookupError:
        return False
    return True


class BesideTest(unittest.TestCase):
    def test_one_process_after_another_job_tells_its_share_and_stumbles_alone(self) -> None:
        beside = Beside(idle_s=0.05)
        with tempfile.TemporaryDirectory() as kept:
            first = beside.begin(half_and_wait, f"{kept}/go")
            second = beside.begin(who)
            self.assertTrue(waited_for(lambda: first.share == 0.5))
            self.assertEqual((second.share, second.found.done()), (0.0, False))
            open(f"{kept}/go", "w").close()
            pid = first.found.result(30)
        self.assertEqual(second.found.result(30), pid)
        self.assertNotEqual(pid, os.getpid())
        self.assertEqual((first.share, second.share), (1.0, 1.0))
        fallen = beside.begin(stumble)
        self.assertIsInstance(fallen.found.exception(30), ValueError)
        self.assertTrue(fallen.failed)
        with self.subTest("goes when idle, and comes again"):
            self.assertTrue(waited_for(lambda: not runs(pid)))
            other = beside.begin(who).found.result(30)
            self.assertNotEqual(other, pid)

    def test_one_that_was_killed_comes_again(self) -> None:
        beside = Beside()
        pid = beside.begin(who).found.result(30)
        os.kill(pid, signal.SIGKILL)
        self.assertTrue(waited_for(lambda: not runs(pid)))
        tried = [beside.begin(who).found for _ in range(2)]
        self.assertNotEqual(tried[-1].result(30), pid)
        beside.close()
