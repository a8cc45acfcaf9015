"""House rules: sentences with the choice inside, tried on the papers before they are saved."""

from __future__ import annotations

import re

from playwright.sync_api import Locator, expect

from courses.models import Assignment
from tests.browser.driver import BrowserTestCase, payload
from tests.world import assignment_of, hand_in, instructor, run_previews, run_waiting_checks


class HouseRules(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.assignment: Assignment = assignment_of(instructor())
        self.paper = hand_in(self.assignment, "marlowe")
        self.sign_in(self.page)
        self.go(f"/assignments/{self.assignment.pk}")
        self.page.get_by_role("link", name="No house rules.").click()
        expect(
            self.page.get_by_role("heading", name="MLA 9, as this assignment wants it")
        ).to_be_visible()

    def option(self, key: str) -> Locator:
        return self.page.locator(f"#option-{key} [role=button]")

    def choose(self, key: str, sentence: str) -> None:
        self.option(key).focus()
        self.page.keyboard.press("Enter")
        self.page.get_by_role("menuitem", name=sentence).click()

    def worked_out(self) -> None:
        """What a worker does for the preview that waits, once the page has asked for it."""
        expect(self.page.get_by_text("Trying it on the papers at hand")).to_be_visible()
        with self.page.expect_response("**/api/house-previews/*"):
            pass
        run_previews()

    def kept(self) -> dict[str, object]:
        self.assignment.refresh_from_db()
        return self.assignment.house

    def press_and_save(self, button: Locator) -> None:
        """The page shows a change before the server has answered; what is kept is read after."""
        with self.page.expect_response(lambda answer: answer.request.method == "PUT"):
            button.click()

    def test_a_change_is_tried_then_saved_then_undone(self) -> None:
        side = self.page.get_by_role("complementary", name="Before it is saved")
        self.choose("list_scope", "The list may hold works consulted and not cited.")
        self.worked_out()
        expect(side).to_contain_text("slip fewer−1")
        expect(side).to_contain_text("listed and not cited")
        expect(side.get_by_role("row", name="Ines Marlowe")).to_contain_text("5 → 4")
        self.assertEqual(self.kept(), {})
        self.assert_open_to_all(self.page)
        self.press_and_save(side.get_by_role("button", name="Save and check again"))
        expect(self.page.get_by_text("The papers are being checked again")).to_be_visible()
        self.assertEqual(self.kept(), {"house": {"list_scope": "consulted"}})
        run_waiting_checks()
        self.press_and_save(self.page.get_by_role("button", name="Undo"))
        expect(side.get_by_role("button", name="Save and check again")).to_be_disabled()
        expect(self.page.get_by_text("all as the guide has it")).to_be_visible()
        self.assertEqual(self.kept(), {})

    def test_a_number_of_ones_own_stands_in_the_sentence(self) -> None:
        self.option("least_sources").click()
        field = self.page.get_by_label("A number from 1 to 500")
        field.fill("900")
        expect(self.page.get_by_role("button", name="Take it")).to_be_disabled()
        field.fill("8")
        self.page.keyboard.press("Enter")
        expect(self.page.locator("#option-least_sources")).to_contain_text("At least 8")
        expect(self.page.get_by_text("1 thing other than the guide")).to_be_visible()
        self.page.get_by_role("button", name="Leave as it was").click()
        expect(self.page.locator("#option-least_sources")).to_contain_text("No number of sources")

    def test_rules_are_found_and_set_one_by_one(self) -> None:
        self.page.keyboard.press("/")
        self.page.keyboard.type("hanging")
        expect(self.page.get_by_role("heading", name="Citations and notes")).to_have_count(0)
        self.page.get_by_label("How much “hanging indent” weighs").click()
        self.page.get_by_role("option", name="off").click()
        self.page.get_by_label("Your remark on “hanging indent”").fill("Not this term.")
        self.page.get_by_role("button", name="Save and check again").click()
        expect(self.page.get_by_text("The papers are being checked again")).to_be_visible()
        self.assertEqual(
            self.kept(),
            {
                "severity": {"list-hanging-indent": "off"},
                "remarks": {"list-hanging-indent": "Not this term."},
            },
        )

    def test_a_file_comes_in_or_says_what_is_wrong_with_it(self) -> None:
        chooser = self.page.get_by_label("House rules from a file")
        bad = b'[house]\nibid = "never"\n'
        chooser.set_input_files(payload("x.toml", bad))
        expect(self.page.get_by_role("alert")).to_contain_text("Line 2")
        good = b"[house]\nleast_words = 1200\n[points]\nlist-order = 2\n"
        chooser.set_input_files(payload("x.toml", good))
        expect(self.page.locator("#option-least_words")).to_contain_text("at least 1200 words")
        expect(self.page.get_by_text("2 things other than the guide")).to_be_visible()

    def test_the_courses_rules_hold_under_the_assignments(self) -> None:
        self.go("/")
        self.page.get_by_role("link", name="House rules of the course").click()
        self.choose("ibid", "“Ibid.” is not used.")
        self.page.get_by_role("button", name="Save and check again").click()
        expect(self.page.get_by_text("The papers are being checked again")).to_be_visible()
        self.go(f"/assignments/{self.assignment.pk}/house")
        expect(self.page.locator("#option-ibid")).to_contain_text("is not used")
        expect(self.page.get_by_text("1 thing other than the guide")).to_be_visible()
        self.assert_open_to_all(self.page)

    def test_a_kind_of_source_is_made_of_a_worked_example(self) -> None:
        page = self.page
        page.get_by_role("button", name="Add a kind of source").click()
        page.get_by_label("What one is called").fill("class handout")
        example = page.get_by_label("One as it should stand in the list")
        example.fill("“Reading a Weir.” Class handout, 3 May 2024.")
        marks = page.get_by_role("toolbar", name="What the words chosen are")
        for words, element in (
            ("Reading a Weir", "title"),
            ("Class handout", "description"),
            ("3 May 2024", "date"),
        ):
            example.evaluate(
                "(field, words) => { const at = field.value.indexOf(words); field.focus();"
                " field.setSelectionRange(at, at + words.length); }",
                words,
            )
            marks.get_by_role("button", name=element, exact=True).click()
            expect(example).to_have_value(re.compile(rf"\{{[a-z]+ {words}\}}"))
        editor = page.get_by_role("group", name="A kind of source")
        expect(editor.get_by_role("alert")).to_contain_text("nothing that tells it")
        expect(editor.get_by_role("button", name="Take it")).to_be_disabled()
        example.evaluate(
            "(field) => { const at = field.value.indexOf('handout'); field.setSelectionRange(at, at); }"
        )
        editor.get_by_role("button", name="always has these words").click()
        expect(editor).to_contain_text("“Reading a Weir.” Class handout, 3 May 2024.")
        self.assert_open_to_all(page)
        editor.get_by_role("button", name="Take it").click()
        self.worked_out()
        page.get_by_role("button", name="Save and check again").click()
        expect(page.get_by_text("The papers are being checked again")).to_be_visible()
        entry = "“{title Reading a Weir}.” {medium= Class handout}, {date 3 May 2024}."
        self.assertEqual(
            self.kept(),
            {"kind": [{"name": "class handout", "several": "", "like": "report", "entry": entry}]},
        )
