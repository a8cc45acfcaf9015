"""Groups the citations that lead nowhere by the source they name."""

from __future__ import annotations

from ..citations import Citation
from ..entries import Entry
from ..text.folding import letters
from .model import Match, UnlistedSource


def unlisted_sources(
    citations: tuple[Citation, ...], matches: tuple[Match, ...], entries: tuple[Entry, ...]
) -> tuple[UnlistedSource, ...]:
    """Group citations that match nothing by what they name."""
    groups: dict[str, list[int]] = {}
    labels: dict[str, str] = {}
    last_key: str | None = None
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
        UnlistedSource(labels[key], key, tuple(numbers), _nearest(key, entries))
        for key, numbers in groups.items()
    )


def unlisted_label(citation: Citation) -> str:
    """What to call a source that is not listed: a surname, a title, the words cited."""
    if citation.names is not None:
        return citation.names.names[0].family
    if citation.title is not None:
        return citation.title.text
    return citation.source or citation.text


def _nearest(key: str, entries: tuple[Entry, ...]) -> int | None:
    """The entry whose filing is most alike, for the person to compare."""
    best: tuple[int, int] | None = None
    for number, entry in enumerate(entries):
        name = entry.persons[0].key if entry.persons else letters(entry.author.text)
        shared = 0
        for one, other in zip(key, name, strict=False):
            if one != other:
                break
            shared += 1
        if best is None or shared > best[0]:
            best = (shared, number)
    return best[1] if best is not None and best[0] > 0 else None
