"""What a paragraph is, set right by hand at the desk: pressed, by keys, checked at once, undone."""

from __future__ import annotations

from playwright.sync_api import expect

from papers.actions.upload_paper import HandedIn, upload_paper
from tests.browser.driver import BrowserTestCase
from tests.world import assignment_of, instructor, run_waiting_checks

PAPER = """The ebb began before the bell, and the men who kept the locks went down to the water (Okonjo 9). The mill stood.

The book was dear to them who kept it, and nobody wrote down what the tide had brought that day (Bray 14).

Whence I have it

Bray, Tomas. “Gates That Open Inward.” *Reach Quarterly*, vol. 8, no. 2, 2019, pp. 14-29.

A short word between.

Okonjo, Adaeze. *Salt and Slack Water*. Tidemark Press, 2021.

It is late, and the tide is out.
"""


class Paragraphs(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.paper = upload_paper(
            assignment_of(instructor()), HandedIn("paper.md", PAPER.encode()), "Iris Vale"
        )
        run_waiting_checks()
        self.start_worker()
        self.sign_in(self.page)
        self.go(f"/papers/{self.paper.pk}")

    def test_where_the_list_begins_is_offered_and_taken(self) -> None:
        expect(
            self.page.get_by_text("No list was found. Most likely it begins here:")
        ).to_be_visible()
        self.assert_open_to_all(self.page)
        self.page.get_by_role("button", name="The list begins here").click()
        expect(self.page.get_by_label("Reckoning")).to_contain_text("4entries listed")
        self.page.keyboard.press("z")
        expect(self.page.get_by_text("No list was found.")).to_be_visible()

    def test_a_paragraph_is_said_to_head_the_list(self) -> None:
        heading = self.page.locator(".paragraph", has_text="Whence I have it")
        heading.hover()
        heading.get_by_role("button", name="What this paragraph is").click()
        self.assert_open_to_all(self.page)
        self.page.get_by_role("menuitem", name="The list begins here, with this heading").click()
        expect(self.page.get_by_label("The list of sources")).to_contain_text("Whence I have it")
        expect(heading.get_by_text("by hand")).to_be_visible()
        # And by keys: the paragraph that is chosen, or the first in view.
        self.page.keyboard.press("t")
        expect(self.page.get_by_role("menu")).to_contain_text("The ebb began before the bell")
        self.page.keyboard.press("Escape")
        expect(self.page.get_by_role("menu")).to_be_hidden()
