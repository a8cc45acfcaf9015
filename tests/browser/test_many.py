"""Many papers at once in the table: chosen, a slip kept in all, returned as one .zip; columns kept; the order in which
they are gone through."""

from __future__ import annotations

import io
import re
import zipfile
from pathlib import Path

from playwright.sync_api import expect

from returns.actions.make_many import make_one
from returns.models import ReturnSet
from tests.browser.driver import BrowserTestCase
from tests.world import assignment_of, hand_in, instructor


class Many(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.assignment = assignment_of(instructor())
        self.papers = [hand_in(self.assignment, n) for n in ("marlowe", "dray", "quist")]
        self.sign_in(self.page)
        self.go(f"/assignments/{self.assignment.pk}")
        expect(self.page.get_by_role("row", name="Piers Dray")).to_be_visible()

    def choose_all(self) -> None:
        self.page.get_by_role("checkbox", name="Select all rows").check()
        expect(self.page.get_by_role("region", name="With the chosen papers")).to_contain_text(
            "3 papers"
        )

    def test_a_slip_is_kept_in_all_and_they_go_back_as_one_zip(self) -> None:
        self.choose_all()
        many = self.page.get_by_role("region", name="With the chosen papers")
        self.assert_open_to_all(self.page)
        many.get_by_label("A rule").select_option("cite-first-element")
        many.get_by_role("button", name="Keep it in all").click()
        expect(many).to_contain_text("Kept in 2 papers.")
        expect(self.page.get_by_role("row", name="Ines Marlowe")).to_contain_text("in hand")
        many.get_by_role("button", name="Returns as .zip").click()
        expect(many).to_contain_text("Making returns: 0 of 3")
        with self.page.expect_download() as download:
            for paper in self.papers:
                make_one(ReturnSet.objects.get().pk, paper.pk)
        made = zipfile.ZipFile(io.BytesIO(Path(download.value.path()).read_bytes()))
        self.assertEqual(len(made.namelist()), 3)

    def test_all_are_decided_and_said_to_be_returned(self) -> None:
        self.choose_all()
        many = self.page.get_by_role("region", name="With the chosen papers")
        many.get_by_label("A rule").select_option("everything not decided yet")
        many.get_by_role("button", name="Keep it in all").click()
        expect(many).to_contain_text("Kept in 2 papers.")  # in one nothing is found
        many.get_by_role("button", name="Returned", exact=True).click()
        expect(many).to_contain_text("Returned: 3 papers.")
        expect(self.page.get_by_role("row", name="Ines Marlowe")).to_contain_text("returned")
        many.get_by_role("button", name="Not returned").click()
        expect(many).to_contain_text("Not returned any more: 3 papers.")
        expect(self.page.get_by_role("row", name="Ines Marlowe")).to_contain_text("cleared")

    def test_the_order_of_the_table_is_the_order_of_the_work(self) -> None:
        self.page.get_by_role("columnheader", name="Slips").click()
        links = self.page.get_by_role("row").get_by_role("link")
        expect(links.first).to_have_text("Mateo Quist")
        links.first.click()
        expect(self.page.get_by_role("heading", name="Mateo Quist")).to_be_visible()
        self.page.get_by_role("button", name="Next paper").click()
        expect(self.page.get_by_role("heading", name="Ines Marlowe")).to_be_visible()
        # The way it was sorted is kept.
        self.go(f"/assignments/{self.assignment.pk}")
        expect(links.first).to_have_text("Mateo Quist")

    def test_what_is_chosen_is_let_go(self) -> None:
        self.choose_all()
        self.page.get_by_role("button", name="Choose none").click()
        expect(self.page.get_by_role("region", name="With the chosen papers")).to_have_count(0)
        row = self.page.get_by_role("row", name=re.compile("Dray"))
        row.get_by_role("checkbox").check()
        expect(self.page.get_by_role("region", name="With the chosen papers")).to_contain_text(
            "1 paper"
        )
