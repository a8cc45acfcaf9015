"""What a free stretch is worth as an element, by its dress and its words, in points of a fit."""

from __future__ import annotations

import re

from .unit import Unit
from .vocabulary import told_by

# Who publishes, by the words of the tables; and where theses are written and pictures hang.
_PUBLISHES = frozenset(
    """press-name press-word studio-name label-name label-word network-name podcast-name group-word data-name
    preprint-name""".split()
)
# What is a place or a periodical is no press.
_PUBLISHES_NOTHING = frozenset(
    ("place-name", "newspaper-name", "newspaper-word", "magazine-name", "journal-name")
)
# A name with a capital within it, or of capitals alone: collections on the web are often called so.
_COINED = re.compile(r"[a-z][A-Z]|^[A-Z]{2,}$")
_NUMBERED = re.compile(r"\b\w+ (?!(?:1[4-9]|20)\d\d$)\d+$")
# Elements that figures alone cannot be, but for a title in its dress.
_WORDED = frozenset(
    ("container", "publisher", "place", "institution", "event", "series", "database")
)


def is_coined(words: str) -> bool:
    """Whether a name has a capital within it, or capitals alone."""
    return _COINED.search(words) is not None


def publishes(words: str) -> bool:
    return bool(told_by(words) & _PUBLISHES)


def joint(gap: str, element: str) -> float:
    """What joining two stretches over a mark costs."""
    if element == "title":
        return 0.05 if ":" in gap else 0.9 if "." in gap else 0.2
    if any(c in gap for c in "()[]"):
        return 4.0
    return 1.6 if ":" in gap or "." in gap else 0.25


def cost_of_leaving(unit: Unit, *, in_pattern: bool) -> float:
    """What it costs to have no place for a unit; `in_pattern` says that the pattern has an `In`."""
    if unit.element in ("words", "review-of"):
        return 2.5 if unit.source == "in" and not in_pattern else 0.1
    if unit.element in ("stray", "retrieved", "accessed", "place", "contributor"):
        return 0.3
    if unit.element in ("doi", "url", "medium", "original-date", "volumes"):
        return 0.9
    if unit.element:
        return 1.2
    if unit.colon_after and len(unit.span) < 30:
        return 0.4  # a place before its publisher
    return 1.5 if unit.dress == "plain" else 2.4


def dress_points(dress: str, wanted: str, element: str, italics_known: bool) -> float:
    if wanted == "either":
        wanted = "italics" if dress == "italics" else "plain"
    if element == "title":
        if dress == wanted:
            return 3.0 if dress != "plain" else 2.0
        if dress == "plain":
            return 0.4 if italics_known or wanted == "quotes" else 1.0
        return {"quotes": 0.8 if wanted == "plain" else -0.4}.get(dress, 0.4)
    if element in ("container", "reviewed"):
        if dress == "quotes":
            return -1.0
        if dress == wanted:
            return 3.0 if dress == "italics" else 1.2
        return 0.5 if dress == "italics" else (0.3 if italics_known else 0.8)
    if element == "database":
        return {"italics": 1.6 if wanted == "italics" else 0.4, "plain": 0.3}.get(dress, -2.0)
    return {"plain": 1.0, "italics": -1.6}.get(dress, -3.0)


def word_points(words: str, first: Unit, last: Unit, element: str) -> float:
    if last.colon_after and element in ("publisher", "series", "institution", "database", "event"):
        return -3.0
    if element in _WORDED and not any(c.isalpha() for c in words):
        return -6.0
    told = told_by(words)
    if element == "publisher":
        if told & _PUBLISHES:
            return 1.0
        return -1.2 if told & _PUBLISHES_NOTHING else -0.6 if words[:1].islower() else 0.0
    if element == "place":
        short = len(words) < 40
        if last.colon_after:
            return (1.6 if short else -1.0) + 0.6 * ("place-name" in told)
        if "place-name" in told:
            return 0.8
        return -0.3 if short and words[:1].isupper() and not told & _PUBLISHES else -2.0
    if element == "institution":
        return 1.2 if "group-word" in told else -1.2
    if element == "event":
        return 1.8 if "event-word" in told else -1.6
    if element == "database":
        return 0.8 if is_coined(words) else -0.4
    if element == "series":
        return 0.6 if "series-word" in told or _NUMBERED.search(words) else -1.8
    if element in ("section", "number", "medium"):
        return -2.8 if is_coined(words) else -2.2
    if element == "title" and first.colon_after and len(words.split()) <= 2 and last is first:
        return -0.4
    if element == "container" and first.dress == "plain" and told & _PUBLISHES:
        return -0.3
    return 0.0
