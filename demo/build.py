"""Writes the demo papers as files: `python -m demo.build FOLDER`."""

from __future__ import annotations

import sys
from pathlib import Path

from .essay import load_essays
from .write_docx import write_docx


def build(folder: Path) -> list[Path]:
    """Write every demo paper into `folder` and return their paths."""
    folder.mkdir(parents=True, exist_ok=True)
    written = []
    for essay in load_essays():
        path = folder / f"{essay.name}.docx"
        path.write_bytes(
            write_docx(essay.document, surname=essay.surname, hand=essay.hand, face=essay.face)
        )
        written.append(path)
    return written


if __name__ == "__main__":
    for path in build(Path(sys.argv[1] if len(sys.argv) > 1 else "var/demo-papers")):
        print(path)
