"""Entries in the report: kinds, elements with borders, the corrected form; what a person sets right;
house rules; records; composing and the shelf."""

from __future__ import annotations

import json
import unittest
from typing import Any

from grelt import api
from grelt.cutting import Hand
from grelt.document.fragment import parse_fragment
from grelt.entries import OpeningKind
from grelt.errors import RecordsInvalid
from grelt.guides import House, Policy, available_guides, load_guide
from grelt.paper import Paper, analyse
from grelt.records import read_records
from grelt.report import build_report, run_rules
from grelt.rules import all_rules
from grelt.set_right import SetRight
from grelt.works import KINDS

ARTICLE = "Okonjo, Adaeze. “Slack Water.” *Estuary Review*, vol. 12, no. 3, 2021, pp. 20-41."


def paper_of(
    *entries: str, guide: str = "mla-9", hands: dict[int, Hand] | None = None, options: dict[str, str] | None = None,
    records: str = "",
) -> Paper:  # fmt: skip
    document = parse_fragment(
        "\n".join(("The pond filled (Okonjo 24).", "# Works Cited", *entries))
    )
    policy = Policy(load_guide(guide), House(options or {}))
    keys = analyse(document, policy).entry_keys
    set_right = SetRight(hands={keys[i]: hand for i, hand in (hands or {}).items()})
    return analyse(document, policy, set_right, read_records(records) if records else None)


def report_of(paper: Paper) -> dict[str, Any]:
    outcome = run_rules(paper, all_rules().values(), strict=True)
    guide = {"id": paper.policy.guide.id, "chosen": "given", "confidence": 1.0}
    inputs = {
        "paper_sha256": "0",
        "house": None,
        "records": None,
        "date": "",
        "joins": 0,
        "hands": 0,
        "core": "0",
        "schema": 1,
    }
    return build_report(paper, outcome, file="x.txt", guide=guide, inputs=inputs)


class EntriesInTheReport(unittest.TestCase):
    def test_kind_elements_fields_and_the_corrected_entry(self) -> None:
        entry = report_of(paper_of(ARTICLE.replace("vol. 12, no. 3", "12(3)")))["entries"][0]
        self.assertEqual(entry["kind"], "journal-article")
        self.assertGreater(entry["kind_confidence"], 0.5)
        for element in entry["elements"]:
            self.assertEqual(entry["text"][element["start"] : element["end"]], element["text"])
        told = {e["name"]: e["text"] for e in entry["elements"]}
        self.assertEqual(told["author"], "Okonjo, Adaeze")
        self.assertEqual((told["title"], told["container"]), ("Slack Water", "Estuary Review"))
        self.assertEqual(
            (told["volume"], told["issue"], told["date"], told["pages"]),
            ("12", "3", "2021", "20-41"),
        )
        self.assertEqual(entry["fields"]["author"], [{"family": "Okonjo", "given": "Adaeze"}])
        self.assertEqual(entry["fields"]["type"], "article-journal")
        self.assertEqual(entry["corrected"], ARTICLE.replace("*", ""))
        self.assertIn("<i>Estuary Review</i>", entry["corrected_html"])
        states = {row["element"]: row["state"] for row in entry["alignment"]}
        self.assertEqual((states["numbering"], states["title"]), ("differs", "same"))

    def test_a_gap_stands_where_something_is_missing(self) -> None:
        entry = report_of(paper_of("Okonjo, Adaeze. *Salt and Slack Water*. Tidemark Press."))[
            "entries"
        ][0]
        self.assertEqual(
            entry["corrected"], "Okonjo, Adaeze. Salt and Slack Water. Tidemark Press, [date]."
        )

    def test_words_of_an_entry_are_no_markup(self) -> None:
        entry = report_of(
            paper_of(
                "Okonjo, Adaeze. “Salt <b>&</b> Water.” *Estuary Review*, vol. 12, no. 3, 2021, pp. 20-41."
            )
        )["entries"][0]
        self.assertIn("&lt;b&gt;&amp;&lt;/b&gt;", entry["corrected_html"])

    def test_several_lines_and_doubled_spaces(self) -> None:
        paper = paper_of(
            "Okonjo, Adaeze.  “Slack⏎Water.” *Estuary Review*, vol. 12, no. 3, 2021, pp. 20-41."
        )
        rules = [d.rule for d in paper.references.of(0).differences]
        self.assertEqual(rules, ["entry-spacing"])

    def test_an_endless_entry_is_not_worked_on(self) -> None:
        paper = paper_of("Okonjo, Adaeze. " + "ed. A. B, " * 400 + "2021.")
        self.assertTrue(paper.references.of(0).unclear)

    def test_a_database_entry_with_stray_words(self) -> None:
        paper = paper_of(
            "OKONJO, Adaeze. “Slack Water.” *Estuary Review*, vol. 12, no. 3, 2021, pp. 20-41. Web."
        )
        self.assertEqual(
            {d.rule for d in paper.references.of(0).differences},
            {"entry-author-caps", "entry-stray"},
        )
        self.assertEqual(paper.references.of(0).checked.corrected, ARTICLE.replace("*", ""))


