"""Laws of the one description of a kind: what is composed is read back, finds no fault, and is
its own correction; what is put right is put right for good."""

from __future__ import annotations

import unittest
from html import unescape

from hypothesis import HealthCheck, Phase, assume, given, settings
from hypothesis import strategies as st

from grelt.difference import Difference
from grelt.document import Document
from grelt.document.fragment import parse_fragment
from grelt.forms import best_pattern, compose, html_of, patterns_for, text_of
from grelt.forms.casing import case_changes
from grelt.forms.title_words import Vocabulary
from grelt.guides import Policy, available_guides, load_guide
from grelt.guides.kinds import load_kinds
from grelt.paper import Paper, analyse
from grelt.references import Reference
from grelt.rules.registry import all_rules
from grelt.text.names import PersonName
from grelt.works import Name, TextValue, Work

from .works_made import works

GUIDES = st.sampled_from(available_guides())
# What no list of a guide has.
NOWHERE = {("apa-7", "personal-communication")}
LAW = settings(
    max_examples=150, deadline=None, derandomize=True, suppress_health_check=list(HealthCheck),
    phases=(Phase.explicit, Phase.generate),
)  # fmt: skip


def written(work: Work, guide: str) -> str:
    """A work composed, as markup."""
    kinds = load_kinds(guide)
    form = kinds.kinds[work.kind]
    return html_of(compose(work, best_pattern(work, patterns_for(work, form)), kinds))


def as_paper(markup: str, guide: str) -> Paper:
    """A paper whose list is one entry given as markup."""
    words = unescape(markup.replace("<i>", "*").replace("</i>", "*"))
    document: Document = parse_fragment(f"Text.\n# References\n{words}")
    return analyse(document, Policy(load_guide(guide)))


def reference(markup: str, guide: str) -> Reference:
    return as_paper(markup, guide).references.of(0)


# What guides leave out of some entries.
LEFT_OUT = {
    (g, "place") for g in ("mla-9", "apa-7", "chicago-18-notes", "chicago-18-author-date")
} | {("apa-7", "container")}


def _family(name: Name) -> str:
    return name.family if isinstance(name, PersonName) else name.literal


class Composed(unittest.TestCase):
    @LAW
    @given(works(), GUIDES)
    def test_what_is_composed_has_no_fault(self, work: Work, guide: str) -> None:
        assume((guide, work.kind) not in NOWHERE)
        markup = written(work, guide)
        found = reference(markup, guide)
        self.assertEqual([(d.rule, d.expected) for d in found.differences], [], markup)

    @LAW
    @given(works(), GUIDES)
    def test_what_is_composed_is_read_back(self, work: Work, guide: str) -> None:
        assume((guide, work.kind) not in NOWHERE)
        markup = written(work, guide)
        read = reference(markup, guide).cut.work
        for element, value in work.values.items():
            got = read.values.get(element)
            if got is None and ((guide, element) in LEFT_OUT or work.kind == "legal"):
                continue  # of a law its name is all that every guide has
            if isinstance(value, tuple):
                if work.kind == "web-site":
                    continue  # its title has no dress of its own
                there = [_family(n) for n in read.names(element)]
                want = [_family(n) for n in value]
                if element in read.more:
                    want = want[: len(there)]
                # Of a surname of two words in natural order only the last can be told.
                self.assertEqual(len(there), len(want), markup)
                alike = all(w.endswith(t) for t, w in zip(there, want, strict=True))
                self.assertTrue(alike, (there, want, markup))
            elif work.kind == "web-site":
                continue
            elif isinstance(value, TextValue) and element in ("title", "container", "reviewed"):
                # A site and who runs it stand in one place, in one dress.
                said = read.text(element) or read.text("publisher")
                self.assertEqual(said.casefold(), value.text.casefold(), markup)
            elif isinstance(value, TextValue) and element == "pages":
                self.assertEqual(
                    read.text("pages").partition("–")[0].partition("-")[0],
                    value.text.partition("-")[0],
                )
            elif isinstance(value, TextValue) and element not in (
                "url",
                "publisher",
                "institution",
                "number",
                "medium",
            ):
                # A version may be told as a number.
                said = read.text(element) or (read.text("number") if element == "edition" else "")
                self.assertEqual(said, value.text, markup)
            elif element == "date":
                year = read.date()
                self.assertEqual(year.year if year else None, work.date().year, markup)  # type: ignore[union-attr]

    @LAW
    @given(works(), GUIDES)
    def test_what_is_composed_is_its_own_correction(self, work: Work, guide: str) -> None:
        assume((guide, work.kind) not in NOWHERE)
        markup = written(work, guide)
        self.assertEqual(reference(markup, guide).checked.markup, markup)


