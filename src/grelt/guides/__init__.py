"""Guides as data, house rules laid over them, and the policy a check runs under.

A guide is a folder with a `guide.toml`; adding a guide is adding a folder. No code
outside this package may name a guide.
"""

from .house import House, load_house
from .loader import available_guides, load_guide
from .model import Guide
from .option import Option
from .options import OPTIONS
from .policy import Policy

__all__ = [
    "OPTIONS",
    "Guide",
    "House",
    "Option",
    "Policy",
    "available_guides",
    "load_guide",
    "load_house",
]
