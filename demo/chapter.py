"""The long thesis chapter of the demo world: sixty pages, 150 entries, some 330 notes, put together
from registers of invented places, people and books. The same every time."""

from __future__ import annotations

import random
from collections.abc import Iterator
from dataclasses import dataclass, field

from grelt.document.fragment import parse_fragment

from .chapter_words import (
    ASIDES,
    CLAIMS,
    CLOSINGS,
    GIVEN,
    OPENINGS,
    PLACES,
    QUOTED,
    SECTIONS,
    SUBJECTS,
    SUBTITLES,
    SURNAME_ENDS,
    SURNAME_STARTS,
    TITLES,
)
from .essay import Essay, PlantedSlip

_UNLISTED = "Bram Yestin, *Tolls of the Upper Locks* (Reach: Heron House, 1974), 12."
_ENTRIES, _PARAGRAPHS_A_SECTION, _SEED = 150, 13, 1791
_JOURNALS = (
    "Journal of Inland Navigation",
    "Reach Quarterly",
    "Carriage and Water",
    "Estuary Past",
)
_PRESSES = ("Tidemark Press", "Slack Water Books", "Reach University Press", "Heron House")


@dataclass(frozen=True)
class _Source:
    """One work, with the forms in which it is cited and listed."""

    family: str
    given: str
    title: str
    short: str
    kind: str
    facts: str
    listed: str
    pages: tuple[int, int]

    def full(self, page: int) -> str:
        return f"{self.given} {self.family}, {self.title}{self.facts.format(page=page)}"

    def brief(self, page: int) -> str:
        return f"{self.family}, {self.short} {page}."


@dataclass
class _State:
    chance: random.Random
    sources: list[_Source]
    cited: set[int] = field(default_factory=set)
    turn: int = 0


def load_chapter() -> Essay:
    """The chapter as an essay of the demo, with its planted slips."""
    chance = random.Random(_SEED)
    sources = _sources(chance)
    state = _State(chance, sources)
    lines = [
        "¶", "¶", "%% Chapter Three: The Working Water, 1791–1858",
        "% Rhona Quarrie", "% Saltmarsh Reach College", "% November 9, 2026",
    ]  # fmt: skip
    for number, section in enumerate(SECTIONS):
        lines.append(f"+ {section}")
        lines += [_paragraph(state, number) for _ in range(_PARAGRAPHS_A_SECTION)]
    never = [i for i in range(len(sources)) if i not in state.cited]
    while never:
        lines.append(_paragraph(state, len(SECTIONS) - 1, never))
        never = [i for i in range(len(sources)) if i not in state.cited]
    lines += _slips_in_text(sources[0])
    lines.append("# Bibliography")
    extra = "Zeller, Marit. *A Book That Nobody Cites*. Reach: Heron House, 1999."
    lines += [*_listed(sources), extra]
    return Essay(
        name="9-quarrie-working-water",
        writer="Rhona Quarrie",
        draft=1,
        course="Canals and Carriers",
        guide="chicago-17-notes",
        assignment="Thesis chapters",
        hand="styles",
        face="Times New Roman",
        format="docx",
        slips=(
            PlantedSlip("entry-uncited", None, "Zeller", None),
            PlantedSlip("cite-unlisted", _UNLISTED.replace("*", ""), None, None),
            PlantedSlip(
                "note-repeat-short",
                sources[0].full(sources[0].pages[0]).replace("*", ""),
                None,
                sources[0].brief(sources[0].pages[0]).replace("*", ""),
            ),
        ),
        document=parse_fragment("\n".join(lines).replace("'", "’"), "Times New Roman"),
    )


def _sources(chance: random.Random) -> list[_Source]:
    families = [a + b for a in SURNAME_STARTS for b in SURNAME_ENDS]
    chance.shuffle(families)
    titles = [f"{one} and {other}" for one in TITLES for other in TITLES if one != other]
    chance.shuffle(titles)
    return [_source(chance, families[n], titles[n], n) for n in range(_ENTRIES)]


def _source(chance: random.Random, family: str, title: str, number: int) -> _Source:
    given = chance.choice(GIVEN)
    year = chance.randint(1961, 2022)
    first = chance.randint(11, 190)
    last = first + chance.randint(12, 30)
    subtitle = chance.choice(SUBTITLES)
    if number % 5 in (1, 3):
        journal, volume = chance.choice(_JOURNALS), chance.randint(2, 40)
        head = f"{journal}* {volume}, no. {chance.randint(1, 4)} ({year})"
        return _Source(
            family, given, f"“{title}: {subtitle},”", f"“{title},”", "article",
            f" *{head}: {{page}}.",
            f"{family}, {given}. “{title}: {subtitle}.” *{head}: {first}–{_end(first, last)}.",
            (first, last),
        )  # fmt: skip
    press = chance.choice(_PRESSES)
    return _Source(
        family, given, f"*{title}: {subtitle}*", f"*{title}*,", "book",
        f" (Reach: {press}, {year}), {{page}}.",
        f"{family}, {given}. *{title}: {subtitle}*. Reach: {press}, {year}.",
        (9, 260),
    )  # fmt: skip


def _end(first: int, last: int) -> str:
    """The second number of a range with the digits that it shares left out, as Chicago has it."""
    if first < 100 or first % 100 == 0:
        return str(last)
    if first // 100 != last // 100:
        return str(last)
    if first % 100 < 10:
        return str(last % 100) if last % 100 >= 10 else str(last % 10)
    return f"{last % 100:02d}"


def _listed(sources: list[_Source]) -> Iterator[str]:
    for source in sorted(sources, key=lambda s: (s.family.casefold(), s.given)):
        yield source.listed


def _paragraph(state: _State, section: int, first: list[int] | None = None) -> str:
    """Five to seven sentences, three of them with a note."""
    chance = state.chance
    sentences = [chance.choice(OPENINGS)]
    sentences += [
        chance.choice(ASIDES if number % 2 else CLAIMS) for number in range(chance.randint(4, 6))
    ]
    sentences.append(chance.choice(CLOSINGS))
    noted = set(chance.sample(range(1, len(sentences)), 3))
    text = []
    for number, sentence in enumerate(sentences):
        source = _pick(state, first)
        if number in noted and chance.random() < 0.3:
            sentence = chance.choice(QUOTED)
        words = sentence.format(
            place=chance.choice(PLACES), other=chance.choice(PLACES),
            subject=chance.choice(SUBJECTS), year=chance.randint(1791, 1858),
            count=chance.randint(12, 340), name=state.sources[source].family,
        )  # fmt: skip
        text.append(words + (_note(state, source) if number in noted else ""))
    return " ".join(text)


def _pick(state: _State, first: list[int] | None) -> int:
    """A source not cited yet while there are any in reach, else one of the last forty."""
    fresh = [i for i in (first or range(len(state.sources))) if i not in state.cited]
    if fresh and (first is not None or state.chance.random() < 0.45):
        return fresh[0]
    known = sorted(state.cited) or [0]
    return state.chance.choice(known[-40:])


def _note(state: _State, number: int) -> str:
    source = state.sources[number]
    page = state.chance.randint(*source.pages)
    again = number in state.cited
    state.cited.add(number)
    return f"^[{source.brief(page) if again else source.full(page)}]"


def _slips_in_text(first: _Source) -> list[str]:
    return [
        "The tolls of the upper locks have been printed once."
        f"^[{_UNLISTED}] "
        "They agree with the figures of the company."
        f"^[{first.full(first.pages[0])}]"
    ]
