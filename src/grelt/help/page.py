"""Makes a rule's help page. Its examples are cases, so they are always tested."""

from __future__ import annotations

from dataclasses import dataclass

from ..findings import Severity
from ..guides import OPTIONS, available_guides, load_guide
from ..rules.cases import Case, cases_of
from ..rules.registry import Registered, rule


@dataclass(frozen=True)
class RuleHelp:
    """One page. `wrong` and `right` are fragments in the notation of the cases."""

    id: str
    family: str
    label: str
    looks_for: str
    why: str
    wrong: str
    right: str
    right_because: str
    house: tuple[str, ...]
    chapters: tuple[tuple[str, str, str], ...]

    def text(self) -> str:
        """The page as plain text."""
        lines = [self.id, "=" * len(self.id), "", self.looks_for, "", self.why, ""]
        lines += ["Wrong:", *(f"    {line}" for line in self.wrong.splitlines())]
        lines += ["Right:", *(f"    {line}" for line in self.right.splitlines())]
        lines += [f"    ({self.right_because})", ""]
        for guide, severity, chapter in self.chapters:
            lines.append(f"{guide}: {severity}; see chapter {chapter} of the manual.")
        if self.house:
            lines.append(f"House rules that touch it: {', '.join(self.house)}.")
        return "\n".join(lines)


def rule_help(identity: str, guide: str | None = None) -> RuleHelp:
    """The page of a rule; with `guide`, of what that guide says alone. Raises `RuleUnknown`."""
    registered: Registered = rule(identity)
    cases = cases_of(registered)
    flag, keep = _to_show(cases.flag, guide), _to_show(cases.keep, guide)
    chapters = []
    for guide_id in available_guides():
        if guide is not None and guide_id != guide:
            continue
        loaded = load_guide(guide_id)
        setting = loaded.rules[identity]
        if setting.severity is Severity.OFF and guide is None:
            continue
        chapters.append((loaded.name, str(setting.severity), setting.chapter))
    return RuleHelp(
        id=registered.id,
        family=registered.family,
        label=registered.rule.label,
        looks_for=registered.looks_for,
        why=registered.why,
        wrong=flag.text.strip(),
        right=keep.text.strip(),
        right_because=keep.why,
        house=tuple(
            f"{key} ({', '.join(OPTIONS[key].sentences)})" for key in registered.rule.house
        ),
        chapters=tuple(chapters),
    )


def case_to_show(identity: str, guide: str) -> Case | None:
    """The case that is shown as right of a rule, where it is one of this guide. Raises `RuleUnknown`."""
    found = _to_show(cases_of(rule(identity)).keep, guide)
    return found if found.guide == guide else None


def _to_show(cases: tuple[Case, ...], guide: str | None) -> Case:
    """The case meant to be shown; with a guide, one of that guide, if there is one."""
    own = [c for c in cases if c.guide == guide]
    return next((c for c in (*own, *cases) if c.shown), (*own, *cases)[0])
