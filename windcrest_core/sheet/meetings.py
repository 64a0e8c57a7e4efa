"""How a part is put on: its one meeting with what carries it, and what it only touches.

Source: the table of meetings in docs/meetings.md. Which kinds there are, and what each lets one choose, is
decided here; what follows from it for the order of work is in `clay.meets`.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from windcrest_core.facts import Frozen
from windcrest_core.ids import Id

MOST_HOSTS = 6
Hosts = Annotated[
    list[Id],
    Field(
        max_length=MOST_HOSTS,
        description="the parts that carry it; with none, what its solid meets",
    ),
]
Agent = Literal["epoxy_quick", "epoxy_slow", "instant", "pva", "hot_melt"]


class Blend(Frozen):
    """Raw on raw, one clay with its host; a bought piece is built in, the clay goes round it."""

    kind: Literal["blend"] = "blend"
    hosts: Hosts = []


class Lay(Frozen):
    """Raw clay over its hosts, raw or cured as the House rules have it; `cured` always over the first of them
    when that is cured."""

    kind: Literal["lay"] = "lay"
    hosts: Hosts = []
    cured: bool = False
    painted: bool = Field(
        default=False, description="its hosts are cured and painted before it comes over them"
    )


class Press(Frozen):
    """Hard before it goes into raw clay: its host's, or a bed of fresh clay on a host that is cured."""

    kind: Literal["press"] = "press"
    hosts: Hosts = []
    bed: Literal["host", "fresh"] = "host"
    hardened: Literal["oven", "heat_gun"] = "oven"


class Pin(Frozen):
    """Cured to cured on a pin in a drilled hole: glued after paint, or closed with a raw collar and baked."""

    kind: Literal["pin"] = "pin"
    hosts: Hosts = []
    closed: Literal["glue", "collar"] = "glue"
    wire: Id | None = Field(
        default=None, description="what the pin is of; none is chosen by itself"
    )
    agent: Agent | None = Field(default=None, description="none is that of the House rules")


class Glue(Frozen):
    """Cured to cured, glued on bare ground after paint."""

    kind: Literal["glue"] = "glue"
    hosts: Hosts = []
    agent: Agent | None = Field(default=None, description="none is that of the House rules")


class Dress(Frozen):
    """Never baked, put on what is painted and sealed: cloth, cord, fibre."""

    kind: Literal["dress"] = "dress"
    hosts: Hosts = []
    by: Literal["knot", "soft_glue"] = "soft_glue"


class Rest(Frozen):
    """Baked in its place over a parting, lifted off, painted apart and glued on at the end; `cured` where what is
    under it was in the oven before."""

    kind: Literal["rest"] = "rest"
    hosts: Hosts = []
    cured: bool = False


class Hold(Frozen):
    """Hands, a beak or a tail are closed round it while they are raw and it is hard, and baked with it. It stays in
    them and is painted there; or slides out, is painted apart and put back; or comes at the end, the hands baked
    closed on a stand-in as thick as it."""

    kind: Literal["hold"] = "hold"
    hosts: Hosts = []
    how: Literal["stays", "slides_out", "stand_in"] = "stays"


class Sit(Frozen):
    """The body is formed sitting on its hosts, cured, over a parting, or on a stand-in of the same height; lifted
    off, and glued on a pin through the seat at the end."""

    kind: Literal["sit"] = "sit"
    hosts: Hosts = []
    stand_in: bool = False


class Thread(Frozen):
    """Baked apart with a bore, painted, and strung on the open end of a wire."""

    kind: Literal["thread"] = "thread"
    hosts: Hosts = []
    run: Id | None = Field(
        default=None, description="the run it is strung on; none is the one along its bone"
    )


Meeting = Annotated[
    Blend | Lay | Press | Pin | Glue | Dress | Rest | Hold | Sit | Thread,
    Field(discriminator="kind"),
]
MeetingKind = Literal[
    "blend", "lay", "press", "pin", "glue", "dress", "rest", "hold", "sit", "thread"
]
