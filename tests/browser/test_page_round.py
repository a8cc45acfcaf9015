"""The page's round at the desk: the page drawn as it is and as it should be, what was asked, points, a verdict."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.driver import BrowserTestCase
from tests.world import assignment_of, hand_in, instructor

HOUSE: dict[str, object] = {
    "house": {
        "least_sources": 6, "most_of_one": 90, "points": "habit", "mend_slips": 5, "send_back_unlisted": 2,
    }
}  # fmt: skip


class PageRound(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        paper = hand_in(assignment_of(instructor(), HOUSE), "quist")
        self.sign_in(self.page)
        self.go(f"/papers/{paper.pk}?round=page")
        expect(self.page.get_by_role("region", name="The page and the assignment")).to_be_visible()

    def test_the_page_is_drawn_as_it_is_and_as_it_should_be(self) -> None:
        round_ = self.page.get_by_role("region", name="The page and the assignment")
        expect(round_.get_by_role("img", name="The page as it is")).to_be_visible()
        expect(round_.get_by_role("img", name="The page as it should be")).to_be_visible()
        row = round_.get_by_role("row", name="margin, left")
        expect(row).to_contain_text("1.25 inches")
        expect(row).to_contain_text("≠ 1 inch")
        expect(round_.get_by_role("row", name="margin, top")).to_contain_text("=")
        self.assert_open_to_all(self.page)

    def test_what_was_asked_says_what_was_counted(self) -> None:
        asked = self.page.get_by_role("listitem").filter(has_text="asked: 6 sources")
        expect(asked).to_contain_text("not met")
        asked.get_by_text("not met").click()
        expect(asked.get_by_role("listitem")).to_have_count(5)
        asked.get_by_role("button").first.click()
        # The entry is shown where it stands in the list.
        expect(self.page.locator(".row.on")).to_have_count(1)
        self.page.keyboard.press("Escape")
        expect(self.page.get_by_role("region", name="The page and the assignment")).to_be_visible()

    def test_points_and_verdict_are_at_the_top_and_lead_here(self) -> None:
        expect(self.page.get_by_text("By the house rules: mend")).to_be_visible()
        self.page.get_by_role("button", name="All").first.click()
        self.page.get_by_role("button", name="by the house rules").click()
        expect(self.page.get_by_role("heading", name="Points: −")).to_be_visible()

    def test_the_lists_layout_stands_over_the_list_in_its_round(self) -> None:
        self.page.locator(".round", has_text="List").click()
        expect(self.page.get_by_role("img", name="The list as it should be")).to_be_visible()
        expect(self.page.get_by_text("habit: 5 of 5").first).to_be_visible()
        self.assert_open_to_all(self.page)
