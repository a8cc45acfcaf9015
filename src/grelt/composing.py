"""From a work's fields to everything a guide writes of it: the entry, citations in the text, notes.
The same descriptions that entries are checked by; used by the shelf of guides and by Compose."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass, replace
from functools import cache
from importlib import resources
from typing import Any

from .exchange import csl_of, work_of
from .forms import Vocabulary, best_pattern, compose, html_of, patterns_for, text_of
from .forms.compose import with_case
from .forms.in_text import in_text_forms, short_note
from .guides import Guide, Policy, load_guide
from .guides.kinds import KindForm, Kinds, load_kinds
from .guides.pattern import Sequence
from .works import KINDS, TextValue, Work

Json = dict[str, Any]

_LABELS = {
    "numbering": "volume and issue", "url": "address", "doi": "DOI", "accessed": "day of access",
    "reviewed": "work reviewed", "reviewed-author": "its author", "day": "day", "medium": "description",
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
    return _LABELS.get(element, element.replace("-", " "))


def composed(work: Work, guide_id: str, locator: str = "") -> Json:
    """A work as a guide writes it: `entry`, `in_text` and `notes`, and `gaps`, the elements that it needs
    and has not got. Raises `GuideUnknown`."""
    guide, kinds = load_guide(guide_id), load_kinds(guide_id)
    form = kinds.kinds[work.kind]
    pattern = best_pattern(work, patterns_for(work, form))
    gaps = needed(work, pattern, form)
    whole = compose(work, pattern, kinds, gaps=gaps)
    return {
        "kind": work.kind,
        "label": form.label,
        "guide": guide.id,
        "entry": _json(Written("entry in the list", text_of(whole), html_of(whole))),
        "in_text": [
            _json(Written(label, _plain(html), html))
            for label, html in in_text_forms(work, form, guide, locator, _headline(work, kinds))
        ],
        "notes": [_json(n) for n in _notes(work, form, guide, kinds, locator)],
        "gaps": [{"element": g, "label": element_label(g)} for g in sorted(gaps)],
    }


def _headline(work: Work, kinds: Kinds) -> str:
    """The title as it stands in the text: with headline capitals in every guide."""
    title = TextValue(work.text("title"))
    return with_case(title, "headline", Vocabulary(), kinds.headline_from)


def needed(work: Work, pattern: Sequence, form: KindForm) -> frozenset[str]:
    """Elements that the kind needs and the work has not got, as far as the pattern has a place."""
    slots = {s.element for s in pattern.slots()}
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
    full = compose(cited, best_pattern(cited, form.note), kinds)
    short = short_note(work, form, guide, locator, _headline(work, kinds))
    return [
        Written("first note", text_of(full), html_of(full)),
        Written("later note", _plain(short), short),
    ]


@cache
def examples() -> dict[str, tuple[Work, str]]:
    """An invented work of each kind, the same in every guide, and the page of it that is cited."""
    path = resources.files("grelt.guides").joinpath("examples.toml")
    data = tomllib.loads(path.read_text(encoding="utf-8"))
    found: dict[str, tuple[Work, str]] = {}
    for kind, item in data.items():
        locator = item.pop("locator", "")
        found[kind] = (work_of(item, kind), locator)
    return found


def shelf(policy: Policy) -> list[Json]:
    """Every kind of source of a guide: its elements in order with their need and what the house says of
    them, why they are dressed as they are, and the worked example in every form."""
    kinds = load_kinds(policy.guide.id)
    return [_kind(kind, kinds.kinds[kind], kinds, policy) for kind in KINDS]


def _kind(kind: str, form: KindForm, kinds: Kinds, policy: Policy) -> Json:
    work, locator = examples()[kind]
    work = replace(work, values={k: v for k, v in work.values.items() if k not in policy.left_out})
    slots = {slot.element for slot in form.listed[0].slots()}
    # What the house asks for of a source with all that the kind has, or of an undated one.
    asked = policy.demanded(kind, slots) | policy.demanded(kind, slots - {"date"})
    elements = []
    for slot in form.listed[0].slots():
        for element in ("volume", "issue") if slot.element == "numbering" else (slot.element,):
            text = kinds.texts.get(slot.form or slot.element)
            need = form.needs.get(element, "optional")
            elements.append(
                {
                    "element": element,
                    "label": element_label(element),
                    "need": need.split()[0],
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
        "example": composed(work, policy.guide.id, locator),
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
