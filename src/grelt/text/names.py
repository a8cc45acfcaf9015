"""Personal names as written: surnames with particles, initials, suffixes, degrees; names as spoken."""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..words import one_of, ordered, words
from .folding import fold

PARTICLES = words("names.particles", "apart")
SUFFIXES = words("names.suffixes", "behind")
ORGANISATION_WORDS = words("organisations.words", "nouns")
# Stands in a list of names for those that dots leave out.
LEFT_OUT = "…"
_GROUP_OR_SURNAME = words("organisations.words", "surnames")
_FUNCTION_WORDS = words("organisations.words", "small")

# A capital first, then letters; apostrophes and hyphens join parts (O’Dell, Ruiz-Lago, D’Arcy), a small
# article may stand before it (al-Tahir, d’Orval).
UPPER = r"[^\W\d_a-zß-öø-ÿ]"
_ARTICLE = (
    rf"(?:{one_of(ordered('names.joined', 'hyphen'))}[\-‐‑]"
    rf"|{one_of(ordered('names.joined', 'apostrophe'))}[’'ʼ])"
)
NAME_WORD = rf"(?:{_ARTICLE})?(?:Ste?\.\s)?{UPPER}[^\W\d_]*(?:[’'ʼ\-‐‑][^\W\d_]+)*"
INITIALS = rf"(?:{UPPER}\.(?:[\s\-‐]?{UPPER}\.)*)"
# What follows a comma behind a name and is none: `Jr.`, `III`, a degree.
SUFFIX = (
    rf"(?:{one_of((*(s.capitalize() for s in SUFFIXES if s[0] != 'i'), 'II', 'III', 'IV'))})\b\.?"
)
DEGREE_BEHIND = "(?:" + "|".join(
    r"\.?\s?".join(map(re.escape, re.findall(r"[A-Z][a-z]*", d))) + r"\b\.?"
    for d in sorted(ordered("names.degrees", "behind"), key=lambda d: (-len(d), d))
) + ")"  # fmt: skip
HONORIFIC = rf"(?:{one_of(ordered('names.honorifics', 'certain'))})\b\.?"
_CONNECTOR = re.compile(r"\s*,?\s+(?:and|&)\s+|\s*,?\s*&\s*|\s*,\s+")
ET_AL = re.compile(
    r",?\s+(?:et\.?\s+al(?:\.|ii|ia|\b)|and\s+(?:(?:her|his|their)\s+)?(?:others|colleagues|co-?authors))",
    re.I,
)
_TITLES = re.compile(rf"^(?:{one_of(ordered('names.honorifics', 'before'))})\b\.?\s+(?=\S)")
_DEGREES = re.compile(rf"(?:,?\s+\(?{DEGREE_BEHIND}\)?)+$")
_NAME = re.compile(NAME_WORD)
_IS_INITIALS = re.compile(rf"{INITIALS}(?:[\s\-‐]?{UPPER})?|{UPPER}")


@dataclass(frozen=True, slots=True)
class PersonName:
    """A person as an entry or a citation gives them. `given` may be empty or initials."""

    family: str
    given: str = ""
    suffix: str = ""

    @property
    def key(self) -> str:
        """The surname folded, without spaces and marks."""
        return "".join(c for c in fold(self.family) if c.isalnum())

    @property
    def longer(self) -> PersonName | None:
        """The name with a surname of two words, where it may have one: `Hanna Ortega Ruiz`."""
        *given, middle = self.given.split() or [""]
        if not given or len(middle) < 3 or "." in middle:
            return None
        return PersonName(f"{middle} {self.family}", " ".join(given), self.suffix)

    @property
    def keys(self) -> frozenset[str]:
        """The surname folded with its particles and without, wherever they stand: `de Beauvoir`,
        `Beauvoir, Simone de`."""
        tokens = [*reversed(_particles_behind(self.given)), *self.family.split()]
        bare = list(tokens)
        while len(bare) > 1 and bare[0].casefold() in PARTICLES:
            bare.pop(0)
        both = ("".join(tokens), "".join(bare))
        return frozenset({self.key, *("".join(c for c in fold(t) if c.isalnum()) for t in both)})


def _particles_behind(given: str) -> list[str]:
    """The particles at the end of a given name, the last first: `Simone de`."""
    found: list[str] = []
    for token in reversed(given.split()):
        if token.casefold() not in PARTICLES or not token.islower():
            break
        found.append(token)
    return found