class AsTheyCome(unittest.TestCase):
    """Slips that lists are full of: one finding each, and nothing made worse."""

    def checked(self, entry: str, guide: str) -> tuple[list[str], str]:
        reference = paper_of(entry, guide=guide).references.of(0)
        return [d.rule for d in reference.differences], reference.checked.corrected

    def test_names_as_databases_pack_them_are_one_slip(self) -> None:
        rules, corrected = self.checked(
            "Verity J, Aldous PR. (1991). *The rope and the bell*. Quay House.", "apa-7"
        )
        self.assertEqual(rules, ["entry-punctuation"])
        self.assertEqual(
            corrected, "Verity, J., & Aldous, P. R. (1991). The rope and the bell. Quay House."
        )
        rules, corrected = self.checked(
            "Verity J, Aldous PR. *The Rope and the Bell*. Quay House, 1991.", "mla-9"
        )
        self.assertEqual(rules, ["entry-punctuation"])
        self.assertEqual(
            corrected, "Verity, J., and P. R. Aldous. The Rope and the Bell. Quay House, 1991."
        )

    def test_a_name_that_ends_in_a_letter_is_left_alone(self) -> None:
        self.assertEqual(
            self.checked("Marlow X. *The Rope and the Bell*. Quay House, 1991.", "mla-9")[0], []
        )

    def test_labels_in_every_spelling(self) -> None:
        for labels in (
            "volume 12, number 3, 2021, pages 20-41",
            "vol 12, no 3, 2021, pp 20-41",
            "v. 12, n. 3, 2021, p20-41",
            "Vol. 12, Issue 3, 2021, Pp. 20-41",
        ):
            with self.subTest(labels=labels):
                rules, corrected = self.checked(
                    ARTICLE.replace("vol. 12, no. 3, 2021, pp. 20-41", labels), "mla-9"
                )
                self.assertEqual(rules, ["entry-volume-form", "entry-pages-form"])
                self.assertEqual(corrected, ARTICLE.replace("*", ""))

    def test_a_title_within_a_title_keeps_its_capitals(self) -> None:
        entry = ARTICLE.replace("Slack Water", "Hearing Low Water in *The Rope and the Bell*")
        self.assertEqual(self.checked(entry, "mla-9")[0], [])

    def test_a_year_in_an_italic_title_is_the_titles(self) -> None:
        entry = "Reach Flood Authority. *The State of the Washes, 2021*. Pond House, 2022."
        self.assertEqual(self.checked(entry, "mla-9")[0], [])

    def test_single_marks_typed_or_set_become_the_guides(self) -> None:
        for title, right in (
            ("‘Slack Water’.", "“Slack Water.”"),
            ("'Slack Water'.", '"Slack Water."'),
            (
                "'The Miller's Clock and the Ringers' Bell'.",
                "\"The Miller's Clock and the Ringers' Bell.\"",
            ),
        ):
            with self.subTest(title=title):
                rules, corrected = self.checked(ARTICLE.replace("“Slack Water.”", title), "mla-9")
                self.assertEqual(rules, ["entry-title-quotes"])
                self.assertEqual(
                    corrected, ARTICLE.replace("“Slack Water.”", right).replace("*", "")
                )

    def test_apostrophes_are_no_quotation_marks(self) -> None:
        entry = ARTICLE.replace("“Slack Water.”", "“The '90s and the Ringers' Hall.”")
        self.assertEqual(self.checked(entry, "mla-9")[0], [])
        self.assertEqual(
            self.checked("Okonjo, Adaeze. *The Ringers' Hall*. Farmers' Press, 2021.", "mla-9")[0],
            [],
        )

    def test_an_entry_typed_with_straight_marks_stays_so(self) -> None:
        typed = ARTICLE.replace("“", '"').replace("”", '"')
        rules, corrected = self.checked(typed.replace('Water."', 'Water".'), "mla-9")
        self.assertEqual((rules, corrected), (["entry-punctuation"], typed.replace("*", "")))

    def test_entries_run_together_are_two(self) -> None:
        second = "Moss, Jonas. “Sixty Oranges.” *Estuary Review*, vol. 13, no. 4, 2018, pp. 57-70."
        paper = paper_of(f"{ARTICLE} {second}")
        self.assertEqual(
            [e.text for e in paper.entries], [ARTICLE.replace("*", ""), second.replace("*", "")]
        )
        self.assertEqual([paper.references.of(n).differences for n in (0, 1)], [(), ()])
        found = [f for f in report_of(paper)["findings"] if f["rule"] == "list-faked-indent"]
        self.assertEqual(len(found), 1)
        three = (
            "Garrow, N. (2008). *The ice cutters*. Tidemark Press. Moss, J., & Bray, T. (2018). Sixty oranges. "
            "*Estuary Review*, *13*(4), 57–70. https://doi.org/10.5555/er.13 Okonjo, A. (2021). *Salt*. Tidemark Press."
        )
        self.assertEqual(len(paper_of(three, guide="apa-7").entries), 3)

    def test_names_within_an_entry_part_nothing(self) -> None:
        for entry in (
            "Garrow, Nell. “Ice.” *Cold Places*, edited by Moss, Jonas. Pond House, 2018.",
            "Grove, Petra. 2019. “The Woman Who Lit the Quay.” *The Lantern*, December 2019.",
            "Grove, Petra. 2019. The Woman Who Lit the Quay. The Lantern, December 2019. Pond House.",
            "Garrow, Nell. *Letters*. 1951. Tidemark Press, Reach. 1999.",
        ):
            with self.subTest(entry=entry):
                self.assertEqual(len(paper_of(entry).entries), 1)

    def test_an_annotation_behind_an_entry_is_left_alone(self) -> None:
        note = " This article tells how water was counted in 1850, and it is useful for the maps that go with it."
        reference = paper_of(ARTICLE + note).references.of(0)
        self.assertEqual((reference.unclear, reference.differences), (False, ()))
        self.assertEqual(reference.cut.elements[-1].name, "annotation")
        wrong = paper_of(ARTICLE.replace("vol. 12, no. 3", "12(3)") + note).references.of(0)
        self.assertEqual(wrong.checked.corrected, ARTICLE.replace("*", "") + note)
        dated = "Garrow, N. (2005). Ice prices. *Journal of Cold Trades*, *2*(3), 17–40. https://doi.org/10.5555/a.b"
        self.assertEqual(paper_of(dated + note, guide="apa-7").references.of(0).differences, ())

    def test_a_long_title_is_no_annotation(self) -> None:
        title = "The ice that was cut along the upper river and what it is worth to those who were there"
        reference = paper_of(
            f"Garrow, N. (2008). *{title}*. Tidemark Press.", guide="apa-7"
        ).references.of(0)
        self.assertEqual(reference.differences, ())

    def test_a_letter_to_somebody(self) -> None:
        entry = "Verity, Joan. Letter to Rufus Dace. 3 Aug. 2001. Saltmarsh Reach College Library."
        reference = paper_of(entry).references.of(0)
        self.assertEqual(
            (reference.cut.kind, reference.differences), ("personal-communication", ())
        )

    def test_a_very_long_opening_takes_no_long_time(self) -> None:
        paper = paper_of("A. B., Trans. " * 2000 + "2021.")
        self.assertTrue(paper.references.of(0).unclear)


