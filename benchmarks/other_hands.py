"""Measures the core on entries, notes and papers that other people wrote and marked.

    .venv/bin/python benchmarks/other_hands.py --data FOLDER [--show] [--half 1|2] [--guide ID]

FOLDER holds `entries/*.toml` and `papers/*.md` with `papers/*.toml`; nothing of it is kept here. For each
guide is printed: of the correct entries (and notes) the share left alone and that without an error or a
caution, kinds told right; of the slips in faulty ones the share found under their rule, the share of
entries put right to the letter, findings besides, and right ones called wrong all the same; in the papers
precision and recall of citations, matches, and findings. With `--show` every disagreement is printed;
`--half` looks at one half only (by a hash of the text), so that the other can be kept unread.
"""

from __future__ import annotations

import argparse
import hashlib
import sys
import time
import tomllib
from collections import defaultdict
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from grelt import api  # noqa: E402
from grelt.text.spans import Span  # noqa: E402

DATE = "2026-11-27"
_HEADING = {"author-page": "Works Cited", "author-date": "References", "notes": "Bibliography"}
_OF_ENTRIES = ("entry", "integrity")


@dataclass
class Tally:
    """Counts by name, each with how many there were in all, and what went otherwise in words."""

    got: dict[str, int] = field(default_factory=lambda: defaultdict(int))
    of: dict[str, int] = field(default_factory=lambda: defaultdict(int))
    said: list[str] = field(default_factory=list)

    def add(self, name: str, got: int, of: int = 1) -> None:
        self.got[name] += got
        self.of[name] += of

    def take(self, other: Tally) -> None:
        for name, count in other.of.items():
            self.add(name, other.got[name], count)
        self.said += other.said


Job = tuple[str, str, dict[str, Any]]


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__.partition("\n")[0] if __doc__ else "")
    parser.add_argument("--data", type=Path, required=True)
    parser.add_argument("--show", action="store_true")
    parser.add_argument("--half", type=int, choices=(1, 2))
    parser.add_argument("--guide")
    parser.add_argument("--only", help="entries, faulty, notes or papers")
    options = parser.parse_args()
    if not (options.data / "entries").is_dir():
        parser.error(f"{options.data} has no folder entries")
    began = time.monotonic()
    jobs = [
        job
        for job in _jobs(options.data)
        if (options.half is None or _half(job) == options.half)
        and options.guide in (None, job[1])
        and (options.only is None or job[0].startswith(options.only))
    ]
    found: dict[str, Tally] = defaultdict(Tally)
    with ProcessPoolExecutor() as pool:
        for job, tally in zip(jobs, pool.map(_measure, jobs, chunksize=8), strict=True):
            found[job[1]].take(tally)
    for guide, tally in sorted(found.items()):
        if options.show:
            print("\n".join(tally.said))
        _print(guide, tally)
    whole = Tally()
    for tally in found.values():
        whole.take(tally)
    _print("all", whole)
    print(f"{len(jobs)} texts, {time.monotonic() - began:.0f} s")


def _print(title: str, tally: Tally) -> None:
    print(f"== {title}")
    for name, count in tally.of.items():
        got = tally.got[name]
        share = f"{got / count:.3f}" if count else "-"
        print(f"  {name:42} {got:>4} of {count:>4}  {share}")


def _half(job: Job) -> int:
    text = job[2].get("text") or job[2]["name"]
    return 1 + hashlib.sha256(text.encode()).digest()[0] % 2


def _jobs(folder: Path) -> Iterator[Job]:
    """Everything there is to measure: what it is, under which guide, and its table."""
    for path in sorted((folder / "entries").glob("*.toml")):
        data = tomllib.loads(path.read_text(encoding="utf-8"))
        name = path.stem.removesuffix("-faulty")
        if "note" in data:
            for table in data["note"]:
                yield "notes", "chicago-17-notes", table
            continue
        before = ""
        for table in data["entry"]:
            kind = "faulty" if path.stem.endswith("-faulty") else "entries"
            yield kind, name, {**table, "above": before if table.get("follows") else ""}
            before = table["text"]
    for path in sorted((folder / "papers").glob("*.md")):
        table = tomllib.loads(path.with_suffix(".toml").read_text(encoding="utf-8"))
        paper = {"name": path.name, "paper": path.read_text(encoding="utf-8"), **table}
        yield "papers", table["guide"], paper


def _measure(job: Job) -> Tally:
    what, guide, table = job
    tally = Tally()
    if what == "entries":
        _entry(guide, table, tally)
    elif what == "faulty":
        _faulty(guide, table, tally)
    elif what == "notes":
        _faulty_note(guide, table, tally)
    else:
        _paper(guide, table, tally)
    return tally


def _report(text: str, guide: str) -> dict[str, Any]:
    return api.check(text.encode(), "paper.md", api.CheckInputs(guide, date=DATE))


