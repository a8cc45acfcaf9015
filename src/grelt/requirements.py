"""What an assignment asks of a paper's sources: what was counted, as what, and whether it is enough.

Sources are the works that the paper cites, listed or not; each is counted once.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable
from dataclasses import dataclass

from .guides.option import KIND_NAMES, KindNames, numbers_of_kinds
from .paper import Paper
from .structure import Role

_SCHOLARLY = frozenset(("journal-article", "conference-paper", "thesis", "dataset"))
_MAYBE_SCHOLARLY = frozenset(
    ("book", "edited-book", "chapter", "report", "review", "reference-entry")
)
_UNIVERSITY_PRESS = re.compile(r"\bUniversit|\bUP\b|\bU of .* P\b|\bU P\b")
_SURE_OF_KIND = 0.6
_PROSE = (Role.BODY, Role.BLOCK_QUOTE, Role.HEADING, Role.TITLE)


@dataclass(frozen=True, slots=True)
class Source:
    """A source as it is counted. `entry` is its number among the entries (None: not listed); `scholarly`
    is None where that cannot be told; `sure` says that its kind is plain; `like` is the kind that one of the
    house's own counts as, too."""

    label: str
    entry: int | None
    kind: str
    year: int | None
    citations: int
    scholarly: bool | None
    because: str
    sure: bool
    like: str = ""


@dataclass(frozen=True, slots=True)
class Requirement:
    """One thing asked, and how the paper stands to it. `wanted` and `found` are figures with their unit;
    `maybe` says that it may be met (or missed) by sources that could not be told. `counted` are the sources
    that were counted for it, each with the reason."""

    key: str
    rule: str
    wanted: str
    found: str
    met: bool
    maybe: bool = False
    counted: tuple[tuple[Source, str], ...] = ()


def sources_of(paper: Paper) -> tuple[Source, ...]:
    """The sources that a paper cites: listed ones in the order of the list, then those that are not."""
    found = [_listed(paper, number) for number in sorted(paper.matching.cited_by)]
    for source in paper.unlisted:
        years = [paper.citations[n].year or "" for n in source.citations]
        year = next((int(y[:4]) for y in years if y[:4].isdecimal() and len(y) >= 4), None)
        found.append(
            Source(
                source.label, None, "unknown", year, len(source.citations), None,
                "it is not in the list", sure=False,
            )
        )  # fmt: skip
    return tuple(found)


def _listed(paper: Paper, number: int) -> Source:
    entry, reference = paper.entries[number], paper.references.of(number)
    cut = reference.cut
    told = not reference.unclear and cut.kind != "unknown"
    kind = cut.kind if told else "unknown"
    scholarly, because = _scholarly(
        cut.work.kind if told else "unknown",
        _names(paper).get(kind, ("", ""))[0],
        cut.work.text("publisher"),
    )
    year = entry.year or cut.work.text("date")
    found = re.search(r"\b(1\d{3}|20\d{2})\b", year or "")
    return Source(
        entry.label,
        number,
        kind,
        int(found.group(1)) if found else None,
        len(paper.matching.cited_by.get(number, ())),
        scholarly,
        because,
        sure=told and (cut.confidence >= _SURE_OF_KIND or cut.by_hand),
        like=cut.work.kind if told else "",
    )


def _names(paper: Paper) -> KindNames:
    """What kinds are called, those of the house's own among them."""
    return {**KIND_NAMES, **paper.policy.house.own_names}


def _scholarly(kind: str, name: str, publisher: str) -> tuple[bool | None, str]:
    """Whether a source that is called `name` is scholarly, and why."""
    if kind == "unknown":
        return None, "its kind could not be told"
    if kind in _SCHOLARLY:
        return True, f"it is {_article(name)}"
    if kind not in _MAYBE_SCHOLARLY:
        return False, f"it is {_article(name)}"
    if _UNIVERSITY_PRESS.search(publisher):
        return True, f"it is {_article(name)} of a university press"
    return None, f"it is {_article(name)}, and its press may be scholarly or not"


def _article(name: str) -> str:
    return f"{'an' if name[0] in 'aeiou' else 'a'} {name}"


def requirements_of(paper: Paper) -> tuple[Requirement, ...]:
    """Everything that the house asks for, in the order of the table."""
    house = paper.policy.house
    asked = [
        (measure, house.value(key))
        for key, measure in _MEASURES.items()
        if house.value(key) != "none"
    ]
    sources = sources_of(paper) if asked else ()
    return tuple(r for measure, value in asked for r in measure(paper, sources, value))


def _least_sources(paper: Paper, sources: tuple[Source, ...], value: str) -> Iterable[Requirement]:
    wanted = int(float(value))
    yield Requirement(
        "least_sources",
        "require-sources",
        f"{wanted} sources",
        str(len(sources)),
        len(sources) >= wanted,
        counted=tuple((s, f"cited {_times(s.citations)}") for s in sources),
    )


def _least_citations(
    paper: Paper, sources: tuple[Source, ...], value: str
) -> Iterable[Requirement]:
    wanted, count = int(float(value)), len(paper.citations)
    yield Requirement(
        "least_citations", "require-citations", f"{wanted} citations", str(count), count >= wanted
    )


def _citations_a_page(
    paper: Paper, sources: tuple[Source, ...], value: str
) -> Iterable[Requirement]:
    wanted, pages = float(value), text_pages(paper)
    rate = len(paper.citations) / max(pages, 1)
    yield Requirement(
        "citations_a_page",
        "require-citations-per-page",
        f"{wanted:g} a page",
        f"{rate:.1f} a page ({len(paper.citations)} on {pages})",
        rate >= wanted - 0.05,
    )


