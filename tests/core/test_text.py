"""Spans, folding, quotation marks, sentences, names, slips of spelling."""

from __future__ import annotations

import itertools
import unittest

from hypothesis import given
from hypothesis import strategies as st

from grelt.text.folding import fold, letters, words
from grelt.text.name_lists import inverted_names
from grelt.text.names import natural_names
from grelt.text.quotes import quoted
from grelt.text.sentences import sentences
from grelt.text.spans import Span, squeeze
from grelt.text.spelling import is_slip


class Spans(unittest.TestCase):
    def test_a_span_cannot_run_backwards(self) -> None:
        with self.assertRaises(ValueError):
            Span(3, 2)

    @given(st.text(alphabet="ab \t\n\u00a0", max_size=40))
    def test_squeezing_keeps_the_way_back(self, text: str) -> None:
        flat = squeeze(text)
        self.assertEqual(flat.text, " ".join(text.split()))
        for at, character in enumerate(flat.text):
            source = flat.origin[at]
            self.assertTrue(text[source] == character or text[source].isspace())
            if character != " ":
                self.assertEqual(flat.forth(source), at)
                self.assertEqual(flat.back(Span(at, at + 1)).of(text), character)


class Folding(unittest.TestCase):
    def test_accents_marks_and_spaces(self) -> None:
        self.assertEqual(fold("Ødegård"), "odegard")
        self.assertEqual(letters("O’Dell-Peña 2"), "odellpena2")
        self.assertEqual(
            words("The Miller’s Ledger: Ebb-Tide"), ("the", "millers", "ledger", "ebb", "tide")
        )


class Quotes(unittest.TestCase):
    def test_pairs(self) -> None:
        text = 'He said “the tide” and "the ebb" and «flot» but not “open'
        self.assertEqual([s.of(text) for s in quoted(text)], ["“the tide”", '"the ebb"', "«flot»"])

    def test_an_apostrophe_opens_nothing(self) -> None:
        self.assertEqual(quoted("the miller’s boys’ gate", single=True), ())

    @given(st.text(alphabet='“”"‘’ab ', max_size=30))
    def test_stretches_never_overlap(self, text: str) -> None:
        found = quoted(text, single=True)
        for one, other in itertools.pairwise(found):
            self.assertLessEqual(one.end, other.start)


class Sentences(unittest.TestCase):
    def test_abbreviations_and_initials_end_nothing(self) -> None:
        text = "Dr. A. C. Okonjo et al. wrote, p. 4. “It waits.” (Bray 9) The end came in vol. 2. Then no more."
        cut = [s.of(text).strip() for s in sentences(text).spans]
        self.assertEqual(cut[0], "Dr. A. C. Okonjo et al. wrote, p. 4.")
        self.assertEqual(cut[-1], "Then no more.")

    @given(st.text(alphabet="Ab. ?!”(", max_size=60))
    def test_sentences_cover_the_paragraph(self, text: str) -> None:
        self.assertEqual("".join(s.of(text) for s in sentences(text).spans), text)


class Names(unittest.TestCase):
    def families(self, text: str, *, inverted: bool) -> list[str] | None:
        read = inverted_names(text) if inverted else natural_names(text)
        return [n.family for n in read.names] if read is not None else None

    def test_lists_of_names(self) -> None:
        for text, inverted, expected in (
            ("Okonjo, Adaeze", True, ["Okonjo"]),
            ("Okonjo, Adaeze, and Tomas Bray", True, ["Okonjo", "Bray"]),
            ("Okonjo, Adaeze, Tomas Bray, and Mira Lund", True, ["Okonjo", "Bray", "Lund"]),
            ("Okonjo, A. C., & Bray, T.", True, ["Okonjo", "Bray"]),
            ("van der Meer, Ilse, et al.", True, ["van der Meer"]),
            ("Bray, Tomas, Jr.", True, ["Bray"]),
            ("Estuary Trust", True, None),
            ("Saltmarsh Reach, Department of Tides", True, None),
            ("Okonjo", False, ["Okonjo"]),
            ("A. Okonjo and Bray", False, ["Okonjo", "Bray"]),
            ("Okonjo, Bray, and van der Meer", False, ["Okonjo", "Bray", "van der Meer"]),
            ("Ruiz-Lago et al.", False, ["Ruiz-Lago"]),
            ("Bray Jr.", False, ["Bray"]),
            ("the tide", False, None),
        ):
            with self.subTest(text=text):
                self.assertEqual(self.families(text, inverted=inverted), expected)

    def test_slips(self) -> None:
        for one, other, slip in (
            ("hartnel", "hartnell", True),
            ("okonoj", "okonjo", True),
            ("berensen", "berenson", True),
            ("lund", "lund", False),
            ("marrow", "barlow", False),
            ("ng", "ni", False),
        ):
            with self.subTest(one=one, other=other):
                self.assertEqual(is_slip(one, other), slip)
