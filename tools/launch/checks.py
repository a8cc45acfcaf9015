"""`grelt test` and `grelt lint`: what must pass before anything lands."""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
import time
from pathlib import Path

from . import debian, node_env, python_env
from .paths import PYTHON, ROOT, WEB
from .postgres import Postgres
from .say import say
from .serve import environment


def test(labels: list[str]) -> int:
    """Run the tests: `core` alone without database or browser, or everything."""
    python_env.ensure("dev")
    names = [f"tests.{label}" if "." not in label else label for label in labels]
    if names and all(name.startswith("tests.core") for name in names):
        return _django_tests(names, python_env.environment())
    _ensure_browser()
    node_env.ensure_packages()
    node_env.ensure_build()
    database = Postgres()
    database.ensure_running()
    try:
        env = {
            **environment(database),
            "DJANGO_ALLOW_ASYNC_UNSAFE": "true",
            "GRELT_LOG_LEVEL": "CRITICAL",
        }
        return _django_tests(names or ["tests"], env)
    finally:
        database.stop()


def _ensure_browser() -> None:
    """Chromium, and the library that Playwright's own Node links to."""
    has_library = any(Path("/usr/lib").glob("*/libatomic.so.1"))
    if shutil.which("chromium") is None or not has_library:
        debian.install(["chromium", "fonts-dejavu-core", "libatomic1"], "Chromium (for the tests)")


def _django_tests(names: list[str], env: dict[str, str]) -> int:
    began = time.monotonic()
    command = [str(PYTHON), "-W", "default", str(ROOT / "manage.py"), "test", "--noinput", *names]
    status = subprocess.run(command, cwd=ROOT, env=env, check=False).returncode
    say(f"Tests took {time.monotonic() - began:.0f} s.")
    return status


def lint() -> int:
    """Run every linter, type check and import rule; non-zero if any complains."""
    python_env.ensure("dev")
    node_env.ensure_packages()
    env = python_env.environment()
    web = node_env.environment()
    steps: list[tuple[str, list[str], Path, dict[str, str]]] = [
        ("ruff", [str(PYTHON), "-m", "ruff", "check", "."], ROOT, env),
        ("ruff format", [str(PYTHON), "-m", "ruff", "format", "--check", "."], ROOT, env),
        ("mypy", [str(PYTHON), "-m", "mypy"], ROOT, env),
        ("import rules", [str(PYTHON.parent / "lint-imports")], ROOT, env),
        ("tsc", ["npm", "run", "--silent", "typecheck"], WEB, web),
        ("eslint", ["npm", "run", "--silent", "lint"], WEB, web),
    ]
    failed = []
    for name, command, folder, where in steps:
        began = time.monotonic()
        status = subprocess.run(command, cwd=folder, env=where, check=False).returncode
        say(f"{'passed' if status == 0 else 'FAILED'}: {name} ({time.monotonic() - began:.0f} s)")
        if status != 0:
            failed.append(name)
    return 1 if failed else 0


def manage(arguments: list[str]) -> int:
    """Run one of Django's commands with the database up."""
    python_env.ensure("dev")
    database = Postgres()
    database.ensure_running()
    try:
        command = [str(PYTHON), str(ROOT / "manage.py"), *arguments]
        return subprocess.run(command, cwd=ROOT, env=environment(database), check=False).returncode
    finally:
        database.stop()


def core(arguments: list[str]) -> int:
    """Hand over to the core's own command line; needs neither database nor server."""
    python_env.ensure("core")
    sys.stdout.flush()
    os.execve(PYTHON, [str(PYTHON), "-m", "grelt.cli", *arguments], python_env.environment())
