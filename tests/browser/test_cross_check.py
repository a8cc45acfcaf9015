"""The cross-check: sources down, pages across; and finding a source by any word."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.driver import BrowserTestCase
from tests.world import assignment_of, hand_in, hand_in_own, instructor


class CrossCheck(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.user = instructor()
        self.paper = hand_in(assignment_of(self.user), "marlowe")
        self.sign_in(self.page)

    def open(self) -> None:
        self.go(f"/papers/{self.paper.pk}/cross-check")
        expect(self.page.get_by_role("table")).to_be_visible()

    def test_unlisted_above_uncited_below_and_the_sums_agree(self) -> None:
        self.open()
        rows = self.page.locator("tbody tr")
        expect(rows.first).to_contain_text("cited, and not listed")
        expect(rows.last).to_contain_text("listed, and not cited")
        down = [
            int(t) for t in self.page.locator("tbody td:last-child").all_inner_texts() if t != "–"
        ]
        across = [
            int(t)
            for t in self.page.locator("tfoot td:not(:last-child)").all_inner_texts()
            if t != "–"
        ]
        total = int(self.page.locator("tfoot td:last-child").inner_text())
        self.assertEqual((sum(down), sum(across)), (total, total))
        self.assertEqual(total, 16)

    def test_a_cell_leads_to_its_citation_and_the_key_back(self) -> None:
        self.open()
        self.page.get_by_role("link", name="Hartnell, page 2: 2 citations").click()
        expect(self.page.locator(".citation.on[data-citation]")).to_be_in_viewport()
        expect(self.page.locator(".row.on")).to_contain_text("Hartnell")
        self.page.keyboard.press("x")
        expect(self.page.get_by_role("table")).to_be_visible()
        self.page.keyboard.press("Escape")
        expect(self.page.get_by_label("Reckoning")).to_be_visible()

    def test_it_has_no_barriers_and_prints_on_one_page(self) -> None:
        self.open()
        self.assertEqual(self.violations(self.page), [])
        long = hand_in_own(self.user, "brandt")
        self.go(f"/papers/{long.pk}/cross-check")
        expect(self.page.get_by_role("table")).to_be_visible()
        printed = self.page.pdf(landscape=True, prefer_css_page_size=True)
        self.assertEqual(printed.count(b"/Type /Page\n") + printed.count(b"/Type /Page /"), 1)

    def test_a_source_is_found_by_any_word_without_its_accents(self) -> None:
        self.go(f"/papers/{self.paper.pk}")
        expect(self.page.locator(".row").first).to_be_visible()
        self.page.keyboard.press("/")
        field = self.page.get_by_label("Find words in the list, the text, notes and slips")
        expect(field).to_be_focused()
        self.page.keyboard.type("miller ashd")
        expect(self.page.locator(".row")).to_have_count(1)
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".row.on")).to_contain_text("Hartnell")
        field.fill("nowhere")
        self.page.keyboard.press("Escape")
        expect(self.page.locator(".row")).to_have_count(9)
