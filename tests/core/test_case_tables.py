"""Nothing goes without a case: every message, every value of a house rule and every setting of a guide is felt
by the cases of some rule."""

from __future__ import annotations

import unittest
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import fields, replace
from typing import Any

from grelt.document.fragment import parse_fragment
from grelt.guides import Policy, available_guides, load_guide
from grelt.guides.model import Guide
from grelt.guides.options import GROUPS, OPTIONS
from grelt.paper import Paper, analyse
from grelt.recognise import recognise
from grelt.records import read_records
from grelt.report import run_rules
from grelt.rules.cases import Case, cases_of
from grelt.rules.registry import Registered, all_rules

from .case_runner import CaseRunner, analysed, policies

# The rule whose cases feel a setting of a guide, and another value of it.
SETTINGS: dict[tuple[str, str], tuple[str, Any]] = {
    ("list", "headings"): ("list-heading-word", ("Sources Seen",)),
    ("list", "singular"): ("list-heading-word", "Source Seen"),
    ("list", "consulted"): ("list-heading-word", ("Sources Seen",)),
    ("list", "heading_alignment"): ("list-heading-form", "left"),
    ("list", "heading_print"): ("list-heading-form", {"plain": "bold", "bold": "plain", "either": "bold"}),
    ("list", "hanging"): ("list-hanging-indent", 90.0),
    ("list", "spacing"): ("list-line-spacing", {"double": "single", "single": "double", "either": "double"}),
    ("list", "new_page"): ("list-new-page", False),
    ("list", "numbered"): ("list-numbered", True),
    ("list", "grouped"): ("list-grouped", True),
    ("list", "same_author"): ("list-order-same-author", {"title": "year", "year": "title", "date": "title"}),
    ("list", "repeated_author"): (
        "list-repeated-author",
        {"three marks": "in full", "either": "in full"},
    ),
    ("list", "repeated_author_forms"): ("list-repeated-author", ("***",)),
    ("citation", "title_short_words"): ("cite-title-form", 60),
    ("citation", "et_al_from"): ("cite-et-al", 9),
    ("citation", "comma_before_year"): ("cite-comma-before-year", {True: False, False: True}),
    ("citation", "comma_before_locator"): ("cite-comma-before-page", {True: False, False: True}),
    ("citation", "page_label"): ("cite-page-prefix", {True: False, False: True}),
    ("citation", "conjunction_enclosed"): ("cite-conjunction", {"and": "&", "&": "and"}),
    ("citation", "conjunction_running"): ("cite-conjunction", {"and": "&", "&": "and"}),
    ("citation", "secondary"): ("cite-secondary", ("seen in",)),
    ("citation", "ordered"): ("cite-order", {True: False, False: True}),
    ("citation", "locator_with_quotations"): ("cite-quote-locator", {True: False, False: True}),
    ("citation", "title_dress"): ("cite-title-form", {True: False, False: True}),
    ("citation", "range_dash"): ("cite-page-range", {"-": "–", "–": "-"}),
    ("citation", "range_digits"): ("cite-page-range", {"two": "all", "all": "two", "either": "two"}),
    ("citation", "block_from_words"): ("block-quote-form", 400),
    ("citation", "block_least_words"): ("block-quote-form", 1),
    ("citation", "classics_listed"): ("cite-unlisted", {True: False, False: True}),
    ("notes", "et_al_from"): ("note-repeat-short", 9),
    ("notes", "short_title_words"): ("note-short-form", 1),
    ("notes", "first_line"): ("note-indent", 90.0),
    ("notes", "spacing"): ("note-spacing", {"double": "single", "single": "double", "either": "double"}),
    ("page", "margins"): ("page-margins", 36.0),
    ("page", "wider_margins"): ("page-margins", {True: False, False: True}),
    ("page", "flush_openings"): ("page-paragraph-indent", {True: False, False: True}),
    ("page", "sizes"): ("page-font-size", (14.0, 14.0)),
    ("page", "named_sizes"): ("page-font-size", (("Georgia", 12.0),)),
    ("page", "spacing"): ("page-line-spacing", {"double": "single", "single": "double", "either": "double"}),
    ("page", "first_line"): ("page-paragraph-indent", 90.0),
    ("page", "block_indent"): ("page-block-quote", 90.0),
    ("page", "block_spacing"): ("page-block-quote", {"double": "either", "single": "double", "either": "double"}),
    ("page", "heading_block"): ("page-heading-block", ("writer", "date")),
    ("page", "title_page"): ("page-title-page", {"always": "may", "may": "always", "never": "may"}),
    ("page", "title_page_parts"): ("page-title-page", ("title",)),
    ("page", "professional_parts"): ("page-title-page", ("title", "writer", "affiliation", "date")),
    ("page", "title_print"): ("page-title-form", {"plain": "bold", "bold": "plain", "either": "bold"}),
    ("page", "headings"): ("page-heading-form", ("left italic",)),
    ("page", "running_head"): ("page-running-head", {"surname": "number", "number": "surname"}),
    ("page", "abstract_words"): ("page-abstract", 9),
    ("page", "keywords"): ("page-keywords", "Index words:"),
    ("page", "appendices"): ("page-appendix", {"before": "after", "after": "before", "either": "after"}),
    ("page", "number_places"): ("page-running-head", ("bottom left",)),
}  # fmt: skip
RECOGNISED = {("entry", "date"), ("entry", "place"), ("citation", "year")}
RUNNER = CaseRunner(all_rules())


def flagged() -> Iterator[tuple[Registered, Case, Policy]]:
    for rule in all_rules().values():
        for case in cases_of(rule).flag:
            for policy in policies(case, rule):
                yield rule, case, policy


