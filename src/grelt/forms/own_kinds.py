"""A house's own kinds of source laid beside a guide's: the pattern of each taken from its worked example, its
names, dates and numbers in the guide's forms."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field, replace
from functools import lru_cache

from ..guides import Policy
from ..guides.kinds import KindForm, Kinds, NamesForm, NumberForm, TextForm, load_kinds
from ..guides.own_kind import OwnKind, Shown, read_example
from ..guides.pattern import Sequence, parse_pattern
from ..works import TextValue
from .compose import NAMES, NUMBERS, with_case
from .title_words import Vocabulary

_DATES = frozenset(("date", "original-date", "accessed"))
_WITHOUT_FORM = frozenset(("doi", "url"))
# Brackets of the entry in the notation of patterns: a group of their own, for they go with what they hold.
_NOTATION = {"(": "[(", ")": ")]", "[": "[⟦", "]": "⟧]"}


def kinds_for(policy: Policy) -> Kinds:
    """All kinds of source that a check knows: those of the guide, and those of the house's own."""
    return kinds_with(policy.guide.id, policy.house.kinds, policy.house.value("addresses"))


@lru_cache(maxsize=64)
def kinds_with(guide: str, own: tuple[OwnKind, ...], addresses: str) -> Kinds:
    """A guide's kinds with a house's own ones behind them, and its `addresses` as the house has them."""
    kinds = load_kinds(guide)
    if addresses != "guide":
        kinds = replace(kinds, addresses={**kinds.addresses, "scheme": addresses})
    if not own:
        return kinds
    forms = _Forms(kinds, dict(kinds.names), dict(kinds.texts), dict(kinds.numbers))
    added = {kind.id: forms.kind(kind) for kind in own}
    return replace(
        kinds,
        kinds={**kinds.kinds, **added},
        names=forms.names,
        texts=forms.texts,
        numbers=forms.numbers,
    )


