"""Writes a work by its kind's pattern: elements with their parts, and the marks between them."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace

from ..guides.kinds import Kinds, NumberForm, TextForm
from ..guides.pattern import Sequence, Slot
from ..text.calendar import SEASONS
from ..text.lexicon import is_common
from ..text.quotes import as_inner
from ..text.spans import Span
from ..works import DateValue, TextValue, Work, write_date
from .casing import case_changes
from .names import NamePart, name_parts
from .numbers import number_forms
from .title_words import Vocabulary

NAMES = frozenset(
    """author editor translator director performer interviewer host uploader illustrator
    reviewed-author container-author""".split()
)
_LABELS = frozenset(("accessed", "words", "medium", "section", "numbering"))
NUMBERS = frozenset("volume issue pages edition article volumes locator".split())
# What stands in the place of an element that the paper does not give.
GAPS = {
    "date": "[date]", "pages": "[page range]", "url": "[address]", "accessed": "[access date]",
    "container": "[container]", "number": "[number]", "medium": "[medium]", "day": "[date]",
}  # fmt: skip
_HELD = re.compile("|".join(map(re.escape, (*GAPS.values(), *(f"[{e}]" for e in (
    "author", "title", "publisher", "volume", "issue", "institution", "place", "database", "edition", "event"
))))))  # fmt: skip
# A capital in doubt is left as it is.
_SURE = 0.75
_AFTER_STRONG = ("?", "!", "…")


def holds_gap(text: str) -> bool:
    """Whether a place is held in a text for an element that the paper does not give."""
    return _HELD.search(text) is not None


@dataclass(frozen=True, slots=True)
class Piece:
    """One element as written. `texts` are the forms that are right, the best first; `parts` those of a
    list of names. `apart` are stretches of the text set against their surroundings. `gap` is a
    place held for what is missing; `lacking` are the parts of a piece that are."""

    element: str
    texts: tuple[str, ...]
    dress: str = "plain"
    parts: tuple[NamePart, ...] = ()
    apart: tuple[Span, ...] = ()
    gap: bool = False
    slot: Slot | None = None
    lacking: tuple[str, ...] = ()

    @property
    def text(self) -> str:
        return self.texts[0]


@dataclass(frozen=True, slots=True)
class Composed:
    """Elements in order, and the marks before, between and behind them (one more than elements)."""

    pieces: tuple[Piece, ...]
    marks: tuple[str, ...]

    @property
    def elements(self) -> tuple[str, ...]:
        return tuple(p.element for p in self.pieces)


@dataclass(frozen=True, slots=True)
class _Joined:
    mark: str
    piece: Piece


def compose(
    work: Work,
    pattern: Sequence,
    kinds: Kinds,
    *,
    vocabulary: Vocabulary | None = None,
    gaps: frozenset[str] = frozenset(),
    end: bool = True,
) -> Composed:
    """Write a work by a pattern. `gaps` are elements to hold a place for; without `end` the closing
    period is left to the caller."""
    writer = _Writer(work, kinds, vocabulary or Vocabulary(), gaps)
    joined, tail = writer.sequence(pattern)
    return _closed(joined, tail, kinds, end)


def _closed(joined: list[_Joined], tail: str, kinds: Kinds, end: bool) -> Composed:
    """Quotation marks set, periods not doubled, capitals after periods."""
    pieces: list[Piece] = []
    marks: list[str] = []
    for number, (item) in enumerate(joined):
        before = pieces[-1] if pieces else None
        mark = item.mark if number else item.mark.lstrip(" .,:;")
        # Words of a pattern (`In`) part two marks: both stay.
        marks.append(_between(before, mark, item.piece, kinds))
        starts = (
            number == 0 or re.search(r"[.?!][”\"]?\s[“(\[]?$", _behind(pieces, marks)) is not None
        )
        pieces.append(_capitalised(item.piece) if starts else item.piece)
    last = pieces[-1] if pieces else None
    closing = tail
    bare = last is not None and last.element in ("doi", "url", "original-date")
    if end and last is not None and (kinds.marks["end_after_address"] or not bare):
        closing = tail if tail.endswith(kinds.marks["end"]) else tail + kinds.marks["end"]
    marks.append(_between(last, closing, None, kinds))
    return Composed(tuple(pieces), tuple(marks))


def _behind(pieces: list[Piece], marks: list[str]) -> str:
    return (pieces[-1].text if pieces else "") + marks[-1]


def _between(before: Piece | None, mark: str, after: Piece | None, kinds: Kinds) -> str:
    opening, closing = kinds.marks["quotes"]
    if (
        before is not None
        and before.element == "medium"
        and before.text.endswith((" at", " the", " with"))
    ):
        mark = " "  # `Paper presented at the conference`
    if before is not None:
        stop = before.text[-1:]
        if kinds.marks["tight_colon"] and before.element == "numbering" and stop.isdigit():
            mark = ":" if mark == ": " else mark  # `6:44`, where no bracket parts them
        if mark[:1] == "." and _closes(before, kinds):
            mark = mark[1:]
        if before.dress == "quotes" and not before.gap:
            inside = mark[:1] in (".", ",") and kinds.marks["marks_inside"]
            mark = f"{mark[0]}{closing}{mark[1:]}" if inside else f"{closing}{mark}"
    if after is not None and after.dress == "quotes" and not after.gap:
        mark += opening
    return mark


def _closes(piece: Piece, kinds: Kinds) -> bool:
    """Whether a piece needs no period behind it: it ends in one, if within a quotation of its own, or in a
    mark as strong; or it is an address, which some guides put no period behind."""
    if piece.element in ("doi", "url") and not kinds.marks["end_after_address"]:
        return True
    bare = piece.text.rstrip("”’\"'")
    return piece.text[-1:] in (".", *_AFTER_STRONG) or bare[-1:] in (".", "?", "!")


def _capitalised(piece: Piece) -> Piece:
    """With a capital where a label begins a sentence (`Edited by`)."""
    labelled = piece.element in NAMES | NUMBERS | _LABELS and not piece.gap
    labelled = labelled or piece.text.partition(" ")[0] in SEASONS
    if not labelled or not piece.text[:1].islower():
        return piece
    if piece.parts and piece.parts[0].kind != "before":
        return piece
    texts = tuple(t[0].upper() + t[1:] for t in piece.texts)
    parts = piece.parts
    if parts:
        head = replace(parts[0], text=parts[0].text[0].upper() + parts[0].text[1:])
        parts = (head, *parts[1:])
    return replace(piece, texts=texts, parts=parts)


@dataclass(frozen=True)
class _Writer:
    work: Work
    kinds: Kinds
    vocabulary: Vocabulary
    gaps: frozenset[str]

    def sequence(self, pattern: Sequence) -> tuple[list[_Joined], str]:
        """The pieces of a pattern that are there, each with its mark; and the mark behind."""
        found: list[_Joined] = []
        words: _Joined | None = None
        behind = 0
        for number, (own, item) in enumerate(pattern.items):
            # The first one there takes the mark that all begin with.
            mark = own if found else pattern.items[0][0]
            if isinstance(item, Sequence):
                inner, tail = self.sequence(item)
                if not inner:
                    continue
                if words is not None:
                    found.append(words)
                    words = None
                inner[0] = replace(inner[0], mark=mark + inner[0].mark)
                found += inner
                if tail:
                    found.append(_Joined(tail, _TAIL))
                continue
            if item.words:
                words, behind = _Joined(mark, Piece("words", (item.words,))), number + 1
                continue
            piece = self.piece(item)
            if piece is None:
                continue
            if words is not None:
                found.append(words)
                words = None
                mark = own if number == behind else " "
            found.append(_Joined(mark, piece))
        tail = pattern.tail if found else ""
        return _without_tails(found), _tail_of(found) + tail

    def piece(self, slot: Slot) -> Piece | None:
        """An element in the guide's form; a placeholder; or None where it is not there."""
        element, form = slot.element, slot.form
        if element == "numbering":
            return self._numbering(slot)
        key = "date" if element == "day" else element
        value = self.work.values.get(key)
        if value is None:
            if element not in self.gaps:
                return None
            return Piece(element, (self._held(slot),), gap=True, slot=slot)
        if isinstance(value, tuple):
            names = self.kinds.names[form or element]
            parts = name_parts(value, key in self.work.more, names)
            return Piece(element, ("".join(p.text for p in parts),), parts=parts, slot=slot)
        if isinstance(value, DateValue):
            return self._date(slot, value)
        if element in NUMBERS:
            number = self.kinds.numbers.get(form or element, NumberForm())
            texts = (value.text,) if value.verbatim else number_forms(value.text, number)
            return Piece(element, texts, "italics" if number.italic else "plain", slot=slot)
        if element == "doi":
            return Piece(element, (self.kinds.addresses["doi"].format(value.text),), slot=slot)
        if element == "url":
            return Piece(element, _addresses(value.text, self.kinds.addresses["scheme"]), slot=slot)
        return self._text(slot, value)

    def _held(self, slot: Slot) -> str:
        """What stands in the place of a missing element, with its label where that is needed."""
        text = GAPS.get(slot.element, f"[{slot.element}]")
        if slot.element in ("volume", "issue"):
            return self.kinds.numbers[slot.form or slot.element].one.format(text)
        if slot.element == "accessed":
            return self.kinds.dates["accessed"].wrap.format(text)
        return text

    def _text(self, slot: Slot, value: TextValue) -> Piece:
        form = self.kinds.texts.get(slot.form or slot.element, TextForm())
        text = value.text
        if not value.verbatim:
            text = with_case(value, form.case, self.vocabulary, self.kinds.headline_from)
        if slot.element in ("publisher", "institution"):
            text = self._abbreviated(text)
        if form.dress == "quotes":
            text = as_inner(text)
        wrapped = form.wrap.format(text)
        shift = form.wrap.index("{}")
        apart = tuple(s.shifted(shift) for s in value.apart)
        return Piece(slot.element, (wrapped,), form.dress, apart=apart, slot=slot)

    def _abbreviated(self, text: str) -> str:
        for word in self.kinds.business_words:
            if text.endswith(f" {word}") and len(text.split()) > 1:
                text = re.sub(r"(?:\s(?:&|and))?[\s,]*$", "", text[: -len(word)])
        for pattern, short in self.kinds.abbreviations.items():
            match = re.search(pattern, text)
            if match is not None:
                return (
                    text[: match.start()] + short.format(**match.groupdict()) + text[match.end() :]
                )
        return text

    def _date(self, slot: Slot, value: DateValue) -> Piece | None:
        form = self.kinds.dates[slot.form or slot.element]
        if slot.form == "year":
            value = replace(
                value,
                month=None,
                day="",
                season="",
                until="" if value.month or value.season else value.until,
            )
            if value.figures:
                value = replace(value, figures=False)
        if slot.element == "day":
            if value.month is None and not value.season:
                return None
            whole = write_date(replace(value, letter=""), form.order, form.months)
            short = re.sub(r",? (?:1[4-9]|20)\d\d$", "", whole)
            return Piece("day", (whole, short), slot=slot)
        text = write_date(value, form.order, form.months)
        if not text:
            return Piece(slot.element, (GAPS["date"],), gap=True, slot=slot)
        texts: tuple[str, ...] = (form.wrap.format(text),)
        if value.until == "present" and text[-1:] in "–-":
            texts = tuple(form.wrap.format(text + end) for end in (form.ongoing, "present", ""))
        if value.circa:
            texts = tuple(
                t.replace("c. ", word, 1) for t in texts for word in ("c. ", "ca. ", "circa ")
            )
        if value.literal in ("forthcoming", "in press") and slot.form == "year":
            texts = (text.capitalize(), text)  # it stands behind a period there
        return Piece(slot.element, texts, slot=slot)

    def _numbering(self, slot: Slot) -> Piece | None:
        """Volume and issue as one piece: their order and marks are one thing."""
        unit = self.kinds.units[slot.form or "numbering"]
        joined, tail = self.sequence(unit)
        if not joined:
            return None
        first = joined[0].piece
        choices = [""]
        for number, item in enumerate(joined):
            mark = item.mark if number else ""
            choices = [c + mark + t for c in choices for t in item.piece.texts][:16]
        if tail and len(joined) == 1 and joined[0].piece.element == "volume":
            tail = ""
        if len(joined) == 1 and joined[0].piece.element == "issue":
            mark = unit.items[1][0]
            choices = [(mark if mark.strip() == "(" else "") + c for c in choices]
        texts = tuple(c + tail for c in dict.fromkeys(choices))
        gap = all(i.piece.gap for i in joined)
        dress = "plain"
        apart: tuple[Span, ...] = ()
        if first.dress == "italics":
            apart = (Span(0, len(first.text)),)
            dress = "number"
        lacking = tuple(i.piece.element for i in joined if i.piece.gap)
        return Piece("numbering", texts, dress, apart=apart, gap=gap, slot=slot, lacking=lacking)


