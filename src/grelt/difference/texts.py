"""One element as written against the same element in the guide's form: capitals, dress, wording."""

from __future__ import annotations

import re
from collections.abc import Iterator
from html import escape

from ..cutting import CutElement, Written
from ..forms import Piece, Vocabulary, case_changes
from ..forms.markup import dressed
from ..guides.kinds import Kinds, TextForm
from ..text.spans import Span
from ..words import words
from ..works import TextValue
from .model import Difference, alike

TEXTS = frozenset(
    """title container reviewed series publisher place institution event database medium section
    number handle""".split()
)
_FORM_RULES = {
    "numbering": "entry-volume-form", "volume": "entry-volume-form", "issue": "entry-volume-form",
    "volumes": "entry-volume-form", "section": "entry-volume-form", "article": "entry-pages-form",
    "date": "entry-date-form", "day": "entry-date-form", "original-date": "entry-date-form",
    "accessed": "entry-access-form", "pages": "entry-pages-form", "locator": "entry-pages-form",
    "edition": "entry-edition-form",
    "doi": "entry-doi-form", "url": "entry-url-form", "publisher": "entry-publisher-form",
    "institution": "entry-publisher-form",
}  # fmt: skip
_SLASH = re.compile(r"(?<=[A-Za-z.])/(?=[A-Za-z])")
_QUOTED_AS = {"“": "”", '"': '"'}


def form_rule(element: str) -> str:
    """The rule that owns the form of an element."""
    return _FORM_RULES.get(element, "entry-edition-form")


def text_differences(
    written: Written,
    cut: CutElement,
    piece: Piece,
    kinds: Kinds,
    vocabulary: Vocabulary,
    *,
    in_quotes: bool,
    strict_dashes: bool = False,
    begins: bool = True,
) -> Iterator[Difference]:
    """Capitals, wording and number forms of one element; its dress is compared apart. `begins` says that a
    sentence begins here as it is written."""
    span = cut.span if in_quotes or piece.element in TEXTS else cut.whole
    if piece.element in TEXTS and piece.element not in ("handle",):
        yield from _words(written, cut, piece, kinds, vocabulary)
        return
    if piece.element == "handle":
        span = cut.whole
    if piece.element in ("date", "day"):
        span = cut.span  # without `Last modified`, or brackets
    said = span.of(written.text)
    same = next((t for t in piece.texts if alike(said, t)), None)
    if same is None and piece.element in ("date", "day"):
        # A double issue stands as the periodical prints it: `Winter/Spring 2010`.
        ranged = _SLASH.sub("–", said)
        same = next((said for t in piece.texts if alike(ranged, t)), None)
    if same is None and said[:1].isupper() == begins and said[:1].isalpha():
        # A capital goes by the mark that stands, be it the right one or not.
        turned = said[0].swapcase() + said[1:]
        same = said if any(alike(turned, t) for t in piece.texts) else None
    if same is not None:
        if strict_dashes and piece.element in ("pages", "locator") and said != same:
            yield Difference(
                form_rule(piece.element), span, same, dressed(piece, same), piece.element,
                template="differs", holes=(("found", said), ("right", same)),
            )  # fmt: skip
        if piece.dress == "number" and written.italics_known:
            yield from _volume_in_italics(written, cut, piece)
        return
    if piece.lacking and not piece.gap:
        missing = piece.lacking[0]
        yield Difference(
            f"entry-missing-{missing}", span, piece.text, dressed(piece, piece.text), piece.element,
            "missing", (("element", missing),),
        )  # fmt: skip
        return
    rule = form_rule(piece.element)
    right = piece.text
    if piece.element == "day":
        # With the year or without, as it stands: it was given behind the author.
        right = min(piece.texts, key=lambda t: abs(len(t) - len(said)))
    if (
        not piece.gap
        and piece.element not in ("numbering", "url")
        and any(said.replace(" ", "") == t.replace(" ", "") for t in piece.texts)
    ):
        rule = "entry-spacing"
    yield Difference(
        rule, span, None if piece.gap else right, dressed(piece, right), piece.element,
        template="unclear" if piece.gap else "differs",
        holes=(("found", said), ("right", right)), confidence=1.0 if not piece.gap else 0.9,
    )  # fmt: skip


