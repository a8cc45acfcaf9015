"""The virtual environment. What is installed grows with what is asked for: core, server, dev."""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
from pathlib import Path

from . import debian
from .paths import PYTHON, ROOT, VENV, digest, stamp, stamped
from .say import run, step

_LEVELS = ("core", "server", "dev")


def ensure(level: str) -> None:
    """Make sure the packages of a level (and the levels below it) are installed."""
    files = [ROOT / "requirements" / f"{name}.txt" for name in (*_LEVELS, "constraints")]
    wanted = digest(files)
    reached = [name for name in _LEVELS if stamped(f"python-{name}", wanted)]
    if PYTHON.exists() and any(_LEVELS.index(r) >= _LEVELS.index(level) for r in reached):
        return
    if not PYTHON.exists() or not _works():
        _create()
    with step(f"installing Python packages ({level})"):
        pip: list[str | Path] = [
            PYTHON,
            "-m",
            "pip",
            "--disable-pip-version-check",
            "install",
            "-q",
        ]
        failure = "Python packages could not be installed. Is the package index reachable?"
        if not stamped("pip", "26"):
            run([*pip, "--upgrade", "pip"], failure=failure)
            stamp("pip", "26")
        run([*pip, "-r", ROOT / "requirements" / f"{level}.txt"], failure=failure)
    stamp(f"python-{level}", wanted)


def core(arguments: list[str]) -> int:
    """Hand over to the core's own command line; needs neither database nor server."""
    ensure("core")
    sys.stdout.flush()
    os.execve(PYTHON, [str(PYTHON), "-m", "grelt", *arguments], environment())


def _works() -> bool:
    check = [str(PYTHON), "-c", "import pip"]
    return subprocess.run(check, capture_output=True, check=False).returncode == 0


def _create() -> None:
    with step("making a virtual environment"):
        shutil.rmtree(VENV, ignore_errors=True)
        # Never the one that is being replaced.
        base = getattr(sys, "_base_executable", sys.executable)
        command = [base, "-m", "venv", str(VENV)]
        if subprocess.run(command, capture_output=True, check=False).returncode != 0:
            shutil.rmtree(VENV, ignore_errors=True)
            debian.install(["python3-venv", "python3-pip"], "Python’s venv")
            run(command, failure="A virtual environment could not be made in .venv.")
        for name in _LEVELS:
            stamp(f"python-{name}", "")
        stamp("pip", "")


def environment() -> dict[str, str]:
    """The environment that Python programs of the project run in."""
    paths = [str(ROOT / "src"), str(ROOT / "server"), str(ROOT)]
    return {
        **os.environ,
        "PYTHONPATH": os.pathsep.join(paths),
        "DJANGO_SETTINGS_MODULE": "config.settings",
        "PATH": f"{VENV / 'bin'}{os.pathsep}{os.environ.get('PATH', '')}",
    }
