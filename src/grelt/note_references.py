"""The form of full references in notes, against the guide's patterns for notes."""

from __future__ import annotations

import re
from dataclasses import dataclass, field, replace

from .citations import Citation
from .citations.notes import DESCRIBED
from .citations.undressed import without_role
from .cutting import Hand, cut_reference, own_cut, told_borders
from .cutting.cut import Opened
from .cutting.written import Written, written_text
from .difference import Checked, Difference, check_note_cut
from .document import Document
from .forms import Vocabulary
from .forms.own_kinds import kinds_for
from .guides import Policy
from .readings import agreed, plausible, weighed
from .text.lexicon import is_common
from .text.name_lists import inverted_names
from .text.names import NameList, natural_names
from .text.spans import Span

# A fit below this is a reference of some kind that the patterns do not know.
_LEAST_FIT = 1.1
_LEAST_SURE = 0.6
_LONGEST = 800
_UNKNOWN = re.compile(
    r"\b(?:[Bb]ox(?:es)?|[Ff]older|MSS?|Papers|Archives?|Record Office|Act|quoted in|cited in|in turn)\b|§"
)


@dataclass
class NoteReferences:
    """Full references of a paper's notes, by the number of their citation. Not for sharing between
    threads."""

    document: Document
    citations: tuple[Citation, ...]
    policy: Policy
    vocabulary: Vocabulary
    _found: dict[int, Checked | None] = field(default_factory=dict)

    def of(self, number: int) -> Checked | None:
        """A full reference checked; None where it is not full, or of no form that is known."""
        if number not in self._found:
            self._found[number] = self._examine(self.citations[number])
        return self._found[number]

    def _examine(self, citation: Citation) -> Checked | None:
        if citation.note_kind != "full":
            return None
        paragraph = self.document.paragraphs[citation.paragraph]
        words = citation.span.of(paragraph.text).rstrip(" .")
        span = Span(citation.span.start, citation.span.start + len(words))
        if len(words) > _LONGEST or _UNKNOWN.search(words) or "\n" in words:
            return None
        italics = [
            Span(max(0, s.start - span.start), min(len(span), s.end - span.start))
            for s in paragraph.italics
            if s.start < span.end and span.start < s.end
        ]
        known = any(r.format.italic is not None for r in paragraph.runs)
        if not known:
            return None
        written = written_text(words, italics)
        if DESCRIBED.search(_before_title(written)) is not None:
            return None  # `introduction to`: of what it is said no pattern knows
        kinds, opened = kinds_for(self.policy), _opened(written)
        own = own_cut(
            written,
            lambda told: cut_reference(written, opened, kinds, told),
            self.policy.house.kinds,
            Hand(),
        )
        if own is None and any(told_borders(written, k) for k in self.policy.house.kinds):
            return None  # the house has not said how notes have it
        cut = own or cut_reference(written, opened, kinds)
        if cut.fit < _LEAST_FIT or cut.confidence < _LEAST_SURE or cut.element("title") is None:
            return None
        strict = self.policy.house.value("dashes") == "strict"
        readings = weighed(
            plausible(cut),
            lambda one: check_note_cut(one, kinds, self.vocabulary, strict_dashes=strict),
        )
        checked = replace(readings[0].checked, differences=agreed(readings))
        return checked if checked.loose == 0 else None

    def place(self, number: int, difference: Difference) -> Span:
        """Where a difference stands in the note's paragraph."""
        checked = self._found[number]
        assert checked is not None
        return checked.cut.written.back(difference.span).shifted(self.citations[number].span.start)


def _goes_on(words: str) -> bool:
    """Whether the words before the first dressed stretch hold more than names (a title without its
    quotation marks)."""
    read = natural_names(words)
    if read is None:
        return False
    return any(all(map(is_common, f"{n.given} {n.family}".split())) for n in read.names[1:])


def _turned(words: str) -> NameList | None:
    """Names as the list has them (`Okonjo, Adaeze, and Tomas Bray`)."""
    turned, natural = inverted_names(words), natural_names(words)
    if turned is None or not all(n.given for n in turned.names):
        return None
    return turned if natural is None or not any(n.given for n in natural.names[:2]) else None


def _before_title(written: Written) -> str:
    """The words before the first dressed stretch."""
    stop = min((s.start for s in (*written.quotes, *written.italics)), default=len(written.text))
    return written.text[:stop].rstrip(" ,:;")


def _opened(written: Written) -> Opened:
    """The names before the title, in natural order."""
    text = written.text
    starts = [s.start for s in (*written.quotes, *written.italics)]
    stop = min(starts, default=len(text))
    words = _before_title(written)
    if not starts or (_goes_on(words) and _turned(words) is None):
        words = text[: min((m.start() for m in re.finditer(r",\s", text[:stop])), default=0)]
    bare = without_role(words)
    if not bare:
        return Opened(None, "", Span(0, 0))
    names = natural_names(bare)
    names = _turned(bare) or names
    return Opened(names, "" if names is not None else bare, Span(0, len(bare)))
