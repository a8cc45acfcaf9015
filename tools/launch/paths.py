"""Where things are."""

from __future__ import annotations

import hashlib
import os
from collections.abc import Iterable
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
VAR = Path(os.environ.get("GRELT_VAR", ROOT / "var"))
VENV = ROOT / ".venv"
PYTHON = VENV / "bin" / "python"
WEB = ROOT / "web"
DIST = WEB / "dist"
STAMPS = VAR / "stamps"


def digest(paths: Iterable[Path]) -> str:
    """A hash of files: of their names and contents."""
    total = hashlib.sha256()
    for path in sorted(paths):
        if path.is_file():
            total.update(str(path.relative_to(ROOT)).encode())
            total.update(path.read_bytes())
    return total.hexdigest()


def stamped(name: str, value: str) -> bool:
    """Whether a step was finished for exactly these inputs."""
    stamp = STAMPS / name
    return stamp.is_file() and stamp.read_text() == value


def stamp(name: str, value: str) -> None:
    """Note that a step was finished for these inputs."""
    STAMPS.mkdir(parents=True, exist_ok=True)
    (STAMPS / name).write_text(value)
