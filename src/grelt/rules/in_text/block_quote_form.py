"""A long quotation run in, a short one set off, or one that is set off and in quotation marks besides.

A block stands apart so that a long quotation is seen as one; the indent says what quotation marks
say elsewhere.
"""

from ...citations import Quotation
from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...structure import Detail, Role
from ...text.quotes import quoted
from ...text.spans import Span
from ..base import Rule

_SLACK = 4


def check(paper: Paper, number: int) -> Verdict:
    mine = [q for q in paper.quotations if q.paragraph == number]
    settings = paper.policy.guide.citation
    if paper.structure.roles[number] is Role.BLOCK_QUOTE:
        if not mine or paper.structure.details[number] is not Detail.NONE:
            return NOT_MINE  # verse is measured by its lines
        return _block(paper, mine[0], settings.block_least_words)
    if not mine:
        return NOT_MINE
    long = [q for q in mine if q.words >= settings.block_from_words + _SLACK * (q.words > 60)]
    if not long:
        return RIGHT
    return tuple(
        Slip(
            template="long",
            holes=(("words", str(q.words)),),
            place=Place(number, q.span),
            paragraph=number,
            confidence=0.9,
        )
        for q in long
    )


def _block(paper: Paper, quotation: Quotation, least: int) -> Verdict:
    number = quotation.paragraph
    text = paper.paragraph(number).text
    lead = len(text) - len(text.lstrip())
    around = next((s for s in quoted(text) if s.start == lead), None)
    rest = text[around.end :] if around is not None else "x"
    if around is not None and (not rest.strip(" .") or rest.lstrip().startswith("(")):
        return (
            Slip(
                template="marks",
                place=Place(number, around),
                expected=Span(around.start + 1, around.end - 1).of(text),
                paragraph=number,
                confidence=0.9,
                fixable=True,
            ),
        )
    if paper.document.format == "pdf":
        return RIGHT  # where a line was broken by hand, as in verse, is not told
    alone = not any(
        0 <= n < len(paper.structure.roles) and paper.structure.roles[n] is Role.BLOCK_QUOTE
        for n in (number - 1, number + 1)
    )
    words = _words_quoted(paper, quotation)
    if alone and words < least - _SLACK and "\n" not in text.strip():
        return (
            Slip(
                template="short",
                holes=(("words", str(words)),),
                place=paper.whole_paragraph(number),
                paragraph=number,
                confidence=0.8,
            ),
        )
    return RIGHT


def _words_quoted(paper: Paper, quotation: Quotation) -> int:
    """Words of a block without its citation."""
    text = paper.paragraph(quotation.paragraph).text
    cited = sum(
        len(paper.citations[i].text.split())
        for i in paper.citations_in.get(quotation.paragraph, ())
        if paper.citations[i].form == "parenthetical"
    )
    return len(text.split()) - cited


RULE = Rule(
    id="block-quote-form",
    subject=Subject.PARAGRAPH,
    label="form of a quotation by its length",
    mark="block",
    messages={
        "long": "The quotation has {words} words; one so long is set off as a block.",
        "short": "The quotation has {words} words; one so short stands in the text.",
        "marks": "A quotation set off as a block has no quotation marks round it.",
    },
    check=check,
)
