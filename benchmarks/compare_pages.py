"""Pages by our estimate against a word processor's own layout, for every demo paper that has pages.

Needs LibreOffice (`soffice`) and Poppler (`pdfinfo`). Run: `.venv/bin/python benchmarks/compare_pages.py`.
Each paper is also set in other faces, to see that the estimate is not fitted to one.
"""

from __future__ import annotations

import re
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from dataclasses import replace
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from demo.chapter import load_chapter  # noqa: E402
from demo.essay import COURSES, Essay, load_essays  # noqa: E402
from demo.write import file_of  # noqa: E402
from grelt.document import Document, Run  # noqa: E402
from grelt.readers import read_paper  # noqa: E402
from grelt.structure import paginate, prepared  # noqa: E402

FACES = (("Calibri", 11.0), ("Arial", 11.0), ("Georgia", 12.0))


def papers() -> Iterator[tuple[str, Essay]]:
    for essay in [*load_essays(COURSES), load_chapter()]:
        if essay.format in ("docx", "odt"):
            yield f"{essay.name} ({essay.face})", essay
    for face, size in FACES:
        for essay in load_essays(COURSES)[::3]:
            yield f"{essay.name} ({face} {size:g})", in_face(essay, face, size)


def in_face(essay: Essay, face: str, size: float) -> Essay:
    def run(one: Run) -> Run:
        return replace(one, format=replace(one.format, face=face, size=size))

    paragraphs = tuple(
        replace(p, runs=tuple(run(r) for r in p.runs)) for p in essay.document.paragraphs
    )
    document = replace(essay.document, paragraphs=paragraphs)
    return replace(essay, document=document, face=face, hand="direct", format="docx")


def pages_of_word_processor(path: Path) -> int:
    command = ["soffice", "--headless", "--convert-to", "pdf", "--outdir", str(path.parent)]
    subprocess.run([*command, str(path)], check=True, capture_output=True, timeout=180)
    said = subprocess.run(
        ["pdfinfo", str(path.with_suffix(".pdf"))], check=True, capture_output=True, text=True
    ).stdout
    found = re.search(r"^Pages:\s+(\d+)", said, re.M)
    assert found is not None
    return int(found.group(1))


def estimate(data: bytes, name: str) -> int:
    document: Document = prepared(read_paper(data, name))
    return paginate(document).count


def main() -> None:
    equal = near = total = 0
    with tempfile.TemporaryDirectory() as folder:
        for number, (title, essay) in enumerate(papers()):
            name, data = file_of(essay)
            path = Path(folder) / f"{number}-{name}"
            path.write_bytes(data)
            ours, theirs = estimate(data, name), pages_of_word_processor(path)
            equal += ours == theirs
            near += abs(ours - theirs) <= max(1, theirs / 10)
            total += 1
            mark = "" if ours == theirs else "  <-"
            print(f"{title:<52} estimate {ours:>3}  laid out {theirs:>3}{mark}", flush=True)
    print(f"equal {equal} of {total}; within one page in ten {near} of {total}")


if __name__ == "__main__":
    main()
