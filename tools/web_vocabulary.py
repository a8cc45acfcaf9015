"""Writes the words that the interface shares with the core as a TypeScript module.

Run: `.venv/bin/python tools/web_vocabulary.py` (with `src` on the path, as the tests have it); a test compares.
"""

from __future__ import annotations

import json
from pathlib import Path

from grelt import api

MODULE = Path(__file__).resolve().parents[1] / "web" / "src" / "api" / "vocabulary.ts"
_HEAD = "/* Made from the core by tools/web_vocabulary.py: change it there. */\n"


def module() -> str:
    """The text of the module: a constant for each part."""
    parts = [
        f"export const {name.upper()} = {json.dumps(value, ensure_ascii=False, indent=2)} as const;\n"
        for name, value in api.vocabulary().items()
    ]
    return "\n".join([_HEAD, *parts])


if __name__ == "__main__":
    MODULE.write_text(module(), encoding="utf-8")
