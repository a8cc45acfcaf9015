"""Fits the units of an entry to the pattern of a kind: which free stretch is title, container,
publisher. The fit with the most points wins; it tells the kind as well."""

from __future__ import annotations

from dataclasses import dataclass

from ..guides.kinds import KindForm, Kinds, TextForm
from ..guides.pattern import Sequence, Slot
from ..works import DateValue
from .points import cost_of_leaving, dress_points, joint, publishes, word_points
from .unit import Unit

_MOST_JOINED = 6
_FREE = frozenset(
    "title container publisher place institution event database series reviewed section number medium".split()
)
# Elements that a pattern asks for only where their own look tells them.
_TOLD = frozenset(("number", "section", "medium"))
# What a pattern cannot do without.
_REQUIRED = 3.0
_SKIP = {"needed": 0.9, "wanted": 0.4, "optional": 0.03}
_SAME = {
    "author": ("author", "by-author"),
    "container-author": ("by-author",),
    "day": ("date",),
    "date": ("date",),
    "numbering": ("numbering", "volume", "issue"),
    "volume": ("volume", "numbering"),
    "issue": ("issue", "numbering"),
    "section": ("section", "numbering"),
    "original-date": ("original-date", "date"),
}
_LEADS = frozenset(("author", "editor", "translator", "director", "host", "performer"))


@dataclass(frozen=True)
class Fit:
    """How units fit a kind. `elements` is the element of each unit; joined units have the same, and
    the number of the unit they begin with in `starts`. `titled` says that the kind has a title. `form`
    are the points of the fit alone, `score` those with what else speaks for the kind."""

    kind: str
    score: float
    elements: tuple[str, ...]
    starts: tuple[int, ...]
    titled: bool = True
    form: float = 0.0


@dataclass(frozen=True, slots=True)
class _Slot:
    element: str
    form: TextForm | None
    skip: float
    first: bool
    mark: str


class Fitter:
    """Fits one entry's units to patterns. Points of a unit in a slot are worked out once."""

    def __init__(self, text: str, units: list[Unit], kinds: Kinds, *, italics_known: bool) -> None:
        self.text = text
        self.units = units
        self.kinds = kinds
        self.italics_known = italics_known
        self.labels = [u.element for u in units]
        self._points: dict[tuple[int, int, str, str, str], float] = {}
        self._anchors = frozenset(e for e in self.labels if e)

    def rough(self, form: KindForm, pattern: Sequence) -> float:
        """A quick guess at the fit: what is there for sure, and what is missing."""
        slots = set(pattern.elements)
        there = sum(_known(e, slots) for e in self._anchors)
        foreign = sum(
            not _known(e, slots) and e not in ("words", "stray", "retrieved") for e in self._anchors
        )
        lacking = sum(
            need == "needed"
            and e not in _FREE
            and e not in self._anchors
            and not (e in ("volume", "issue") and "numbering" in self._anchors)
            for e, need in form.needs.items()
        )
        return there - 1.5 * foreign - lacking

    def fit(self, form: KindForm, pattern: Sequence) -> Fit:
        """The best assignment of units to the slots of a pattern, in order."""
        slots = _slots(form, pattern, self.kinds)
        units, count = self.units, len(self.units)
        width = len(slots)
        worst = float("-inf")
        best = [[worst] * (width + 1) for _ in range(count + 1)]
        back: list[list[tuple[int, int, str] | None]] = [
            [None] * (width + 1) for _ in range(count + 1)
        ]
        best[0][0] = 0.0
        held = "in" in pattern.words
        leave = [cost_of_leaving(u, in_pattern=held) for u in units]
        for i in range(count + 1):
            row = best[i]
            for j in range(width + 1):
                score = row[j]
                if score == worst:
                    continue
                if j < width:
                    skipped = score - slots[j].skip
                    if skipped > row[j + 1]:
                        row[j + 1] = skipped
                        back[i][j + 1] = (i, j, "")
                if i == count:
                    continue
                left = score - leave[i]
                if left > best[i + 1][j]:
                    best[i + 1][j] = left
                    back[i + 1][j] = (i, j, "")
                if j == width:
                    continue
                slot = slots[j]
                for size in range(1, min(_MOST_JOINED, count - i) + 1):
                    points = self._match(i, size, slot)
                    if points is None:
                        break
                    points += self._mark_points(i, slot)
                    if score + points > best[i + size][j + 1]:
                        best[i + size][j + 1] = score + points
                        back[i + size][j + 1] = (i, j, slot.element)
        elements = [""] * count
        starts = list(range(count))
        i, j = count, width
        while (i, j) != (0, 0):
            step = back[i][j]
            assert step is not None
            before, slot_before, element = step
            if element:
                for number in range(before, i):
                    elements[number] = element
                    starts[number] = before
            i, j = before, slot_before
        titled = form.needs.get("title", "optional") != "optional"
        score = best[count][width]
        return Fit(form.kind, score, tuple(elements), tuple(starts), titled, score)

    def _leads_on(self, at: int) -> bool:
        """Whether an address or a day of access is still to come."""
        return any(u.element in ("url", "doi", "accessed") for u in self.units[at:])

    def _is_earlier(self, at: int) -> bool:
        """A bare year with another date behind it."""
        return _is_bare_year(self.units[at]) and any(
            u.element == "date" for u in self.units[at + 1 :]
        )

    def _mark_points(self, at: int, slot: _Slot) -> float:
        """A little for the mark before a unit being the one that the pattern has before the slot."""
        if not at:
            return 0.0
        gap = self.text[self.units[at - 1].whole.end : self.units[at].whole.start].strip(' “”"')
        if not gap:
            quoted = self.units[at - 1].dress == "quotes"
            gap = self.text[self.units[at - 1].whole.end - 2] if quoted else ""
        if gap[:1] == ":" and slot.mark != ":" and not self.units[at].element:
            # What a colon parts is one title, unless it parts place and publisher.
            unit = self.units[at]
            published = slot.element == "publisher" and publishes(unit.span.of(self.text))
            return -0.1 if published else -1.5
        if not slot.mark:
            return 0.0
        if self.units[at].element or self.units[at].dress != "plain":
            return 0.35 if gap[:1] == slot.mark else -0.1
        return 0.5 if gap[:1] == slot.mark else -0.4

    def _match(self, at: int, size: int, slot: _Slot) -> float | None:
        """Points for `size` units from `at` on as one slot; None where no longer run can fit either."""
        unit = self.units[at + size - 1]
        if unit.element:
            if size > 1:
                return None
            allowed = _SAME.get(slot.element, (slot.element,))
            if unit.element not in allowed:
                return None
            if unit.element in _LEADS and slot.first and at > 0:
                return None
            if unit.element == "by-author" and slot.first:
                return None
            if slot.element in ("issue", "section") and any(
                part == "volume" for part, _ in unit.parts
            ):
                return None
            if (
                slot.element == "original-date"
                and unit.element == "date"
                and not self._is_earlier(at)
            ):
                return None
            if slot.element == "volume" and any(part == "issue" for part, _ in unit.parts):
                return 0.2  # a book has no issue
            return 2.0
        if slot.element not in _FREE:
            return None
        if slot.skip == _REQUIRED and slot.element in _TOLD:
            return None
        if slot.element == "number" and (
            size > 1 or not any(map(str.isdigit, unit.span.of(self.text)))
        ):
            return None
        if slot.element == "reviewed":
            return None  # told by `review of` alone
        if slot.element == "database" and unit.dress == "plain" and not self._leads_on(at + size):
            return None  # `Cover story.`, `Bronze relief.`: the last words say what it is
        if size > 1 and (unit.dress != "plain" or self.units[at].dress != "plain"):
            return None
        form = slot.form or TextForm()
        key = (at, size, slot.element, form.dress, form.case)
        if key not in self._points:
            self._points[key] = self._text_points(at, size, slot.element, form)
        return self._points[key]

    def _text_points(self, at: int, size: int, element: str, form: TextForm) -> float:
        first, last = self.units[at], self.units[at + size - 1]
        words = self.text[first.span.start : last.span.end]
        points = dress_points(first.dress, form.dress, element, self.italics_known)
        points += word_points(words, first, last, element)
        for number in range(at, at + size - 1):
            gap = self.text[self.units[number].span.end : self.units[number + 1].span.start]
            points -= (
                joint(gap, element)
                if element in ("title", "publisher", "container", "institution", "event", "place")
                else 0.7 + 0.9 * ("." in gap)
            )
        return points