class SetRightByHand(unittest.TestCase):
    def test_a_kind_holds_and_what_hangs_on_it_is_checked_anew(self) -> None:
        plain = paper_of("Okonjo, Adaeze. *Salt and Slack Water*. Tidemark Press, 2021.")
        self.assertEqual(plain.references.of(0).cut.kind, "book")
        chosen = paper_of(
            "Okonjo, Adaeze. *Salt and Slack Water*. Tidemark Press, 2021.",
            hands={0: Hand("thesis")},
        )
        reference = chosen.references.of(0)
        self.assertEqual((reference.cut.kind, reference.cut.confidence), ("thesis", 1.0))
        self.assertIn("entry-missing-medium", {d.rule for d in reference.differences})
        self.assertTrue(report_of(chosen)["entries"][0]["set_by_hand"])

    def test_borders_hold(self) -> None:
        text = "Okonjo, Adaeze. Salt and Slack Water. Tidemark Press, 2021."
        start = text.index("Salt and")
        hand = Hand("book", (("title", start, start + len("Salt and Slack Water")),))
        reference = paper_of(text, hands={0: hand}).references.of(0)
        title = reference.cut.element("title")
        assert title is not None
        self.assertEqual(title.span.of(reference.cut.written.text), "Salt and Slack Water")

    def test_what_a_border_leaves_over_is_kept(self) -> None:
        start = ARTICLE.replace("*", "").index("Slack")
        reference = paper_of(
            ARTICLE, hands={0: Hand("journal-article", (("title", start, start + 5),))}
        ).references.of(0)
        title = reference.cut.element("title")
        assert title is not None
        self.assertEqual(title.span.of(reference.cut.written.text), "Slack")
        self.assertIn("Water", reference.checked.corrected)

    def test_an_element_drawn_by_hand_is_read_as_what_it_is(self) -> None:
        text = ARTICLE.replace("*", "")
        for name, words, value in (("date", "2021", 2021), ("volume", "vol. 12", "12")):
            start = text.index(words)
            hand = Hand("journal-article", ((name, start, start + len(words)),))
            work = paper_of(ARTICLE, hands={0: hand}).references.of(0).cut.work
            found = work.date().year if name == "date" else work.text(name)  # type: ignore[union-attr]
            with self.subTest(name=name):
                self.assertEqual(found, value)

    def test_borders_outside_of_the_entry_are_passed_over(self) -> None:
        hand = Hand("", (("title", 5, 90_000), ("date", -4, 3)))
        self.assertEqual(paper_of(ARTICLE, hands={0: hand}).references.of(0).differences, ())

    def test_hands_of_entries_that_are_gone_are_passed_over(self) -> None:
        document = parse_fragment(f"Text (Okonjo 24).\n# Work Cited\n{ARTICLE}")
        paper = analyse(
            document, Policy(load_guide("mla-9")), SetRight(hands={"gone": Hand("film")})
        )
        self.assertEqual(paper.references.of(0).cut.kind, "journal-article")


