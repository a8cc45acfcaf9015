"""A reader per file format, chosen by what the file holds, not by its name."""

from .limits import LIMITS
from .open_paper import READABLE, read_paper

__all__ = ["LIMITS", "READABLE", "read_paper"]
