"""One guide as loaded and checked. Frozen; lengths in points."""

from __future__ import annotations

from dataclasses import dataclass

from ..findings import Severity


@dataclass(frozen=True, slots=True)
class RuleSetting:
    """What a guide says of a rule."""

    severity: Severity
    chapter: str


@dataclass(frozen=True, slots=True)
class ListSettings:
    """How the list of sources is headed, ordered and laid out.

    `heading_print` and `spacing` may be `either`; `repeated_author` too, where the guide
    tolerates marks and asks for names.
    """

    headings: tuple[str, ...]
    singular: str
    consulted: tuple[str, ...]
    heading_alignment: str
    heading_print: str
    hanging: float
    spacing: str
    new_page: bool
    numbered: bool
    grouped: bool
    same_author: str
    repeated_author: str
    repeated_author_forms: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class CitationSettings:
    """How sources are named in the text.

    `et_al_from` is the number of authors from which `et al.` stands; `conjunction_enclosed`
    and `_running` join two names in parentheses and in the sentence. `range_digits` says how
    a range's second number is written: `two` (the last two where the hundreds agree), `all`,
    or `either`. A quotation of `block_from_words`
    or more is set off, one of fewer than `block_least_words` is not. With `classics_listed` an ancient work
    cited by book and line needs an entry too.
    """

    title_short_words: int
    et_al_from: int
    year: bool
    comma_before_year: bool
    comma_before_locator: bool
    page_label: bool
    conjunction_enclosed: str
    conjunction_running: str
    secondary: tuple[str, ...]
    ordered: bool
    locator_with_quotations: bool
    title_dress: bool
    range_dash: str
    range_digits: str
    block_from_words: int
    block_least_words: int
    classics_listed: bool


@dataclass(frozen=True, slots=True)
class NoteSettings:
    """How notes cite, in guides that have them. `et_al_from` as in the text."""

    et_al_from: int
    short_title_words: int
    first_line: float
    spacing: str


@dataclass(frozen=True, slots=True)
class EntrySettings:
    """Where an entry's date stands (`end`, `enclosed` or bare `after-author`), and whether the
    publisher's place is given."""

    date: str
    place: bool


@dataclass(frozen=True, slots=True)
class PageSettings:
    """How a paper is laid out. Lengths in points, `spacing` in words.

    `margins` may be wider with `wider_margins`; with `flush_openings` the first line under a heading may stand
    at the margin. `sizes` are the least and the largest size of type; `named_sizes` the least of faces that the
    guide names. `heading_block` are the lines above the title, in order, where the guide has such a block;
    `title_page` says whether the paper has a page for its title (`never`, `always`, `may`), and
    `title_page_parts` what stands on it; `professional_parts` on that of a paper meant for print, where the
    guide tells the two apart. `headings` are the place and print of its levels of heading (`center bold`), the
    highest first; none where the guide leaves them to the writer. `running_head` is what stands with the page's
    number (`surname`, or nothing but the `number`), `number_places` where that may be.
    An abstract has `abstract_words` at most (0: as many as it likes); the label `keywords` stands in italics
    before its key words (empty: the guide has none); `appendices` stand `before` the list, `after` it
    or `either`.
    """

    margins: float
    wider_margins: bool
    flush_openings: bool
    sizes: tuple[float, float]
    named_sizes: tuple[tuple[str, float], ...]
    spacing: str
    first_line: float
    block_indent: float
    block_spacing: str
    heading_block: tuple[str, ...]
    title_page: str
    title_page_parts: tuple[str, ...]
    professional_parts: tuple[str, ...]
    title_print: str
    headings: tuple[str, ...]
    running_head: str
    number_places: tuple[str, ...]
    abstract_words: int
    keywords: str
    appendices: str


@dataclass(frozen=True)
class Guide:
    """A style guide: identity, settings, and its opinion on every rule. `house` is whose guide it is:
    guides of one house and system are editions of one another."""

    id: str
    house: str
    name: str
    manual: str
    system: str
    list: ListSettings
    citation: CitationSettings
    notes: NoteSettings
    entry: EntrySettings
    page: PageSettings
    rules: dict[str, RuleSetting]
