"""Mutates good papers of every format, checks each and writes its report: nothing may crash or hang.

Run: `.venv/bin/python benchmarks/fuzz_readers.py [COUNT]`. Bytes are changed in all formats; of the
zipped ones also members are dropped, cut and swapped, and nodes of their XML. The seed is
fixed. Prints every crash, the slowest case and the most memory used.
"""

from __future__ import annotations

import io
import json
import random
import resource
import signal
import sys
import time
import traceback
import zipfile
from collections import Counter
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from demo.essay import load_essays  # noqa: E402
from demo.write import file_of  # noqa: E402
from demo.write_docx import write_docx  # noqa: E402
from demo.write_odt import write_odt  # noqa: E402
from grelt import api  # noqa: E402

_SEED = 20261125
_HANGS = 10


def good_files() -> list[tuple[str, bytes]]:
    """Papers of every format, small enough to mutate many times."""
    files: list[tuple[str, bytes]] = []
    for essay in load_essays()[3:8:4]:
        docx = write_docx(
            essay.document, running_head=essay.running_head, hand=essay.hand, face=essay.face
        )
        plain = "\n\n".join(p.text for p in essay.document.paragraphs)
        page = "".join(
            f"<p style='margin-left:1in'><i>{p.text}</i></p>" for p in essay.document.paragraphs
        )
        files += [
            ("a.docx", docx),
            ("a.odt", write_odt(essay.document, running_head=essay.running_head)),
            ("a.md", plain.encode()),
            ("a.txt", plain.encode()),
            ("a.html", f"<html><style>p{{margin:0}}</style><body>{page}</body></html>".encode()),
        ]
    noted = next(e for e in load_essays(["canals-and-carriers"]) if e.document.notes)
    files += [file_of(noted, ending) for ending in ("docx", "odt", "html", "md")]
    pdf = ROOT / "tests" / "core" / "papers" / "6-quist-horns-bells.pdf"
    return [*files, ("a.pdf", pdf.read_bytes())]


def mutate_bytes(data: bytes, chance: random.Random) -> bytes:
    changed = bytearray(data)
    for _ in range(chance.randint(1, 60)):
        at = chance.randrange(len(changed))
        changed[at : at + chance.randint(0, 3)] = chance.randbytes(chance.randint(0, 3))
    if chance.random() < 0.2:
        del changed[chance.randrange(len(changed)) :]
    return bytes(changed)


def mutate_zip(data: bytes, chance: random.Random) -> bytes:
    """Another zip with a member dropped, emptied, cut, changed in its XML or given another's data."""
    with zipfile.ZipFile(io.BytesIO(data)) as archive:
        parts = {name: archive.read(name) for name in archive.namelist()}
    for _ in range(chance.randint(1, 3)):
        name = chance.choice(sorted(parts))
        way = chance.randrange(5)
        if way == 0:
            parts.pop(name)
        elif way == 1:
            parts[name] = b""
        elif way == 2:
            parts[name] = parts[name][: chance.randint(0, len(parts[name]))]
        elif way == 3:
            parts[name] = parts[chance.choice(sorted(parts))]
        else:
            parts[name] = mutate_xml(parts[name], chance)
        if not parts:
            break
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in parts.items():
            archive.writestr(name, content)
    return out.getvalue()


def mutate_xml(data: bytes, chance: random.Random) -> bytes:
    """Tags moved about, repeated or dropped."""
    pieces = data.split(b"<")
    for _ in range(chance.randint(1, 30)):
        one, other = chance.randrange(len(pieces)), chance.randrange(len(pieces))
        way = chance.randrange(3)
        if way == 0:
            pieces[one], pieces[other] = pieces[other], pieces[one]
        elif way == 1:
            pieces[one] = pieces[other]
        elif len(pieces) > 2:
            pieces.pop(one)
    return b"<".join(pieces)


def _hung(_number: int, _frame: object) -> None:
    raise TimeoutError(f"not done after {_HANGS} s")


def main() -> int:
    count = int(sys.argv[1]) if len(sys.argv) > 1 else 2000
    chance = random.Random(_SEED)
    files = good_files()
    outcomes: Counter[str] = Counter()
    slowest = (0.0, "")
    crashes = 0
    signal.signal(signal.SIGALRM, _hung)
    for number in range(count):
        name, data = files[number % len(files)]
        zipped = name.endswith(("docx", "odt")) and chance.random() < 0.7
        mutated = mutate_zip(data, chance) if zipped else mutate_bytes(data, chance)
        began = time.monotonic()
        signal.alarm(_HANGS)
        try:
            json.loads(api.check_written(mutated, name, api.CheckInputs("mla-9")))
            outcomes[f"{name[2:]} read"] += 1
        except api.PaperUnreadable as refused:
            outcomes[f"{name[2:]} {refused.code}"] += 1
        except Exception:  # a hang among them
            crashes += 1
            print(f"case {number} ({name}):\n{traceback.format_exc(limit=-4)}", flush=True)
        finally:
            signal.alarm(0)
        took = time.monotonic() - began
        if number % 200 == 199:
            print(f"{number + 1} done", flush=True)
        slowest = max(slowest, (took, f"case {number} ({name})"))
    memory = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    for outcome, times in sorted(outcomes.items()):
        print(f"{times:>6}  {outcome}")
    print(
        f"{count} cases, {crashes} crashes; slowest {slowest[0]:.2f} s, {slowest[1]}; {memory:.0f} MB"
    )
    return 1 if crashes else 0


if __name__ == "__main__":
    sys.exit(main())