class BordersReachTheMatch(unittest.TestCase):
    """What a person draws in an entry is what citations, order and years go by."""

    def analysed(self, text: str, guide: str = "mla-9", **borders: str) -> Paper:
        """The first entry read with borders drawn round words of it."""
        document = parse_fragment(text)
        policy = Policy(load_guide(guide))
        plain = analyse(document, policy)
        entry = plain.entries[0]
        drawn = tuple(
            (name.replace("_", "-"), entry.text.index(words), entry.text.index(words) + len(words))
            for name, words in borders.items()
        )
        return analyse(document, policy, SetRight(hands={plain.entry_keys[0]: Hand("book", drawn)}))

    LAMP = "It shone (Castle 12).\n# Work Cited\nReach Lamp Castle Notes on Light. Tidemark Press, 2021."

    def test_an_author_drawn_by_hand_is_found_by_the_citation(self) -> None:
        self.assertEqual([m.entries for m in self.analysed(self.LAMP).matches], [()])
        paper = self.analysed(self.LAMP, author="Reach Lamp Castle", title="Notes on Light")
        self.assertEqual([m.entries for m in paper.matches], [(0,)])
        self.assertEqual(paper.entries[0].label, "Castle")
        self.assertNotIn(
            "cite-unlisted", {f.rule.id for f in run_rules(paper, all_rules().values()).findings}
        )

    def test_a_title_drawn_at_the_beginning_is_what_is_cited(self) -> None:
        text = (
            "It shone (“Harbour”).\n# Work Cited\nHarbour, Lamps, and Light. Tidemark Press, 2021."
        )
        paper = self.analysed(text, title="Harbour, Lamps, and Light")
        self.assertEqual(paper.entries[0].opening.kind, OpeningKind.TITLE)
        self.assertEqual([m.entries for m in paper.matches], [(0,)])

    def test_a_date_drawn_by_hand_is_the_year_of_the_citation(self) -> None:
        text = "It shone (Lund, 1998).\n# References\nLund, O. *Lamps of 2004*. 1998. Quay House."
        paper = self.analysed(text, "apa-7", date="1998")
        self.assertEqual(
            (paper.entries[0].year, [m.entries for m in paper.matches]), ("1998", [(0,)])
        )

    def test_an_entry_that_repeats_the_author_follows(self) -> None:
        text = f"{self.LAMP}\n---. *Oil*. Tidemark Press, 2022.".replace(
            "(Castle 12)", "(Castle, *Oil* 12)"
        )
        paper = self.analysed(text, author="Reach Lamp Castle", title="Notes on Light")
        self.assertEqual([m.entries for m in paper.matches], [(1,)])

    def test_pages_and_container_drawn_by_hand_are_the_entrys(self) -> None:
        text = "Text (Lund 9).\n# Work Cited\nLund, Osei. “Oil.” Lamp Post 4 203-9 2021."
        entry = self.analysed(text, pages="203-9", container="Lamp Post").entries[0]
        self.assertEqual(
            (entry.pages, entry.container and entry.container.text), ((203, 209), "Lamp Post")
        )


