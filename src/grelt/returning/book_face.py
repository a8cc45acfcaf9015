"""The book face of what is printed: four cuts with Latin, Greek and Cyrillic letters, out of a package."""

from __future__ import annotations

from functools import lru_cache
from importlib.resources import as_file, files

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

FACE = "Book"
_CUTS = {"Regular": "", "It": "-Italic", "Bold": "-Bold", "BoldIt": "-BoldItalic"}


@lru_cache(maxsize=1)
def load_faces() -> None:
    """Make `FACE`, and its `-Italic`, `-Bold` and `-BoldItalic`, known."""
    for file, style in _CUTS.items():
        place = files("font_source_serif_pro") / "files" / f"SourceSerifPro-{file}.ttf"
        with as_file(place) as path:
            pdfmetrics.registerFont(TTFont(f"{FACE}{style}", str(path)))
    pdfmetrics.registerFontFamily(
        FACE, FACE, f"{FACE}-Bold", f"{FACE}-Italic", f"{FACE}-BoldItalic"
    )
