"""What stands before the text: a heading block, or a title page, with its parts by name."""

from __future__ import annotations

import re
from collections.abc import Sequence

from ..document import Document, Paragraph
from ..text.calendar import MONTH, SEASON
from ..text.folding import letters, words
from ..text.names import NAME_WORD
from .kinds import FrontMatter, Role
from .pages import Pages

_DATE = re.compile(
    r"\b\d{1,2}(?:st|nd|rd|th)?\s+[A-Z][a-z]+\.?,?\s+\d{4}\b"
    r"|\b[A-Z][a-z]+\.?\s+\d{1,2}(?:st|nd|rd|th)?,?\s+\d{4}\b"
    r"|\b\d{1,2}[./-]\d{1,2}[./-]\d{2,4}\b|\b\d{4}-\d\d-\d\d\b"
)
_MONTH_YEAR = re.compile(rf"^(?:{MONTH}\.?|{SEASON})\s+(?:Term,?\s+|Semester,?\s+)?\d{{4}}$")
_INSTRUCTOR = re.compile(
    r"\b(?:Prof(?:essor)?\b|Dr\b|Instructor\b|Lecturer\b|Mrs?\b|Ms\b|Submitted to\b)"
)
_AFFILIATION = re.compile(
    r"\b(?:University|College|Department|Dept|School|Institute|Faculty|Academy|Polytechnic)\b"
)
_COURSE_CODE = re.compile(r"\b[A-Z]{2,5}[\s-]?\d{2,4}[A-Z]?\b")
_NAME = re.compile(rf"(?:By\s+)?{NAME_WORD}(?:\s(?:{NAME_WORD}|[A-Z]\.))*\s{NAME_WORD}$")
_MOST_ON_BLOCK, _MOST_ON_PAGE = 12, 24


def front_matter(
    document: Document, pages: Pages, stop: int | None
) -> tuple[dict[int, Role], FrontMatter | None]:
    """Roles of the paragraphs before the text, and their parts. `stop` is where the list begins.

    A title page fills its page, or is followed by its title once more; a heading block ends
    with its date, and the title stands right below.
    """
    opening = _opening(document, stop)
    page = _title_page(document, opening, pages, stop)
    if page:
        roles = dict.fromkeys((p.index for p in page), Role.TITLE_PAGE)
        rest = [p for p in opening if p.index > page[-1].index]
        dressed = [p for p in rest[:6] if _centred(p) or _stands_out(p)]
        parts = _parts(page, again=frozenset(letters(p.text) for p in dressed))
        roles |= _title_again(page, rest)
        return roles, FrontMatter("title-page", parts)
    if len(opening) > _MOST_ON_BLOCK:
        return {}, None
    roles = _heading_block(opening)
    block = [p for p in opening if roles.get(p.index) is Role.HEADING_BLOCK]
    titles = [("title", i) for i, role in roles.items() if role is Role.TITLE]
    parts = (*_parts(block, in_block=True), *titles)
    return roles, FrontMatter("heading-block", parts) if parts else None


def _opening(document: Document, stop: int | None) -> list[Paragraph]:
    """The short paragraphs before the first one of prose."""
    opening: list[Paragraph] = []
    for paragraph in document.paragraphs[:stop]:
        if paragraph.note is not None:
            break
        if paragraph.is_blank:
            continue
        text = paragraph.text.strip()
        sentence = len(text) > 40 and text[-1:] in ".!?" and not _centred(paragraph)
        if len(text) > (220 if _centred(paragraph) else 160) or sentence or paragraph.in_table:
            break
        opening.append(paragraph)
        if len(opening) > _MOST_ON_PAGE:
            break
    return opening


def _title_page(
    document: Document, opening: Sequence[Paragraph], pages: Pages, stop: int | None
) -> list[Paragraph]:
    """The paragraphs of the title page; none where there is no such page."""
    if len(opening) < 3 or not any(_is_date(p) or _centred(p) for p in opening):
        return []
    if pages.count > 1 and pages.start(2)[1] == 0 and (stop is None or pages.start(2)[0] < stop):
        # A page of short lines, and a break ends it.
        second = pages.start(2)[0]
        on_first = [p for p in document.paragraphs[:second] if not p.is_blank]
        if 3 <= len(on_first) <= len(opening) and on_first == list(opening[: len(on_first)]):
            return on_first
    # Where pages are not known: the title stands there twice.
    seen: dict[str, int] = {}
    for place, paragraph in enumerate(opening):
        key = letters(paragraph.text)
        if key in seen and place - seen[key] >= 3 and len(key) > 5:
            return list(opening[:place])
        seen.setdefault(key, place)
    if opening[0].format.outline is not None and any(_is_date(p) for p in opening[1:]):
        # A title as a heading, and the writer's lines under it.
        dated = max(n for n, p in enumerate(opening) if _is_date(p))
        return list(opening[: dated + 1])
    return []


