"""What each format tells of a paper: truly, not at all, or wrongly.

Two demo papers (one with slips of layout, one with notes) are written in every format, by Grelt's
own writers and, from the .docx, by LibreOffice; each is read back and compared with what was
written, letter by letter for the dress, paragraph by paragraph for the layout.

Run: `.venv/bin/python benchmarks/format_properties.py`; `soffice` is used where it is installed.
Prints a table in Markdown: told truly / unknown / wrong, in per cent, and the time to read against
the time that the package underneath takes to give the bare text.
"""

from __future__ import annotations

import io
import shutil
import subprocess
import sys
import tempfile
import time
from collections import Counter, defaultdict
from collections.abc import Callable, Iterator
from functools import partial
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

import docx  # noqa: E402
import lxml.html  # noqa: E402
import odf.opendocument  # noqa: E402
import odf.teletype  # noqa: E402
import odf.text  # noqa: E402
import pypdfium2  # noqa: E402
from markdown_it import MarkdownIt  # noqa: E402

from demo.essay import COURSES, Essay, load_essays  # noqa: E402
from demo.write import file_of  # noqa: E402
from grelt.document import Document, Paragraph  # noqa: E402
from grelt.readers import read_paper  # noqa: E402
from grelt.structure import prepared  # noqa: E402

Table = dict[str, Counter[str]]
WITH_LAYOUT_SLIPS, WITH_NOTES = "6-quist-horns-bells", "1-ingram-first-toll"
CHARACTER = ("face", "size", "bold", "italic", "underline", "colour", "background", "raised")
PARAGRAPH = ("alignment", "left", "first_line", "line_spacing", "space_before", "space_after",
             "page_break_before")  # fmt: skip

# One thing under several names; the last two are what a PDF is really set in for the first.
SAME = {
    "None": "none", "auto": "000000",
    "Times": "Times New Roman", "LiberationSerif": "Times New Roman",
}  # fmt: skip


def files() -> Iterator[tuple[str, Essay, str, bytes]]:
    """Format, paper, file name, bytes."""
    essays = {e.name: e for e in load_essays(COURSES)}
    for name in (WITH_LAYOUT_SLIPS, WITH_NOTES):
        essay = essays[name]
        for ending in ("docx", "odt", "html", "md", "pdf"):
            if ending != "pdf" or not essay.document.notes:
                yield f".{ending}", essay, *file_of(essay, ending)
        if shutil.which("soffice"):
            yield from _exported(essay)


def _exported(essay: Essay) -> Iterator[tuple[str, Essay, str, bytes]]:
    name, data = file_of(essay, "docx")
    with tempfile.TemporaryDirectory() as folder:
        source = Path(folder) / name
        source.write_bytes(data)
        for ending in ("odt", "html", "pdf", "txt:Text (encoded):UTF8"):
            subprocess.run(
                ["soffice", "--headless", "--convert-to", ending, "--outdir", folder, str(source)],
                check=True, capture_output=True, timeout=180,
            )  # fmt: skip
            short = ending.partition(":")[0]
            made = source.with_suffix(f".{short}")
            yield f".{short} exported", essay, made.name, made.read_bytes()


def bare(text: str) -> str:
    return "".join(text.split())


def compare(wrote: Document, read: Document, table: Table) -> None:
    theirs: dict[str, Paragraph] = {}
    for paragraph in read.paragraphs:
        theirs.setdefault(bare(paragraph.text), paragraph)
    for paragraph in wrote.paragraphs:
        if paragraph.is_blank:
            continue
        other = theirs.get(bare(paragraph.text))
        table["text of paragraphs"]["true" if other else "wrong"] += 1
        if other is None:
            continue
        for mine, seen in zip(_inked(paragraph), _inked(other), strict=True):
            for name in CHARACTER:
                table[name][_verdict(getattr(mine, name), getattr(seen, name))] += 1
        if paragraph.note is None:
            _layout(paragraph, other, table)
    _notes(wrote, read, table)


