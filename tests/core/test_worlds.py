"""Correct entries in other words stay clean: a sample of each world, those of every guide and kind among them.
All of them are tried by `bin/grelt test worlds`."""

from __future__ import annotations

import unittest

from .marked_entries import SETS, MarkedEntry, load_set
from .measured_entries import measure
from .worlds import World, rewritten, worlds

ONE_IN = 24


def marked() -> list[MarkedEntry]:
    return [e for p in sorted(SETS.iterdir()) if p.is_dir() for e in load_set(p.name)]


def alarms(world: World, *, one_in: int = 1) -> tuple[int, list[str]]:
    """How many entries were tried in a world, and what was called wrong in them."""
    changed = [e for e in (rewritten(e, world) for e in marked()) if e is not None][::one_in]
    wrong = [w for e in changed for w in measure(e).wrong if w.startswith("ALARM")]
    return len(changed), wrong


class Worlds(unittest.TestCase):
    def test_a_sample_of_each_stays_clean(self) -> None:
        for world in worlds():
            with self.subTest(world=world.name):
                tried, wrong = alarms(world, one_in=ONE_IN)
                self.assertGreater(tried, 2)
                self.assertEqual(wrong, [])

    def test_every_substitution_changes_some_entry(self) -> None:
        for world in worlds():
            for number, swap in enumerate(world.swaps):
                one = World(world.name, world.what, (swap,))
                with self.subTest(world=world.name, swap=number):
                    self.assertTrue(any(rewritten(e, one) is not None for e in marked()))
