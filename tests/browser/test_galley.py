"""The paper itself on the desk: notes, roles and marks of every format."""

from __future__ import annotations

from playwright.sync_api import expect

from demo.write import FORMATS
from papers.models import Paper
from tests.browser.driver import BrowserTestCase
from tests.world import hand_in_own, instructor


class Galley(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.user = instructor()
        self.sign_in(self.page)

    def open(self, paper: Paper) -> None:
        self.go(f"/papers/{paper.pk}")
        expect(self.page.locator(".row").first).to_be_visible()

    def test_notes_stand_under_the_paragraph_of_their_marker(self) -> None:
        self.open(hand_in_own(self.user, "ingram"))
        marker = self.page.get_by_role("button", name="note 1", exact=True)
        expect(marker).to_be_visible()
        note = self.page.locator(".paragraph.note").first
        expect(note).to_contain_text("Martin Sallow")
        above, below = marker.bounding_box(), note.bounding_box()
        assert above is not None and below is not None
        self.assertLess(above["y"], below["y"])
        after = self.page.get_by_text(
            "The company’s instructions came only in August."
        ).bounding_box()
        assert after is not None
        self.assertLess(below["y"], after["y"])

    def test_the_number_of_a_note_leads_back_to_its_marker_and_the_marker_to_the_note(self) -> None:
        self.open(hand_in_own(self.user, "kessel"))
        last = self.page.locator(".galley").evaluate("e => { e.scrollTop = e.scrollHeight; }")
        self.assertIsNone(last)
        number = self.page.get_by_role("button", name="go to its marker").last
        expect(number).to_be_visible()
        label = (number.get_attribute("aria-label") or "").split(",")[0].split()[-1]
        number.press("Enter")
        marker = self.page.get_by_role("button", name=f"note {label}", exact=True)
        expect(marker).to_be_in_viewport()
        marker.press("Enter")
        expect(
            self.page.get_by_role("button", name=f"footnote {label}, go to its marker")
        ).to_be_in_viewport()

    def test_a_citation_in_a_note_is_joined_to_its_entry_like_any_other(self) -> None:
        self.open(hand_in_own(self.user, "ingram"))
        self.page.locator(".paragraph.note .citation").first.click()
        expect(self.page.locator(".row.on")).to_contain_text("Sallow, Martin")
        expect(self.page.locator(".thread path")).to_be_attached()

    def test_a_title_page_is_shown_as_such(self) -> None:
        self.open(hand_in_own(self.user, "adeyemi"))
        expect(self.page.locator(".paragraph.title-page").first).to_be_visible()

    def test_every_format_comes_to_the_desk(self) -> None:
        for ending in FORMATS:
            with self.subTest(format=ending):
                self.open(hand_in_own(self.user, "tolliver", ending))
                expect(self.page.get_by_label("Reckoning")).to_contain_text("citations")
                expect(self.page.locator(".citation.exact").first).to_be_visible()
                self.assertEqual(self.violations(self.page), [])

    def test_the_bench_names_the_manual_of_the_papers_own_guide(self) -> None:
        self.open(hand_in_own(self.user, "jarrow"))
        self.page.keyboard.press(".")
        expect(self.page.get_by_label("Bench")).to_contain_text("(Chicago 17")
