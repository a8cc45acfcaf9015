"""From a work's fields to everything a guide writes of it: the entry, citations in the text, notes.
The same descriptions that entries are checked by; used by the shelf of guides and by Compose."""

from __future__ import annotations

from collections.abc import Set
from dataclasses import dataclass, replace
from functools import cache
from pathlib import Path
from typing import Any

from . import kept
from .cutting import Cut, Hand, cut_entry
from .cutting.cut import Opened
from .cutting.written import written_text
from .exchange import csl_of, work_of
from .forms import Composed, Vocabulary, best_pattern, compose, html_of, patterns_for, text_of
from .forms.compose import NAMES, Piece, with_case
from .forms.in_text import Cited, in_text_forms, short_note
from .forms.own_kinds import kinds_for
from .guides import Guide, Policy
from .guides.kinds import KindForm, Kinds
from .guides.own_kind import OwnKind
from .guides.pattern import Sequence
from .text.name_lists import inverted_names
from .text.spans import Span
from .works import KINDS, TextValue, Work

Json = dict[str, Any]

ELEMENT_LABELS = {
    "numbering": "volume and issue", "url": "address", "doi": "DOI", "accessed": "day of access",
    "reviewed": "work reviewed", "reviewed-author": "its author", "container-author": "author of the whole",
    "day": "day", "medium": "description",
    "original-date": "date of the original", "volumes": "number of volumes",
}  # fmt: skip


@dataclass(frozen=True)
class Written:
    """Something written: what it is called, as plain text and with italics as `<i>`."""

    label: str
    text: str
    html: str


def element_label(element: str) -> str:
    """What people call an element."""
    return ELEMENT_LABELS.get(element, element.replace("-", " "))


def composed(work: Work, policy: Policy, locator: str = "", kind: str = "") -> Json:
    """A work as a guide writes it: `entry` (and `laid`, its elements one by one), `in_text` and `notes`, and
    `gaps`, the elements that it needs and has not got; `left_out` are those that it has no place for, and
    `unlisted` says why it has no entry. `kind` is one of the house's own, where it is of one."""
    guide, kinds = policy.guide, kinds_for(policy)
    form = kinds.kinds[kind or work.kind]
    given = work.values.keys()
    work = _in_its_words(_without(work, form.omits), kinds)
    pattern = best_pattern(work, patterns_for(work, form))
    gaps = needed(work, form.cited or pattern, form)
    whole = Composed((), ("",)) if form.unlisted else compose(work, pattern, kinds, gaps=gaps)
    if form.cited is None:
        in_text = _in_text(_cited(work, pattern, kinds), guide, locator)
    else:
        html = f"({html_of(compose(work, form.cited, kinds, gaps=gaps, end=False))})"
        in_text = [Written("in parentheses", _plain(html), html)]
    return {
        "kind": form.kind,
        "label": form.label,
        "guide": guide.id,
        "entry": _json(Written("entry in the list", text_of(whole), html_of(whole))),
        "laid": [_laid(piece) for piece in whole.pieces],
        "unlisted": form.unlisted,
        "in_text": [_json(w) for w in in_text],
        "notes": [_json(n) for n in _notes(work, form, guide, kinds, locator)],
        "gaps": _labelled(gaps),
        "left_out": _labelled(given - _written(whole)) if not form.unlisted else [],
    }


def _laid(piece: Piece) -> Json:
    """An element as it is written, without the marks round it."""
    label = element_label(piece.element)
    return {"element": piece.element, "label": label, "text": piece.text, "dress": piece.dress}


def _labelled(elements: Set[str]) -> list[Json]:
    return [{"element": e, "label": element_label(e)} for e in sorted(elements)]


def _written(whole: Composed) -> set[str]:
    """The elements that an entry has, those in one piece by themselves."""
    found = set(whole.elements)
    if "numbering" in found:
        found |= {"volume", "issue"}
    return found | {"date"} if "day" in found else found


def _without(work: Work, elements: tuple[str, ...]) -> Work:
    return replace(work, values={k: v for k, v in work.values.items() if k not in elements})


def _in_its_words(work: Work, kinds: Kinds) -> Work:
    """The work with its description in the guide's words, or without where the guide has none."""
    said = kinds.media.get(work.text("medium"))
    if said is None:
        return work
    if not said:
        return _without(work, ("medium",))
    return replace(work, values=dict(work.values) | {"medium": TextValue(said)})


def _in_text(cited: Cited, guide: Guide, locator: str) -> list[Written]:
    return [
        Written(label, _plain(html), html) for label, html in in_text_forms(cited, guide, locator)
    ]


def _cited(work: Work, pattern: Sequence, kinds: Kinds) -> Cited:
    """What citations of a work are made of, by the pattern that it is written in."""
    first = pattern.all_slots[0].element
    title = next((s for s in pattern.all_slots if s.element == "title"), None)
    text = kinds.texts.get(title.form or title.element) if title is not None else None
    dress = text.dress if text is not None else "plain"
    words = work.text("title")
    if not words:
        # A letter goes by what it is.
        words = work.text("medium")
        words = words[:1].lower() + words[1:]
    elif text is None or text.case != "kept" or dress == "either":
        # Titles in the text have headline capitals in every guide.
        words = with_case(TextValue(words), "headline", Vocabulary(), kinds.headline_from)
    dress = "plain" if dress == "either" else dress
    return Cited(work.names(first), first in work.more, words, dress, work.date())


