"""A class of papers: what everybody slips on, who needs help, who can be read now."""

from .figures import paper_figures
from .picture import Handed, class_picture
from .term import term_of

__all__ = ["Handed", "class_picture", "paper_figures", "term_of"]
