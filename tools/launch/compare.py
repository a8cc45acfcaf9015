"""`grelt compare A B`: two files of reports, or two checkouts that each check the same papers first."""

from __future__ import annotations

import subprocess
import tempfile
from pathlib import Path

from . import python_env
from .paths import PYTHON, ROOT
from .say import Trouble, step

_READABLE = (".docx", ".odt", ".html", ".md", ".txt", ".pdf")


def compare(arguments: list[str]) -> int:
    """Run `compare` on files; of checkouts their own `check` is run on the papers named behind them, or on all
    papers of the folders named there."""
    python_env.ensure("core")
    options = [a for a in arguments if a.startswith("-")]
    names = [a for a in arguments if not a.startswith("-")]
    sides, papers = names[:2], names[2:]
    if len(sides) == 2 and all((Path(s) / "src" / "grelt").is_dir() for s in sides):
        with tempfile.TemporaryDirectory() as folder:
            found = _papers(papers)
            files = [
                str(_checked(Path(s), found, Path(folder) / f"{n}.jsonl"))
                for n, s in enumerate(sides)
            ]
            return _core(["compare", *files, *options])
    if papers:
        raise Trouble("Papers are named behind two checkouts; two files of reports have theirs.")
    return _core(["compare", *sides, *options])


def _papers(names: list[str]) -> list[str]:
    found: list[str] = []
    for name in names:
        path = Path(name)
        inside = (
            sorted(p for p in path.rglob("*") if p.suffix in _READABLE) if path.is_dir() else [path]
        )
        found += [str(p.resolve()) for p in inside]
    if not found:
        raise Trouble("Name papers, or a folder of them, behind the two checkouts.")
    return found


def _checked(checkout: Path, papers: list[str], place: Path) -> Path:
    """The reports of a checkout on some papers, one a line."""
    environment = {**python_env.environment(), "PYTHONPATH": str(checkout.resolve() / "src")}
    asked = ["check", "--json", "--date", "2000-01-01", *papers]
    command = [str(PYTHON), "-m", "grelt.cli", *asked]
    with step(f"checking {len(papers)} papers with {checkout}"), place.open("wb") as out:
        done = subprocess.run(
            command, cwd=ROOT, env=environment, stdout=out, stderr=subprocess.DEVNULL, check=False
        )
    if done.returncode not in (0, 1, 3) or not place.stat().st_size:
        raise Trouble(f"The checkout {checkout} could not check them (exit {done.returncode}).")
    if len(papers) == 1:
        place.write_text("".join(place.read_text(encoding="utf-8").splitlines()), encoding="utf-8")
    return place


def _core(arguments: list[str]) -> int:
    command = [str(PYTHON), "-m", "grelt", *arguments]
    return subprocess.run(command, env=python_env.environment(), check=False).returncode
