"""The shelf of guides, and composing: from fields to the entry, the citations and the notes."""

from __future__ import annotations

import io
import re
import threading
from pathlib import Path

import docx
from django.contrib.auth.models import User
from django.core.cache import cache
from django.test import override_settings
from playwright.sync_api import Locator, expect

from lookup import service
from papers.queries import newest_done
from tests.browser.driver import BrowserTestCase
from tests.world import assignment_of, hand_in, instructor


class Shelf(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.user = instructor()
        self.sign_in(self.page)

    def test_a_kind_has_its_elements_and_a_worked_example_in_every_form(self) -> None:
        self.go("/guides/chicago-17-notes?kind=journal-article")
        main = self.page.get_by_role("main")
        expect(main.get_by_role("heading", level=1)).to_have_text("article in a journal")
        needed = main.locator("tbody tr.needed th").all_inner_texts()
        self.assertIn("title", needed)
        self.assertNotIn("translator", needed)
        examples = main.locator(".written-form")
        self.assertEqual(examples.count(), 3)
        expect(examples.nth(0)).to_contain_text(
            "Okonjo, Adaeze, and Tomas Bray. “Slack Water and the Working Day.”"
        )
        expect(examples.nth(1)).to_contain_text(
            "Adaeze Okonjo and Tomas Bray, “Slack Water and the Working Day,”"
        )
        expect(examples.nth(2)).to_contain_text("Okonjo and Bray, “Slack Water,” 204.")

    def test_kinds_are_found_and_guides_compared(self) -> None:
        self.go("/guides/mla-9?kind=book")
        self.page.get_by_label("Find a kind or an element").fill("podcast")
        self.page.get_by_role("button", name="podcast or recording").click()
        expect(self.page).to_have_url(f"{self.live_server_url}/guides/mla-9?kind=audio")
        self.page.get_by_role("combobox", name="Guide").click()
        self.page.get_by_role("option", name="APA 7").click()
        expect(self.page.locator(".written-form").first).to_contain_text("[Audio podcast episode]")
        self.page.get_by_label("Find a kind or an element").fill("zeppelin")
        expect(self.page.get_by_text("No kind of source has “zeppelin”.")).to_be_visible()

    def test_what_the_house_changes_is_said(self) -> None:
        assignment = assignment_of(self.user, {"house": {"access_dates": "always"}})
        self.go(f"/guides/mla-9?kind=web-page&assignment={assignment.pk}")
        expect(self.page.locator(".shelf-house")).to_contain_text("say when it was read")
        row = self.page.get_by_role("row").filter(has_text="day of access")
        expect(row).to_contain_text("the house asks for it")

    def test_without_barriers(self) -> None:
        for address in ("/guides/apa-7?kind=chapter", "/compose?guide=apa-7&kind=chapter"):
            with self.subTest(address=address):
                self.go(address)
                expect(self.page.get_by_text("Worked example")).to_be_visible()
                self.assertEqual(self.violations(self.page), [])


class Compose(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        cache.clear()
        instructor()
        self.sign_in(self.page)

    @property
    def out(self) -> Locator:
        return self.page.get_by_label("As the guide writes it")

    def fill(self, **fields: str) -> None:
        for label, words in fields.items():
            self.page.get_by_role("textbox", name=re.compile(rf"^{label}( · needed)?$", re.I)).fill(
                words
            )

    def test_fields_become_an_entry_citations_and_notes(self) -> None:
        self.go("/compose?guide=mla-9&kind=book")
        expect(self.out).to_contain_text("So it will look")
        self.fill(Author="Okonjo, Adaeze\nBray, Tomas", Title="Salt and slack water")
        entry = self.out.locator(".written-form").first
        expect(entry).to_contain_text("Okonjo, Adaeze, and Tomas Bray. Salt and Slack Water.")
        expect(entry.locator("i")).to_have_text("Salt and Slack Water")
        expect(self.out).to_contain_text("Still missing: date, publisher")
        self.fill(Publisher="Tidemark Press", Date="2021")
        self.page.get_by_label("Page that is cited").fill("24")
        expect(entry).to_contain_text("Salt and Slack Water. Tidemark Press, 2021.")
        expect(self.out).to_contain_text("(Okonjo and Bray 24)")
        expect(self.out).not_to_contain_text("Still missing")

    def test_markup_typed_in_stays_words(self) -> None:
        self.go("/compose?guide=mla-9&kind=book")
        self.fill(Title="Salt <img src=x onerror=alert(1)> water")
        expect(self.out.locator(".written-form").first).to_contain_text("<img")
        self.assertEqual(self.out.locator("img").count(), 0)

    def test_what_is_not_listed_is_said_and_what_has_no_place_is_named(self) -> None:
        self.go("/compose?guide=apa-7&kind=personal-communication")
        expect(self.out).to_contain_text("So it will look")
        self.fill(Author="Marsh, Lena", Date="2023-05-12")
        expect(self.out).to_contain_text("(L. Marsh, personal communication, May 12, 2023)")
        expect(self.out.locator(".written-form").first).to_contain_text(
            "is cited in the text alone"
        )
        self.assertEqual(self.out.locator(".written-form").first.get_by_role("button").count(), 0)
        self.go("/compose?guide=chicago-18-notes&kind=book")
        self.fill(Author="Okonjo, Adaeze", Title="Salt", Place="Lode", Publisher="Quay House")
        expect(self.out).to_contain_text("This guide leaves out: place.")

    def test_a_text_in_an_open_format_fills_the_fields_and_nonsense_says_why(self) -> None:
        self.go("/compose?guide=apa-7&kind=book")
        self.page.get_by_text("In and out of open formats").click()
        text = self.page.get_by_role("textbox", name="Text")
        text.fill("no entry at all")
        self.page.get_by_role("button", name="Take in").click()
        expect(self.page.get_by_role("alert")).to_contain_text("No BibTeX entry was found")
        text.fill(
            "@article{x, author={Moss, Jonas}, title={Sixty oranges}, journal={Estuary Review}, volume=13, number=4, pages={57--70}, year=2018}"
        )
        self.page.get_by_role("button", name="Take in").click()
        expect(self.out).to_contain_text(
            "Moss, J. (2018). Sixty oranges. Estuary Review, 13(4), 57–70."
        )
        expect(self.page).to_have_url(
            f"{self.live_server_url}/compose?guide=apa-7&kind=journal-article"
        )

    def test_a_record_is_looked_up_and_what_is_not_there_is_said(self) -> None:
        running = service.server(0)
        threading.Thread(target=running.serve_forever, daemon=True).start()
        self.addCleanup(running.server_close)
        self.addCleanup(running.shutdown)
        with override_settings(RECORDS_ADDRESS=f"http://127.0.0.1:{running.server_address[1]}"):
            self.go("/compose?guide=apa-7&kind=book")
            asked = self.page.get_by_label("Look up a DOI or an address")
            asked.fill("10.5555/none")
            self.page.get_by_role("button", name="Look up").click()
            expect(self.page.get_by_role("alert")).to_contain_text("no record of this")
            asked.fill("https://doi.org/10.5555/wr.2021.101")
            self.page.get_by_role("button", name="Look up").click()
            expect(self.out).to_contain_text("Called and not called: Sleep under expectation")

    def test_a_whole_list_is_composed_ordered_kept_and_taken_away(self) -> None:
        self.go("/compose?guide=mla-9&kind=book")
        listed = self.page.get_by_role("complementary", name="The list")
        for author, title in (("Okonjo, Adaeze", "Salt"), ("Bray, Tomas", "Gates")):
            self.fill(Author=author, Title=title, Publisher="Tidemark Press", Date="2021")
            expect(self.out).to_contain_text(f"{title}. Tidemark Press, 2021.")
            self.page.get_by_role("button", name="Put it into the list").click()
        expect(listed.get_by_role("listitem")).to_contain_text(["Bray, Tomas", "Okonjo, Adaeze"])
        expect(listed).to_contain_text("Works Cited")
        self.page.reload()
        listed.get_by_role("button", name="Okonjo").click()
        self.fill(Title="Slack Water")
        self.page.get_by_role("button", name="Put it back into the list").click()
        expect(listed.get_by_role("listitem").last).to_contain_text("Slack Water")
        self.assert_open_to_all(self.page)
        with self.page.expect_download() as download:
            listed.get_by_role("button", name=".docx").click()
        file = docx.Document(io.BytesIO(Path(download.value.path()).read_bytes()))
        self.assertEqual(
            [p.text for p in file.paragraphs],
            [
                "Works Cited",
                "Bray, Tomas. Gates. Tidemark Press, 2021.",
                "Okonjo, Adaeze. Slack Water. Tidemark Press, 2021.",
            ],
        )
        listed.get_by_role("button", name="Empty the list").click()
        expect(listed).to_contain_text("nothing in it yet")
        listed.get_by_role("button", name="Undo").click()
        expect(listed.get_by_role("listitem")).to_have_count(2)
        self.page.get_by_role("button", name="Sign out").click()
        expect(self.page.get_by_label("Password")).to_be_visible()
        self.assertIsNone(self.page.evaluate("localStorage.getItem('grelt-composed-list')"))

    def test_a_source_of_a_paper_opens_filled_and_so_does_its_list(self) -> None:
        paper = hand_in(assignment_of(User.objects.get()), "marlowe")
        self.go(f"/papers/{paper.pk}?entry=e1")
        self.page.get_by_role("link", name="Open in Compose").click()
        entry = self.out.locator(".written-form").first
        check = newest_done(paper)
        assert check is not None and check.report is not None
        report = check.report.body
        first = report["entries"][0]
        expect(entry).to_contain_text(first["corrected"] or first["text"])
        self.page.get_by_role("button", name="put its whole list in").click()
        listed = self.page.get_by_role("complementary", name="The list")
        expect(listed.get_by_role("listitem")).to_have_count(len(report["entries"]))
