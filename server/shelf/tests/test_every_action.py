"""Every change of every app, sent by two devices at once: what is there afterwards is what one after the
other would have left, in one order or the other, and so are the answers."""

from __future__ import annotations

import io
import json
import re
import sqlite3
import threading
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from dataclasses import dataclass
from typing import Any

from django.core.cache import cache
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection, connections
from django.test import Client, TransactionTestCase, override_settings
from PIL import Image

from server.accounts.api import DEMO_NAME
from server.api import api
from server.shelf.actions.create_figure import create_figure
from server.testing import PASSWORD, person, session_of
from server.writes import WRITING
from windcrest_core.tests.sweeps import ALL, sweep

TURNS = 4 if ALL else 1
CHANCE = re.compile(r'_\w{7}(?=\.jpg)|"at_s": [\d.]+')  # a second file of one name, the clock
MADE_ANEW = re.compile(r"[0-9a-f]{32}")
NOT_COMPARED = {"token_hash", "key", "password", "last_login"}
NOT_OURS = ("django_", "sqlite_", "auth_permission", "axes_")
SHEET = "{sheet}"
ROWS = {
    "lot": "stores_lot",
    "item": "stores_item",
    "movement": "stores_movement",
    "import": "stores_stockimport",
    "entry": "bench_logentry",
    "device": "bench_device",
    "timer": "bench_timer",
    "mishap": "bench_mishaprecord",
}


@dataclass(frozen=True)
class Action:
    """`bodies` are what the two devices send to `path`, `first` what is sent by one before."""

    method: str
    path: str
    bodies: tuple[Any, Any] = (None, None)
    first: tuple[tuple[str, str, Any], ...] = ()

    def __str__(self) -> str:
        return f"{self.method} {self.path}"


def _edit(value: str) -> dict[str, Any]:
    return {"base_revision": 1, "operations": [{"path": "name", "value": value}]}


def _picture(colour: str) -> dict[str, Any]:
    held = io.BytesIO()
    Image.new("RGB", (60, 40), colour).save(held, "PNG")
    return {"picture": ("sketch.png", held.getvalue(), "image/png")}


TRACE = {"file": ("bake.csv", b"time_s,temp_c\n0,20\n60,130\n1800,131\n", "text/csv")}
STOCK = {"file": ("stock.csv", b"kind,label,amount,left\nglue,bottle,20 g,12\n", "text/csv")}
FIGURE, LIVE = "figures/{figure_id}", ("POST", "figures/{figure_id}/live/1", {"speed": 1})
WALLS = ({"changes": {"wall_mm": 4}}, {"changes": {"waste_percent": 12}})
RULED = (("PATCH", "rules", WALLS[0]), ("PATCH", "rules", WALLS[1]))
UNRULED = (*RULED, ("POST", "rules/undo", None), ("POST", "rules/undo", None))
LOT = {"kind": "clay", "item": "rigid", "amount": "500 g"}
LOTS = (("POST", "stock/lots", LOT), ("POST", "stock/lots", {**LOT, "lot": "second"}))
USED = {"kind": "used", "amount": "20 g", "lot": 1}
NOTE = ("POST", "figures/{figure_id}/log", {"text": "first"})
TIMER = {"label": "cools", "minutes": 30}
BROKE = {"kind": "broke", "part": "chest", "way": "{way}"}
SHOT = ("POST", "figures/{figure_id}/log", {"text": "first", **_picture("red")})
SCALE = {"kind": "stature", "crown": [0.5, 0.1], "sole": [0.5, 0.9]}
MARKS = {"width_px": 600, "height_px": 800, "stage": "wire", "scale": SCALE}
SECOND = ("POST", "figures", {"name": "B", "body": "biped", "height_mm": "200 mm"})
BOTH = {"bakes": [{"figure": key, "key": "bake.1"} for key in ("{figure_id}", "{second}")]}
LOAD = (SECOND, ("POST", "loads", BOTH))
PROBE = ("POST", "devices", {"name": "probe"})
READING = {"readings": [{"at": "{now}", "temp_c": 130}]}

