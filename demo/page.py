"""The page an essay is written on: its own, or letter paper with an inch all round and the course's head."""

from __future__ import annotations

import re
from collections.abc import Iterator

from grelt.document import Document, Header, Section

_NUMBER = re.compile(r"\d+")


def page_of(document: Document, running_head: str) -> Section:
    """The document's own page set-up, or the usual one with `running_head` before the page's number."""
    own = document.sections[0] if document.sections else None
    if own is not None and own.width is not None:
        return own
    head = Header("default", f"{running_head}1", "right", page_number=True)
    return Section(0, 612.0, 792.0, 72.0, 72.0, 72.0, 72.0, headers=(head,))


def pieces(head: Header) -> Iterator[str | None]:
    """What a head says, with None where the number of the page stands."""
    if not head.page_number:
        yield head.text
        return
    before, _, after = head.text.partition(_NUMBER.findall(head.text)[-1])
    yield from (before, None, after)
