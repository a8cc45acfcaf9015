"""Gathers what goes back: kept findings as remarks, a habit as one, in the order of the work."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from ..vocabulary import ROUNDS

Json = dict[str, Any]
_REQUIREMENT = "requirement"


@dataclass(frozen=True)
class Given:
    """What a person gives with a return. `kept` has the keys of the findings that go into it with the
    person's own words for each (None: all of them, without words); `words` are for the whole, `order` may
    leave rounds out."""

    kept: Mapping[str, str] | None = None
    words: str = ""
    without: frozenset[str] = frozenset()


@dataclass(frozen=True)
class At:
    """A stretch of a paragraph of the report, as offsets into its text."""

    paragraph: int
    start: int
    end: int


@dataclass(frozen=True)
class Remark:
    """One thing to say. `own` are the instructor's words, of the rule and of the finding; `places` are all
    places of a habit, the first one being where it is said; `among` are its chances. `kind` is the kind of
    source of the entry that it is about, if it is about one."""

    key: str
    rule: str
    round: str
    label: str
    severity: str
    message: str
    own: tuple[str, ...]
    places: tuple[At, ...]
    page: int | None
    among: int
    habit: bool
    found: str
    expected: str
    expected_html: str
    kind: str = ""

    @property
    def count(self) -> int:
        return max(1, len(self.places))


@dataclass(frozen=True)
class Section:
    """A round of the work: what is to be said of it, or that it is in order."""

    round: str
    title: str
    remarks: tuple[Remark, ...]


@dataclass(frozen=True)
class Return:
    """All that goes back, with the report that it was made of."""

    report: Json
    writer: str
    title: str
    words: str
    sections: tuple[Section, ...]
    clean: tuple[str, ...] = field(default=())

    @property
    def remarks(self) -> tuple[Remark, ...]:
        return tuple(r for section in self.sections for r in section.remarks)


# What is said of a round without anything to remark on.
_IN_ORDER = {
    "text": "Citations in the text have the form that the guide asks for.",
    "match": "Every citation leads to its entry, and every entry is cited.",
    "list": "The list stands in order and is laid out as it should be.",
    "entries": "Every entry has the form that the guide asks for.",
    "notes": "Notes have the form that the guide asks for.",
    "page": "The page is laid out as it should be.",
}


def gather(report: Json, given: Given, writer: str = "", title: str = "") -> Return:
    """The return of a paper. Habits are gathered by rule; what is said once is a remark by itself."""
    found = [f for f in report["findings"] if given.kept is None or f["key"] in given.kept]
    habits = {h["rule"]: h for h in report["habits"]}
    kinds = {e["id"]: e["kind"] for e in report["entries"]}
    by_rule: dict[str, list[Json]] = defaultdict(list)
    for finding in found:
        by_rule[finding["rule"]].append(finding)
    remarks: dict[str, list[Remark]] = defaultdict(list)
    for finding in found:
        alike, habit = by_rule[finding["rule"]], habits.get(finding["rule"], {})
        together = bool(habit.get("habit")) and len(alike) > 1
        if together and finding is not alike[0]:
            continue
        group = alike if together else [finding]
        remark = _remark(group, habit, given.kept or {}, kinds)
        remarks[remark.round].append(remark)
    rounds = [(identity, title_) for identity, title_, _ in ROUNDS if identity not in given.without]
    return Return(
        report,
        writer or _front(report, "writer"),
        title or _front(report, "title"),
        given.words.strip(),
        tuple(Section(i, t, tuple(remarks[i])) for i, t in rounds if remarks[i]),
        tuple(_IN_ORDER[i] for i, _ in rounds if not remarks[i] and _looked_at(report, i)),
    )


def _front(report: Json, name: str) -> str:
    parts = (report["front"] or {"parts": []})["parts"]
    return next((" ".join(p["text"].split()) for p in parts if p["name"] == name), "")


def _looked_at(report: Json, round_: str) -> bool:
    """Whether a paper has what a round looks at, and the round found nothing at all."""
    families = next(families for identity, _, families in ROUNDS if identity == round_)
    if any(f["family"] in families and f["family"] != _REQUIREMENT for f in report["findings"]):
        return False
    has = {
        "text": any(c["form"] != "note" for c in report["citations"]),
        "match": bool(report["citations"]) and bool(report["entries"]),
        "list": bool(report["entries"]),
        "entries": bool(report["entries"]),
        "notes": bool(report["notes"]),
        "page": report["page"] is not None,
    }
    return has[round_]


def _remark(
    group: list[Json], habit: Json, kept: Mapping[str, str], kinds: Mapping[str, str]
) -> Remark:
    first = group[0]
    said = [first["remark"] or "", *(kept.get(f["key"], "") for f in group)]
    places = tuple(at for f in group for at in _places(f))
    gathered = len(group) > 1 or len(places) > 1
    return Remark(
        key=first["key"],
        rule=first["rule"],
        round=next(i for i, _, families in ROUNDS if first["family"] in families),
        label=first["label"],
        severity=first["severity"],
        message=first["message"],
        own=tuple(dict.fromkeys(w.strip() for w in said if w.strip())),
        places=places,
        page=first["page"],
        among=max(int(habit.get("chances") or 0), len(places)),
        habit=gathered,
        found=first["found"] or "",
        expected=first["expected"] or "",
        expected_html=first["expected_html"] or "",
        kind=kinds.get(first["entry"] or "", ""),
    )


def _places(finding: Json) -> list[At]:
    if finding["places"]:
        return [At(p["paragraph"], p["start"], p["end"]) for p in finding["places"]]
    if finding["paragraph"] is None:
        return []
    return [At(finding["paragraph"], finding["start"] or 0, finding["end"] or 0)]


def said_of(remark: Remark) -> list[str]:
    """A remark as lines: the person's own words first, then what was found, how often, and what would be
    right."""
    lines = list(remark.own)
    often = (
        f" In {remark.count} of {remark.among} places." if remark.habit and remark.count > 1 else ""
    )
    own_count = "So it is in" in remark.message
    lines.append(remark.message + ("" if own_count else often))
    short = remark.expected and "\n" not in remark.expected and len(remark.expected) <= 300
    if short and remark.expected.strip() and remark.expected not in remark.message:
        lines.append(f"Write: {remark.expected.strip()}")
    return lines
