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
# Units that no pattern needs a place for.
_PASSED_OVER = frozenset(("words", "stray", "retrieved"))
_NUMBERED = ("volume", "issue")
_WORST = float("-inf")
_SKIPPED, _LEFT = 0, -1
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


@dataclass(frozen=True, slots=True, eq=False)
class _Slot:
    element: str
    form: TextForm | None
    skip: float
    first: bool
    mark: str
    allowed: frozenset[str]
    alike: int
    """The same for slots that the same stretches fit equally well."""


class Fitter:
    """Fits one entry's units to patterns. Points of a unit in a slot are worked out once."""

    def __init__(self, text: str, units: list[Unit], kinds: Kinds, *, italics_known: bool) -> None:
        self.text = text
        self.units = units
        self.kinds = kinds
        self.italics_known = italics_known
        self.labels = [u.element for u in units]
        self._points: dict[tuple[int, int, str, str, str], float] = {}
        self._found: dict[int, list[tuple[int, list[float]]]] = {}
        # What leaving each unit costs, where the pattern has the word "in" and where not; nothing at the end.
        self._leaving = [
            [*(cost_of_leaving(u, in_pattern=held) for u in units), 0.0] for held in (False, True)
        ]
        self._anchors = frozenset(e for e in self.labels if e)
        self._strange = self._anchors - _PASSED_OVER
        self._answered = self._anchors | (
            frozenset(_NUMBERED if "numbering" in self._anchors else ())
        )
        self._there = frozenset(self.labels)

    def rough(self, form: KindForm, pattern: Sequence) -> float:
        """A quick guess at the fit: what is there for sure, and what is missing."""
        prepared = _prepared(form, pattern, self.kinds)
        there = len(self._anchors & prepared.places)
        foreign = len(self._strange - prepared.places)
        return there - 1.5 * foreign - len(prepared.asked - self._answered)

    def fit(self, form: KindForm, pattern: Sequence) -> Fit:
        """The best assignment of units to the slots of a pattern, in order."""
        prepared = _prepared(form, pattern, self.kinds)
        # Slots that nothing here can fill are passed over from the first.
        slots = [s for s in prepared.slots if not s.allowed.isdisjoint(self._there)]
        leave = self._leaving["in" in pattern.words]
        # The most points with so many units placed, slot by slot; beside it how the last one was got: how many
        # units went to the slot, or whether it was passed over or a unit left.
        column = [sum(s.skip for s in slots) - prepared.skips]
        for cost in leave[:-1]:
            column.append(column[-1] - cost)
        steps: list[list[int]] = []
        for slot in slots:
            placed = [_WORST] * len(column)
            step = [_LEFT] * len(column)
            for at, run in self._runs(slot):
                before = column[at]
                for size, points in enumerate(run, start=1):
                    if before + points > placed[at + size]:
                        placed[at + size] = before + points
                        step[at + size] = size
            skip, left = slot.skip, _WORST
            for number, before in enumerate(column):
                score = placed[number]
                if left > score:
                    score, step[number] = left, _LEFT
                if before - skip > score:
                    score, step[number] = before - skip, _SKIPPED
                placed[number] = score
                left = score - leave[number]
            column = placed
            steps.append(step)
        return self._read_back(form, column[-1], slots, steps)

    def _read_back(
        self, form: KindForm, score: float, slots: list[_Slot], steps: list[list[int]]
    ) -> Fit:
        count = len(self.units)
        elements = [""] * count
        starts = list(range(count))
        i, j = count, len(slots)
        while i and j:
            step = steps[j - 1][i]
            if step == _LEFT:
                i -= 1
            elif step == _SKIPPED:
                j -= 1
            else:
                elements[i - step : i] = [slots[j - 1].element] * step
                starts[i - step : i] = [i - step] * step
                i, j = i - step, j - 1
        titled = form.needs.get("title", "optional") != "optional"
        return Fit(form.kind, score, tuple(elements), tuple(starts), titled, score)

    def _runs(self, slot: _Slot) -> list[tuple[int, list[float]]]:
        """The units that a slot may begin with, each with points for it alone, for it and the next, and so on
        as far as they can be one."""
        found = self._found.get(slot.alike)
        if found is None:
            runs = ((at, self._run(at, slot)) for at in range(len(self.units)))
            found = self._found[slot.alike] = [(at, run) for at, run in runs if run]
        return found

    def _run(self, at: int, slot: _Slot) -> list[float]:
        label = self.units[at].element
        if label and label not in slot.allowed:
            return []
        found: list[float] = []
        for size in range(1, min(_MOST_JOINED, len(self.units) - at) + 1):
            points = self._match(at, size, slot)
            if points is None:
                break
            found.append(points + self._mark_points(at, slot))
        return found

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
            if unit.element not in slot.allowed:
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
        dressed = size > 1 and (unit.dress != "plain" or self.units[at].dress != "plain")
        if dressed and not (unit.dress == "plain" and self._is_subtitle(at, slot)):
            return None
        form = slot.form or TextForm()
        key = (at, size, slot.element, form.dress, form.case)
        if key not in self._points:
            self._points[key] = self._text_points(at, size, slot.element, form)
        return self._points[key]

    def _is_subtitle(self, at: int, slot: _Slot) -> bool:
        """Whether what a colon parts from words in italics may be the rest of a title whose italics end early:
        `*Slack Water*: The Working Day`."""
        if slot.form is None or slot.form.dress != "italics":
            return False
        gap = self.text[self.units[at].span.end : self.units[at + 1].span.start]
        return self.units[at].dress == "italics" and gap.strip() == ":"

    def _text_points(self, at: int, size: int, element: str, form: TextForm) -> float:
        first, last = self.units[at], self.units[at + size - 1]
        words = self.text[first.span.start : last.span.end]
        points = dress_points(first.dress, form.dress, element, self.italics_known)
        points += word_points(words, first, last, element)
        for number in range(at, at + size - 1):
            gap = self.text[self.units[number].span.end : self.units[number + 1].span.start]
            points -= (
                joint(gap, "title" if number == at and first.dress == "italics" else element)
                if element in ("title", "publisher", "container", "institution", "event", "place")
                else 0.7 + 0.9 * ("." in gap)
            )
        return points


