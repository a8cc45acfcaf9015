"""Every correct entry of the sets in every world: nothing may be called wrong. A test a world."""

from __future__ import annotations

import unittest
from collections.abc import Callable

from tests.core.test_worlds import alarms
from tests.core.worlds import World, worlds


def _test(world: World) -> Callable[[unittest.TestCase], None]:
    def test(self: unittest.TestCase) -> None:
        tried, wrong = alarms(world)
        self.assertGreater(tried, 50)
        self.assertEqual(wrong, [])

    return test


for _world in worlds():
    # A class each, for they run side by side.
    _name = f"In{_world.name.title().replace('-', '')}"
    globals()[_name] = type(
        _name, (unittest.TestCase,), {"__module__": __name__, "test_all_stay_clean": _test(_world)}
    )
