"""Reader for web pages, as word processors and online editors export them: `styles` resolves the
style sheets, `body` walks the text."""

from .body import read_html

__all__ = ["read_html"]
