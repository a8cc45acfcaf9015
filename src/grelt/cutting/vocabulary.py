"""What the tables of words tell of a stretch of an entry: whether a periodical, a press, a platform or a place
is called so, or has such words in its name."""

from __future__ import annotations

import re
from functools import cache, lru_cache

from ..text.folding import fold
from ..words import words

# Names told as a whole: what they tell, and their tables.
_NAMES = {
    "newspaper-name": (("periodicals.newspapers", "names"),),
    "magazine-name": (("periodicals.magazines", "names"),),
    "journal-name": (("periodicals.journals", "names"),),
    "social-name": (("media.social", "names"),),
    "video-name": (("media.video", "names"), ("media.video", "streams")),
    "network-name": (("media.broadcast", "networks"),),
    "studio-name": (("media.broadcast", "studios"),),
    "podcast-name": (("media.podcasts", "names"),),
    "reference-name": (("media.reference", "names"),),
    "preprint-name": (("media.preprints", "names"),),
    "data-name": (("media.data", "names"),),
    "press-name": (("publishing.presses", "names"),),
    "label-name": (("publishing.labels", "names"),),
    "place-name": (("places.cities", "names"), ("places.countries", "names"), ("places.states", "names")),
}  # fmt: skip
# Words within a name.
_WORDS = {
    "newspaper-word": (("periodicals.newspapers", "words"),),
    "magazine-word": (("periodicals.magazines", "words"),),
    "journal-word": (("periodicals.journals", "words"),),
    "reference-word": (("media.reference", "words"),),
    "press-word": (("publishing.publisher-words", "nouns"), ("publishing.publisher-words", "business")),
    "trade-word": (("publishing.publisher-words", "trade"),),
    "label-word": (("publishing.labels", "words"),),
    "event-word": (("organisations.event", "nouns"),),
    "group-word": (("organisations.words", "nouns"), ("organisations.words", "short")),
    "series-word": (("publishing.series", "nouns"),),
}  # fmt: skip
_TOKEN = re.compile(r"[^\s,;:()“”\"/]+")
_ARTICLE = re.compile(r"^(?:the|a|an)\s")
# Two or more small words of a state or a country behind a town: `Cambridge, MA`.
_STATE = re.compile(r",\s(?P<state>[A-Z]{2}|[A-Z][\w.’ ]+)$")
_SITE = re.compile(r"(?:[\w-]+\.)+[A-Za-z]{2,}")


@cache
def _names() -> dict[str, frozenset[str]]:
    """Folded names, by what they tell."""
    return {
        told: frozenset(_key(name) for place in places for name in words(*place))
        for told, places in _NAMES.items()
    }


@cache
def _by_word() -> dict[str, tuple[str, ...]]:
    """What each word tells, folded."""
    found: dict[str, list[str]] = {}
    for told, places in _WORDS.items():
        for word in {fold(w) for place in places for w in words(*place)}:
            found.setdefault(word, []).append(told)
    return {word: tuple(told) for word, told in found.items()}


def _key(name: str) -> str:
    return _ARTICLE.sub("", fold(name).replace("&", "and").replace("’", "'").strip(" ."))


@lru_cache(maxsize=20_000)
def told_by(stretch: str) -> frozenset[str]:
    """All that the tables tell of a stretch: `newspaper-name`, `press-word` and the like; `site` where it is
    a host's name. A word tells only where it is written as names are, with a capital."""
    found: set[str] = set()
    key = _key(stretch)
    for told, names in _names().items():
        if key in names or (told in _OPENING and _opens(key, names)):
            found.add(told)
    for token in _TOKEN.findall(stretch):
        if token[:1].isupper():
            bare = fold(token.strip(".’'"))
            found.update(_by_word().get(bare, ()))
            found.update(_by_word().get(fold(token), ()))
        elif token.strip(".") in words("media.reference", "plain"):
            found.add("reference-word")  # plain in sentence capitals too
    if "place-name" not in found and _is_town(stretch):
        found.add("place-name")
    if _SITE.fullmatch(stretch):
        found.add("site")
    return frozenset(found)


# Firms are told by how their names begin (`Routledge Revivals`).
_OPENING = ("press-name", "studio-name", "label-name", "network-name")


def _opens(key: str, names: frozenset[str]) -> bool:
    tokens = key.split()
    return any(" ".join(tokens[:n]).rstrip(",") in names for n in range(1, min(4, len(tokens))))


def _is_town(stretch: str) -> bool:
    """`Cambridge, MA`, `Reach, Estuary County`: a town and what it lies in."""
    match = _STATE.search(stretch)
    if match is None:
        return False
    state = match["state"]
    codes = words("places.states", "codes")
    old = words("places.states", "old")
    return state in codes or state in old or _key(state) in _names()["place-name"]
