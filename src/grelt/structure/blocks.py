"""Block quotations, verse, epigraphs, abstracts, captions, contents: told by how they are set."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence

from ..document import Paragraph
from ..text.folding import words
from .kinds import Detail, Role

_QUARTER_INCH = 18.0
_VERSE_LINE = 70
_CAPTION = re.compile(
    r"(?:Table|Figure|Fig\.|Map|Plate|Chart|Graph|Illustration|Image|Diagram|Appendix Table)\s+"
    r"[A-Z]?\d{1,3}(?:\.\d+)?(?P<mark>[.:])?(?P<rest>\s|$)", re.I
)  # fmt: skip
_UNDER_TABLE = re.compile(r"(?:Notes?|Sources?)[.:]\s", re.I)
_LONGEST_IN_CONTENTS = 150
_ATTRIBUTION = re.compile(r"^\s*(?:[—–―]|--?\s?)\s*[^\W\d_]")
_KEYWORDS = re.compile(r"\s*(?:Key\s?words)\s*[:.]", re.I)


def mark_details(paragraphs: Sequence[Paragraph], roles: list[Role], last: int) -> list[Detail]:
    """Set block quotations apart from the body, and say what else paragraphs are.

    `roles` are corrected in place; `last` is the last paragraph of the lists.
    """
    details = [Detail.NONE] * len(paragraphs)
    for paragraph in paragraphs:
        if paragraph.note is None and roles[paragraph.index] is Role.OTHER:
            details[paragraph.index] = (
                Detail.TABLE
                if paragraph.in_table
                else Detail.TEXT_BOX
                if paragraph.in_box
                else Detail.APPENDIX
            )
    _mark_captions(paragraphs, roles, details)
    _mark_contents(paragraphs, roles, details)
    _mark_abstract(paragraphs, roles, details)
    _mark_block_quotes(paragraphs, roles)
    _mark_epigraph(paragraphs, roles, details)
    _mark_verse(paragraphs, roles, details)
    return details


def _mark_captions(
    paragraphs: Sequence[Paragraph], roles: list[Role], details: list[Detail]
) -> None:
    prose = (Role.BODY, Role.HEADING)
    for paragraph in paragraphs:
        index = paragraph.index
        text = paragraph.text.strip()
        style = (paragraph.format.style or "").casefold()
        if roles[index] not in prose or len(text) > 400:
            continue
        match = _CAPTION.match(text)
        alone = match is not None and len(text) == match.end()
        labelled = match is not None and match.group("mark") and match.group("rest")
        below = _previous(paragraphs, index)
        after_table = below is not None and (
            below.in_table or details[below.index] is Detail.CAPTION
        )
        under = after_table and _UNDER_TABLE.match(text)
        if style.startswith(("caption", "illustration", "table")) or labelled or alone or under:
            roles[index], details[index] = Role.OTHER, Detail.CAPTION
            if alone and index + 1 < len(paragraphs):
                # The number on a line of its own: the title stands on the next.
                title = paragraphs[index + 1]
                plain = roles[title.index] in prose and title.text.strip()[-1:] not in ".?!"
                if plain and len(title.text) < 200:
                    roles[title.index], details[title.index] = Role.OTHER, Detail.CAPTION


def _previous(paragraphs: Sequence[Paragraph], index: int) -> Paragraph | None:
    for before in range(index - 1, -1, -1):
        if not paragraphs[before].is_blank:
            return paragraphs[before]
    return None


def _ends_in_page(text: str) -> bool:
    """A line of contents: words, then a tab, a wide gap or leaders, then the number of a page."""
    before = text.rstrip("0123456789")
    if len(text) - len(before) > 4:
        return False
    if before == text:
        before = text.rstrip("ivxl")
    words = before.rstrip()
    gap = before[len(words) :]
    title = words.rstrip(".… \t")
    return (
        before != text
        and ("\t" in gap or len(gap) >= 3 or words.endswith(("...", "…")))
        and 0 < len(title) <= _LONGEST_IN_CONTENTS
        and "\n" not in title
    )


def _mark_contents(
    paragraphs: Sequence[Paragraph], roles: list[Role], details: list[Detail]
) -> None:
    """Three lines or more in a row that end in a page number after a leader or a tab."""
    run: list[int] = []
    for paragraph in (*paragraphs, None):
        index = paragraph.index if paragraph is not None else -1
        style = (paragraph.format.style or "").casefold() if paragraph is not None else ""
        is_line = (
            paragraph is not None
            and roles[index] in (Role.BODY, Role.HEADING)
            and (style.startswith(("toc", "contents")) or _ends_in_page(paragraph.text.strip()))
        )
        if is_line:
            run.append(index)
            continue
        if paragraph is not None and roles[index] is Role.BLANK and run:
            continue
        if len(run) >= 3:
            for i in run:
                roles[i], details[i] = Role.OTHER, Detail.CONTENTS
        run = []


def _mark_abstract(
    paragraphs: Sequence[Paragraph], roles: list[Role], details: list[Detail]
) -> None:
    inside = False
    for paragraph in paragraphs:
        index = paragraph.index
        if roles[index] in (Role.HEADING, Role.TITLE):
            inside = words(paragraph.text) == ("abstract",)
            if inside:
                roles[index] = Role.HEADING
        elif roles[index] is Role.BODY and inside:
            if _KEYWORDS.match(paragraph.text):
                roles[index], details[index] = Role.OTHER, Detail.KEYWORDS
            elif paragraph.format.page_break_before:
                inside = False
            else:
                details[index] = Detail.ABSTRACT
        elif roles[index] not in (Role.BODY, Role.BLANK):
            inside = False


def _mark_block_quotes(paragraphs: Sequence[Paragraph], roles: list[Role]) -> None:
    """Body paragraphs set in from the left by a quarter inch or more than the prose is."""
    body = [i for i, role in enumerate(roles) if role is Role.BODY]
    lefts = Counter(round(paragraphs[i].format.left or 0.0) for i in body)
    # Lines of verse may be many: the prose is what stands furthest left often enough.
    often = max(lefts.values(), default=0) / 3
    usual = min((left for left, count in lefts.items() if count >= often), default=0)
    for i in body:
        layout = paragraphs[i].format
        left = layout.left or 0.0
        hanging = (layout.first_line or 0.0) < -1.0
        if left - usual >= _QUARTER_INCH and not hanging and layout.marker is None:
            roles[i] = Role.BLOCK_QUOTE


def _mark_epigraph(
    paragraphs: Sequence[Paragraph], roles: list[Role], details: list[Detail]
) -> None:
    """Set in, italic, or to the right, between the title and the first prose, short; often with
    a line that begins with a dash under it."""
    opening: list[Paragraph] = []
    for paragraph in paragraphs:
        role = roles[paragraph.index]
        if role in (Role.BLANK, Role.HEADING_BLOCK, Role.TITLE_PAGE, Role.TITLE):
            if opening:
                break
            continue
        if role not in (Role.BODY, Role.BLOCK_QUOTE, Role.HEADING) or len(paragraph.text) > 600:
            break
        if not opening and not any(roles[i] is Role.TITLE for i in range(paragraph.index)):
            return
        right = paragraph.format.alignment == "right"
        italic = all(r.format.italic for r in paragraph.inked_runs())
        signed = bool(opening) and _ATTRIBUTION.match(paragraph.text) is not None
        if not (role is Role.BLOCK_QUOTE or right or signed or (italic and role is Role.BODY)):
            break
        opening.append(paragraph)
        if signed or len(opening) == 6:
            break
    for paragraph in opening:
        roles[paragraph.index] = Role.BLOCK_QUOTE
        details[paragraph.index] = Detail.EPIGRAPH


def _mark_verse(paragraphs: Sequence[Paragraph], roles: list[Role], details: list[Detail]) -> None:
    """Block quotations in short lines: broken by hand, or a paragraph each."""
    run: list[Paragraph] = []
    for paragraph in (*paragraphs, None):
        quoted = (
            paragraph is not None
            and roles[paragraph.index] is Role.BLOCK_QUOTE
            and details[paragraph.index] is Detail.NONE
        )
        if quoted and paragraph is not None:
            lines = [line for line in paragraph.text.split("\n") if line.strip()]
            if len(lines) >= 2 and all(len(line) < _VERSE_LINE for line in lines):
                details[paragraph.index] = Detail.VERSE
                continue
            if len(lines) == 1 and len(lines[0]) < _VERSE_LINE:
                run.append(paragraph)
                continue
        if paragraph is not None and roles[paragraph.index] is Role.BLANK and run:
            continue
        if len(run) >= 2:
            for line in run:
                details[line.index] = Detail.VERSE
        run = []
