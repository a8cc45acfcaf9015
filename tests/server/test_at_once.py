"""Several at the same moment, each on a connection of its own: nothing is lost, nothing happens twice."""

from __future__ import annotations

import threading
from collections.abc import Callable
from typing import Any

from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from django.test import Client, TransactionTestCase

from decisions.models import Decision, Join, Step
from papers.actions.run_check import run_check
from papers.models import Check, Paper, Report
from tests.world import assignment_of, file_of, hand_in, instructor, run_waiting_checks

_PEOPLE = 6


def at_once(*works: Callable[[], Any]) -> list[Any]:
    """What each gives, all begun together, each in a thread with its own connection."""
    ready = threading.Barrier(len(works))
    given: list[Any] = [None] * len(works)

    def one(place: int) -> None:
        try:
            ready.wait(20)
            given[place] = works[place]()
        except Exception as error:
            given[place] = error
        finally:
            connection.close()

    threads = [threading.Thread(target=one, args=(place,)) for place in range(len(works))]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join(60)
    return given


class AtOnce(TransactionTestCase):
    def setUp(self) -> None:
        self.user: User = instructor()
        self.assignment = assignment_of(self.user)
        self.paper = hand_in(self.assignment, "marlowe")
        self.address = f"/api/papers/{self.paper.pk}"

    def desk(self) -> Client:
        client = Client()
        client.force_login(self.user)
        return client

    def report(self) -> Any:
        return self.desk().get(f"{self.address}/report").json()

    def decide(self, client: Client, keys: list[str], verdict: str, **more: Any) -> int:
        body = {"keys": keys, "verdict": verdict, **more}
        return client.post(
            f"{self.address}/decisions", body, content_type="application/json"
        ).status_code

    def test_different_findings_are_all_decided(self) -> None:
        keys = [finding["key"] for finding in self.report()["findings"]]
        clients = [self.desk() for _ in keys]
        given = at_once(
            *(
                lambda client=client, key=key: self.decide(client, [key], "kept", seen={key: 0})
                for client, key in zip(clients, keys, strict=True)
            )
        )
        self.assertEqual(given, [200] * len(keys))
        self.assertEqual(set(Decision.objects.values_list("finding_key", flat=True)), set(keys))
        self.assertEqual(Step.objects.count(), len(keys))

    def test_of_many_on_one_finding_one_is_first_and_the_others_are_told(self) -> None:
        key = self.report()["findings"][0]["key"]
        clients = [self.desk() for _ in range(_PEOPLE)]
        given = at_once(
            *(
                lambda client=client, number=number: self.decide(
                    client, [key], "kept", remark=f"By number {number}.", seen={key: 0}
                )
                for number, client in enumerate(clients)
            )
        )
        self.assertEqual(sorted(given), [200, *[409] * (_PEOPLE - 1)])
        self.assertEqual(Decision.objects.get().remark, f"By number {given.index(200)}.")
        self.assertEqual(Step.objects.count(), 1)

    def test_joins_of_different_citations_are_all_kept(self) -> None:
        report = self.report()
        entry = report["entries"][0]["key"]
        citations = [citation["key"] for citation in report["citations"]][:_PEOPLE]
        clients = [self.desk() for _ in citations]
        given = at_once(
            *(
                lambda client=client, key=key: (
                    client.put(
                        f"{self.address}/joins/{key}",
                        {"entry": entry},
                        content_type="application/json",
                    ).status_code
                )
                for client, key in zip(clients, citations, strict=True)
            )
        )
        self.assertTrue(all(status < 300 for status in given), given)
        self.assertEqual(set(Join.objects.values_list("citation_key", flat=True)), set(citations))
        # However many asked for it, one check at most waits.
        self.assertLessEqual(Check.objects.filter(state=Check.State.QUEUED).count(), 1)
        run_waiting_checks()
        # Citations of the same words follow the one that was joined.
        by_hand = [c["key"] for c in self.report()["citations"] if c["by_hand"]]
        self.assertLessEqual(set(citations), set(by_hand))

    def test_undo_pressed_twice_goes_back_two_steps_and_never_one_twice(self) -> None:
        keys = [finding["key"] for finding in self.report()["findings"]][:3]
        for key in keys:
            self.decide(self.desk(), [key], "kept")
        clients = [self.desk() for _ in range(2)]
        given = at_once(
            *(
                lambda client=client: client.delete(f"{self.address}/steps/last").status_code
                for client in clients
            )
        )
        self.assertEqual(given, [200, 200])
        self.assertEqual([d.finding_key for d in Decision.objects.all()], keys[:1])

    def test_one_upload_sent_twice_is_one_paper(self) -> None:
        clients = [self.desk() for _ in range(4)]
        data = file_of("dray")

        def hand(client: Client) -> Any:
            file = SimpleUploadedFile("dray.docx", data)
            answer = client.post(
                f"/api/assignments/{self.assignment.pk}/papers",
                {"file": file},
                headers={"Idempotency-Key": "one-and-the-same"},
            )
            return answer.json().get("id"), answer.status_code

        given = at_once(*(lambda client=client: hand(client) for client in clients))
        self.assertEqual({type(paper) for paper, _ in given}, {int}, given)
        self.assertEqual(len({paper for paper, _ in given}), 1, given)
        self.assertEqual(Paper.objects.count(), 2)

    def test_one_check_taken_by_two_workers_runs_once(self) -> None:
        self.desk().post(f"{self.address}/checks", {}, content_type="application/json")
        Report.objects.exclude(checks__state=Check.State.DONE).delete()
        check = Check.objects.get(state=Check.State.QUEUED)
        at_once(lambda: run_check(check.pk), lambda: run_check(check.pk))
        check.refresh_from_db()
        self.assertEqual((check.state, check.attempt), (Check.State.DONE, 1))
