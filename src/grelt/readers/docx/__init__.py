"""Reader for .docx: `package` opens the file safely, `styles` resolves formatting,
`body` walks the text."""

from .body import read_docx

__all__ = ["read_docx"]
