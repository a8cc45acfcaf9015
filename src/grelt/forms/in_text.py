"""How a work is cited in the text and in short notes, from its values and the guide's settings."""

from __future__ import annotations

from dataclasses import dataclass
from html import escape

from ..guides.model import CitationSettings, Guide
from ..works import DateValue, Group, Name

_ARTICLES = ("A ", "An ", "The ")
# A short title does not break off behind one of these.
_SMALL = frozenset("a an the and or of in on at to for by from with into".split())


@dataclass(frozen=True)
class Cited:
    """What citations are made of: who the entry begins with (nobody, where it begins with its title),
    the title in the capitals of titles in the text, how it is dressed, and the date."""

    names: tuple[Name, ...]
    more: bool
    title: str
    dress: str
    date: DateValue | None


def in_text_forms(cited: Cited, guide: Guide, locator: str) -> list[tuple[str, str]]:
    """Citations as markup, each with what it is called. A guide of notes has none."""
    if guide.system == "notes":
        return []
    settings = guide.citation
    enclosed = _source(cited, settings, settings.conjunction_enclosed)
    running = _source(cited, settings, settings.conjunction_running)
    place = _place(locator, settings)
    if guide.system == "author-page":
        return [
            ("in parentheses", f"({enclosed}{' ' + place if place else ''})"),
            ("named in the sentence", f"{running} … ({place})" if place else running),
        ]
    year = _year(cited.date)
    # The comma of a quoted title stands within its marks already.
    joint = ", " if settings.comma_before_year and not enclosed.endswith(",”") else " "
    tail = f", {place}" if place else ""
    return [
        ("in parentheses", f"({enclosed}{joint}{year}{tail})"),
        ("named in the sentence", f"{running.replace(',”', '”')} ({year}{tail})"),
    ]


def short_note(cited: Cited, guide: Guide, locator: str) -> str:
    """A later note as markup: names, short title, place."""
    who = escape(
        joined(families(cited.names), cited.more, guide.notes.et_al_from, "and"), quote=False
    )
    title = escape(short_title(cited.title, guide.notes.short_title_words), quote=False)
    return note_text(who, _set(title, cited.dress), cited.dress, escape(locator, quote=False))


def note_text(who: str, title: str, dress: str, locator: str) -> str:
    """`Okonjo, “Slack Water,” 24.` of its parts, those that are there."""
    head = f"{who}, " if who else ""
    if dress == "quotes":
        return f"{head}“{title},” {locator}." if locator else f"{head}“{title}.”"
    return f"{head}{title}, {locator}." if locator else f"{head}{title}."


def short_title(title: str, most: int) -> str:
    """A title up to its colon, without its article; of a longer one the first words, at most so many.
    One word more than that is not worth cutting."""
    main = title.partition(":")[0].strip().rstrip(".?!")
    for article in _ARTICLES:
        if main.startswith(article) and len(main) > len(article):
            main = main[len(article) :]
    words = main.split()
    if len(words) <= most + 1:
        return main
    words = words[:most]
    while len(words) > 1 and words[-1].casefold() in _SMALL:
        words.pop()
    return " ".join(words)


def families(names: tuple[Name, ...]) -> list[str]:
    """The names that a citation gives."""
    return [n.literal if isinstance(n, Group) else n.family for n in names]


def joined(names: list[str], more: bool, et_al_from: int, conjunction: str) -> str:
    """Names as a citation joins them: all, or the first and `et al.`."""
    if not names:
        return ""
    if more or len(names) >= et_al_from:
        return f"{names[0]} et al."
    if len(names) < 3:
        return f" {conjunction} ".join(names)
    return f"{', '.join(names[:-1])}, {conjunction} {names[-1]}"


def _source(cited: Cited, settings: CitationSettings, conjunction: str) -> str:
    if cited.names:
        found = joined(families(cited.names), cited.more, settings.et_al_from, conjunction)
        return escape(found, quote=False)
    words = escape(short_title(cited.title, settings.title_short_words), quote=False)
    if cited.dress == "quotes":
        return f"“{words}{',' if settings.comma_before_year else ''}”"
    return _set(words, cited.dress)


def _year(date: DateValue | None) -> str:
    if date is None:
        return "n.d."
    letter = f"-{date.letter}" if date.letter and date.year is None else date.letter
    return f"{date.year if date.year is not None else date.literal}{letter}"


def _place(locator: str, settings: CitationSettings) -> str:
    if not locator or not settings.page_label:
        return escape(locator, quote=False)
    several = any(mark in locator for mark in ("-", "–", ","))
    return f"{'pp.' if several else 'p.'} {escape(locator, quote=False)}"


def _set(words: str, dress: str) -> str:
    return f"<i>{words}</i>" if dress == "italics" else words
