"""Views around the desk: signing in, courses, the table of papers, handing in."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from papers.models import Paper
from tests.browser.driver import BrowserTestCase, payload
from tests.world import assignment_of, file_of, hand_in, instructor, run_waiting_checks


class Interface(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.user = instructor()
        self.assignment = assignment_of(self.user)
        self.here = f"/assignments/{self.assignment.pk}"

    def test_a_wrong_password_says_so_and_an_address_is_kept_through_signing_in(self) -> None:
        self.go(self.here)
        self.page.get_by_label("Name").fill("vale")
        self.page.get_by_label("Password").fill("ebb")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("alert")).to_contain_text("do not go together")
        self.page.get_by_label("Password").fill("slack-water")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("heading", name="Tide, fog, salt, song")).to_be_visible()

    def test_making_a_course_and_an_assignment(self) -> None:
        self.sign_in(self.page)
        self.page.get_by_role("button", name="New course").click()
        self.page.get_by_label("Name of the course").fill("Night Work")
        self.page.keyboard.press("Enter")
        section = self.page.locator("section", has_text="Night Work")
        section.get_by_role("button", name="New assignment").click()
        self.page.get_by_label("Title").fill("Bakers")
        self.page.get_by_role("button", name="Make it").click()
        section.get_by_role("link", name="Bakers").click()
        expect(self.page.get_by_text("No papers yet")).to_be_visible()

    def test_papers_are_handed_in_checked_and_counted(self) -> None:
        self.sign_in(self.page)
        self.go(self.here)
        self.page.get_by_label("Papers to hand in").set_input_files(
            [
                payload("marlowe.docx", file_of("marlowe")),
                payload("cut.docx", file_of("dray")[:4000]),
            ]
        )
        expect(self.page.get_by_role("row")).to_have_count(3)
        expect(self.page.get_by_text("waiting").first).to_be_visible()
        run_waiting_checks()
        row = self.page.get_by_role("row", name="Ines Marlowe")
        expect(row).to_contain_text("to look at")
        cells = row.get_by_role("gridcell").all_inner_texts()
        self.assertEqual(cells[2:9], ["4", "16", "8 ⇄ 8", "1", "1", "5", "·"])
        bad = self.page.get_by_role("row", name="cut.docx")
        expect(bad).to_contain_text("cut off while being sent")
        self.assert_open_to_all(self.page)
        bad.locator("input[type=file]").set_input_files([payload("whole.docx", file_of("dray"))])
        run_waiting_checks_soon(self)
        expect(self.page.get_by_role("row", name="Piers Dray")).to_contain_text("nothing found")

    def test_files_can_be_dropped(self) -> None:
        self.sign_in(self.page)
        self.go(self.here)
        data = list(file_of("dray"))
        transfer = self.page.evaluate_handle(
            """data => { const t = new DataTransfer();
            t.items.add(new File([new Uint8Array(data)], 'dropped.docx')); return t; }""",
            data,
        )
        expect(self.page.get_by_text("No papers yet")).to_be_visible()
        self.page.dispatch_event("main", "dragover", {"dataTransfer": transfer})
        expect(self.page.get_by_text("Let go to hand in")).to_be_visible()
        self.page.dispatch_event("main", "drop", {"dataTransfer": transfer})
        expect(self.page.get_by_role("row", name="dropped.docx")).to_be_visible()

    def test_sorting_and_taking_off_with_undo(self) -> None:
        hand_in(self.assignment, "marlowe")
        hand_in(self.assignment, "dray")
        hand_in(self.assignment, "quist")
        self.sign_in(self.page)
        self.go(self.here)
        links = self.page.get_by_role("row").get_by_role("link")
        expect(links).to_have_count(3)
        self.assertEqual(links.all_inner_texts(), ["Piers Dray", "Ines Marlowe", "Mateo Quist"])
        self.page.get_by_role("columnheader", name="Slips").click()
        expect(links.first).to_have_text("Mateo Quist")
        self.assertEqual(links.all_inner_texts(), ["Mateo Quist", "Ines Marlowe", "Piers Dray"])
        self.page.get_by_label("Take Piers Dray off the list").click()
        expect(links).to_have_count(2)
        self.page.get_by_role("button", name="Undo").click()
        expect(links).to_have_count(3)

    def test_the_same_file_is_told_and_taken_in_where_it_is_meant(self) -> None:
        hand_in(self.assignment, "dray")
        self.sign_in(self.page)
        self.go(self.here)
        chooser = self.page.get_by_label("Papers to hand in")
        chooser.set_input_files([payload("copy.docx", file_of("dray"))])
        note = self.page.get_by_role("alert")
        expect(note).to_contain_text("copy.docx was not taken in")
        expect(note).to_contain_text("handed in by Piers Dray")
        self.assert_open_to_all(self.page)
        note.get_by_role("button", name="Take it in all the same").click()
        expect(self.page.get_by_role("row", name="copy.docx")).to_be_visible()
        expect(note).to_be_hidden()

    def test_an_outage_is_said_and_passes_by_itself(self) -> None:
        hand_in(self.assignment, "dray")
        self.sign_in(self.page)
        problem = '{"code": "database-away", "message": "The database does not answer."}'
        self.page.route(
            "**/api/assignments/**",
            lambda route: route.fulfill(status=503, content_type="application/json", body=problem),
        )
        self.go(self.here)
        expect(self.page.get_by_text("The database does not answer.").first).to_be_visible()
        self.assert_open_to_all(self.page)
        self.page.unroute("**/api/assignments/**")
        expect(self.page.get_by_role("row", name="Piers Dray")).to_be_visible()
        expect(self.page.get_by_text("The database does not answer.")).to_have_count(0)

    def test_a_table_of_a_thousand_papers_draws_what_is_seen(self) -> None:
        Paper.objects.bulk_create(
            Paper(assignment=self.assignment, writer=f"Ada Writer{n:04}") for n in range(1000)
        )
        self.sign_in(self.page)
        self.go(self.here)
        expect(self.page.get_by_role("grid")).to_have_attribute("aria-rowcount", "1001")
        rows = self.page.get_by_role("row")
        self.assertLess(rows.count(), 80)
        expect(self.page.get_by_role("link", name="Ada Writer0000")).to_be_visible()
        # A hundred stand on a page; sorting and choosing count for all of them.
        expect(self.page.get_by_text(re.compile("1–100 of 1,?000"))).to_be_visible()
        self.page.get_by_role("button", name="Go to next page").click()
        expect(self.page.get_by_role("link", name="Ada Writer0100")).to_be_visible()
        self.assertLess(rows.count(), 80)
        self.assert_open_to_all(self.page)

    def test_a_long_table_is_walked_by_keys_alone(self) -> None:
        Paper.objects.bulk_create(
            Paper(assignment=self.assignment, writer=f"Ada Writer{n:03}") for n in range(300)
        )
        self.sign_in(self.page)
        self.go(self.here)
        expect(self.page.get_by_role("link", name="Ada Writer000")).to_be_visible()
        self.page.get_by_role("columnheader", name="Writer").focus()
        for _ in range(41):
            self.page.keyboard.press("ArrowDown")
        focused = self.page.evaluate("document.activeElement.getBoundingClientRect().top")
        row = self.page.evaluate("document.activeElement.closest('[role=row]').innerText")
        self.assertIn("Ada Writer040", row)
        self.assertTrue(0 < focused < 800, focused)

    def test_an_address_that_leads_nowhere_says_so(self) -> None:
        self.sign_in(self.page)
        self.go("/papers/999")
        expect(self.page.get_by_text("not yours to see")).to_be_visible()
        self.go("/nowhere")
        expect(self.page.get_by_role("link", name="To your courses")).to_be_visible()


def run_waiting_checks_soon(case: Interface) -> None:
    """Wait until the page has sent the file, then do a worker's work."""
    expect(
        case.page.get_by_text("waiting").or_(case.page.get_by_text("checking")).first
    ).to_be_visible()
    run_waiting_checks()
