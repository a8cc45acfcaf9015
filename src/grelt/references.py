"""What is known of the form of each entry: its cut, its differences, the entry put right.

Worked out when a rule first asks, and once.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property

from .cutting import Cut, Hand, cut_entry, own_cut, written_entry
from .cutting.cut import CutElement, Opened
from .cutting.written import Written, written_text
from .difference import Checked, Difference, check_cut
from .document import Document
from .entries import CrossReference, Entry, OpeningKind, cross_references
from .forms import Vocabulary
from .forms.own_kinds import kinds_for
from .guides import Policy, available_guides, load_guide
from .guides.kinds import Kinds, load_kinds
from .readings import Reading, agreed, is_unclear, plausible, weighed
from .text.calendar import MONTH
from .text.folding import fold, letters
from .text.lexicon import is_common, is_forename
from .text.name_lists import inverted_names
from .text.names import NameList, looks_like_organisation, natural_names
from .text.spans import Span

# Differences from which an entry may be in another guide's form as a whole.
_FOREIGN_FROM = 2.5
# Faults under which another guide's form is that of an entry that has none here.
_UNTOLD = 1.5
# A volume and its pages in the form that a journal without issues has: `68:83–90`.
_WITHOUT_ISSUE = re.compile(r"\d:\d")
# Papers in an archive: lists have them in many forms, and no kind of ours is meant.
_ARCHIVED = re.compile(
    r"\b(?:[Bb]ox(?:es)?|[Ff]older|[Ff]ol|MSS?)\b\.?\s?\d"
    r"|\b\w+ (?:Papers|Manuscripts|Fonds)\b.*\b(?:Archives?|Library|Record Office|Museum|Special Collections)\b"
    # Where it lies stands last, and no year of a publisher's behind it.
    r"|\b(?:Archives?|Arkib|Archiv|Archivo|Archivio|Record Office|Special Collections"
    r"|Oral History (?:Collection|Archive|Project))\b[^.\d“”]{0,80}\.?$"
)
# Laws and cases as lawyers cite them: a reporter or a code between two numbers, a section. Their forms are
# those of another manual.
_OF_LAW = re.compile(
    rf"\b\d{{1,4}} (?!{MONTH})(?:[A-Z][\w’]*\.?\s?){{0,3}}(?:[A-Z][\w’]*\.\s?)+"
    r"(?:\d[a-z]{1,2}\s)?(?:§+\s?)?\d[\d,]*\b"
    r"|§+\s?\d|\bPub\.\sL\.\s|\b[Nn]o\.\s\d[\d,]*,\s\d+\s[A-Z.]+\s\d"
)
_TITLED = re.compile(r"\bAct\b|\bv\.\s")
# A date that stands behind the names without a period between.
_DATED = re.compile(r",?\s\(?(?:1[4-9]|20)\d\d[a-z]?\)?[.,]?$")
_RANKS = re.compile(
    r"(?<=,\s)(?:Dr|Prof|Professor|Mr|Mrs|Ms|Sir|Dame|Rev|Fr|Captain|Judge)\b\.?\s"
    r"|,\s(?:Ph\.?\s?D|M\.?D|M\.?A|B\.?A|MSc|MPhil|Esq|FRS)\b\.?"
)
# What leaves the rest to another entry is a part of what that one is.
_PART = "chapter"
_ONLY_ADDRESS = frozenset(
    ("url", "doi", "title", "words", "retrieved", "accessed", "supplement", "annotation", "stray")
)


@dataclass(frozen=True)
class Reference:
    """One entry's form. `differences` are what the rules report; `foreign` names the guide in whose
    form the whole entry stands, `bare` says that it is little but an address, `unclear` that its kind
    cannot be told."""

    cut: Cut
    checked: Checked
    differences: tuple[Difference, ...]
    foreign: str = ""
    bare: bool = False
    unclear: bool = False


@dataclass
class References:
    """The forms of a paper's entries, by number. Not for sharing between threads."""

    document: Document
    entries: tuple[Entry, ...]
    policy: Policy
    vocabulary: Vocabulary
    hands: Mapping[int, Hand]
    surnames: frozenset[str] = frozenset()
    _found: dict[int, Reference] = field(default_factory=dict)
    _cuts: dict[int, Cut] = field(default_factory=dict)

    def of(self, number: int) -> Reference:
        """The form of an entry."""
        if number not in self._found:
            self._found[number] = self._examine(number)
        return self._found[number]

    @cached_property
    def cross_references(self) -> dict[int, CrossReference]:
        """Entries that leave the rest to another."""
        return cross_references(self.entries)

    def _examine(self, number: int) -> Reference:
        kinds = kinds_for(self.policy)
        hand = self.hands.get(number)
        if number in self.cross_references and "cross_references" in kinds.marks and not hand:
            return self._cross_reference(number, kinds)
        cut = self._first_cut(number)
        written = cut.written
        opened = opening_of(self.entries[number], written, self.surnames)
        readings = weighed(plausible(cut), lambda one: self._check(one, kinds, number))
        first = cut
        cut, checked = readings[0].cut, readings[0].checked
        if cut is not first:
            cut = replace(cut, confidence=first.confidence, runner_up=first.kind)
        # What a person says that it is, or the house by its words, needs no telling.
        own = cut.kind in self.policy.house.own_names
        if _OF_LAW.search(written.text) and not (cut.by_hand or own):
            return Reference(replace(cut, kind="legal"), Checked(cut, (), written.text, "", ()), ())
        if _ARCHIVED.search(written.text) and not (cut.by_hand or own):
            return Reference(
                replace(cut, kind="unknown", confidence=0.0),
                Checked(cut, (), written.text, "", ()),
                (),
            )
        if _is_bare(cut):
            return Reference(cut, checked, (_bare_address(cut),), bare=True)
        given = own or (hand is not None and bool(hand.kind))
        told = given or not is_unclear(cut)
        if not told:
            # A form that is right elsewhere tells what it is, though not here.
            foreign, kind = self._foreign(written, opened, _UNTOLD)
            if foreign and kind in kinds.kinds:
                cut = replace(cut_entry(written, opened, kinds, Hand(kind)), by_hand=False)
                checked = self._check(cut, kinds, number)
                told = True
        if not told:
            if not written.italics_known:
                return Reference(cut, Checked(cut, (), written.text, "", ()), (), unclear=True)
            unclear = Difference(
                "entry-kind-unknown", Span(0, len(written.text)), None, "", "", confidence=0.7
            )
            return Reference(cut, Checked(cut, (), written.text, "", ()), (unclear,), unclear=True)
        if checked.faults >= _FOREIGN_FROM and not given:
            # A form that is wholly another guide's tells more than one that is nearly so.
            most = checked.faults / (2 if checked.faults >= 6 else 2.5)
            most = most if checked.faults >= 3 else 0.5
            more = len(checked.differences) > 1 or cut.work.values.keys() & set(kinds.left_out)
            foreign, kind = (
                self._foreign(written, opened, most) if checked.faults >= 3 or more else ("", "")
            )
            if foreign:
                if kind in kinds.kinds and kind != cut.kind:
                    # What the entry is shows in the form that it has.
                    cut = replace(cut_entry(written, opened, kinds, Hand(kind)), by_hand=False)
                    checked = self._check(cut, kinds, number)
                if checked.corrected != written.text:
                    whole = Difference(
                        "entry-wrong-guide", Span(0, len(written.text)), checked.corrected, checked.markup, "",
                        holes=(("guide", foreign),), confidence=0.9,
                    )  # fmt: skip
                    return Reference(cut, checked, (whole,), foreign=foreign)
        return Reference(cut, checked, _weighed(checked, readings))

    def _cross_reference(self, number: int, kinds: Kinds) -> Reference:
        """Its own part, author and title, is held to the form; what it says of the other entry stays."""
        entry = self.entries[number]
        whole = written_entry([self.document.paragraphs[i] for i in entry.paragraphs])
        start = whole.flat.forth(self.cross_references[number].span.start)
        own = written_text(
            whole.text[:start].rstrip(),
            [s for s in whole.italics if s.end <= start],
            known=whole.italics_known,
        )
        opened = opening_of(entry, whole, self.surnames)
        cut = cut_entry(own, opened, kinds, Hand(_PART))
        rest = Span(start, len(whole.text))
        kept = CutElement("supplement", rest, rest, "plain", None)
        cut = replace(cut, written=whole, elements=(*cut.elements, kept), by_hand=False)
        needed = frozenset(kinds.kinds[_PART].needs) - {"author", "title"}
        return Reference(cut, checked := self._checked(cut, kinds, needed), checked.differences)

    def _first_cut(self, number: int) -> Cut:
        """An entry's best cut by itself, before its faults are weighed."""
        if number not in self._cuts:
            entry = self.entries[number]
            written = written_entry([self.document.paragraphs[i] for i in entry.paragraphs])
            opened = opening_of(entry, written, self.surnames)
            kinds = kinds_for(self.policy)
            hand = self.hands.get(number)
            own = own_cut(
                written,
                lambda told: self._cut(written, opened, kinds, told),
                self.policy.house.kinds,
                hand or Hand(),
            )
            self._cuts[number] = own or self._cut(written, opened, kinds, hand)
        return self._cuts[number]

    def _cut(self, written: Written, opened: Opened, kinds: Kinds, hand: Hand | None) -> Cut:
        """The cut. What looks like a group at the beginning may be the title of a work that nobody is named
        for: then both are readings, and the one that fits better comes first."""
        cut = cut_entry(written, opened, kinds, hand)
        if not opened.group:
            return cut
        start = opened.span.start
        titled = cut_entry(written, Opened(None, "", Span(start, start)), kinds, hand)
        best, other = (cut, titled) if cut.points >= titled.points else (titled, cut)
        return replace(best, near=lambda: (*best.alternatives, other, *other.alternatives))

    def _check(self, cut: Cut, kinds: Kinds, number: int) -> Checked:
        asked = {"volume", "issue"} & cut.work.values.keys() == {"volume"}
        has_none = asked and (_needs_no_issue(cut, kinds) or not self._gives_issues(number, cut))
        return self._checked(cut, kinds, frozenset(("issue",)) if has_none else frozenset())

    def _checked(self, cut: Cut, kinds: Kinds, waived: frozenset[str]) -> Checked:
        return check_cut(
            cut,
            kinds,
            self.vocabulary,
            demanded=self.policy.demanded(cut.kind, cut.work.values),
            left_out=self.policy.left_out,
            waived=waived,
            strict_dashes=self.policy.house.value("dashes") == "strict",
        )

    def _gives_issues(self, number: int, cut: Cut) -> bool:
        """Whether another entry gives an issue of the same journal: some journals have none."""
        journal = letters(cut.work.text("container"))
        others = (self._first_cut(n).work for n in range(len(self.entries)) if n != number)
        return any(
            work.text("volume")
            and work.text("issue")
            and letters(work.text("container")) == journal
            for work in others
        )

    def _foreign(self, written: Written, opened: Opened, most: float) -> tuple[str, str]:
        """The guide of another system in whose form an entry stands, or nearly, and the kind there."""
        best, name, kind = most, "", ""
        own_guide = self.policy.guide
        # Editions of one guide hardly differ in what tells it from others.
        tried = {(own_guide.system, own_guide.house)}
        for identity in available_guides():
            guide = load_guide(identity)
            if (guide.system, guide.house) in tried or best == 0:
                continue
            tried.add((guide.system, guide.house))
            if guide.house == own_guide.house and most < 1:
                continue  # where only the date has moved, that is what is wrong
            kinds = load_kinds(identity)
            cut = cut_entry(written, opened, kinds)
            checked = check_cut(cut, kinds, self.vocabulary)
            if checked.weight < best and not is_unclear(cut):
                best, name, kind = checked.weight, guide.name, checked.cut.kind
        return name, kind


