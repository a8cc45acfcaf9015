"""The first look at a file, before it is checked: whose it is, and what its sources can be looked up by."""

from __future__ import annotations

from dataclasses import dataclass, field

from grelt import api as core
from grelt.confined import Confined
from sources.queries import LONGEST_IDENTIFIER

from .run_check import confinement


@dataclass(frozen=True)
class Looked:
    """Nothing is told of a file that cannot be read; `problem` says why, in words for a person."""

    writer: str = ""
    title: str = ""
    identifiers: list[str] = field(default_factory=list)
    problem: str = ""


def first_look(content: bytes, file_name: str) -> Looked:
    """Look at it in a process of its own. What takes too long says nothing: its check will."""
    try:
        found: core.FirstLook = confinement().run(core.first_look, content, file_name)
    except core.GreltError as refused:
        return Looked(problem=refused.message)
    except Confined:
        return Looked()
    sound = [i for i in found.identifiers if len(i) <= LONGEST_IDENTIFIER and i.isprintable()]
    return Looked(_shown(found.writer), _shown(found.title), sound)


def _shown(words: str) -> str:
    """What can be kept and shown of words, whatever the file has in them."""
    return "".join(filter(str.isprintable, words))
