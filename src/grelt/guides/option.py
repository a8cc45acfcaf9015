"""A house rule: what it may be, what it is where nobody chose, and how it is said."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType

# Kinds by id: what one is called, and several.
KindNames = Mapping[str, tuple[str, str]]
NO_OWN: KindNames = MappingProxyType({})

_LONGEST = 200


@dataclass(frozen=True, slots=True)
class Option:
    """One house rule: its legal values, and a sentence for each.

    `free_text` is the sentence of a value of the person's own: any words, or, with `number`, a number of at
    least `least` and at most `most`, or, with `kinds`, numbers of kinds (`2 journal-article, 1 book`)."""

    key: str
    default: str
    sentences: dict[str, str]
    free_text: str = ""
    number: bool = False
    least: float = 0.0
    most: float = 0.0
    kinds: bool = False

    def sentence(self, value: str, own: KindNames = NO_OWN) -> str:
        """The option in words, at this value. `own` are the names of the house's own kinds."""
        if self.kinds and value not in self.sentences:
            names = {**KIND_NAMES, **own}
            counts = numbers_of_kinds(value, own)
            said = [f"{n} {names[kind][n != 1]}" for kind, n in counts.items()]
            return self.free_text.format(", ".join(said))
        return self.sentences.get(value) or self.free_text.format(value)

    def takes(self, value: object, own: KindNames = NO_OWN) -> str | None:
        """A value as it is kept, or None where it is none of this option's. `own` as in `sentence`."""
        if isinstance(value, int | float) and not isinstance(value, bool):
            fits = self.number and self.least <= value <= self.most
            return f"{value:.10g}" if fits else None
        if not isinstance(value, str):
            return None
        words = value.strip()
        if words in self.sentences:
            return words
        if self.number:
            try:
                return self.takes(float(words))
            except ValueError:
                return None
        if self.kinds:
            counts = numbers_of_kinds(words, own)
            return ", ".join(f"{n} {kind}" for kind, n in counts.items()) or None
        return words if self.free_text and 0 < len(words) <= _LONGEST else None

    @property
    def kind(self) -> str:
        """What a value of it may be besides its choices: `choice`, `number`, `kinds` or `text`."""
        if self.number or self.kinds:
            return "number" if self.number else "kinds"
        return "text" if self.free_text else "choice"

    @property
    def legal(self) -> str:
        """Its values in words, for who gave another."""
        said = ", ".join(self.sentences)
        if self.number:
            return f"{said} or a number from {self.least:g} to {self.most:g}"
        if self.kinds:
            return f"{said} or numbers of kinds, like “2 journal-article, 1 book”"
        return f"{said} or your own words" if self.free_text else said


# What kinds of source are called when they are counted: one, several.
KIND_NAMES: dict[str, tuple[str, str]] = {
    "book": ("book", "books"),
    "edited-book": ("edited book", "edited books"),
    "chapter": ("chapter", "chapters"),
    "journal-article": ("article in a journal", "articles in journals"),
    "magazine-article": ("article in a magazine", "articles in magazines"),
    "newspaper-article": ("article in a newspaper", "articles in newspapers"),
    "web-page": ("web page", "web pages"),
    "web-site": ("web site", "web sites"),
    "report": ("report", "reports"),
    "thesis": ("thesis", "theses"),
    "conference-paper": ("conference paper", "conference papers"),
    "film": ("film", "films"),
    "video": ("video", "videos"),
    "audio": ("recording", "recordings"),
    "interview": ("interview", "interviews"),
    "social-post": ("post", "posts"),
    "reference-entry": ("entry of a work of reference", "entries of works of reference"),
    "review": ("review", "reviews"),
    "dataset": ("data set", "data sets"),
    "software": ("program", "programs"),
    "legal": ("legal source", "legal sources"),
    "image": ("image", "images"),
    "personal-communication": ("personal communication", "personal communications"),
}


def numbers_of_kinds(value: str, own: KindNames = NO_OWN) -> dict[str, int]:
    """`2 journal-article, 1 book` as numbers by kind; nothing where it cannot be read whole."""
    found: dict[str, int] = {}
    for part in value.split(","):
        number, _, kind = part.strip().partition(" ")
        if not number.isdecimal() or len(number) > 3 or kind.strip() not in {**KIND_NAMES, **own}:
            return {}
        found[kind.strip()] = int(number)
    return found
