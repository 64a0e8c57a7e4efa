"""What the core says, at the boundary: in the units of the person who asks."""

from __future__ import annotations

import json
from typing import Any

from django.http import HttpRequest
from ninja.renderers import JSONRenderer
from ninja.responses import NinjaJSONEncoder

from server.accounts.models import HouseRules
from windcrest_core.facts import Said
from windcrest_core.say import Sayer
from windcrest_core.words import sayer


def speaker_of(owner_id: int) -> Sayer:
    """Says things in somebody's units as they are now."""
    rules = HouseRules.objects.filter(owner_id=owner_id).first() or HouseRules()
    return sayer(rules.rules.units)


class SpokenRenderer(JSONRenderer):
    """Turns what an answer says into sentences on its way out."""

    def render(self, request: HttpRequest, data: Any, *, response_status: int) -> str:
        return json.dumps(data, cls=_Encoder, owner_id=request.user.pk or 0)


class _Encoder(NinjaJSONEncoder):
    def __init__(self, owner_id: int, **how: Any) -> None:
        super().__init__(**how)
        self.owner_id = owner_id
        self.speaker: Sayer | None = None

    def default(self, o: Any) -> Any:
        if not isinstance(o, Said):
            return super().default(o)
        self.speaker = self.speaker or speaker_of(self.owner_id)
        return self.speaker.say(o)
