"""The rules: a folder per family, one rule a file, its cases beside it.

`base` says what a rule is, `registry` finds and checks them all, `catalogue.toml`
is the contract of ids. Rules see the analysed paper and nothing else, and do not
know each other.
"""

from .base import Rule
from .registry import all_rules, rule

__all__ = ["Rule", "all_rules", "rule"]
