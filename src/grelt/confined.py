"""Runs a function in a process of its own, with limits of memory and time, ended from outside.

Nothing that a paper holds can then take more than its share, or take down who asked. Processes are forked from
one that has loaded the core and nothing else (no threads, no connections), so that each begins at once. One
that was done in time is asked again, a number of times; one that was not is ended, and with it what it had
taken.
"""

from __future__ import annotations

import multiprocessing
import os
import resource
import signal
import threading
from collections.abc import Callable
from dataclasses import dataclass
from functools import cache
from multiprocessing.connection import Connection
from multiprocessing.context import ForkServerContext
from multiprocessing.process import BaseProcess
from pathlib import Path
from typing import Any

from .errors import GreltError

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
        process = _idle_one(self) or _begin(self)
        try:
            succeeded, outcome = process.ask(function, arguments)
        except BaseException:
            process.end()
            raise
        if process.asked < _OFTEN and _is_sound(outcome, succeeded):
            _put_back(process)
        else:
            process.end()
        if succeeded:
            return outcome
        raise outcome


# So often one process is asked: a fork costs half a check, and what a check leaves behind in memory is little.
_OFTEN = 25
_idle: list[_Process] = []
_lock = threading.Lock()


@dataclass
class _Process:
    """A process that waits to be asked, over two pipes."""

    limits: Confinement
    process: BaseProcess
    questions: Connection
    answers: Connection
    asked: int = 0

    def ask(self, function: Callable[..., Any], arguments: tuple[Any, ...]) -> tuple[bool, Any]:
        self.asked += 1
        try:
            self.questions.send((function, arguments))
            if not self.answers.poll(self.limits.seconds):
                raise OverTime
            answer: tuple[bool, Any] = self.answers.recv()
        except (EOFError, ConnectionError) as error:
            self.process.join(5)
            raise _end(self.process.exitcode) from error
        return answer

    def end(self) -> None:
        self.questions.close()
        self.answers.close()
        self.process.kill()
        self.process.join()


def _begin(limits: Confinement) -> _Process:
    context = _context()
    asked, questions = context.Pipe(duplex=False)
    answers, told = context.Pipe(duplex=False)
    process = context.Process(target=_within, args=(asked, told, limits), daemon=True)
    process.start()
    asked.close()
    told.close()
    return _Process(limits, process, questions, answers)


def _idle_one(limits: Confinement) -> _Process | None:
    """A process that waits, of these limits; one that has died meanwhile is none."""
    with _lock:
        for process in [p for p in _idle if p.limits == limits]:
            _idle.remove(process)
            if process.process.is_alive():
                return process
            process.end()
    return None


def _put_back(process: _Process) -> None:
    with _lock:
        _idle.append(process)


def _is_sound(outcome: Any, succeeded: bool) -> bool:
    """What failed in a way that nobody foresaw may have left anything behind."""
    return succeeded or isinstance(outcome, GreltError)


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


def _within(asked: Connection, told: Connection, limits: Confinement) -> None:
    """In the process itself: one question after the other, until nobody is there to ask."""
    _limit(resource.RLIMIT_AS, limits.memory)
    _limit(resource.RLIMIT_CORE, 0)
    while True:
        try:
            function, arguments = asked.recv()
        except EOFError:
            return
        used = resource.getrusage(resource.RUSAGE_SELF)
        spent = int(used.ru_utime + used.ru_stime)
        _limit(resource.RLIMIT_CPU, spent + int(limits.seconds) + _MORE_CPU)
        try:
            told.send((True, function(*arguments)))
        except MemoryError:
            raise SystemExit(_OUT_OF_MEMORY) from None
        except Exception as error:  # handed to who asked
            told.send((False, error))


def _limit(what: int, most: int) -> None:
    """The soft limit alone, where the hard one lets it: it is moved on with each question."""
    _, hardest = resource.getrlimit(what)
    if hardest != resource.RLIM_INFINITY:
        most = min(most, hardest)
    resource.setrlimit(what, (most, hardest))
