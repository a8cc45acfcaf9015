"""Signing in, the page and its content policy, the API's description, migrations, the demo."""

from __future__ import annotations

import io
import os
import subprocess
import sys
from pathlib import Path
from typing import Any
from unittest import mock

import yaml
from django.contrib.auth.models import User
from django.core.cache import cache
from django.core.management import CommandError, call_command
from django.test import Client, TestCase

from courses.models import Course
from papers.models import Check, Paper
from tests.world import PASSWORD, instructor, run_waiting_checks

ROOT = Path(__file__).resolve().parents[2]
sys.path.insert(0, str(ROOT / "tools"))

import web_vocabulary  # noqa: E402


class SigningIn(TestCase):
    def test_in_and_out(self) -> None:
        instructor()
        self.assertEqual(self.client.get("/api/session").json(), {"person": None})
        answer = self.client.post("/api/session", {"username": "vale", "password": PASSWORD})
        self.assertEqual(answer.json()["person"]["name"], "Tamsin Vale")
        self.assertEqual(self.client.get("/api/courses").status_code, 200)
        self.client.delete("/api/session")
        self.assertEqual(self.client.get("/api/courses").status_code, 401)

    def test_a_wrong_password_is_refused_in_words(self) -> None:
        instructor()
        answer = self.client.post("/api/session", {"username": "vale", "password": "ebb"})
        self.assertEqual(answer.status_code, 400)
        self.assertIn("do not go together", answer.json()["message"])

    def tries(self, name: str, times: int, **headers: str) -> list[int]:
        body = {"username": name, "password": "ebb"}
        return [
            self.client.post("/api/session", body, headers=headers).status_code
            for _ in range(times)
        ]

    def test_tries_are_counted_whatever_the_client_says_of_itself(self) -> None:
        cache.clear()
        instructor()
        statuses = [
            self.tries("vale", 1, **{"x-forwarded-for": f"10.0.0.{n}"})[0] for n in range(14)
        ]
        self.assertEqual(statuses, [400] * 10 + [429] * 4)
        answer = self.client.post("/api/session", {"username": "vale", "password": PASSWORD})
        self.assertEqual((answer.status_code, answer.json()["code"]), (429, "too-often"))
        self.assertGreater(int(answer["Retry-After"]), 0)

    def test_a_class_behind_one_address_signs_in(self) -> None:
        cache.clear()
        self.tries("somebody", 12)
        for number in range(40):
            instructor(f"teacher{number}")
            body = {"username": f"teacher{number}", "password": PASSWORD}
            self.assertEqual(self.client.post("/api/session", body).status_code, 200)

    def test_nothing_is_kept_by_browsers_and_health_is_told_to_anybody(self) -> None:
        answer = self.client.get("/api/health")
        self.assertEqual(
            (answer.json()["state"], answer["Cache-Control"]), ("up", "private, no-store")
        )


class Accounts(TestCase):
    def account(self, *arguments: str, typed: str = "") -> str:
        out = io.StringIO()
        with mock.patch("sys.stdin", io.StringIO(typed)):
            call_command("account", *arguments, stdout=out)
        return out.getvalue()

    def test_made_with_a_password_that_is_typed_or_made_up(self) -> None:
        said = self.account("pym", "--called", "Iris Ann Pym", typed="a-long-estuary\n")
        self.assertIn("is made", said)
        user = User.objects.get()
        self.assertEqual((user.first_name, user.last_name), ("Iris Ann", "Pym"))
        self.assertFalse(user.is_superuser or user.is_staff)
        self.assertTrue(self.client.login(username="pym", password="a-long-estuary"))
        password = self.account("pym", "--made-up").rpartition(" ")[2].strip()
        self.assertTrue(self.client.login(username="pym", password=password))

    def test_what_is_no_password_or_no_name_is_refused(self) -> None:
        for name, typed in (
            ("pym", "short\n"),
            ("pym", "password\n"),
            ("no name", "a-long-estuary\n"),
        ):
            with self.assertRaises(CommandError):
                self.account(name, typed=typed)
        self.assertFalse(User.objects.exists())


