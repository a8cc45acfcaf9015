"""CPU time of a check by length: a 10-page essay, and papers made of it by repetition.

Run: `.venv/bin/python benchmarks/check_time.py` (with `src` and the project's folder on the path, as
`bin/grelt manage shell` has them, or from the project's folder as it is).
"""

from __future__ import annotations

import sys
import time
from dataclasses import replace
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from demo.essay import load_essays  # noqa: E402
from demo.write_docx import write_docx  # noqa: E402
from grelt import api  # noqa: E402
from grelt.document import Document, Paragraph  # noqa: E402
from grelt.document.fragment import parse_fragment  # noqa: E402


def long_paper(pages: int, entries: int, writer: str = "") -> bytes:
    """A paper of about so many pages whose list has so many different entries; by another writer, if named."""
    essays = load_essays()
    base = essays[6].document.paragraphs
    if writer:
        base = (*parse_fragment(f"@ {writer}", "Times New Roman").paragraphs, *base[1:])
    heading = next(i for i, p in enumerate(base) if p.format.page_break_before)
    front, body, listed = base[:5], base[5:heading], base[heading + 1 :]
    text: list[Paragraph] = list(front)
    while len(text) < pages * len(body) / 6.7:
        text.append(body[len(text) % len(body)])
    text.append(base[heading])
    text += [_renamed(listed[n % len(listed)], n // len(listed)) for n in range(entries)]
    paragraphs = tuple(replace(p, index=i) for i, p in enumerate(text))
    return write_docx(
        Document("fragment", paragraphs),
        running_head="Brandt ",
        hand="direct",
        face="Times New Roman",
    )


def _renamed(entry: Paragraph, turn: int) -> Paragraph:
    """The same entry under another surname of the same length, from the second turn on."""
    if turn == 0 or not entry.text[:1].isalpha():
        return entry
    letters = "abcdefghijklmnopqrstuvwxyz"
    shift = "".join(letters[(turn + i * 7) % 26] for i in range(3))
    return replace(entry, text=entry.text[:1] + shift + entry.text[4:])


def main() -> None:
    for pages, entries in ((10, 20), (50, 80), (100, 160), (300, 500)):
        data = long_paper(pages, entries)
        best = float("inf")
        for _ in range(3):
            began = time.process_time()
            report = api.check(data, "paper.docx", api.CheckInputs("mla-9"))
            best = min(best, time.process_time() - began)
        tally = report["tally"]
        print(
            f"{tally['pages']:>4} pages {tally['citations']:>5} citations "
            f"{tally['entries']:>4} entries: {best:.2f} s of CPU"
        )


if __name__ == "__main__":
    main()
