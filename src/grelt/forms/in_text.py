"""How a work is cited in the text and in short notes, from its values and the guide's settings."""

from __future__ import annotations

from html import escape

from ..guides.kinds import KindForm
from ..guides.model import CitationSettings, Guide
from ..works import Group, Name, Work

LEADS = ("author", "editor", "director", "host", "translator", "performer")
_ARTICLES = ("A ", "An ", "The ")
# A short title does not break off behind one of these.
_SMALL = frozenset("a an the and or of in on at to for by from with into".split())


def lead_names(work: Work) -> tuple[tuple[Name, ...], bool]:
    """Who a work is filed and cited under, and whether more are meant."""
    for role in LEADS:
        if work.names(role):
            return work.names(role), role in work.more
    return (), False


def in_text_forms(
    work: Work, form: KindForm, guide: Guide, locator: str, title: str
) -> list[tuple[str, str]]:
    """Citations as markup, each with what it is called. A guide of notes has none. `title` is in the
    guide's capitals for titles in the text."""
    if guide.system == "notes":
        return []
    settings = guide.citation
    enclosed = _source(work, form, settings, settings.conjunction_enclosed, title)
    running = _source(work, form, settings, settings.conjunction_running, title)
    place = _place(locator, settings)
    if guide.system == "author-page":
        return [
            ("in parentheses", f"({enclosed}{' ' + place if place else ''})"),
            ("named in the sentence", f"{running} … ({place})" if place else running),
        ]
    year = _year(work)
    joint = ", " if settings.comma_before_year else " "
    tail = f", {place}" if place else ""
    return [
        ("in parentheses", f"({enclosed}{joint}{year}{tail})"),
        ("named in the sentence", f"{running} ({year}{tail})"),
    ]


def short_note(work: Work, form: KindForm, guide: Guide, locator: str, title: str) -> str:
    """A later note as markup: names, short title, place. `title` is in the guide's capitals."""
    names, more = lead_names(work)
    who = escape(_joined(names, more, guide.notes.et_al_from, "and"), quote=False)
    title = short_title(title, guide.notes.short_title_words)
    dress = _dress(form)
    words = escape(title, quote=False)
    head = f"{who}, " if who else ""
    if not locator:
        return f"{head}“{words}.”" if dress == "quotes" else f"{head}{_set(words, dress)}."
    written = f"“{words},”" if dress == "quotes" else f"{_set(words, dress)},"
    return f"{head}{written} {escape(locator, quote=False)}."


def short_title(title: str, most: int) -> str:
    """A title up to its colon, without its article, and of at most so many words."""
    main = title.partition(":")[0].strip().rstrip(".?!")
    for article in _ARTICLES:
        if main.startswith(article) and len(main) > len(article):
            main = main[len(article) :]
    words = main.split()[:most]
    while len(words) > 1 and words[-1].casefold() in _SMALL:
        words.pop()
    return " ".join(words)


def _source(
    work: Work, form: KindForm, settings: CitationSettings, conjunction: str, title: str
) -> str:
    names, more = lead_names(work)
    if names:
        return escape(_joined(names, more, settings.et_al_from, conjunction), quote=False)
    words = escape(short_title(title, settings.title_short_words), quote=False)
    if form.title == "part":
        return f"“{words}{',' if settings.comma_before_year else ''}”".replace(",”", ",”")
    return f"<i>{words}</i>"


def _joined(names: tuple[Name, ...], more: bool, et_al_from: int, conjunction: str) -> str:
    families = [n.literal if isinstance(n, Group) else n.family for n in names]
    if not families:
        return ""
    if more or len(families) >= et_al_from:
        return f"{families[0]} et al."
    if len(families) < 3:
        return f" {conjunction} ".join(families)
    return f"{', '.join(families[:-1])}, {conjunction} {families[-1]}"


def _year(work: Work) -> str:
    date = work.date()
    if date is None:
        return "n.d."
    letter = f"-{date.letter}" if date.letter and date.year is None else date.letter
    return f"{date.year if date.year is not None else date.literal}{letter}"


def _place(locator: str, settings: CitationSettings) -> str:
    if not locator or not settings.page_label:
        return escape(locator, quote=False)
    several = any(mark in locator for mark in ("-", "–", ","))
    return f"{'pp.' if several else 'p.'} {escape(locator, quote=False)}"


def _dress(form: KindForm) -> str:
    return {"part": "quotes", "whole": "italics"}.get(form.title, "plain")


def _set(words: str, dress: str) -> str:
    return f"<i>{words}</i>" if dress == "italics" else words
