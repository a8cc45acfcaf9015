"""Lists of names as entries open with them: the first turned round, later ones in either order.

The names are read from the front, one after another, as far as they go; where they end is part of the
answer. An initial's period ends no name that goes on behind it.
"""

from __future__ import annotations

import re

from .lexicon import is_common, is_forename
from .name_parts import (
    HONORIFIC_AHEAD,
    LONGEST_NAME,
    SEPARATOR,
    Read,
    Token,
    group_at,
    with_given,
    with_suffix,
    words_from,
)
from .names import (
    ET_AL,
    LEFT_OUT,
    UPPER,
    NameList,
    PersonName,
    is_initials,
    is_name_word,
    is_particle,
    looks_like_organisation,
    natural_name,
)

_DOTS = re.compile(r"[,;]?\s*(?:\.\s?\.\s?\.|…)\s*(?:[,;&]\s*)?(?=\S)")
_PACKED = re.compile(
    rf"(?P<family>(?:(?:van|von|de|der|den|di|da|la|le)\s)*{UPPER}[^\W\d_]+(?:[’'\-‐]{UPPER}?[^\W\d_]+)?)"
    rf"\s(?P<given>{UPPER}{{1,3}}|{UPPER}\.(?:\s?{UPPER}\.){{0,2}})\.?"
)
_LONGEST_FAMILY = 4


def inverted_names(text: str) -> NameList | None:
    """Read the author element of a list as a whole: `Okonjo, Adaeze`, `Okonjo, Adaeze, and Tomas Bray`,
    `Okonjo, Adaeze, et al.`, `Okonjo, A. C., & Bray, T.`; anything else, an organisation among them, yields
    None."""
    text = text.strip().rstrip(",;")
    read = read_inverted(text, 0, len(text))
    return read.names if read is not None and not text[read.end :].strip(" ,.;") else None


def inverted_name(text: str) -> PersonName | None:
    """Read `Okonjo, Adaeze C.`, `van der Meer, Ilse`, `Bray, Tomas, Jr.`; else None."""
    names = inverted_names(text)
    return names.names[0] if names is not None and len(names.names) == 1 else None


def read_inverted(text: str, start: int, stop: int) -> Read | None:
    """The names that a text opens with from `start` on, the first of them turned round; None where it opens
    with none. `stop` is where something else begins (a title in its dress, a date in parentheses).

    Time grows with the length of the names.
    """
    for first, at in _first(text, start, stop):
        read = _with_others(text, first, at, stop)
        if read is not None:
            return read
    return None


def _first(text: str, start: int, stop: int) -> list[tuple[PersonName, int]]:
    """The first name, and where it ends: the likeliest reading first."""
    family_tokens = words_from(text, start, stop, _LONGEST_FAMILY + 1)
    if not family_tokens or len(family_tokens) > _LONGEST_FAMILY:
        return []
    comma = family_tokens[-1].end
    if text[comma : comma + 1] != ",":
        return []
    family = text[start:comma].strip()
    if not _is_family(family_tokens):
        return []
    at = comma + 1
    while at < stop and text[at].isspace():
        at += 1
    title = HONORIFIC_AHEAD.match(text, at, stop)
    if title is not None:
        at = title.end()
    run = words_from(text, at, stop, LONGEST_NAME)
    given = _given_ends(text, run, stop)
    if looks_like_organisation(family) and not all(_is_given_name(g, text, at) for g in given):
        return []
    if len(family_tokens) > 1 and _are_spoken(family_tokens, run):
        return []  # `Astrid Kessel, Piers Lane, and Huw Lane`
    found = []
    for end in given:
        words = text[at:end]
        if looks_like_organisation(words) or not words:
            continue
        name, behind = with_suffix(text, PersonName(family, words), end, stop)
        found.append((name, behind))
    return found


def _are_spoken(family: list[Token], given: list[Token]) -> bool:
    """Whether two names in natural order stand where one would be turned round: each begins with a given
    name and ends in a word that is none."""
    return all(
        len(words) == 2 and is_forename(words[0].text) and not is_forename(words[1].text)
        for words in (family, given)
    )


def _is_given_name(end: int, text: str, at: int) -> bool:
    words = text[at:end].split()
    return bool(words) and (is_initials(words[0]) or is_forename(words[0]))


def _is_family(tokens: list[Token]) -> bool:
    if any(t.initials or (len(t.text) == 1 and t.text.isupper() and t.text != "Ó") for t in tokens):
        return False  # `Okonjo A, Bray T`
    named = [is_name_word(t.text) for t in tokens]
    small = all(n or is_particle(t.text) for n, t in zip(named, tokens, strict=True))
    return any(named) and small


def _given_ends(text: str, run: list[Token], stop: int) -> list[int]:
    """Where the given names of the first name may end. Its initials may close the element with their
    period: then what follows is a title, unless it is a name itself."""
    end = 0
    while end < len(run) and (
        run[end].initials
        or is_name_word(run[end].text)
        or (is_particle(run[end].text) and run[end].text.islower())
    ):
        if ET_AL.match(text, run[end].start - 1, stop):
            break
        end += 1
    run = run[:end]
    if len(run) == 1 and is_particle(run[0].text) and run[0].text.islower():
        return []  # a particle is no given name
    if not run:
        return []
    whole = run[-1].end
    # The last initial that a word stands behind.
    behind = [n for n in range(len(run) - 1) if run[n].initials and not run[n + 1].initials]
    if not behind:
        return [whole]
    cut = behind[-1]
    rest = run[cut + 1 :]
    follows = text[whole : whole + 1]
    name_goes_on = (
        len(rest) <= 2
        and (follows in ",.;" or whole >= stop or re.match(r"\s(?:and|&)\s|\s\(", text[whole:]))
        and not all(is_common(t.text) for t in rest)
        and (
            all(t.initials or is_forename(t.text) or is_particle(t.text) for t in rest)
            or follows == ","
            # Nothing else stands before the title in its dress, or a sentence of the entry begins.
            or (len(rest) == 1 and stop < len(text) and not text[whole:stop].strip(" ."))
            or (
                len(rest) == 1
                and re.match(r"\.\s(?:[^\W\d_a-z]|\d{4})", text[whole:stop]) is not None
            )
            or whole >= stop
        )
    )
    ends = [run[cut].end, whole]
    return ends[::-1] if name_goes_on else ends


