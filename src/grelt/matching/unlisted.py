"""Groups the citations that lead nowhere by the source they name."""

from __future__ import annotations

from dataclasses import dataclass, field

from rapidfuzz import fuzz

from ..citations import Citation
from ..entries import Entry
from ..text.folding import letters, without_article, words
from .model import Match, UnlistedSource

# Out of 100, as likeness is: what makes two that resemble each other a likely pair.
_UNCITED, _SAME_YEAR, _LEAST, _SOMETHING = 15.0, 10.0, 62.0, 50.0


def unlisted_sources(
    citations: tuple[Citation, ...], matches: tuple[Match, ...], entries: tuple[Entry, ...]
) -> tuple[UnlistedSource, ...]:
    """Group citations that match nothing by what they name."""
    groups: dict[str, list[int]] = {}
    labels: dict[str, str] = {}
    last_key: str | None = None
    uncited = frozenset(range(len(entries))) - {e for m in matches for e in m.entries}
    for number, (citation, match) in enumerate(zip(citations, matches, strict=True)):
        if match.entries or match.sourceless or citation.personal:
            last_key = None if not match.carried else last_key
            continue
        if match.carried and last_key is not None:
            groups[last_key].append(number)
            continue
        label = unlisted_label(citation)
        key = letters(label) or label
        groups.setdefault(key, []).append(number)
        labels.setdefault(key, label)
        last_key = key
    return tuple(
        _source(key, labels[key], tuple(numbers), citations, entries, uncited)
        for key, numbers in groups.items()
    )


@dataclass
class UnlistedWorks:
    """Tells the works apart that no list has: by who made them, and by the titles they are cited by."""

    _titles: dict[str, list[tuple[str, ...]]] = field(default_factory=dict)

    def of(self, citation: Citation) -> str:
        """The work that a citation means, as far as those before it have told."""
        names = citation.names
        maker = names.names[0].key if names is not None else letters(citation.source)
        title = without_article(words(citation.title.text)) if citation.title is not None else ()
        known = self._titles.setdefault(maker, [])
        for number in range(len(known) - 1, -1, -1):
            other = set(known[number])
            if not title or not other or other <= set(title) or set(title) <= other:
                known[number] = max(known[number], title, key=len)
                return f"{maker} {number}"
        known.append(title)
        return f"{maker} {len(known) - 1}"


def _source(
    key: str,
    label: str,
    numbers: tuple[int, ...],
    citations: tuple[Citation, ...],
    entries: tuple[Entry, ...],
    uncited: frozenset[int],
) -> UnlistedSource:
    years = frozenset(year for n in numbers if (year := citations[n].year) is not None)
    nearest = _nearest(key, entries, uncited, years)
    return UnlistedSource(label, numbers, nearest, nearest in uncited)


def unlisted_label(citation: Citation) -> str:
    """What to call a source that is not listed: a surname, a title, the words cited."""
    names = citation.names
    if names is not None and len(names.names) == 1 and len(names.names[0].given.split()) > 1:
        return citation.source  # `Corran Net Choir` may be a group
    if names is not None:
        return names.names[0].family
    if citation.title is not None:
        return citation.title.text
    return citation.source or citation.text


def _nearest(
    key: str, entries: tuple[Entry, ...], uncited: frozenset[int], years: frozenset[str]
) -> int | None:
    """The entry that is most alike, for the person to compare; one that nothing cites goes before
    the others, and one of the same year before other years."""
    best: tuple[float, int] | None = None
    for number, entry in enumerate(entries):
        name = entry.persons[0].key if entry.persons else letters(entry.author.text)
        alike = fuzz.ratio(key, name)
        title = letters(entry.title.text) if entry.title is not None else ""
        alike = max(alike, fuzz.partial_ratio(key, title) - 10 if len(key) > 4 else 0)
        if alike < _SOMETHING:
            continue  # names that share nothing are not near
        alike += _UNCITED * (number in uncited) + _SAME_YEAR * (entry.year in years)
        if best is None or alike > best[0]:
            best = (alike, number)
    return best[1] if best is not None and best[0] >= _LEAST else None
