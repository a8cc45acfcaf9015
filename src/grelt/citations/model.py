"""A citation as found, before it is matched. Spans are offsets into its paragraph."""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..text.names import NameList
from ..text.spans import Span

BOOK_AND_LINE = re.compile(r"\d{1,3}[.:]\d|\d{2,4}[a-e]\b")


@dataclass(frozen=True, slots=True)
class TitleCue:
    """A title as cited. `dress` is quotes, italics or plain."""

    text: str
    dress: str
    span: Span


@dataclass(frozen=True, slots=True)
class Cue:
    """A source named in the running text. `kind` is name, group, letters (an acronym) or title.

    `known` says that a name or title looked out for was met; otherwise only the
    sentence's shape (`Pellow argues`) makes it one. `signal` says that the sentence
    presents it as a source, `strong` that it does so in scholars' verbs. `listed` is the
    listed surname that a name met here is a slip of spelling away from. `subject` says that
    the sentence lets the name speak (`Okonjo, in her book, notes`). `dress` is that of a title: quotes,
    italics, or empty.
    """

    kind: str
    text: str
    span: Span
    known: bool
    signal: bool = False
    strong: bool = False
    listed: str = ""
    subject: bool = False
    dress: str = ""


@dataclass(frozen=True, slots=True)
class Citation:
    """One work cited at one place.

    `span` covers the parenthesis (of several works in one, the words of this one), or
    the name in the sentence. `source` is the words that name the source, empty for a
    locator alone. `cues` are the sources named in the sentence before it, nearest
    last; `earlier` those named before in the paragraph. `after` is the
    position, in the list of citations, of the one before it in the same stretch of text,
    whose source a locator alone may continue.
    `personal` is a source that no list need hold: a personal communication, or in a note
    an article in a newspaper. `place` is a second parenthesis, later
    in the sentence, with the page that belongs to this citation.
    `note_kind` is how a note cites: `full`, `short`, `ibid`, `list` (as an entry has it) or
    `cross` (another note); empty where it could not be told. `signal` is its `see`, `cf.`
    `verse` says that the words are book, chapter and verse of a scripture.
    `oddity` says what is odd about its brackets: `square`, `doubled`, `unclosed`, `nested`.
    `certainty` is how sure it is a citation at all; a `tentative` one counts only
    if it is matched.
    """

    form: str
    paragraph: int
    span: Span
    text: str
    parenthesis: Span | None
    source: str
    source_span: Span
    names: NameList | None
    title: TitleCue | None
    year: str | None
    locator: str | None
    indirect: bool
    sentence: Span
    cues: tuple[Cue, ...] = ()
    earlier: tuple[Cue, ...] = ()
    after: int | None = None
    certainty: float = 1.0
    tentative: bool = False
    doubt: str = ""
    year_letter: str = ""
    year_span: Span | None = None
    locator_span: Span | None = None
    personal: bool = False
    place: Span | None = None
    note_kind: str = ""
    signal: str = ""
    oddity: str = ""
    verse: bool = False

    @property
    def classical(self) -> bool:
        """Whether book and line of an ancient work are given by its title: `*Georgics* 4.200`."""
        return (
            self.title is not None
            and self.title.dress == "italics"
            and BOOK_AND_LINE.match(self.locator or "") is not None
        )

    @property
    def dated(self) -> str | None:
        """Year and letter as cited: `2019a`."""
        return None if self.year is None else self.year + self.year_letter
