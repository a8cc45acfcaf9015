"""The door to the core: check a paper, explain a rule, list guides and house rules, compose, send back.

Everything here is pure: bytes, ids and settings in, plain data out. Errors are those of
`grelt.errors`.
"""

from .. import __version__
from ..errors import GreltError, HouseRuleInvalid, PaperUnreadable, ReportsUnreadable
from ..exchange import FieldsInvalid
from ..house_table import house_table
from ..readers import LIMITS, READABLE
from ..records import Records, identifier, read_records, records_text
from ..report import SCHEMA_VERSION, completed, excerpt, report_components
from ..structure import BY_HAND
from ..vocabulary import vocabulary
from ..works import KINDS
from .checking import (
    AUTO,
    CheckInputs,
    FirstLook,
    analyse_paper,
    build_id,
    check,
    check_written,
    first_look,
    ready,
)
from .classes import (
    CLASS_FORMS,
    class_file,
    class_picture,
    handed,
    masked,
    paper_figures,
    term_of,
    writer_of,
)
from .house import (
    explain,
    guide_name,
    guide_shelf,
    guides,
    house_file,
    house_rules,
    house_tables,
    rule_ids,
    rule_label,
    source_kinds,
    try_kind,
)
from .returning import (
    RETURN_FORMS,
    file_of_return,
    own_form,
    return_file,
    return_letter,
    return_of,
    return_page,
    safe_cell,
)
from .sources import compose_list, compose_work, composed_list_file, read_works, write_works

__all__ = [
    "AUTO",
    "BY_HAND",
    "CLASS_FORMS",
    "KINDS",
    "LIMITS",
    "READABLE",
    "RETURN_FORMS",
    "SCHEMA_VERSION",
    "CheckInputs",
    "FieldsInvalid",
    "FirstLook",
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
    "class_file",
    "class_picture",
    "completed",
    "compose_list",
    "compose_work",
    "composed_list_file",
    "excerpt",
    "explain",
    "file_of_return",
    "first_look",
    "guide_name",
    "guide_shelf",
    "guides",
    "handed",
    "house_file",
    "house_rules",
    "house_table",
    "house_tables",
    "identifier",
    "masked",
    "own_form",
    "paper_figures",
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
    "rule_label",
    "safe_cell",
    "source_kinds",
    "term_of",
    "try_kind",
    "vocabulary",
    "write_works",
    "writer_of",
]
