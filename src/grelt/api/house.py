"""Guides, house rules, rules and kinds of source, for choosing and for reading."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from ..guides import Policy, available_guides, load_guide, load_house
from ..guides.house import House, house_from, house_toml
from ..guides.option import KIND_NAMES
from ..help import RuleHelp, rule_help
from ..rules import all_rules


def house_of(house: str | Mapping[str, object] | None) -> House:
    """House rules of a file's text or of tables. Raises `HouseRuleInvalid`."""
    if house is None:
        return House()
    if isinstance(house, str):
        return load_house(house, all_rules())
    return house_from(house, all_rules())


def house_rules(house: str | Mapping[str, object] | None) -> list[str]:
    """House rules in words. Raises `HouseRuleInvalid`."""
    return list(house_of(house).sentences())


def house_tables(text: str) -> dict[str, Any]:
    """A house rules file as tables of what it sets. Raises `HouseRuleInvalid` with line and reason."""
    house = load_house(text, all_rules())
    tables: dict[str, Any] = {
        "house": dict(house.options),
        "severity": {rule: str(s) for rule, s in house.severities.items()},
        "points": dict(house.points),
        "remarks": dict(house.remarks),
    }
    if house.kinds:
        tables["kind"] = [kind.table for kind in house.kinds]
    return {name: table for name, table in tables.items() if table}


def house_file(house: Mapping[str, object], title: str = "") -> str:
    """House rules as a commented TOML file, which reads back to the same. Raises `HouseRuleInvalid`."""
    return house_toml(house_of(house), title)


def guides() -> list[dict[str, str]]:
    """The guides that ship, for choosing one."""
    return [
        {"id": g.id, "name": g.name, "manual": g.manual, "system": g.system}
        for g in map(load_guide, available_guides())
    ]


def guide_name(identity: str) -> str:
    """What a guide is called; its id, where it is not among ours any more."""
    return load_guide(identity).name if identity in available_guides() else identity


def guide_shelf(
    guide: str, house: str | Mapping[str, object] | None = None
) -> list[dict[str, Any]]:
    """Every kind of source of a guide, with what the house changes and its worked example. Raises
    `GuideUnknown` or `HouseRuleInvalid`."""
    from ..composing import shelf

    return shelf(Policy(load_guide(guide), house_of(house)))


def source_kinds(house: str | Mapping[str, object] | None = None) -> dict[str, str]:
    """Every kind of source by id, those of the house's own among them, and what it is called. Raises
    `HouseRuleInvalid`."""
    names = {**KIND_NAMES, **house_of(house).own_names}
    return {kind: one for kind, (one, _) in names.items()}


def try_kind(guide: str, kind: Mapping[str, object]) -> dict[str, Any]:
    """A source kind of the house's own as its shelf would have it: the guide's forms of its worked example, to
    be seen before it is saved. Raises `GuideUnknown` or `HouseRuleInvalid`."""
    return guide_shelf(guide, {"kind": [dict(kind)]})[0]


def explain(rule: str, guide: str | None = None) -> RuleHelp:
    """The help page of a rule. Raises `RuleUnknown`."""
    return rule_help(rule, guide)


def rule_label(rule: str) -> str:
    """What a rule's findings are called; its id, where there is no such rule any more."""
    known = all_rules().get(rule)
    return known.rule.label if known is not None else rule


def rule_ids() -> list[str]:
    """Ids of every rule there is code for."""
    return list(all_rules())
