"""Lists of names in natural order: `Ada Wren, O. Lund, and T. Bray`."""

from __future__ import annotations

from .lexicon import is_forename
from .name_parts import (
    HONORIFIC_AHEAD,
    LONGEST_NAME,
    SEPARATOR,
    Read,
    group_at,
    with_given,
    with_suffix,
    words_from,
)
from .names import ET_AL, NameList, PersonName, is_name_word, is_particle, natural_name


def read_natural(text: str, start: int, stop: int) -> Read | None:
    """The names as spoken that stand from `start` on: one, two joined by a word, or several of which the
    last is joined so (`Wren and Lund`, `Ada Wren, O. Lund, and T. Bray`, `Wren et al.`); None where there is
    none. A comma behind a name parts nothing unless such a list goes on behind it."""
    first = _spoken(text, start, stop)
    if first is None:
        return None
    names, end = [first[0]], first[1]
    listed, at = list(names), end
    while at < stop:
        et_al = ET_AL.match(text, at, stop)
        if et_al is not None:
            close = et_al.end() - (text[et_al.end() - 1] == ".")
            return Read(NameList(tuple(listed), et_al=True), close)
        between = SEPARATOR.match(text, at, stop)
        if between is None or not (between["mark"] or between["joint"]):
            break
        later = _spoken(text, between.end(), stop)
        if later is None or (bool(names[0].given) and not later[0].given):
            break  # behind a whole name a single word is a press, not a person
        listed.append(later[0])
        at = later[1]
        if between["joint"]:
            names, end = list(listed), at
            if len(names) > 2 or between["mark"]:
                break
    return Read(NameList(tuple(names)), end)


def _spoken(text: str, at: int, stop: int) -> tuple[PersonName, int] | None:
    """One name as spoken, or a group with its article."""
    title = HONORIFIC_AHEAD.match(text, at, stop)
    if title is not None:
        at = title.end()
    if text.startswith("the ", at):
        return group_at(text, at, stop)
    run = words_from(text, at, stop, LONGEST_NAME)
    end = 0
    while end < len(run) and (
        run[end].initials or is_name_word(run[end].text) or is_particle(run[end].text)
    ):
        end += 1
    run = run[:end]
    while run and (run[-1].initials or not is_name_word(run[-1].text)):
        run = run[:-1]
    if not run or (is_particle(run[0].text) and len(run) == 1):
        return None
    name = natural_name(text[at : run[-1].end])
    if name is None:
        return None
    if is_forename(run[0].text):
        name = with_given(name)
    return with_suffix(text, name, run[-1].end, stop)
