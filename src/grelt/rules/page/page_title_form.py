"""The paper’s title is not set as the guide has it.

The title stands in the middle, in the dress of the guide and in no other: it is nobody’s quotation and no
book’s name.
"""

from ...document import Paragraph
from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...structure import Role
from ..base import Rule
from ..laid_out import kept_whole

_QUOTES = ("“", '"', "«")


def check(paper: Paper, number: int) -> Verdict:
    front = paper.structure.front
    titles = paper.structure.indexes(Role.TITLE)
    if front is None or not titles:
        return NOT_MINE
    print_wanted = paper.policy.guide.page.title_print
    for index in titles:
        template = _wrong(paper, paper.paragraph(index), print_wanted)
        if template is not None:
            return (Slip(template=template, place=paper.whole_paragraph(index)),)
    return RIGHT


def _wrong(paper: Paper, paragraph: Paragraph, wanted: str) -> str | None:
    """Which message says what is wrong with a title; None where nothing is."""
    layout, text = paragraph.format, paragraph.text.strip()
    runs = list(paragraph.inked_runs())
    if layout.alignment is not None and layout.alignment != "center" and kept_whole(paper):
        return "place"
    if (
        text.startswith(_QUOTES)
        and text[-1:] in '”"»'
        and not any(q in text[1:-1] for q in '“”"«»')
    ):
        return "quotes"
    if text.endswith(".") and not text.endswith("..."):
        return "period"
    if all(r.format.underline for r in runs) and runs:
        return "underline"
    if runs and (all(r.format.capitals for r in runs) or (text.isupper() and len(text) > 12)):
        return "capitals"
    bold = [r.format.bold for r in runs if r.format.bold is not None]
    if wanted == "plain" and bold and all(bold):
        return "bold"
    if wanted == "plain" and runs and all(r.format.italic for r in runs):
        return "italic"
    if wanted == "bold" and bold and not any(bold):
        return "not_bold"
    sizes = {r.format.size for r in runs if r.format.size is not None}
    usual = paper.structure.body_size
    if wanted != "either" and usual is not None and sizes and min(sizes) > usual + 1.0:
        return "size"
    return None


RULE = Rule(
    id="page-title-form",
    subject=Subject.PAPER,
    label="form of the title",
    mark="title",
    messages={
        "place": "The title does not stand in the middle of its line.",
        "quotes": "The title stands in quotation marks; the paper’s own title has none.",
        "period": "The title ends with a period; it should end without one.",
        "underline": "The title is underlined; it should not be.",
        "capitals": "The title is in capitals throughout; only its chief words have one.",
        "bold": "The title is in bold; the guide has it in plain print.",
        "italic": "The title is in italics throughout; the guide has it in plain print.",
        "not_bold": "The title is not in bold; the guide has it bold.",
        "size": "The title is in larger type than the text; the guide has it in the same.",
    },
    check=check,
)
