"""Fast starts: what is kept of tables and regular expressions is what would be made anew."""

from __future__ import annotations

import re
import sys
import tempfile
import unittest
from collections.abc import Callable
from pathlib import Path
from unittest import mock

from grelt import kept
from grelt.start import KeptMethods, KeptPatterns
from grelt.text.lexicon import is_word


class Kept(unittest.TestCase):
    def setUp(self) -> None:
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.folder = Path(holder.name)
        for patch in (
            mock.patch("sys.dont_write_bytecode", False),
            mock.patch("sys.pycache_prefix", str(self.folder / "kept")),
        ):
            patch.start()
            self.addCleanup(patch.stop)

    def test_a_table_is_kept_and_made_anew_when_it_changes(self) -> None:
        path = self.folder / "some.toml"
        for text, value in (("a = 1", 1), ("a = 22", 22)):
            path.write_text(text)
            self.assertEqual(kept.toml(path), {"a": value})
            with mock.patch("tomllib.loads", side_effect=AssertionError):
                self.assertEqual(kept.toml(path), {"a": value})

    def test_a_damaged_one_is_made_anew(self) -> None:
        path = self.folder / "some.toml"
        path.write_text("a = 1")
        kept.toml(path)
        (place,) = (self.folder / "kept").rglob("some.toml*.pyc")
        for damage in (b"", b"x", place.read_bytes()[:-3]):
            place.write_bytes(damage)
            self.assertEqual(kept.toml(path), {"a": 1})

    def test_nothing_is_written_where_python_is_told_so(self) -> None:
        path = self.folder / "some.toml"
        path.write_text("a = 1")
        with mock.patch("sys.dont_write_bytecode", True):
            self.assertEqual(kept.toml(path), {"a": 1})
        self.assertEqual(list(self.folder.glob("kept/**/some.toml*.pyc")), [])

    def patterns(self) -> KeptPatterns:
        found = KeptPatterns()
        before = re._compiler.compile  # type: ignore[attr-defined]
        found.install()
        re._compiler.compile = before  # type: ignore[attr-defined]
        return found

    def test_a_kept_pattern_is_the_one_that_would_be_compiled(self) -> None:
        sources = (
            (r"(?P<year>\d{4})(?:[a-z])?|(\w+)", re.I),
            (r"(?<=x)(?i:é)\b(?!y)", 0),
            (r"(?x) a  b # c", re.M),
        )
        first = self.patterns()
        made = [first.compile(*s) for s in sources]
        first.keep()
        second = self.patterns()
        with mock.patch.object(re._compiler, "_code", side_effect=AssertionError):  # type: ignore[attr-defined]
            again = [second.compile(*s) for s in sources]
        for pattern, one, other in zip(sources, made, again, strict=True):
            plain = re.compile(*pattern)
            for found in (one, other):
                self.assertEqual(found, plain)
                self.assertEqual(found.groupindex, plain.groupindex)
                for text in ("1066 ab", "xÉ", "XAB", "xéy ab"):
                    self.assertEqual(found.findall(text), plain.findall(text))

    def test_a_broken_pattern_raises_as_ever(self) -> None:
        with self.assertRaises(re.error):
            self.patterns().compile("(", 0)

    def test_kept_methods_are_those_that_would_be_written(self) -> None:
        text = "def same(self, other):\n  return self is other or other == limit"
        for expected in (1, 0):  # compiled once, and then never again
            methods = KeptMethods()
            found: dict[str, Callable[[int, int], bool]] = {}
            with mock.patch("builtins.compile", wraps=compile) as compiler:
                methods.execute(text, {"limit": 7}, found)
            self.assertEqual(compiler.call_count, expected)
            self.assertEqual(found["same"](1, 7), True)
            self.assertEqual(found["same"](1, 8), False)
            methods.keep()

    def test_a_kept_method_of_another_kind_is_compiled_anew(self) -> None:
        store: kept.Store[str, str] = kept.Store("methods", sys.version)
        store.add("a = 1", "no code")
        store.keep()
        found: dict[str, int] = {}
        KeptMethods().execute("a = 1", {}, found)
        self.assertEqual(found, {"a": 1})

    def test_words_are_found_in_the_list(self) -> None:
        for word in ("a", "zythum", "harbor", "harbours", "Harbor"):
            self.assertTrue(is_word(word) or word == "a", word)
        for word in ("qqq", "zzzz", "harborx"):
            self.assertFalse(is_word(word), word)
