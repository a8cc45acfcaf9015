"""Processes with limits: what is over them ends alone, and who asked is told how."""

from __future__ import annotations

import os
import time
import unittest

from grelt.confined import Confinement, Died, OverMemory, OverTime
from grelt.errors import PaperDamaged


def _take_memory() -> int:
    return len(bytearray(1 << 31))


def _take_time() -> None:
    time.sleep(60)


def _die() -> None:
    os.abort()


def _raise() -> None:
    raise PaperDamaged("Damaged, said in words that are long enough.")


class Limits(unittest.TestCase):
    def test_a_result_and_an_error_come_back(self) -> None:
        self.assertEqual(Confinement().run(len, "boats"), 5)
        with self.assertRaisesRegex(PaperDamaged, "said in words"):
            Confinement().run(_raise)

    def test_memory_time_and_crashes_end_the_process_alone(self) -> None:
        with self.assertRaises(OverMemory):
            Confinement().run(_take_memory)
        with self.assertRaises(OverTime):
            Confinement(seconds=0.5).run(_take_time)
        with self.assertRaises(Died):
            Confinement().run(_die)
