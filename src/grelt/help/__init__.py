"""A page of help for each rule, made from its home: docstring, guides, house rules, cases."""

from .page import RuleHelp, rule_help

__all__ = ["RuleHelp", "rule_help"]
