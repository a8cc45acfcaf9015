"""People with a part in a work, told by the label at their names: `edited by Ada Wren`, `trans. A. Wren`,
`A. Wren & O. Lund (Eds.)`. The labels stand in `words/roles.toml`."""

from __future__ import annotations

import re
from collections.abc import Iterator
from functools import cache

from ..text.lexicon import is_forename
from ..text.name_lists import read_inverted
from ..text.name_parts import Read
from ..text.names import NAME_WORD
from ..text.spans import Span
from ..text.spoken_names import read_natural
from ..words import one_of, ordered
from .unit import Taken, Unit

ROLES = tuple(
    """editor editor-translator translator director host illustrator interviewer performer uploader author
    contributor""".split()
)
# One who edits and translates stands where editors stand; an author named behind the title has a place of
# their own.
_STANDS_AS = {"editor-translator": "editor", "author": "by-author"}


@cache
def _labels(key: str) -> dict[str, str]:
    """Each label under `by`, `short` or `behind`, in small letters, with its role."""
    return {
        word.casefold(): _STANDS_AS.get(role, role)
        for role in ROLES
        for word in ordered(f"roles.{role}", key)
    }


@cache
def labels_of(element: str, key: str) -> frozenset[str]:
    """The labels of those who stand as `element`, in small letters: `by`, `short` or `behind` the names."""
    return frozenset(label for label, role in _labels(key).items() if role == element)


@cache
def _by() -> re.Pattern[str]:
    return re.compile(rf"(?<![\w’'-])(?P<label>(?i:{one_of(_labels('by'))}))\s(?=\S)")


@cache
def _short() -> re.Pattern[str]:
    label = f"(?P<label>(?i:{one_of(_labels('short'))}))"
    return re.compile(rf"(?<![\w’'-]){label}\s(?=[^\W\d_a-z]|\w+\s[^\W\d_a-z])")


@cache
def _behind() -> re.Pattern[str]:
    labels = f"(?i:{one_of(_labels('behind'))})"
    return re.compile(rf"(?P<label>\s\((?P<in>{labels})\)|,\s(?P<bare>{labels}))(?=[.,;:)&\s]|$)")


@cache
def after_lead() -> re.Pattern[str]:
    """The label behind who is named first (`, editors`, ` (Eds.)`)."""
    labels = f"(?i:{one_of(_labels('behind'))})"
    return re.compile(rf"(?:,?\s\((?P<in>{labels})\)|,?\s(?P<bare>{labels}))(?=[.,;\s]|$)")


def role_of(label: str) -> str | None:
    """The role that a label names, whichever side of the names it stands on; None where it is none."""
    low = re.sub(r"\s+", " ", label.strip(" ,()")).casefold().replace("’", "'")
    for key in ("by", "short", "behind"):
        role = _labels(key).get(low) or _labels(key).get(low.rstrip("."))
        if role is not None:
            return role
    return None


_EDITION_BEFORE = re.compile(
    r"(?:\d(?:st|nd|rd|th)|[Rr]ev\.|[Ee]xpanded|[Ee]nlarged|edition|[\w’-]+)\s$"
)
_AFTER_NAME = re.compile(r"[,.;:)\]]|\s[(&]|\sand\s|$")
_TURNED = re.compile(rf"{NAME_WORD},\s(?P<given>{NAME_WORD})(?=,\s[^\W\d_]|\.)")
# Where a list of names that a label closes may begin.
_BEGINS = re.compile(
    r"(?:^|(?<=[(\[;])|(?<=[.?!”\")\]]\s)|(?<=\b[Ii]n\s)|(?<=[,;&]\s)|(?<=[Ii]n:\s))(?![Ii]n\b)(?=[^\W\d_])"
)
_REACH = 400


def people_with_roles(text: str, start: int, sheltered: Taken) -> Iterator[Unit]:
    """Every list of names with a label, from `start` on, outside of what is sheltered."""
    for match in (*_by().finditer(text, start), *_short().finditer(text, start)):
        short = match.re is _short()
        if not sheltered.free(Span(*match.span("label"))):
            continue
        if not _opens_element(text, match.start(), sheltered) or _labelled_before(
            text, match.start()
        ):
            continue
        if (
            short
            and _EDITION_BEFORE.search(text[: match.start()])
            and match["label"][:2].casefold() == "ed"
        ):
            continue  # `2nd ed. Tern Lock: Tidemark Press`
        role = role_of(match["label"])
        read = _people(text, match.end(), alone=not short)
        if role is None or read is None or not sheltered.free(Span(match.start(), read.end)):
            continue
        closed = read.names.et_al and text[read.end : read.end + 1] == "."
        who = Span(match.end(), read.end + closed)
        whole = Span(match.start(), who.end)
        yield Unit(role, who, whole, value=read.names.names, more=read.names.et_al)
    for match in _behind().finditer(text, start):
        found = _before(text, start, match.start(), sheltered)
        role = role_of(match["in"] or match["bare"])
        if found is None or role is None:
            continue
        who, read = found
        whole = Span(who.start, match.end("label"))
        yield Unit(role, who, whole, value=read.names.names, more=read.names.et_al)


def _opens_element(text: str, at: int, sheltered: Taken) -> bool:
    """Whether words stand where an element may begin: behind a mark, or behind a dressed title."""
    before = text[:at].rstrip()
    return not before or before[-1] in '.,;:([”"’!?)]' or bool(sheltered.flags[len(before) - 1])


def _labelled_before(text: str, at: int) -> bool:
    """`by` behind a label is a part of it: `ed. by`."""
    word = text[:at].rstrip().rpartition(" ")[2].casefold()
    return word in _labels("short") and text.startswith("by ", at)


def _people(text: str, at: int, *, alone: bool) -> Read | None:
    """Names behind a label; a surname by itself only where `alone` allows it."""
    turned = _TURNED.match(text, at)
    if turned is not None and is_forename(turned["given"]):
        read = read_inverted(text, at, turned.end("given"))
        if read is not None:
            return read
    read = read_natural(text, at, len(text))
    if read is None:
        return None
    first = read.names.names[0]
    if (
        not first.given
        and len(read.names.names) == 1
        and not read.names.et_al
        and " " not in first.family
    ):
        return read if alone and _AFTER_NAME.match(text, read.end) else None
    return read


def _before(text: str, start: int, end: int, sheltered: Taken) -> tuple[Span, Read] | None:
    """The names that end right where a label begins, as many as there are."""
    for match in _BEGINS.finditer(text, max(start, end - _REACH), end):
        at = match.start()
        if not sheltered.free(Span(at, end)):
            continue
        for reader in (read_natural, read_inverted):
            read = reader(text, at, end)
            if read is not None and read.end == end and _are_names(read):
                return Span(at, end), read
    return None


def _are_names(read: Read) -> bool:
    return all(n.given for n in read.names.names[:1])
