"""CPU and memory of a check against how much of something a paper holds: every line should be straight.

Run: `.venv/bin/python benchmarks/growth.py [OUT.svg]` (`growth.svg` in the folder of work where none is given;
a second picture, `…-memory.svg`, beside it). Each paper is checked in a process of its own. Prints the figures,
and for each the exponent of its growth over the last doubling (1 is a straight line); ends with 1 where one is
over 1.4 and takes more than 2 s. Needs `pygal`.
"""

from __future__ import annotations

import math
import multiprocessing
import resource
import sys
from collections.abc import Callable
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

import grelt.loaded  # noqa: E402, F401
from benchmarks.check_time import long_paper  # noqa: E402
from grelt import api  # noqa: E402

_CITED = "The boats came late that year, and nobody knew why they had come at all (Fitch 12). "
_PLAIN = "The boats came late that year, and nobody knew why they had come at all, nor from where. "
_LIST = (
    "# Works Cited\n\nFitch, Anna. *The Long Canal*. Tidemark Press, 2014.\n\n"
    "Garrow, Ned. *The Ice Cutters*. Tidemark Press, 2008.\n"
)
_STEPS = (1, 2, 4, 8)
# The best of so many: a machine has other work too.
_TIMES = 2
_TOO_STEEP, _LONG = 1.4, 2.0


def _paper(body: str, more: str = "") -> tuple[str, bytes]:
    return "paper.md", f"Iris Vale\n\nA Paper on Boats\n\n{body}\n\n{_LIST}\n{more}\n".encode()


def _entry(words: str) -> tuple[str, bytes]:
    return _paper(_CITED, f"Hart, Ivo{words}. *Boats and Water*. Tidemark Press, 2014.")


def _named(number: int) -> str:
    name = "".join(chr(97 + number // 26**place % 26) for place in range(3))
    return f"Nor{name}, Ada. *The Boats of {name.title()} Reach*. Tidemark Press, {1900 + number % 120}."


# What is counted; the most of it; the paper that holds so much.
_SERIES: dict[str, tuple[int, Callable[[int], tuple[str, bytes]]]] = {
    "pages": (1000, lambda n: ("paper.docx", long_paper(n, 40))),
    "citations": (8000, lambda n: _paper("\n\n".join([_CITED * 4] * (n // 4)))),
    "entries": (2000, lambda n: _paper(_CITED, "\n\n".join(map(_named, range(n))))),
    "notes": (
        4000,
        lambda n: _paper("\n\n".join(f"So.[^{i}]\n\n[^{i}]: Fitch, *Long Canal*, {i}." for i in range(n))),
    ),
    "notes that say ibid.": (
        4000, lambda n: _paper("\n\n".join(f"So it was.[^{i}]\n\n[^{i}]: Ibid., {i}." for i in range(n))),
    ),
    "characters of a paragraph": (96_000, lambda n: _paper(_PLAIN * (n // len(_PLAIN)))),
    "characters of a paragraph that cites": (96_000, lambda n: _paper(_CITED * (n // len(_CITED)))),
    "characters of an entry": (48_000, lambda n: _entry(" of the long canal" * (n // 18))),
    "characters of a note": (
        48_000, lambda n: _paper(f"So.[^1]\n\n[^1]: Fitch, *Long Canal*, 12. {_PLAIN * (n // len(_PLAIN))}"),
    ),
    "spaces between two words": (4_800, lambda n: _paper(f"The boats{chr(0xA0) * n}came late (Fitch 12).")),
    "quotation marks that open": (32_000, lambda n: _paper("“a " * n)),
    "parentheses that open": (32_000, lambda n: _paper("(a " * n)),
    "authors of an entry": (4000, lambda n: _entry(", Ada Fitch" * n)),
}  # fmt: skip


def _measured(
    name: str, count: int, results: multiprocessing.SimpleQueue[tuple[float, float]]
) -> None:
    file, data = _SERIES[name][1](count)
    before = resource.getrusage(resource.RUSAGE_SELF)
    try:
        api.check(data, file, api.CheckInputs("mla-9"))
    except api.PaperUnreadable as refused:
        print(f"  {name}: {count:,} {refused}")
    after = resource.getrusage(resource.RUSAGE_SELF)
    results.put((after.ru_utime - before.ru_utime, (after.ru_maxrss - before.ru_maxrss) / 1024))


def measure(name: str) -> list[tuple[int, float, float]]:
    """Count, seconds of CPU and megabytes more, at an eighth, a quarter, a half and the whole of the most."""
    most = _SERIES[name][0]
    context = multiprocessing.get_context("fork")
    found = []
    for step in _STEPS:
        count = most * step // _STEPS[-1]
        results = context.SimpleQueue()
        taken = []
        for _ in range(_TIMES):
            process = context.Process(target=_measured, args=(name, count, results))
            process.start()
            process.join()
            taken.append(results.get())
        found.append((count, *min(taken)))
    return found


def draw(curves: dict[str, list[tuple[int, float, float]]], out: Path) -> None:
    """Two pictures: each line against the share of its most, so that all have one scale."""
    import pygal
    from pygal.style import CleanStyle

    plain = CleanStyle(font_family="sans-serif", background="white", plot_background="white")
    for column, unit, path in (
        (1, "s of CPU", out),
        (2, "MB", out.with_stem(f"{out.stem}-memory")),
    ):
        chart = pygal.XY(
            title=f"A check: {unit}", style=plain, js=(), width=1100, height=800, truncate_legend=-1,
            include_x_axis=True,
            legend_at_bottom=True, legend_at_bottom_columns=3,
            x_title="eighths of the most", disable_xml_declaration=True,
        )  # fmt: skip
        for name, rows in curves.items():
            points = [(0.0, 0.0), *((s, r[column]) for s, r in zip(_STEPS, rows, strict=True))]
            chart.add(f"{_SERIES[name][0]:,} {name}", points)
        path.write_text(chart.render(is_unicode=True), encoding="utf-8")


def main() -> int:
    out = Path(sys.argv[1]) if len(sys.argv) > 1 else Path("growth.svg")
    steep = 0
    curves = {}
    for name in _SERIES:
        rows = curves[name] = measure(name)
        power = math.log2(max(rows[-1][1], 0.01) / max(rows[-2][1], 0.01))
        steep += power > _TOO_STEEP and rows[-1][1] > _LONG
        figures = "  ".join(
            f"{count:,}: {seconds:.2f} s {memory:.0f} MB" for count, seconds, memory in rows
        )
        print(f"{name:<38} {figures}   grows as n^{power:.2f}", flush=True)
    draw(curves, out)
    return 1 if steep else 0


if __name__ == "__main__":
    sys.exit(main())
