"""Signing in, the page and its content policy, the API's description, migrations, the demo."""

from __future__ import annotations

import io
import os
import subprocess
import sys
from pathlib import Path

import yaml
from django.core.management import call_command
from django.test import Client, TestCase

from courses.models import Course
from papers.models import Check, Paper
from tests.world import PASSWORD, instructor, run_waiting_checks

ROOT = Path(__file__).resolve().parents[2]


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
    def test_it_is_loaded_once(self) -> None:
        for _ in range(2):
            call_command("load_demo", stdout=io.StringIO())
        self.assertEqual((Course.objects.count(), Paper.objects.count()), (4, 30))
        run_waiting_checks()
        states = Check.objects.values_list("state", flat=True)
        self.assertEqual(set(states), {Check.State.DONE})
        shore = Paper.objects.filter(assignment__course__name="Writing the Shore")
        clean = shore.filter(drafts__checks__slips=0).values_list("writer", flat=True)
        self.assertEqual(sorted(clean), ["Noor Castellan", "Piers Dray"])
