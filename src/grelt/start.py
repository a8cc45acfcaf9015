"""Fast starts of the command line: regular expressions compiled in an earlier run are taken from there.

Compiling its some five hundred expressions is most of the work of a process that checks one paper. Python
has no way to keep them, so their code, as the interpreter's own compiler has made it, is kept for this very
interpreter. The interpreter checks such code before it runs it; whatever is amiss, it is compiled as ever.
"""

from __future__ import annotations

import array
import re
import sys
from collections.abc import Callable
from typing import Any

from . import kept

# A pattern's code, number of groups, names of groups, and flags.
_Code = tuple[bytes, int, dict[str, int], int]


class KeptPatterns:
    """Patterns by source and flags. `keep` writes those that were compiled here for the next run."""

    def __init__(self) -> None:
        self._place = kept.patterns_file()
        self._version = sys.version
        known = kept.read(self._place, self._version)
        self._known: dict[tuple[str, int], _Code] = known if isinstance(known, dict) else {}
        self._new = 0

    def install(self) -> None:
        """Have `re` ask here first, from now on. Where `re` is not as expected nothing is done."""
        compiler = getattr(re, "_compiler", None)
        if compiler is not None and hasattr(compiler, "_code") and hasattr(compiler, "_sre"):
            self._compile: Callable[[Any, int], re.Pattern[Any]] = compiler.compile
            self._compiler = compiler
            compiler.compile = self.compile

    def compile(self, source: Any, flags: int = 0) -> re.Pattern[Any]:
        """As `re.compile`."""
        key = (source, int(flags))
        known = self._known.get(key) if isinstance(source, str) else None
        if known is not None:
            try:
                return self._ready(source, known)
            except (RuntimeError, TypeError, ValueError, OverflowError):
                del self._known[key]
        if not isinstance(source, str):
            return self._compile(source, flags)
        parsed = self._compiler._parser.parse(source, flags)
        code = self._compiler._code(parsed, flags)
        state = parsed.state
        made = (
            array.array("I", code).tobytes(),
            state.groups - 1,
            state.groupdict,
            flags | state.flags,
        )
        self._known[key] = made
        self._new += 1
        return self._ready(source, made)

    def _ready(self, source: str, known: _Code) -> re.Pattern[Any]:
        code, groups, names, flags = known
        indexed: list[str | None] = [None] * (groups + 1)
        for name, number in names.items():
            indexed[number] = name
        numbers = array.array("I", code).tolist()
        made: re.Pattern[Any] = self._compiler._sre.compile(
            source, flags, numbers, groups, names, tuple(indexed)
        )
        return made

    def keep(self) -> None:
        if self._new:
            plain = {k: (c, g, dict(n), int(f)) for k, (c, g, n, f) in self._known.items()}
            kept.write(self._place, self._version, plain)
            self._new = 0
