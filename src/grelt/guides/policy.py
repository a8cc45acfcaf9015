"""The policy: one guide with the house rules laid over it, resolved before the check runs."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass, field

from ..findings import Severity
from .house import House
from .model import Guide

_SINGLE, _DOUBLE = 1.0, 2.0
_PERIODICAL = ("journal-article", "magazine-article", "newspaper-article", "review")


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
        if rule == "entry-author-title" and self.house.value("degrees") == "tolerate":
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
    def body_line_spacing(self) -> float | None:
        """Lines of the text, in multiples of single spacing; None where any will do."""
        choice = self.house.value("body_spacing")
        if choice == "guide":
            choice = self.guide.page.spacing
        return {"double": _DOUBLE, "one and a half": 1.5, "single": _SINGLE}.get(choice)

    @property
    def margins(self) -> float:
        """The margins of the page, in points."""
        own = self.house.value("margins")
        return self.guide.page.margins if own == "guide" else float(own) * 72

    @property
    def faces(self) -> tuple[str, ...]:
        """The faces that the house asks for; none where any readable one will do."""
        own = self.house.value("face")
        return () if own == "guide" else tuple(filter(None, (f.strip() for f in own.split(","))))

    def sizes_of(self, face: str | None) -> tuple[float, float]:
        """The least and the largest size of type in a face, in points."""
        own = self.house.value("size")
        if own != "guide":
            return float(own), float(own)
        name = (face or "").casefold()
        named = [size for known, size in self.guide.page.named_sizes if known.casefold() == name]
        least, most = self.guide.page.sizes
        # A face that the guide names is not set smaller than there.
        return (named[0], max(most, named[0])) if named else (least, most)

    @property
    def heading_lines(self) -> tuple[str, ...]:
        """The lines of the heading block, in order; none where there need be no block."""
        own = self.house.value("heading_block")
        if own == "guide":
            return self.guide.page.heading_block
        return () if own == "none" else tuple(filter(None, (w.strip() for w in own.split(","))))

    @property
    def title_page(self) -> str:
        """Whether the paper has a title page: `always`, `never` or `may`."""
        own = self.house.value("title_page")
        return {"require": "always", "forbid": "never", "allow": "may"}.get(
            own, self.guide.page.title_page
        )

    @property
    def figures_first(self) -> bool:
        return self.house.value("figures_first") == "before"

    @property
    def left_out(self) -> frozenset[str]:
        """Elements that the house does without although the guide has them."""
        found = set()
        if self.house.value("access_dates") == "never":
            found.add("accessed")
        if self.house.value("databases") == "omit":
            found.add("database")
        return frozenset(found)

    def demanded(self, kind: str, elements: Collection[str]) -> frozenset[str]:
        """Elements that the house asks for in an entry that has these: a day of access where there is an
        address, a database where articles are read in one."""
        wanted = self.house.value("access_dates")
        online = "url" in elements
        found = set()
        if online and (wanted == "always" or (wanted == "undated" and "date" not in elements)):
            found.add("accessed")
        if self.house.value("databases") == "require" and kind in _PERIODICAL:
            found.add("database")
        if self.house.value("editions") == "require" and kind == "reference-entry":
            found.add("edition")
        return frozenset(found)
