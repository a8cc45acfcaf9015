"""What a rule says of its subject: not mine, right, or findings."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from .text.spans import Span


class Severity(StrEnum):
    """How much a finding weighs. `OFF` silences a rule."""

    OFF = "off"
    ADVICE = "advice"
    CAUTION = "caution"
    ERROR = "error"


class Subject(StrEnum):
    """What a rule looks at; the engine hands each rule the subjects it asks for."""

    PAPER = "paper"
    LIST = "list"
    ENTRY = "entry"
    CITATION = "citation"
    PARAGRAPH = "paragraph"
    NOTE = "note"


class Answer(StrEnum):
    """The two quiet answers. `RIGHT` counts as a chance taken well, `NOT_MINE` does not."""

    NOT_MINE = "not mine"
    RIGHT = "right"


NOT_MINE = Answer.NOT_MINE
RIGHT = Answer.RIGHT


@dataclass(frozen=True, slots=True)
class Place:
    """Characters of one paragraph of the document."""

    paragraph: int
    span: Span


@dataclass(frozen=True, slots=True)
class Slip:
    """One fault, as a rule reports it.

    `template` names one of the rule's message templates and `holes` fill it.
    `found` is the text at `place`; `expected` the right text for that place, or
    None where no single right text exists, `markup` the same with its italics as `<i>`.
    `confidence` is 0 to 1; below the
    engine's threshold an error is reported as a caution. `related` are further
    citations of the same fault, `places` all the places of one that the whole list has.
    At most one of `entry`, `citation`, `paragraph`, `note` names the subject (positions in
    the paper's own lists); none, the whole paper.
    """

    template: str
    holes: tuple[tuple[str, str], ...] = ()
    place: Place | None = None
    expected: str | None = None
    markup: str = ""
    entry: int | None = None
    citation: int | None = None
    paragraph: int | None = None
    note: int | None = None
    confidence: float = 1.0
    doubt: str = ""
    related: tuple[int, ...] = ()
    places: tuple[Place, ...] = ()
    fixable: bool = False


Verdict = Answer | tuple[Slip, ...]
