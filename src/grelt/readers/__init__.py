"""A reader per file format, chosen by what the file holds, not by its name."""

from .open_paper import LIMITS, READABLE, read_paper

__all__ = ["LIMITS", "READABLE", "read_paper"]