class HouseRules(unittest.TestCase):
    WEB = "Okonjo, Adaeze. “Slack Water.” *Mills of the Reach*, 2021, mills.example/slack."

    def rules(self, entry: str, **options: str) -> set[str]:
        return {d.rule for d in paper_of(entry, options=options).references.of(0).differences}

    def test_access_dates(self) -> None:
        read = f"{self.WEB[:-1]}. Accessed 2 May 2024."
        self.assertEqual(self.rules(self.WEB), set())
        self.assertEqual(self.rules(read), set())
        self.assertEqual(self.rules(self.WEB, access_dates="always"), {"entry-missing-access-date"})
        self.assertEqual(self.rules(read, access_dates="always"), set())
        self.assertEqual(self.rules(self.WEB, access_dates="undated"), set())
        self.assertEqual(self.rules(read, access_dates="never"), {"entry-element-extra"})

    def test_databases(self) -> None:
        held = f"{ARTICLE[:-1]}. *Estuary Stacks*."
        self.assertEqual(self.rules(held), set())
        self.assertEqual(self.rules(held, databases="omit"), {"entry-element-extra"})
        self.assertEqual(self.rules(ARTICLE, databases="require"), {"entry-missing-database"})


class LookedUp(unittest.TestCase):
    ENTRY = f"{ARTICLE[:-1]}, https://doi.org/10.5555/er.2021."
    RECORD = {
        "type": "article-journal", "title": "Slack Water", "author": [{"family": "Okonjo", "given": "Adaeze"}],
        "container-title": "Estuary Review", "volume": "12", "issue": "3", "page": "20-41",
        "issued": {"date-parts": [[2021]]}, "DOI": "10.5555/ER.2021",
    }  # fmt: skip

    def said(self, **changed: Any) -> list[str]:
        item = {k: v for k, v in {**self.RECORD, **changed}.items() if v is not None}
        paper = paper_of(self.ENTRY, records=json.dumps({"prefixes": ["10.5555"], "items": [item]}))
        return [
            f["message"] for f in report_of(paper)["findings"] if f["rule"].startswith("ref-record")
        ]

    def test_each_element_that_differs_is_told(self) -> None:
        self.assertEqual(self.said(), [])
        for change in (
            {"volume": "13"}, {"page": "22-41"}, {"issued": {"date-parts": [[2020]]}}, {"title": "Slack Waters"},
            {"author": [{"family": "Okonja", "given": "Adaeze"}]},
        ):  # fmt: skip
            with self.subTest(change=change):
                self.assertEqual(len(self.said(**change)), 1)

    def test_gaps_in_a_record_are_no_difference(self) -> None:
        self.assertEqual(self.said(volume=None, page=None, issued=None), [])

    def test_a_prefix_that_is_known_and_no_such_work(self) -> None:
        paper = paper_of(self.ENTRY, records='{"prefixes": ["10.5555"], "items": []}')
        self.assertIn("ref-record-absent", {f["rule"] for f in report_of(paper)["findings"]})
        other = paper_of(self.ENTRY, records='{"prefixes": ["10.1234"], "items": []}')
        self.assertNotIn("ref-record-absent", {f["rule"] for f in report_of(other)["findings"]})

    def test_files_of_records_are_checked(self) -> None:
        for text in (
            "{",
            "3",
            '{"items": 3}',
            '[{"type": "book", "author": 3}]',
            '[{"type": "wizardry"}]',
        ):
            with self.subTest(text=text), self.assertRaises(RecordsInvalid):
                read_records(text)

    def test_the_report_says_what_became_of_the_look_up(self) -> None:
        data = (
            f"The pond filled (Okonjo 24).\n\nWorks Cited\n\n{self.ENTRY.replace('*', '')}".encode()
        )
        inputs = api.CheckInputs("mla-9", records=json.dumps([self.RECORD]))
        self.assertEqual(
            api.check(data, "x.txt", inputs)["inputs"]["records"], "1 of 1 records found"
        )
        down = api.CheckInputs("mla-9", records='{"items": [], "problem": "It did not answer."}')
        self.assertEqual(api.check(data, "x.txt", down)["inputs"]["records"], "It did not answer.")
        self.assertEqual(api.first_look(data, "x.txt").identifiers, ("10.5555/er.2021",))