def _heading(guide: str) -> str:
    return next(_HEADING[g["system"]] for g in api.guides() if g["id"] == guide)


def _of_entry(text: str, guide: str, above: str = "") -> tuple[dict[str, Any] | None, list[Any]]:
    """The last entry of a list in a report, and the findings on it."""
    listed = f"{above}\n\n{text}" if above else text
    report = _report(f"Text.\n\n# {_heading(guide)}\n\n{listed}\n", guide)
    if len(report["entries"]) != 1 + bool(above):
        return None, []
    entry = report["entries"][-1]
    findings = [
        f
        for f in report["findings"]
        if f["entry"] == entry["id"] and f["family"] in _OF_ENTRIES and f["rule"] != "entry-uncited"
    ]
    return entry, findings


def _entry(guide: str, table: dict[str, Any], tally: Tally) -> None:
    entry, findings = _of_entry(table["text"], guide, table["above"])
    if entry is None:
        tally.said.append(f"LOST {table['text']}")
    heavy = [f for f in findings if f["severity"] != "advice"]
    tally.add("entries left alone", entry is not None and not findings)
    tally.add("entries without error or caution", entry is not None and not heavy)
    tally.add("kinds", entry is not None and entry["kind"] == table["kind"])
    for finding in findings:
        tally.said.append(_words("ALARM", finding, table["text"], table.get("note", "")))
    if entry is not None and entry["kind"] != table["kind"]:
        tally.said.append(
            f"KIND {entry['kind']} for {table['kind']} ({entry['kind_confidence']}) :: {table['text']}"
        )
    for name in ("full_note", "short_note"):
        if name in table:
            _right_note(guide, table, name, tally)


def _words(kind: str, finding: dict[str, Any], text: str, note: str = "") -> str:
    said = f"{kind} {finding['severity']} {finding['rule']} {finding['found']!r}"
    return f"{said} -> {finding['expected']!r} :: {text} {f'({note})' if note else ''}"


def _right_note(guide: str, table: dict[str, Any], name: str, tally: Tally) -> None:
    """A note in a paper: a full one first, a short one behind its full one and another between."""
    notes = [table["full_note"]]
    if name == "short_note":
        notes += ["Mira Hollis, *Barrow* (London: Verso, 2001), 4.", table[name]]
    findings = _of_note(guide, notes, [table["text"]], table["above"])
    tally.add(f"{name.replace('_', ' ')}s left alone", not findings)
    for finding in findings:
        tally.said.append(_words(f"NOTE {name}", finding, notes[-1]))


def _of_note(guide: str, notes: list[str], entries: list[str], above: str = "") -> list[Any]:
    """The findings on the last of some notes."""
    text = " ".join(f"Words stand here.[^{n}]" for n in range(1, len(notes) + 1))
    listed = "\n\n".join(
        dict.fromkeys((above, *entries, "Hollis, Mira. *Barrow*. London: Verso, 2001."))
    )
    foot = "\n".join(f"[^{n}]: {note}" for n, note in enumerate(notes, start=1))
    report = _report(f"{text}\n\n# {_heading(guide)}\n\n{listed}\n\n{foot}\n", guide)
    last = report["notes"][-1]
    paragraphs = {c["paragraph"] for c in report["citations"] if c["id"] in last["citations"]} | {
        f["paragraph"] for f in report["findings"] if f["note"] == last["id"]
    }
    return [
        f
        for f in report["findings"]
        if f["rule"] != "note-ibid-discouraged"
        and (
            f["note"] == last["id"]
            or f["citation"] in last["citations"]
            or (f["paragraph"] in paragraphs and f["entry"] is None)
        )
    ]


def _judge(table: dict[str, Any], findings: list[Any], tally: Tally, what: str) -> None:
    """Count the slips of a faulty text that were found, and what was said besides."""
    left = list(findings)
    for fault in table["faults"]:
        names = {fault["rule"], *fault.get("also", ())}
        hit = next((f for f in left if f["rule"] in names), None)
        if hit is not None:
            left.remove(hit)
        tally.add(f"slips found ({what})", hit is not None)
        if hit is None:
            rules = [f["rule"] for f in findings]
            tally.said.append(
                f"MISS {fault['rule']} {fault['text']!r} -> {fault['expected']!r} "
                f"(said {rules}) :: {table['text']}"
            )
    tally.add(f"findings besides ({what})", len(left), len(table["faults"]))
    for finding in left:
        tally.said.append(_words("BESIDES", finding, table["text"]))