class PutRight(unittest.TestCase):
    """A work composed in one guide and handed in under another."""

    @LAW
    @given(works(), GUIDES, GUIDES)
    def test_putting_right_twice_is_putting_right_once(
        self, work: Work, one: str, other: str
    ) -> None:
        once = reference(written(work, one), other).checked.markup
        if not once:
            return  # of no kind that the guide knows
        again = reference(once, other)
        if again.unclear or again.cut.kind != reference(written(work, one), other).cut.kind:
            return
        self.assertEqual(again.checked.markup, once, written(work, one))

    @LAW
    @given(works(), GUIDES, GUIDES)
    def test_every_difference_has_one_owner_that_is_a_rule(
        self, work: Work, one: str, other: str
    ) -> None:
        found = reference(written(work, one), other)
        self.assertLessEqual({d.rule for d in found.checked.differences}, set(all_rules()))
        places = [(d.rule, d.span, d.element) for d in found.checked.differences]
        self.assertEqual(len(places), len(set(places)), written(work, one))

    @LAW
    @given(works(), GUIDES, GUIDES)
    def test_the_expected_texts_together_give_the_corrected_entry(
        self, work: Work, one: str, other: str
    ) -> None:
        checked = reference(written(work, one), other).checked
        text = checked.cut.written.text
        fixable = [d for d in checked.differences if d.expected is not None]
        widest = [
            d for d in fixable
            if not any(o is not d and _within(d, o, fixable) for o in fixable)
        ]  # fmt: skip
        for difference in sorted(widest, key=lambda d: d.span, reverse=True):
            text = (
                text[: difference.span.start]
                + str(difference.expected)
                + text[difference.span.end :]
            )
        self.assertEqual(text, checked.corrected, written(work, one))


def _within(one: Difference, other: Difference, order: list[Difference]) -> bool:
    a, b = one.span, other.span
    if a == b:
        longer = len(other.expected or "") - len(one.expected or "")
        return longer > 0 or (longer == 0 and order.index(other) < order.index(one))
    return b.start <= a.start and a.end <= b.end


class Capitals(unittest.TestCase):
    @LAW
    @given(
        st.lists(
            st.sampled_from("the of salt Water and fog a IN Tide mills Reach with".split()),
            min_size=1,
        ),
        st.sampled_from(("headline", "sentence")),
    )
    def test_changing_capitals_twice_changes_nothing_more(
        self, words: list[str], case: str
    ) -> None:
        once = self._changed(" ".join(words), case)
        self.assertEqual(self._changed(once, case), once)

    def _changed(self, text: str, case: str) -> str:
        for change in reversed(case_changes(text, case, Vocabulary(), english=True)):
            text = text[: change.span.start] + change.text + text[change.span.end :]
        return text


class Plain(unittest.TestCase):
    @LAW
    @given(works(), GUIDES)
    def test_plain_text_is_the_markup_without_its_tags(self, work: Work, guide: str) -> None:
        kinds = load_kinds(guide)
        whole = compose(work, best_pattern(work, patterns_for(work, kinds.kinds[work.kind])), kinds)
        bare = unescape(html_of(whole).replace("<i>", "").replace("</i>", ""))
        self.assertEqual(bare, text_of(whole))
