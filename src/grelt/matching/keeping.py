"""Which of the citations that were found are ones, now that their matches are known."""

from __future__ import annotations

from collections.abc import Mapping

from ..citations import Citation
from .candidates import RIGHT_WAYS, Way
from .model import Match, MatchDegree

_MENTION_WAYS = RIGHT_WAYS | {Way.TITLE_FOR_AUTHOR, Way.ACRONYM}


def kept_citations(
    citations: tuple[Citation, ...], matches: list[Match], joins: Mapping[int, int | None]
) -> list[int]:
    """Drop tentative citations that match nothing, or that a better one nearby makes idle."""
    both = list(zip(citations, matches, strict=True))
    stand = [n for n, (c, m) in enumerate(both) if not c.tentative or n in joins or _stands(c, m)]
    firm: dict[int, set[int]] = {}
    # What pages alone cite, as under a block quotation that the paragraph before leads into.
    page_alone: dict[int, set[int]] = {}
    for citation, match in (both[n] for n in stand):
        firm.setdefault(citation.paragraph, set()).update(match.entries)
        if not citation.source:
            page_alone.setdefault(citation.paragraph, set()).update(match.entries)
    cited = set().union(*firm.values())
    kept = set(stand)
    for number, (citation, match) in enumerate(both):
        if number in kept or citation.parenthesis is not None or not _mentions(match):
            continue
        have = firm.setdefault(citation.paragraph, set())
        ahead = page_alone.get(citation.paragraph + 1, set())
        if citation.form != "note" and cited.issuperset(match.entries):
            continue  # cited elsewhere, here it is only spoken of
        if have.issuperset(match.entries) or ahead.issuperset(match.entries):
            continue
        have.update(match.entries)
        kept.add(number)
    return sorted(kept)


def _stands(citation: Citation, match: Match) -> bool:
    """Whether a tentative parenthesis is a citation, now that its match is known."""
    if citation.parenthesis is None or match.degree is MatchDegree.NONE:
        return False
    if match.way in (Way.SPELLING, Way.GIVEN_NAME, Way.CONTAINER, Way.TITLE_PART):
        return False
    # A year in prose is no citation.
    return not (match.way is Way.YEAR and citation.form == "narrative")


def _mentions(match: Match) -> bool:
    """Whether a source named in the sentence is told well enough to count as cited there."""
    return (
        match.degree not in (MatchDegree.NONE, MatchDegree.AMBIGUOUS) and match.way in _MENTION_WAYS
    )