ACTIONS = [
    Action("POST", "session", ({"name": "maker", "password": PASSWORD},) * 2),
    Action("DELETE", "session"),
    Action("POST", "session/demo"),
    Action("POST", "accounts", ({"name": "ada", "password": PASSWORD},) * 2),
    Action("PUT", "password", ({"old": PASSWORD, "new": "another long phrase"},) * 2),
    Action("PATCH", "rules", WALLS),
    Action("POST", "rules/undo", first=RULED),
    Action("POST", "rules/redo", first=UNRULED),
    Action("POST", "figures", ({"name": "A", "body": "biped", "height_mm": "200 mm"},) * 2),
    Action("POST", "figures/import?as_copy=true", (SHEET, SHEET)),
    Action("DELETE", FIGURE),
    Action("POST", f"{FIGURE}/restore", first=(("DELETE", FIGURE, None),)),
    Action("POST", f"{FIGURE}/edits", (_edit("One"), _edit("Two"))),
    Action("POST", f"{FIGURE}/undo", first=(("POST", f"{FIGURE}/edits", _edit("One")),)),
    Action(
        "POST",
        f"{FIGURE}/redo",
        first=(("POST", f"{FIGURE}/edits", _edit("One")), ("POST", f"{FIGURE}/undo", None)),
    ),
    Action("PUT", f"{FIGURE}/sheet?base_revision=1", (SHEET, SHEET)),
    Action("POST", f"{FIGURE}/references", (_picture("red"), _picture("blue"))),
    Action("PUT", "stores?base_revision=1", ({"wires": ["st_1_6"]}, {"wires": ["al_awg9"]})),
    Action(
        "POST", "stores/undo", first=(("PUT", "stores?base_revision=1", {"wires": ["st_1_6"]}),)
    ),
    Action(
        "POST",
        "stores/redo",
        first=(
            ("PUT", "stores?base_revision=1", {"wires": ["st_1_6"]}),
            ("POST", "stores/undo", None),
        ),
    ),
    Action("POST", "stock/lots", (LOT, LOT)),
    Action("PATCH", "stock/lots/{lot}", ({"price": 3.5}, {"opened_on": "2027-01-02"}), LOTS),
    Action("PATCH", "stock/items/{item}", ({"low_at": "50 g"}, {"low_at": "80 g"}), LOTS),
    Action("POST", "stock/items/{item}/movements", ({**USED, "lot": "{lot}"},) * 2, LOTS),
    Action(
        "POST",
        "stock/movements/{movement}/take-back",
        first=(*LOTS, ("POST", "stock/items/{item}/movements", {**USED, "lot": "{lot}"})),
    ),
    Action("POST", "stock/import?dry_run=false", (STOCK, STOCK)),
    Action(
        "POST",
        "stock/imports/{import}/take-back",
        first=(("POST", "stock/import?dry_run=false", STOCK),),
    ),
    Action("POST", f"{FIGURE}/log", ({"text": "one"}, {"text": "two", **_picture("red")})),
    Action("DELETE", f"{FIGURE}/log/{{entry}}", first=(NOTE,)),
    Action(
        "POST",
        f"{FIGURE}/log/{{entry}}/restore",
        first=(NOTE, ("DELETE", f"{FIGURE}/log/{{entry}}", None)),
    ),
    Action("PUT", f"{FIGURE}/steps/frame.cut.1", ({"done": True}, {"done": False})),
    Action("PUT", f"{FIGURE}/bakes/1", ({"minutes": 40}, {"minutes": 60})),
    Action("POST", "devices", ({"name": "scale"}, {"name": "probe"})),
    Action("DELETE", "devices/{device}", first=(PROBE,)),
    Action("POST", "scale/readings", ({"grams": 12.0},) * 2, first=(PROBE,)),
    Action("POST", f"{FIGURE}/timers", (TIMER, TIMER)),
    Action("POST", f"{FIGURE}/timers/{{timer}}/stop", first=(("POST", f"{FIGURE}/timers", TIMER),)),
    Action("POST", f"{FIGURE}/live/1", ({"speed": 1}, {"speed": 60})),
    Action("POST", f"{FIGURE}/begun/{{bake}}/end", first=(LIVE,)),
    Action(
        "POST",
        f"{FIGURE}/begun/{{bake}}/close",
        ({"minutes": 40}, {"reason": "a mistake"}),
        (LIVE,),
    ),
    Action("POST", f"{FIGURE}/live-trace/1", (TRACE, TRACE)),
    Action("POST", "probe/readings", (READING, READING), first=(PROBE, LIVE)),
    Action("PUT", f"{FIGURE}/log/{{entry}}/marks", (MARKS, {**MARKS, "stage": "raw"}), (SHOT,)),
    Action(
        "PUT",
        f"{FIGURE}/built",
        (
            {"part": "chest", "kind": "wall_mm", "value": 7},
            {"part": "chest", "kind": "wall_mm", "value": None},
        ),
    ),
    Action("POST", "caliper/readings", ({"mm": 30.0},) * 2, first=(PROBE,)),
    Action("POST", "loads", (BOTH, BOTH), (SECOND,)),
    Action("DELETE", "loads/{load}", first=LOAD),
    Action("POST", "loads/{load}/begin", ({"speed": 1}, {"speed": 1}), LOAD),
    Action("POST", f"{FIGURE}/mend", (BROKE, BROKE)),
    Action("DELETE", f"{FIGURE}/mend/{{mishap}}", first=(("POST", f"{FIGURE}/mend", BROKE),)),
]


