"""The class: its picture by mouse and by keys, names hidden, what is shown in class, the way to a slip's places."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from tests.browser.driver import BrowserTestCase
from tests.world import assignment_of, hand_in, hand_in_again, instructor


class TheClass(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.assignment = assignment_of(instructor())
        self.papers = {n: hand_in(self.assignment, n) for n in ("marlowe", "dray", "quist", "hale")}
        self.sign_in(self.page)
        self.go(f"/assignments/{self.assignment.pk}")
        self.page.get_by_role("link", name="The class").click()
        expect(self.page.get_by_text("Of 4 papers, 1 can be read now")).to_be_visible()

    def test_it_is_walked_by_keys_and_a_cell_leads_to_its_places(self) -> None:
        table = self.page.get_by_role("table").first
        expect(table.get_by_role("rowheader").first).to_contain_text("Piers Dray")
        first = table.get_by_role("button").first
        first.focus()
        for _ in range(3):
            self.page.keyboard.press("ArrowDown")
        focused = self.page.locator(":focus")
        expect(focused).to_have_attribute("aria-label", re.compile("Mateo Quist"))
        self.assert_open_to_all(self.page)
        table.get_by_role("button", name="Mateo Quist, hanging indent: 5 of 5 missed").click()
        expect(self.page.get_by_role("heading", name="Mateo Quist")).to_be_visible()
        expect(self.page.get_by_label("Bench")).to_contain_text("Hanging indent")

    def test_what_is_worth_teaching_is_shown_large_and_names_nobody(self) -> None:
        side = self.page.get_by_role("complementary", name="Worth teaching")
        expect(side).to_contain_text("Cited under another name")
        side.get_by_role("button", name="Show in class").click()
        shown = self.page.get_by_role("main", name="To show in class")
        expect(shown).to_contain_text("As MLA 9 wants it")
        expect(shown).not_to_contain_text("Quist")
        self.assert_open_to_all(self.page)
        self.page.keyboard.press("Escape")
        expect(side).to_be_visible()

    def test_names_are_hidden_and_shown_again_by_one_key(self) -> None:
        table = self.page.get_by_role("table").first
        self.page.keyboard.press("n")
        expect(table).to_contain_text(f"Paper {self.papers['quist'].pk}")
        expect(table).not_to_contain_text("Dray")
        self.page.reload()
        expect(table).not_to_contain_text("Dray")
        self.page.keyboard.press("n")
        expect(table).to_contain_text("Piers Dray")

    def test_drafts_have_their_course_and_files_are_taken_away(self) -> None:
        hand_in_again(self.papers["quist"], "6b-quist")
        self.page.reload()
        course = self.page.get_by_role("region", name="From draft to draft")
        expect(course.get_by_role("row", name=re.compile("hanging indent"))).to_contain_text("1000")
        with self.page.expect_download() as download:
            self.page.get_by_role("link", name=".csv").click()
        self.assertEqual(download.value.suggested_filename, "class.csv")
