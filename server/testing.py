"""What the API's tests share."""

from __future__ import annotations

import json
from collections.abc import Callable
from concurrent.futures import Future
from pathlib import Path
from typing import Any
from unittest import mock

from django.conf import settings
from django.contrib.auth.models import User
from django.http import HttpResponse
from django.test import Client, TestCase

from server.accounts.actions.sign_up import sign_up
from server.beside import Job
from server.shelf.actions.create_figure import create_figure
from windcrest_core.errors import SheetError

EXAMPLES = Path(settings.ROOT) / "examples"
PASSWORD = "a long enough pass phrase"


def person(name: str) -> tuple[User, Client]:
    """A person and their browser."""
    user, client = sign_up(name, PASSWORD), Client()
    client.force_login(user, backend="django.contrib.auth.backends.ModelBackend")
    return user, client


def session_of(user: User) -> str:
    """The cookie of a browser in which this person has signed in."""
    client = Client()
    client.force_login(user, backend="django.contrib.auth.backends.ModelBackend")
    return client.cookies["sessionid"].value


class Here:
    """In place of the process beside: what is begun is done at once, or waits until the test says so."""

    def __init__(self) -> None:
        self.waits = False
        self.begun: list[Callable[[], None]] = []

    def begin(self, work: Callable[..., Any], *given: Any) -> Job[Any]:
        found: Future[Any] = Future()

        def do() -> None:
            if not found.set_running_or_notify_cancel():
                return
            try:
                found.set_result(work(*given, lambda share: None))
            except SheetError as error:
                found.set_exception(error)

        self.begun.append(do)
        if not self.waits:
            self.do()
        return Job(0, found, (0.0, 0.0))

    def do(self) -> int:
        """Do what waits; how much it was."""
        begun, self.begun = self.begun, []
        for work in begun:
            work()
        return len(begun)


class ApiCase(TestCase):
    """A signed-in person with one figure."""

    def setUp(self) -> None:
        self.beside = Here()
        patched = mock.patch("server.shelf.digests.beside", self.beside)
        patched.start()
        self.addCleanup(patched.stop)
        self.user, self.client = person("maker")
        self.figure = create_figure(self.user, "Test", "biped", "300 mm")
        self.at = f"/api/v1/figures/{self.figure.id}"

    def call(self, method: str, url: str, body: Any = None, **more: Any) -> HttpResponse:
        data = body if isinstance(body, bytes | str) else json.dumps(body)
        return self.client.generic(method, url, data, "application/json", **more)

    def edit(self, *pairs: tuple[str, Any], base: int = 1) -> HttpResponse:
        operations = [{"path": path, "value": value} for path, value in pairs]
        return self.call(
            "POST", self.at + "/edits", {"base_revision": base, "operations": operations}
        )

    def sheet(self) -> dict[str, Any]:
        sheet: dict[str, Any] = self.client.get(self.at).json()["sheet"]
        return sheet

    def assert_problem(self, answer: HttpResponse, status: int, path: str | None = None) -> None:
        self.assertEqual(answer.status_code, status, answer.content[:300])
        self.assertEqual(answer["Content-Type"], "application/problem+json")
        problem = json.loads(answer.content)
        self.assertEqual(problem["status"], status)
        self.assertTrue(problem["detail"])
        if path is not None:
            self.assertIn(path, [fault["path"] for fault in problem["errors"]])
            self.assertTrue(all(fault["allowed"] for fault in problem["errors"]))
