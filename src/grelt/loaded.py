"""Imported for what it does: all that a first check would load, read and compile is there for processes forked
from this one."""

import gc

from .api import CheckInputs, check, guides, ready
from .readers import docx, html, odt, pdf

__all__ = ["docx", "html", "odt", "pdf"]

_SHORT = """Iris Vale

Slack Water

The boats came late that year (Fitch 12), as "Tides" has it (Okonjo and Bray 2019, 41).[^1]

[^1]: Anna Fitch, *The Long Canal* (Saltmarsh: Tidemark Press, 2014), 12.

# References

Fitch, Anna. *The Long Canal: A History*. Tidemark Press, 2014.

Okonjo, A., & Bray, T. (2019). Tides and the working day. *Estuary Review*, *12*(3), 203–215. https://doi.org/10.5555/er.12.3
"""

ready()
for guide in guides():
    check(_SHORT.encode(), "short.md", CheckInputs(guide["id"]))
# What is there stays: it need not be looked through, nor copied by the looking.
gc.freeze()
