"""Citations in the text: finding them, and reading the words that name the source.

`known` is what the finder may be told beforehand (names and titles to look out for),
`parts` reads the words inside a parenthesis, `signals` finds sources named in a
sentence, `attribution` tells which of them a page belongs to, `finder` finds the
citations of a paper in the author-page system.
"""

from .finder import find_citations
from .known import KnownSources
from .model import Citation, Cue, TitleCue

__all__ = ["Citation", "Cue", "KnownSources", "TitleCue", "find_citations"]
