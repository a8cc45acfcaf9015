"""Cutting an entry into its elements and telling its kind, by the descriptions of the guides."""

from .cut import Cut, CutElement, cut_entry, cut_reference
from .hand import Hand
from .own import own_cut, told_borders
from .written import Written, written_entry

__all__ = [
    "Cut",
    "CutElement",
    "Hand",
    "Written",
    "cut_entry",
    "cut_reference",
    "own_cut",
    "told_borders",
    "written_entry",
]
