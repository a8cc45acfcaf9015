"""How a guide writes a work: each value in its form, and the whole by the kind's pattern."""

from .casing import case_changes
from .choice import best_pattern, is_meant, patterns_for
from .compose import Composed, Piece, compose
from .markup import html_of, text_of
from .title_words import Vocabulary

__all__ = [
    "Composed",
    "Piece",
    "Vocabulary",
    "best_pattern",
    "case_changes",
    "compose",
    "html_of",
    "is_meant",
    "patterns_for",
    "text_of",
]