def _weighed(checked: Checked, readings: tuple[Reading, ...]) -> tuple[Difference, ...]:
    """Differences that hang on a kind that is not sure are themselves less sure."""
    if readings[0].checked is checked:
        checked = replace(checked, differences=agreed(readings))
    if not checked.cut.written.italics_known:
        # Where a title ends is then a guess: what hangs on it is left unsaid.
        return tuple(
            d for d in checked.differences if d.rule not in _OF_BORDERS and not _within_a_title(d)
        )
    if checked.cut.confidence >= 0.6:
        return checked.differences
    return tuple(
        replace(d, confidence=min(d.confidence, 0.7))
        if d.rule.startswith("entry-missing") or d.rule in _OF_KIND
        else d
        for d in checked.differences
    )


_LIGHTLY_MISSING = frozenset(
    f"entry-missing-{name}" for name in ("pages", "volume", "issue", "publisher", "place", "date")
)
_OF_BORDERS = _LIGHTLY_MISSING - {"entry-missing-date"} | frozenset(
    """entry-punctuation entry-element-order entry-edition-form entry-stray entry-missing-container
    entry-missing-location entry-container-case entry-title-quotes entry-title-italic
    entry-date-position""".split()
)


def _within_a_title(difference: Difference) -> bool:
    """A word or two in other capitals: they may be a title within the title."""
    return difference.rule == "entry-title-case" and len((difference.expected or "").split()) < 3


