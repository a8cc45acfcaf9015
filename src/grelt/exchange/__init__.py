"""Works in and out of open formats: CSL-JSON, BibTeX and RIS."""

from .csl import csl_of, work_of

__all__ = ["csl_of", "work_of"]
