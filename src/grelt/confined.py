"""Runs a function in a process of its own, with limits of memory and time, ended from outside.

Nothing that a paper holds can then take more than its share, or take down who asked. Processes are forked from
one that has loaded the core and nothing else (no threads, no connections), so that each begins at once.
"""

from __future__ import annotations

import multiprocessing
import os
import resource
import signal
from collections.abc import Callable
from dataclasses import dataclass
from functools import cache
from multiprocessing.connection import Connection
from multiprocessing.context import ForkServerContext
from pathlib import Path
from typing import Any

_OUT_OF_MEMORY = 77
# Beyond the time on the clock, which ends it before unless it is stopped.
_MORE_CPU = 2


class Confined(Exception):
    """The process was ended before it was done."""


class OverTime(Confined):
    """It took longer than it may."""


class OverMemory(Confined):
    """It asked for more memory than it may have."""


class Died(Confined):
    """It ended by itself or by another's hand: a crash, a kill."""


@dataclass(frozen=True)
class Confinement:
    """How much a process may take: bytes of memory, seconds on the clock."""

    memory: int = 1 << 30
    seconds: float = 60.0

    def run(self, function: Callable[..., Any], *arguments: Any) -> Any:
        """What the function returns, or the exception that it raises. Function, arguments and result must be
        such as can be sent to another process. Raises `OverTime`, `OverMemory` or `Died`."""
        context = _context()
        receiver, sender = context.Pipe(duplex=False)
        process = context.Process(
            target=_within, args=(sender, self, function, arguments), daemon=True
        )
        process.start()
        sender.close()
        try:
            if not receiver.poll(self.seconds):
                raise OverTime
            succeeded, outcome = receiver.recv()
        except (EOFError, ConnectionError) as error:
            process.join(5)
            raise _end(process.exitcode) from error
        finally:
            receiver.close()
            process.kill()
            process.join()
        if succeeded:
            return outcome
        raise outcome


def _end(code: int | None) -> Confined:
    if code == _OUT_OF_MEMORY:
        return OverMemory()
    return OverTime() if code == -signal.SIGXCPU else Died(f"ended with {code}")


@cache
def _context() -> ForkServerContext:
    # The process that others are forked from finds the core where this one does.
    ways = [str(Path(__file__).parents[1]), *filter(None, [os.environ.get("PYTHONPATH")])]
    os.environ["PYTHONPATH"] = os.pathsep.join(ways)
    context = multiprocessing.get_context("forkserver")
    context.set_forkserver_preload(["grelt.loaded"])
    return context


def _within(
    sender: Connection,
    limits: Confinement,
    function: Callable[..., Any],
    arguments: tuple[Any, ...],
) -> None:
    """In the process itself."""
    _limit(resource.RLIMIT_AS, limits.memory)
    _limit(resource.RLIMIT_CPU, int(limits.seconds) + _MORE_CPU)
    _limit(resource.RLIMIT_CORE, 0)
    try:
        sender.send((True, function(*arguments)))
    except MemoryError:
        raise SystemExit(_OUT_OF_MEMORY) from None
    except Exception as error:  # handed to who asked
        sender.send((False, error))


def _limit(what: int, most: int) -> None:
    _, hardest = resource.getrlimit(what)
    if hardest != resource.RLIM_INFINITY:
        most = min(most, hardest)
    resource.setrlimit(what, (most, most))