def _words(
    written: Written, cut: CutElement, piece: Piece, kinds: Kinds, vocabulary: Vocabulary
) -> Iterator[Difference]:
    said = cut.span.of(written.text)
    slot = piece.slot
    form = (
        kinds.texts.get(slot.form or slot.element, TextForm()) if slot is not None else TextForm()
    )
    if form.wrap != "{}":
        said = cut.whole.of(written.text)
    if alike(said, piece.text) and form.case not in ("headline", "sentence"):
        return
    if _stands_for_title(cut, piece, kinds):
        return
    if form.case in ("headline", "sentence") and isinstance(cut.value, TextValue):
        changes = case_changes(
            cut.span.of(written.text), form.case, vocabulary, headline_from=kinds.headline_from,
            apart=cut.value.apart, english=False if cut.value.foreign else None,
        )  # fmt: skip
        if not changes:
            return
        first, last = changes[0].span, changes[-1].span
        own = cut.span.of(written.text)
        better = own
        for change in reversed(changes):
            better = better[: change.span.start] + change.text + better[change.span.end :]
        span = Span(cut.span.start + first.start, cut.span.start + last.end)
        stretch = better[first.start : len(better) - (len(own) - last.end)]
        rule = (
            "entry-title-case" if piece.element in ("title", "reviewed") else "entry-container-case"
        )
        sure = max(c.confidence for c in changes)
        bare = escape(stretch, quote=False)
        markup = f"<i>{bare}</i>" if piece.dress == "italics" else bare
        yield Difference(
            rule, span, stretch, markup, piece.element, template=form.case,
            holes=(("found", span.of(written.text)), ("right", stretch)), confidence=sure,
        )  # fmt: skip
        return
    if alike(said, piece.text):
        return
    span = cut.whole if form.wrap != "{}" else cut.span
    if said.casefold() == piece.text.casefold():
        return
    rule = form_rule(piece.element)
    if piece.element in ("publisher", "institution") and not said.startswith(piece.text):
        rule = "entry-abbreviation"
    yield Difference(
        rule, span, piece.text, dressed(piece, piece.text), piece.element,
        holes=(("found", said), ("right", piece.text)),
    )  # fmt: skip


def _volume_in_italics(written: Written, cut: CutElement, piece: Piece) -> Iterator[Difference]:
    """Where the volume is in italics and the issue is not."""
    shares = {name: written.share_in_italics(span) for name, span in cut.parts}
    volume_wrong = shares.get("volume", 1.0) < 0.5
    issue_wrong = shares.get("issue", 0.0) > 0.5
    if not volume_wrong and not issue_wrong:
        return
    said = cut.whole.of(written.text)
    yield Difference(
        "entry-volume-italic", cut.whole, said, dressed(piece, said), piece.element,
        template="volume" if volume_wrong else "issue", holes=(("found", said),),
    )  # fmt: skip


def _stands_for_title(cut: CutElement, piece: Piece, kinds: Kinds) -> bool:
    """Whether plain words stand in a title's place and describe the work. Where titles have small letters
    anyhow only the words for parts of books are told."""
    if cut.dress != "plain" or piece.element != "title" or not isinstance(cut.value, TextValue):
        return False
    said = cut.value.text
    if said.casefold().strip(". ") in words("descriptions.nouns", "parts"):
        return True
    return kinds.texts["part"].case == "headline" and _is_description(said)


def _is_description(said: str) -> bool:
    """Words in the place of a title that say what it is (`Introduction`, `Photograph of a lamp on a quay`):
    they begin with a noun for it, and have small letters but for names and their first."""
    first, _, rest = said.partition(" ")
    nouns = words("descriptions.nouns", "parts", "words")
    second = rest.partition(" ")[0].strip(".,")
    named = first.casefold().strip(".,") in nouns or (
        second.casefold() in nouns and second.islower()
    )
    return named and all(w.islower() for w in rest.split()[:1])