def _inked(paragraph: Paragraph) -> list[object]:
    return [
        run.format
        for run in paragraph.runs
        for letter in run.span.of(paragraph.text)
        if not letter.isspace()
    ]


def _layout(mine: Paragraph, seen: Paragraph, table: Table) -> None:
    for name in PARAGRAPH:
        wrote, read = getattr(mine.format, name), getattr(seen.format, name)
        table[name][_verdict(wrote, read)] += 1


def _notes(wrote: Document, read: Document, table: Table) -> None:
    said = {bare(read.paragraphs[n.paragraphs[0]].text): n for n in read.notes}
    for note in wrote.notes:
        found = said.get(bare(wrote.paragraphs[note.paragraphs[0]].text))
        table["notes"]["true" if found else "wrong"] += 1
        if found is None:
            continue
        place, mine = read.note_places.get(found.id), wrote.note_places[note.id]
        if place is None:
            table["place of markers"]["unknown"] += 1
            continue
        before = bare(read.paragraphs[place[0]].text[: place[1]])
        same = before == bare(wrote.paragraphs[mine[0]].text[: mine[1]])
        table["place of markers"]["true" if same else "wrong"] += 1


def _verdict(wrote: object, read: object) -> str:
    if read is None:
        return "unknown"
    if isinstance(wrote, float | int) and isinstance(read, float | int):
        return "true" if abs(wrote - read) <= 1.0 else "wrong"
    if hasattr(wrote, "value") and hasattr(read, "value"):
        return "true" if abs(wrote.value - read.value) <= 0.1 else "wrong"
    return "true" if SAME.get(str(wrote), wrote) == SAME.get(str(read), read) else "wrong"


def _plain_docx(data: bytes) -> str:
    return "\n".join(p.text for p in docx.Document(io.BytesIO(data)).paragraphs)


def _plain_odt(data: bytes) -> str:
    text = odf.opendocument.load(io.BytesIO(data)).getElementsByType(odf.text.P)
    return "\n".join(odf.teletype.extractText(p) for p in text)


def _plain_pdf(data: bytes) -> str:
    pages = pypdfium2.PdfDocument(data)
    return "\n".join(page.get_textpage().get_text_bounded() for page in pages)


PLAIN: dict[str, Callable[[bytes], object]] = {
    "docx": _plain_docx,
    "odt": _plain_odt,
    "pdf": _plain_pdf,
    "html": lambda data: "".join(map(str, lxml.html.fromstring(data).itertext())),
    "md": lambda data: MarkdownIt().parse(data.decode()),
    "txt": lambda data: data.decode(),
}


def best_of(work: Callable[[], object]) -> float:
    times = []
    for _ in range(5):
        began = time.process_time()
        work()
        times.append(time.process_time() - began)
    return min(times) * 1000


def main() -> None:
    tables: dict[str, Table] = defaultdict(lambda: defaultdict(Counter))
    times: dict[str, tuple[float, float]] = {}
    for kind, essay, name, data in files():
        compare(essay.document, prepared(read_paper(data, name)), tables[kind])
        ending = kind[1:].partition(" ")[0]
        if kind not in times:
            times[kind] = (
                best_of(partial(read_paper, data, name)),
                best_of(partial(PLAIN[ending], data)),
            )
    kinds = list(tables)
    names = dict.fromkeys(name for table in tables.values() for name in table)
    print("| |" + "|".join(kinds) + "|")
    print("|---" * (len(kinds) + 1) + "|")
    for name in names:
        cells = [_cell(tables[kind][name]) for kind in kinds]
        print(f"|{name.replace('_', ' ')}|" + "|".join(cells) + "|")
    print("|read, ms|" + "|".join(f"{times[k][0]:.0f}" for k in kinds) + "|")
    print("|bare text by the package, ms|" + "|".join(f"{times[k][1]:.0f}" for k in kinds) + "|")


def _cell(counts: Counter[str]) -> str:
    total = counts.total()
    if not total:
        return ""
    return " / ".join(f"{100 * counts[v] / total:.0f}" for v in ("true", "unknown", "wrong"))


if __name__ == "__main__":
    main()
