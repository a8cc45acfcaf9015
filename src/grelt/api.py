"""The door to the core: check a paper, explain a rule, list guides and house rules.

Everything here is pure: bytes, ids and settings in, plain data out. Errors are those of
`grelt.errors`.
"""

from __future__ import annotations

import hashlib
from collections.abc import Collection, Mapping
from dataclasses import dataclass, field, replace
from functools import cache
from pathlib import Path
from typing import TYPE_CHECKING, Any

from . import __version__
from .cutting import Hand
from .errors import GreltError, HouseRuleInvalid, PaperUnreadable, ReportsUnreadable
from .exchange import FieldsInvalid, csl_of, work_of, works_from, works_to
from .guides import Policy, available_guides, load_guide, load_house
from .guides.house import House, house_from, house_toml
from .guides.kinds import load_kinds
from .guides.model import Guide
from .guides.option import KIND_NAMES
from .help import RuleHelp, rule_help
from .house_table import house_table
from .paper import Paper, analyse
from .readers import LIMITS, READABLE, read_paper
from .recognise import recognise
from .records import Records, identifier, read_records, records_text
from .report import SCHEMA_VERSION, build_report, completed, report_components, run_rules, written
from .rules import all_rules
from .rules.registry import Registered
from .set_right import SetRight
from .structure import BY_HAND
from .vocabulary import vocabulary
from .works import KINDS

__all__ = [
    "AUTO",
    "BY_HAND",
    "KINDS",
    "LIMITS",
    "READABLE",
    "RETURN_FORMS",
    "SCHEMA_VERSION",
    "CheckInputs",
    "FieldsInvalid",
    "GreltError",
    "HouseRuleInvalid",
    "PaperUnreadable",
    "Records",
    "ReportsUnreadable",
    "__version__",
    "analyse_paper",
    "build_id",
    "check",
    "check_written",
    "completed",
    "compose_work",
    "explain",
    "file_of_return",
    "guide_name",
    "guide_shelf",
    "guides",
    "house_file",
    "house_rules",
    "house_table",
    "house_tables",
    "identifier",
    "identifiers",
    "own_form",
    "read_records",
    "read_works",
    "ready",
    "records_text",
    "report_components",
    "return_file",
    "return_letter",
    "return_of",
    "return_page",
    "rule_ids",
    "source_kinds",
    "try_kind",
    "vocabulary",
    "write_works",
]

if TYPE_CHECKING:
    from .returning.gather import Return

AUTO = "auto"
# The forms of a return; `returning/forms.py` has what each is.
RETURN_FORMS = (
    "docx", "odt", "pdf", "html", "letter", "letter-docx", "letter-pdf", "list", "list-docx", "list-odt",
    "csl", "bibtex", "ris", "csv", "json",
)  # fmt: skip
# Below this the guide is not recognised, and only families that all guides share are checked.
_RECOGNISED = 0.5
_IN_EVERY_GUIDE = frozenset({"match", "requirement"})


@dataclass(frozen=True)
class CheckInputs:
    """Everything that decides a report besides the paper itself.

    `house` is the text of a house rules file or tables already read; `date`
    (YYYY-MM-DD) decides only what lies in the future; `joins` are matches made by hand,
    citation key to entry key (`""` for “no entry”);
    `hands` what a person has set right in entries, by entry key: `kind`, and `borders` as lists of element,
    start and end; `roles` what a person says that paragraphs are, by paragraph key; `records` is the text of a
    file of looked-up records.
    """

    guide: str = AUTO
    house: str | Mapping[str, object] | None = None
    date: str = ""
    joins: Mapping[str, str] = field(default_factory=dict)
    hands: Mapping[str, Mapping[str, Any]] = field(default_factory=dict)
    roles: Mapping[str, str] = field(default_factory=dict)
    records: str | None = None


def check(data: bytes, name: str, inputs: CheckInputs, *, strict: bool = False) -> dict[str, Any]:
    """Check one paper and return its report (see `report/schema.json`).

    `data` are the bytes of the file, `name` what it is called. With `strict` a rule that
    crashes raises. Raises `PaperUnreadable`, `GuideUnknown` or `HouseRuleInvalid`.
    """
    house = _house(inputs.house)
    document = read_paper(data, name)
    every = [load_guide(g) for g in available_guides()]
    wanted = load_guide(inputs.guide) if inputs.guide != AUTO else every[0]
    records = read_records(inputs.records) if inputs.records else Records()
    paper = analyse(
        document,
        Policy(wanted, house, inputs.date),
        SetRight(inputs.joins, _hands(inputs.hands), inputs.roles),
        records,
    )
    guide = _given(wanted)
    if inputs.guide == AUTO:
        found = recognise(paper, every)
        paper = replace(paper, policy=Policy(found.guide, house, inputs.date))
        guide = {"id": found.guide.id, "chosen": "recognised", "confidence": found.confidence}
    outcome = run_rules(paper, _rules_for(guide), strict=strict)
    return build_report(
        paper,
        outcome,
        file=name,
        guide=guide,
        inputs={
            "paper_sha256": hashlib.sha256(data).hexdigest(),
            "house": list(house.sentences()) or None,
            "records": _records_said(inputs.records, records, paper),
            "date": inputs.date,
            "joins": len(inputs.joins),
            "hands": len(inputs.hands),
            "core": __version__,
            "schema": SCHEMA_VERSION,
        },
    )


