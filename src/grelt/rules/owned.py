"""Rules on the form of entries share one check: the differences that the comparison of an entry
with its guide's description gives to each of them."""

from __future__ import annotations

import re
from collections.abc import Collection

from ..cutting import Cut
from ..difference import Difference
from ..findings import NOT_MINE, RIGHT, Place, Slip, Verdict
from ..forms.own_kinds import kinds_for
from ..paper import Paper
from .base import Check


def owned(rule: str, elements: Collection[str] = ()) -> Check:
    """The check of a rule that owns differences. An entry is its subject where it has one of
    `elements` (any entry that was compared, where none is named)."""

    def check(paper: Paper, number: int) -> Verdict:
        reference = paper.references.of(number)
        entry = paper.entries[number]
        slips = tuple(
            Slip(
                _template(d, reference.cut.written.text),
                _holes(d, reference.cut.written.text, paper, reference.cut.kind),
                entry.place(reference.cut.written.back(d.span)),
                expected=d.expected,
                markup=d.markup,
                entry=number,
                confidence=d.confidence,
                doubt="" if d.confidence >= 0.75 else _doubt(d, reference.cut, paper),
                fixable=d.expected is not None,
            )
            for d in reference.differences
            if d.rule == rule
        )
        if slips:
            return slips
        if not reference.checked.aligned:
            return NOT_MINE
        there = {row.element for row in reference.checked.aligned if row.written}
        return RIGHT if not elements or there & set(elements) else NOT_MINE

    return check


def owned_in_notes(rule: str, elements: Collection[str] = ()) -> Check:
    """The same for full references in notes: `rule` is the rule of entries whose differences these
    are. The subject is the citation."""

    def check(paper: Paper, number: int) -> Verdict:
        checked = paper.note_references.of(number) if paper.citations[number].note_kind else None
        if checked is None:
            return NOT_MINE
        paragraph = paper.citations[number].paragraph
        slips = tuple(
            Slip(
                _template(d, checked.cut.written.text),
                _holes(d, checked.cut.written.text, paper, checked.cut.kind),
                Place(paragraph, paper.note_references.place(number, d)),
                expected=d.expected,
                markup=d.markup,
                citation=number,
                confidence=d.confidence,
                fixable=d.expected is not None,
            )
            for d in checked.differences
            if d.rule == rule
        )
        if slips:
            return slips
        there = {row.element for row in checked.aligned if row.written}
        return RIGHT if not elements or there & set(elements) else NOT_MINE

    return check


# A kind less sure than this may be the reason why a finding is none.
_SURE_OF_KIND = 0.8
_MARKS = {
    ",": "a comma", ".": "a period", ":": "a colon", ";": "a semicolon", "nothing": "nothing",
    "a space": "a space", "(": "an opening parenthesis", ")": "a closing parenthesis",
}  # fmt: skip
_LABELLED = re.compile(r"(?:pp?\.|pages?)\s", re.I)


def _template(difference: Difference, text: str) -> str:
    """The template of a difference, told further where an editor would."""
    if difference.template != "differs":
        return difference.template
    holes = dict(difference.holes)
    if difference.rule == "entry-punctuation":
        if holes.get("found") in ("nothing", "a space"):
            return "missing"
        return "extra" if holes.get("right") in ("nothing", "a space") else "differs"
    if difference.rule == "entry-pages-form" and difference.expected:
        said = _LABELLED.match(difference.span.of(text).strip()) is not None
        wanted = _LABELLED.match(difference.expected.strip()) is not None
        return {(False, True): "label", (True, False): "no_label"}.get((said, wanted), "differs")
    return difference.template


def _holes(
    difference: Difference, text: str, paper: Paper, kind: str
) -> tuple[tuple[str, str], ...]:
    """What a message may name: the words found and the right ones, the guide and the kind of source, and what
    the difference adds."""
    right = (difference.expected or "").strip()
    usual = {
        "found": difference.span.of(text).strip(),
        "right": right,
        "guide": paper.policy.guide.house,
        "kind": _with_article(kind, paper),
        "label": right.partition(" ")[0],
    }
    holes = {**usual, **dict(difference.holes)}
    if difference.rule == "entry-punctuation":
        holes |= {k: _MARKS.get(holes[k], f"“{holes[k]}”") for k in ("found", "right")}
    return tuple(holes.items())


def _with_article(kind: str, paper: Paper) -> str:
    """`an article in a journal`, as the guide's description calls the kind."""
    form = kinds_for(paper.policy).kinds.get(kind)
    label = form.label if form is not None else "source"
    return f"{'an' if label[0] in 'aeiou' else 'a'} {label}"


def _doubt(difference: Difference, cut: Cut, paper: Paper) -> str:
    """Why a finding may be none."""
    wanted, found = difference.expected or "", difference.span.of(cut.written.text)
    if difference.rule.endswith("-case") and sum(map(str.isupper, wanted)) < sum(
        map(str.isupper, found)
    ):
        return "a name keeps its capital"
    if cut.confidence < _SURE_OF_KIND:
        return (
            f"Grelt takes this for {_with_article(cut.kind, paper)}, and it may be something else"
        )
    return "the entry can be read otherwise"
