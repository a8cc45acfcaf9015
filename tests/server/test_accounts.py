"""Accounts from beginning to end: made by invitation, a password by a link, all data taken away, deleted."""

from __future__ import annotations

import io
import json
import zipfile
from typing import Any

from django.contrib.auth.models import User
from django.core.cache import cache
from django.core.management import CommandError, call_command
from django.test import Client, TestCase, override_settings

from accounts.actions.reset_password import reset_path
from courses.actions.people import invite
from courses.models import Course, Membership
from decisions.actions.decide_findings import decide_findings
from decisions.models import Decision
from papers.models import FindingRow, Paper
from tests.world import PASSWORD, assignment_of, hand_in, instructor


class AccountCase(TestCase):
    def setUp(self) -> None:
        cache.clear()
        self.user = instructor()
        self.assignment = assignment_of(self.user)
        self.client.force_login(self.user)

    def post(self, client: Client, address: str, body: dict[str, Any]) -> Any:
        return client.post(address, body, content_type="application/json")


class SigningUp(AccountCase):
    def ask(self, client: Client, **more: str) -> Any:
        body = {"username": "pym", "name": "Iris Pym", "password": "a-long-estuary", **more}
        return self.post(client, "/api/accounts", body)

    def test_by_an_invitation_alone_unless_it_is_open(self) -> None:
        self.assertEqual(self.ask(Client()).json()["code"], "sign-up-closed")
        token = invite(self.user, self.assignment.course, "helper", 3).token
        client = Client()
        self.assertEqual(self.ask(client, invitation=token).status_code, 204)
        person = client.get("/api/session").json()["person"]
        self.assertEqual(person, {"username": "pym", "name": "Iris Pym"})
        self.assertEqual(self.post(client, f"/api/invitations/{token}", {}).status_code, 200)
        self.assertEqual(Membership.objects.get().user.username, "pym")

    def test_modes(self) -> None:
        token = invite(self.user, self.assignment.course, "helper", 3).token
        with override_settings(SIGN_UP="closed"):
            self.assertEqual(self.ask(Client(), invitation=token).status_code, 403)
            self.assertEqual(Client().get("/api/accounts").json(), {"mode": "closed"})
        with override_settings(SIGN_UP="open"):
            self.assertEqual(self.ask(Client()).status_code, 204)

    def test_what_is_no_name_taken_or_weak_is_refused(self) -> None:
        with override_settings(SIGN_UP="open"):
            for more, code in (
                ({"username": "vale"}, "account-refused"),
                ({"username": "no name"}, "account-refused"),
                ({"password": "short"}, "password-weak"),
            ):
                with self.subTest(more):
                    self.assertEqual(self.ask(Client(), **more).json()["code"], code)
        self.assertEqual(User.objects.count(), 1)

    def test_a_forged_one_is_refused(self) -> None:
        strict = Client(enforce_csrf_checks=True)
        self.assertEqual(self.ask(strict).status_code, 403)


class ALink(AccountCase):
    def test_it_sets_a_password_once(self) -> None:
        out = io.StringIO()
        call_command("account", "vale", "--link", stdout=out)
        identity, token = out.getvalue().strip().split("/")[-2:]
        body = {"identity": identity, "token": token, "new": "a-long-estuary"}
        weak = self.post(Client(), "/api/session/reset", body | {"new": "short"})
        self.assertEqual(weak.json()["code"], "password-weak")
        self.assertEqual(self.post(Client(), "/api/session/reset", body).status_code, 204)
        self.assertTrue(Client().login(username="vale", password="a-long-estuary"))
        self.assertEqual(
            self.post(Client(), "/api/session/reset", body).json()["code"], "link-over"
        )

    def test_one_that_is_made_up_or_of_nobody_leads_nowhere(self) -> None:
        token = reset_path(self.user).split("/")[-1]
        for identity in ("MTIzNDU", "%00", "x" * 60):
            body = {"identity": identity, "token": token, "new": "a-long-estuary"}
            self.assertEqual(
                self.post(Client(), "/api/session/reset", body).json()["code"], "link-over"
            )
        with self.assertRaises(CommandError):
            call_command("account", "nobody", "--link")


class TheEnd(AccountCase):
    def test_all_data_is_taken_away(self) -> None:
        paper = hand_in(self.assignment, "marlowe")
        key = FindingRow.objects.filter(rule="cite-unlisted").values_list("key", flat=True)[0]
        decide_findings(self.user, paper, keys=[key], verdict="kept", remark="Who?")
        other = assignment_of(instructor("pym"))
        hand_in(other, "hale")
        Membership.objects.create(course=other.course, user=self.user, role="reader")
        answer = self.client.get("/api/account/archive")
        data = zipfile.ZipFile(io.BytesIO(answer.getvalue()))
        names = data.namelist()
        self.assertTrue(any(n.endswith("draft 1 1-marlowe-slack-water.docx") for n in names))
        self.assertFalse(any("hale" in n for n in names))
        about = json.loads(data.read("account.json"))
        self.assertEqual(about["in_courses_of_others"], [other.course.name])
        (decided,) = json.loads(data.read(next(n for n in names if n.endswith("decisions.json"))))
        self.assertEqual((decided["verdict"], decided["remark"]), ("kept", "Who?"))
        report = json.loads(data.read(next(n for n in names if n.endswith("report.json"))))
        self.assertEqual(len(report["findings"]), 5)

    def test_an_account_goes_with_its_courses_and_what_it_decided_elsewhere_stays(self) -> None:
        hand_in(self.assignment, "dray")
        other = assignment_of(instructor("pym"))
        paper = hand_in(other, "marlowe")
        Membership.objects.create(course=other.course, user=self.user, role="helper")
        keys = [FindingRow.objects.filter(checked__draft__paper=paper)[0].key]
        decide_findings(self.user, paper, keys=keys, verdict="kept", remark=None)
        owned = self.client.get("/api/account").json()
        self.assertEqual(owned, {"courses": 1, "papers": 1})
        wrong = self.post(self.client, "/api/account/goodbye", {"password": "no"})
        self.assertEqual(wrong.json()["code"], "password-wrong")
        self.assertEqual(
            self.post(self.client, "/api/account/goodbye", {"password": PASSWORD}).status_code, 204
        )
        self.assertEqual([u.username for u in User.objects.all()], ["pym"])
        self.assertEqual(list(Course.objects.all()), [other.course])
        self.assertEqual([p.pk for p in Paper.objects.all()], [paper.pk])
        self.assertIsNone(Decision.objects.get().by)
        self.assertIsNone(self.client.get("/api/session").json()["person"])
