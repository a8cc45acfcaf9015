"""Numbers with their labels: pages, volumes, editions."""

from __future__ import annotations

import re

from ..guides.kinds import NumberForm

_RANGE = re.compile(r"([A-Za-z]{0,2}?)(\d{1,6})\s?(?:--|[-–—‑−])\s?([A-Za-z]{0,2}?)(\d{1,6})")
_SEVERAL = re.compile(r"\d\s?(?:[-–—‑−,+&]|--|\band\b)|[ivxlc]\s?[-–—]\s?[ivxlc]", re.I)
_VERSION = re.compile(r"v(?:ersion|er\.|\.)?\s?\d", re.I)
_ORDINALS = {
    "first": "1st", "second": "2nd", "third": "3rd", "fourth": "4th", "fifth": "5th", "sixth": "6th",
    "seventh": "7th", "eighth": "8th", "ninth": "9th", "tenth": "10th", "revised": "rev.", "rev.": "rev.",
    "revd.": "rev.", "expanded": "expanded", "enlarged": "enlarged", "updated": "updated",
}  # fmt: skip


def number_forms(value: str, form: NumberForm) -> tuple[str, ...]:
    """The texts that are right for a number, the best one first."""
    if _VERSION.match(value):
        return (value,)
    several = _SEVERAL.search(value) is not None
    label = form.many if several and form.many else form.one
    texts = [label.format(v) for v in _digits(value, form)]
    if several and form.many and "/" in value:
        texts += [form.one.format(value), form.many.format(value)]  # a double issue is one, and two
    for other in form.allowed:
        texts += [other.format(v) for v in _digits(value, form)]
    if form.many and value.endswith("+"):
        texts += [form.one.format(value)]
    if form.capital:
        texts = [t[:1].upper() + t[1:] for t in texts] + texts
    return tuple(dict.fromkeys(texts))


def _digits(value: str, form: NumberForm) -> list[str]:
    """A number as its form has it, and the other ways a range may be shortened."""

    def written(how: str) -> str:
        def one(match: re.Match[str]) -> str:
            first, last = match.group(2), match.group(4)
            return f"{match.group(1)}{first}{form.dash}{match.group(3)}{_second(first, last, how)}"

        return _RANGE.sub(one, value)

    whole = re.sub(r"(?<=[ivxlcIVXLC])\s?[-–—]\s?(?=[ivxlcIVXLC]+\b)", form.dash, value)
    if whole != value and not _RANGE.search(value):
        return [whole]
    if form.digits == "either":
        return [written("kept"), written("all"), written("two"), written("least")]
    return [written(form.digits)]


def _second(first: str, last: str, how: str) -> str:
    """The second number of a range: `all` its digits, the last `two` where the hundreds agree, the
    `least` that differ, or as it is `kept`."""
    if how == "kept" or int(first) > int(_whole(first, last)):
        return last
    last = _whole(first, last)
    if how == "all" or len(first) != len(last):
        return last
    if how == "two":
        if len(first) <= 2 or first[:-2] != last[:-2]:
            # Beyond a thousand the last three may stand where the hundreds differ.
            return last
        return last[-2:]
    same = 0
    while same < len(first) - 1 and first[same] == last[same]:
        same += 1
    return last[same:]


def _whole(first: str, last: str) -> str:
    return first[: len(first) - len(last)] + last if len(last) < len(first) else last


def edition_value(text: str) -> str:
    """The edition without its label, in figures: `Second edition` is `2nd`; a version stays."""
    bare = re.sub(r"[\s,]*\b(?:edition\.?|ed\.?|edn\.?)$", "", text.strip(), flags=re.I).strip()
    words = [_ORDINALS.get(w.casefold(), w) for w in bare.split()]
    return re.sub(r"^(?:The|the)\s", "", " ".join(words))