def _title_again(page: Sequence[Paragraph], rest: Sequence[Paragraph]) -> dict[int, Role]:
    """The title at the head of the text, as APA repeats it (a running abstract may come first)."""
    titles = {letters(p.text) for p in page if len(letters(p.text)) > 5}
    for paragraph in rest[:6]:
        if letters(paragraph.text) in titles:
            return {paragraph.index: Role.TITLE}
    first = rest[0] if rest else None
    if first is not None and _centred(first) and words(first.text) != ("abstract",):
        joined = "".join(letters(p.text) for p in page[:3])
        if letters(first.text) in joined:
            return {first.index: Role.TITLE}
    return {}


def _parts(
    paragraphs: Sequence[Paragraph],
    *,
    in_block: bool = False,
    again: frozenset[str] = frozenset(),
) -> tuple[tuple[str, int], ...]:
    """What each line is. In a heading block the writer comes first; on a page the title does, and it is that
    whatever words it has where it stands `again` at the head of the text."""
    found: dict[int, str] = {}
    taken: set[str] = set()

    def take(name: str, paragraph: Paragraph) -> None:
        found[paragraph.index] = name
        taken.add(name)

    for paragraph in paragraphs:
        text = paragraph.text.strip()
        if "title" not in taken and _is_title(
            paragraph, again, first=paragraph is paragraphs[0] and not in_block
        ):
            take("title", paragraph)
        elif _DATE.search(text) or _MONTH_YEAR.match(text):
            take("date", paragraph)
        elif _INSTRUCTOR.search(text) and len(text) < 60:
            take("instructor", paragraph)
        elif _AFFILIATION.search(text) and not in_block:
            take("affiliation", paragraph)
        elif _COURSE_CODE.search(text):
            take("course", paragraph)
    left = [p for p in paragraphs if p.index not in found]
    if not in_block and left and "title" not in taken:
        bold = [p for p in left if _stands_out(p)]
        for paragraph in bold[:1] or left[:1]:
            take("title", paragraph)
        left = [p for p in left if p.index not in found]
    for paragraph in left:
        name_like = _NAME.match(paragraph.text.strip()) is not None
        if "writer" not in taken and (name_like or in_block):
            take("writer", paragraph)
        elif "writer" in taken and "instructor" not in taken and name_like and in_block:
            take("instructor", paragraph)
        elif "course" not in taken and "writer" in taken:
            take("course", paragraph)
        else:
            found[paragraph.index] = "other"
    return tuple((found[p.index], p.index) for p in paragraphs)


def _is_title(paragraph: Paragraph, again: frozenset[str], *, first: bool) -> bool:
    """Whether a line is the title for sure: it is repeated, or, the first on its page, has a subtitle. What it
    is about may be a school, or a doctor."""
    key = letters(paragraph.text)
    head, colon, tail = paragraph.text.strip().partition(": ")
    return (len(key) > 5 and key in again) or (
        first
        and bool(colon)
        and min(len(head.split()), len(tail.split())) > 1
        and not _COURSE_CODE.search(head)
    )


def _stands_out(paragraph: Paragraph) -> bool:
    heading = paragraph.format.outline is not None
    return heading or all(r.format.bold for r in paragraph.inked_runs())


def _heading_block(opening: Sequence[Paragraph]) -> dict[int, Role]:
    dated_anywhere = any(_is_date(p) for p in opening)
    if not dated_anywhere and not any(_centred(p) or _styled_title(p) for p in opening):
        return {}  # nothing but short paragraphs: prose
    titles = [p for p in opening if _centred(p) or _styled_title(p)]
    title = titles[0] if titles else None
    if title is None and len(opening) >= 2 and not _is_date(opening[-1]):
        dated = [i for i, p in enumerate(opening) if _is_date(p)]
        if dated and dated[-1] == len(opening) - 2:
            title = opening[-1]
    roles: dict[int, Role] = {}
    for paragraph in opening:
        if title is not None and paragraph.index > title.index:
            # A second centred line right below is a subtitle; anything else is no front matter.
            if paragraph in titles and paragraph.index == title.index + 1:
                roles[paragraph.index] = Role.TITLE
                continue
            break
        roles[paragraph.index] = Role.TITLE if paragraph is title else Role.HEADING_BLOCK
    return roles


def _is_date(paragraph: Paragraph) -> bool:
    text = paragraph.text.strip()
    return len(text) < 60 and bool(_DATE.search(text) or _MONTH_YEAR.match(text))


def _centred(paragraph: Paragraph) -> bool:
    return paragraph.format.alignment == "center"


def _styled_title(paragraph: Paragraph) -> bool:
    return (paragraph.format.style or "").casefold() == "title"