@dataclass
class _Forms:
    """The guide's forms, and those that its own kinds add to them."""

    kinds: Kinds
    names: dict[str, NamesForm]
    texts: dict[str, TextForm]
    numbers: dict[str, NumberForm]
    _usual: dict[tuple[str, str], str] = field(default_factory=dict)

    def kind(self, own: OwnKind) -> KindForm:
        base = self.kinds.kinds[own.like]
        title = next(s for s in own.shown if s.element == "title")
        listed = self.pattern(own.shown)
        return KindForm(
            own.id,
            own.name,
            (listed,),
            tuple(self.pattern(order) for order in _headless(own.shown)),
            (self.pattern(read_example(own.note)),) if own.note else (),
            {s.element: "optional" if s.optional else "needed" for s in own.shown},
            base.title,
            f"Of the house’s own; its title stands in {title.dress}."
            if title.dress != "plain"
            else "Of the house’s own.",
            like=own.like,
        )

    def pattern(self, shown: Iterable[Shown]) -> Sequence:
        """The pattern that an example stands for."""
        return parse_pattern("".join(self._notation(tuple(shown))))

    def _notation(self, shown: tuple[Shown, ...]) -> Iterator[str]:
        opened = ""
        for number, one in enumerate(shown):
            form, labels = self._form(one, first=number == 0)
            gap = _without_label(one.before if number else one.before.lstrip(" .,:;"), labels)
            words = re.search(r"\w(?:.*\w)?\.?", gap)
            lead = gap[: words.start()] if words is not None else gap
            for mark in lead:
                opened = mark if mark in "([" else "" if mark in ")]" else opened
                yield _NOTATION.get(mark, mark)
            slot = f"{{{one.element}:{form}}}" if form else f"{{{one.element}}}"
            if words is None:
                yield slot
            else:
                # The words stay as long as what they lead to is there.
                yield f'[{{"{words.group()}"}}{gap[words.end() :]}{slot}]'
        if opened:
            yield _NOTATION[")" if opened == "(" else "]"]

    def _form(self, one: Shown, *, first: bool) -> tuple[str, tuple[str, ...]]:
        """The name of an element's form (empty: the usual one), and the labels that it puts ahead."""
        element = one.element
        if element in NAMES:
            name = self._of_names(one, first=first)
            return name, (self.names[name or element].before,)
        if element in NUMBERS:
            name = self._of_numbers(one)
            return name, _labels(self.numbers.get(name or element, NumberForm()))
        if element in _DATES:
            form = self.kinds.dates.get(element)
            return "", (form.wrap.partition("{}")[0].strip(),) if form is not None else ()
        if element in _WITHOUT_FORM:
            return "", ()
        return self._of_texts(one), ()

    def _of_names(self, one: Shown, *, first: bool) -> str:
        element = one.element
        lead = "lead" if element == "author" else f"lead-{element}"
        if first:
            if lead not in self.names:
                self.names[lead] = self.names["lead"]
            return lead
        usual = self.names.setdefault(element, NamesForm())
        if not re.search(r"\w", _without_label(one.before, (usual.before,))):
            return ""
        # The example has words of its own for the part that they had.
        self.names[f"own-{element}"] = replace(usual, before="", one="", many="")
        return f"own-{element}"

    def _of_numbers(self, one: Shown) -> str:
        """The form whose label the example has."""
        said = f"{one.before} {one.words}".casefold()
        for name, form in self.numbers.items():
            alike = name == one.element or name.startswith(f"{one.element}-")
            if alike and any(label.casefold() in said for label in _labels(form)):
                return "" if name == one.element else name
        bare = self.numbers.get(one.element)
        if bare is not None and _labels(bare):
            name = f"own-{one.element}"
            self.numbers.setdefault(name, replace(bare, one="{}", many=""))
            return name
        return ""

    def _of_texts(self, one: Shown) -> str:
        """The form that the guide has for the element in this dress, if the example's capitals agree; or one
        that keeps them."""
        usual = self._most_used(one.element, one.dress)
        if usual:
            case = self.texts[usual].case
            kept = with_case(TextValue(one.words), case, Vocabulary(), self.kinds.headline_from)
            if kept == one.words:
                return usual
        name = f"own-{one.dress}"
        self.texts.setdefault(name, TextForm(one.dress))
        return name

    def _most_used(self, element: str, dress: str) -> str:
        key = (element, dress)
        if key not in self._usual:
            used = Counter(
                slot.form or element
                for form in self.kinds.kinds.values()
                for pattern in form.listed
                for slot in pattern.all_slots
                if slot.element == element
            )
            fit = [n for n, _ in used.most_common() if self._dress(n) == (dress, "{}")]
            self._usual[key] = fit[0] if fit else ""
        return self._usual[key]

    def _dress(self, name: str) -> tuple[str, str]:
        form = self.kinds.texts.get(name)
        return ("", "") if form is None else (form.dress, form.wrap)


def _labels(form: NumberForm) -> tuple[str, ...]:
    """What a number's form puts ahead of one, and of several."""
    found = (text.partition("{}")[0].strip() for text in (form.one, form.many))
    return tuple(label for label in found if label)


def _without_label(gap: str, labels: Iterable[str]) -> str:
    """The marks before an element without the label that its form writes itself."""
    for label in labels:
        found = re.search(rf"(?<!\w){re.escape(label)}\s*$", gap, re.I) if label else None
        if found is not None:
            return gap[: found.start()]
    return gap


def _headless(shown: tuple[Shown, ...]) -> Iterator[tuple[Shown, ...]]:
    """The order where nobody is named that might be: what came behind the names comes first, and a date that
    stood there behind the title."""
    first, *rest = shown
    if first.element not in NAMES or not first.optional:
        return
    if len(rest) > 1 and rest[0].element == "date" and rest[1].element == "title":
        date, title, *behind = rest
        yield (
            replace(title, before=""),
            replace(date, before=date.before),
            *_closed(date, title, behind),
        )
        return
    yield tuple(rest)


def _closed(date: Shown, title: Shown, behind: list[Shown]) -> list[Shown]:
    """What stood behind the title, now behind a date: its bracket is closed first."""
    closing = title.before[: len(title.before) - len(title.before.lstrip(")]"))]
    if not behind or not closing:
        return behind
    return [replace(behind[0], before=closing + behind[0].before), *behind[1:]]
