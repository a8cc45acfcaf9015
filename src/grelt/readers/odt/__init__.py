"""Reader for .odt: `styles` resolves formatting, `body` walks the text."""

from .body import is_odt, read_odt

__all__ = ["is_odt", "read_odt"]
