"""Records of sources over HTTP. The service behind the address may be slow, down, drip or talk nonsense: who
asks waits no longer than was said, and is told."""

from __future__ import annotations

import json
import re
import time
import urllib.error
import urllib.parse
import urllib.request
from collections.abc import Iterator
from concurrent.futures import FIRST_COMPLETED, Future, ThreadPoolExecutor, wait
from dataclasses import dataclass
from http.client import HTTPException
from typing import Any

from grelt import api as core

_AT_ONCE = 8
_MOST_BYTES = 2_000_000
_PIECE = 65_536
# A service that failed so often in a row is not asked on.
_ENOUGH_FAILURES = 3
_UNTAKEN = re.compile("\\\\u0000|[\ud800-\udfff]")

TOO_SLOW = "The look-up of records was too slow; the check went on without it."
NO_ANSWER = "The look-up of records did not answer; the check went on without it."
NONSENSE = "The look-up of records gave answers that make no sense."
TOO_MANY = "The paper has more sources than the look-up of records is asked for."


@dataclass(frozen=True)
class Answer:
    """What the service says of one work: its record as CSL-JSON, or None; prefixes it knows all works of."""

    identifier: str
    item: dict[str, Any] | None
    prefixes: tuple[str, ...]


class RecordService:
    """`GET <address>/works?id=<DOI or address>` answers `{"prefixes": [...], "item": CSL-JSON or null}`.

    `seconds` is what one question may take, `whole` what all of them may."""

    def __init__(self, address: str, seconds: float, whole: float) -> None:
        self.address = address.rstrip("/")
        self.seconds = seconds
        self.whole = whole

    def ask(self, identifiers: list[str]) -> tuple[list[Answer], str]:
        """The answers that came, and what went wrong in words (empty: nothing). Never raises."""
        until = time.monotonic() + self.whole
        answers: list[Answer] = []
        problems: list[str] = []
        pool = ThreadPoolExecutor(_AT_ONCE)
        try:
            for done in _as_they_come(pool, self._answer, identifiers, until):
                if isinstance(done, Answer):
                    answers.append(done)
                    continue
                problems.append(done)
                if len(problems) >= _ENOUGH_FAILURES:
                    break
        finally:
            pool.shutdown(wait=False, cancel_futures=True)
        return answers, problems[-1] if problems else ""

    def _answer(self, identifier: str) -> Answer | str:
        question = urllib.parse.urlencode({"id": identifier})
        try:
            text = self._read(f"{self.address}/works?{question}")
        except TimeoutError:
            return TOO_SLOW
        except (urllib.error.URLError, OSError, HTTPException):
            return NO_ANSWER
        return _sensible(identifier, text) or NONSENSE

    def _read(self, address: str) -> str:
        """What stands at an address, within the time, however slowly it drips."""
        until = time.monotonic() + self.seconds
        pieces: list[bytes] = []
        with urllib.request.urlopen(address, timeout=self.seconds) as answer:
            while piece := answer.read1(_PIECE):
                pieces.append(piece)
                if time.monotonic() > until:
                    raise TimeoutError
                if sum(map(len, pieces)) > _MOST_BYTES:
                    return ""
        return b"".join(pieces).decode("utf-8", errors="replace")


def _as_they_come(
    pool: ThreadPoolExecutor, ask: Any, identifiers: list[str], until: float
) -> Iterator[Answer | str]:
    """What `ask` gives for each, a few at a time; the end of the time is the last thing said."""
    waiting = iter(identifiers)
    running: set[Future[Answer | str]] = {
        pool.submit(ask, i) for i, _ in zip(waiting, range(_AT_ONCE), strict=False)
    }
    while running:
        done, running = wait(running, max(until - time.monotonic(), 0), FIRST_COMPLETED)
        if not done:
            yield TOO_SLOW
            return
        for future in done:
            yield future.result()
            following = next(waiting, None)
            if following is not None:
                running.add(pool.submit(ask, following))


def _sensible(identifier: str, text: str) -> Answer | None:
    """An answer that can be kept and taken by a check; None for anything else."""
    try:
        data = json.loads(text)
        if not isinstance(data, dict) or not isinstance(data.get("item"), dict | None):
            return None
        item, prefixes = data.get("item"), data.get("prefixes") or []
        core.read_records(core.records_text([item] if item else [], prefixes, ""))
        kept = json.dumps([item, prefixes], ensure_ascii=False, allow_nan=False)
    except (ValueError, RecursionError, TypeError, core.GreltError):
        return None
    return None if _UNTAKEN.search(kept) else Answer(identifier, item, tuple(prefixes))
