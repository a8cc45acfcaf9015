"""The pieces that lists of names are read by: words and initials in a row, what stands behind a name and
belongs to it, what parts one name from the next."""

from __future__ import annotations

import re
from dataclasses import dataclass

from .names import (
    DEGREE_BEHIND,
    HONORIFIC,
    NAME_WORD,
    SUFFIX,
    UPPER,
    NameList,
    PersonName,
    looks_like_organisation,
)

_WORD = re.compile(
    rf"(?P<initials>{UPPER}\.(?:[\-‐]?{UPPER}\.)*)"
    rf"|(?P<word>{NAME_WORD}|[’']t(?=\s)|[^\W\d_]+(?:[’'ʼ\-‐][^\W\d_]+)*[’'ʼ]?)"
)
SEPARATOR = re.compile(r"\s*(?:(?P<mark>[,;])\s*)?(?:(?P<joint>and|&|with)(?=\s|\w)\s*)?")
_BEHIND = re.compile(rf",?\s(?:{SUFFIX}|\(?{DEGREE_BEHIND}\)?)(?=$|[\s,.;&(\[])")
_SUFFIX = re.compile(rf",?\s(?P<suffix>{SUFFIX})(?=$|[\s,.;&(\[])")
HONORIFIC_AHEAD = re.compile(rf"{HONORIFIC}\s+(?=\S)")
# Each name's part in the work, behind it: `Roe, M. (Writer), & Solberg, A. (Director)`. Words for editors
# and translators stand behind a whole list instead.
ROLE_BEHIND = re.compile(
    r"\s\((?!(?:Eds?|Trans|Illus|Comps?|Dirs?)\b)[A-Z][a-z]+(?:\s(?:[A-Z][a-z]+|&|and)){0,3}\)"
    r"(?=$|[,.;]|\s&|\s\()"
)
LONGEST_NAME = 6


@dataclass(frozen=True, slots=True)
class Read:
    """Names read from a text, and the offset where they end."""

    names: NameList
    end: int


@dataclass(frozen=True, slots=True)
class Token:
    text: str
    start: int
    end: int
    initials: bool


def words_from(text: str, at: int, stop: int, most: int) -> list[Token]:
    """Words and initials from here on that nothing but spaces part."""
    found: list[Token] = []
    while len(found) < most:
        while at < stop and text[at].isspace():
            at += 1
        match = _WORD.match(text, at, stop)
        if match is None:
            break
        found.append(Token(match.group(), match.start(), match.end(), bool(match["initials"])))
        at = match.end()
        if at < stop and not text[at].isspace() and not found[-1].initials:
            break
    return found


def with_suffix(text: str, name: PersonName, end: int, stop: int) -> tuple[PersonName, int]:
    """A name with `Jr.` behind it; degrees behind it, and its own part in the work, are passed over."""
    while True:
        suffix = _SUFFIX.match(text, end, stop)
        if suffix is not None:
            name = PersonName(name.family, name.given, suffix["suffix"])
            end = suffix.end()
            continue
        behind = _BEHIND.match(text, end, stop)
        if behind is None:
            break
        end = behind.end()
    role = ROLE_BEHIND.match(text, end, stop)
    # The part of the last one is that of all.
    if role is None:
        return name, end
    more = SEPARATOR.match(text, role.end(), stop)
    goes_on = more is not None and bool(more["mark"] or more["joint"])
    return name, role.end() if goes_on else end


def group_at(text: str, at: int, stop: int) -> tuple[PersonName, int] | None:
    """A group among persons: words up to a mark, some of which groups have in their names."""
    match = re.compile(r"[^,;:.()“”\"&]+?(?=\s(?:and|&)\s|[,;:.(]|\s\(|$)").match(text, at, stop)
    if match is None:
        return None
    words = match.group().strip()
    tokens = words.split()
    if len(tokens) < 2 or not looks_like_organisation(words) or not tokens[-1][:1].isupper():
        return None
    return PersonName(words), match.start() + len(match.group().rstrip())


def with_given(name: PersonName) -> PersonName:
    """A name in a list has a given name: what looks like a particle may be one (`Della Rusk`)."""
    first, _, rest = name.family.partition(" ")
    if name.given or not rest or not first[:1].isupper():
        return name
    return PersonName(rest, first, name.suffix)
