"""Checks a cut entry against its guide: of the patterns of its kind, the one that it fits best."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from ..cutting import Cut
from ..forms import Vocabulary, compose, is_meant, patterns_for
from ..guides.kinds import KindForm, Kinds
from ..guides.pattern import Sequence, arranged
from ..text.names import PersonName
from ..text.spans import Span
from ..works import Group, Work
from .elements import element_differences
from .gaps import end_differences, gap_differences, start_differences
from .laid import Laid
from .markup import markup_of
from .model import KEPT, Aligned, Difference, outermost
from .moved import moved_differences, moved_regions
from .rows import rows_of
from .sure import with_doubt

_STRAIGHT = str.maketrans("“”‘’", "\"\"''")
# What a work that is still to appear has not got.
_NOT_YET = ("volume", "issue", "pages", "doi", "url")


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
        """How ill the pattern fits: its faults, what would have to move, and what it has no place for."""
        moved = sum(d.template == "moved" for d in self.differences)
        return self.faults + moved + 2.5 * self.loose


def check_cut(
    cut: Cut,
    kinds: Kinds,
    vocabulary: Vocabulary,
    *,
    demanded: frozenset[str] = frozenset(),
    left_out: frozenset[str] = frozenset(),
    waived: frozenset[str] = frozenset(),
    strict_dashes: bool = False,
) -> Checked:
    """Compare a cut entry with its guide. `demanded` and `left_out` are elements that the house asks
    for or does without; `waived` are missed by nobody; with `strict_dashes` a hyphen is no dash of a range.
    Of several patterns of the kind the one that fits best counts."""
    form = kinds.kinds.get(cut.kind)
    if form is None or not cut.elements:
        return Checked(cut, (), cut.written.text, markup_of(cut, ()), ())
    best: Checked | None = None
    order = tuple(e.name for e in cut.elements)
    for any_order in patterns_for(_without(cut.work, left_out), form, order[0]):
        pattern = arranged(any_order, order)
        checked = _check(
            cut,
            pattern,
            form,
            kinds,
            vocabulary,
            demanded,
            left_out,
            waived,
            strict_dashes=strict_dashes,
        )
        if best is None or checked.weight < best.weight:
            best = checked
    assert best is not None
    return best


def check_note_cut(
    cut: Cut, kinds: Kinds, vocabulary: Vocabulary, *, strict_dashes: bool = False
) -> Checked:
    """The same for a full reference in a note, by the note's patterns."""
    form = kinds.kinds.get(cut.kind)
    if form is None or not form.note or not cut.elements:
        return Checked(cut, (), cut.written.text, markup_of(cut, ()), ())
    found = [
        _check(
            cut,
            arranged(p, tuple(e.name for e in cut.elements)),
            form,
            kinds,
            vocabulary,
            frozenset(),
            frozenset(),
            noted=True,
            strict_dashes=strict_dashes,
        )
        for p in form.note
        if is_meant(p, cut.work)
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
    waived: frozenset[str] = frozenset(),
    *,
    noted: bool = False,
    strict_dashes: bool = False,
) -> Checked:
    gaps = (
        frozenset()
        if noted
        else (missing_elements(cut, pattern, form) - waived) | (demanded & _lacking(cut, pattern))
    )
    work = _without(cut.work, left_out)
    plain = compose(work, pattern, kinds, vocabulary=vocabulary, end=not noted)
    whole = (
        compose(work, pattern, kinds, vocabulary=vocabulary, gaps=gaps, end=not noted)
        if gaps
        else plain
    )
    out = frozenset(kinds.left_out) | left_out
    laid = Laid(cut, plain, whole, kinds, vocabulary, out, noted, strict_dashes)
    found = with_doubt(cut, _once(_differences(laid)))
    differences = _in_its_marks(cut.written.text, found)
    corrected = apply(cut.written.text, differences)
    loose = sum(
        n not in laid.pairs and e.name not in (*KEPT, *laid.left_out, "isbn", "stray")
        for n, e in enumerate(cut.elements)
    )
    markup = markup_of(cut, differences)
    return Checked(cut, differences, corrected, markup, rows_of(laid, differences), loose)


def _in_its_marks(text: str, differences: tuple[Difference, ...]) -> tuple[Difference, ...]:
    """In an entry typed with straight quotation marks, those that are put in are straight too."""
    if not any(c in text for c in "\"'") or any(c in text for c in "“”‘’"):
        return differences
    return tuple(
        replace(
            d,
            expected=d.expected.translate(_STRAIGHT) if d.expected is not None else None,
            markup=d.markup.translate(_STRAIGHT),
        )
        for d in differences
    )


