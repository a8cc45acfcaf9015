"""Citation to entry, with a degree and a reason in words.

`index` holds the entries by everything they can be called, `candidates` says which
entries a citation could mean and how well, `match` chooses, in the light of the
sentence and of what a person has joined by hand.
"""

from .index import is_name_of
from .match import Matching, match_citations
from .model import Match, MatchDegree, UnlistedSource
from .unlisted import UnlistedWorks

__all__ = [
    "Match",
    "MatchDegree",
    "Matching",
    "UnlistedSource",
    "UnlistedWorks",
    "is_name_of",
    "match_citations",
]