def _scholarly_share(
    paper: Paper, sources: tuple[Source, ...], value: str
) -> Iterable[Requirement]:
    wanted = float(value) / 100
    sure = [s for s in sources if s.scholarly]
    maybe = [s for s in sources if s.scholarly is None]
    total = max(len(sources), 1)
    met = len(sure) / total >= wanted
    yield Requirement(
        "scholarly_share",
        "require-scholarly",
        f"{float(value):g} per cent",
        f"{len(sure)} of {len(sources)} ({100 * len(sure) / total:.0f} per cent)"
        + (f", {len(maybe)} not told" if maybe else ""),
        met,
        maybe=not met and (len(sure) + len(maybe)) / total >= wanted,
        counted=tuple((s, s.because) for s in sources),
    )


def _recent(paper: Paper, sources: tuple[Source, ...], value: str) -> Iterable[Requirement]:
    since = int(float(value))
    asked = paper.policy.house.value("recent_least")
    wanted = 1 if asked == "none" else int(float(asked))
    recent = [s for s in sources if s.year is not None and s.year >= since]
    undated = [s for s in sources if s.year is None]
    met = len(recent) >= wanted
    yield Requirement(
        "recent_since",
        "require-recent",
        f"{wanted} from {since} or later",
        str(len(recent)),
        met,
        maybe=not met and len(recent) + len(undated) >= wanted,
        counted=tuple((s, f"of {s.year}" if s.year else "undated") for s in sources),
    )


def _most_of_one(paper: Paper, sources: tuple[Source, ...], value: str) -> Iterable[Requirement]:
    total = sum(s.citations for s in sources)
    if len(sources) < 2 or total < _FEW:
        return
    first = max(sources, key=lambda s: s.citations)
    share = 100 * first.citations / total
    yield Requirement(
        "most_of_one",
        "require-variety",
        f"at most {float(value):g} per cent",
        f"{first.label} has {first.citations} of {total} ({share:.0f} per cent)",
        share <= float(value),
        counted=tuple((s, f"cited {_times(s.citations)}") for s in sources),
    )


def _kinds(least: bool) -> Callable[[Paper, tuple[Source, ...], str], Iterable[Requirement]]:
    def measured(paper: Paper, sources: tuple[Source, ...], value: str) -> Iterable[Requirement]:
        names = _names(paper)
        for kind, wanted in numbers_of_kinds(value, names).items():
            alike = [s for s in sources if kind in (s.kind, s.like)]
            unsure = [s for s in sources if not s.sure]
            sure = [s for s in alike if s.sure]
            met = len(alike) >= wanted if least else len(alike) <= wanted
            other = {s.label for s in unsure} - {s.label for s in alike}
            maybe = (len(alike) + len(other) >= wanted) if least else len(sure) <= wanted
            yield Requirement(
                "least_kinds" if least else "most_kinds",
                "require-kinds",
                f"{'at least' if least else 'at most'} {wanted} {names[kind][wanted != 1]}",
                str(len(alike)),
                met,
                maybe=not met and maybe,
                counted=tuple((s, f"taken for {_article(names[s.kind][0])}") for s in alike),
            )

    return measured


def _length(
    key: str, unit: str, count: Callable[[Paper], int]
) -> Callable[[Paper, tuple[Source, ...], str], Iterable[Requirement]]:
    def measured(paper: Paper, sources: tuple[Source, ...], value: str) -> Iterable[Requirement]:
        wanted, found = int(float(value)), count(paper)
        least = key.startswith("least")
        yield Requirement(
            key,
            "require-length",
            f"{'at least' if least else 'at most'} {wanted:,} {unit}",
            f"{found:,}",
            found >= wanted if least else found <= wanted,
            # Pages laid out by estimate may be one more or less.
            maybe=unit == "pages"
            and paper.structure.pages.source == "layout"
            and abs(found - wanted) <= 1,
        )

    return measured


def text_pages(paper: Paper) -> int:
    """The pages that the text fills: without a title page, and without the list where that has its own."""
    pages, structure = paper.structure.pages, paper.structure
    body = structure.indexes(Role.BODY, Role.BLOCK_QUOTE, Role.HEADING)
    if not body:
        return pages.count
    last = paper.paragraph(body[-1])
    return max(1, pages.of(body[-1], max(len(last.text) - 1, 0)) - pages.of(body[0]) + 1)


def words_of_text(paper: Paper) -> int:
    """Words of the text, its title and headings; no notes, no list, no front matter."""
    roles = paper.structure.roles
    return sum(len(p.text.split()) for p in paper.document.paragraphs if roles[p.index] in _PROSE)


def _times(count: int) -> str:
    return {1: "once", 2: "twice"}.get(count, f"{count} times")


# Of fewer citations a share says nothing.
_FEW = 5
_MEASURES: dict[str, Callable[[Paper, tuple[Source, ...], str], Iterable[Requirement]]] = {
    "least_sources": _least_sources,
    "least_citations": _least_citations,
    "citations_a_page": _citations_a_page,
    "least_kinds": _kinds(least=True),
    "most_kinds": _kinds(least=False),
    "scholarly_share": _scholarly_share,
    "recent_since": _recent,
    "most_of_one": _most_of_one,
    "least_pages": _length("least_pages", "pages", text_pages),
    "most_pages": _length("most_pages", "pages", text_pages),
    "least_words": _length("least_words", "words", words_of_text),
    "most_words": _length("most_words", "words", words_of_text),
}
