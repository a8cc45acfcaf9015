"""Who may do what: every operation of the API by every role, from the description of the API and one table; and
how people come into a course, leave it, and hand it on."""

from __future__ import annotations

import datetime
import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any, ClassVar

import yaml
from django.contrib.auth.models import User
from django.db import transaction
from django.test import Client, TestCase
from django.urls import get_resolver, resolve
from rest_framework.permissions import AllowAny

from bundles.models import Bundle
from courses.actions.people import invite, take_up
from courses.models import Assignment, Invitation, Membership
from courses.policy import ALLOWED, NEEDS, May, needed
from papers.models import HousePreview, Paper
from returns.models import ReturnSet
from tests.world import assignment_of, hand_in, instructor

_DESCRIPTION = Path(__file__).resolve().parents[2] / "server" / "openapi.yml"
_VERBS = ("get", "post", "put", "delete")
ROLES = ("owner", "helper", "reader", "stranger", "nobody")


class TheMatrix(TestCase):
    """Every address, every method, every role; on one's own course and on another's."""

    ids: ClassVar[dict[str, str]]

    @classmethod
    def setUpTestData(cls) -> None:
        users = {role: instructor(role) for role in ROLES[:4]}
        assignment = assignment_of(users["owner"])
        course = assignment.course
        for role in ("helper", "reader"):
            Membership.objects.create(course=course, user=users[role], role=role)
        Membership.objects.create(course=course, user=instructor("third"), role="reader")
        paper = hand_in(assignment, "dray")
        preview = HousePreview.objects.create(course=course, assignment=assignment, guide="mla-9")
        bundle = Bundle.objects.create(
            assignment=assignment, by=users["owner"], file_name="a.zip", content=b"", sha256="x",
            state="ready",
        )  # fmt: skip
        returns = ReturnSet.objects.create(
            assignment=assignment, by=users["owner"], form="own", total=1
        )
        cls.ids = {
            "{set_id}": str(returns.pk),
            "{assignment_id}": str(assignment.pk), "{paper_id}": str(paper.pk), "{course_id}": str(course.pk),
            "{preview_id}": str(preview.pk), "{bundle_id}": str(bundle.pk), "{guide}": "mla-9",
            "{rule}": "list-order", "{citation}": "c1", "{entry}": "e1", "{paragraph}": "p1",
            "{username}": "third", "{invitation_id}": "1", "{token}": "none",
        }  # fmt: skip

    def operations(self) -> Iterator[tuple[str, str, May]]:
        """Each operation that is not open to all, with what it asks for."""
        description = yaml.safe_load(_DESCRIPTION.read_text(encoding="utf-8"))
        for path, verbs in description["paths"].items():
            address = path
            for name, value in self.ids.items():
                address = address.replace(name, value)
            view: Any = resolve(address).func
            if AllowAny in view.view_class.permission_classes:
                continue
            for verb in _VERBS:
                if verb in verbs:
                    need = needed(view.view_class, verb.upper())
                    assert need is not None, (verb, path)
                    yield verb, address, need

    def ask(self, role: str, verb: str, address: str) -> int:
        client = Client(raise_request_exception=False)
        if role != "nobody":
            client.force_login(User.objects.get(username=role))
        needs_query = {"progress": "?since=2026-01-01T00:00:00Z", "file": "?form=csv"}
        query = needs_query.get(address.rpartition("/")[2], "") if verb == "get" else ""
        body = json.dumps({}) if verb in ("post", "put", "delete") else None
        answer = (
            client.get(address + query)
            if body is None
            else client.generic(verb.upper(), address, body, content_type="application/json")
        )
        self.assertLess(answer.status_code, 500, (role, verb, address))
        return answer.status_code

    def test_every_operation_is_in_the_table_and_nothing_else(self) -> None:
        asked = {
            (r.callback.view_class.__module__.partition(".")[0], r.callback.view_class.__name__)
            for pattern in get_resolver().url_patterns
            for r in getattr(pattern, "url_patterns", [])
            if hasattr(r.callback, "view_class")
            and AllowAny not in r.callback.view_class.permission_classes
        }
        self.assertEqual({(app, view) for app, view, _ in NEEDS}, asked)
        self.assertGreater(len(list(self.operations())), 70)

    def test_every_role_gets_what_it_may_and_no_more(self) -> None:
        for verb, address, need in self.operations():
            for role in ROLES:
                with self.subTest(role=role, verb=verb, address=address):
                    with transaction.atomic():
                        status = self.ask(role, verb, address)
                        transaction.set_rollback(True)
                    if role == "nobody":
                        self.assertEqual(status, 401)
                    elif need is May.ANY:
                        self.assertNotIn(status, (401, 403))
                    elif role == "stranger" or ("/return-sets/" in address and role != "owner"):
                        # A set is found by whoever asked for it alone.
                        self.assertEqual(status, 404)
                    elif need in ALLOWED[role]:
                        self.assertNotIn(status, (401, 403))
                    else:
                        self.assertEqual(status, 403)

    def test_a_shelf_with_the_house_rules_of_another_is_not_found(self) -> None:
        for role, status in (("reader", 200), ("stranger", 404)):
            client = Client()
            client.force_login(User.objects.get(username=role))
            address = f"/api/guides/mla-9/shelf?assignment={self.ids['{assignment_id}']}"
            self.assertEqual(client.get(address).status_code, status)

    def test_lists_show_what_one_has_a_role_in(self) -> None:
        for role, seen in (("owner", "owner"), ("helper", "helper"), ("reader", "reader")):
            client = Client()
            client.force_login(User.objects.get(username=role))
            (course,) = client.get("/api/courses").json()
            self.assertEqual((course["role"], course["owner_name"]), (seen, "Tamsin Vale"))


