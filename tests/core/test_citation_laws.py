"""Laws of citations and notes: what a guide composes of a source in the text, as a first and as a later note, is
found in a paper, led to its entry and called right."""

from __future__ import annotations

import unittest
from html import unescape
from typing import Any

from hypothesis import assume, given
from hypothesis import strategies as st

from grelt import api
from grelt.composing import composed
from grelt.guides import Policy, available_guides, load_guide
from grelt.works import Work

from .test_entry_laws import LAW
from .works_made import works

SYSTEMS = {g: load_guide(g).system for g in available_guides()}
IN_TEXT = st.sampled_from([g for g, system in SYSTEMS.items() if system != "notes"])
IN_NOTES = st.sampled_from([g for g, system in SYSTEMS.items() if system == "notes"])
# What these laws are about; what else such a small paper lacks (pages, a heading's dress) is not.
FAMILIES = frozenset(("match", "in-text", "notes"))


def marked(html: str) -> str:
    """Markup as Markdown."""
    return unescape(html.replace("<i>", "*").replace("</i>", "*"))


def checked(text: str, guide: str) -> tuple[list[list[str]], list[tuple[str, Any]]]:
    """What the citations of a paper are led to, and what is said of them."""
    report = api.check(
        text.encode(), "paper.md", api.CheckInputs(guide, date="2026-01-01"), strict=True
    )
    led = [c["entries"] for c in report["citations"]]
    said = [(f["rule"], f["found"]) for f in report["findings"] if f["family"] in FAMILIES]
    return led, [f for f in said if f[0] != "note-ibid-discouraged"]


def place(work: Work) -> str:
    """A page where the source has pages; the first of its own where they are told."""
    pages = work.text("pages").partition("-")[0].partition("–")[0]
    return pages or ("44" if work.kind in ("book", "edited-book", "report", "thesis") else "")


class InTheText(unittest.TestCase):
    @LAW
    @given(works(), IN_TEXT)
    def test_what_is_composed_is_found_and_right(self, work: Work, guide: str) -> None:
        made = composed(work, Policy(load_guide(guide)), place(work))
        assume(bool(made["in_text"]) and not made["unlisted"])
        for form in made["in_text"]:
            cited = marked(form["html"]).replace("…", "says so")
            sentence = f"It is said {cited}." if cited.startswith("(") else f"{cited} says so."
            text = f"{sentence}\n\n# References\n\n{marked(made['entry']['html'])}\n"
            self.assertEqual(checked(text, guide), ([["e1"]], []), text)


class InNotes(unittest.TestCase):
    @LAW
    @given(works(), IN_NOTES)
    def test_first_and_later_notes_are_told_and_right(self, work: Work, guide: str) -> None:
        made = composed(work, Policy(load_guide(guide)), place(work))
        assume(len(made["notes"]) == 2 and not made["unlisted"])
        first, later = (marked(n["html"]) for n in made["notes"])
        text = f"""It waits.[^1] So.[^2] It waits again.[^3]

# Bibliography

Hollis, Mira. *Barrow*. London: Quay Press, 2001.

{marked(made["entry"]["html"])}

[^1]: {first}
[^2]: Mira Hollis, *Barrow* (London: Quay Press, 2001), 4.
[^3]: {later}
"""
        self.assertEqual(checked(text, guide), ([["e2"], ["e1"], ["e2"]], []), text)