class ComposingAndTheShelf(unittest.TestCase):
    def test_every_guide_has_every_kind_with_a_worked_example_without_gaps(self) -> None:
        for guide in available_guides():
            kinds = api.guide_shelf(guide)
            self.assertEqual([k["kind"] for k in kinds], list(KINDS))
            for kind in kinds:
                with self.subTest(guide=guide, kind=kind["kind"]):
                    self.assertEqual(kind["example"]["gaps"], [])
                    self.assertNotIn(
                        "[", kind["example"]["entry"]["text"].replace("[@", "").split(" [")[0]
                    )
                    self.assertTrue(kind["elements"])

    def test_what_the_house_leaves_out_is_not_in_the_example(self) -> None:
        house = {"house": {"access_dates": "never"}}
        for kind in api.guide_shelf("mla-9", house):
            self.assertNotIn("Accessed", kind["example"]["entry"]["text"])
            self.assertNotIn("asked", {e["house"] for e in kind["elements"]})

    def test_the_worked_examples_have_no_fault(self) -> None:
        for guide in available_guides():
            for kind in api.guide_shelf(guide):
                if kind["example"]["unlisted"]:
                    self.assertEqual(kind["example"]["entry"]["text"], "")
                    continue
                words = (
                    kind["example"]["entry"]["html"]
                    .replace("<i>", "*")
                    .replace("</i>", "*")
                    .replace("&amp;", "&")
                )
                with self.subTest(guide=guide, kind=kind["kind"], words=words):
                    reference = paper_of(words, guide=guide).references.of(0)
                    self.assertEqual(
                        [
                            (d.rule, d.expected)
                            for d in reference.differences
                            if d.confidence >= 0.75
                        ],
                        [],
                    )

    def test_one_work_in_four_systems(self) -> None:
        item = {
            "type": "article-journal", "title": "Slack water and the working day",
            "author": [{"family": "Okonjo", "given": "Adaeze"}, {"family": "Bray", "given": "Tomas"}],
            "container-title": "Estuary Review", "volume": "12", "issue": "3", "page": "203-215",
            "issued": {"date-parts": [[2021]]},
        }  # fmt: skip
        for guide, cited in {
            "mla-9": "(Okonjo and Bray 204)",
            "apa-7": "(Okonjo & Bray, 2021, p. 204)",
            "chicago-17-author-date": "(Okonjo and Bray 2021, 204)",
        }.items():
            made = api.compose_work(item, guide, "journal-article", "204")
            self.assertEqual(made["in_text"][0]["text"], cited)
        notes = api.compose_work(item, "chicago-17-notes", "journal-article", "204")
        self.assertEqual(
            [n["text"] for n in notes["notes"]],
            ["Adaeze Okonjo and Tomas Bray, “Slack Water and the Working Day,” Estuary Review 12, no. 3 (2021): 204.",
             "Okonjo and Bray, “Slack Water,” 204."],
        )  # fmt: skip

    def test_gaps_are_named_and_nothing_is_made_up(self) -> None:
        made = api.compose_work({"type": "book", "title": "Salt"}, "apa-7", "book")
        self.assertEqual({g["element"] for g in made["gaps"]}, {"date", "publisher"})
        self.assertEqual(made["entry"]["text"], "Salt. ([date]). [publisher].")

    def test_what_a_guide_has_no_place_for_is_named(self) -> None:
        item = {"type": "book", "title": "Salt", "publisher": "Tidemark Press", "publisher-place": "Lode",
                "author": [{"family": "Okonjo", "given": "Adaeze"}],
                "issued": {"date-parts": [[2021]]}}  # fmt: skip
        for guide, left, entry in (
            ("chicago-17-notes", [], "Okonjo, Adaeze. Salt. Lode: Tidemark Press, 2021."),
            ("chicago-18-notes", ["place"], "Okonjo, Adaeze. Salt. Tidemark Press, 2021."),
            ("mla-9", ["place"], "Okonjo, Adaeze. Salt. Tidemark Press, 2021."),
        ):
            with self.subTest(guide=guide):
                made = api.compose_work(item, guide, "book")
                self.assertEqual([e["element"] for e in made["left_out"]], left)
                self.assertEqual(made["entry"]["text"], entry)

    def test_what_readers_cannot_look_up_is_cited_and_not_listed(self) -> None:
        item = {
            "author": [{"family": "Marsh", "given": "Lena"}],
            "issued": {"date-parts": [[2023, 5, 12]]},
        }
        made = api.compose_work(item, "apa-7", "personal-communication")
        self.assertEqual(made["entry"]["text"], "")
        self.assertIn("not listed", made["unlisted"])
        self.assertEqual(
            [w["text"] for w in made["in_text"]],
            ["(L. Marsh, personal communication, May 12, 2023)"],
        )
        bare = api.compose_work({}, "apa-7", "personal-communication")
        self.assertEqual({g["element"] for g in bare["gaps"]}, {"author", "date"})
        self.assertEqual(bare["in_text"][0]["text"], "([author], personal communication, [date])")
