"""Citations: finding them, and reading the words that name the source.

`known` is what the finder may be told beforehand (names and titles to look out for); `parts` and
`dated` read the words inside a parenthesis, `brackets` odd ones; `signals` finds sources named in a
sentence, `attribution`, `adjacent` and `narrative` tell which of them a page or a year belongs to;
`notes` reads notes; `finder` brings them together. `quotations` finds what is quoted, `anatomy`
tells rules where the parts of a citation stand.
"""

from .finder import find_citations
from .known import KnownSources
from .model import Citation, Cue, TitleCue
from .quotations import Quotation, find_quotations

__all__ = [
    "Citation",
    "Cue",
    "KnownSources",
    "Quotation",
    "TitleCue",
    "find_citations",
    "find_quotations",
]