_OF_KIND = frozenset(
    (
        "entry-title-quotes",
        "entry-title-italic",
        "entry-container-italic",
        "entry-element-order",
        "entry-element-extra",
    )
)


def _needs_no_issue(cut: Cut, kinds: Kinds) -> bool:
    """Whether the month stands in the issue’s place, or the figures stand as in a journal without issues."""
    if any(e.name == "day" for e in cut.elements):
        return True
    return kinds.marks["tight_colon"] and _WITHOUT_ISSUE.search(cut.written.text) is not None


def _is_bare(cut: Cut) -> bool:
    names = {e.name for e in cut.elements}
    if "title" not in names:
        names.discard("author")
    return bool(names & {"url", "doi"}) and names <= _ONLY_ADDRESS


def _bare_address(cut: Cut) -> Difference:
    return Difference("entry-bare-url", Span(0, len(cut.written.text)), None, "", "url")


def _with_titles(text: str) -> NameList | None:
    """Names with degrees and titles between them."""
    bare = _RANKS.sub("", text)
    return inverted_names(bare) if bare != text else None


def _turned_round(text: str, surnames: frozenset[str]) -> NameList | None:
    """Names in natural order: two joined, or one that the paper cites by its last word."""
    names = natural_names(text)
    if names is None or looks_like_organisation(text) or not all(n.given for n in names.names):
        return None
    forename = names.names[0].given.split()[0]
    if all(map(is_common, text.split())) and not is_forename(forename):
        return None  # `Reach Archaeology Unit`: words, and no name
    if fold(forename) in surnames or letters(text) in surnames:
        return None  # cited by its first word or as a whole: a name in its own order, or a group's
    known = names.names[0].key in surnames or is_forename(forename)
    return names if known else None


