"""Personal names as written: surnames with particles, initials, suffixes, connectors."""

from __future__ import annotations

import re
from dataclasses import dataclass

from .folding import fold

PARTICLES = frozenset(
    """van von der den de del della di da das do dos du la le los las el al ap ab bin ibn ben bat
    ter ten te zu zum zur af av ver y e i st san santa mac o' d' l' vander vande""".split()
)
SUFFIXES = frozenset({"jr", "sr", "ii", "iii", "iv", "jr.", "sr."})
ORGANISATION_WORDS = frozenset(
    """academy agency archive archives association authority board bureau center centre chamber
    church club college commission committee company confederation conference congress
    consortium cooperative corporation council court department directorate division federation
    foundation fund government group guild harbour hospital inspectorate institute institution
    laboratory league library ministry museum navy network observatory office organisation
    organization parliament party press programme program project registry school secretariat
    service services society station survey team trust tribunal union university watch works
    conservancy partnership alliance forum workshop collective unit corporation circle consortium
    initiative orchestra singers""".split()
)
# Stands in a list of names for those that dots leave out.
LEFT_OUT = "…"
_FUNCTION_WORDS = frozenset("of for the and on in at to with".split())

# A capital first, then letters; apostrophes and hyphens join parts (O’Dell, Ruiz-Lago, D’Arcy).
UPPER = r"[^\W\d_a-zß-öø-ÿ]"
NAME_WORD = rf"{UPPER}[^\W\d_]*(?:[’'ʼ\-‐‑][^\W\d_]+)*"
INITIALS = rf"(?:{UPPER}\.(?:[\s\-‐]?{UPPER}\.)*)"
_CONNECTOR = re.compile(r"\s*,?\s+(?:and|&)\s+|\s*,?\s*&\s*|\s*,\s+")
_PACKED = re.compile(
    rf"(?P<family>(?:(?:van|von|de|der|den|di|da|la|le)\s)*{UPPER}[^\W\d_]+(?:[’'\-‐]{UPPER}?[^\W\d_]+)?)"
    rf"\s(?P<given>{UPPER}{{1,3}}|{UPPER}\.(?:\s?{UPPER}\.){{0,2}})\.?"
)
_ET_AL = re.compile(
    r",?\s+(?:et\.?\s+al(?:\.|ii|ia|\b)|and\s+(?:(?:her|his|their)\s+)?(?:others|colleagues|co-?authors))",
    re.I,
)
_TITLES = re.compile(
    r"^(?:Dr|Prof|Professor|Mr|Mrs|Ms|Sir|Dame|Rev|Fr|Saint|Captain|Judge)\.?\s+(?=\S)"
)


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


@dataclass(frozen=True, slots=True)
class NameList:
    """Names in the order written, and whether more are meant by `et al.`"""

    names: tuple[PersonName, ...]
    et_al: bool = False


def is_initials(text: str) -> bool:
    """Only initials: `A.`, `A. C.`, `J.-P.`, the last one's period there or not."""
    return re.fullmatch(rf"{INITIALS}(?:[\s\-‐]?{UPPER})?|{UPPER}", text.strip()) is not None


def natural_name(text: str) -> PersonName | None:
    """Read a name in natural order (`Adaeze C. van der Meer Jr.`), or None.

    Raises nothing; a text that has no surname-like last word yields None.
    """
    text = _TITLES.sub("", text.strip().rstrip(","))
    tokens = text.split()
    suffix = ""
    while len(tokens) > 1 and tokens[-1].casefold().strip(".,") in SUFFIXES:
        suffix = tokens.pop().strip(",")
        tokens[-1] = tokens[-1].rstrip(",")
    if not tokens or re.fullmatch(NAME_WORD, tokens[-1]) is None:
        return None
    cut = len(tokens) - 1
    while cut > 0 and tokens[cut - 1].casefold() in PARTICLES and not is_initials(tokens[cut - 1]):
        cut -= 1
    given = tokens[:cut]
    if any(not (re.fullmatch(NAME_WORD, t) or is_initials(t)) for t in given):
        return None
    return PersonName(" ".join(tokens[cut:]), " ".join(given), suffix)


