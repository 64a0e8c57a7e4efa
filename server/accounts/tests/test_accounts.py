"""Signing in and out, passwords, house rules; what is another person's stays theirs."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth.models import User
from django.test import Client, override_settings

from server.testing import PASSWORD, ApiCase, person


class SessionTest(ApiCase):
    def test_sign_up_sign_in_and_out(self) -> None:
        self.client.logout()
        body = {"name": "newcomer", "password": PASSWORD}
        self.assertEqual(self.call("POST", "/api/v1/accounts", body).json()["name"], "newcomer")
        self.assertEqual(self.client.get("/api/v1/figures").json(), [])
        self.call("DELETE", "/api/v1/session")
        self.assert_problem(self.client.get("/api/v1/figures"), 401)
        self.assertEqual(self.call("POST", "/api/v1/session", body).json()["name"], "newcomer")

    def test_passwords_are_kept_with_argon2(self) -> None:
        with self.settings(PASSWORD_HASHERS=settings.KEEPS_PASSWORDS):
            person("newcomer")
        self.assertTrue(User.objects.get(username="newcomer").password.startswith("argon2"))

    def test_weak_passwords_and_taken_names_are_refused(self) -> None:
        self.assert_problem(
            self.call("POST", "/api/v1/accounts", {"name": "x y", "password": "short"}),
            422,
            "password",
        )
        self.assert_problem(
            self.call("POST", "/api/v1/accounts", {"name": "maker", "password": PASSWORD}),
            409,
            "name",
        )
        self.assert_problem(
            self.call("POST", "/api/v1/accounts", {"name": " ", "password": PASSWORD}), 422, "name"
        )

    def test_attempts_are_limited(self) -> None:
        guess = {"name": "maker", "password": "wrong password here"}
        statuses = [self.call("POST", "/api/v1/session", guess).status_code for _ in range(6)]
        self.assertEqual(statuses[0], 401)
        self.assertEqual(statuses[-1], 429)
        right = {"name": "maker", "password": PASSWORD}
        self.assertEqual(self.call("POST", "/api/v1/session", right).status_code, 429)

    def test_changing_the_password_needs_the_old_one(self) -> None:
        new = "another long pass phrase"
        self.assert_problem(
            self.call("PUT", "/api/v1/password", {"old": "nope", "new": new}), 422, "old"
        )
        self.assertEqual(
            self.call("PUT", "/api/v1/password", {"old": PASSWORD, "new": new}).status_code, 200
        )
        self.assertEqual(self.client.get("/api/v1/figures").status_code, 200)
        self.assertTrue(User.objects.get(username="maker").check_password(new))

    def test_writing_needs_the_csrf_token(self) -> None:
        strict = Client(enforce_csrf_checks=True)
        strict.force_login(self.user, backend="django.contrib.auth.backends.ModelBackend")
        answer = strict.post("/api/v1/figures", {}, content_type="application/json")
        self.assertEqual(answer.status_code, 403)
        anonymous = Client(enforce_csrf_checks=True)
        answer = anonymous.post(
            "/api/v1/session", {"name": "a", "password": "b"}, content_type="application/json"
        )
        self.assertEqual(answer.status_code, 403)

    def test_the_demo_opens_only_where_it_runs(self) -> None:
        self.assert_problem(self.call("POST", "/api/v1/session/demo"), 404)
        person("harbour")
        with override_settings(DEMO=True):
            self.assertEqual(self.call("POST", "/api/v1/session/demo").json()["name"], "harbour")

    def test_pages_carry_a_policy_without_inline_scripts(self) -> None:
        policy = self.client.get("/")["Content-Security-Policy"]
        self.assertIn("script-src 'self'", policy)
        self.assertNotIn("unsafe-inline", policy.split("script-src")[1].split(";")[0])

    def test_unknown_addresses_of_the_api(self) -> None:
        self.assert_problem(self.client.get("/api/v1/spaceship"), 404)


class StrangerTest(ApiCase):
    def test_another_persons_figure_is_not_here(self) -> None:
        _, other = person("stranger")
        for method, path in (
            ("GET", ""),
            ("GET", "/plan"),
            ("GET", "/export"),
            ("GET", "/log"),
            ("DELETE", ""),
            ("POST", "/undo"),
            ("GET", "/prints/cut-list"),
            ("POST", "/restore"),
        ):
            answer = other.generic(method, self.at + path)
            self.assert_problem(answer, 404)
        edit = {"base_revision": 1, "operations": [{"path": "name", "value": "Mine"}]}
        for path in ("/edits", "/preview"):
            self.assert_problem(
                other.post(self.at + path, edit, content_type="application/json"), 404
            )
        self.assertEqual(other.get("/api/v1/figures").json(), [])
        self.assertEqual(self.sheet()["name"], "Test")


class RulesTest(ApiCase):
    def test_a_rule_changes_the_plan_and_can_be_undone(self) -> None:
        before = self.client.get(self.at + "/plan").json()["totals"]["foil"]["value"]
        self.assertEqual(
            self.call("PATCH", "/api/v1/rules", {"changes": {"wall_mm": "1/8 in"}}).status_code, 200
        )
        thin = self.client.get(self.at + "/plan").json()["totals"]["foil"]["value"]
        self.assertGreater(thin, before * 1.2)
        self.call("POST", "/api/v1/rules/undo")
        self.assertEqual(
            self.client.get(self.at + "/plan").json()["totals"]["foil"]["value"], before
        )
        self.call("POST", "/api/v1/rules/redo")
        self.assertEqual(self.client.get(self.at + "/plan").json()["totals"]["foil"]["value"], thin)
        self.call("POST", "/api/v1/rules/undo")
        self.assert_problem(self.call("POST", "/api/v1/rules/undo"), 409)

    def test_impossible_rules_are_refused_and_change_nothing(self) -> None:
        before = self.client.get("/api/v1/rules").json()
        for path, value in (
            ("wall_mm", 0),
            ("wall_mm", "thick"),
            ("oven/swing_c", -3),
            ("oven/air", "hurricane"),
            ("bake_school", "never"),
            ("oven/colour", 1),
            ("gauge_words", "dutch"),
            ("waste_percent", 80),
        ):
            with self.subTest(path, value=value):
                self.assert_problem(
                    self.call("PATCH", "/api/v1/rules", {"changes": {path: value}}), 422, path
                )
        self.assertEqual(self.client.get("/api/v1/rules").json(), before)


class ReadingTest(ApiCase):
    """How what is typed is read, before it is saved."""

    def test_in_the_persons_own_units(self) -> None:
        for of, text, value, unit in (
            ("length", "5' 3\"", 1600.2, "mm"),
            ("length", "310", 310.0, "mm"),
            ("mass", "1 lb 4 oz", 566.99, "g"),
            ("volume", "1 fl oz", 29.574, "ml"),
            ("temperature", "gas mark 1", 135.0, "C"),
            ("wire", "AWG 18", 1.024, "mm"),
        ):
            found = self.client.get("/api/v1/read", {"of": of, "text": text}).json()
            with self.subTest(text):
                self.assertEqual(found["unit"], unit)
                self.assertAlmostEqual(found["value"], value, 2)
        self.call("PATCH", "/api/v1/rules", {"changes": {"length_unit": "in"}})
        inches = self.client.get("/api/v1/read", {"of": "length", "text": "12"}).json()
        self.assertAlmostEqual(inches["value"], 304.8)

    def test_what_cannot_be_read_says_what_to_write(self) -> None:
        for of, text in (("length", "tall"), ("temperature", "275°"), ("mass", "-5 g")):
            self.assert_problem(
                self.client.get("/api/v1/read", {"of": of, "text": text}), 422, "text"
            )
