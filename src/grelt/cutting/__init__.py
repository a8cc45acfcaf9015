"""Cutting an entry into its elements and telling its kind, by the descriptions of the guides."""

from .cut import Cut, CutElement, cut_entry, cut_reference
from .hand import Hand
from .written import Written, written_entry

__all__ = ["Cut", "CutElement", "Hand", "Written", "cut_entry", "cut_reference", "written_entry"]
