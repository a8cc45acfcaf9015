"""`grelt test` and `grelt lint`: what must pass before anything lands."""

from __future__ import annotations

import shutil
import subprocess
import time
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from . import debian, node_env, python_env
from .paths import PYTHON, ROOT, WEB
from .postgres import Postgres
from .say import say
from .serve import environment


def test(labels: list[str]) -> int:
    """Run the tests: everything, or some.

    `core` and `worlds` need neither database nor browser, `web` only Node; `rule ID…` runs the cases of
    rules.
    """
    if labels[:1] == ["rule"]:
        return _rules(labels[1:])
    parts = {_part_of(label) for label in labels} or {"core", "worlds", "web", "server"}
    names = [f"tests.{label}" if "." not in label else label for label in labels if label != "web"]
    alone = ("tests.core", "tests.worlds")
    core = [n for n in names if n.startswith(alone)]
    core = core or [f"tests.{part}" for part in ("core", "worlds") if part in parts]
    rest = [n for n in names if not n.startswith(alone)] or ["tests.server", "tests.browser"]
    python_env.ensure("dev")
    failed = 0
    if core:
        failed |= _django_tests(core, python_env.environment(), side_by_side=True)
    if "web" in parts:
        failed |= _front_end_tests()
    if "server" in parts:
        failed |= _tests_with_server(rest)
    return 1 if failed else 0


def _part_of(label: str) -> str:
    """Which kind of test a label belongs to."""
    name = label.removeprefix("tests.").partition(".")[0]
    return name if name in ("core", "worlds", "web") else "server"


def _rules(ids: list[str]) -> int:
    """The cases of some rules alone."""
    if not ids:
        say("Name a rule: bin/grelt test rule cite-placement")
        return 2
    python_env.ensure("dev")
    tests = [a for i in ids for a in ("-k", f"*.test_{i.replace('-', '_')}")]
    return _django_tests(["tests.core.test_rule_cases", *tests], python_env.environment())


def _tests_with_server(names: list[str]) -> int:
    _ensure_browser()
    _ensure_office()
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
        return _django_tests(names, env, side_by_side=True)
    finally:
        database.stop()


def _front_end_tests() -> int:
    node_env.ensure_packages()
    began = time.monotonic()
    fixtures = [str(PYTHON), str(ROOT / "tools" / "web_fixtures.py")]
    if subprocess.run(fixtures, cwd=ROOT, env=python_env.environment(), check=False).returncode:
        return 1
    command = ["npm", "run", "--silent", "test"]
    status = subprocess.run(command, cwd=WEB, env=node_env.environment(), check=False).returncode
    say(f"Tests of the front end took {time.monotonic() - began:.0f} s.")
    return status


def _ensure_browser() -> None:
    """Chromium, and the library that Playwright's own Node links to."""
    has_library = any(Path("/usr/lib").glob("*/libatomic.so.1"))
    if shutil.which("chromium") is None or not has_library:
        debian.install(["chromium", "fonts-dejavu-core", "libatomic1"], "Chromium (for the tests)")


def _ensure_office() -> None:
    """LibreOffice, which opens what goes back to students in the tests."""
    if shutil.which("soffice") is None:
        debian.install(["libreoffice-writer-nogui"], "LibreOffice (for the tests)")


def _django_tests(names: list[str], env: dict[str, str], *, side_by_side: bool = False) -> int:
    began = time.monotonic()
    command = [str(PYTHON), "-W", "default", str(ROOT / "manage.py"), "test", "--noinput"]
    if side_by_side:
        command += ["--parallel", "auto", "--testrunner", "tests.runner.SideBySide"]
    command += names
    status = subprocess.run(command, cwd=ROOT, env=env, check=False).returncode
    say(f"Tests took {time.monotonic() - began:.0f} s.")
    return status


def lint() -> int:
    """Run every linter, type check and import rule, two at a time; non-zero if any complains."""
    python_env.ensure("dev")
    node_env.ensure_packages()
    env = python_env.environment()
    web = node_env.environment()
    # Those that take longest first.
    steps: list[tuple[str, list[str], Path, dict[str, str]]] = [
        ("eslint", ["npm", "run", "--silent", "lint"], WEB, web),
        ("mypy", [str(PYTHON), "-m", "mypy"], ROOT, env),
        ("tsc", ["npm", "run", "--silent", "typecheck"], WEB, web),
        ("ruff", [str(PYTHON), "-m", "ruff", "check", "."], ROOT, env),
        ("ruff format", [str(PYTHON), "-m", "ruff", "format", "--check", "."], ROOT, env),
        ("import rules", [str(PYTHON.parent / "lint-imports")], ROOT, env),
    ]
    with ThreadPoolExecutor(2) as pool:
        passed = list(pool.map(lambda step: _step(*step), steps))
    return 0 if all(passed) else 1


def _step(name: str, command: list[str], folder: Path, env: dict[str, str]) -> bool:
    """Run one, and say at its end how it went, with what it said."""
    began = time.monotonic()
    done = subprocess.run(
        command,
        cwd=folder,
        env=env,
        check=False,
        text=True,
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
    )
    passed = done.returncode == 0
    said = "" if passed else f"\n{done.stdout.rstrip()}"
    say(f"{'passed' if passed else 'FAILED'}: {name} ({time.monotonic() - began:.0f} s){said}")
    return passed