def check_written(data: bytes, name: str, inputs: CheckInputs) -> str:
    """The report of `check` as JSON text that can be stored and sent whatever the paper holds."""
    return written(check(data, name, inputs))


def ready() -> None:
    """Load all rules and guides, as the first check would."""
    all_rules()
    for guide in available_guides():
        load_kinds(guide)


def _records_said(text: str | None, records: Records, paper: Paper) -> str | None:
    """What became of the look-up, in words."""
    if text is None:
        return None
    if records.problem:
        return records.problem
    works = [paper.references.of(i).cut.work for i in range(len(paper.entries))]
    asked = sum(bool(w.text("doi") or w.text("url")) for w in works)
    return f"{sum(records.of(w) is not None for w in works)} of {asked} records found"


def identifiers(data: bytes, name: str, guide: str) -> list[str]:
    """DOIs and addresses of a paper's entries, for looking them up before a check. Raises
    `PaperUnreadable`."""
    wanted = load_guide(guide if guide != AUTO else available_guides()[0])
    paper = analyse(read_paper(data, name), Policy(wanted))
    found: list[str] = []
    for number in range(len(paper.entries)):
        work = paper.references.of(number).cut.work
        found += [work.text(e) for e in ("doi", "url") if work.text(e)]
    return list(dict.fromkeys(found))


def compose_work(
    fields: Mapping[str, Any],
    guide: str,
    kind: str = "",
    locator: str = "",
    house: str | Mapping[str, object] | None = None,
) -> dict[str, Any]:
    """What a guide writes of a CSL-JSON item: entry, citations in the text, notes, and gaps; `kind` is one of
    ours or of the house's own. Raises `GuideUnknown`, `HouseRuleInvalid` or `FieldsInvalid`."""
    from .composing import composed

    policy = Policy(load_guide(guide), _house(house))
    own = next((own for own in policy.house.kinds if own.id == kind), None)
    work = work_of(fields, own.like if own is not None else kind or None)
    return composed(work, policy, locator, own.id if own is not None else "")


def guide_shelf(
    guide: str, house: str | Mapping[str, object] | None = None
) -> list[dict[str, Any]]:
    """Every kind of source of a guide, with what the house changes and its worked example. Raises
    `GuideUnknown` or `HouseRuleInvalid`."""
    from .composing import shelf

    return shelf(Policy(load_guide(guide), _house(house)))


def try_kind(guide: str, kind: Mapping[str, object]) -> dict[str, Any]:
    """A source kind of the house's own as its shelf would have it: the guide's forms of its worked example, to
    be seen before it is saved. Raises `GuideUnknown` or `HouseRuleInvalid`."""
    return guide_shelf(guide, {"kind": [dict(kind)]})[0]


def read_works(text: str, format: str) -> list[dict[str, Any]]:
    """Works of a text in `csl`, `bibtex` or `ris`, as CSL-JSON items. Raises `FieldsInvalid`."""
    return [csl_of(w) for w in works_from(text, format)]


def write_works(items: list[dict[str, Any]], format: str) -> str:
    """CSL-JSON items as `csl`, `bibtex` or `ris`. Raises `FieldsInvalid`."""
    return works_to([work_of(i) for i in items], format)


def _hands(hands: Mapping[str, Mapping[str, Any]]) -> dict[str, Hand]:
    return {
        key: Hand(
            str(hand.get("kind") or ""),
            tuple((str(n), int(a), int(b)) for n, a, b in hand.get("borders") or ()),
        )
        for key, hand in hands.items()
    }


@cache
def build_id() -> str:
    """The version, and a digest of the core's own files: another build may report otherwise."""
    digest = hashlib.sha256()
    folder = Path(__file__).parent
    for path in sorted(p for p in folder.rglob("*") if p.suffix in (".py", ".toml", ".json")):
        digest.update(path.relative_to(folder).as_posix().encode() + b"\0" + path.read_bytes())
    return f"{__version__}+{digest.hexdigest()[:10]}"


def analyse_paper(data: bytes, name: str, guide: str) -> Paper:
    """The analysed paper itself, for tools that look inside."""
    return analyse(read_paper(data, name), Policy(load_guide(guide)))


