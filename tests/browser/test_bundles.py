"""A class handed in as one .zip in the browser: whose each file is before, what became of it after, who is missing."""

from __future__ import annotations

from playwright.sync_api import expect

from papers.models import Paper
from tests.browser.driver import BrowserTestCase, payload
from tests.server.test_bundles import zipped
from tests.world import assignment_of, file_of, instructor


class AClassAtOnce(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.assignment = assignment_of(instructor())
        self.sign_in(self.page)
        self.start_worker()
        self.go(f"/assignments/{self.assignment.pk}")

    def set_list(self, words: str) -> None:
        self.page.get_by_role("button", name="Class list").click()
        self.page.get_by_label("Class list", exact=True).fill(words)
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_role("dialog")).to_have_count(0)

    def test_a_zip_is_looked_at_put_right_and_taken_in(self) -> None:
        self.set_list("Ines Marlowe\nPiers Dray\nBram Tolliver")
        files = {
            "one/marlowe.docx": file_of("marlowe"),
            "two/upload.docx": file_of("dray"),
            "two/late.docx": file_of("hale"),
            "two/notes.png": b"\x89PNG",
        }
        self.page.get_by_label("Papers to hand in").set_input_files(
            payload("friday.zip", zipped(files))
        )
        waiting = self.page.get_by_role("region", name="To take in: friday.zip")
        expect(waiting).to_contain_text("3 papers to take in")
        expect(waiting.get_by_label("Writer of one/marlowe.docx")).to_have_value("Ines Marlowe")
        expect(waiting).to_contain_text("no paper that can be read")
        # Read off their first pages while they wait.
        expect(waiting.get_by_label("Writer of two/upload.docx")).to_have_value("Piers Dray")
        expect(waiting.get_by_role("row", name="two/upload.docx")).to_contain_text("first page")
        self.assert_open_to_all(self.page)
        # It waits for whoever comes back.
        self.page.reload()
        waiting.get_by_label("Writer of two/upload.docx").fill("Bram Tolliver")
        waiting.get_by_label("Take in two/late.docx").uncheck()
        waiting.get_by_role("button", name="Take in 2 papers").click()
        expect(self.page.get_by_text("2 papers taken in.")).to_be_visible()
        expect(self.page.get_by_role("row", name="Bram Tolliver")).to_contain_text("nothing found")
        expect(self.page.locator(".not-handed-in")).to_have_text("Not handed in (1): Piers Dray")
        self.assertEqual(Paper.objects.count(), 2)
        self.page.get_by_role("button", name="Close").first.click()
        expect(self.page.get_by_text("2 papers taken in.")).to_have_count(0)

    def test_what_is_no_zip_says_so_and_a_class_list_that_is_none_too(self) -> None:
        self.page.get_by_label("Papers to hand in").set_input_files(payload("x.zip", b"no zip"))
        expect(self.page.get_by_text("no .zip that can be opened")).to_be_visible()
        self.page.get_by_role("button", name="Class list").click()
        self.page.get_by_label("Class list", exact=True).fill("12345")
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_role("alert").last).to_contain_text("Line 1 has no name in it")

    def test_a_class_list_from_a_spreadsheet_is_asked_for_by_the_keyboard(self) -> None:
        self.page.get_by_role("button", name="Class list").click()
        with self.page.expect_file_chooser() as asked:
            self.page.get_by_role("button", name="From a file …").press("Enter")
        words = "Last name;First name\r\nde la Mar;Zoë\r\nDray;Piers\r\n".encode("windows-1252")
        asked.value.set_files([payload("class.csv", words)])
        expect(self.page.get_by_label("Class list", exact=True)).to_have_value(
            "Last name;First name\nde la Mar;Zoë\nDray;Piers\n"
        )
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_role("button", name="Class list (2)")).to_be_visible()