def _is_bare_year(unit: Unit) -> bool:
    value = unit.value
    return isinstance(value, DateValue) and value.month is None and not value.literal


def _known(element: str, slots: set[str]) -> bool:
    return element in slots or any(
        element in same and slot in slots for slot, same in _SAME.items()
    )


# By identity, for patterns are long; what is kept with the slots keeps the identity taken.
_cache: dict[tuple[int, int], tuple[KindForm, Sequence, tuple[_Slot, ...]]] = {}


def _slots(form: KindForm, pattern: Sequence, kinds: Kinds) -> tuple[_Slot, ...]:
    key = (id(pattern), id(form))
    kept = _cache.get(key)
    if kept is None:
        found = tuple(
            _Slot(
                s.element,
                kinds.texts.get(s.form or s.element, TextForm()) if s.element in _FREE else None,
                _REQUIRED if s.required else _skip(form, s.element),
                number == 0,
                mark.strip()[:1],
            )
            for number, (mark, s) in enumerate(_flattened(pattern))
        )
        kept = _cache[key] = (form, pattern, found)
    return kept[2]


def _flattened(pattern: Sequence, lead: str = "") -> list[tuple[str, Slot]]:
    """The slots with the mark before each; the first of a group has the group's."""
    found: list[tuple[str, Slot]] = []
    for number, (mark, item) in enumerate(pattern.items):
        whole = (lead if number == 0 else "") + mark
        if isinstance(item, Sequence):
            found += _flattened(item, whole)
        elif not item.words:
            found.append((whole, item))
    return found


def _skip(form: KindForm, element: str) -> float:
    if element == "title" and form.needs.get("title") == "needed":
        return 2.6
    names = (
        ("volume", "issue")
        if element == "numbering"
        else ("date",)
        if element == "day"
        else (element,)
    )
    if element == "day":
        return 0.03
    if element == "place":
        return 0.2
    if element == "numbering" and form.needs.get("volume", "optional") != "optional":
        return 1.6  # hardly a journal has neither volumes nor issues
    if element == "container" and form.needs.get("container") == "needed":
        return 1.5
    return max(_SKIP.get(form.needs.get(n, "optional"), 0.4) for n in names)
