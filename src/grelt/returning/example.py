"""What a remark is shown by: the guide's worked example beside a mark."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from itertools import groupby

from ..composing import composed, examples
from ..document import Document, Paragraph
from ..document.fragment import parse_fragment
from ..guides import House, Policy, load_guide
from ..guides.option import KIND_NAMES
from ..help import case_to_show
from .gather import Remark
from .letter import stretches

# What a fragment shows of these rounds is its words; of the others it is the page, which words do not show.
_IN_WORDS = ("text", "match", "notes")
_LONGEST = 400

Runs = tuple[tuple[str, bool], ...]


@dataclass(frozen=True)
class Worked:
    """A worked example: what it is, and its paragraphs as stretches of text with whether each is in italics."""

    label: str
    paragraphs: tuple[Runs, ...]


@lru_cache(maxsize=512)
def _of_kind(kind: str, guide: str) -> Worked | None:
    """How a guide writes an invented source of a kind; None of a kind of the house's own."""
    if kind not in examples():
        return None
    loaded = load_guide(guide)
    work, locator = examples()[kind]
    entry = composed(work, Policy(loaded, House()), locator)["entry"]
    if not entry["html"]:
        return None
    return Worked(
        f"How {loaded.name} writes it ({KIND_NAMES[kind][0]})", (stretches(entry["html"]),)
    )


@lru_cache(maxsize=512)
def _of_rule(rule: str, guide: str) -> Worked | None:
    """The case that a rule's help page shows as right, where it is one of this guide's own."""
    case = case_to_show(rule, guide)
    if case is None:
        return None
    document = parse_fragment(case.text)
    shown = _text_and_notes(document)
    if not shown or sum(len(p.text) for p in shown) > _LONGEST:
        return None
    return Worked(f"As {load_guide(guide).name} wants it", tuple(_runs(p) for p in shown))


def worked(remark: Remark, guide: str) -> Worked | None:
    """The worked example beside a remark, if there is one that fits."""
    return worked_of(remark.rule, remark.round, remark.kind, guide)


def worked_of(rule: str, round_: str, kind: str, guide: str) -> Worked | None:
    """The worked example of a slip: of an entry the guide's own of its kind, else the case that the rule's help
    page shows."""
    if kind and round_ == "entries":
        return _of_kind(kind, guide)
    return _of_rule(rule, guide) if round_ in _IN_WORDS else None


def _text_and_notes(document: Document) -> list[Paragraph]:
    """The text of a fragment up to its list, and its notes."""
    noted = {index for note in document.notes for index in note.paragraphs}
    shown: list[Paragraph] = []
    for paragraph in document.paragraphs:
        if paragraph.index not in noted and paragraph.format.page_break_before:
            break
        if paragraph.index not in noted and paragraph.text.strip():
            shown.append(paragraph)
    return shown + [document.paragraphs[index] for index in sorted(noted)]


def _runs(paragraph: Paragraph) -> Runs:
    stretches = groupby(paragraph.runs, lambda run: bool(run.format.italic))
    return tuple(
        ("".join(run.span.of(paragraph.text) for run in runs), italic) for italic, runs in stretches
    )
