"""House rules: an instructor's own way over the guide, read from TOML, checked, and said in words."""

from __future__ import annotations

import re
import tomllib
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field

from ..errors import HouseRuleInvalid
from ..findings import Severity
from .option import KindNames
from .options import OPTIONS
from .own_kind import ExampleWrong, OwnKind, own_kind

_TABLES = ("house", "severity", "points", "remarks", "kind")
_MOST_POINTS, _LONGEST_REMARK, _MOST_KINDS = 100.0, 1000, 40


@dataclass(frozen=True)
class House:
    """Validated house rules: options set away from their default; severities, points and the person's own
    remarks by rule; source kinds of the house's own."""

    options: dict[str, str] = field(default_factory=dict)
    severities: dict[str, Severity] = field(default_factory=dict)
    points: dict[str, float] = field(default_factory=dict)
    remarks: dict[str, str] = field(default_factory=dict)
    kinds: tuple[OwnKind, ...] = ()

    @property
    def own_names(self) -> dict[str, tuple[str, str]]:
        """What the house's own kinds are called by id: one, several."""
        return _names(self.kinds)

    def value(self, key: str) -> str:
        return self.options.get(key, OPTIONS[key].default)

    def number(self, key: str) -> float | None:
        """The number that an option has been given; None where it has its default in words."""
        value = self.value(key)
        return None if value in OPTIONS[key].sentences else float(value)

    def sentences(self) -> tuple[str, ...]:
        """What differs from the guide, in words, in the order of the table."""
        said = [
            OPTIONS[key].sentence(self.options[key], self.own_names)
            for key in OPTIONS
            if key in self.options
        ]
        said += [
            f"“{rule}” is off." if severity is Severity.OFF else f"“{rule}” counts as {severity}."
            for rule, severity in sorted(self.severities.items())
        ]
        said += [
            f"“{rule}” costs {_points(points)}." for rule, points in sorted(self.points.items())
        ]
        said += [f"“{rule}” has a remark of its own." for rule in sorted(self.remarks)]
        said += [f"A {kind.name} is a kind of source of its own." for kind in self.kinds]
        return tuple(said)


def _points(points: float) -> str:
    return "1 point" if points == 1 else f"{points:g} points"


def load_house(text: str, rules: Iterable[str]) -> House:
    """Read a house rules file (TOML, see `house_toml`).

    `rules` are the known rule ids. Raises `HouseRuleInvalid` with line, reason and the way out.
    """
    try:
        data = tomllib.loads(text)
    except tomllib.TOMLDecodeError as error:
        raise HouseRuleInvalid(f"The house rules are not well-formed TOML: {error}.") from error
    try:
        return house_from(data, rules)
    except _Wrong as wrong:
        line = _line_of(text, wrong.table, wrong.key, wrong.number)
        where = f"Line {line}: " if line is not None else ""
        raise HouseRuleInvalid(f"{where}{wrong.message}") from wrong


def house_from(data: Mapping[str, object], rules: Iterable[str]) -> House:
    """Validate house rules given as tables. Raises `HouseRuleInvalid`."""
    unknown = sorted(set(data) - set(_TABLES))
    if unknown:
        known = ", ".join(f"[{table}]" for table in _TABLES[:-1]) + ", [[kind]]"
        raise _Wrong(f"House rules have no table [{unknown[0]}]. Known: {known}.", unknown[0], "")
    known_rules = frozenset(rules)
    kinds = _kinds(data.get("kind", []))
    return House(
        _options(_table(data, "house"), _names(kinds)),
        {rule: _severity(rule, value) for rule, value in _by_rule(data, "severity", known_rules)},
        {rule: _worth(rule, value) for rule, value in _by_rule(data, "points", known_rules)},
        {rule: _remark(rule, value) for rule, value in _by_rule(data, "remarks", known_rules)},
        kinds,
    )


def _names(kinds: Iterable[OwnKind]) -> dict[str, tuple[str, str]]:
    return {kind.id: (kind.name, kind.several) for kind in kinds}


class _Wrong(HouseRuleInvalid):
    """A house rule that is none, with its place."""

    def __init__(self, message: str, table: str, key: str, number: int = 0) -> None:
        super().__init__(message)
        self.table, self.key, self.number = table, key, number


def _kinds(tables: object) -> tuple[OwnKind, ...]:
    if not isinstance(tables, list) or not all(isinstance(table, dict) for table in tables):
        raise _Wrong("House rules: [[kind]] is a table for each kind of source.", "kind", "")
    if len(tables) > _MOST_KINDS:
        raise _Wrong(
            f"A house has {_MOST_KINDS} kinds of its own at most.", "kind", "", _MOST_KINDS
        )
    found: list[OwnKind] = []
    for number, table in enumerate(tables):
        try:
            found.append(own_kind(table, [kind.id for kind in found]))
        except ExampleWrong as wrong:
            raise _Wrong(str(wrong), "kind", "", number) from wrong
    return tuple(found)