_TAIL = Piece("", ("",))


def _without_tails(found: list[_Joined]) -> list[_Joined]:
    """Closing marks of groups put before the next piece."""
    merged: list[_Joined] = []
    held = ""
    for item in found:
        if item.piece is _TAIL:
            held += item.mark
            continue
        merged.append(replace(item, mark=held + item.mark))
        held = ""
    return merged


def _tail_of(found: list[_Joined]) -> str:
    held = ""
    for item in reversed(found):
        if item.piece is not _TAIL:
            break
        held = item.mark + held
    return held


def with_case(value: TextValue, case: str, vocabulary: Vocabulary, headline_from: int) -> str:
    """The words in the capitals that a guide wants, as far as that is sure."""
    text = value.text
    if case == "label":
        first = text.split()[0].rstrip(".") if text.split() else ""
        return (
            text[:1].lower() + text[1:]
            if first[1:].islower() and (is_common(first.rpartition("-")[2]) or first == "No")
            else text
        )
    for change in sorted(
        (c for c in case_changes(text, case, vocabulary, headline_from=headline_from, apart=value.apart,
                                 english=False if value.foreign else None) if c.confidence >= _SURE),
        key=lambda c: c.span, reverse=True,
    ):  # fmt: skip
        text = text[: change.span.start] + change.text + text[change.span.end :]
    return text


def _addresses(url: str, scheme: str) -> tuple[str, ...]:
    """The forms of an address that are right. `either` may have its scheme, `kept` and `full` have it, `bare`
    has none."""
    if scheme in ("either", "bare"):
        bare = re.sub(r"^https?://", "", url)
        return (bare, url) if scheme == "either" else (bare,)
    return (url if re.match(r"[a-z]+://", url) else f"https://{url}",)