def natural_names(text: str) -> NameList | None:
    """Read `Okonjo`, `A. Okonjo and Bray`, `Okonjo, Bray, and Lund`, `Okonjo et al.`; else None."""
    et_al = _ET_AL.search(text)
    if et_al is not None:
        if text[et_al.end() :].strip(" ,."):
            return None
        text = text[: et_al.start()]
    text = text.strip()
    names: list[PersonName] = []
    for part in _CONNECTOR.split(text):
        if part.casefold().strip(".") in SUFFIXES and names:
            continue
        name = natural_name(part) or _group_among(part, names)
        if name is None:
            return None
        names.append(name)
    return NameList(tuple(names), et_al is not None) if names else None


def _group_among(part: str, before: list[PersonName]) -> PersonName | None:
    """A group behind a person: `Finch and the Ebb Singers`."""
    words = part.split()
    named = len(words) > 1 and words[0] == "the" and all(w[0].isupper() for w in words[1:])
    return PersonName(part) if before and named else None


def looks_like_organisation(text: str) -> bool:
    """Words that groups have in their names and persons do not."""
    tokens = [t.strip(".,;:()'’\"").casefold() for t in text.split()]
    return any(t in ORGANISATION_WORDS for t in tokens) or any(
        t in _FUNCTION_WORDS and t != "and" for t in tokens
    )


def inverted_name(text: str) -> PersonName | None:
    """Read `Okonjo, Adaeze C.`, `van der Meer, Ilse`, `Bray, Tomas, Jr.`; else None."""
    parts = [p.strip() for p in text.strip().split(",")]
    if len(parts) not in (2, 3) or not all(parts):
        return None
    family, given = parts[0], parts[1]
    suffix = parts[2] if len(parts) == 3 else ""
    if suffix and suffix.casefold().strip(".") not in SUFFIXES:
        return None
    if looks_like_organisation(family) or not _is_family(family) or not _is_given(given):
        return None
    return PersonName(family, given, suffix)


def _is_family(text: str) -> bool:
    tokens = text.split()
    if not 1 <= len(tokens) <= 4:
        return False
    named = False
    for token in tokens:
        if re.fullmatch(NAME_WORD, token):
            named = True
        elif token.casefold() not in PARTICLES:
            return False
    return named


def _is_given(text: str) -> bool:
    tokens = text.split()
    if not 1 <= len(tokens) <= 5:
        return False
    return all(
        re.fullmatch(NAME_WORD, t)
        or is_initials(t)
        or re.fullmatch(UPPER, t)
        or t.casefold() in PARTICLES
        for t in tokens
    )


def packed_names(text: str, *, alone: bool = False) -> NameList | None:
    """Read `Verity J, Aldous PR, Moss L`, as some databases write names; else None.

    A single name so written counts only where `alone` says that it may (`Verity J. (1991)`): it could
    be a name that ends in a letter.
    """
    et_al = _ET_AL.search(text)
    if et_al is not None:
        text = text[: et_al.start()]
    parts = [
        p for p in re.split(r"\s*[,;]\s*(?:and\s+|&\s*)?|\s+(?:and|&)\s+", text.strip(" ,;")) if p
    ]
    found = [_PACKED.fullmatch(p) for p in parts]
    if not parts or (len(parts) == 1 and not (alone or et_al is not None)):
        return None
    names = [
        PersonName(m["family"], " ".join(f"{c}." for c in m["given"] if c.isalpha()))
        for m in found
        if m is not None
    ]
    return NameList(tuple(names), et_al is not None) if len(names) == len(parts) else None


# Each name's part in the work, behind it: `Roe, M. (Writer), & Solberg, A. (Director)`.
ROLE_BEHIND = re.compile(
    r"\s\((?:Writer|Director|Producer|Executive Producer|Host|Composer|Performer|Artist)s?\)"
)


