"""The analysed paper: document, structure, entries, citations and matches in one frozen value.

The only thing rules see, together with the policy. What a person has set right comes
in as an input of its own, so that checking again is the same pure function.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import cached_property

from .citations import Citation, Quotation, find_citations, find_quotations
from .cutting import Hand
from .document import Document, Paragraph
from .entries import Entry, SourceEntries
from .entries.filing import Filing, filing_key
from .entries.order import Misplaced, misplaced, misplaced_titles
from .findings import Place
from .forms import Vocabulary
from .guides import Policy
from .matching import Match, Matching, UnlistedSource, UnlistedWorks, match_citations
from .matching.looked_for import known_sources
from .note_references import NoteReferences
from .parts import parts_of
from .records import Records
from .references import References
from .set_right import (
    SetRight,
    entries_by_hand,
    joins_by_number,
    stable_keys,
)
from .structure import Role, Structure
from .system import citation_system
from .text.folding import letters, words
from .text.spans import Span
from .works import WITHOUT_PAGES


@dataclass(frozen=True)
class Paper:
    """One paper, analysed under one policy."""

    document: Document
    structure: Structure
    sources: SourceEntries
    matching: Matching
    policy: Policy
    citation_keys: tuple[str, ...]
    entry_keys: tuple[str, ...]
    quotations: tuple[Quotation, ...] = ()
    hands: Mapping[int, Hand] = field(default_factory=dict)
    records: Records = field(default_factory=Records)
    paragraph_keys: tuple[str, ...] = ()

    @property
    def entries(self) -> tuple[Entry, ...]:
        return self.sources.entries

    @property
    def citations(self) -> tuple[Citation, ...]:
        return self.matching.citations

    @property
    def matches(self) -> tuple[Match, ...]:
        return self.matching.matches

    @cached_property
    def vocabulary(self) -> Vocabulary:
        """Which words the paper's own prose writes small, and which with a capital."""
        prose = (Role.BODY, Role.BLOCK_QUOTE, Role.NOTE)
        return Vocabulary.of(
            (p.text, p.italics)
            for p in self.document.paragraphs
            if self.structure.roles[p.index] in prose
        )

    @cached_property
    def references(self) -> References:
        """The form of each entry, worked out when asked for."""
        cited = frozenset(
            n.key
            for c in self.citations
            if c.names is not None
            for n in c.names.names
            if not n.given  # two words in their own order may be a group's name
        ) | frozenset(letters(c.source) for c in self.citations)
        return References(
            self.document, self.entries, self.policy, self.vocabulary, self.hands, cited
        )

    @cached_property
    def named_by_entries(self) -> frozenset[int]:
        """Entries that another entry names, as what holds it."""
        return frozenset(c.leads_to for c in self.references.cross_references.values())

    @cached_property
    def note_references(self) -> NoteReferences:
        """The form of full references in notes."""
        return NoteReferences(self.document, self.citations, self.policy, self.vocabulary)

    @property
    def unlisted(self) -> tuple[UnlistedSource, ...]:
        return self.matching.unlisted

    def paragraph(self, index: int) -> Paragraph:
        return self.document.paragraphs[index]

    def paragraphs_of(self, entry: Entry) -> tuple[Paragraph, ...]:
        return tuple(self.document.paragraphs[i] for i in entry.paragraphs)

    def text_at(self, place: Place) -> str:
        return place.span.of(self.document.paragraphs[place.paragraph].text)

    def markup_at(self, place: Place) -> str:
        return self.document.paragraphs[place.paragraph].markup(place.span)

    def page_of(self, place: Place) -> int:
        return self.structure.pages.of(place.paragraph, place.span.start)

    def citation_place(self, number: int) -> Place:
        citation = self.citations[number]
        return Place(citation.paragraph, citation.span)

    def source_place(self, number: int) -> Place:
        """The words of a citation that name the source."""
        citation = self.citations[number]
        span = citation.source_span
        return Place(citation.paragraph, span if len(span) else citation.span)

    def strays(self, number: int) -> bool:
        """Whether a single citation is one of another system than the guide's, in a paper of that system:
        one in the text where notes cite, an author and a page where the year is cited."""
        citation = self.citations[number]
        if (
            citation.form != "parenthetical"
            or not citation.source
            or citation.classical
            or citation.verse
            or not self.matches[number].entries
            or self.structure.roles[citation.paragraph] is not Role.BODY
            or self.other_system is not None
        ):
            return False
        if self.policy.guide.system == "notes":
            return bool(citation.locator or citation.year)
        if (
            self.policy.guide.system != "author-date"
            or citation.year
            or citation.locator_span is None
        ):
            return False
        text = self.paragraph(citation.paragraph).text
        between = text[citation.source_span.end : citation.locator_span.start]
        return (
            citation.names is not None and between == " " and (citation.locator or "")[:1].isdigit()
        )

    def has_pages(self, entry: int) -> bool:
        """Whether the source of an entry has pages to cite, by its form and by its kind."""
        return (
            self.entries[entry].has_pages
            and self.references.of(entry).cut.kind not in WITHOUT_PAGES
        )

    def names_a_source(self, text: str) -> bool:
        """Whether the words an entry begins with stand in a text, in any order."""
        said = set(words(text))
        return any(set(words(e.label)) <= said for e in self.entries if words(e.label))

    @property
    def notes_unknown(self) -> bool:
        """Whether a paper that should cite in notes is in a format that loses them."""
        lost = self.document.format == "txt" and not self.document.notes
        return lost and self.policy.guide.system == "notes"

    @cached_property
    def citations_in(self) -> dict[int, tuple[int, ...]]:
        """The citations of each paragraph that has any, in order."""
        found: dict[int, list[int]] = {}
        for number, citation in enumerate(self.citations):
            found.setdefault(citation.paragraph, []).append(number)
        return {paragraph: tuple(numbers) for paragraph, numbers in found.items()}

    def closing_citation(self, quotation: Quotation) -> int | None:
        """The citation in a quotation's sentence that it belongs to: the first after it, else the
        last before it."""
        if quotation.block:
            return next(iter(self.citations_in.get(quotation.paragraph, ())[-1:]), None)
        before = None
        for number in self.citations_in.get(quotation.paragraph, ()):
            citation = self.citations[number]
            where = citation.place or citation.parenthesis or citation.span
            if citation.sentence != quotation.sentence:
                continue
            if where.start >= quotation.span.end:
                return number
            before = number
        return before

    @cached_property
    def other_system(self) -> str | None:
        """The system the paper uses as a whole, where it is not the guide's."""
        found = citation_system(self.document, self.structure, self.citations)
        return found if found != self.policy.guide.system else None

    @cached_property
    def cited_in_notes(self) -> tuple[tuple[int, ...], ...]:
        """The citations of each note, in order."""
        note_of = self._note_of_paragraph
        found: list[list[int]] = [[] for _ in self.document.notes]
        for number, citation in enumerate(self.citations):
            if citation.paragraph in note_of:
                found[note_of[citation.paragraph]].append(number)
        return tuple(map(tuple, found))

    @cached_property
    def source_of(self) -> tuple[str, ...]:
        """Which source each citation means: its entry, or for one that is not listed its words."""
        found: list[str] = []
        unlisted = UnlistedWorks()
        for citation, match in zip(self.citations, self.matches, strict=True):
            if len(match.entries) == 1:
                found.append(f"entry {match.entries[0]}")
            elif match.carried and citation.after is not None and not citation.source:
                found.append("continued")
            else:
                found.append(f"unlisted {unlisted.of(citation)}")
        return tuple(found)

    def cited_before(self, number: int) -> bool:
        """Whether an earlier note cites the source of a note's citation."""
        return self._first_in_notes.get(self.source_of[number], number) < number

    @cached_property
    def _first_in_notes(self) -> dict[str, int]:
        found: dict[str, int] = {}
        for note in self.cited_in_notes:
            for number in note:
                found.setdefault(self.source_of[number], number)
        return found

    def note_of(self, number: int) -> int | None:
        """The note that a citation stands in."""
        return self._note_of_paragraph.get(self.citations[number].paragraph)

    @cached_property
    def _note_of_paragraph(self) -> dict[int, int]:
        return {p: n for n, note in enumerate(self.document.notes) for p in note.paragraphs}

    def note_above(self, number: int) -> tuple[int, ...]:
        """What an `ibid.` may point at: the citation before it in its note, or all of the note
        before."""
        note = self.note_of(number)
        if note is None:
            return ()
        own = self.cited_in_notes[note]
        at = own.index(number)
        if at:
            return (own[at - 1],)
        return self.cited_in_notes[note - 1] if note else ()

    def kind_of_note(self, number: int) -> str:
        """`full`, `short`, `ibid`, `mixed` (several, or with comment), or `discursive`."""
        cited = self.cited_in_notes[number]
        if not cited:
            return "discursive"
        kinds = {self.citations[i].note_kind for i in cited}
        text = sum(
            len(self.paragraph(p).text.strip()) for p in self.document.notes[number].paragraphs
        )
        if len(cited) > 1 or text - len(self.citations[cited[0]].span) > 12:
            return "mixed"
        kind = next(iter(kinds))
        return kind if kind in ("full", "short", "ibid") else "mixed"

    @property
    def list_heading(self) -> Paragraph | None:
        found = self.structure.source_list
        if found is None or found.heading is None:
            return None
        return self.document.paragraphs[found.heading]

    @cached_property
    def filings(self) -> tuple[Filing, ...]:
        """How each entry is filed."""
        first = self.policy.figures_first
        same = self.policy.guide.list.same_author
        return tuple(filing_key(e, figures_first=first, same_author=same) for e in self.entries)

    @cached_property
    def expected_order(self) -> tuple[int, ...]:
        """Entry indexes as they should stand (a stable sort by filing, then title)."""
        filings = self.filings
        return tuple(
            sorted(
                range(len(self.entries)),
                key=lambda i: (
                    self.entries[i].list_number,
                    filings[i].by_letters,
                    filings[i].within,
                    i,
                ),
            )
        )

    @cached_property
    def misplaced(self) -> dict[int, Misplaced]:
        """Entries out of order by first element. A divided list is in order within its parts."""
        return self._by_parts(misplaced)

    @cached_property
    def misplaced_titles(self) -> dict[int, int]:
        """Entries out of order among the works of one author, and where each belongs."""
        return misplaced_titles(self.filings)

    def _by_parts(
        self, order: Callable[[tuple[Filing, ...]], dict[int, Misplaced]]
    ) -> dict[int, Misplaced]:
        found: dict[int, Misplaced] = {}
        start = 0
        starts = [
            i
            for i in range(1, len(self.entries))
            if self.entries[i - 1].list_number != self.entries[i].list_number
            or any(
                self.entries[i - 1].paragraphs[-1] < s < self.entries[i].paragraphs[0]
                for s in self.sources.subheadings
            )
        ]
        for end in (*starts, len(self.entries)):
            for number, wrong in order(self.filings[start:end]).items():
                before = None if wrong.before is None else wrong.before + start
                found[number + start] = Misplaced(before, wrong.certain)
            start = end
        return found

    @cached_property
    def sources_cited(self) -> int:
        """Distinct sources cited: entries matched, and sources that are not listed."""
        return len(self.matching.cited_by) + len(self.unlisted)

    def whole_paragraph(self, index: int) -> Place:
        text = self.document.paragraphs[index].text
        lead = len(text) - len(text.lstrip())
        return Place(index, Span(lead, max(lead, len(text.rstrip()))))


