"""The source that a paper is about: a page alone may mean it where no other source is near.

An essay on one novel gives its pages alone; so does a paper in notes once a note says that later references
to an edition stand in the text.
"""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Mapping

from ..citations import Citation
from ..text.folding import without_article, words
from .index import EntryIndex
from .model import Match, MatchDegree

# Cited so often and by so much of the paper, a source is what the paper is about.
_LEAST, _SHARE = 3, 0.5
# Or by so much that nothing need say so.
_ALONE, _SHARE_ALONE = 4, 0.6
# In so many paragraphs a paper says what it is about.
_OPENING = 2
_STANDING = re.compile(
    r"\b(?:hereafter|henceforth|subsequent(?:ly)?|further|later|all)\b[^.]{0,90}"
    r"\b(?:in\s(?:the\s)?text|parenthetical(?:ly)?|in\sparenthes[ei]s|to\sthis\sedition|by\spage)",
    re.I,
)
_PAGE = re.compile(r"(?:pp?\.\s?)?(\d{1,5})(?!\d|[.:]\d)")


def page_of(locator: str | None) -> int | None:
    """The first page of a locator, or None where it is no page."""
    match = _PAGE.match(locator or "")
    return int(match.group(1)) if match is not None else None


def pages_to_main_sources(
    citations: tuple[Citation, ...],
    matches: list[Match],
    index: EntryIndex,
    prose: list[tuple[int, str]],
    tally: Counter[int],
    joins: Mapping[int, int | None],
) -> None:
    """Give pages that stand alone to the source the paper is about: those for which nothing near names a
    source, and those that the source named near does not have. `matches` is changed."""
    said = {paragraph for paragraph, text in prose if _STANDING.search(text)}
    standing = next(
        (
            m.entries[0]
            for c, m in zip(citations, matches, strict=True)
            if c.paragraph in said and len(m.entries) == 1
        ),
        None,
    )
    about = standing if standing is not None else _most_cited(matches, index, prose, tally)
    if about is None:
        return
    for number, (citation, match) in enumerate(zip(citations, matches, strict=True)):
        alone = citation.form == "narrative" and citation.parenthesis is not None
        if not alone or citation.year is not None or number in joins:
            continue
        page = page_of(citation.locator)
        if index.pages_have(about, page) is False:
            continue
        elsewhere = len(match.entries) == 1 and index.pages_have(match.entries[0], page) is False
        if match.sourceless or elsewhere or standing is not None:
            matches[number] = Match(
                MatchDegree.EXACT, (about,), "the paper’s main source", 0.6, carried=True
            )


def _most_cited(
    matches: list[Match], index: EntryIndex, prose: list[tuple[int, str]], tally: Counter[int]
) -> int | None:
    """The entry that most of the paper cites and that it names where it begins."""
    if not tally:
        return None
    entry, count = tally.most_common(1)[0]
    alone = sum(m.sourceless for m in matches)
    if count < _LEAST or count + alone < _SHARE * (tally.total() + alone):
        return None
    opening = f" {' '.join(words(' '.join(text for _, text in prose[:_OPENING])))} "
    title = " ".join(without_article(index.entries[entry].title_words)[:6])
    named = bool(title) and f" {title} " in opening
    if not named and (count < _ALONE or count < _SHARE_ALONE * tally.total()):
        return None
    first = next((n for n, m in enumerate(matches) if m.entries == (entry,)), len(matches))
    sourceless = next((n for n, m in enumerate(matches) if m.sourceless), len(matches))
    # Before it was named once no page can be its.
    return entry if first < sourceless else None
