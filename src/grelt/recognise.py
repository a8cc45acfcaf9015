"""Which guide a paper follows, told from its citations, its list's heading and its entries."""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass

from .citations import Citation
from .entries import Entry
from .guides.model import Guide
from .paper import Paper
from .system import citation_system
from .text.folding import words

_PLACE = re.compile(r"[.(]\s*[^\W\d_][\w .’'-]{1,30}:\s[^\W\d_][^:.]{2,60},\s(?:1[5-9]|20)\d\d")
_BOOK = re.compile(r"[^:]\b[^\W\d_][^:.,]{2,50},\s(?:1[5-9]|20)\d\d[.)]")
# Where the year stands after the author.
_PLACE_AT_END = re.compile(r"[.”]\s[^\W\d_][\w ’'-]{1,30}:\s[^\W\d_][^:.\d]{2,60}\.\s*$")
_HOUSE_AT_END = re.compile(r"\.\s[^\W\d_][^:.\d]{2,50}\.\s*$")
_SURE, _CLEAR = 3.0, 1.0


@dataclass(frozen=True, slots=True)
class Recognised:
    """The guide that fits best, and how sure that is (0 to 1)."""

    guide: Guide
    confidence: float


def recognise(paper: Paper, guides: Iterable[Guide]) -> Recognised:
    """The best of some guides for a paper. The paper's own policy plays no part in it.

    Below a confidence of a half no guide fits: the paper follows another, or none.
    """
    ranked = sorted(((_fit(paper, g), g.id, g) for g in guides), key=lambda x: (-x[0], x[1]))
    score, _, best = ranked[0]
    rival = next((s for s, _, g in ranked if g.system != best.system), 0.0)
    sister = next((s for s, _, g in ranked[1:] if g.system == best.system), None)
    if score <= _CLEAR:
        return Recognised(best, 0.3)
    confidence = 0.95 if score >= _SURE and score - rival >= _CLEAR else 0.7
    if sister is not None and score - sister < 0.25:
        confidence = min(confidence, 0.6)  # two editions that the paper gives no way to tell apart
    return Recognised(best, confidence)


def _fit(paper: Paper, guide: Guide) -> float:
    return (
        _system(paper, guide) + _heading(paper, guide) + _entries(paper, guide)
        + _forms(paper, guide) + _place(paper, guide)
    )  # fmt: skip


def _system(paper: Paper, guide: Guide) -> float:
    found = citation_system(paper.document, paper.structure, paper.citations)
    return 0.0 if found is None else 2.0 if found == guide.system else -3.0


def _heading(paper: Paper, guide: Guide) -> float:
    heading = paper.list_heading
    if heading is None:
        return 0.0
    said = words(heading.text)
    settings = guide.list
    if said in (words(settings.headings[0]), words(settings.singular)):
        return 1.0
    others = (*settings.headings[1:], *settings.consulted)
    return 0.5 if said in {words(h) for h in others} else -0.25


def _entries(paper: Paper, guide: Guide) -> float:
    """By where the entries have their dates."""
    dated = [e.date_place for e in paper.entries if e.date_place]
    if not dated:
        return 0.0
    share = dated.count(guide.entry.date) / len(dated)
    return 4.0 * share - 2.0


def _forms(paper: Paper, guide: Guide) -> float:
    """By the comma before the year, in guides whose citations have one."""
    dated = [c for c in paper.citations if c.year and c.source and c.form == "parenthetical"]
    if not dated or not guide.citation.year:
        return 0.0
    commas = sum(_comma_before_year(paper, c) for c in dated) / len(dated)
    return 2.0 * (commas if guide.citation.comma_before_year else 1 - commas) - 1.0


def _comma_before_year(paper: Paper, citation: Citation) -> bool:
    if citation.year_span is None:
        return False
    text = paper.paragraph(citation.paragraph).text
    return "," in text[citation.source_span.end : citation.year_span.start]


def _place(paper: Paper, guide: Guide) -> float:
    """By the place of publication, which editions differ in."""
    given = sum(_gives_place(e) for e in paper.entries)
    bare = sum(not _gives_place(e) and _is_book(e) for e in paper.entries)
    if given + bare == 0:
        return 0.0
    share = given / (given + bare)
    return (2 * share - 1) * (0.5 if guide.entry.place else -0.5)


def _gives_place(entry: Entry) -> bool:
    return any(p.search(entry.text) is not None for p in (_PLACE, _PLACE_AT_END))


def _is_book(entry: Entry) -> bool:
    """A book by its publisher and year; where the year comes first, by its publisher at the end."""
    if _BOOK.search(entry.text) is not None:
        return True
    whole = entry.title is not None and entry.title.dress == "italics" and entry.container is None
    return (
        whole
        and entry.date_place == "after-author"
        and _HOUSE_AT_END.search(entry.text) is not None
    )
