"""A page of help for each rule, made from its home: docstring, guides, house rules, cases."""

from .page import RuleHelp, case_to_show, rule_help

__all__ = ["RuleHelp", "case_to_show", "rule_help"]
