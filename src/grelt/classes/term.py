"""A slip's course: how a class did on a rule, from draft to draft and from assignment to assignment."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

Json = dict[str, Any]


def term_of(pictures: Sequence[tuple[str, Json]]) -> Json:
    """`stages` by name, and for each rule that two or more stages looked at the share of chances missed at each
    (null: nothing to miss), those that changed most first."""
    rules: dict[str, str] = {}
    for _, picture in pictures:
        for column in picture["rules"]:
            rules.setdefault(column["rule"], column["label"])
    courses: list[Json] = []
    for rule, label in rules.items():
        shares = [_share(picture, rule) for _, picture in pictures]
        told = [s for s in shares if s is not None]
        if len(told) > 1:
            change = round(told[-1] - told[0], 4)
            courses.append({"rule": rule, "label": label, "shares": shares, "change": change})
    courses.sort(key=lambda c: (-abs(c["change"]), c["rule"]))
    return {"stages": [name for name, _ in pictures], "rules": courses}


def _share(picture: Json, rule: str) -> float | None:
    column = next((c for c in picture["rules"] if c["rule"] == rule), None)
    if column is not None:
        return round(float(column["broken"]) / float(column["chances"]), 4)
    # Nobody broke it: nought, where there was something to miss.
    return 0.0 if rule in picture["looked_at"] else None