def changes() -> set[str]:
    """Every address that writes something."""
    return {
        f"{method} {path}"
        for _, router in api._routers
        for path, kept in router.path_operations.items()
        for operation in kept.operations
        for method in set(operation.methods) & WRITING
        if operation.view_func.writes != "nothing"
    }


@sweep
@override_settings(DEMO=True)
class EveryActionTest(TransactionTestCase):
    def setUp(self) -> None:
        self.user, _ = person("maker")
        self.figure = create_figure(self.user, "Test", "biped", "300 mm")
        person(DEMO_NAME)
        self.sessions = [session_of(self.user) for _ in range(3)]
        self.token = ""

    def device(self, number: int) -> Client:
        """A device of this person, just opened; the third is for what is sent before."""
        client = Client()
        client.cookies["sessionid"] = self.sessions[number]
        return client

    def meant(self, text: str, number: int) -> Any:
        """What a placeholder stands for: the first row of its kind, this figure, now."""
        if text == SHEET:
            return {**self.figure.sheet.model_dump(mode="json"), "name": f"Sheet {number}"}
        if text == "{now}":
            return time.time()

        def found(match: re.Match[str]) -> str:
            name = match[1]
            if name == "figure_id":
                return str(self.figure.id)
            if name == "way":
                tried = self.device(2).post(
                    f"/api/v1/figures/{self.figure.id}/mend/try",
                    json.dumps({"kind": "broke", "part": "chest"}),
                    "application/json",
                )
                return str(tried.json()[0]["mishap"]["way"])
            with connection.cursor() as rows:
                if name == "second":
                    rows.execute("SELECT id FROM shelf_figure WHERE id != %s", [self.figure.id])
                elif name == "load":
                    rows.execute("SELECT key FROM bench_ovenload ORDER BY id LIMIT 1")
                elif name == "bake":
                    rows.execute("SELECT key FROM bench_livebake ORDER BY id LIMIT 1")
                else:
                    rows.execute(f"SELECT id FROM {ROWS[name]} ORDER BY id LIMIT 1")
                return str(rows.fetchone()[0])

        return re.sub(r"{(\w+)}", found, text)

    def filled(self, body: Any, number: int) -> Any:
        if isinstance(body, str):
            return self.meant(body, number)
        if isinstance(body, dict):
            return {key: self.filled(value, number) for key, value in body.items()}
        return [self.filled(value, number) for value in body] if isinstance(body, list) else body

    def send(self, client: Client, method: str, path: str, body: Any) -> int:
        url = f"/api/v1/{path}"
        bearer = {"HTTP_AUTHORIZATION": f"Bearer {self.token}"} if "readings" in path else {}
        if path.endswith("/log") or any(
            isinstance(value, tuple) for value in (body or {}).values()
        ):
            sent = {
                key: SimpleUploadedFile(*value) if isinstance(value, tuple) else value
                for key, value in body.items()
            }
            answer = client.post(url, sent)
        else:
            text = "" if body is None else json.dumps(body)
            answer = client.generic(method, url, text, "application/json", **bearer)
        if path == "devices" and method == "POST":
            self.token = answer.json()["token"]
        self.assertLess(answer.status_code, 500, answer.content[:300])
        self.told = answer.content[:300]
        return answer.status_code // 100

    def state(self) -> dict[str, list[tuple[Any, ...]]]:
        """Every row of ours, without what is made by chance or by the clock."""
        found = {}
        with connection.cursor() as rows:
            rows.execute("SELECT name FROM sqlite_master WHERE type = 'table'")
            tables = [row[0] for row in rows.fetchall() if not row[0].startswith(NOT_OURS)]
            for table in tables:
                rows.execute(f"PRAGMA table_info({table})")
                columns = [
                    row[1]
                    for row in rows.fetchall()
                    if row[1] not in NOT_COMPARED and row[2] != "datetime"
                ]
                names = ", ".join(f'"{name}"' for name in columns)
                rows.execute(f"SELECT {names} FROM {table}")
                found[table] = sorted(
                    (tuple(_plain(value) for value in row) for row in rows.fetchall()), key=repr
                )
        return found

    @contextmanager
    def again(self, kept: sqlite3.Connection) -> Iterator[None]:
        """The database as it was kept; afterwards no connection is left open."""
        kept.backup(connection.connection)
        cache.clear()
        yield
        connections.close_all()
        connection.ensure_connection()

    def outcome(
        self, order: list[int], sent: list[tuple[str, Any]], method: str
    ) -> tuple[Any, Any]:
        answers = [0, 0]
        for number in order:
            answers[number] = self.send(self.device(number), method, *sent[number])
        return answers, self.state()

    def at_once(self, sent: list[tuple[str, Any]], method: str) -> tuple[Any, Any]:
        start = threading.Barrier(2)

        def one(number: int) -> int:
            start.wait(10)
            try:
                return self.send(self.device(number), method, *sent[number])
            finally:
                connections.close_all()

        with ThreadPoolExecutor(2) as devices:
            answers = list(devices.map(one, range(2)))
        return answers, self.state()

    def test_the_walk_is_complete(self) -> None:
        walked = {f"{action.method} {action.path.split('?')[0]}" for action in ACTIONS}
        of = {re.sub(r"{\w+}", "{}", key) for key in changes()}
        named = {
            "PUT figures/{}/steps/frame.cut.1": "PUT figures/{}/steps/{}",
            "PUT figures/{}/bakes/1": "PUT figures/{}/bakes/{}",
            "POST figures/{}/live/1": "POST figures/{}/live/{}",
            "POST figures/{}/live-trace/1": "POST figures/{}/live-trace/{}",
        }
        plain = {re.sub(r"{\w+}", "{}", key) for key in walked}
        self.assertEqual({named.get(key, key) for key in plain}, of)

    def test_two_at_once_are_one_after_the_other(self) -> None:
        begun = sqlite3.connect(":memory:")
        connection.ensure_connection()
        connection.connection.backup(begun)
        for action in ACTIONS:
            with self.subTest(str(action)):
                with self.again(begun):
                    for method, path, body in action.first:
                        told = self.filled(body, 0)
                        answer = self.send(self.device(2), method, self.meant(path, 0), told)
                        self.assertEqual(answer, 2, (path, self.told))
                    sent = [
                        (self.meant(action.path, number), self.filled(body, number))
                        for number, body in enumerate(action.bodies)
                    ]
                    ready = sqlite3.connect(":memory:")
                    connection.connection.backup(ready)
                serial = []
                for order in ([0, 1], [1, 0]):
                    with self.again(ready):
                        serial.append(self.outcome(order, sent, action.method))
                self.assertIn(2, serial[0][0], self.told)
                for _ in range(TURNS):
                    with self.again(ready):
                        found = self.at_once(sent, action.method)
                        self.assertTrue(found in serial, _unlike(found, serial))
                ready.close()
        begun.close()


def _unlike(found: tuple[Any, Any], serial: list[tuple[Any, Any]]) -> str:
    """Answers and rows in which it is like neither order."""
    told = [f"answers {found[0]}, one after the other {[one[0] for one in serial]}"]
    for table, rows in found[1].items():
        others = [one[1][table] for one in serial]
        if rows not in others:
            new = [row for row in rows if row not in others[0]]
            gone = [row for row in others[0] if row not in rows]
            told.append(f"{table}: {str(new)[:300]} instead of {str(gone)[:300]}")
    return "; ".join(told)


def _plain(value: Any) -> Any:
    """Without names that are made anew each time."""
    if not isinstance(value, str):
        return value
    return CHANCE.sub("", MADE_ANEW.sub("anew", value))
