"""The last round: the letter as it goes back, a page to read, and on to the next paper; by keys and by mouse."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from papers.models import Paper
from returns.models import PaperReturn
from tests.browser.driver import BrowserTestCase
from tests.world import assignment_of, hand_in, hand_in_again, instructor


class Returning(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.assignment = assignment_of(instructor())
        self.paper = hand_in(self.assignment, "marlowe")
        self.next = hand_in(self.assignment, "tolliver")
        self.sign_in(self.page)
        self.go(f"/papers/{self.paper.pk}")
        expect(self.page.get_by_label("Bench")).to_contain_text("cited and not listed")

    def decide_all(self) -> None:
        """Keep what is shown, waive the first."""
        keys = self.page.keyboard
        keys.press(".")
        keys.press("w")
        expect(self.page.get_by_role("button", name=re.compile("^All"))).to_contain_text("4 left")
        keys.press("Escape")
        self.page.get_by_role("button", name=re.compile("^Return (nothing|\\d|returned)")).click()
        self.page.get_by_role("button", name="Keep all").click()
        expect(
            self.page.get_by_role("button", name=re.compile("^Return (nothing|\\d|returned)"))
        ).to_contain_text("4 remarks")

    def test_what_is_kept_is_in_the_letter_and_what_is_waived_is_not(self) -> None:
        self.decide_all()
        letter = self.page.get_by_role("region", name="The letter")
        expect(letter).to_contain_text("Pellow is cited here")
        expect(letter.locator(".letter-remark")).to_have_count(4)
        side = self.page.get_by_role("complementary", name="What goes into the letter")
        expect(side.locator(".return-row.waived")).to_have_count(1)
        self.assert_open_to_all(self.page)
        side.get_by_role("checkbox", name="List").uncheck()
        expect(letter.locator(".letter-remark")).to_have_count(3)

    def test_ones_own_words_for_the_whole_and_for_a_remark(self) -> None:
        self.decide_all()
        letter = self.page.get_by_role("region", name="The letter")
        letter.get_by_label("Your words for the whole").fill("Well read, Ines.")
        letter.get_by_role("button", name="Your words for: cited and not listed").click()
        letter.get_by_label("Your words for cited and not listed").fill("Who is Pellow?")
        self.page.keyboard.press("Control+Enter")
        expect(letter).to_contain_text("Who is Pellow? Pellow is cited here")
        self.page.reload()
        expect(letter.get_by_label("Your words for the whole")).to_have_value("Well read, Ines.")
        expect(letter).to_contain_text("Who is Pellow? Pellow is cited here")

    def test_a_page_to_read_is_given_read_and_withdrawn(self) -> None:
        self.decide_all()
        away = self.page.get_by_label("Take away")
        away.get_by_role("button", name="Make the page").click()
        address = away.locator(".return-address").get_attribute("href") or ""
        reader = self.window()
        reader.goto(address)
        expect(
            reader.get_by_role("heading", name="The Mill at Slack Water", level=1)
        ).to_be_visible()
        expect(reader.locator("mark").first).to_be_visible()
        expect(reader.get_by_text("Why", exact=True)).to_have_count(0)
        self.assert_open_to_all(reader)
        away.get_by_role("button", name="withdraw").click()
        expect(away.get_by_role("button", name="Make the page")).to_be_visible()
        self.assertIsNone(PaperReturn.objects.get().token)

    def test_the_students_file_is_taken_away(self) -> None:
        self.decide_all()
        with self.page.expect_download() as download:
            self.page.get_by_role("link", name="The .docx with remarks").click()
        self.assertTrue(download.value.suggested_filename.endswith("-returned.docx"))

    def test_returned_goes_on_to_the_next_paper_by_one_key(self) -> None:
        self.decide_all()
        expect(self.page.get_by_label("Take away")).to_contain_text("then the next paper")
        self.page.locator("body").evaluate("() => document.activeElement.blur()")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("heading", name="Bram Tolliver")).to_be_visible()
        self.assertIsNotNone(Paper.objects.get(pk=self.paper.pk).returned_at)
        self.go(f"/papers/{self.paper.pk}?round=return")
        expect(
            self.page.get_by_role("button", name=re.compile("^Return (nothing|\\d|returned)"))
        ).to_contain_text("returned")
        self.page.get_by_role("button", name="not yet").click()
        expect(
            self.page.get_by_role("button", name=re.compile("^Return (nothing|\\d|returned)"))
        ).to_contain_text("4 remarks")


class TwoDrafts(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.paper = hand_in(assignment_of(instructor()), "quist")
        hand_in_again(self.paper, "6b-quist")
        self.sign_in(self.page)
        self.go(f"/papers/{self.paper.pk}")
        expect(self.page.get_by_label("Bench")).to_contain_text("Margins")

    def test_what_was_asked_and_is_not_done_comes_first_with_a_line_from_old_to_new(self) -> None:
        keys = self.page.keyboard
        keys.press(".")
        keys.press("k")
        expect(self.page.get_by_role("button", name=re.compile("^All"))).to_contain_text("2 left")
        self.page.locator("body").evaluate("() => document.activeElement.blur()")
        keys.press("d")
        sides = self.page.get_by_role("main", name="Drafts side by side")
        expect(sides).to_contain_text(
            "5 mended, 2 still there, 1 new. Of 1 asked for, 1 is not done."
        )
        undone = sides.get_by_role("region", name="Asked for, and not done")
        expect(undone).to_contain_text("margins of the page")
        expect(sides.get_by_role("region", name="Draft 1").get_by_role("listitem")).to_have_count(7)
        expect(sides.get_by_role("region", name="Draft 2").get_by_role("listitem")).to_have_count(3)
        expect(sides.locator(".drafts-lines path")).to_have_count(2)
        expect(sides.locator(".drafts-lines path.undone")).to_have_count(1)
        self.assert_open_to_all(self.page)
        sides.get_by_role("region", name="Draft 2").get_by_role("link", name="page label").click()
        expect(self.page.get_by_label("Bench")).to_contain_text("without a label")