class PeopleCase(TestCase):
    def setUp(self) -> None:
        self.owner, self.other = instructor("vale"), instructor("pym")
        self.course = assignment_of(self.owner).course
        self.address = f"/api/courses/{self.course.pk}"
        self.mine, self.theirs = Client(), Client()
        self.mine.force_login(self.owner)
        self.theirs.force_login(self.other)

    def send(self, client: Client, verb: str, address: str, body: Any = None) -> Any:
        return client.generic(
            verb.upper(), address, json.dumps(body or {}), content_type="application/json"
        )


class ComingAndGoing(PeopleCase):
    def test_an_invitation_is_taken_up_once(self) -> None:
        made = self.send(
            self.mine, "post", f"{self.address}/invitations", {"role": "helper"}
        ).json()
        link = "/api/invitations/" + made["invitations"][0]["address"].rpartition("/")[2]
        told = self.theirs.get(link).json()
        self.assertEqual((told["role"], told["by"]), ("helper", "Tamsin Vale"))
        self.assertEqual(self.theirs.get(self.address).status_code, 404)
        self.assertEqual(self.send(self.theirs, "post", link).json()["role"], "helper")
        self.assertEqual(self.theirs.get(self.address).status_code, 200)
        third = Client()
        third.force_login(instructor("third"))
        self.assertEqual(self.send(third, "post", link).json()["code"], "invitation-over")

    def test_one_that_ended_or_was_withdrawn_leads_nowhere(self) -> None:
        invitation = invite(self.owner, self.course, "reader", 3)
        Invitation.objects.update(until=datetime.date(2020, 1, 1))
        self.assertEqual(self.theirs.get(f"/api/invitations/{invitation.token}").status_code, 404)
        again = invite(self.owner, self.course, "reader", 3)
        self.send(self.mine, "delete", f"{self.address}/invitations/{again.pk}")
        self.assertEqual(self.theirs.get(f"/api/invitations/{again.token}").status_code, 404)

    def test_roles_change_and_people_are_sent_away(self) -> None:
        take_up(self.other, invite(self.owner, self.course, "helper", 3).token)
        take_up(self.other, invite(self.owner, self.course, "reader", 3).token)
        self.assertEqual(Membership.objects.get().role, "helper", "who has more keeps it")
        changed = self.send(self.mine, "put", f"{self.address}/people/pym", {"role": "reader"})
        self.assertEqual(changed.json()["members"][0]["role"], "reader")
        self.send(self.mine, "delete", f"{self.address}/people/pym")
        self.assertEqual(self.theirs.get(self.address).status_code, 404)
        self.assertEqual(
            self.send(self.mine, "delete", f"{self.address}/people/nobody").status_code, 404
        )

    def test_a_course_is_handed_over_to_one_who_is_in_it(self) -> None:
        refused = self.send(self.mine, "post", f"{self.address}/hand-over", {"username": "pym"})
        self.assertEqual(refused.status_code, 404)
        take_up(self.other, invite(self.owner, self.course, "reader", 3).token)
        self.send(self.mine, "post", f"{self.address}/hand-over", {"username": "pym"})
        roles = {c["owner_name"]: c["role"] for c in self.mine.get("/api/courses").json()}
        self.assertEqual(list(roles.values()), ["helper"])
        self.assertEqual(self.theirs.get("/api/courses").json()[0]["role"], "owner")

    def test_the_links_of_invitations_are_for_the_owner(self) -> None:
        take_up(self.other, invite(self.owner, self.course, "helper", 3).token)
        invite(self.owner, self.course, "reader", 3)
        self.assertEqual(len(self.mine.get(f"{self.address}/people").json()["invitations"]), 1)
        self.assertEqual(self.theirs.get(f"{self.address}/people").json()["invitations"], [])


