"""Which words in quotation marks are a source's, and which citation they belong to."""

from __future__ import annotations

import unittest

from grelt.document.fragment import parse_fragment
from grelt.guides import Policy, load_guide
from grelt.paper import Paper, analyse

LIST = """
# Works Cited
Bray, Tomas. *Gates of the Reach*. Tidemark Press, 2019.
Okonjo, Adaeze. “Salt, Slack, and the Long Water.” *Reach Quarterly*, vol. 4, no. 1, 2021, pp. 9-23.
"""


def paper_of(text: str) -> Paper:
    return analyse(parse_fragment(text + LIST), Policy(load_guide("mla-9")))


class Finding(unittest.TestCase):
    def quoted(self, text: str) -> list[str]:
        paper = paper_of(text)
        return [q.span.of(paper.paragraph(q.paragraph).text) for q in paper.quotations]

    def test_words_of_a_source(self) -> None:
        for text, expected in (
            (
                "He called it “a clock that nobody could wind” (Bray 9).",
                ["“a clock that nobody could wind”"],
            ),
            (
                'He called it "a clock that nobody could wind" (Bray 9).',
                ['"a clock that nobody could wind"'],
            ),
            (
                "He called it «a clock that nobody could wind» (Bray 9).",
                ["«a clock that nobody could wind»"],
            ),
            (
                "He called it ‘a clock that nobody could wind’ (Bray 9).",
                ["‘a clock that nobody could wind’"],
            ),
            (
                "“One that was never wound,” he says, “is a clock all the same” (Bray 9).",
                ["“One that was never wound,”", "“is a clock all the same”"],
            ),
        ):
            with self.subTest(text=text):
                self.assertEqual(self.quoted(text), expected)

    def test_what_is_none(self) -> None:
        for text in (
            "The “ruin” was a nursery (Bray 9).",
            "In “Salt, Slack, and the Long Water” she says so (Okonjo 9).",
            "The poem “The Keeper Who Never Wound Clocks” is lost (Bray 9).",
            "It was called “the clock that nobody could wind” (Bray 9).",
            "An apostrophe is no mark: the keepers’ clock was the millers’ clock (Bray 9).",
        ):
            with self.subTest(text=text):
                self.assertEqual(self.quoted(text), [])

    def test_a_block_is_one_quotation(self) -> None:
        paper = paper_of("Bray says:\n> We let it fill, and we let it stand. (9)\nThat was all.")
        (block,) = paper.quotations
        self.assertTrue(block.block)
        self.assertEqual(paper.closing_citation(block), 0)


class Belonging(unittest.TestCase):
    def closing(self, text: str) -> list[str | None]:
        paper = paper_of(text)
        found = [paper.closing_citation(q) for q in paper.quotations]
        return [None if n is None else paper.citations[n].text for n in found]

    def test_the_citation_after_it_in_its_sentence(self) -> None:
        text = "Bray (9) and others said that “nobody could wind the clock” (Okonjo 14)."
        self.assertEqual(self.closing(text), ["(Okonjo 14)"])

    def test_two_in_one_sentence(self) -> None:
        text = "It was “a clock that nobody could wind” (Bray 9) or “a lung that nobody could fill” (Okonjo 14)."
        self.assertEqual(self.closing(text), ["(Bray 9)", "(Okonjo 14)"])

    def test_the_one_before_it_where_none_comes_after(self) -> None:
        text = "As Bray writes (9), it was “a clock that nobody could wind.”"
        self.assertEqual(self.closing(text), ["Bray"])

    def test_none_in_its_sentence(self) -> None:
        text = "It was “a clock that nobody could wind.” So much is plain (Bray 9)."
        self.assertEqual(self.closing(text), [None])
