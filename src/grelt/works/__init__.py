"""A source as values: its kind and its elements, free of any guide and of any wording."""

from .dates import DateValue, read_date, write_date
from .model import (
    KINDS,
    WITHOUT_PAGES,
    Group,
    Name,
    TextValue,
    Value,
    Work,
    is_names,
)

__all__ = [
    "KINDS",
    "WITHOUT_PAGES",
    "DateValue",
    "Group",
    "Name",
    "TextValue",
    "Value",
    "Work",
    "is_names",
    "read_date",
    "write_date",
]