def _faulty(guide: str, table: dict[str, Any], tally: Tally) -> None:
    entry, findings = _of_entry(table["text"], guide, table["above"])
    _judge(table, findings, tally, "entries")
    corrected = entry["corrected_html"] if entry is not None else None
    said = (corrected or "").replace("<i>", "*").replace("</i>", "*").replace("&amp;", "&")
    tally.add("put right exactly (entries)", said == table["right"])
    if said != table["right"]:
        tally.said.append(f"INEXACT {said}\n     for {table['right']}")
    _, wrong = _of_entry(table["right"], guide, table["above"])
    tally.add("right ones called wrong (entries)", bool(wrong))
    for finding in wrong:
        tally.said.append(_words("RIGHT BUT", finding, table["right"]))


def _faulty_note(guide: str, table: dict[str, Any], tally: Tally) -> None:
    before = list(table.get("before", ()))
    findings = _of_note(guide, [*before, table["text"]], [table["entry"]])
    _judge(table, findings, tally, "notes")
    wrong = _of_note(guide, [*before, table["right"]], [table["entry"]])
    tally.add("right ones called wrong (notes)", bool(wrong))
    for finding in wrong:
        tally.said.append(_words("RIGHT NOTE BUT", finding, table["right"]))


def _bare(text: str) -> str:
    return text.replace("*", "")


@dataclass
class _Mark:
    """A citation of a paper as it is marked: where, and the entry it means (None: none)."""

    paragraph: int
    span: Span
    entry: int | None
    text: str


def _paper(guide: str, table: dict[str, Any], tally: Tally) -> None:
    report = api.check(table["paper"].encode(), table["name"], api.CheckInputs(guide, date=DATE))
    for finding in report["findings"]:
        tally.add("findings in papers", 1)
        where = finding["paragraph"]
        place = report["paragraphs"][where]["text"] if where is not None else ""
        tally.said.append(_words(f"PAPER {table['name']}", finding, place[:160]))
    marks = [_mark(report, citation) for citation in table["citation"]]
    used: set[int] = set()
    for mark in sorted(marks, key=lambda m: len(m.span)):
        number = _found(report, mark, used)
        tally.add("citations found (recall)", number is not None)
        if number is None:
            tally.said.append(f"MISSED {table['name']} {mark.text!r}")
            continue
        used.add(number)
        chosen = [int(e[1:]) - 1 for e in report["citations"][number]["entries"]]
        right = chosen == ([mark.entry] if mark.entry is not None else [])
        tally.add("citations led home (matches)", right)
        if not right:
            tally.said.append(
                f"MATCH {table['name']} {mark.text!r} -> {chosen} for {mark.entry} "
                f"({report['citations'][number]['reason']})"
            )
    for number, citation in enumerate(report["citations"]):
        tally.add("citations that are ones (precision)", number in used)
        if number not in used:
            tally.said.append(f"FALSE {table['name']} {citation['form']} {citation['text']!r}")


def _mark(report: dict[str, Any], table: dict[str, Any]) -> _Mark:
    """Where a marked citation stands. Raises `ValueError` where its words are not there once."""
    words, part = _bare(table["text"]), _bare(table.get("part", table["text"]))
    listed = {p for e in report["entries"] for p in e["paragraphs"]}
    allowed: set[int] | None = None
    if "note" in table:
        # All its citations stand in that note's paragraphs.
        note = report["notes"][table["note"] - 1]
        allowed = {
            p["index"] for p in report["paragraphs"]
            if p["role"] == "note" and p["text"].strip() and note["text"].startswith(p["text"][:40])
        }  # fmt: skip
    places = [
        (p["index"], p["text"].index(words))
        for p in report["paragraphs"]
        if words in p["text"]
        and p["index"] not in listed
        and (p["index"] in allowed if allowed is not None else p["role"] != "note")
    ]
    if len(places) != 1:
        raise ValueError(f"{words!r} stands {len(places)} times")
    paragraph, start = places[0]
    at = start + words.index(part)
    entry = None
    if not table.get("unlisted"):
        head = _bare(table["entry"])
        fits = [i for i, e in enumerate(report["entries"]) if e["text"].startswith(head)]
        if len(fits) != 1:
            raise ValueError(f"{head!r} begins {len(fits)} entries")
        entry = fits[0]
    return _Mark(paragraph, Span(at, at + len(part)), entry, part)


def _found(report: dict[str, Any], mark: _Mark, used: set[int]) -> int | None:
    """The citation that a mark means: of those that overlap it the one that does so most."""
    best: tuple[float, int] | None = None
    for number, citation in enumerate(report["citations"]):
        if number in used or citation["paragraph"] != mark.paragraph:
            continue
        places = [Span(citation["start"], citation["end"])]
        inner = citation.get("parenthesis")
        if inner and citation["form"] == "narrative":
            places.append(Span(inner["start"], inner["end"]))
        shared = max(
            (min(p.end, mark.span.end) - max(p.start, mark.span.start))
            / max(len(p), len(mark.span))
            for p in places
        )
        if shared > 0 and (best is None or shared > best[0]):
            best = (shared, number)
    return best[1] if best is not None else None


if __name__ == "__main__":
    main()
