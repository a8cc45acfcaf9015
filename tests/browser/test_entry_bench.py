"""An entry on the bench: its elements over the pattern, the whole put right, kind and borders by hand."""

from __future__ import annotations

from playwright.sync_api import Locator, expect

from decisions.models import EntryHand
from tests.browser.driver import BrowserTestCase
from tests.world import hand_in_own, instructor

RIGHT = (
    "Drummond, C., Bray, T., Lindqvist, M., & Amara, L. (2019). Lighting, walking, and fear after midnight. "
    "Public Light, 4(2), 15–33. https://doi.org/10.5555/pl.2019.015"
)


class EntryBench(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.paper = hand_in_own(instructor(), "brock")
        self.start_worker()
        self.sign_in(self.page)
        self.page.context.grant_permissions(["clipboard-read", "clipboard-write"])
        self.open()

    def open(self, entry: str = "e1") -> None:
        self.go(f"/papers/{self.paper.pk}?entry={entry}")
        expect(self.bench.locator(".entry-example")).to_be_visible()

    @property
    def bench(self) -> Locator:
        return self.page.get_by_label("Bench")

    def clipboard(self, kind: str) -> str:
        return str(
            self.page.evaluate(
                "async kind => await (await (await navigator.clipboard.read())[0].getType(kind)).text()",
                kind,
            )
        )

    def choose_kind(self, label: str) -> None:
        self.bench.get_by_role("combobox", name="Kind of source").click()
        self.page.get_by_role("option", name=label, exact=True).click()

    def test_every_element_stands_over_what_is_expected(self) -> None:
        cells = self.bench.locator(".laid-cell")
        self.assertEqual(cells.count(), 7)
        changed = self.bench.locator(".laid-cell.differs")
        self.assertEqual(changed.count(), 2)
        expect(changed.first).to_contain_text("Lighting, Walking, and Fear After Midnight")
        expect(changed.first).to_contain_text("Lighting, walking, and fear after midnight")
        expect(changed.last).to_contain_text("pp. 15–33")
        expect(self.bench.locator(".entry-right p")).to_have_text(RIGHT)
        expect(self.bench.locator(".entry-right i").first).to_have_text("Public Light")
        expect(self.bench.locator(".entry-example")).to_contain_text(
            "Slack water and the working day"
        )

    def test_the_clean_copy_has_the_words_their_italics_and_nothing_else(self) -> None:
        self.page.keyboard.press("c")
        expect(
            self.bench.get_by_role("status").filter(has_text="Copied with italics")
        ).to_be_visible()
        self.assertEqual(self.clipboard("text/plain"), RIGHT)
        html = self.clipboard("text/html")
        self.assertIn("<i>Public Light</i>", html)
        self.assertNotIn("style", html)
        self.bench.get_by_role("button", name="Copy the entry as plain text").click()
        expect(
            self.bench.get_by_role("status").filter(has_text="Copied as plain text")
        ).to_be_visible()
        self.assertEqual(self.clipboard("text/plain"), RIGHT)

    def test_a_kind_set_by_hand_is_checked_at_once_holds_and_is_undone(self) -> None:
        self.choose_kind("article in a magazine")
        expect(self.bench).to_contain_text("set by hand")
        self.assertEqual(EntryHand.objects.get().kind, "magazine-article")
        self.page.reload()
        expect(self.bench).to_contain_text("set by hand")
        self.page.keyboard.press("z")
        expect(self.bench).to_contain_text("plain to see")
        self.assertFalse(EntryHand.objects.exists())

    def test_grelt_reads_by_itself_again_when_asked(self) -> None:
        self.choose_kind("report")
        self.bench.get_by_role("button", name="Read it by itself again").click()
        expect(self.bench).to_contain_text("plain to see")

    def test_borders_are_drawn_with_the_first_and_the_last_word(self) -> None:
        self.bench.get_by_role("button", name="Set borders…").click()
        self.bench.get_by_role("button", name="Lighting", exact=True).click()
        expect(self.bench).to_contain_text("Begins with “Lighting”")
        self.bench.get_by_role("button", name="Walking", exact=True).click()
        self.bench.get_by_role("button", name="Check it so").click()
        expect(self.bench).to_contain_text("set by hand")
        title = self.bench.locator(".laid-cell").filter(has_text="title").locator(".written")
        expect(title).to_have_text("Lighting, Walking")
        self.page.keyboard.press("z")
        expect(title).to_have_text("Lighting, Walking, and Fear After Midnight")

    @staticmethod
    def focused(of: Locator) -> int:
        return int(of.evaluate_all("all => all.indexOf(document.activeElement)"))

    def tab_to(self, name: str) -> None:
        """Press Tab until the control of that name has the focus; everybody must get there."""
        wanted = self.bench.get_by_label(name, exact=True).or_(
            self.bench.get_by_role("button", name=name, exact=True)
        )
        for _ in range(80):
            self.page.keyboard.press("Tab")
            if wanted.evaluate_all("all => all.some(one => one === document.activeElement)"):
                return
        self.fail(f"{name} is not reached with Tab")

    def test_kind_and_borders_are_set_with_the_keyboard_alone(self) -> None:
        self.tab_to("Kind of source")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("option", name="article in a journal")).to_be_focused()
        self.page.keyboard.press("ArrowDown")
        expect(self.page.get_by_role("option", name="article in a magazine")).to_be_focused()
        self.page.keyboard.press("Enter")
        expect(self.bench).to_contain_text("set by hand")
        self.assertEqual(EntryHand.objects.get().kind, "magazine-article")
        self.tab_to("Set borders…")
        self.page.keyboard.press("Enter")
        words = self.bench.get_by_role("toolbar", name="Words of the entry").get_by_role("button")
        self.tab_to(words.first.inner_text())
        for word in ("Lighting", "Walking"):
            while words.nth(self.focused(words)).inner_text() != word:
                self.page.keyboard.press("ArrowRight")
            self.page.keyboard.press("Enter")
        self.page.keyboard.press("Tab")
        expect(self.bench.get_by_role("button", name="Check it so")).to_be_focused()
        self.page.keyboard.press("Enter")
        title = self.bench.locator(".laid-cell").filter(has_text="title").locator(".written")
        expect(title).to_have_text("Lighting, Walking")

    def test_without_barriers_in_both_schemes(self) -> None:
        self.assertEqual(self.violations(self.page), [])
        self.bench.get_by_role("button", name="Set borders…").click()
        expect(self.bench.get_by_role("button", name="Lighting", exact=True)).to_be_visible()
        self.assertEqual(self.violations(self.page), [])
        dark = self.window("dark")
        self.sign_in(dark)
        dark.goto(self.page.url)
        expect(dark.locator(".entry-example")).to_be_visible()
        self.assertEqual(self.violations(dark), [])
