"""Sources by themselves: composed in a guide, read and written in open formats."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import TYPE_CHECKING, Any

from ..exchange import csl_of, work_of, works_from, works_to
from ..guides import Policy, load_guide
from ..works import Work
from .house import house_of

if TYPE_CHECKING:
    from ..returning.composed_list import ComposedList


def compose_work(
    fields: Mapping[str, Any],
    guide: str,
    kind: str = "",
    locator: str = "",
    house: str | Mapping[str, object] | None = None,
) -> dict[str, Any]:
    """What a guide writes of a CSL-JSON item: entry, citations in the text, notes, and gaps; `kind` is one of
    ours or of the house's own. Raises `GuideUnknown`, `HouseRuleInvalid` or `FieldsInvalid`."""
    from ..composing import composed

    policy = Policy(load_guide(guide), house_of(house))
    work, own = _source(fields, kind, policy)
    return composed(work, policy, locator, own)


def compose_list(
    items: Sequence[Mapping[str, Any]],
    guide: str,
    house: str | Mapping[str, object] | None = None,
) -> dict[str, Any]:
    """A whole list of CSL-JSON items (`custom.kind` may name a kind) as a guide writes it: `heading`, `entries`
    in order, each with `of` (which item it is), its text and its gaps, and `unlisted`. Raises `GuideUnknown`,
    `HouseRuleInvalid` or `FieldsInvalid`."""
    made = _list(items, guide, house)
    entries = [
        {"of": i, "html": entry.html, "text": entry.text, "gaps": made.gaps[i]}
        for i, entry in zip(made.order, made.right.entries, strict=True)
    ]
    unlisted = [{"of": i, "why": why} for i, why in made.unlisted]
    return {"heading": made.right.heading, "entries": entries, "unlisted": unlisted}


def composed_list_file(
    form: str,
    items: Sequence[Mapping[str, Any]],
    guide: str,
    house: str | Mapping[str, object] | None = None,
) -> tuple[bytes, str, str]:
    """The same as a file (`list`, `list-docx`, `list-odt`): its bytes, the ending of its name, its kind of
    content. Raises as `compose_list` does."""
    from ..returning.forms import ENDINGS, list_as

    return list_as(form, _list(items, guide, house).right), *ENDINGS[form]


def _list(
    items: Sequence[Mapping[str, Any]], guide: str, house: str | Mapping[str, object] | None
) -> ComposedList:
    from ..returning.composed_list import compose_list as compose

    policy = Policy(load_guide(guide), house_of(house))
    return compose([_source(item, _kind_of(item), policy) for item in items], policy)


def _kind_of(item: Mapping[str, Any]) -> str:
    custom = item.get("custom")
    return str(custom.get("kind") or "") if isinstance(custom, Mapping) else ""


def _source(fields: Mapping[str, Any], kind: str, policy: Policy) -> tuple[Work, str]:
    """A work, and the id of its kind where that is one of the house's own."""
    own = next((own for own in policy.house.kinds if own.id == kind), None)
    work = work_of(fields, own.like if own is not None else kind or None)
    return work, own.id if own is not None else ""


def read_works(text: str, format: str) -> list[dict[str, Any]]:
    """Works of a text in `csl`, `bibtex` or `ris`, as CSL-JSON items. Raises `FieldsInvalid`."""
    return [csl_of(w) for w in works_from(text, format)]


def write_works(items: list[dict[str, Any]], format: str) -> str:
    """CSL-JSON items as `csl`, `bibtex` or `ris`. Raises `FieldsInvalid`."""
    return works_to([work_of(i) for i in items], format)
