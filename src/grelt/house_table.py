"""The table of house rules and of rules, as whoever draws or sets them needs it."""

from __future__ import annotations

from typing import Any

from .composing import element_label
from .guides import OPTIONS, Guide, Option, load_guide
from .guides.option import KIND_NAMES
from .guides.options import GROUPS
from .guides.own_kind import ELEMENTS
from .rules.registry import all_rules

Json = dict[str, Any]


def house_table(guide: str) -> Json:
    """Options in groups, in the order of the work, and every rule with what the guide says of it. Raises
    `GuideUnknown`."""
    loaded = load_guide(guide)
    own = _of_the_guide(loaded)
    touched: dict[str, list[str]] = {}
    for rule in all_rules().values():
        for key in rule.rule.house:
            touched.setdefault(key, []).append(rule.id)
    return {
        "guide": guide,
        "groups": [
            {
                "title": title,
                "options": [
                    _option(OPTIONS[key], own.get(key, ""), touched.get(key, [])) for key in keys
                ],
            }
            for title, keys in GROUPS
        ],
        "kinds": _kinds(),
        "elements": [{"element": e, "label": element_label(e)} for e in ELEMENTS],
        "rules": [
            {
                "id": rule.id,
                "family": rule.family,
                "label": rule.rule.label,
                "looks_for": rule.looks_for,
                "severity": str(loaded.rules[rule.id].severity),
            }
            for rule in all_rules().values()
        ],
    }


def _kinds() -> list[Json]:
    return [
        {"id": kind, "one": one, "several": several} for kind, (one, several) in KIND_NAMES.items()
    ]


def _option(option: Option, own: str, rules: list[str]) -> Json:
    before, _, after = option.free_text.partition("{}")
    return {
        "key": option.key,
        "kind": option.kind,
        "default": option.default,
        "choices": [
            {"value": value, "sentence": sentence} for value, sentence in option.sentences.items()
        ],
        "before": before,
        "after": after,
        "least": option.least if option.number else None,
        "most": option.most if option.number else None,
        "of_guide": own,
        "kinds": _kinds() if option.kinds else [],
        "rules": rules,
    }


def _of_the_guide(guide: Guide) -> dict[str, str]:
    """What “as the guide has it” means, in this guide."""
    page, listing = guide.page, guide.list
    least, most = page.sizes
    return {
        "size": f"{least:g} to {most:g} points",
        "margins": f"{page.margins / 72:g} inch" + (" or more" if page.wider_margins else ""),
        "body_spacing": page.spacing,
        "heading_block": ", ".join(page.heading_block) or "none",
        "heading_spacing": page.spacing,
        "title_page": {"always": "there is one", "never": "there is none"}.get(
            page.title_page, "there may be one"
        ),
        "list_heading": listing.headings[0],
        "list_spacing": {"either": "single or double"}.get(listing.spacing, listing.spacing),
    }
