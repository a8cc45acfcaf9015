"""What the finder of citations is told to look out for: the authors, groups and titles of the entries."""

from __future__ import annotations

from collections.abc import Iterable

from ..citations.known import KnownSources
from ..entries import Entry, OpeningKind
from .index import acronyms, without_country


def known_sources(entries: Iterable[Entry]) -> KnownSources:
    """What the finder of citations is told to look out for."""
    entries = tuple(entries)
    known = KnownSources()
    after = sum(e.date_place in ("enclosed", "after-author") for e in entries)
    known.dated = 2 * after > len(entries)
    for entry in entries:
        author = entry.author
        if entry.year is not None:
            opener = entry.persons[0].family if entry.persons else author.text
            known.add_year(opener, entry.year)
        if author.kind is OpeningKind.PERSON:
            for person in entry.persons:
                known.add_name(person.family, person.given)
                longer = person.longer
                if longer is not None:
                    known.add_name(longer.family, longer.given)
        elif author.kind is OpeningKind.ORGANISATION:
            known.add_group(author.text)
            if without_country(author.text) != author.text:
                known.add_group(without_country(author.text))
        for acronym in acronyms(author.text) if author.kind is not OpeningKind.PERSON else ():
            if len(acronym) >= 3:
                known.add_letters(acronym)
        if entry.title is not None:
            known.add_title(entry.title.text)
    return known
