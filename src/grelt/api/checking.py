"""Checking a paper: bytes and settings in, a report out."""

from __future__ import annotations

import hashlib
import re
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cache
from pathlib import Path
from typing import Any

from .. import __version__
from ..cutting import Hand
from ..guides import Policy, available_guides, load_guide
from ..guides.kinds import load_kinds
from ..guides.model import Guide
from ..paper import Paper, analyse
from ..parts import front_of
from ..readers import read_paper
from ..recognise import recognise
from ..records import Records, read_records
from ..report import SCHEMA_VERSION, build_report, run_rules, written
from ..rules import all_rules
from ..rules.registry import Registered
from ..set_right import SetRight
from ..text.addresses import addresses
from ..text.spans import Span
from .house import house_of

AUTO = "auto"
# Below this the guide is not recognised, and only families that all guides share are checked.
_RECOGNISED = 0.5
_IN_EVERY_GUIDE = frozenset({"match", "requirement"})


@dataclass(frozen=True)
class CheckInputs:
    """Everything that decides a report besides the paper itself.

    `house` is the text of a house rules file or tables already read; `date`
    (YYYY-MM-DD) decides only what lies in the future; `joins` are matches made by hand,
    citation key to entry key (`""` for “no entry”);
    `hands` what a person has set right in entries, by entry key: `kind`, and `borders` as lists of element,
    start and end; `roles` what a person says that paragraphs are, by paragraph key; `records` is the text of a
    file of looked-up records.
    """

    guide: str = AUTO
    house: str | Mapping[str, object] | None = None
    date: str = ""
    joins: Mapping[str, str] = field(default_factory=dict)
    hands: Mapping[str, Mapping[str, Any]] = field(default_factory=dict)
    roles: Mapping[str, str] = field(default_factory=dict)
    records: str | None = None


def check(data: bytes, name: str, inputs: CheckInputs, *, strict: bool = False) -> dict[str, Any]:
    """Check one paper and return its report (see `report/schema.json`).

    `data` are the bytes of the file, `name` what it is called. With `strict` a rule that
    crashes raises. Raises `PaperUnreadable`, `GuideUnknown` or `HouseRuleInvalid`.
    """
    house = house_of(inputs.house)
    document = read_paper(data, name)
    every = [load_guide(g) for g in available_guides()]
    wanted = load_guide(inputs.guide) if inputs.guide != AUTO else every[0]
    records = read_records(inputs.records) if inputs.records else Records()
    paper = analyse(
        document,
        Policy(wanted, house, inputs.date),
        SetRight(inputs.joins, _hands(inputs.hands), inputs.roles),
        records,
    )
    guide = _given(wanted)
    if inputs.guide == AUTO:
        found = recognise(paper, every)
        paper = replace(paper, policy=Policy(found.guide, house, inputs.date))
        guide = {"id": found.guide.id, "chosen": "recognised", "confidence": found.confidence}
    outcome = run_rules(paper, _rules_for(guide), strict=strict)
    return build_report(
        paper,
        outcome,
        file=name,
        guide=guide,
        inputs={
            "paper_sha256": hashlib.sha256(data).hexdigest(),
            "house": list(house.sentences()) or None,
            "records": _records_said(inputs.records, records, paper),
            "date": inputs.date,
            "joins": len(inputs.joins),
            "hands": len(inputs.hands),
            "core": __version__,
            "schema": SCHEMA_VERSION,
        },
    )


def check_written(data: bytes, name: str, inputs: CheckInputs) -> str:
    """The report of `check` as JSON text that can be stored and sent whatever the paper holds."""
    return written(check(data, name, inputs))


def ready() -> None:
    """Load all rules and guides, as the first check would."""
    all_rules()
    for guide in available_guides():
        load_kinds(guide)


def _records_said(text: str | None, records: Records, paper: Paper) -> str | None:
    """What became of the look-up, in words."""
    if text is None:
        return None
    if records.problem:
        return records.problem
    works = [paper.references.of(i).cut.work for i in range(len(paper.entries))]
    asked = sum(bool(w.text("doi") or w.text("url")) for w in works)
    return f"{sum(records.of(w) is not None for w in works)} of {asked} records found"


@dataclass(frozen=True)
class FirstLook:
    """What is told of a paper before it is checked: whose it is and its title, by its own words (empty where it
    does not say), and the DOIs and addresses of its entries."""

    writer: str
    title: str
    identifiers: tuple[str, ...]


def first_look(data: bytes, name: str) -> FirstLook:
    """The first look at a paper; identifiers as the entries have them, for nothing else of them is needed to
    look them up. Raises `PaperUnreadable`."""
    front = front_of(read_paper(data, name))
    found: list[str] = []
    for text in front.entries:
        named: list[Span] = []
        for address in addresses(text):
            # Of an address that leads to a DOI the DOI is enough.
            if not any(address.span.overlaps(other) for other in named):
                found.append(address.span.of(text).replace(" ", ""))
            named.append(address.whole)
    return FirstLook(written_name(front.writer), front.title, tuple(dict.fromkeys(found)))


def written_name(line: str) -> str:
    """A line with a writer's name, without the page's number that stands behind it in a running head."""
    return re.sub(r"\s+\d{1,3}$", "", line)


def _hands(hands: Mapping[str, Mapping[str, Any]]) -> dict[str, Hand]:
    return {
        key: Hand(
            str(hand.get("kind") or ""),
            tuple((str(n), int(a), int(b)) for n, a, b in hand.get("borders") or ()),
        )
        for key, hand in hands.items()
    }


@cache
def build_id() -> str:
    """The version, and a digest of the core's own files: another build may report otherwise."""
    digest = hashlib.sha256()
    folder = Path(__file__).parent.parent
    for path in sorted(p for p in folder.rglob("*") if p.suffix in (".py", ".toml", ".json")):
        digest.update(path.relative_to(folder).as_posix().encode() + b"\0" + path.read_bytes())
    return f"{__version__}+{digest.hexdigest()[:10]}"


def analyse_paper(data: bytes, name: str, guide: str) -> Paper:
    """The analysed paper itself, for tools that look inside."""
    return analyse(read_paper(data, name), Policy(load_guide(guide)))


def _given(guide: Guide) -> dict[str, Any]:
    return {"id": guide.id, "chosen": "given", "confidence": 1.0}


def _rules_for(guide: Mapping[str, Any]) -> list[Registered]:
    """All rules; of a paper that follows no guide we know, only what every guide asks.

    A form that is right in another guide must not be called wrong.
    """
    known = guide["confidence"] >= _RECOGNISED
    return [r for r in all_rules().values() if known or r.family in _IN_EVERY_GUIDE]
