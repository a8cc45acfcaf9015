"""From the analysed paper to the report: run the rules, settle overlaps, count, write.

`engine` runs every rule over its subjects, `settle` keeps one finding a slip,
`build` makes the report of the contract, `schema.json` describes it, `written` makes it a text.
"""

from .build import SCHEMA_VERSION, build_report
from .engine import Finding, Outcome, run_rules
from .excerpt import excerpt
from .schema import completed, report_components, report_schema
from .written import written

__all__ = [
    "SCHEMA_VERSION",
    "Finding",
    "Outcome",
    "build_report",
    "completed",
    "excerpt",
    "report_components",
    "report_schema",
    "run_rules",
    "written",
]