class FromTermToTerm(PeopleCase):
    def test_a_copy_has_rules_and_assignments_and_nobodys_papers(self) -> None:
        assignment = Assignment.objects.get()
        Assignment.objects.update(house={"house": {"links": "allow"}})
        hand_in(assignment, "dray")
        copy = self.send(self.mine, "post", f"{self.address}/copy", {"name": "Next term"}).json()
        (copied,) = copy["assignments"]
        self.assertEqual(
            (copied["title"], copied["house"]), (assignment.title, {"house": {"links": "allow"}})
        )
        self.assertEqual(Paper.objects.filter(assignment=copied["id"]).count(), 0)

    def test_put_away_and_brought_back(self) -> None:
        self.assertTrue(self.send(self.mine, "put", f"{self.address}/away").json()["away"])
        self.assertFalse(self.send(self.mine, "delete", f"{self.address}/away").json()["away"])

    def test_deleted_by_its_name_with_all_its_papers(self) -> None:
        hand_in(Assignment.objects.get(), "dray")
        told = self.mine.get(self.address).json()
        self.assertEqual((told["assignments"], told["papers"]), (1, 1))
        wrong = self.mine.delete(f"{self.address}?name=Writing")
        self.assertEqual((wrong.status_code, wrong.json()["code"]), (409, "name-wrong"))
        self.assertTrue(Paper.objects.exists())
        gone = self.mine.delete(f"{self.address}?name={told['name']}")
        self.assertEqual(gone.status_code, 204)
        self.assertFalse(Paper.objects.exists())


class TwoAtOnePaper(PeopleCase):
    def test_decisions_say_whose_they_are_and_none_is_lost(self) -> None:
        paper = hand_in(Assignment.objects.get(), "marlowe")
        take_up(self.other, invite(self.owner, self.course, "helper", 3).token)
        desk = f"/api/papers/{paper.pk}"
        one, two = (f["key"] for f in self.mine.get(f"{desk}/report").json()["findings"][:2])
        self.send(self.mine, "post", f"{desk}/decisions", {"keys": [one], "verdict": "kept"})
        self.send(self.theirs, "post", f"{desk}/decisions", {"keys": [two], "verdict": "waived"})
        User.objects.filter(username="pym").update(first_name="Iris", last_name="Pym")
        by = {d["finding_key"]: d["by"] for d in self.mine.get(f"{desk}/desk").json()["decisions"]}
        self.assertEqual(by, {one: "Tamsin Vale", two: "Iris Pym"})
        stale = self.send(
            self.theirs, "post", f"{desk}/decisions",
            {"keys": [one], "verdict": "waived", "seen": {one: 0}},
        )  # fmt: skip
        self.assertEqual(stale.json()["code"], "changed-meanwhile")

    def test_a_check_by_another_is_told(self) -> None:
        paper = hand_in(Assignment.objects.get(), "marlowe")
        before = self.mine.get(f"/api/papers/{paper.pk}/desk").json()["check"]
        self.mine.post(f"/api/papers/{paper.pk}/checks")
        self.assertNotEqual(self.mine.get(f"/api/papers/{paper.pk}/desk").json()["check"], before)
