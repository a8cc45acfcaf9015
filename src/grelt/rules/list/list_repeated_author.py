"""Several works by one author are not shown in the guide's way.

From the second work on three hyphens (or dashes) and a period stand for the name, so that
one sees at once that the works belong together.
"""

from ...entries import OpeningKind
from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...text.folding import letters
from ...text.spans import Span
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    settings = paper.policy.guide.list
    entry = paper.entries[number]
    opening = entry.opening
    marks = settings.repeated_author == "three marks"
    either = settings.repeated_author == "either"
    place = entry.place(opening.span)
    if opening.kind is OpeningKind.REPEAT:
        if number == 0:
            return (Slip(template="first", place=place, entry=number),)
        if not marks and not either:
            # Of an author that ends in a period one is enough.
            closed = entry.author.text.endswith(".") and entry.text[opening.span.end :][:1] == "."
            return (
                Slip(
                    template="in_full",
                    holes=(("author", entry.author.text.rstrip(".")),),
                    place=entry.place(Span(opening.span.start, opening.span.end + closed)),
                    expected=entry.author.text,
                    entry=number,
                ),
            )
        if opening.text in settings.repeated_author_forms:
            return RIGHT
        return (
            Slip(
                template="marks",
                holes=(("found", opening.text),),
                place=place,
                expected=settings.repeated_author_forms[0],
                entry=number,
                fixable=True,
            ),
        )
    previous = paper.entries[number - 1].author if number else None
    same = (
        previous is not None
        and opening.kind in (OpeningKind.PERSON, OpeningKind.ORGANISATION)
        and previous.kind is opening.kind
        and letters(previous.text) == letters(opening.text)
    )
    if not same or not marks:
        return NOT_MINE
    after = entry.text[opening.span.end : opening.span.end + 1]
    span = Span(opening.span.start, opening.span.end + (1 if after == "." else 0))
    place = entry.place(span)
    return (
        Slip(
            template="name",
            holes=(("author", opening.text),),
            place=Place(place.paragraph, place.span),
            expected=settings.repeated_author_forms[0] + ".",
            entry=number,
            fixable=True,
        ),
    )


RULE = Rule(
    id="list-repeated-author",
    subject=Subject.ENTRY,
    label="same author again",
    mark="---",
    messages={
        "name": "{author} is named in the entry above; here three hyphens and a period take the "
        "name’s place.",
        "marks": "“{found}” should be three hyphens (or three dashes) and a period.",
        "first": "The first entry cannot repeat an author; there is none above it.",
        "in_full": "The name is given in full each time: {author}.",
    },
    check=check,
)
