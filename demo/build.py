"""Writes the demo papers as files: `python -m demo.build FOLDER`."""

from __future__ import annotations

import sys
from pathlib import Path

from .chapter import load_chapter
from .essay import COURSES, load_essays
from .write import file_of


def build(folder: Path) -> list[Path]:
    """Write every demo paper into `folder`, a folder a course, and return their paths."""
    written = []
    for course in COURSES:
        place = folder / course
        place.mkdir(parents=True, exist_ok=True)
        essays = load_essays([course])
        if course == "canals-and-carriers":
            essays.append(load_chapter())
        for essay in essays:
            name, data = file_of(essay)
            path = place / name
            path.write_bytes(data)
            written.append(path)
    return written


if __name__ == "__main__":
    for path in build(Path(sys.argv[1] if len(sys.argv) > 1 else "var/demo-papers")):
        print(path)
