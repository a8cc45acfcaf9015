"""Lays an entry's elements against its kind's pattern and names every difference once.

Elements that stand in the pattern's order are anchors; between two of them the marks are compared,
and what is missing, too much or out of place is told. Elements are compared one by one.
"""

from __future__ import annotations

import re
from bisect import bisect_left
from collections.abc import Iterator
from dataclasses import dataclass, replace
from html import escape

from ..cutting import Cut, CutElement
from ..forms import Composed, Piece, Vocabulary, compose, patterns_for
from ..forms.compose import NAMES, dressed
from ..guides.kinds import KindForm, Kinds
from ..guides.pattern import Sequence
from ..text.spans import Span
from ..works import Group
from .marks import mark_differences
from .model import Aligned, Difference, alike
from .names import name_differences
from .texts import TEXTS, dress_difference, form_rule, text_differences

_MISSING = {
    "author": "author", "editor": "author", "director": "author", "host": "author", "title": "title",
    "container": "container", "publisher": "publisher", "date": "date", "day": "date", "pages": "pages",
    "volume": "volume", "issue": "issue", "numbering": "volume", "url": "location", "doi": "location",
    "database": "database", "accessed": "access-date", "place": "place", "edition": "edition",
    "medium": "medium", "institution": "institution", "event": "container", "reviewed": "title",
}  # fmt: skip
_SAME_ELEMENT = {
    "numbering": ("numbering", "volume", "section", "issue"), "volume": ("volume", "numbering"),
    "issue": ("issue", "numbering"), "original-date": ("original-date",),
    "section": ("section", "numbering", "volume"), "day": ("day",), "date": ("date",),
}  # fmt: skip
_KEPT = ("supplement",)
# What a work that is still to appear has not got.
_NOT_YET = ("volume", "issue", "pages", "doi", "url")
_BRACKETS = re.compile(r"[()\[\]]")


@dataclass(frozen=True)
class Checked:
    """An entry checked: its cut, the differences in reading order, the entry put right as text and with
    its italics, and its pieces side by side. `loose` counts elements that the pattern has no place for."""

    cut: Cut
    differences: tuple[Difference, ...]
    corrected: str
    markup: str
    aligned: tuple[Aligned, ...]
    loose: int = 0

    @property
    def faults(self) -> float:
        """How far the entry is from its right form: what moved counts more, what is in doubt less."""
        return sum(
            (0.5 if d.confidence < 0.75 else 1.0) * (2.5 if d.template == "moved" else 1.0)
            for d in self.differences
        )

    @property
    def weight(self) -> float:
        """How ill the pattern fits: its faults, and what it has no place for."""
        return self.faults + 2.5 * self.loose


def check_cut(
    cut: Cut,
    kinds: Kinds,
    vocabulary: Vocabulary,
    *,
    demanded: frozenset[str] = frozenset(),
    left_out: frozenset[str] = frozenset(),
) -> Checked:
    """Compare a cut entry with its guide. `demanded` and `left_out` are elements that the house asks
    for or does without. Of several patterns of the kind the one that fits best counts."""
    form = kinds.kinds.get(cut.kind)
    if form is None or not cut.elements:
        return Checked(cut, (), cut.written.text, _markup_of(cut, ()), ())
    best: Checked | None = None
    for pattern in patterns_for(cut.work, form):
        checked = _check(cut, pattern, form, kinds, vocabulary, demanded, left_out)
        if best is None or checked.weight < best.weight:
            best = checked
    assert best is not None
    return best


def check_note_cut(cut: Cut, kinds: Kinds, vocabulary: Vocabulary) -> Checked:
    """The same for a full reference in a note, by the note's patterns."""
    form = kinds.kinds.get(cut.kind)
    if form is None or not form.note or not cut.elements:
        return Checked(cut, (), cut.written.text, _markup_of(cut, ()), ())
    found = [
        _check(cut, p, form, kinds, vocabulary, frozenset(), frozenset(), noted=True)
        for p in form.note
    ]
    return min(found, key=lambda c: c.weight)