def needed(work: Work, pattern: Sequence, form: KindForm) -> frozenset[str]:
    """Elements that the kind needs and the work has not got, as far as the pattern has a place."""
    slots = set(pattern.elements)
    slots |= {"volume", "issue"} if "numbering" in slots else set()
    found = set()
    for element, need in form.needs.items():
        if element in work.values or element not in slots:
            continue
        others = need.split()[1:] if need.startswith("without ") else []
        if need == "needed" or (others and not any(o in work.values for o in others)):
            found.add(element)
    return frozenset(found)


def _notes(work: Work, form: KindForm, guide: Guide, kinds: Kinds, locator: str) -> list[Written]:
    if not form.note:
        return []
    values = dict(work.values)
    values.pop("pages", None)
    if locator:
        values["locator"] = TextValue(locator)
    cited = replace(work, values=values)
    pattern = best_pattern(cited, form.note)
    full = compose(cited, pattern, kinds)
    short = short_note(_cited(work, pattern, kinds), guide, locator)
    return [
        Written("first note", text_of(full), html_of(full)),
        Written("later note", _plain(short), short),
    ]


@cache
def examples() -> dict[str, tuple[Work, str]]:
    """An invented work of each kind, the same in every guide, and the page of it that is cited."""
    path = Path(__file__).with_name("guides") / "examples.toml"
    data = kept.toml(path)
    found: dict[str, tuple[Work, str]] = {}
    for kind, item in data.items():
        locator = item.pop("locator", "")
        found[kind] = (work_of(item, kind), locator)
    return found


def worked_example(kind: str, policy: Policy) -> tuple[Work, str]:
    """A work of a kind, ours or the house's own, and the page of it that is cited."""
    own = next((own for own in policy.house.kinds if own.id == kind), None)
    if own is None:
        return examples()[kind]
    return read_as_own(own, policy).work, ""


def read_as_own(own: OwnKind, policy: Policy) -> Cut:
    """The worked example of a kind of the house's own, cut where it is marked."""
    text, italics, borders = "", [], []
    for number, shown in enumerate(own.shown):
        opening, closing = ("“", "”") if shown.dress == "quotes" else ("", "")
        text += (shown.before if number else "") + opening
        start = len(text)
        text += shown.words
        if number or shown.element not in NAMES:
            borders.append((shown.element, start, len(text)))
        if shown.dress == "italics":
            italics.append(Span(start, len(text)))
        text += closing
    written = written_text(text, italics)
    return cut_entry(written, _opening(own), kinds_for(policy), Hand(own.id, tuple(borders)))


def _opening(own: OwnKind) -> Opened:
    """Who leads an example: people turned round, as lists have them, or else a group."""
    first = own.shown[0]
    if first.element not in NAMES:
        return Opened(None, "", Span(0, 0))
    names = inverted_names(first.words) if "," in first.words else None
    return Opened(names, "" if names is not None else first.words, Span(0, len(first.words)))


def shelf(policy: Policy) -> list[Json]:
    """Every kind of source of a guide: its elements in order with their need and what the house says of
    them, why they are dressed as they are, and the worked example in every form."""
    kinds = kinds_for(policy)
    own = [kind.id for kind in policy.house.kinds]
    return [_kind(kind, kinds.kinds[kind], kinds, policy) for kind in (*own, *KINDS)]


def _kind(kind: str, form: KindForm, kinds: Kinds, policy: Policy) -> Json:
    work, locator = worked_example(kind, policy)
    work = _without(work, tuple(policy.left_out))
    slots = {slot.element for slot in form.listed[0].all_slots}
    # What the house asks for of a source with all that the kind has, or of an undated one.
    asked = policy.demanded(kind, slots) | policy.demanded(kind, slots - {"date"})
    elements = []
    for slot in form.listed[0].all_slots:
        for element in ("volume", "issue") if slot.element == "numbering" else (slot.element,):
            text = kinds.texts.get(slot.form or slot.element)
            need = form.needs.get(element, "optional")
            elements.append(
                {
                    "element": element,
                    "label": element_label(element),
                    "need": "omitted" if element in form.omits else need.split()[0],
                    "house": "asked"
                    if element in asked
                    else "left out"
                    if element in policy.left_out
                    else "",
                    "unless": [element_label(e) for e in need.split()[1:]],
                    "dress": text.dress if text is not None else "plain",
                    "case": text.case if text is not None else "kept",
                }
            )
    return {
        "kind": kind,
        "label": form.label,
        "why": form.why,
        "elements": elements,
        "example": composed(work, policy, locator, kind),
        "fields": csl_of(work),
    }


def _json(written: Written) -> Json:
    return {"label": written.label, "text": written.text, "html": written.html}


def _plain(html: str) -> str:
    return (
        html.replace("<i>", "")
        .replace("</i>", "")
        .replace("&amp;", "&")
        .replace("&lt;", "<")
        .replace("&gt;", ">")
    )