def analyse(
    document: Document,
    policy: Policy,
    set_right: SetRight | None = None,
    records: Records | None = None,
) -> Paper:
    """Run every stage on a document. Pure: the same arguments give the same paper."""
    right = set_right or SetRight()
    document, keys, structure, sources = parts_of(document, right)
    entry_keys = stable_keys(letters(e.text)[:160] for e in sources.entries)
    hands = {i: right.hands[key] for i, key in enumerate(entry_keys) if key in right.hands}
    sources = entries_by_hand(sources, hands)
    known = known_sources(sources.entries)
    found = find_citations(document, structure, known)
    citation_keys = stable_keys(
        f"{c.form}|{c.text}|{letters(document.paragraphs[c.paragraph].text)[:400]}" for c in found
    )
    joins = joins_by_number(right, citation_keys, entry_keys)
    prose = [
        (p.index, p.text)
        for p in document.paragraphs
        if structure.roles[p.index] in (Role.BODY, Role.BLOCK_QUOTE, Role.NOTE)
    ]
    matching = match_citations(found, sources.entries, prose, joins)
    return Paper(
        document,
        structure,
        sources,
        matching,
        policy,
        tuple(citation_keys[i] for i in matching.kept),
        entry_keys,
        find_quotations(document, structure, known),
        hands,
        records or Records(),
        keys,
    )
