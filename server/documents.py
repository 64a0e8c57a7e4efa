"""A versioned document a person has one of, with undo and redo: house rules, stores."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any, Self

from django.conf import settings
from django.contrib.auth.models import User
from django.db import models, transaction

from server.problems import Problem

DEEPEST = 100


class PersonDocument(models.Model):
    """`body` is the document; the stacks hold earlier and undone bodies."""

    owner = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    body = models.JSONField(default=dict)
    revision = models.PositiveIntegerField(default=1)
    undo_stack = models.JSONField(default=list)
    redo_stack = models.JSONField(default=list)

    class Meta:
        abstract = True

    @classmethod
    @contextmanager
    def locked(cls, owner: User) -> Iterator[Self]:
        """A person's document, read and written in one transaction, so that no change is lost."""
        with transaction.atomic():
            yield cls.objects.select_for_update().get_or_create(owner=owner)[0]

    def change(self, body: dict[str, Any]) -> None:
        """Take a new body; what was is kept for undo."""
        self.undo_stack = [*self.undo_stack, self.body][-DEEPEST:]
        self.redo_stack = []
        self._to(body)

    def undo(self) -> None:
        if not self.undo_stack:
            raise Problem(409, "There is nothing to undo.")
        *self.undo_stack, body = self.undo_stack
        self.redo_stack = [*self.redo_stack, self.body]
        self._to(body)

    def redo(self) -> None:
        if not self.redo_stack:
            raise Problem(409, "There is nothing to redo.")
        *self.redo_stack, body = self.redo_stack
        self.undo_stack = [*self.undo_stack, self.body]
        self._to(body)

    def _to(self, body: dict[str, Any]) -> None:
        self.body = body
        self.revision += 1
        self.save()