def _options(table: dict[str, object], own: KindNames) -> dict[str, str]:
    options: dict[str, str] = {}
    for key, value in table.items():
        option = OPTIONS.get(key)
        if option is None:
            raise _Wrong(
                f"There is no house rule “{key}”. Known: {', '.join(sorted(OPTIONS))}.",
                "house",
                key,
            )
        kept = option.takes(value, own)
        if kept is None:
            raise _Wrong(
                f"House rule “{key}” cannot be {value!r}. It can be {option.legal}.", "house", key
            )
        if kept != option.default:
            options[key] = kept
    return options


def _by_rule(
    data: Mapping[str, object], table: str, rules: frozenset[str]
) -> Iterable[tuple[str, object]]:
    for rule, value in _table(data, table).items():
        if rule not in rules:
            what = {"severity": "a severity", "points": "points", "remarks": "a remark"}[table]
            raise _Wrong(f"There is no rule “{rule}” to set {what} for.", table, rule)
        yield rule, value


def _severity(rule: str, value: object) -> Severity:
    try:
        return Severity(str(value))
    except ValueError as error:
        raise _Wrong(
            f"Rule “{rule}” cannot be {value!r}. It can be {', '.join(Severity)}.", "severity", rule
        ) from error


def _worth(rule: str, value: object) -> float:
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise _Wrong(f"The points of “{rule}” are a number, not {value!r}.", "points", rule)
    if not 0 <= value <= _MOST_POINTS:
        raise _Wrong(
            f"The points of “{rule}” are from 0 to {_MOST_POINTS:g}, not {value:g}.", "points", rule
        )
    return float(value)


def _remark(rule: str, value: object) -> str:
    if not isinstance(value, str) or not value.strip() or len(value) > _LONGEST_REMARK:
        raise _Wrong(
            f"The remark of “{rule}” is some words, {_LONGEST_REMARK:,} characters at most.",
            "remarks",
            rule,
        )
    return value.strip()


def _table(data: Mapping[str, object], name: str) -> dict[str, object]:
    table = data.get(name, {})
    if not isinstance(table, dict):
        raise _Wrong(f"House rules: [{name}] must be a table of settings.", name, "")
    return table


def _line_of(text: str, table: str, key: str, skipped: int = 0) -> int | None:
    """The line on which a setting of a table stands; that of the table where no key is asked for. Of tables of
    one name `skipped` are passed over."""
    inside = False
    for number, line in enumerate(text.splitlines(), start=1):
        head = re.match(r"\s*\[+\s*([\w-]+)\s*\]+", line)
        if head:
            inside = head.group(1) == table
            if inside and skipped:
                inside, skipped = False, skipped - 1
            if inside and not key:
                return number
        elif inside and key and re.match(rf"""\s*["']?{re.escape(key)}["']?\s*=""", line):
            return number
    return None


def house_toml(house: House, title: str = "") -> str:
    """House rules as a TOML file with a comment a setting, which reads back to the same."""
    lines = [f"# House rules{f' of “{_one_line(title)}”' if title else ''}, over the guide.", ""]
    if house.options:
        lines.append("[house]")
        for key in OPTIONS:
            if key in house.options:
                value = house.options[key]
                lines += [
                    f"# {_one_line(OPTIONS[key].sentence(value, house.own_names))}",
                    f"{key} = {_written(key, value)}",
                    "",
                ]
    for table, settings in (
        ("severity", {rule: _quoted(str(s)) for rule, s in house.severities.items()}),
        ("points", {rule: f"{points:g}" for rule, points in house.points.items()}),
        ("remarks", {rule: _quoted(words) for rule, words in house.remarks.items()}),
    ):
        if settings:
            lines.append(f"[{table}]")
            lines += [f"{rule} = {value}" for rule, value in sorted(settings.items())]
            lines.append("")
    for kind in house.kinds:
        lines += [
            "# A kind of source of the house's own: a worked example with its elements in braces. One with “=”",
            "# always has these words, and the kind is told by them; one with “?” may be missing.",
            "[[kind]]",
            *(f"{key} = {_quoted(words)}" for key, words in kind.table.items()),
            "",
        ]
    return "\n".join(lines).rstrip() + "\n"


def _written(key: str, value: str) -> str:
    option = OPTIONS[key]
    return value if option.number and value not in option.sentences else _quoted(value)


def _quoted(words: str) -> str:
    """A basic string of TOML 1.0."""
    escaped = words.replace("\\", "\\\\").replace('"', '\\"')
    escaped = "".join(c if c >= " " and c != "\x7f" else f"\\u{ord(c):04x}" for c in escaped)
    return f'"{escaped}"'


def _one_line(words: str) -> str:
    """Words as a comment of TOML may hold them."""
    return "".join(c for c in " ".join(words.split()) if c >= " " and c != "\x7f")