def _without(work: Work, elements: frozenset[str]) -> Work:
    return replace(work, values={k: v for k, v in work.values.items() if k not in elements})


def missing_elements(cut: Cut, pattern: Sequence, form: KindForm) -> frozenset[str]:
    """Elements that this kind needs, has a place for in the pattern, and that are not there."""
    if _is_cross_reference(cut):
        return frozenset()
    have = set(cut.work.values)
    slots = set(pattern.elements)
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
        if element == "pages" and _is_whole_issue(cut):
            continue
        if element == "place" and cut.work.text("publisher") == "n.p.":
            continue
        date = cut.work.date()
        if element in ("volume", "issue") and _is_ahead(cut):
            continue
        if (
            element == "publisher"
            and "place" in have
            and date is not None
            and (date.year or _OLD) < _OLD
        ):
            continue  # of old books the place is enough
        if date is not None and date.literal in ("in press", "forthcoming") and element in _NOT_YET:
            continue
        replaced = need.startswith("without ") and bool(have & set(need.split()[1:]))
        unfit = need == "optional" or (
            need == "wanted" and not (element == "issue" and "volume" in have)
        )
        if not replaced and not unfit:
            found.add(element)
    return frozenset(found)


def _is_cross_reference(cut: Cut) -> bool:
    """`In Hale, *Kellmoor Voices*, 12–19`: another entry has the rest."""
    named = cut.work.names("container-author")
    return bool(named) and all(isinstance(n, PersonName) and not n.given for n in named)


# Before this year no guide asks who printed a book.
_OLD = 1900


def _is_ahead(cut: Cut) -> bool:
    """An article on the web before its issue, or of a journal that has none: its DOI is all it has."""
    have = cut.work.values.keys()
    return "doi" in have and not have & {"volume", "issue", "pages", "article"}


def _is_whole_issue(cut: Cut) -> bool:
    """A special issue has no pages of its own: its editor leads, or it says so."""
    lead = cut.elements[0].name if cut.elements else ""
    return lead == "editor" or "issue" in cut.work.text("medium").casefold()


def _is_group(cut: Cut) -> bool:
    names = cut.work.names("author")
    return bool(names) and all(isinstance(n, Group) for n in names)


def _lacking(cut: Cut, pattern: Sequence) -> frozenset[str]:
    return pattern.elements - cut.work.values.keys()


def apply(text: str, differences: tuple[Difference, ...]) -> str:
    """The text with every difference put right, the widest first; those within are then right too."""
    for difference in reversed(outermost(differences)):
        span = difference.span
        text = text[: span.start] + (difference.expected or "") + text[span.end :]
    return text


def _once(differences: Iterator[Difference]) -> tuple[Difference, ...]:
    """In order; of two of one rule at one place the one that puts more right."""
    best: dict[tuple[str, Span], Difference] = {}
    for difference in differences:
        key = (difference.rule, difference.span)
        old = best.get(key)
        if old is None or len(difference.expected or "") > len(old.expected or ""):
            best[key] = difference
    return tuple(sorted(best.values(), key=lambda d: (d.span, d.rule)))


def _differences(laid: Laid) -> Iterator[Difference]:
    """Every difference once: of elements, between them, of what is out of place."""
    if not laid.anchors:
        return
    regions = moved_regions(laid)
    laid.covered = frozenset(n for first, last, _ in regions for n in range(first, last + 1))
    for number, (at, piece) in enumerate(laid.anchors):
        yield from element_differences(laid, at, piece)
        if number and number not in laid.covered:
            yield from gap_differences(laid, laid.anchors[number - 1], (at, piece))
    yield from start_differences(laid, regions)
    if len(laid.anchors) not in laid.covered:
        yield from end_differences(laid)
    for first, last, moved in regions:
        yield from moved_differences(laid, first, last, moved)
    for at, piece in laid.pairs.items():
        if (at, piece) not in laid.anchors:
            yield from element_differences(laid, at, piece)
    yield from _doubled_spaces(laid)


def _doubled_spaces(laid: Laid) -> Iterator[Difference]:
    """Spaces doubled within the entry (line breaks and tabs are another rule's)."""
    for at, character in enumerate(laid.text):
        if character == " " and laid.written.doubled(at):
            yield Difference("entry-spacing", Span(at, at + 1), " ", "", "", "doubled")
