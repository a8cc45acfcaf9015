"""What speaks for a kind of source besides the fit of its pattern: descriptions, words, names of those that
hold and publish the work, dates and addresses. Each piece of evidence has a name; what it weighs for each
kind is fitted by `tools/fit_kinds.py` and stands in `weights.toml`."""

from __future__ import annotations

import re
from collections.abc import Collection, Iterable, Sequence
from functools import cache
from math import fsum
from pathlib import Path

from .. import kept
from ..text.addresses import site_and_path
from ..text.names import PersonName
from ..text.spans import Span
from ..words import one_of, ordered, table, words
from ..works import DateValue, TextValue, is_names
from .media import kind_of_bracket
from .unit import Unit
from .vocabulary import told_by

# Units whose being there is evidence.
_THERE = frozenset(
    """numbering volume issue pages doi url accessed section edition number article handle review-of series
    volumes original-date editor translator director host interviewer performer illustrator uploader
    contributor container-author""".split()
)
_VERSION = re.compile(r"v(?:ersion|er\.|\.)?\s?\d", re.I)
_PAGE_OF_PAPER = re.compile(r"[A-Z]+\d")


@cache
def _phrases() -> tuple[re.Pattern[str], dict[str, str]]:
    """One pattern for all phrases, and what each speaks for."""
    told = {phrase: name for name in table("cues.kinds") for phrase in ordered("cues.kinds", name)}
    return re.compile(rf"(?<![\w’'-])(?:{one_of(told)})(?![\w’'-])", re.I), told


@cache
def weights() -> dict[str, dict[str, float]]:
    """What each piece of evidence weighs, by kind, in points of a fit; `always` is what a kind begins with."""
    path = Path(__file__).with_name("weights.toml")
    found: dict[str, dict[str, float]] = kept.toml(path)
    return found


class Evidence:
    """The evidence in one entry. What hangs on a reading (what is its title, its container) is asked for
    with the reading."""

    def __init__(self, text: str, units: Sequence[Unit]) -> None:
        self.text = text
        self.units = units
        pattern, told = _phrases()
        self._said = [
            (Span(*m.span()), told[re.sub(r"\s", " ", m.group()).casefold().replace("’", "'")])
            for m in pattern.finditer(text)
        ]
        self._fixed = frozenset(self._of_units())

    def of(self, elements: Sequence[str]) -> frozenset[str]:
        """All evidence for a reading that takes unit `n` for `elements[n]`."""
        spans: dict[str, Span] = {}
        for unit, element in zip(self.units, elements, strict=True):
            if element in _NAMED:
                first = spans.get(element)
                spans[element] = unit.span if first is None else Span(first.start, unit.span.end)
        found = set(self._fixed)
        for place in _NAMED[1:]:
            span = spans.get(place)
            if span is None:
                found.add(f"no {place}")
                continue
            found.update(f"{place}: {told}" for told in told_by(span.of(self.text)))
        title = spans.get("title")
        for span, name in self._said:
            inside = title is not None and title.start <= span.start < title.end
            found.add(f"title says {name}" if inside else f"says {name}")
        if title is not None:
            found.update(self._of_length(title, elements))
        return frozenset(found)

    def glance(self) -> frozenset[str]:
        """What can be told before any reading: words count as said outside of the title, and the free stretches
        as what may hold or publish the work."""
        found = set(self._fixed) | {f"says {name}" for _, name in self._said}
        for unit in self.units:
            if not unit.element and unit.dress != "quotes":
                told = told_by(unit.span.of(self.text))
                found.update(f"{place}: {t}" for t in told for place in ("container", "publisher"))
        return frozenset(found)

    def _of_length(self, title: Span, elements: Sequence[str]) -> Iterable[str]:
        if len(title.of(self.text).split()) <= 3:
            yield "short title"
        pages = next(
            (
                u.span.of(self.text)
                for u, e in zip(self.units, elements, strict=True)
                if e == "pages"
            ),
            "",
        )
        if pages:
            count = extent(pages)
            yield "one page" if count <= 1 else "few pages" if count <= 3 else "many pages"
            if _PAGE_OF_PAPER.match(pages):
                yield "lettered page"

    def _of_units(self) -> Iterable[str]:
        first = self.units[0].element if self.units else ""
        yield f"led by {first or 'title'}"
        if self.text.startswith(("@", "u/")):
            yield "led by a handle"
        if self.units and is_names(self.units[0].value):
            yield (
                "led by a person"
                if any(isinstance(n, PersonName) for n in self.units[0].value)
                else "led by a group"
            )
        for unit in self.units:
            if unit.element in _THERE:
                yield f"has {unit.element}"
            words_ = unit.span.of(self.text)
            if unit.element == "medium":
                kind = kind_of_bracket(words_)
                if kind is not None:
                    yield f"described as {kind}"
            elif unit.element == "edition" and _VERSION.match(words_):
                yield "has version"
            elif unit.element == "date" and isinstance(unit.value, DateValue):
                yield f"dated by {_precision(unit.value)}"
            elif unit.element == "url" and isinstance(unit.value, TextValue):
                yield from _of_address(unit.value.text)


# The title, and what tells by its name.
_NAMED = ("title", "container", "publisher", "institution", "database")


def _precision(date: DateValue) -> str:
    if date.literal:
        return "words"
    return "day" if date.day else "season" if date.season else "month" if date.month else "year"


def _of_address(url: str) -> Iterable[str]:
    host, path = site_and_path(url)
    yield "deep address" if path else "bare host"
    for name in ("media.social", "media.video"):
        if any(host == h or host.endswith(f".{h}") for h in words(name, "hosts")):
            yield f"on {name.partition('.')[2]}"


def extent(pages: str) -> int:
    """How many pages a range has, whole or shortened (`301–19`); 1 for what is none."""
    match = re.search(r"(\d+)\s?[-–—]\s?(\d+)", pages)
    if match is None:
        return 1
    first, last = match.groups()
    return max(1, int(first[: max(0, len(first) - len(last))] + last) - int(first) + 1)


# What a description in brackets weighs: it is there to tell the kind.
_DESCRIBED = 5.0


def kinds_described(text: str, units: Iterable[Unit]) -> frozenset[str]:
    """The kinds that descriptions name: `dataset` of `[Data set]`."""
    kinds = (kind_of_bracket(u.span.of(text).strip()) for u in units if u.element == "medium")
    return frozenset(k for k in kinds if k is not None)


def described(kind: str, found: Iterable[str]) -> float:
    """What a work's own description says for a kind, in points; the rest is fitted on top of it."""
    return _DESCRIBED * (f"described as {kind}" in found)


def weigh(kind: str, found: Collection[str]) -> float:
    """What evidence says for a kind, in points."""
    table_ = weights().get(kind, {})
    # Exactly, so that the order in which a set gives its members never shows.
    fitted = table_.get("always", 0.0) + fsum(table_.get(name, 0.0) for name in found)
    return fitted + described(kind, found)
