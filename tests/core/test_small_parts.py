"""Parts that bound time and memory, against the plain way to say the same."""

from __future__ import annotations

import json
import math
import unittest
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from grelt.document import Document, RunFormat
from grelt.document.fragment import parse_fragment
from grelt.errors import PaperTooLarge
from grelt.guides import Policy, load_guide
from grelt.paper import analyse
from grelt.readers.growing import GrowingText
from grelt.readers.legible import legible
from grelt.readers.limits import LIMITS, bounded
from grelt.readers.measures import distance, number, points, positive, whole
from grelt.report.leaning import leaning_on
from grelt.report.written import written
from grelt.text.measures import in_words
from grelt.text.spans import Span, Spans

LAW = settings(deadline=None)
_SPAN = st.tuples(st.integers(0, 40), st.integers(0, 12)).map(lambda p: Span(p[0], p[0] + p[1]))
_SPANS = st.lists(_SPAN, max_size=12)
_ITALIC, _PLAIN = RunFormat(italic=True), RunFormat(italic=False)


class ManySpans(unittest.TestCase):
    """The index answers as a look at each span would."""

    @LAW
    @given(_SPANS, _SPAN)
    def test_overlap(self, spans: list[Span], asked: Span) -> None:
        # Empty ones cover no character, and are no matter of the index.
        spans = [s for s in spans if len(s)]
        if len(asked):
            self.assertEqual(
                Spans(spans).overlap(asked), any(asked.overlaps(span) for span in spans)
            )

    @LAW
    @given(_SPANS, st.integers(0, 60))
    def test_contain(self, spans: list[Span], offset: int) -> None:
        self.assertEqual(Spans(spans).contain(offset), any(s.contains(offset) for s in spans))

    @LAW
    @given(_SPANS, st.integers(0, 60))
    def test_part_at(self, spans: list[Span], offset: int) -> None:
        self.assertEqual(Spans(spans).part_at(offset), any(s.start < offset < s.end for s in spans))

    def test_none_at_all(self) -> None:
        none = Spans([])
        self.assertFalse(none.overlap(Span(0, 9)) or none.contain(0) or none.part_at(3))


class Growing(unittest.TestCase):
    @LAW
    @given(st.lists(st.tuples(st.text(max_size=6), st.booleans()), max_size=20))
    def test_neighbours_of_one_format_are_one_run(self, pieces: list[tuple[str, bool]]) -> None:
        growing = GrowingText()
        for text, italic in pieces:
            growing.add(text, _ITALIC if italic else _PLAIN)
        whole_text = "".join(text for text, _ in pieces)
        self.assertEqual((growing.text, growing.length), (whole_text, len(whole_text)))
        self.assertEqual(growing.last, whole_text[-1:])
        italics = [italic for text, italic in pieces for _ in text]
        told = [run.format.italic for run in growing.runs for _ in range(len(run.span))]
        self.assertEqual(told, italics)
        for before, after in zip(growing.runs, growing.runs[1:], strict=False):
            self.assertEqual(before.span.end, after.span.start)
            self.assertNotEqual(before.format, after.format)

    def test_a_paragraph_that_no_paper_has(self) -> None:
        growing = GrowingText()
        growing.add("a" * LIMITS.paragraph, _PLAIN)
        with self.assertRaisesRegex(PaperTooLarge, "100,000 characters"):
            growing.add("b", _PLAIN)

    def test_limits_are_said_with_their_figure(self) -> None:
        bounded(LIMITS.notes, LIMITS.notes, "notes")
        with self.assertRaisesRegex(PaperTooLarge, "more than 10,000 notes"):
            bounded(LIMITS.notes + 1, LIMITS.notes, "notes")


