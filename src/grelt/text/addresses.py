"""Addresses on the web and DOIs, told by their structure; never by a list of endings."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass

from ..words import words
from .spans import Span

_LABEL = r"[^\W_](?:[\w-]{0,61}[^\W_])?"
# A host: labels parted by periods, the last of letters.
HOST = rf"(?:{_LABEL}\.)+(?:[^\W\d_]{{2,24}}|xn--[a-z0-9-]{{1,59}})(?::\d{{1,5}})?(?![\w@])"
_PATH = r"(?:[/?#][^\s<>“”]*)?"
URL = re.compile(
    # A slash too few or too many is a slip in an address.
    rf"(?P<scheme>https?:/{{1,3}})[^\s<>“”]+"
    rf"|(?<![\w@./-])www\.[^\s<>“”]+"
    rf"|(?<![\w@./-])(?P<host>{HOST})(?P<path>{_PATH})",
    re.I,
)
DOI_NAME = r"10\.\d{4,9}(?:\.\d+)*/[^\s<>“”]+"
DOI = re.compile(
    rf"(?:(?:https?://)?(?:dx\.|www\.)?doi\.org/|https?://doi-org\.[^\s/]+/|\bdoi:?\s?(?:https?://(?:dx\.)?doi\.org/)?)"
    rf"(?P<doi>{DOI_NAME})"
    rf"|(?:https?://)?doi\.org/(?P<short>[a-z0-9]{{3,12}})(?![\w/.-]*\w)"
    rf"|(?<![\w/.])(?P<bare>{DOI_NAME})",
    re.I,
)
_CLOSING = ".,;:!?\"'”’>]"
_ABBREVIATED = words("abbreviations.in-entries", "words")


# The rest of an address behind a hyphen or a slash and a space that a line break left: small letters and
# figures up to the end of the sentence.
_REST = re.compile(r"(?<=[-/_])\s(?=[a-z0-9/-]*[a-z0-9/])[a-z0-9/_-]+(?=\.?$|\.\s[A-Z])")


@dataclass(frozen=True, slots=True)
class Address:
    """An address in a text. `span` is the address itself, without marks that close the sentence; `whole`
    has angle brackets or a label too. `kind` is `url` or `doi`; a `doi` has its name alone in `span`."""

    kind: str
    span: Span
    whole: Span


def addresses(text: str, start: int = 0) -> Iterator[Address]:
    """DOIs first, then the other addresses, each in order."""
    for match in DOI.finditer(text, start):
        group = next(g for g in ("doi", "short", "bare") if match[g])
        span = bare_address(text, Span(*match.span(group)))
        yield Address("doi", span, Span(match.start(), span.end))
    for match in URL.finditer(text, start):
        if match["host"] and not _is_host(match["host"], match["path"]):
            continue
        span = _whole(text, bare_address(text, Span(*match.span())))
        opens = text[span.start - 1 : span.start] == "<"
        closes = text[span.end : span.end + 1] == ">"
        yield Address("url", span, Span(span.start - opens, span.end + closes))


def _whole(text: str, span: Span) -> Span:
    rest = _REST.match(text, span.end) if text[span.start : span.end].count("/") > 1 else None
    return Span(span.start, rest.end()) if rest is not None else span


def _is_host(host: str, path: str) -> bool:
    """`mills.example`, `JSTOR.org/x`; not `p.m`, `et.al`, nor a word with capitals, which is a name
    (`BBC.com`) or the end of one sentence and the beginning of another."""
    labels = host.casefold().split(".")
    if all(label in _ABBREVIATED for label in labels):
        return False
    return bool(path) or host.islower()


def site_and_path(url: str) -> tuple[str, str]:
    """The host in small letters, without `www.` or `m.`, and what follows it, without slashes at its end."""
    host, _, path = re.sub(r"^https?:/*", "", url, flags=re.I).partition("/")
    name = host.casefold().partition(":")[0]
    return name.removeprefix("www.").removeprefix("m."), path.rstrip("/")


def bare_address(text: str, span: Span) -> Span:
    """An address without the marks that close the sentence; a bracket that it opens is its own."""
    bare = span.of(text).rstrip(_CLOSING)
    while bare.endswith(")") and bare.count(")") > bare.count("("):
        bare = bare[:-1].rstrip(_CLOSING)
    return Span(span.start, span.start + len(bare))