class Passwords(TestCase):
    def setUp(self) -> None:
        cache.clear()
        self.user = instructor()
        self.client.force_login(self.user)

    def change(self, old: str, new: str) -> Any:
        body = {"old": old, "new": new}
        return self.client.put("/api/session/password", body, content_type="application/json")

    def test_it_is_changed_by_who_knows_it_and_other_sessions_end(self) -> None:
        elsewhere = Client()
        elsewhere.force_login(self.user)
        self.assertEqual(self.change(PASSWORD, "a-long-estuary").status_code, 204)
        self.assertEqual(self.client.get("/api/courses").status_code, 200)
        self.assertEqual(elsewhere.get("/api/courses").status_code, 401)
        self.assertTrue(Client().login(username="vale", password="a-long-estuary"))

    def test_a_wrong_one_and_a_weak_one_change_nothing(self) -> None:
        self.assertEqual(self.change("no", "a-long-estuary").json()["code"], "password-wrong")
        self.assertEqual(self.change(PASSWORD, "short").json()["code"], "password-weak")
        self.assertTrue(Client().login(username="vale", password=PASSWORD))


class ThePage(TestCase):
    def test_every_address_is_the_interface_with_a_nonce_of_its_own(self) -> None:
        policies = set()
        for address in ("/", "/papers/1?round=match", "/nowhere"):
            answer = self.client.get(address)
            self.assertEqual(answer.status_code, 200)
            policy = answer["Content-Security-Policy"]
            nonce = policy.partition("'nonce-")[2].partition("'")[0]
            self.assertIn(nonce, answer.content.decode())
            self.assertNotIn("unsafe", policy)
            policies.add(nonce)
        self.assertEqual(len(policies), 3)

    def test_what_is_not_there_in_the_api_is_not_the_page(self) -> None:
        self.assertEqual(self.client.get("/api/nothing").status_code, 404)

    def test_other_hosts_are_refused(self) -> None:
        self.assertEqual(Client(headers={"host": "elsewhere.example"}).get("/").status_code, 400)


class TheDescription(TestCase):
    def test_the_api_is_as_described(self) -> None:
        """If this fails on purpose: `bin/grelt manage spectacular --file server/openapi.yml`,
        then `npm --prefix web run types`."""
        out = io.StringIO()
        call_command("spectacular", "--validate", "--fail-on-warn", stdout=out)
        kept = (ROOT / "server" / "openapi.yml").read_text(encoding="utf-8")
        self.assertEqual(yaml.safe_load(out.getvalue()), yaml.safe_load(kept))

    def test_the_words_of_the_interface_are_the_core_s(self) -> None:
        """If this fails on purpose: `.venv/bin/python tools/web_vocabulary.py`."""
        self.assertEqual(web_vocabulary.MODULE.read_text(encoding="utf-8"), web_vocabulary.module())

    def test_no_migration_is_missing(self) -> None:
        call_command("makemigrations", "--check", "--dry-run", verbosity=0)

    def deployed(self, **settings: str) -> str:
        """What the deployment checks say of an installation with these settings."""
        # what the tests themselves switch on (a browser driven from Django's runner) is no
        # part of an installation
        own = ("GRELT_HTTPS", "DJANGO_ALLOW_ASYNC_UNSAFE")
        environment = {k: v for k, v in os.environ.items() if not k.startswith(own)}
        done = subprocess.run(
            [sys.executable, ROOT / "manage.py", "check", "--deploy", "--fail-level", "WARNING"],
            env={**environment, **settings}, capture_output=True, text=True, check=False,
        )  # fmt: skip
        return "" if done.returncode == 0 else done.stderr

    def test_the_deployment_checks_say_nothing_of_an_installation_behind_tls(self) -> None:
        key = "".join(chr(33 + n) for n in range(90))
        self.assertEqual(self.deployed(GRELT_HTTPS="1", GRELT_SECRET_KEY=key), "")

    def test_they_speak_where_cookies_travel_in_the_open(self) -> None:
        said = self.deployed(GRELT_SECRET_KEY="".join(chr(33 + n) for n in range(90)))
        for check in ("security.W012", "security.W016", "security.W004"):
            self.assertIn(check, said)


class TheDemo(TestCase):
    def test_an_account_that_was_taken_away_stays_away(self) -> None:
        instructor("pym")
        call_command("load_demo", stdout=io.StringIO())
        self.assertEqual([u.username for u in User.objects.all()], ["pym"])

    def test_it_is_loaded_once(self) -> None:
        for _ in range(2):
            call_command("load_demo", stdout=io.StringIO())
        self.assertEqual((Course.objects.count(), Paper.objects.count()), (4, 54))
        run_waiting_checks()
        states = Check.objects.values_list("state", flat=True)
        self.assertEqual(set(states), {Check.State.DONE})
        shore = Paper.objects.filter(assignment__title="Tide, fog, salt, song")
        clean = shore.filter(drafts__checks__slips=0).values_list("writer", flat=True)
        self.assertEqual(sorted(clean), ["Noor Castellan", "Piers Dray"])
