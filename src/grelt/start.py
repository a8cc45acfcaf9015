"""Fast starts of the command line: what Python compiles at run time is taken from an earlier run.

Byte code is kept for modules, but not for regular expressions (some five hundred), nor for the methods that
`dataclasses` writes as text for every class of data; to compile both is most of the work of a process that
checks one paper. So their code, as the interpreter's own compiler has made it, is kept for this very
interpreter. The interpreter checks such code before it runs it; whatever is amiss, it is compiled as ever.
"""

from __future__ import annotations

import array
import dataclasses
import re
import sys
from collections.abc import Callable
from types import CodeType
from typing import Any

from . import kept

# A pattern's code, number of groups, names of groups, and flags.
_Code = tuple[bytes, int, dict[str, int], int]


class KeptPatterns:
    """Patterns by source and flags. `keep` writes those that were compiled here for the next run."""

    def __init__(self) -> None:
        self._store: kept.Store[tuple[str, int], _Code] = kept.Store("patterns", sys.version)

    def install(self) -> None:
        """Have `re` ask here first, from now on. Where `re` is not as expected nothing is done."""
        compiler = getattr(re, "_compiler", None)
        if compiler is not None and hasattr(compiler, "_code") and hasattr(compiler, "_sre"):
            self._compile: Callable[[Any, int], re.Pattern[Any]] = compiler.compile
            self._compiler = compiler
            compiler.compile = self.compile

    def compile(self, source: Any, flags: int = 0) -> re.Pattern[Any]:
        """As `re.compile`."""
        if not isinstance(source, str):
            return self._compile(source, flags)
        key = (source, int(flags))
        known = self._store.get(key)
        if known is not None:
            try:
                return self._ready(source, known)
            except (RuntimeError, TypeError, ValueError, OverflowError):
                pass
        parsed = self._compiler._parser.parse(source, flags)
        code = self._compiler._code(parsed, flags)
        state = parsed.state
        made = (
            array.array("I", code).tobytes(),
            state.groups - 1,
            dict(state.groupdict),
            int(flags | state.flags),
        )
        self._store.add(key, made)
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
        self._store.keep()


class KeptMethods:
    """The methods that `dataclasses` writes, by their text. `keep` writes the new ones for the next run."""

    def __init__(self) -> None:
        self._store: kept.Store[str, CodeType] = kept.Store("methods", sys.version)

    def install(self) -> None:
        """Have `dataclasses` ask here first, from now on: the name `exec` in it is looked up here."""
        dataclasses.exec = self.execute  # type: ignore[attr-defined]

    def execute(self, text: Any, names: dict[str, Any], own: dict[str, Any]) -> None:
        """As `exec`."""
        code = self._store.get(text)
        if not isinstance(code, CodeType):
            code = compile(text, "<string>", "exec")
            self._store.add(text, code)
        exec(code, names, own)

    def keep(self) -> None:
        self._store.keep()