def _house(house: str | Mapping[str, object] | None) -> House:
    if house is None:
        return House()
    if isinstance(house, str):
        return load_house(house, all_rules())
    return house_from(house, all_rules())


def _given(guide: Guide) -> dict[str, Any]:
    return {"id": guide.id, "chosen": "given", "confidence": 1.0}


def _rules_for(guide: Mapping[str, Any]) -> list[Registered]:
    """All rules; of a paper that follows no guide we know, only what every guide asks.

    A form that is right in another guide must not be called wrong.
    """
    known = guide["confidence"] >= _RECOGNISED
    return [r for r in all_rules().values() if known or r.family in _IN_EVERY_GUIDE]


def explain(rule: str, guide: str | None = None) -> RuleHelp:
    """The help page of a rule. Raises `RuleUnknown`."""
    return rule_help(rule, guide)


def guides() -> list[dict[str, str]]:
    """The guides that ship, for choosing one."""
    return [
        {"id": g.id, "name": g.name, "manual": g.manual, "system": g.system}
        for g in map(load_guide, available_guides())
    ]


def guide_name(identity: str) -> str:
    """What a guide is called; its id, where it is not among ours any more."""
    return load_guide(identity).name if identity in available_guides() else identity


def house_rules(house: str | Mapping[str, object] | None) -> list[str]:
    """House rules in words. Raises `HouseRuleInvalid`."""
    return list(_house(house).sentences())


def house_tables(text: str) -> dict[str, Any]:
    """A house rules file as tables of what it sets. Raises `HouseRuleInvalid` with line and reason."""
    house = load_house(text, all_rules())
    tables: dict[str, Any] = {
        "house": dict(house.options),
        "severity": {rule: str(s) for rule, s in house.severities.items()},
        "points": dict(house.points),
        "remarks": dict(house.remarks),
    }
    if house.kinds:
        tables["kind"] = [kind.table for kind in house.kinds]
    return {name: table for name, table in tables.items() if table}


def house_file(house: Mapping[str, object], title: str = "") -> str:
    """House rules as a commented TOML file, which reads back to the same. Raises `HouseRuleInvalid`."""
    return house_toml(_house(house), title)


def file_of_return(
    form: str, data: bytes, name: str, report: Mapping[str, Any], given: Mapping[str, Any],
    author: str, date: str,
) -> tuple[bytes, str, str]:  # fmt: skip
    """`return_file` of `return_of`, in one call that can be made in a process of its own."""
    return return_file(form, data, name, return_of(report, **given), author=author, date=date)


def source_kinds(house: str | Mapping[str, object] | None = None) -> dict[str, str]:
    """Every kind of source by id, those of the house's own among them, and what it is called. Raises
    `HouseRuleInvalid`."""
    names = {**KIND_NAMES, **_house(house).own_names}
    return {kind: one for kind, (one, _) in names.items()}


def return_of(
    report: Mapping[str, Any],
    *,
    kept: Mapping[str, str] | None = None,
    words: str = "",
    writer: str = "",
    title: str = "",
    without: Collection[str] = (),
) -> Return:
    """What goes back of a report: its kept findings (by key, with the person's own words; None: all of them) as
    remarks, a habit as one. `words` are for the whole, `without` names rounds that are left out."""
    from .returning.gather import Given, gather

    return gather(dict(report), Given(kept, words, frozenset(without)), writer, title)


def return_letter(returned: Return) -> list[dict[str, Any]]:
    """The letter of a return as blocks: kind, label, the key of a remark, and text with italics as `<i>`."""
    from .returning.letter import letter
    from .returning.pages import html_of_block

    return [
        {"kind": b.kind, "label": b.label, "key": b.key, "html": html_of_block(b), "text": b.text}
        for b in letter(returned)
    ]


def return_page(returned: Return) -> str:
    """The student's page: the letter, and the paper's words with their marks, as HTML that stands by itself."""
    from .returning.pages import student_page

    return student_page(returned)


def own_form(name: str) -> str:
    """The form in which a file of this name goes back with its remarks: its own, or a marked page."""
    from .returning.forms import own_form as form_of

    return form_of(name)


def return_file(
    form: str, data: bytes, name: str, returned: Return, *, author: str, date: str
) -> tuple[bytes, str, str]:
    """A return in one of the forms of `RETURN_FORMS`: its bytes, the ending of its name, its kind of content.
    Raises `ReturnImpossible`, `PaperUnreadable`."""
    from .returning.forms import ENDINGS, returned_as

    made = returned_as(form, data, name, returned, author=author, date=date)
    return made, *ENDINGS[form]


def rule_ids() -> list[str]:
    """Ids of every rule there is code for."""
    return list(all_rules())
