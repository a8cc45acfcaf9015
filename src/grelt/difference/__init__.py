"""What stands in an entry against what its guide would make of the same elements, mark by mark."""

from .compare import Checked, check_cut, check_note_cut
from .model import Aligned, Difference

__all__ = ["Aligned", "Checked", "Difference", "check_cut", "check_note_cut"]
