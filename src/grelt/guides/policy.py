"""The policy: one guide with the house rules laid over it, resolved before the check runs."""

from __future__ import annotations

from dataclasses import dataclass, field

from ..findings import Severity
from .house import House
from .model import Guide

_SINGLE, _DOUBLE = 1.0, 2.0


@dataclass(frozen=True)
class Policy:
    """What a check goes by. Rules read this and never raw configuration. `date` (YYYY-MM-DD, or
    empty) decides only what lies in the future."""

    guide: Guide
    house: House = field(default_factory=House)
    date: str = ""

    def severity(self, rule: str) -> Severity:
        """The severity of a rule under guide and house; `OFF` where the guide is silent."""
        setting = self.guide.rules.get(rule)
        if setting is None:
            return Severity.OFF
        if rule in self.house.severities:
            return self.house.severities[rule]
        if rule == "entry-uncited" and self.works_consulted:
            return Severity.OFF
        return setting.severity

    @property
    def works_consulted(self) -> bool:
        return self.house.value("list_scope") == "consulted"

    def list_headings(self, entries: int) -> tuple[str, ...]:
        """The headings that are right for a list of so many entries, the best one first."""
        own = self.house.value("list_heading")
        if own != "guide":
            return (own,)
        if self.works_consulted:
            return self.guide.list.consulted + self.guide.list.headings
        if entries == 1 and self.guide.list.singular:
            return (self.guide.list.singular,)
        return self.guide.list.headings

    @property
    def list_line_spacing(self) -> float | None:
        """Lines of the list, in multiples of single spacing; None where the guide leaves it."""
        choice = self.house.value("list_spacing")
        if choice == "guide":
            choice = self.guide.list.spacing
        return {"double": _DOUBLE, "single": _SINGLE}.get(choice)

    @property
    def figures_first(self) -> bool:
        return self.house.value("figures_first") == "before"
