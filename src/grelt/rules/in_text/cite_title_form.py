"""A title in a citation in the wrong dress, or much longer than a short title.

A part of a work stands in quotation marks and a whole in italics, as in the list; a short title is
quick to read and begins with the word that the list is ordered by.
"""

from ...entries import Entry, OpeningKind
from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...matching import MatchDegree
from ...paper import Paper
from ...text.folding import without_article, words
from ..base import Rule

# So many words more than a short title has are too many.
_MORE = 4


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    match = paper.matches[number]
    if citation.form != "parenthetical" or match.degree is not MatchDegree.EXACT:
        return NOT_MINE
    if len(match.entries) != 1 or match.carried or not paper.policy.guide.citation.title_dress:
        return NOT_MINE
    entry = paper.entries[match.entries[0]]
    title = entry.title
    cited = citation.title
    if title is None or (cited is None and entry.author.kind is not OpeningKind.TITLE):
        return NOT_MINE
    span = cited.span if cited is not None else citation.source_span
    text = paper.paragraph(citation.paragraph).text
    said = span.of(text)
    if not _italics_are_known(paper, citation.paragraph):
        return NOT_MINE
    if not set(words(said)) & set(entry.title_words):
        return NOT_MINE
    dress = cited.dress if cited is not None else "plain"
    wanted = "italics" if title.dress == "italics" else "quotes"
    if dress == title.dress == "plain" and not _is_dressed(paper, match.entries[0]):
        return RIGHT
    if dress != wanted:
        bare = said.strip('“”"').rstrip(",.")
        return (
            Slip(
                template=wanted,
                place=Place(citation.paragraph, span),
                expected=f"“{bare}”" if wanted == "quotes" else None,
                citation=number,
                confidence=0.9 if title.dress != "plain" or dress == "italics" else 0.7,
                fixable=wanted == "quotes",
            ),
        )
    if _too_long(entry, said, paper.policy.guide.citation.title_short_words + _MORE):
        return (
            Slip(
                template="long",
                place=Place(citation.paragraph, span),
                citation=number,
                confidence=0.7,
                doubt="the guide leaves the length to the writer",
            ),
        )
    return RIGHT


def _is_dressed(paper: Paper, entry: int) -> bool:
    """Whether the guide dresses the title of this kind at all: a letter has a description, no title."""
    reference = paper.references.of(entry)
    titles = [a.dress for a in reference.checked.aligned if a.element == "title"]
    return bool(titles and titles[0] != "plain")


def _italics_are_known(paper: Paper, paragraph: int) -> bool:
    return any(r.format.italic is not None for r in paper.paragraph(paragraph).runs)


def _too_long(entry: Entry, said: str, most: int) -> bool:
    cited = without_article(words(said))
    return len(cited) >= most and cited == without_article(entry.title_words)


RULE = Rule(
    id="cite-title-form",
    subject=Subject.CITATION,
    label="dress of a title in a citation",
    mark="title",
    messages={
        "quotes": "The title of a part of a work stands in quotation marks.",
        "italics": "The title of a whole work stands in italics.",
        "long": "A short title is enough here: the first words, as far as they tell it from others.",
    },
    check=check,
    outranks=("cite-conjunction",),
)
