"""Which of the sources a sentence names a citation goes by, and sources named without a page."""

from __future__ import annotations

import re

from ..document import Paragraph
from ..structure import Role
from ..text.names import NameList, PersonName, natural_names
from ..text.sentences import Sentences
from ..text.spans import Span
from .model import Citation, Cue

DOUBTFUL = 0.55
# A name so near before a title owns it: `Aske’s *Lamps*`, `Aske, *Lamps*`.
_POSSESSIVE = len("’s “")
_TURN = re.compile(r";|\b(?:but|while|whereas|although|though|yet|and)\b", re.I)


def nearest_group(text: str, cues: tuple[Cue, ...]) -> tuple[Cue, ...]:
    """The nearest source named: `Okonjo and Bray` go together, so do a name and a title."""
    pool = tuple(c for c in cues if c.known) or tuple(c for c in cues if c.strong)
    strong = tuple(c for c in cues if not c.known and c.strong)
    if strong and pool and strong[-1].span.start > pool[-1].span.start:
        pool = strong
    if not pool:
        return ()
    chosen = _speaker(text, pool)
    group = [pool[chosen]]
    for number in range(chosen - 1, -1, -1):
        cue = pool[number]
        between = text[cue.span.end : group[0].span.start]
        joined = re.fullmatch(r",?\s+(?:and|&)\s+|,\s+", between) is not None
        # `Okonjo’s *Salt*`, `in *Salt*, Okonjo`: author and title point at one entry.
        kinds = {cue.kind, group[0].kind}
        new = cue.kind != "title" or all(c.kind != "title" for c in group)
        mixed = kinds == {"name", "title"} and new and len(between) <= 60 and "(" not in between
        if not (joined and cue.kind == group[0].kind) and not mixed:
            break
        if mixed and cue.kind == "name" and len(between) > _POSSESSIVE:
            # `Prynne reads the boats in Aske’s novel as “lamps”`: the words are Prynne’s.
            cue = pool[_speaker(text, pool[: number + 1])]
        group.insert(0, cue)
    return tuple(group)


def _speaker(text: str, pool: tuple[Cue, ...]) -> int:
    """The nearest source, or the one that speaks before it with no turn in between:
    `Prynne, in a review of Aske’s article, warns that …` is Prynne."""
    nearest = len(pool) - 1
    if pool[nearest].subject or pool[nearest].kind == "title":
        return nearest
    for number in range(nearest - 1, -1, -1):
        between = text[pool[number].span.end : pool[nearest].span.start]
        if pool[number].subject:
            return nearest if _TURN.search(between) else number
    return nearest


def covering(cues: tuple[Cue, ...]) -> Span | None:
    """From the first to the last name of a group; the title, where there is no name."""
    names = [c for c in cues if c.kind != "title"] or list(cues)
    return Span(names[0].span.start, names[-1].span.end) if names else None


def names_of(text: str, cues: tuple[Cue, ...]) -> NameList | None:
    """The names that a group of cues spells, read together."""
    names = [c for c in cues if c.kind == "name"]
    if not names:
        return None
    read = natural_names(text[names[0].span.start : names[-1].span.end])
    if read is not None and len(read.names) >= len(names):
        return read
    if len(names) > 1 or read is None:
        # Names that are words of groups too, or written small: each as it stands.
        return NameList(tuple(_as_it_stands(c.text.strip()) for c in names))
    return read


def _as_it_stands(words: str) -> PersonName:
    given, _, family = words.rpartition(" ")
    return PersonName(family, given) if family.islower() else PersonName(words)


def name_of(cues: tuple[Cue, ...]) -> NameList | None:
    """The last name of a group, where its cues stand in another paragraph."""
    names = [c for c in cues if c.kind == "name"]
    return natural_names(names[-1].text) if names else None


def named_only(
    paragraph: Paragraph,
    role: Role,
    cut: Sentences,
    cues: tuple[Cue, ...],
    used: set[Span],
) -> list[Citation]:
    """Sources named in the sentence and given no parenthesis. They count if they are matched."""
    text = paragraph.text
    found: list[Citation] = []
    pending = [
        c for c in cues if c.known and c.span not in used and (c.signal or role is Role.NOTE)
    ]
    while pending:
        group = [pending.pop(0)]
        while pending and re.fullmatch(
            r",?\s+(?:and|&)\s+", text[group[-1].span.end : pending[0].span.start]
        ):
            group.append(pending.pop(0))
        covers = Span(group[0].span.start, group[-1].span.end)
        found.append(
            Citation(
                form="note" if role is Role.NOTE else "narrative",
                paragraph=paragraph.index,
                span=covers,
                text=covers.of(text),
                parenthesis=None,
                source=covers.of(text),
                source_span=covers,
                names=names_of(text, tuple(group)),
                title=None,
                year=None,
                locator=None,
                indirect=False,
                sentence=cut.at(covers.start),
                cues=tuple(group),
                certainty=DOUBTFUL,
                tentative=True,
            )
        )
    return found