def inverted_names(text: str) -> NameList | None:
    """Read the author element of a list: first name turned round, later ones in either order.

    Accepts `Okonjo, Adaeze`, `Okonjo, Adaeze, and Tomas Bray`, `Okonjo, Adaeze, et al.`,
    `Okonjo, A. C., & Bray, T.`; anything else, an organisation among them, yields None.
    """
    text = ROLE_BEHIND.sub("", text)
    first, dots, last = _left_out(text)
    if dots:
        ahead, behind = inverted_names(first), inverted_names(last)
        if ahead is None or behind is None:
            return None
        return NameList((*ahead.names, PersonName(LEFT_OUT), *behind.names))
    et_al = _ET_AL.search(text)
    if et_al is not None:
        text = text[: et_al.start()]
    text = re.sub(r"\s+(?:and|&)\s+|\s*&\s*", " and ", text.strip().rstrip(".,;"))
    pieces = [p.strip().strip(",") for p in re.split(r",? and ", text)]
    names: list[PersonName] = []
    for number, piece in enumerate(pieces):
        if number and looks_like_organisation(piece) and "," not in piece and " " in piece:
            names.append(PersonName(piece))  # a group among persons
            continue
        read = _first_piece(piece) if number == 0 else _later_piece(piece)
        if read is None:
            return None
        names.extend(read)
    return NameList(tuple(names), et_al is not None) if names else None


def _left_out(text: str) -> tuple[str, str, str]:
    """A list in which dots stand for names: what is ahead, the dots, what is behind."""
    match = re.search(r",?\s*(?:\.\s?\.\s?\.|…)\s*(?:&\s*)?(?=\S)", text)
    if match is None:
        return text, "", ""
    return text[: match.start()], match.group(), text[match.end() :]


def _first_piece(piece: str) -> list[PersonName] | None:
    """`Family, Given[, Jr.]` and then any further names parted by commas."""
    parts = [p.strip() for p in piece.split(",")]
    if len(parts) < 2:
        return None
    taken = 3 if len(parts) > 2 and parts[2].casefold().strip(".") in SUFFIXES else 2
    first = inverted_name(", ".join(parts[:taken]))
    if first is None:
        return None
    groups = is_initials(first.given)
    rest = _later_piece(", ".join(parts[taken:]), groups=groups) if parts[taken:] else []
    return None if rest is None else [first, *rest]


def _later_piece(piece: str, *, groups: bool = False) -> list[PersonName] | None:
    """Names in natural order parted by commas, or inverted pairs with initials; and, where that may be,
    groups among them."""
    parts = [p.strip() for p in piece.split(",") if p.strip()]
    names: list[PersonName] = []
    at = 0
    while at < len(parts):
        if at + 1 < len(parts) and is_initials(parts[at + 1]):
            pair = inverted_name(f"{parts[at]}, {parts[at + 1]}")
            if pair is None:
                return None
            names.append(pair)
            at += 2
            continue
        if parts[at].casefold().strip(".") in SUFFIXES and names:
            at += 1
            continue
        if groups and looks_like_organisation(parts[at]) and " " in parts[at]:
            names.append(PersonName(parts[at]))
            at += 1
            continue
        natural = natural_name(parts[at])
        if natural is None:
            if len(parts) == 2 and (pair := inverted_name(", ".join(parts))) is not None:
                return [pair]
            return None
        if at == 0 and len(parts) == 2 and not natural.given:
            pair = inverted_name(", ".join(parts))
            if pair is not None:
                return [pair]
        names.append(_with_given(natural))
        at += 1
    return names


def _with_given(name: PersonName) -> PersonName:
    """A name in a list has a given name: what looks like a particle may be one (`Della Rusk`)."""
    first, _, rest = name.family.partition(" ")
    if name.given or not rest or not first[:1].isupper():
        return name
    return PersonName(rest, first, name.suffix)
