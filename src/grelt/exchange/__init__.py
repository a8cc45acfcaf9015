"""Works in and out of open formats: CSL-JSON, BibTeX and RIS."""

from .csl import FieldsInvalid, csl_of, work_of
from .files import FORMATS, works_from, works_to

__all__ = ["FORMATS", "FieldsInvalid", "csl_of", "work_of", "works_from", "works_to"]
