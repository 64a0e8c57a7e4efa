"""Sign-in and house rules over HTTP."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.contrib.auth.models import User
from django.http import HttpRequest
from django.middleware.csrf import get_token
from ninja import Router
from ninja.utils import check_csrf
from pydantic import BaseModel

from server.accounts.actions.change_password import change_password
from server.accounts.actions.set_rules import set_rules
from server.accounts.actions.sign_up import sign_up
from server.accounts.models import HouseRules
from server.accounts.receipts import receive, sending_of
from server.problems import Problem
from server.schemas import Done, Out
from server.writes import own_transaction
from windcrest_core.given.house_rules import Rules

router = Router(tags=["accounts"])
DEMO_NAME = "harbour"


class Credentials(BaseModel):
    name: str
    password: str


class PasswordChange(BaseModel):
    old: str
    new: str


class Me(Out):
    name: str | None
    demo: bool


class RulesOut(Out):
    rules: Rules
    revision: int
    can_undo: bool
    can_redo: bool


class RuleChanges(BaseModel):
    """Changes by path, such as `oven/offset_c`, and what was seen there when they were made."""

    changes: dict[str, Any]
    seen: dict[str, Any] = {}


def _checked(request: HttpRequest) -> None:
    if check_csrf(request) is not None:
        raise Problem(403, "Reload the page and try again.")


def _me(request: HttpRequest) -> Me:
    user = request.user
    return Me(name=user.username if user.is_authenticated else None, demo=settings.DEMO)


@router.get("me", auth=None, response=Me)
def me(request: HttpRequest) -> Me:
    """Who is signed in; also hands out the CSRF cookie."""
    get_token(request)
    return _me(request)


@router.post("session", auth=None, response=Me)
@own_transaction
def sign_in(request: HttpRequest, body: Credentials) -> Me:
    _checked(request)
    user = authenticate(request, username=body.name.strip(), password=body.password)
    if getattr(request, "axes_locked_out", False):
        raise Problem(429, "Too many wrong passwords. Wait a quarter of an hour.")
    if user is None:
        raise Problem(401, "Name or password is wrong.")
    login(request, user)
    return _me(request)


@router.post("session/demo", auth=None, response=Me)
@own_transaction
def open_demo(request: HttpRequest) -> Me:
    """Open the demo bench without typing; only where the demo runs."""
    _checked(request)
    user = User.objects.filter(username=DEMO_NAME).first()
    if not settings.DEMO or user is None:
        raise Problem(404, "There is no demo bench here. Start it with: make demo")
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    return _me(request)


@router.delete("session", response=Done)
@own_transaction
def sign_out(request: HttpRequest) -> Done:
    logout(request)
    return Done()


@router.post("accounts", auth=None, response=Me)
@own_transaction
def new_account(request: HttpRequest, body: Credentials) -> Me:
    _checked(request)
    user = sign_up(body.name, body.password)
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    return _me(request)


@router.put("password", response=Done)
@own_transaction
def put_password(request: HttpRequest, body: PasswordChange) -> Done:
    change_password(request.user, body.old, body.new)
    update_session_auth_hash(request, request.user)
    return Done()


def _rules_out(document: HouseRules) -> RulesOut:
    return RulesOut(
        rules=document.rules,
        revision=document.revision,
        can_undo=bool(document.undo_stack),
        can_redo=bool(document.redo_stack),
    )


def _document(request: HttpRequest) -> HouseRules:
    return HouseRules.objects.get_or_create(owner=request.user)[0]


@router.get("rules", response=RulesOut)
def get_rules(request: HttpRequest) -> RulesOut:
    return _rules_out(_document(request))


@router.patch("rules", response=RulesOut)
def patch_rules(request: HttpRequest, body: RuleChanges) -> RulesOut:
    with HouseRules.locked(request.user) as document:
        if receive(sending_of(request)):
            set_rules(document, body.changes, body.seen)
    return _rules_out(document)


@router.post("rules/undo", response=RulesOut)
def undo_rules(request: HttpRequest) -> RulesOut:
    with HouseRules.locked(request.user) as document:
        if receive(sending_of(request)):
            document.undo()
    return _rules_out(document)


@router.post("rules/redo", response=RulesOut)
def redo_rules(request: HttpRequest) -> RulesOut:
    with HouseRules.locked(request.user) as document:
        if receive(sending_of(request)):
            document.redo()
    return _rules_out(document)