def opening_of(entry: Entry, written: Written, surnames: frozenset[str] = frozenset()) -> Opened:
    """An entry's opening in its squeezed text. A law or a case begins with its title. `surnames` are
    those that the paper cites."""
    opening = entry.opening
    flat = written.flat
    start = flat.forth(opening.span.start)
    end = (
        flat.forth(max(opening.span.start, opening.span.end - 1)) + 1
        if len(opening.span)
        else start
    )
    dated = _DATED.search(flat.text, start, end)
    span = Span(start, max(start, dated.start() if dated is not None else end))
    nothing = Opened(None, "", Span(start, start))
    if opening.kind is OpeningKind.PERSON and _RANKS.search(opening.text):
        return Opened(_with_titles(opening.text) or opening.names, "", span)
    if opening.kind is OpeningKind.PERSON:
        return Opened(opening.names, "", span)
    if opening.kind is OpeningKind.ORGANISATION:
        if _TITLED.search(opening.text) or "://" in opening.text:
            return nothing
        names = _with_titles(opening.text) or _turned_round(opening.text, surnames)
        return Opened(names, "" if names is not None else opening.text, span)
    if opening.kind is OpeningKind.REPEAT:
        names = entry.author.names
        return Opened(names, "" if names is not None else entry.author.text, span, True)
    return nothing
