"""Scales at the bench: their tokens, their readings, and what lies on one now."""

from __future__ import annotations

from datetime import datetime

from django.db import transaction
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Schema
from ninja.security import HttpBearer
from pydantic import Field

from server.bench.models import KEPT_READINGS, Device, hash_of, new_token
from server.problems import Problem
from server.schemas import Done, Out, ProblemOut
from windcrest_core.stock.steady import OnScale, Reading, on_scale

router = Router(tags=["devices"])
MOST_G = 50_000.0
MOST_DEVICES = 20
ERRORS = {404: ProblemOut, 409: ProblemOut, 422: ProblemOut}


class DeviceOut(Out):
    id: int
    name: str
    heard: datetime | None
    revoked: bool


class TokenOut(DeviceOut):
    """With the token, which is shown this once."""

    token: str


class NewDevice(Schema):
    name: str = Field(min_length=1, max_length=40)


class ScaleReading(Schema):
    """What a scale says: grams on its pan, or that there is too much on it."""

    grams: float = Field(ge=-MOST_G, le=MOST_G, allow_inf_nan=False)
    overload: bool = False


class DeviceToken(HttpBearer):
    """A device by the token it shows; a revoked one is nobody."""

    def authenticate(self, request: HttpRequest, token: str) -> Device | None:
        return Device.objects.filter(token_hash=hash_of(token), revoked=None).first()


def _out(device: Device) -> DeviceOut:
    return DeviceOut(
        id=device.pk, name=device.name, heard=device.heard, revoked=device.revoked is not None
    )


@router.get("devices", response=list[DeviceOut])
def get_devices(request: HttpRequest) -> list[DeviceOut]:
    return [_out(device) for device in Device.objects.filter(owner=request.user)]


@router.post("devices", response={201: TokenOut, **ERRORS})
def post_device(request: HttpRequest, body: NewDevice) -> tuple[int, TokenOut]:
    """A scale by its name; the token it is to show is given this once."""
    if Device.objects.filter(owner=request.user, revoked=None).count() >= MOST_DEVICES:
        raise Problem(409, f"There are {MOST_DEVICES} scales; revoke one first.")
    token = new_token()
    device = Device.objects.create(
        owner=request.user, name=body.name.strip() or "scale", token_hash=hash_of(token)
    )
    return 201, TokenOut(**_out(device).model_dump(), token=token)


@router.delete("devices/{device_id}", response={200: Done, **ERRORS})
def revoke_device(request: HttpRequest, device_id: int) -> Done:
    """From now on its token opens nothing."""
    device = get_object_or_404(Device, pk=device_id, owner=request.user)
    device.revoked = device.revoked or timezone.now()
    device.recent = []
    device.save()
    return Done()


@router.post("scale/readings", auth=DeviceToken(), response={200: Done, 401: ProblemOut, **ERRORS})
def post_reading(request: HttpRequest, body: ScaleReading) -> Done:
    """A reading of a scale, by its token."""
    known: Device = request.auth  # type: ignore[attr-defined]
    with transaction.atomic():
        device = Device.objects.select_for_update().get(pk=known.pk)
        now = timezone.now()
        reading = Reading(at_s=now.timestamp(), grams=body.grams, overload=body.overload)
        device.recent = [*device.recent, reading.model_dump()][-KEPT_READINGS:]
        device.heard = now
        device.save()
    return Done()


@router.get("scale", response=OnScale)
def get_scale(request: HttpRequest) -> OnScale:
    """What lies on the scale that was heard last."""
    device = (
        Device.objects.filter(owner=request.user, revoked=None, heard__isnull=False)
        .order_by("-heard")
        .first()
    )
    return on_scale(device.readings if device else [], timezone.now().timestamp())