def _is_bare_year(unit: Unit) -> bool:
    value = unit.value
    return isinstance(value, DateValue) and value.month is None and not value.literal


@dataclass(frozen=True, slots=True)
class _Prepared:
    """A pattern made ready for fitting. `places` are the elements that it has a slot for, `asked` those that
    its kind needs and only their own look tells, `skips` what skipping all of its slots costs."""

    slots: tuple[_Slot, ...]
    places: frozenset[str]
    asked: frozenset[str]
    skips: float


# By identity, for patterns are long; what is kept beside it keeps the identity taken.
_MOST_KEPT = 4096
_cache: dict[tuple[int, int], tuple[KindForm, Sequence, _Prepared]] = {}


def _prepared(form: KindForm, pattern: Sequence, kinds: Kinds) -> _Prepared:
    key = (id(pattern), id(form))
    kept = _cache.get(key)
    if kept is None:
        slots = tuple(
            _slot(form, slot, mark, first=number == 0, kinds=kinds)
            for number, (mark, slot) in enumerate(_flattened(pattern))
        )
        places = frozenset(e for s in slots for e in (s.element, *s.allowed) if e)
        asked = frozenset(e for e, n in form.needs.items() if n == "needed" and e not in _FREE)
        made = _Prepared(slots, places, asked, sum(s.skip for s in slots))
        if len(_cache) >= _MOST_KEPT:
            _cache.clear()  # a house's own kinds come and go while they are tried
        kept = _cache[key] = (form, pattern, made)
    return kept[2]


def _slot(form: KindForm, slot: Slot, mark: str, *, first: bool, kinds: Kinds) -> _Slot:
    free = slot.element in _FREE
    labels = _SAME.get(slot.element, (slot.element,))
    text = kinds.texts.get(slot.form or slot.element, TextForm()) if free else None
    skip = _REQUIRED if slot.required else _skip(form, slot.element)
    mark = mark.strip()[:1]
    told = (slot.element, text and (text.dress, text.case), slot.required, first, mark)
    return _Slot(
        slot.element,
        text,
        skip,
        first,
        mark,
        # A stretch that nothing has told has no label.
        frozenset((*labels, "")) if free else frozenset(labels),
        _alike.setdefault(told, len(_alike)),
    )


_alike: dict[tuple[object, ...], int] = {}


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
