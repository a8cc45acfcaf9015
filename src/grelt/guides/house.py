"""House rules: an instructor's own way over the guide. One table declares every option;
it validates the settings, gives their defaults and writes them in words."""

from __future__ import annotations

import tomllib
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field

from ..errors import HouseRuleInvalid
from ..findings import Severity


@dataclass(frozen=True, slots=True)
class Option:
    """One house rule: its legal values, and a sentence for each."""

    key: str
    default: str
    sentences: dict[str, str]
    free_text: str = ""

    def sentence(self, value: str) -> str:
        """The option in words, at this value."""
        return self.sentences.get(value) or self.free_text.format(value)


OPTIONS: dict[str, Option] = {
    option.key: option
    for option in (
        Option(
            "list_scope",
            "cited",
            {
                "cited": "The list holds the works cited, and no others.",
                "consulted": "The list may hold works consulted and not cited.",
            },
        ),
        Option(
            "list_heading",
            "guide",
            {"guide": "The list is headed as the guide has it."},
            "The list is headed “{}”.",
        ),
        Option(
            "list_spacing",
            "guide",
            {
                "guide": "The list is spaced as the guide has it.",
                "double": "The list is double spaced.",
                "single": "The list is single spaced.",
            },
        ),
        Option(
            "links",
            "plain",
            {
                "plain": "Addresses in the list are plain text.",
                "allow": "Addresses in the list may be live links.",
                "require": "Addresses in the list must be live links.",
            },
        ),
        Option(
            "faked_indents",
            "flag",
            {
                "flag": "Indents made with tabs and line breaks are pointed out.",
                "tolerate": "Indents made with tabs and line breaks are tolerated.",
            },
        ),
        Option(
            "dry_page",
            "flag",
            {
                "flag": "A full page of text without a citation is pointed out.",
                "allow": "Pages without a citation are not pointed out.",
            },
        ),
        Option(
            "dashes",
            "lenient",
            {
                "lenient": "A hyphen may stand for the dash of a range.",
                "strict": "Ranges have the guide’s own dash.",
            },
        ),
        Option(
            "discursive_notes",
            "flag",
            {
                "allow": "Notes may comment and cite nothing.",
                "flag": "A note that cites nothing is pointed out.",
                "forbid": "Every note must cite.",
            },
        ),
        Option(
            "note_numbers",
            "either",
            {
                "either": "The number before a note may be raised or not.",
                "raised": "The number before a note is raised.",
                "full": "The number before a note is full-sized.",
            },
        ),
        Option(
            "ibid",
            "discourage",
            {
                "allow": "“Ibid.” may be used.",
                "discourage": "“Ibid.” is better a short note.",
                "forbid": "“Ibid.” is not used.",
                "require": "“Ibid.” is used where the note before has the same source.",
            },
        ),
        Option(
            "access_dates",
            "optional",
            {
                "optional": "Entries may say when an address was read.",
                "never": "Entries do not say when an address was read.",
                "undated": "Entries without a date say when their address was read.",
                "always": "Entries with an address say when it was read.",
            },
        ),
        Option(
            "databases",
            "guide",
            {
                "guide": "Databases are named as the guide has it.",
                "omit": "Databases are not named.",
                "require": "Entries of articles name the database they were read in.",
            },
        ),
        Option(
            "editions",
            "guide",
            {
                "guide": "Editions are given as the guide has it.",
                "require": "Entries of works of reference give the edition.",
            },
        ),
        Option(
            "figures_first",
            "before",
            {
                "before": "Titles that begin with a figure stand before the letters.",
                "spelled": "Titles that begin with a figure stand where the figure spelled out would.",
            },
        ),
    )
}


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
        if not isinstance(value, str) or not (
            value in option.sentences or (option.free_text and value.strip())
        ):
            raise HouseRuleInvalid(
                f"House rule “{key}” cannot be {value!r}. "
                f"It can be {', '.join(option.sentences)}{' or your own words' * bool(option.free_text)}."
            )
        if value != option.default:
            options[key] = value
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