def dress_difference(
    written: Written,
    cut: CutElement,
    piece: Piece,
    kinds: Kinds,
    before: str,
    after: str,
    *,
    text: str,
) -> Difference | None:
    """Quotation marks and italics of a text element.

    `before` and `after` are the marks that stand around it where its dress is right; `text` is its
    own text put right.
    """
    wanted = piece.dress
    if _stands_for_title(cut, piece, kinds):
        return None
    if piece.element == "reviewed" and cut.dress == "quotes":
        return None  # a part may be reviewed as well as a whole
    if wanted == "either" or piece.element not in TEXTS | {"reviewed"}:
        return None
    italic = written.share_in_italics(cut.span) >= 0.5
    if cut.dress == "italics" and isinstance(cut.value, TextValue) and cut.value.apart:
        italic = True  # but for the titles within it
    quoted = cut.dress == "quotes"
    close = re.match(r"\S*", after)
    closers = close.group() if close else ""
    opening = before[-1:] if wanted == "quotes" else ""
    markup = dressed(piece, text)
    holes = (("found", cut.span.of(written.text)),)
    rule_italic = (
        "entry-container-italic"
        if piece.element in ("container", "database")
        else "entry-title-italic"
    )
    if wanted == "quotes":
        if quoted:
            mark = written.text[cut.whole.start]
            if mark in _QUOTED_AS:
                return None
            span = _with_closers(written, cut)
            return Difference(
                "entry-title-quotes",
                span,
                f"{opening}{text}{closers}",
                f"{opening}{markup}{closers}",
                piece.element,
                "kind",
                holes,
            )
        span = _with_closers(written, cut)
        if italic and written.italics_known:
            return Difference(
                rule_italic,
                span,
                f"{opening}{text}{closers}",
                f"{opening}{markup}{closers}",
                piece.element,
                "part",
                holes,
            )
        return Difference(
            "entry-title-quotes",
            span,
            f"{opening}{text}{closers}",
            f"{opening}{markup}{closers}",
            piece.element,
            "missing",
            holes,
        )
    if quoted and wanted == "italics" and written.share_in_italics(cut.whole) == 1:
        return None  # `*“Slack Water, My Love!”*`: the marks are the title's own
    if quoted:
        span = _with_closers(written, cut)
        bare = "".join(c for c in closers if c not in '”"’')
        rule = rule_italic if wanted == "italics" else "entry-title-quotes"
        return Difference(
            rule,
            span,
            f"{text}{bare}",
            f"{markup}{bare}",
            piece.element,
            "whole" if wanted == "italics" else "extra",
            holes,
        )
    if not written.italics_known:
        return None
    if wanted == "italics" and not italic and not _subtitled(written, cut.span):
        return Difference(rule_italic, cut.span, text, markup, piece.element, "whole", holes)
    if wanted == "italics" and _subtitled(written, cut.span):
        return Difference(rule_italic, cut.span, text, markup, piece.element, "subtitle", holes)
    if (
        wanted == "plain"
        and italic
        and not (cut.dress == "plain" and isinstance(cut.value, TextValue) and cut.value.apart)
        and piece.element in ("title", "container", "publisher", "database")
    ):
        return Difference(rule_italic, cut.span, text, markup, piece.element, "plain", holes)
    return None


def _subtitled(written: Written, span: Span) -> bool:
    """Whether the italics of a title end with its first colon."""
    colon = written.text.find(":", span.start, span.end)
    return (
        colon > 0
        and written.share_in_italics(Span(span.start, colon)) == 1
        and written.share_in_italics(Span(colon, span.end)) == 0
    )


def _with_closers(written: Written, cut: CutElement) -> Span:
    """The element with the marks that close it."""
    close = re.match(r"[^\s\w(\[]*", written.text[cut.whole.end :])
    return Span(cut.whole.start, cut.whole.end + (len(close.group()) if close else 0))
