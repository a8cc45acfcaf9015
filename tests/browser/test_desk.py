"""The paper's desk: reckoning, galley, ledger, thread, bench; by mouse and by keyboard alone."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from benchmarks.check_time import long_paper
from decisions.models import Decision
from papers.actions.upload_paper import HandedIn, upload_paper
from tests.browser.driver import BrowserTestCase
from tests.world import assignment_of, hand_in, instructor, run_waiting_checks


class Desk(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.assignment = assignment_of(instructor())
        self.paper = hand_in(self.assignment, "marlowe")
        self.start_worker()
        self.sign_in(self.page)
        self.open()

    def open(self, more: str = "") -> None:
        self.go(f"/papers/{self.paper.pk}{more}")
        expect(self.page.get_by_role("main")).to_be_visible()
        expect(self.page.locator(".row").first).to_be_visible()

    def bench(self) -> str:
        return self.page.get_by_label("Bench").inner_text()

    def decided(self) -> dict[str, str]:
        return dict(Decision.objects.values_list("rule", "verdict"))

    def test_how_the_paper_stands_is_seen_at_once(self) -> None:
        reckoning = self.page.get_by_label("Reckoning").inner_text().split()
        for word in ("16", "citations", "8", "sources", "⇄", "1", "listed", "5", "slips"):
            self.assertIn(word, reckoning)
        self.assertEqual(self.page.locator(".row.ghost").count(), 1)
        self.assertEqual(self.page.locator(".page-bar").count(), 4)
        overflow = self.page.evaluate(
            "document.documentElement.scrollHeight > innerHeight || document.documentElement.scrollWidth > innerWidth"
        )
        self.assertFalse(overflow, "the frame scrolls")

    def test_an_unlisted_source_is_a_ghost_where_its_entry_belongs(self) -> None:
        labels = self.page.locator(".row").evaluate_all("rows => rows.map(r => r.dataset.row)")
        self.assertEqual(labels.index("u1"), labels.index("e8") - 1)  # Pellow before Quill
        self.page.get_by_role("button", name="1 not listed").click()
        expect(self.page.locator(".row.ghost.on")).to_be_visible()
        expect(self.page.locator(".citation.none.on").first).to_be_in_viewport()
        expect(self.page.locator(".thread path")).to_be_attached()
        self.assertIn("Pellow is cited here", self.bench())

    def test_a_chosen_citation_brings_its_entry_level_and_draws_the_thread(self) -> None:
        citation = self.page.get_by_role("button", name="(ERT 9), found in the list, with a slip")
        self.page.keyboard.press(".")
        expect(citation).to_be_in_viewport()
        entry = self.page.locator(".row.on")
        expect(entry).to_have_attribute("data-row", "e3")
        expect(self.page.locator(".thread path")).to_be_attached()
        self.assertIn("Estuary and Reach Trust", self.bench())

    def test_a_chosen_entry_brings_its_first_citation_and_the_next(self) -> None:
        self.page.get_by_role("button", name="Entry 4: Hartnell").click()
        on = self.page.locator(".citation.on[data-citation]")
        first = on.get_attribute("data-citation")
        expect(on).to_be_in_viewport()
        self.page.keyboard.press("n")
        expect(on).not_to_have_attribute("data-citation", first or "")
        self.page.keyboard.press("p")
        expect(on).to_have_attribute("data-citation", first or "")

    def test_the_whole_work_by_keyboard(self) -> None:
        self.page.keyboard.press(".")
        expect(self.page.get_by_label("Bench")).to_contain_text("Cited under another name")
        self.page.keyboard.press("h")
        expect(self.page.get_by_role("button", name="All 3 left")).to_be_visible()
        self.page.keyboard.press(".")
        expect(self.page.get_by_label("Bench")).to_contain_text("Cited and not listed")
        self.page.keyboard.press("w")
        expect(self.page.get_by_role("button", name="All 2 left")).to_be_visible()
        expect(self.page.get_by_label("Bench")).to_contain_text("Out of alphabetical order")
        self.page.keyboard.press("r")
        self.page.keyboard.type("Move it up, please.")
        self.page.keyboard.press("Control+Enter")
        expect(self.page.get_by_label("Bench")).to_contain_text("Your remark: Move it up")
        self.page.keyboard.press("k")
        expect(self.page.get_by_role("button", name="All 1 left")).to_be_visible()
        self.assertEqual(
            self.decided(),
            {"cite-first-element": "kept", "cite-unlisted": "waived", "list-order": "kept"},
        )
        self.page.keyboard.press("z")
        expect(self.page.get_by_role("button", name="All 2 left")).to_be_visible()
        self.page.reload()
        expect(self.page.get_by_role("button", name="All 2 left")).to_be_visible()
        self.page.keyboard.press("Escape")
        expect(self.page.get_by_label("Slips by rule")).to_be_visible()

    def test_joining_by_hand_rechecks_at_once_and_is_undone(self) -> None:
        self.page.get_by_role("button", name="1 not listed").click()
        expect(self.page.locator(".row.ghost.on")).to_be_visible()
        self.page.keyboard.press("j")
        field = self.page.get_by_role("combobox")
        expect(field).to_be_focused()
        field.fill("Quill")
        self.page.keyboard.press("ArrowDown")
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".row.ghost")).to_have_count(0)
        expect(self.page.get_by_label("Reckoning")).to_contain_text("0not listed")
        self.page.keyboard.press("Escape")
        self.page.keyboard.press("z")
        expect(self.page.locator(".row.ghost")).to_have_count(1)

    def test_what_was_decided_elsewhere_meanwhile_is_shown_beside_ones_own(self) -> None:
        self.page.keyboard.press(".")
        expect(self.page.get_by_role("button", name="Keep K")).to_be_visible()
        elsewhere = self.page.context.new_page()
        elsewhere.goto(self.page.url)
        expect(elsewhere.get_by_role("button", name="Waive W")).to_be_visible()
        elsewhere.keyboard.press("w")
        expect(elsewhere.get_by_role("button", name="All 4 left")).to_be_visible()
        elsewhere.close()
        self.page.keyboard.press("k")
        dialog = self.page.get_by_role("dialog", name="Decided elsewhere meanwhile")
        expect(dialog.get_by_label("As it stands now")).to_contain_text("waived")
        expect(dialog.get_by_label("As you have it")).to_contain_text("kept")
        self.assertEqual(list(self.decided().values()), ["waived"])
        self.assert_open_to_all(self.page)
        with self.page.expect_response("**/decisions"):
            dialog.get_by_role("button", name="Put mine in its place").click()
        expect(dialog).to_be_hidden()
        self.assertEqual(list(self.decided().values()), ["kept"])

    def test_what_went_wrong_is_said_once_and_can_be_closed(self) -> None:
        problem = '{"code": "database-away", "message": "The database does not answer. Nothing was changed."}'
        self.page.route(
            "**/decisions",
            lambda route: route.fulfill(status=503, content_type="application/json", body=problem),
        )
        self.page.keyboard.press(".")
        self.page.get_by_role("button", name="Keep K").click()
        said = self.page.get_by_role("alert")
        expect(said).to_have_text("The database does not answer. Nothing was changed.")
        self.assertEqual(self.decided(), {})
        said.get_by_role("button", name="Close").click()
        expect(said).to_be_hidden()

    def test_rounds_quiet_everything_else_and_live_in_the_address(self) -> None:
        self.page.get_by_role("button", name="List 1 left").click()
        expect(self.page).to_have_url(f"{self.live_server_url}/papers/{self.paper.pk}?round=list")
        self.page.keyboard.press(".")
        expect(self.page.get_by_label("Bench")).to_contain_text("Out of alphabetical order")
        address = self.page.url
        self.page.goto("about:blank")
        self.page.goto(address)
        expect(self.page.get_by_label("Bench")).to_contain_text("Out of alphabetical order")
        self.page.go_back()
        self.page.go_back()
        expect(self.page.get_by_role("button", name="All 5 left")).to_be_visible()

    def test_the_keys_are_shown_and_rest_while_writing(self) -> None:
        self.page.keyboard.press("?")
        expect(self.page.get_by_role("dialog")).to_contain_text("Keys of the desk")
        self.page.keyboard.press("k")
        self.page.keyboard.press("Escape")
        self.assertEqual(self.decided(), {})

    def test_marks_made_by_hand_are_shown_where_they_are(self) -> None:
        self.paper = hand_in(self.assignment, "finch")
        self.open("?round=list")
        self.page.keyboard.press(".")
        self.page.keyboard.press(".")
        expect(self.page.locator(".by-hand").first).to_be_in_viewport()
        expect(self.page.get_by_label("Bench")).to_contain_text("broken by hand")
        self.assertIn("↵→", self.bench())

    def test_a_clean_paper_says_so(self) -> None:
        self.paper = hand_in(self.assignment, "dray")
        self.open()
        expect(self.page.get_by_label("Bench")).to_contain_text(
            "every entry is cited, and the list stands in order"
        )
        expect(self.page.locator(".reckoning-pair.agree")).to_be_visible()

    def test_going_on_to_the_next_paper(self) -> None:
        hand_in(self.assignment, "dray")
        self.open()
        self.page.keyboard.press("[")
        expect(self.page.get_by_role("heading", name="Piers Dray")).to_be_visible()

    def test_writer_and_guide_are_set_right_and_undone(self) -> None:
        self.page.get_by_role("button", name="Set right").click()
        dialog = self.page.get_by_role("dialog", name="Writer, title and guide")
        dialog.get_by_label("Writer").fill("Ines M. Marlowe")
        dialog.get_by_label("Guide of this paper").click()
        self.page.get_by_role("option", name="APA 7").click()
        dialog.get_by_role("button", name="Save").click()
        expect(self.page.get_by_role("heading", name="Ines M. Marlowe")).to_be_visible()
        run_waiting_checks()
        expect(self.page.get_by_text("APA 7").first).to_be_visible()
        expect(self.page.get_by_label("Bench")).to_contain_text("Another system of citing")
        self.page.keyboard.press("z")
        expect(self.page.get_by_role("heading", name="Ines Marlowe")).to_be_visible()

    def test_words_are_found_in_the_text_and_in_slips(self) -> None:
        self.page.keyboard.press("/")
        self.page.keyboard.type("pellow")
        elsewhere = self.page.get_by_role("list", name="Found in the paper")
        expect(elsewhere.get_by_role("button")).to_have_count(2)
        elsewhere.get_by_role("button", name="Cited and not listed").click()
        expect(self.page.get_by_label("Bench")).to_contain_text("Pellow is cited here")
        self.page.get_by_label("Find words").fill("the wheel")
        elsewhere.get_by_role("button").last.click()
        expect(self.page.locator(".galley").get_by_text("the wheel").first).to_be_in_viewport()
        self.assert_open_to_all(self.page)

    def test_a_habit_is_one_step_with_all_its_places(self) -> None:
        page = self.page
        words = " ".join(f"It is said (Wren, p. {n})." for n in range(3, 9))
        text = (
            f"{words}\n\n# Works Cited\n\nWren, Isolde. *Glass Orchard*. Lowell and Finch, 2011.\n"
        )
        paper = upload_paper(self.assignment, HandedIn("habit.md", text.encode()), "Cy Dunmore")
        run_waiting_checks()
        self.go(f"/papers/{paper.pk}")
        bench = page.get_by_label("Bench")
        expect(bench).to_contain_text("is a habit (6 of 6)")
        total = int(page.get_by_role("button", name=re.compile("^All")).inner_text().split()[1])
        bench.get_by_role("button", name=re.compile("habit: 6 of 6")).first.click()
        expect(bench).to_contain_text("this is the 1st")
        keep = bench.get_by_role("button", name="Keep all 6")
        before = keep.bounding_box()
        page.keyboard.press("n")
        expect(bench).to_contain_text("this is the 2nd")
        self.assertEqual(keep.bounding_box(), before)
        page.keyboard.press("o")
        expect(bench.get_by_role("button", name="Keep", exact=False).first).to_be_visible()
        expect(page.get_by_role("button", name=re.compile("^All"))).to_contain_text(
            f"{total + 5} left"
        )
        page.keyboard.press("o")
        page.keyboard.press("k")
        expect(page.get_by_role("button", name=re.compile("^All"))).to_contain_text(
            f"{total - 1} left"
        )
        self.assertEqual(Decision.objects.filter(paper=paper, verdict="kept").count(), 6)
        page.keyboard.press("z")
        expect(page.get_by_role("button", name=re.compile("^All"))).to_contain_text(f"{total} left")


class LongPaper(BrowserTestCase):
    def test_a_paper_of_300_pages_draws_only_what_is_seen(self) -> None:
        file = HandedIn("long.docx", long_paper(300, 500))
        paper = upload_paper(assignment_of(instructor()), file)
        run_waiting_checks()
        self.sign_in(self.page)
        self.go(f"/papers/{paper.pk}")
        expect(self.page.locator(".row").first).to_be_visible()
        self.assertLess(self.page.locator(".galley-item").count(), 40)
        slowest = self.page.evaluate(
            """async () => {
                const box = document.querySelector('.galley');
                let slowest = 0, last = performance.now();
                for (let i = 0; i < 60; i += 1) {
                    box.scrollTop += 900;
                    await new Promise(requestAnimationFrame);
                    const now = performance.now();
                    slowest = Math.max(slowest, now - last);
                    last = now;
                }
                return slowest;
            }"""
        )
        self.assertLess(slowest, 1000, "scrolling hangs")
        self.assertLess(self.page.locator(".galley-item").count(), 60)
        self.page.keyboard.press(".")
        expect(self.page.locator(".margin-mark.on")).to_be_in_viewport()


class Accessibility(BrowserTestCase):
    def test_every_view_in_both_schemes(self) -> None:
        user = instructor()
        assignment = assignment_of(user)
        marlowe, finch = hand_in(assignment, "marlowe"), hand_in(assignment, "finch")
        for scheme in ("light", "dark"):
            page = self.window(scheme)
            page.goto(f"{self.live_server_url}/sign-in")
            expect(page.get_by_label("Name")).to_be_visible()
            self.assertEqual(self.violations(page), [])
            self.sign_in(page)
            for address, key in (
                ("/", ""),
                (f"/assignments/{assignment.pk}", ""),
                (f"/papers/{marlowe.pk}", ""),
                (f"/papers/{marlowe.pk}", "."),
                (f"/papers/{marlowe.pk}?source=u1", ""),
                (f"/papers/{marlowe.pk}?source=u1", "j"),
                (f"/papers/{finch.pk}?round=list", "."),
                (f"/papers/{finch.pk}", "?"),
            ):
                page.goto(f"{self.live_server_url}{address}")
                page.wait_for_load_state("networkidle")
                if key:
                    page.keyboard.press(key)
                    page.wait_for_timeout(400)
                with self.subTest(scheme=scheme, address=address, key=key):
                    self.assertEqual(self.violations(page), [])
