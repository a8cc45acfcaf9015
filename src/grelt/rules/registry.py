"""Finds every rule by its being in a family's folder, and refuses what is incomplete."""

from __future__ import annotations

import inspect
import pkgutil
import re
from dataclasses import dataclass
from functools import cache
from importlib import import_module
from pathlib import Path

from .. import kept
from ..errors import RuleUnknown
from ..guides import available_guides, load_guide
from .base import Rule


class RuleBroken(Exception):
    """A rule of ours is incomplete: a fault of the build, never of the paper."""


@dataclass(frozen=True)
class Registered:
    """A rule with what its place and its module say of it."""

    rule: Rule
    family: str
    module: str
    looks_for: str
    why: str

    @property
    def id(self) -> str:
        return self.rule.id


@cache
def catalogue() -> dict[str, str]:
    """Every rule id of the contract, and its family."""
    families = kept.toml(Path(__file__).with_name("catalogue.toml"))
    return {rule_id: family for family, ids in families.items() for rule_id in ids["ids"]}


@cache
def all_rules() -> dict[str, Registered]:
    """All rules by id, in the order of family and file. Raises `RuleBroken`."""
    found: dict[str, Registered] = {}
    root = import_module(__package__ or "")
    for family in sorted(m.name for m in pkgutil.iter_modules(root.__path__) if m.ispkg):
        package = import_module(f"{root.__name__}.{family}")
        for module_name in sorted(m.name for m in pkgutil.iter_modules(package.__path__)):
            registered = _register(f"{package.__name__}.{module_name}", family)
            if registered.id in found:
                raise RuleBroken(f"{registered.id} has two homes")
            found[registered.id] = registered
    for guide_id in available_guides():
        silent = found.keys() - load_guide(guide_id).rules.keys()
        if silent:
            raise RuleBroken(f"{guide_id} says nothing of {sorted(silent)}: off must be said")
        unknown = load_guide(guide_id).rules.keys() - catalogue().keys()
        if unknown:
            raise RuleBroken(f"{guide_id} names no rule of the catalogue: {sorted(unknown)}")
    return found


def _register(name: str, family: str) -> Registered:
    module = import_module(name)
    rule = getattr(module, "RULE", None)
    if not isinstance(rule, Rule):
        raise RuleBroken(f"{name} has no RULE")
    if catalogue().get(rule.id) != family.replace("_", "-"):
        raise RuleBroken(f"{rule.id} is not an id of family {family} in the catalogue")
    looks_for, _, why = inspect.cleandoc(module.__doc__ or "").partition("\n\n")
    if not looks_for or not why or not rule.messages or not rule.label or not rule.mark:
        raise RuleBroken(f"{rule.id}: docstring with what and why, messages, label and mark needed")
    return Registered(rule, family.replace("_", "-"), name, _said(looks_for), _said(why))


def _said(docstring: str) -> str:
    """Words of a docstring as people read them: what code marks is quoted."""
    return re.sub(r"`([^`]+)`", r"“\1”", " ".join(docstring.split()))


def rule(identity: str) -> Registered:
    """One rule by id. Raises `RuleUnknown`."""
    found = all_rules().get(identity)
    if found is None:
        raise RuleUnknown(f"There is no rule called “{identity}”.")
    return found
