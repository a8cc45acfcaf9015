"""Reader for .odt: `styles` resolves formatting, `body` walks the text."""

from .body import read_odt

__all__ = ["read_odt"]
