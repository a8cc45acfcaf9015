"""The letter: what goes back in words, as blocks that any format can set."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from .gather import Remark, Return, said_of

BlockKind = Literal["title", "heading", "text", "remark", "example"]
_ITALIC = re.compile(r"<i>(.*?)</i>", re.S)
_LONGEST_EXAMPLE = 300
# What a paper is sent back for, in words.
_DECIDE = (
    ("cite-unlisted", "source is cited and not listed", "sources are cited and not listed"),
    ("entry-uncited", "entry is cited nowhere", "entries are cited nowhere"),
)


@dataclass(frozen=True)
class Block:
    """A paragraph of the letter: stretches of text with whether each is in italics. Of an example `label`
    says what it shows; a remark is known by the `key` of its first finding."""

    kind: BlockKind
    runs: tuple[tuple[str, bool], ...]
    label: str = ""
    key: str = ""

    @property
    def text(self) -> str:
        return "".join(words for words, _ in self.runs)


def letter(returned: Return) -> list[Block]:
    """The letter of a return, in the order of the work: words for the whole, how the paper stands, what is to
    be mended round by round, what is asked of it, what is in order."""
    return list(_blocks(returned))


def _blocks(returned: Return) -> Iterator[Block]:
    report = returned.report
    yield _plain("title", returned.title or report["file"])
    if returned.writer:
        yield _plain("text", f"For {returned.writer}")
    for paragraph in returned.words.splitlines():
        if paragraph.strip():
            yield _plain("text", paragraph.strip())
    yield _plain("text", standing(returned))
    if report["verdict"]:
        reasons = "; ".join(report["verdict"]["reasons"])
        verdict = report["verdict"]["verdict"].capitalize()
        yield _plain("text", f"{verdict}{f': {reasons}' if reasons else ''}.")
    if report["points"]:
        lost = report["points"]["whole"]
        yield _plain("text", f"Points lost: {lost:g}." if lost else "No points are lost.")
    for section in returned.sections:
        yield _plain("heading", section.title)
        for remark in section.remarks:
            yield from _remark(remark)
    asked = [r for r in report["requirements"] if not r["met"]]
    if asked:
        yield _plain("heading", "What was asked")
        for requirement in asked:
            state = "perhaps not met" if requirement["maybe"] else "not met"
            yield _plain(
                "text",
                f"{state.capitalize()}: {requirement['wanted']}; there: {requirement['found']}.",
            )
    if returned.clean:
        yield _plain("heading", "In order")
        yield _plain("text", " ".join(returned.clean))


def standing(returned: Return) -> str:
    """How the paper stands, in a sentence of figures."""
    tally, remarks = returned.report["tally"], returned.remarks
    habits = sum(r.habit and r.count > 1 for r in remarks)
    parts = [
        f"{_count(tally['citations'], 'citation', 'citations')}, "
        f"{_count(tally['entries'], 'entry', 'entries')} in the list"
    ]
    # What was waived is not said of the paper, and what is still open not yet.
    for rule, one, several in _DECIDE:
        if number := sum(r.count for r in remarks if r.rule == rule):
            parts.append(_count(number, one, several))
    single = len(remarks) - habits
    if habits:
        parts.append(_count(habits, "habit to change", "habits to change"))
    if single:
        more = " more" if habits else ""
        parts.append(_count(single, f"thing{more} to mend", f"things{more} to mend"))
    if not remarks:
        parts.append("nothing to mend")
    return f"{'; '.join(parts)}."


def _count(number: int, one: str, several: str) -> str:
    return f"{number} {one if number == 1 else several}"


def _remark(remark: Remark) -> Iterator[Block]:
    lines = [line for line in said_of(remark) if not line.startswith("Write: ")]
    where = f" (page {remark.page})" if remark.page is not None and not remark.habit else ""
    first = f" First on page {remark.page}." if remark.page is not None and remark.habit else ""
    said = " ".join(lines)
    yield Block("remark", ((f"{said}{where}{first}", False),), remark.label, remark.key)
    found, expected = remark.found.strip(), (remark.expected_html or remark.expected).strip()
    if found and expected and max(len(found), len(expected)) <= _LONGEST_EXAMPLE:
        yield Block("example", ((found, False),), "it has", remark.key)
        yield Block("example", stretches(expected), "it should be", remark.key)


def capital(text: str) -> str:
    """With a capital at its beginning."""
    return text[:1].upper() + text[1:]


def _plain(kind: BlockKind, text: str) -> Block:
    return Block(kind, ((text, False),))


def stretches(html: str) -> tuple[tuple[str, bool], ...]:
    """Text with italics as `<i>`, as stretches."""
    found: list[tuple[str, bool]] = []
    for number, part in enumerate(_ITALIC.split(html)):
        words = part.replace("&lt;", "<").replace("&gt;", ">").replace("&amp;", "&")
        if words:
            found.append((words, number % 2 == 1))
    return tuple(found)