def _check(
    cut: Cut,
    pattern: Sequence,
    form: KindForm,
    kinds: Kinds,
    vocabulary: Vocabulary,
    demanded: frozenset[str],
    left_out: frozenset[str],
    *,
    noted: bool = False,
) -> Checked:
    gaps = (
        frozenset()
        if noted
        else missing_elements(cut, pattern, form) | (demanded & _lacking(cut, pattern))
    )
    plain = compose(cut.work, pattern, kinds, vocabulary=vocabulary, end=not noted)
    whole = (
        compose(cut.work, pattern, kinds, vocabulary=vocabulary, gaps=gaps, end=not noted)
        if gaps
        else plain
    )
    comparison = _Comparison(
        cut, plain, whole, kinds, vocabulary, frozenset(kinds.left_out) | left_out, noted
    )
    differences = tuple(sorted(comparison.differences(), key=lambda d: (d.span, d.rule)))
    corrected = apply(cut.written.text, differences)
    loose = sum(
        n not in comparison.pairs and e.name not in (*_KEPT, *kinds.left_out, "isbn", "stray")
        for n, e in enumerate(cut.elements)
    )
    markup = _markup_of(cut, differences)
    return Checked(cut, differences, corrected, markup, comparison.aligned(differences), loose)


def missing_elements(cut: Cut, pattern: Sequence, form: KindForm) -> frozenset[str]:
    """Elements that this kind needs, has a place for in the pattern, and that are not there."""
    have = set(cut.work.values)
    slots = {s.element for s in pattern.slots()}
    if "numbering" in slots:
        slots |= {"volume", "issue"}
    if "day" in slots:
        slots.add("date")
    found = set()
    for element, need in form.needs.items():
        if element in have or element not in slots:
            continue
        if element == "publisher" and _is_group(cut):
            continue  # who wrote it, published it
        date = cut.work.date()
        if date is not None and date.literal in ("in press", "forthcoming") and element in _NOT_YET:
            continue
        if need == "needed" or (need.startswith("without ") and not have & set(need.split()[1:])) or (need == "wanted" and element == "issue" and "volume" in have):
            found.add(element)
    return frozenset(found)


def _is_group(cut: Cut) -> bool:
    names = cut.work.names("author")
    return bool(names) and all(isinstance(n, Group) for n in names)


def _lacking(cut: Cut, pattern: Sequence) -> frozenset[str]:
    return frozenset(s.element for s in pattern.slots()) - cut.work.values.keys()


def apply(text: str, differences: tuple[Difference, ...]) -> str:
    """The text with every difference put right, the widest first; those within are then right too."""
    for difference in reversed(outermost(differences)):
        span = difference.span
        text = text[: span.start] + (difference.expected or "") + text[span.end :]
    return text


def outermost(differences: tuple[Difference, ...]) -> list[Difference]:
    """Differences that lie within no other, in order."""
    kept: list[Difference] = []
    fixable = [d for d in differences if d.expected is not None]
    for difference in sorted(
        fixable, key=lambda d: (-len(d.span), -len(d.expected or ""), d.span, d.rule)
    ):
        if not any(_clash(difference.span, other.span) for other in kept):
            kept.append(difference)
    return sorted(kept, key=lambda d: d.span)


def _clash(one: Span, other: Span) -> bool:
    return (
        one.overlaps(other)
        or (
            other.start <= one.start
            and one.end <= other.end
            and len(one) + len(other) > 0
            and other.start < one.start < other.end
        )
        or one == other
    )


def _markup_of(cut: Cut, differences: tuple[Difference, ...]) -> str:
    written = cut.written
    pieces: list[str] = []
    at = 0
    for difference in outermost(differences):
        pieces.append(_italic_markup(written.text, written.italic, at, difference.span.start))
        pieces.append(difference.markup or escape(difference.expected or "", quote=False))
        at = difference.span.end
    pieces.append(_italic_markup(written.text, written.italic, at, len(written.text)))
    return "".join(pieces).replace("</i><i>", "").replace("</i> <i>", " ")


def _italic_markup(text: str, italic: tuple[bool, ...], start: int, end: int) -> str:
    out: list[str] = []
    at = start
    while at < end:
        stop = at
        while stop < end and italic[stop] == italic[at]:
            stop += 1
        words = escape(text[at:stop], quote=False)
        out.append(f"<i>{words}</i>" if italic[at] and words.strip() else words)
        at = stop
    return "".join(out)


