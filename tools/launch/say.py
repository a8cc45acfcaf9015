"""What is printed while working, and how commands are run."""

from __future__ import annotations

import subprocess
import sys
import time
from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from pathlib import Path


class Trouble(Exception):
    """Something the person has to know, in a sentence that says what to do."""


def say(text: str) -> None:
    print(text, file=sys.stderr, flush=True)


@contextmanager
def step(text: str) -> Iterator[None]:
    """Say what is being done, and afterwards how long it took."""
    began = time.monotonic()
    say(f"· {text} …")
    yield
    took = time.monotonic() - began
    if took >= 1:
        say(f"  {took:.0f} s")


def run(
    command: Sequence[str | Path],
    *,
    cwd: Path | None = None,
    env: Mapping[str, str] | None = None,
    failure: str,
) -> str:
    """Run a command quietly. If it fails, show the end of what it said and raise `Trouble`."""
    done = subprocess.run(
        [str(c) for c in command],
        cwd=cwd,
        env=dict(env) if env is not None else None,
        stdin=subprocess.DEVNULL,
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        text=True,
        errors="replace",
    )
    if done.returncode != 0:
        say("\n".join(done.stdout.splitlines()[-25:]))
        raise Trouble(failure)
    return done.stdout
