"""Cases: fragments of papers that a rule must flag, and near neighbours it must leave alone.

They stand in `<rule>.cases.toml` beside the rule, as tables `[[flag]]` and `[[keep]]`;
`guide` above them is the guide of the cases that name no other. A case has `text` in the
notation of `document.fragment` and `why`; a flag case the exact words `marked` (or several)
and, where there is a right text, `expected`.
"""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from importlib import import_module
from pathlib import Path

from .registry import Registered, RuleBroken

_FLAG = {
    "why", "text", "marked", "expected", "severity", "shown", "guide", "house", "also", "records",
}  # fmt: skip
_KEEP = {"why", "text", "shown", "guide", "house", "also", "not_mine", "records"}


@dataclass(frozen=True)
class Case:
    """One fragment. `also` names other rules that rightly speak of it; `not_mine` says that
    the rule has no subject in it at all."""

    text: str
    why: str
    marked: tuple[str, ...] = ()
    expected: str | None = None
    severity: str | None = None
    shown: bool = False
    guide: str = ""
    house: dict[str, object] | None = None
    also: tuple[str, ...] = ()
    not_mine: bool = False
    records: str = ""


@dataclass(frozen=True)
class Cases:
    flag: tuple[Case, ...]
    keep: tuple[Case, ...]


def cases_of(registered: Registered) -> Cases:
    """The cases of a rule. Raises `RuleBroken` where they are missing or misspelled."""
    path = Path(import_module(registered.module).__file__ or "").with_suffix(".cases.toml")
    if not path.is_file():
        raise RuleBroken(f"{registered.id} has no cases beside it")
    data = tomllib.loads(path.read_text(encoding="utf-8"))
    if set(data) != {"flag", "keep", "guide"}:
        raise RuleBroken(f"{registered.id}: cases need a guide, [[flag]] and [[keep]], and no more")
    usual = {"guide": data["guide"]}
    return Cases(
        tuple(_case(usual | c, _FLAG, registered.id) for c in data["flag"]),
        tuple(_case(usual | c, _KEEP, registered.id) for c in data["keep"]),
    )


def _case(table: dict[str, object], known: set[str], rule: str) -> Case:
    unknown = table.keys() - known
    if unknown or "text" not in table or "why" not in table:
        raise RuleBroken(f"{rule}: a case has unknown {sorted(unknown)} or lacks text or why")
    marked = table.get("marked", ())
    also = table.get("also", ())
    house = table.get("house")
    return Case(
        text=str(table["text"]),
        why=str(table["why"]),
        marked=(marked,) if isinstance(marked, str) else tuple(marked),  # type: ignore[arg-type]
        expected=str(table["expected"]) if "expected" in table else None,
        severity=str(table["severity"]) if "severity" in table else None,
        shown=bool(table.get("shown", False)),
        guide=str(table["guide"]),
        house=dict(house) if isinstance(house, dict) else None,
        also=(also,) if isinstance(also, str) else tuple(also),  # type: ignore[arg-type]
        not_mine=bool(table.get("not_mine", False)),
        records=str(table.get("records", "")),
    )
