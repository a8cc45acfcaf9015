"""The words inside a parenthesis, and the sources a sentence names."""

from __future__ import annotations

import unittest

from grelt.citations.known import KnownSources
from grelt.citations.parts import read_part, split_works
from grelt.citations.signals import find_cues
from grelt.text.spans import Span

# Words in parentheses; source, family names, title, year, locator; None: cannot be a citation.
PARTS: list[tuple[str, tuple[str, list[str] | None, str | None, str | None, str | None] | None]] = [
    ("Okonjo 23", ("Okonjo", ["Okonjo"], None, None, "23")),
    ("Okonjo, 23", ("Okonjo", ["Okonjo"], None, None, "23")),
    ("Okonjo p. 23", ("Okonjo", ["Okonjo"], None, None, "p. 23")),
    ("Okonjo pp. 23-25", ("Okonjo", ["Okonjo"], None, None, "pp. 23-25")),
    ("Okonjo, par. 7", ("Okonjo", ["Okonjo"], None, None, "par. 7")),
    ("Okonjo, pars. 7-8", ("Okonjo", ["Okonjo"], None, None, "pars. 7-8")),
    ("Okonjo 2: 45", ("Okonjo", ["Okonjo"], None, None, "2: 45")),
    ("Okonjo 23 and 41", ("Okonjo", ["Okonjo"], None, None, "23 and 41")),
    ("Okonjo xii", ("Okonjo", ["Okonjo"], None, None, "xii")),
    ("Okonjo A4", ("Okonjo", ["Okonjo"], None, None, "A4")),
    ("Okonjo 12n3", ("Okonjo", ["Okonjo"], None, None, "12n3")),
    ("Okonjo 00:04:10-35", ("Okonjo", ["Okonjo"], None, None, "00:04:10-35")),
    ("Okonjo, lines 4-7", ("Okonjo", ["Okonjo"], None, None, "lines 4-7")),
    ("Okonjo 2019", ("Okonjo", ["Okonjo"], None, "2019", None)),
    ("Okonjo, 2019", ("Okonjo", ["Okonjo"], None, "2019", None)),
    ("Okonjo, 2019, p. 23", ("Okonjo", ["Okonjo"], None, "2019", "p. 23")),
    ("Okonjo 2019a, 23", ("Okonjo", ["Okonjo"], None, "2019a", "23")),
    ("Okonjo and Bray 41", ("Okonjo and Bray", ["Okonjo", "Bray"], None, None, "41")),
    ("Okonjo & Bray 41", ("Okonjo & Bray", ["Okonjo", "Bray"], None, None, "41")),
    ("Okonjo, Bray, and Lund 4", ("Okonjo, Bray, and Lund", ["Okonjo", "Bray", "Lund"], None, None, "4")),
    ("Okonjo et al. 41", ("Okonjo et al.", ["Okonjo"], None, None, "41")),
    ("Bray Jr. 4", ("Bray Jr.", ["Bray"], None, None, "4")),
    ("“Slack Water” 4", ("“Slack Water”", None, "Slack Water", None, "4")),
    ("Okonjo, “Slack” 4", ("Okonjo, “Slack”", ["Okonjo"], "Slack", None, "4")),
    ("Okonjo, Salt 4", ("Okonjo, Salt", ["Okonjo"], "Salt", None, "4")),
    ("Estuary Trust 4", ("Estuary Trust", None, None, None, "4")),
    ("Department of Tidal Works 12", ("Department of Tidal Works", None, None, None, "12")),
    ("23", ("", None, None, None, "23")),
    ("qtd. in Bray 9", ("Bray", ["Bray"], None, None, "9")),
    ("see also Bray 9", ("Bray", ["Bray"], None, None, "9")),
    ("Bray 9, emphasis added", ("Bray", ["Bray"], None, None, "9")),
    ("Figure 3", None),
    ("Chapter 2", None),
    ("May 1821", None),
    ("World War 2", None),
    ("and so on", None),
    ("the old one", None),
    ("", None),
]  # fmt: skip


