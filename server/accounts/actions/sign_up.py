"""Make a person, with house rules of their own."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction

from server.accounts.models import HouseRules
from server.problems import Problem
from windcrest_core.errors import Fault
from windcrest_core.given.house_rules import Rules


def sign_up(name: str, password: str) -> User:
    name = name.strip()
    if not 2 <= len(name) <= 60:
        raise Problem(422, "That name cannot be.", [Fault("name", name, "2 to 60 letters")])
    user = User(username=name)
    try:
        validate_password(password, user)
    except ValidationError as error:
        faults = [Fault("password", "(hidden)", message) for message in error.messages]
        raise Problem(422, faults[0].allowed, faults) from error
    user.set_password(password)
    try:
        with transaction.atomic():
            user.save()
            HouseRules.objects.create(owner=user, body=Rules().model_dump(mode="json"))
    except IntegrityError as error:
        raise Problem(
            409, "Somebody has that name.", [Fault("name", name, "a name nobody has yet")]
        ) from error
    return user