class _Comparison:
    """One entry against one pattern. `plain` is the entry composed of what is there, `whole` with
    gaps for what is missing."""

    def __init__(
        self, cut: Cut, plain: Composed, whole: Composed, kinds: Kinds, vocabulary: Vocabulary,
        left_out: frozenset[str], noted: bool,
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
        self.pairs = self._pair()
        self.anchors = self._anchors()
        self.states: dict[int, str] = {}

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
        return end + 1 if self._shares_period(number) else end

    def _shares_period(self, number: int) -> bool:
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

    def differences(self) -> Iterator[Difference]:
        if not self.anchors:
            return
        regions = self._moved_regions()
        for number, (at, piece) in enumerate(self.anchors):
            yield from self._element(at, piece)
            if number and not any(a <= number <= b for a, b, _ in regions):
                yield from self._gap(self.anchors[number - 1], (at, piece))
        yield from self._start(regions)
        if not any(b == len(self.anchors) for _, b, _ in regions):
            yield from self._end()
        for first, last, moved in regions:
            yield from self._moved(first, last, moved)
        for at, piece in self.pairs.items():
            if (at, piece) not in self.anchors:
                yield from self._element(at, piece)
        yield from self._spaces()

    # Elements

    def _element(self, at: int, number: int) -> Iterator[Difference]:
        """Differences of one element. A period that both the element and the mark behind it end in
        stands once: where only one of the two forms has it, it goes with the element."""
        element, piece = self.elements[at], self.whole.pieces[number]
        own, right = element.whole.of(self.text)[-1:], piece.text[-1:]
        for difference in self._own_differences(at, number):
            if difference.expected is None or difference.span.end != element.whole.end or piece.gap:
                yield difference
            elif self._shares_period(at):
                longer = replace(
                    difference, span=Span(difference.span.start, difference.span.end + 1)
                )
                if longer.span.of(self.text) != longer.expected:
                    yield longer
            elif own == "." != right and self._plain_mark(number + 1).startswith("."):
                dot = replace(difference, expected=f"{difference.expected}.")
                yield replace(dot, markup=f"{dot.markup}." if dot.markup else "")
            else:
                yield difference

    def _plain_mark(self, number: int) -> str:
        return self.whole.marks[number]

    def _wanted_after(self, anchor: tuple[int, int], wanted: str) -> str:
        """The mark behind an element, with or without the period that belongs to both."""
        own = self.elements[anchor[0]].whole.of(self.text)[-1:]
        right = self.whole.pieces[anchor[1]].text[-1:]
        if self.elements[anchor[0]].dress == "quotes":
            return wanted
        if own == "." != right and wanted.startswith("."):
            return wanted[1:]
        return wanted

    def _own_differences(self, at: int, number: int) -> Iterator[Difference]:
        element, piece = self.elements[at], self.whole.pieces[number]
        if piece.element == "words":
            return
        if piece.gap and element.value is None:
            yield self._missing_one(piece, element.whole, element.whole.of(self.text))
            return
        if piece.parts and piece.element in NAMES and isinstance(element.value, tuple):
            if self.cut.repeated and at == 0:
                return
            yield from name_differences(
                self.text,
                element.whole,
                element.span,
                element.value,
                piece.parts,
                piece.element,
                self._words_before(piece),
            )
            return
        yield from text_differences(
            self.written,
            element,
            piece,
            self.kinds,
            self.vocabulary,
            in_quotes=element.dress == "quotes",
        )
        if piece.gap:
            return
        better = piece.text
        dress = dress_difference(
            self.written,
            element,
            piece,
            self.whole.marks[number],
            self.whole.marks[number + 1],
            text=better,
        )
        if dress is not None:
            yield dress

    def _words_before(self, piece: Piece) -> tuple[str, ...]:
        slot = piece.slot
        form = self.kinds.names.get(slot.form or slot.element) if slot is not None else None
        return form.others if form is not None else ()

    # Between anchors

    def _gap(self, one: tuple[int, int], other: tuple[int, int]) -> Iterator[Difference]:
        if self.left(one[0]) > self.right(other[0]):
            return
        between = self.elements[one[0] + 1 : other[0]]
        lacking = range(one[1] + 1, other[1])
        if any(e.name in _KEPT or self._is_kept(e) for e in between):
            self._note_kept(one[0] + 1, other[0])
            yield from self._missing(lacking, None)
            return
        wanted = "".join(
            self.whole.marks[n] + (self.whole.pieces[n].text if n < other[1] else "")
            for n in range(one[1] + 1, other[1] + 1)
        )
        start, wanted = self._behind(one, wanted)
        stop, wanted = self._ahead(other, wanted)
        if start > stop:
            return
        following = self.whole.pieces[other[1]]
        words = self.elements[other[0]].whole
        if following.element == "words" and words.of(self.text) != following.text:
            stop, wanted = words.end, wanted + following.text  # `in` for `In`
        span = Span(start, stop)
        if between:
            yield from self._extra(between, span, wanted, lacking)
            return
        if lacking:
            yield from self._missing(lacking, (span, wanted))
            return
        bracket = self._brackets(one, other, span, wanted)
        if bracket is not None:
            yield from bracket
            return
        yield from mark_differences(self.text, span, wanted, self.whole.pieces[other[1]].element)

    def _brackets(
        self, one: tuple[int, int], other: tuple[int, int], span: Span, wanted: str
    ) -> list[Difference] | None:
        """Brackets that stand round an element and should not, or the reverse, are its form."""
        words = span.of(self.text)
        said = "".join(_BRACKETS.findall(words))
        right = "".join(_BRACKETS.findall(wanted))
        if said == right or alike(words, wanted):
            return None
        opens = said.count("(") + said.count("[") != right.count("(") + right.count("[")
        number = self.anchors.index(other if opens else one)
        at, piece = self.anchors[number]
        element = self.whole.pieces[piece].element
        if element not in (
            "date",
            "pages",
            "edition",
            "original-date",
            "numbering",
            "volume",
            "number",
            "editor",
            "translator",
        ):
            return None
        if not opens:
            return []  # told with the opening bracket
        return [self._bracketed(number, element)]

    def _bracketed(self, number: int, element: str) -> Difference:
        """The element with the marks on both its sides."""
        at, piece = self.anchors[number]
        before = self.anchors[number - 1] if number else None
        after = self.anchors[number + 1] if number + 1 < len(self.anchors) else None
        first = before[1] + 1 if before else piece
        last = after[1] if after else len(self.whole.pieces)
        wanted = self._composed(first, last)
        markup = self._composed(first, last, markup=True)
        if after is None:
            wanted += self.whole.marks[-1]
            markup += self.whole.marks[-1]
        start = self.right(at)
        if before:
            start, wanted = self._behind(before, wanted)
            _, markup = self._behind(before, markup)
        stop = len(self.text)
        if after:
            stop, wanted = self._ahead(after, wanted)
            _, markup = self._ahead(after, markup)
        span = Span(start, max(start, stop))
        span, wanted, markup = _trimmed(self.text, span, wanted, markup)
        words = self.elements[at].whole.of(self.text)
        holes = (("found", span.of(self.text).strip()), ("right", wanted.strip()))
        return (
            Difference(form_rule(element), span, wanted, markup, element, holes=holes)
            if words
            else Difference(form_rule(element), span, wanted, markup, element)
        )

    def _composed(self, first: int, last: int, *, markup: bool = False) -> str:
        """Marks and pieces from the mark before `first` up to the mark before `last`."""
        out = []
        for n in range(first, last + 1):
            mark = self.whole.marks[n] if n < len(self.whole.pieces) else ""
            out.append(escape(mark, quote=False) if markup else mark)
            if n < last:
                piece = self.whole.pieces[n]
                out.append(dressed(piece, piece.text) if markup else piece.text)
        return "".join(out)

    def _missing(self, lacking: range, place: tuple[Span, str] | None) -> Iterator[Difference]:
        pieces = [(n, self.whole.pieces[n]) for n in lacking if n not in self.pairs.values()]
        for count, (_number, piece) in enumerate(pieces):
            span, wanted = place if place is not None else (Span(0, 0), "")
            expected: str | None = wanted if place is not None else None
            if count and place is not None:
                # Several at one place: the first one's text has them all.
                pass
            yield self._missing_one(piece, span, expected)

    def _missing_one(self, piece: Piece, span: Span, expected: str | None) -> Difference:
        element = piece.element
        if piece.gap:
            if element == "numbering":
                element = "volume" if "volume" not in self.cut.work.values else "issue"
            rule = f"entry-missing-{_MISSING.get(element, 'title')}"
            holes = (("element", element),)
            return Difference(rule, span, expected, "", element, "missing", holes)
        rule = "entry-date-position" if element in ("date", "day") else "entry-edition-form"
        if element == "words":
            rule = "entry-edition-form"
        return Difference(
            rule, span, expected, "", element, holes=(("found", "nothing"), ("right", piece.text))
        )

    def _extra(
        self, between: tuple[CutElement, ...], span: Span, wanted: str, lacking: range
    ) -> Iterator[Difference]:
        first = between[0]
        rule = "entry-stray" if all(e.name == "stray" for e in between) else "entry-element-extra"
        found = first.whole.of(self.text)
        place, expected, _ = _trimmed(self.text, span, wanted, "")
        yield Difference(
            rule, place, expected, "", first.name, template=_extra_template(first.name),
            holes=(("found", found), ("element", first.name)),
        )  # fmt: skip
        yield from (
            replace(d, span=place, expected=expected)
            for d in self._missing(lacking, (span, wanted))
        )

    def _is_kept(self, element: CutElement) -> bool:
        """What the pattern has no place for, and the guide nothing against."""
        if element.name in ("stray", "retrieved", "words") or element.name in self.left_out:
            return False
        return True

    def _note_kept(self, start: int, stop: int) -> None:
        for at in range(start, stop):
            self.states[at] = "kept"

    def _behind(self, anchor: tuple[int, int], wanted: str) -> tuple[int, str]:
        """Where the marks behind an anchor begin, and those wanted there. What closes an element whose
        dress is wrong is put right together with it."""
        start = self.left(anchor[0])
        if self._dress_right(anchor):
            return start, self._wanted_after(anchor, wanted)
        element = self.elements[anchor[0]]
        close = re.match(r"[^\s\w(\[]*", self.text[element.whole.end :])
        rest = re.sub(r"^\S*", "", wanted)
        return element.whole.end + (len(close.group()) if close else 0), rest

    def _ahead(self, anchor: tuple[int, int], wanted: str) -> tuple[int, str]:
        """The same for the marks before an anchor."""
        if self._dress_right(anchor):
            return self.right(anchor[0]), wanted
        return self.elements[anchor[0]].whole.start, wanted.rstrip('“"')

    def _dress_right(self, anchor: tuple[int, int]) -> bool:
        element, piece = self.elements[anchor[0]], self.whole.pieces[anchor[1]]
        if element.name not in TEXTS:
            return True
        return (element.dress == "quotes") == (piece.dress == "quotes") and (
            element.dress != "quotes" or self.text[element.whole.start] in '“"'
        )

    # The ends

    def _start(self, regions: list[tuple[int, int, list[int]]]) -> Iterator[Difference]:
        at, piece = self.anchors[0]
        if piece == 0 or any(a == 0 for a, _, _ in regions):
            return
        lacking = range(piece)
        if any(self._is_kept(e) for e in self.elements[:at]):
            yield from self._missing(lacking, None)
            return
        span = Span(0, self.right(at))
        wanted = self._composed(0, piece)
        if at and not lacking:
            yield from self._extra(self.elements[:at], span, wanted, lacking)
            return
        yield from self._missing(
            lacking,
            (self._widened(span, at), wanted + self.text[span.end : self._widened(span, at).end]),
        )

    def _widened(self, span: Span, at: int) -> Span:
        """A place at the very beginning, widened to the first word."""
        if len(span):
            return span
        match = re.compile(r"\S+").match(self.text, span.end)
        return Span(span.start, match.end()) if match else span

    def _end(self) -> Iterator[Difference]:
        at, piece = self.anchors[-1]
        between = self.elements[at + 1 :]
        lacking = range(piece + 1, len(self.whole.pieces))
        if any(self._is_kept(e) for e in between):
            self._note_kept(at + 1, len(self.elements))
            yield from self._missing(lacking, None)
            yield from self._kept_end()
            return
        wanted = self._composed(piece + 1, len(self.whole.pieces)) + self.whole.marks[-1]
        start, wanted = self._behind(self.anchors[-1], wanted)
        span = Span(start, len(self.text))
        if between:
            yield from self._extra(between, span, wanted, lacking)
            return
        if lacking:
            yield from self._missing(
                lacking, (_seen(span), self.text[_seen(span).start : span.start] + wanted)
            )
            return
        if self.noted:
            return
        words = span.of(self.text)
        if alike(words, wanted):
            return
        yield _end_difference(self.text, span, wanted)

    def _kept_end(self) -> Iterator[Difference]:
        """An entry that ends in something of its own still closes with a period."""
        if self.noted or not self.kinds.marks["end_after_address"]:
            return
        if not re.search(r"[.?!][”\"’)\]]?$", self.text):
            span = Span(max(0, len(self.text) - 1), len(self.text))
            yield (
                _end_difference(self.text, Span(len(self.text), len(self.text)), ".")
                if span
                else _end_difference(self.text, span, ".")
            )

    # Out of place

    def _moved_regions(self) -> list[tuple[int, int, list[int]]]:
        """Runs of gaps (by the anchor behind them) that an element out of place touches."""
        places = [a for a, _ in self.anchors]
        pieces = [p for _, p in self.anchors]
        found: list[tuple[int, int, list[int]]] = []
        for at, piece in self.pairs.items():
            if (at, piece) in self.anchors:
                continue
            one, other = bisect_left(places, at), bisect_left(pieces, piece)
            first, last = min(one, other), max(one, other)
            for region in [r for r in found if r[0] <= last and first <= r[1]]:
                found.remove(region)
                first, last = min(first, region[0]), max(last, region[1])
                at_list = region[2]
                found.append((first, last, [*at_list, at]))
                break
            else:
                found.append((first, last, [at]))
        return found

    def _moved(self, first: int, last: int, moved: list[int]) -> Iterator[Difference]:
        begin = self.anchors[first - 1] if first else None
        close = self.anchors[last] if last < len(self.anchors) else None
        span = Span(
            self.left(begin[0]) if begin else 0, self.right(close[0]) if close else len(self.text)
        )
        inside = [
            e for n, e in enumerate(self.elements)
            if span.start <= e.span.start < span.end and n not in self.pairs
        ]  # fmt: skip
        names = [self.elements[m].name for m in moved]
        far = all(abs(self._rank_written(m) - self._rank_expected(m)) > 1 for m in moved)
        dated = far and all(n in ("date", "day") for n in names)
        rule = "entry-date-position" if dated else "entry-element-order"
        element = self.elements[moved[0]]
        holes = (("found", element.whole.of(self.text)), ("element", element.name))
        if any(e.name in _KEPT or self._is_kept(e) for e in inside):
            yield Difference(rule, element.whole, None, "", element.name, "moved", holes, 0.7)
            return
        start = begin[1] + 1 if begin else 0
        stop = close[1] if close else len(self.whole.pieces)
        wanted = self._composed(start, stop) + ("" if close else self.whole.marks[-1])
        markup = self._composed(start, stop, markup=True) + ("" if close else self.whole.marks[-1])
        first_at, last_at = span.start, span.end
        if begin:
            first_at, wanted = self._behind(begin, wanted)
            _, markup = self._behind(begin, markup)
        if close:
            last_at, wanted = self._ahead(close, wanted)
            _, markup = self._ahead(close, markup)
        place, wanted, markup = _trimmed(
            self.text, Span(first_at, max(first_at, last_at)), wanted, markup
        )
        yield Difference(rule, place, wanted, markup, element.name, "moved", holes)

    def _rank_written(self, at: int) -> int:
        return sorted(self.pairs).index(at)

    def _rank_expected(self, at: int) -> int:
        return sorted(self.pairs.values()).index(self.pairs[at])

    # Spaces

    def _spaces(self) -> Iterator[Difference]:
        """Spaces doubled within the entry's own text (line breaks and tabs are another rule's)."""
        origin = self.written.flat.origin
        for at, character in enumerate(self.text):
            if character == " " and at + 1 < len(origin) and self.written.doubled(at):
                yield Difference("entry-spacing", Span(at, at + 1), " ", "", "", "doubled")

    def aligned(self, differences: tuple[Difference, ...]) -> tuple[Aligned, ...]:
        """The pieces for the bench, in the order expected; what has no place there behind."""
        rows: list[Aligned] = []
        by_piece = {p: a for a, p in self.pairs.items()}
        anchored = dict(self.anchors)
        for number, piece in enumerate(self.whole.pieces):
            at = by_piece.get(number)
            if at is None:
                rules = tuple(
                    d.rule
                    for d in differences
                    if d.element == piece.element and d.template == "missing"
                )
                rows.append(Aligned(piece.element, "", piece.text, "missing", piece.dress, rules))
                continue
            element = self.elements[at]
            own = tuple(
                dict.fromkeys(
                    d.rule
                    for d in differences
                    if d.element == piece.element and d.span.overlaps(element.whole)
                )
            )
            state = "moved" if at not in anchored else ("differs" if own else "same")
            rows.append(
                Aligned(
                    piece.element, element.whole.of(self.text), piece.text, state, piece.dress, own
                )
            )
        for at, element in enumerate(self.elements):
            if at not in self.pairs:
                kept = self._is_kept(element)
                state = "kept" if kept else "extra"
                rows.append(
                    Aligned(element.name, element.whole.of(self.text), "", state, element.dress)
                )
        return tuple(rows)


def _heft(chain: list[tuple[int, int]], comparison: _Comparison) -> float:
    """Long chains win; a date or a number is sooner out of place than a title."""
    light = ("date", "day", "pages", "numbering", "edition", "publisher", "editor", "words")
    return sum(0.9 if comparison.elements[a].name in light else 1.5 for a, _ in chain)


def _same_words(words: str, wanted: str) -> bool:
    bare = words.casefold().strip(" :.")
    return bare == wanted.casefold().strip(" :.") or (
        bare.startswith("review of") and wanted.casefold().startswith("review of")
    )


def _trimmed(text: str, span: Span, wanted: str, markup: str) -> tuple[Span, str, str]:
    """A change without what both have in common at the ends; markup as long as that is plain."""
    words = span.of(text)
    head = 0
    while (
        head < min(len(words), len(wanted))
        and words[head] == wanted[head]
        and not words[head].isalnum()
    ):
        head += 1
    tail = 0
    room = min(len(words), len(wanted)) - head
    while tail < room and words[-1 - tail] == wanted[-1 - tail] and not words[-1 - tail].isalnum():
        tail += 1
    if head == len(words) - tail:  # nothing would be left to point at
        tail = max(0, tail - 1) if tail else 0
        head = max(0, head - 1) if not tail and head else head
    cut = Span(span.start + head, span.end - tail)
    shorter = wanted[head : len(wanted) - tail]
    if markup:
        markup = _shortened(markup, head, tail)
    return cut, shorter, markup


def _shortened(markup: str, head: int, tail: int) -> str:
    """Markup without so many characters at its ends, where no italics begin or end there."""
    lead = markup[:head]
    rest = markup[len(markup) - tail :] if tail else ""
    if "<" in lead or "&" in lead or ">" in rest or ";" in rest:
        return markup
    return markup[head : len(markup) - tail]


def _extra_template(element: str) -> str:
    return {
        "place": "place",
        "retrieved": "retrieved",
        "stray": "stray",
        "database": "database",
    }.get(element, "extra")


def _seen(span: Span) -> Span:
    return span if len(span) or not span.start else Span(span.start - 1, span.end)


def _end_difference(text: str, span: Span, wanted: str) -> Difference:
    words = span.of(text)
    place = _seen(span)
    expected = text[place.start : span.start] + wanted
    template = (
        "missing"
        if wanted.strip('”"') and not words.strip('”" ')
        else "extra"
        if not wanted
        else "differs"
    )
    return Difference(
        "entry-end-period", place, expected, "", "", template, (("found", words), ("right", wanted))
    )