class Parts(unittest.TestCase):
    def test_each_is_read_as_it_should_be(self) -> None:
        for words, expected in PARTS:
            with self.subTest(words=words):
                text = f"x ({words})"
                part = read_part(text, Span(3, 3 + len(words)), (), KnownSources())
                if expected is None:
                    self.assertIsNone(part)
                    continue
                assert part is not None
                families = [n.family for n in part.names.names] if part.names else None
                title = part.title.text if part.title else None
                self.assertEqual((part.source, families, title, part.year, part.locator), expected)
                self.assertEqual(part.source_span.of(text), part.source)

    def test_italics_are_a_title(self) -> None:
        text = "x (Okonjo, Salt and Slack 23)"
        part = read_part(text, Span(3, len(text) - 1), (Span(11, 25),), KnownSources())
        assert part is not None and part.title is not None
        self.assertEqual((part.title.text, part.title.dress), ("Salt and Slack", "italics"))

    def test_semicolons_inside_quotation_marks_do_not_part(self) -> None:
        text = "(“Gates; Sluices” 4; Bray 9)"
        cut = [
            s.of(text).strip() for s in split_works(text, Span(1, len(text) - 1), KnownSources())
        ]
        self.assertEqual(cut, ["“Gates; Sluices” 4", "Bray 9"])


def known() -> KnownSources:
    found = KnownSources()
    found.add_name("Okonjo", "Adaeze")
    found.add_name("van der Meer", "Ilse")
    found.add_name("Reach", "Tobias")
    found.add_group("The Estuary and Reach Trust")
    found.add_letters("ert")
    found.add_title("Salt and Slack Water")
    return found


# Sentence; what it names: words, kind, whether it is looked out for.
CUES: list[tuple[str, list[tuple[str, str, bool]]]] = [
    ("Okonjo argues that it waits.", [("Okonjo", "name", True)]),
    ("Adaeze Okonjo argues that it waits.", [("Adaeze Okonjo", "name", True)]),
    ("A. Okonjo argues.", [("A. Okonjo", "name", True)]),
    ("It is Okonjo’s pond.", [("Okonjo", "name", True)]),
    ("For van der Meer it waits.", [("van der Meer", "name", True)]),
    ("Okonjo et al. disagree.", [("Okonjo et al.", "name", True)]),
    ("The Estuary and Reach Trust counts.", [("Estuary and Reach Trust", "group", True)]),
    ("The ERT counts.", [("ERT", "letters", True)]),
    ("In “Salt and Slack Water” it waits.", [("Salt and Slack Water", "title", True)]),
    ("In Salt and Slack Water it waits.", [("Salt and Slack Water", "title", True)]),
    ("Pellow argues that it waits.", [("Pellow", "name", False)]),
    ("According to Martha Pellow it waits.", [("Martha Pellow", "name", False)]),
    ("Okonyo argues that it waits.", [("Okonyo", "name", True)]),
    ("Saltmarsh Reach College waits.", []),
    ("The reach was white, and salt was in it.", []),
    ("Research shows that it waits.", []),
    ("According to the Report it waits.", []),
    ("The miller argues with Ilse.", []),
]


class Cues(unittest.TestCase):
    def test_each_sentence_names_what_it_names(self) -> None:
        for sentence, expected in CUES:
            with self.subTest(sentence=sentence):
                found = find_cues(sentence, (), known())
                self.assertEqual([(c.text, c.kind, c.known) for c in found], expected)
                for cue in found:
                    if cue.kind != "title":
                        self.assertEqual(cue.span.of(sentence), cue.text)

    def test_who_speaks(self) -> None:
        found = find_cues("Okonjo, in a review of Reach’s fog, warns of it.", (), known())
        self.assertEqual([(c.text, c.subject) for c in found], [("Okonjo", True), ("Reach", False)])