class Measures(unittest.TestCase):
    def test_numbers_of_a_file(self) -> None:
        for text, found in (
            ("12", 12.0), ("-0.5", -0.5), ("1e3", 1000.0), ("inf", None), ("nan", None), ("1e999", None),
            ("²", None), ("", None), (None, None), ("9" * 4000, None), ("twelve", None),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertEqual(number(text), found)

    def test_whole_numbers_of_a_file(self) -> None:
        for text, found in (
            ("12", 12), ("0", 0), ("-1", None), ("12.5", None), ("٣", None), ("1" * 10, None), (None, None),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertEqual(whole(text), found)

    def test_lengths(self) -> None:
        self.assertEqual(points(720, 1 / 20), 36.0)
        self.assertIsNone(points(None))
        self.assertIsNone(points(1e9))
        self.assertEqual([positive(v) for v in (12.0, 0.0, -3.0, None)], [12.0, None, None, None])
        self.assertEqual([distance(v) for v in (72.0, -72.0, None)], [72.0, 72.0, None])

    @LAW
    @given(st.text(max_size=60))
    def test_whatever_stands_there_is_a_number_or_none(self, text: str) -> None:
        found = number(text)
        self.assertTrue(found is None or math.isfinite(found))

    def test_in_words(self) -> None:
        for length, words in (
            (36, "half an inch"), (18, "a quarter of an inch"), (54, "three quarters of an inch"),
            (72, "one inch"), (21.6, "0.3 inch"), (108, "1.5 inches"),
        ):  # fmt: skip
            self.assertEqual(in_words(length), words)


class Legible(unittest.TestCase):
    def test_what_no_text_has_is_put_out_of_the_way_and_offsets_stay(self) -> None:
        document = parse_fragment("Fitch\x00 came\ud800 late\n\nA clean one")
        found = legible(document)
        self.assertEqual(found.paragraphs[0].text, "Fitch\ufffd came\ufffd late")
        self.assertEqual(found.paragraphs[0].runs, document.paragraphs[0].runs)
        self.assertIs(found.paragraphs[-1], document.paragraphs[-1])

    def test_a_clean_document_is_the_same_one(self) -> None:
        document = parse_fragment("Fitch came late (12).\tSo it was.")
        self.assertIs(legible(document), document)


_JSON = st.recursive(
    st.none()
    | st.booleans()
    | st.integers()
    | st.floats(allow_nan=True, allow_infinity=True)
    | st.text(st.characters(), max_size=8),
    lambda inner: (
        st.lists(inner, max_size=4)
        | st.dictionaries(st.text(st.characters(), max_size=4), inner, max_size=4)
    ),
    max_leaves=12,
)


class Written(unittest.TestCase):
    @LAW
    @given(st.dictionaries(st.text(max_size=4), _JSON, max_size=4))
    def test_whatever_a_paper_held_is_text_that_everybody_takes(
        self, report: dict[str, Any]
    ) -> None:
        text = written(report)
        text.encode("utf-8")
        self.assertNotIn("\\u0000", text.replace("\\\\", ""))
        json.loads(text, parse_constant=self.fail)

    def test_what_is_sound_stays_as_it_is(self) -> None:
        report = {"title": "Ærø “tide” \\u0000 as words", "share": 0.25, "places": [1, None]}
        self.assertEqual(json.loads(written(report)), report)


def _notes(*notes: str) -> Document:
    body = " ".join(f"So it was.^[{note}]" for note in notes)
    return parse_fragment(f"{body}\n\n# Bibliography\n\n{_LISTED}")


_LISTED = "Okonjo, Adaeze. *Salt and Slack Water*. Lowmouth: Tidemark Press, 2021."
_FULL = "Adaeze Okonjo, *Salt and Slack Water* (Lowmouth: Tidemark Press, 2021), {}."


class Leaning(unittest.TestCase):
    """Which notes would have to change if one were taken out."""

    def leaning(self, *notes: str) -> tuple[tuple[int, ...], ...]:
        return leaning_on(analyse(_notes(*notes), Policy(load_guide("chicago-17-notes"))))

    def test_ibid_leans_on_the_note_above_and_its_own_on_it(self) -> None:
        found = self.leaning(_FULL.format(4), "Ibid., 5.", "Ibid., 6.", "Okonjo, *Salt*, 9.")
        self.assertEqual(found[0], (1, 2, 3))
        self.assertEqual(found[1], (2,))
        self.assertEqual(found[2:], ((), ()))

    def test_the_next_short_note_would_have_to_be_full(self) -> None:
        found = self.leaning(_FULL.format(4), "Okonjo, *Salt*, 5.", "Okonjo, *Salt*, 6.")
        self.assertEqual(found, ((1,), (), ()))

    def test_a_note_without_a_source_carries_nobody(self) -> None:
        self.assertEqual(self.leaning("The gauge was read by hand.", _FULL.format(4)), ((), ()))


if __name__ == "__main__":
    unittest.main()
