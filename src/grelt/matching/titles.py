"""Narrows candidates by the title that is cited, and by its dress."""

from __future__ import annotations

from ..citations import Citation
from ..entries import Entry
from ..text.folding import without_article, words
from .candidates import Candidate, Way
from .index import EntryIndex, is_name_of


def dress_of(index: EntryIndex, candidate: Candidate) -> str:
    title = index.entries[candidate.entry].title
    return title.dress if title is not None else ""


def in_its_dress(found: list[Candidate], citation: Citation, index: EntryIndex) -> list[Candidate]:
    """Of works that begin with the one title cited, those whose title stands in the same dress."""
    title = citation.title
    if title is None or citation.names is not None:
        return found
    return [c for c in found if dress_of(index, c) == title.dress] or found


def agreeing_with_title(
    found: list[Candidate], citation: Citation, index: EntryIndex
) -> list[Candidate]:
    """Where name and title are both cited, the entry must have both.

    An author whose listed works have no word of the cited title in common is cited
    for a work that is not listed.
    """
    if citation.title is None or citation.source_span.start >= citation.title.span.start:
        return found
    if citation.title.dress == "plain":
        # `Lund, Osei`, `Bray, Tomas`: no title, but more of the authors' names.
        named = [c for c in found if is_name_of(citation.title.text, index.entries[c.entry])]
        if named:
            return named
    cited = without_article(words(citation.title.text))
    by_name = [c for c in found if c.way not in (Way.TITLE_FOR_AUTHOR, Way.TITLE_PART)]
    by_name = _possible(by_name, cited, citation, index)
    agreement = {c.entry: _titles_agree(cited, index.entries[c.entry]) for c in by_name}
    best = max(agreement.values(), default=0)
    if best:
        # Works of one author share words; the one meant shares most, or begins so.
        return [c for c in by_name if agreement[c.entry] == best]
    within = set(index.having(cited)) if len("".join(cited)) >= 6 else set()
    if any(c.entry in within for c in by_name):
        return [c for c in by_name if c.entry in within]
    held = [c for c in by_name if _holds(citation, cited, index.entries[c.entry])]
    if held:
        return held
    # What is not read as a title there may be the one that is cited.
    return [c for c in by_name if not index.entries[c.entry].title_words] if by_name else found


def _possible(
    by_name: list[Candidate], cited: tuple[str, ...], citation: Citation, index: EntryIndex
) -> list[Candidate]:
    """Without works in another dress that share but a word with a title given in full: `*Salt Room*` is not
    “Salt Space”."""
    title = citation.title
    if citation.note_kind != "full" or title is None or title.dress == "plain":
        return by_name
    return [
        c
        for c in by_name
        if dress_of(index, c) in (title.dress, "plain", "")
        or _titles_agree(cited, index.entries[c.entry]) > 1
    ]


def _holds(citation: Citation, cited: tuple[str, ...], entry: Entry) -> bool:
    """Whether a note names an entry as what holds the part it cites: `“Boats,” in Lund, *Wet Trades*, 3`."""
    title = without_article(entry.title_words)[:2]
    said = words(citation.text)
    rest = said[said.index(cited[-1]) + 1 :] if cited and cited[-1] in said else ()
    return (
        citation.form == "note"
        and len(title) == 2
        and "in" in rest
        and f" {' '.join(title)} " in f" {' '.join(rest)} "
    )


def _titles_agree(cited: tuple[str, ...], entry: Entry) -> int:
    """How many words of a cited title an entry's has; more than it has words where one begins with the
    other."""
    title = without_article(entry.title_words)
    shared = len(set(cited) & set(title))
    begins = bool(cited and title) and (
        title[: len(cited)] == cited or cited[: len(title)] == title
    )
    return shared + len(cited) if begins else shared
