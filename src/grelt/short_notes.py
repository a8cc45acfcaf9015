"""The short form of a note, made from an entry: surname, short title, place."""

from __future__ import annotations

from .entries import Entry
from .forms.in_text import joined, note_text
from .guides.model import NoteSettings
from .text.folding import without_article, words


def short_note(entry: Entry, locator: str | None, settings: NoteSettings) -> str | None:
    """The note as plain text, its period included; None where the short title cannot be told.

    A title is cut at its colon, and its article dropped; what is still longer than the guide's short
    titles is left to the writer.
    """
    title = _short_title(entry, settings.short_title_words)
    if title is None:
        return None
    names = _names(entry, settings.et_al_from)
    dress = entry.title.dress if entry.title is not None else "plain"
    return note_text(names, title, dress, locator or "")


def _short_title(entry: Entry, most: int) -> str | None:
    if entry.title is None:
        return None
    main = entry.title.text.partition(":")[0].strip().rstrip(".,")
    own = words(main)
    bare = without_article(own)
    if not 0 < len(bare) <= most:
        return None
    return main.split(" ", 1)[1] if len(bare) < len(own) else main


def _names(entry: Entry, et_al_from: int) -> str:
    families = [p.family for p in entry.persons]
    if not families:
        same = entry.title is not None and entry.title.text == entry.author.text
        return "" if same or entry.opening.kind == "title" else entry.author.text
    more = entry.author.names is not None and entry.author.names.et_al
    return joined(families, more, et_al_from, "and")
