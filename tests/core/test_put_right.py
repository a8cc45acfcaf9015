"""Entries as students write them, and what they become: pairs of lines, read with care once.

`python -m tests.core.test_put_right write` writes the second lines anew after a change; each line of
the difference wants reading by somebody who knows the guide.
"""

from __future__ import annotations

import sys
import unittest
from collections.abc import Iterator
from pathlib import Path

from tests.core.test_entries_checked import paper_of

_FOLDER = Path(__file__).parent / "put_right"


def pairs(path: Path) -> Iterator[tuple[str, str]]:
    """The entries of a guide, each with what it becomes, italics between asterisks."""
    for block in path.read_text(encoding="utf-8").strip().split("\n\n"):
        written, right = block.split("\n")
        yield written, right


def put_right(entry: str, guide: str) -> str:
    markup = paper_of(entry, guide=guide).references.of(0).checked.markup
    return markup.replace("<i>", "*").replace("</i>", "*").replace("&amp;", "&")


class PutRight(unittest.TestCase):
    def test_entries_become_what_was_agreed(self) -> None:
        for path in sorted(_FOLDER.glob("*.txt")):
            for written, right in pairs(path):
                with self.subTest(guide=path.stem, written=written):
                    self.assertEqual(put_right(written, path.stem), right)

    def test_what_is_put_right_stays_so(self) -> None:
        for path in sorted(_FOLDER.glob("*.txt")):
            for _, right in pairs(path):
                if "[" not in right:
                    with self.subTest(guide=path.stem, right=right):
                        self.assertEqual(put_right(right, path.stem), right)


if __name__ == "__main__" and sys.argv[1:] == ["write"]:
    for file in sorted(_FOLDER.glob("*.txt")):
        blocks = [f"{written}\n{put_right(written, file.stem)}" for written, _ in pairs(file)]
        file.write_text("\n\n".join(blocks) + "\n", encoding="utf-8")
