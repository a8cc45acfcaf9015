"""Descriptions: what a work says it is, in brackets or in plain words. The words stand in
`words/descriptions.toml`."""

from __future__ import annotations

import re
from functools import cache

from ..words import one_of, ordered, table

_KINDS = table("descriptions.brackets")
BRACKET = re.compile(r"\[(?P<inner>[^\[\]]{2,160})\]")
HANDLE = re.compile(r"\s?[\[(](?P<handle>@[\w.-]+)[\])]|\s\[(?P<name>[^\[\]@]{2,40})\](?=\.?\s\()")

_DEGREE_OF = (
    r"(?:PhD|Ph\.D\.|DPhil|EdD|Ed\.D\.|MA|M\.A\.|MSc|M\.Sc\.|MFA|MPhil|BA|B\.A\.|BSc|[Dd]octoral|[Mm]aster[’']s|[Mm]aster"
    r"|[Uu]ndergraduate|[Hh]onou?rs|[Ss]enior|[Bb]achelor[’']s)"
)
_THESIS = r"(?:[Dd]issertation|[Dd]iss\.|[Tt]hesis)"
DEGREE = rf"(?:(?:[Uu]npublished\s)?(?:{_DEGREE_OF}\s(?:[Hh]onou?rs\s)?{_THESIS}|[Dd]issertation|[Tt]hesis))"
_GIVEN = r"(?:presented|given|read|delivered)"
_AUTHOR = r"(?:the\s|this\s)?[Aa]uthor"
_PLAIN = one_of(
    word for key in table("descriptions.plain") for word in ordered("descriptions.plain", key)
)
MEDIUM = re.compile(
    rf"(?<![\w])(?P<m>{DEGREE}"
    rf"|[Pp]aper\s{_GIVEN}\sat|[Pp]resentation\sat|[Ll]ecture\s(?:given|delivered)\sat"
    rf"|(?:[Ee]-?mail|[Ll]etter|[Mm]essage|[Tt]ext\smessage|[Cc]onversation|[Dd]iscussion)\s(?:message\s)?(?:to|with)\s{_AUTHOR}"
    r"|(?<=[.,”\"]\s)(?:[Ee]-?mail|[Ll]etter)\sto\s(?:the\s)?[A-Z][\w’.-]*(?:\s[A-Z][\w’-]*\.?){0,4}(?=[.,])"
    rf"|(?<=[.,”]\s)(?:(?:[Pp]ersonal|[Tt]elephone|[Pp]hone|[Oo]nline|[Vv]ideo|[Ee]-?mail|Skype|Zoom)\s)?[Ii]nterview\s(?:with|by|conducted\sby)\s{_AUTHOR}"
    r"|(?<=[.,”]\s)[Aa]dvance\sonline\spublication"
    r"|(?:[Pp]ersonal|[Tt]elephone|[Pp]hone|[Oo]nline|[Vv]ideo|[Ee]-?mail|Skype|Zoom)\s(?:interview|communication|conversation)"
    rf"|(?<=[.,”\"]\s)(?:{_PLAIN})(?:,\s\d+\shr\.)?(?:,\s\d+\smin\.)?(?=[.,;]|$)"
    r")(?=[.,;\s]|$)"
)  # fmt: skip


@cache
def _by_words() -> dict[str, str]:
    """Each bracketed description in small letters, with the kind of source that it tells."""
    return {w: kind for kind in _KINDS for w in ordered("descriptions.brackets", kind)}


def kind_of_bracket(inner: str) -> str | None:
    """The kind of source that a description in brackets tells; None where it tells none."""
    low = inner.casefold().replace("’", "'").strip()
    known = _by_words()
    for words in (low, *(part.strip() for part in low.split(";"))):
        if words in known:
            return known[words]
    # `Album recorded by …`, `Doctoral dissertation, Reach College`, `Description of a picture`.
    head = re.split(r",|\sby\s|\son\s|\sof\s|\sfrom\s", low, maxsplit=1)[0].strip()
    return known.get(head) or known.get(low.rsplit(" ", 1)[-1])


def is_description(inner: str) -> bool:
    """Whether words in brackets say what a work is."""
    return kind_of_bracket(inner) is not None