@dataclass(frozen=True, slots=True)
class NameList:
    """Names in the order written, and whether more are meant by `et al.`"""

    names: tuple[PersonName, ...]
    et_al: bool = False


def is_initials(text: str) -> bool:
    """Only initials: `A.`, `A. C.`, `J.-P.`, the last one's period there or not."""
    return _IS_INITIALS.fullmatch(text.strip()) is not None


def is_name_word(token: str) -> bool:
    return _NAME.fullmatch(token) is not None


def is_particle(token: str) -> bool:
    return token.casefold() in PARTICLES


# `St. John` is one word of a name.
_SAINT = re.compile(r"\b(Ste?\.)\s")


def natural_name(text: str) -> PersonName | None:
    """Read a name in natural order (`Adaeze C. van der Meer Jr.`), or None.

    Raises nothing; a text that has no surname-like last word yields None.
    """
    text = _DEGREES.sub("", _TITLES.sub("", text.strip().rstrip(",")))
    tokens = _SAINT.sub("\\1\u00a0", text).split(" ")
    tokens = [t.replace("\u00a0", " ") for t in tokens if t]
    suffix = ""
    while len(tokens) > 1 and tokens[-1].casefold().strip(".,") in SUFFIXES:
        suffix = tokens.pop().strip(",")
        tokens[-1] = tokens[-1].rstrip(",")
    if not tokens or not is_name_word(tokens[-1]):
        return None
    cut = len(tokens) - 1
    while cut > 0 and is_particle(tokens[cut - 1]) and not is_initials(tokens[cut - 1]):
        cut -= 1
    # A small particle begins the surname, however many words that has (`Sanna da Silva Neto`).
    small = (n for n, t in enumerate(tokens[:cut]) if t.islower() and is_particle(t))
    cut = next(small, cut)
    given = tokens[:cut]
    if any(not (is_name_word(t) or is_initials(t)) for t in given):
        return None
    return PersonName(" ".join(tokens[cut:]), " ".join(given), suffix)


def natural_names(text: str) -> NameList | None:
    """Read `Okonjo`, `A. Okonjo and Bray`, `Okonjo, Bray, and Lund`, `Okonjo et al.`; else None."""
    et_al = ET_AL.search(text)
    if et_al is not None:
        if text[et_al.end() :].strip(" ,."):
            return None
        text = text[: et_al.start()]
    text = text.strip()
    names: list[PersonName] = []
    for part in _CONNECTOR.split(text):
        if names and is_suffix(part):
            names[-1] = _with_suffix(names[-1], part)
            continue
        name = natural_name(part) or _group_among(part, names)
        if name is None:
            return None
        names.append(name)
    return NameList(tuple(names), et_al is not None) if names else None


def without_et_al(text: str) -> str:
    """A name, of a person or a group, without the `et al.` behind it."""
    more = ET_AL.search(text)
    return text if more is None or text[more.end() :].strip(" ,.") else text[: more.start()]


def is_suffix(text: str) -> bool:
    """`Jr.`, `III`, or a degree: what follows a comma behind a name and is none."""
    bare = text.strip()
    return bare.casefold().strip(".") in SUFFIXES or _DEGREE.fullmatch(bare) is not None


_DEGREE = re.compile(DEGREE_BEHIND)


def _with_suffix(name: PersonName, suffix: str) -> PersonName:
    """A name with what stands behind it; a degree is no part of the name."""
    known = suffix.casefold().strip(". ") in SUFFIXES
    return PersonName(name.family, name.given, suffix.strip()) if known else name


def _group_among(part: str, before: list[PersonName]) -> PersonName | None:
    """A group behind a person: `Finch and the Ebb Singers`."""
    tokens = part.split()
    named = len(tokens) > 1 and tokens[0] == "the" and all(w[0].isupper() for w in tokens[1:])
    return PersonName(part) if before and named else None


def looks_like_organisation(text: str) -> bool:
    """Words that groups have in their names and persons do not."""
    tokens = [t.strip(".,;:()'’\"").casefold() for t in text.split()]
    if len(tokens) == 1 and tokens[0] in _GROUP_OR_SURNAME:
        return False
    return any(t in ORGANISATION_WORDS for t in tokens) or any(
        t in _FUNCTION_WORDS and t != "and" for t in tokens
    )