# What form and guide allow for and no guide of ours has yet; and what takes a file (`parted`, `lost`) or the day
# of the check (`future`).
SPARE = {
    ("list-faked-indent", "parted"),
    ("note-sequence", "lost"),
    ("ref-date-impossible", "future"),
    ("entry-container-italic", "part"),
    ("entry-container-italic", "plain"),
    ("entry-date-position", "differs"),
    ("entry-element-extra", "stray"),
    ("entry-spacing", "differs"),
    ("entry-spacing", "extra"),
}


class Messages(unittest.TestCase):
    def test_every_message_is_said_in_some_case(self) -> None:
        said: dict[str, set[str]] = defaultdict(set)
        for rule, case, policy in flagged():
            wanted = set(rule.rule.messages)
            if said[rule.id] >= wanted:
                continue
            outcome = RUNNER.outcome(analysed(case.text, policy, case.records))
            said[rule.id] |= {f.slip.template for f in outcome.findings if f.rule.id == rule.id}
        unsaid = {
            (rule.id, template)
            for rule in all_rules().values()
            for template in rule.rule.messages
            if template not in said[rule.id] and not rule.id.startswith("note-element-")
        }
        self.assertEqual(unsaid, SPARE)


class HouseRules(unittest.TestCase):
    def test_every_value_but_the_usual_one_has_a_case(self) -> None:
        used: dict[str, set[str]] = defaultdict(set)
        for rule in all_rules().values():
            cases = cases_of(rule)
            for case in (*cases.flag, *cases.keep):
                for key, value in dict((case.house or {}).get("house", {})).items():  # type: ignore[call-overload]
                    used[key].add(str(value))
        # Points and verdicts are no rule's: `test_house_rules` has them.
        marking = {key for title, keys in GROUPS if title == "Points and verdict" for key in keys}
        for key, option in OPTIONS.items():
            if key in marking:
                continue
            with self.subTest(house_rule=key):
                self.assertLessEqual(set(option.sentences) - {option.default}, used[key])
                if option.free_text:
                    self.assertTrue(used[key] - set(option.sentences))


class Settings(unittest.TestCase):
    """A guide with another value: if nothing changes, nothing reads it, or a value of ours stands in code."""

    def test_every_setting_is_in_the_table(self) -> None:
        guide = load_guide("mla-9")
        every = {
            (part, f.name)
            for part in ("list", "citation", "notes", "entry", "page")
            for f in fields(getattr(guide, part))
        }
        self.assertEqual(every, SETTINGS.keys() | RECOGNISED)

    def test_every_setting_is_felt_by_the_cases_of_a_rule(self) -> None:
        for (part, name), (rule, other) in SETTINGS.items():
            with self.subTest(setting=f"{part}.{name}"):
                self.assertTrue(
                    any(self.felt(g, part, name, rule, other) for g in available_guides())
                )

    def felt(self, guide: str, part: str, name: str, rule: str, other: Any) -> bool:
        as_is = load_guide(guide)
        value = getattr(getattr(as_is, part), name)
        new = other.get(value, value) if isinstance(other, dict) else other
        changed = replace(as_is, **{part: replace(getattr(as_is, part), **{name: new})})
        registered = all_rules()[rule]
        cases = cases_of(registered)
        for case in (*cases.flag, *cases.keep):
            for policy in policies(case, registered):
                if policy.guide.id == guide and self.said(
                    case, policy, as_is, registered
                ) != self.said(case, policy, changed, registered):
                    return True
        return False

    def said(self, case: Case, policy: Policy, guide: Guide, rule: Registered) -> list[Any]:
        records = read_records(case.records) if case.records else None
        paper = analyse(parse_fragment(case.text), replace(policy, guide=guide), records=records)
        outcome = run_rules(paper, [rule], strict=True)
        return [(f.message, f.found, f.slip.expected) for f in outcome.findings]

    def test_what_guides_are_recognised_by_is_felt(self) -> None:
        listed = "Okonjo, Adaeze. *Salt*. Reach: Tidemark Press, 2021.\nQuill, Ann. *Fog*. Reach: Oxbow, 2011."
        text = (
            f"It is so (Okonjo 2021). It is (Quill 2011). So (Quill 2011).\n# References\n{listed}"
        )
        dated = "Okonjo, Adaeze. 2021. *Salt*. Reach: Tidemark Press.\nQuill, Ann. 2011. *Fog*. Reach: Oxbow."
        papers = [
            analyse(parse_fragment(one), Policy(load_guide("mla-9")))
            for one in (text, text.replace(listed, dated))
        ]
        for part, name, other in (
            ("entry", "date", {"end": "enclosed", "enclosed": "end", "after-author": "end"}),
            ("entry", "place", {True: False, False: True}),
            ("citation", "year", {True: False, False: True}),
        ):
            with self.subTest(setting=f"{part}.{name}"):
                self.assertTrue(
                    any(
                        self.tells(p, g, part, name, other)
                        for p in papers
                        for g in available_guides()
                    )
                )

    def tells(
        self, paper: Paper, identity: str, part: str, name: str, other: dict[Any, Any]
    ) -> bool:
        guide = load_guide(identity)
        settings = getattr(guide, part)
        changed: Guide = replace(
            guide, **{part: replace(settings, **{name: other[getattr(settings, name)]})}
        )
        for beside in map(load_guide, ("mla-9", "chicago-18-author-date")):
            one, two = (recognise(paper, [beside, g]) for g in (guide, changed))
            if (one.guide.id, one.confidence) != (two.guide.id, two.confidence):
                return True
        return False
