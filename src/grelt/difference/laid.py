"""An entry laid against the pattern of its kind: which element is which piece, and where the marks
between them begin and end."""

from __future__ import annotations

import re
from html import escape

from ..cutting import Cut, CutElement
from ..forms import Composed, Vocabulary
from ..forms.markup import dressed
from ..guides.kinds import Kinds
from ..text.spans import Span
from ..works import DateValue
from .texts import TEXTS

_SAME_ELEMENT = {
    "numbering": ("numbering", "volume", "section", "issue"), "volume": ("volume", "numbering"),
    "issue": ("issue", "numbering"), "original-date": ("original-date",), "locator": ("locator",),
    "section": ("section", "numbering", "volume"), "day": ("day",), "date": ("date",),
}  # fmt: skip


class Laid:
    """One entry laid against one pattern. `plain` is the entry composed of what is there, `whole` with
    places held for what is missing. `pairs` leads from written elements to expected pieces;
    `anchors` are the longest run of pairs in the order of both."""

    def __init__(
        self, cut: Cut, plain: Composed, whole: Composed, kinds: Kinds, vocabulary: Vocabulary,
        left_out: frozenset[str], noted: bool, strict_dashes: bool = False,
    ) -> None:  # fmt: skip
        self.cut = cut
        self.written = cut.written
        self.text = cut.written.text
        self.elements = cut.elements
        self.plain = plain
        self.whole = whole
        self.kinds = kinds
        self.vocabulary = vocabulary
        self.left_out = left_out
        self.noted = noted
        self.strict_dashes = strict_dashes
        self.pairs = self._pair()
        self.anchors = self._anchors()
        # Gaps, by the anchor behind them, that are written anew with what moved over them.
        self.covered: frozenset[int] = frozenset()

    def _pair(self) -> dict[int, int]:
        """Written element to expected piece, each once."""
        found: dict[int, int] = {}
        for number, piece in enumerate(self.whole.pieces):
            names = _SAME_ELEMENT.get(piece.element, (piece.element,))
            for at, element in enumerate(self.elements):
                if at in found:
                    continue
                if (
                    piece.gap
                    and element.value is not None
                    and piece.element not in ("date", "day", "original-date")
                ):
                    continue
                if piece.element == "issue" and any(part == "volume" for part, _ in element.parts):
                    continue
                if piece.element == "words":
                    same = element.name in ("words", "review-of") and _same_words(
                        element.whole.of(self.text), piece.text
                    )
                else:
                    same = element.name in names
                if same:
                    found[at] = number
                    break
        return found

    def _anchors(self) -> list[tuple[int, int]]:
        """The longest run of pairs in the order of both."""
        order = sorted(self.pairs.items())
        best: list[list[tuple[int, int]]] = []
        for at, (written, piece) in enumerate(order):
            chain: list[tuple[int, int]] = []
            for before in range(at):
                if order[before][1] < piece and _heft(best[before], self) > _heft(chain, self):
                    chain = best[before]
            best.append([*chain, (written, piece)])
        return max(best, key=lambda c: _heft(c, self), default=[])

    def left(self, number: int) -> int:
        """Where an element's own text ends, and the marks behind it begin."""
        element = self.elements[number]
        if element.dress == "quotes" and element.name in TEXTS:
            return element.span.end
        end = element.whole.end
        return end + 1 if self.shares_period(number) else end

    def shares_period(self, number: int) -> bool:
        """Whether the period behind an element is one that its right form ends in."""
        if number not in self.pairs:
            return False
        element = self.elements[number]
        right = self.whole.pieces[self.pairs[number]].text[-1:]
        own = element.whole.of(self.text)[-1:]
        return right == "." != own and self.text[element.whole.end : element.whole.end + 1] == "."

    def right(self, number: int) -> int:
        element = self.elements[number]
        return (
            element.span.start
            if element.dress == "quotes" and element.name in TEXTS
            else element.whole.start
        )

    def holds_whole(self, number: int) -> bool:
        """Whether a title in italics may be that of a whole work within a collection (a play, a novel): the
        book that holds it is in italics too."""
        container = self.cut.element("container")
        return (
            self.cut.kind == "chapter"
            and self.elements[number].name == "title"
            and self.elements[number].dress == "italics"
            and container is not None
            and container.dress == "italics"
        )

    def begins_sentence(self, number: int) -> bool:
        """Whether an element as it is written stands behind a period, and so begins with a capital."""
        before = self.text[: self.elements[number].whole.start].rstrip(' “"‘([')
        return not before or before.rstrip('”"’)]')[-1:] in (".", "?", "!")

    def plain_mark(self, number: int) -> str:
        return self.whole.marks[number]

    def wanted_after(self, anchor: tuple[int, int], wanted: str) -> str:
        """The mark behind an element, with or without the period that belongs to both."""
        own = self.elements[anchor[0]].whole.of(self.text)[-1:]
        right = self.whole.pieces[anchor[1]].text[-1:]
        if self.elements[anchor[0]].dress == "quotes":
            return wanted
        if own == "." != right and wanted.startswith("."):
            return wanted[1:]
        return wanted

    def composed(self, first: int, last: int, *, markup: bool = False) -> str:
        """Marks and pieces from the mark before `first` up to the mark before `last`."""
        out = []
        for n in range(first, last + 1):
            mark = self.whole.marks[n] if n < len(self.whole.pieces) else ""
            out.append(escape(mark, quote=False) if markup else mark)
            if n < last:
                piece = self.whole.pieces[n]
                out.append(dressed(piece, piece.text) if markup else piece.text)
        return "".join(out)

    def is_kept(self, element: CutElement) -> bool:
        """What the pattern has no place for, and the guide nothing against."""
        if element.name in ("stray", "retrieved", "words", "isbn", *self.left_out):
            return False
        return not self._says_year_again(element)

    def _says_year_again(self, element: CutElement) -> bool:
        """A year behind the publisher that stands in its place already."""
        if element.name != "date" or not isinstance(element.value, DateValue):
            return False
        first = next(
            (self.elements[a] for a in self.pairs if self.elements[a].name == "date"), None
        )
        if first is None or first is element or not isinstance(first.value, DateValue):
            return False
        at = self.elements.index(element)
        if not at or self.elements[at - 1].name not in ("publisher", "institution", "place"):
            return False
        bare = element.value.month is None and not element.value.season
        return bare and element.value.year is not None and element.value.year == first.value.year

    def behind(self, anchor: tuple[int, int], wanted: str) -> tuple[int, str]:
        """Where the marks behind an anchor begin, and those wanted there. What closes an element whose
        dress is wrong is put right together with it."""
        start = self.left(anchor[0])
        if self.dress_right(anchor):
            return start, self.wanted_after(anchor, wanted)
        element = self.elements[anchor[0]]
        close = re.match(r"[^\s\w(\[]*", self.text[element.whole.end :])
        rest = re.sub(r"^\S*", "", wanted)
        return element.whole.end + (len(close.group()) if close else 0), rest

    def ahead(self, anchor: tuple[int, int], wanted: str) -> tuple[int, str]:
        """The same for the marks before an anchor."""
        if self.dress_right(anchor):
            return self.right(anchor[0]), wanted
        return self.elements[anchor[0]].whole.start, wanted.rstrip('“"')

    def elements_within(self, span: Span) -> Span | None:
        """From the first to the last element in a stretch."""
        inside = [e.whole for e in self.elements if span.start <= e.whole.start < span.end]
        return Span(inside[0].start, min(inside[-1].end, span.end)) if inside else None

    def dress_right(self, anchor: tuple[int, int]) -> bool:
        element, piece = self.elements[anchor[0]], self.whole.pieces[anchor[1]]
        if element.name not in TEXTS:
            return True
        return (element.dress == "quotes") == (piece.dress == "quotes") and (
            element.dress != "quotes" or self.text[element.whole.start] in '“"'
        )

    def rank_written(self, at: int) -> int:
        return sorted(self.pairs).index(at)

    def rank_expected(self, at: int) -> int:
        return sorted(self.pairs.values()).index(self.pairs[at])


def _heft(chain: list[tuple[int, int]], laid: Laid) -> float:
    """Long chains win; a date or a number is sooner out of place than a title."""
    light = ("date", "day", "pages", "numbering", "edition", "publisher", "editor", "words")
    return sum(0.9 if laid.elements[a].name in light else 1.5 for a, _ in chain)


def _same_words(words: str, wanted: str) -> bool:
    bare = words.casefold().strip(" :.")
    return bare == wanted.casefold().strip(" :.") or (
        bare.startswith("review of") and wanted.casefold().startswith("review of")
    )
