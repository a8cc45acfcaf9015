"""House rules: an instructor's own way over the guide, read from TOML, checked, and said in words."""

from __future__ import annotations

import tomllib
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field

from ..errors import HouseRuleInvalid
from ..findings import Severity
from .options import OPTIONS


@dataclass(frozen=True)
class House:
    """Validated house rules: options set away from their default, and severities by rule."""

    options: dict[str, str] = field(default_factory=dict)
    severities: dict[str, Severity] = field(default_factory=dict)

    def value(self, key: str) -> str:
        return self.options.get(key, OPTIONS[key].default)

    def sentences(self) -> tuple[str, ...]:
        """What differs from the guide, in words, in the order of the table."""
        said = [OPTIONS[key].sentence(self.options[key]) for key in OPTIONS if key in self.options]
        said += [
            f"“{rule}” is off." if severity is Severity.OFF else f"“{rule}” counts as {severity}."
            for rule, severity in sorted(self.severities.items())
        ]
        return tuple(said)


def load_house(text: str, rules: Iterable[str]) -> House:
    """Read a house rules file (TOML with tables `[house]` and `[severity]`).

    `rules` are the known rule ids. Raises `HouseRuleInvalid` with the place and the way out.
    """
    try:
        data = tomllib.loads(text)
    except tomllib.TOMLDecodeError as error:
        raise HouseRuleInvalid(f"The house rules are not well-formed TOML: {error}.") from error
    return house_from(data, rules)


def house_from(data: Mapping[str, object], rules: Iterable[str]) -> House:
    """Validate house rules given as tables. Raises `HouseRuleInvalid`."""
    unknown = sorted(set(data) - {"house", "severity"})
    if unknown:
        raise HouseRuleInvalid(
            f"House rules have no table [{unknown[0]}]. Known: [house], [severity]."
        )
    options: dict[str, str] = {}
    for key, value in _table(data, "house").items():
        option = OPTIONS.get(key)
        if option is None:
            raise HouseRuleInvalid(
                f"There is no house rule “{key}”. Known: {', '.join(sorted(OPTIONS))}."
            )
        kept = option.takes(value)
        if kept is None:
            raise HouseRuleInvalid(
                f"House rule “{key}” cannot be {value!r}. It can be {option.legal}."
            )
        if kept != option.default:
            options[key] = kept
    known = set(rules)
    severities: dict[str, Severity] = {}
    for rule, value in _table(data, "severity").items():
        if rule not in known:
            raise HouseRuleInvalid(f"There is no rule “{rule}” to set a severity for.")
        try:
            severities[rule] = Severity(str(value))
        except ValueError as error:
            raise HouseRuleInvalid(
                f"Rule “{rule}” cannot be {value!r}. It can be {', '.join(Severity)}."
            ) from error
    return House(options, severities)


def _table(data: Mapping[str, object], name: str) -> dict[str, object]:
    table = data.get(name, {})
    if not isinstance(table, dict):
        raise HouseRuleInvalid(f"House rules: [{name}] must be a table of settings.")
    return table