def _with_others(text: str, first: PersonName, at: int, stop: int) -> Read | None:
    """The first name with all that follow, as many as end where names may; None where words follow that are
    no names though they are joined as names are."""
    names = [first]
    ends = [at]
    et_al = False
    while at < stop and not et_al:
        more = ET_AL.match(text, at, stop)
        dots = _DOTS.match(text, at, stop)
        if more is not None:
            # Its period may close the element too.
            et_al, at = True, more.end() - (text[more.end() - 1] == ".")
            ends[-1] = at
            break
        if dots is not None and len(names) > 1:
            later = _later(text, dots.end(), stop)
            if later is None:
                return None
            names += [PersonName(LEFT_OUT), later[0]]
            at = later[1]
            ends += [at, at]
            continue
        between = SEPARATOR.match(text, at, stop)
        if between is None or not (between["mark"] or between["joint"]):
            break
        later = _later(text, between.end(), stop)
        if later is None:
            if between["joint"]:
                return None
            break
        names.append(later[0])
        at = later[1]
        ends.append(at)
    while names:
        read = _ended(text, names, ends[-1], stop, et_al=et_al)
        if read is not None:
            return read
        names.pop()
        ends.pop()
        et_al = False
    return None


def _ended(
    text: str, names: list[PersonName], end: int, stop: int, *, et_al: bool = False
) -> Read | None:
    """The names, if what follows them may follow names."""
    rest = text[end:stop]
    initial = text[end - 1] == "."  # an initial's period may be that of the element
    if rest.strip(" ,.;:") and not initial and not re.match(r"[.;:]|,?\s?[(\[“\"‘]|,\s|\s?$", rest):
        return None
    return Read(NameList(tuple(names), et_al), end)


def _later(text: str, at: int, stop: int) -> tuple[PersonName, int] | None:
    """A name behind the first: `Tomas Bray`, `Bray, T.`, `Bray, Tomas` where single words stand in pairs,
    or a group."""
    title = HONORIFIC_AHEAD.match(text, at, stop)
    if title is not None:
        at = title.end()
    run = words_from(text, at, stop, LONGEST_NAME + 2)
    if not run:
        return None
    group = group_at(text, at, stop)
    if group is not None:
        return group
    end = 0
    while end < len(run) and (
        run[end].initials or is_name_word(run[end].text) or is_particle(run[end].text)
    ):
        end += 1
    run = run[:end]
    while run and run[-1].initials:
        run = run[:-1]
    if not run or not is_name_word(run[-1].text):
        return None
    whole = run[-1].end
    words = text[at:whole]
    turned = _turned(text, words, whole, stop)
    if turned is not None:
        return with_suffix(text, turned[0], turned[1], stop)
    name = natural_name(words)
    if name is None:
        return None
    return with_suffix(text, with_given(name), whole, stop)


def _turned(text: str, family: str, end: int, stop: int) -> tuple[PersonName, int] | None:
    """A later name turned round: its initials follow a comma, or a given name does where the family is a
    single word and no list of single names is meant."""
    if text[end : end + 1] != ",":
        return None
    if is_initials(family.split()[0]) and "." in family:
        return None  # `A. K. Geim, S. V. Morozov`: a whole name already
    at = end + 1
    while at < stop and text[at].isspace():
        at += 1
    tokens = words_from(text, at, stop, LONGEST_NAME)
    count = 0
    while count < len(tokens) and (
        tokens[count].initials or re.fullmatch(UPPER, tokens[count].text)
    ):
        count += 1
    if count:
        if " " in family and count < len(tokens) and is_name_word(tokens[count].text):
            return None  # `Carmen Bray, W. E. Vance`: the initials of the next name
        last = tokens[count - 1].end
        return PersonName(family, text[at:last]), last
    if " " in family or not tokens or not is_name_word(tokens[0].text):
        return None
    count = 0
    while count < len(tokens) and (tokens[count].initials or is_name_word(tokens[count].text)):
        count += 1
    last = tokens[count - 1].end
    closes = re.match(r"\s?$|[.;]|,?\s(?:and|&)\s|,\set\b|\s\(|,\s(?:Jr|eds?)\b", text[last:stop])
    if count <= 2 and closes is not None and not _is_natural(tokens[:count]):
        return PersonName(family, text[at:last]), last
    return None


def _is_natural(tokens: list[Token]) -> bool:
    """Two words of which the first is a given name: a name as spoken (`…, Bray, Tomas Lund, …`)."""
    return len(tokens) > 1 and not tokens[-1].initials and is_forename(tokens[0].text)


def packed_names(text: str, *, alone: bool = False) -> NameList | None:
    """Read `Verity J, Aldous PR, Moss L`, as some databases write names; else None.

    A single name so written counts only where `alone` says that it may (`Verity J. (1991)`): it could
    be a name that ends in a letter.
    """
    et_al = ET_AL.search(text)
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
