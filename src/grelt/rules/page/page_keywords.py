"""The key words under an abstract are missing, or their label is not as the guide has it.

A paper is found by them; the label tells them from the abstract's last line.
"""

from ...document import Paragraph
from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...structure import Detail
from ...text.spans import Span
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    label, asked = paper.policy.guide.page.keywords, paper.policy.house.value("keywords")
    details = paper.structure.details
    found = next((i for i, detail in enumerate(details) if detail is Detail.KEYWORDS), None)
    if found is None:
        abstract = next((i for i, d in enumerate(details) if d is Detail.ABSTRACT), None)
        if asked != "require" or abstract is None:
            return NOT_MINE
        return (Slip(template="missing", place=paper.whole_paragraph(abstract)),)
    if not label:
        return NOT_MINE if asked == "guide" else RIGHT
    paragraph = paper.paragraph(found)
    start = len(paragraph.text) - len(paragraph.text.lstrip())
    end = paragraph.text.find(":", start) + 1 or start + len(label)
    written = Span(start, end)
    if written.of(paragraph.text) != label:
        place = Place(found, written)
        return (
            Slip(
                template="label",
                holes=(("label", label),),
                place=place,
                expected=label,
                fixable=True,
            ),
        )
    if _italic(paragraph, Span(start, end - 1)) is False:
        return (Slip(template="print", holes=(("label", label),), place=Place(found, written)),)
    return RIGHT


def _italic(paragraph: Paragraph, span: Span) -> bool | None:
    """Whether a stretch is in italics; None where the file does not tell of any run."""
    if all(r.format.italic is None for r in paragraph.runs):
        return None
    return any(i.start <= span.start and span.end <= i.end for i in paragraph.italics)


RULE = Rule(
    id="page-keywords",
    subject=Subject.PAPER,
    label="key words",
    mark="key words",
    messages={
        "missing": "No key words follow the abstract; the assignment asks for them.",
        "label": "Before the key words stands “{label}”.",
        "print": "“{label}” stands in italics.",
    },
    check=check,
    house=("keywords",),
)
