"""Reader for PDFs that hold text: `lines` puts characters together to lines, `furniture` tells
running heads and notes from the text, `body` makes paragraphs of lines."""

from .body import read_pdf

__all__ = ["read_pdf"]
