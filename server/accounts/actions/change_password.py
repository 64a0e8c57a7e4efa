"""Change a person's password; the old one must be right."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction

from server.problems import Problem
from windcrest_core.errors import Fault


def change_password(user: User, old: str, new: str) -> None:
    if not user.check_password(old):
        raise Problem(
            422,
            "That is not your password.",
            [Fault("old", "(hidden)", "your password as it is now")],
        )
    try:
        validate_password(new, user)
    except ValidationError as error:
        faults = [Fault("new", "(hidden)", message) for message in error.messages]
        raise Problem(422, faults[0].allowed, faults) from error
    seen = user.password
    user.set_password(new)
    with transaction.atomic():
        if not User.objects.filter(pk=user.pk, password=seen).update(password=user.password):
            raise Problem(412, "Your password was changed elsewhere meanwhile.")
