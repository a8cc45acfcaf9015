"""Processes with limits: what is over them ends alone, and who asked is told how."""

from __future__ import annotations

import os
import time
import unittest
from concurrent.futures import ThreadPoolExecutor

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


def _own_number() -> int:
    return os.getpid()


def _fail() -> None:
    raise ValueError("nobody foresaw it")


def _work(seconds: float) -> float:
    until = time.process_time() + seconds
    while time.process_time() < until:
        pass
    return seconds


class AskedAgain(unittest.TestCase):
    def test_a_process_that_was_done_is_asked_again_and_goes_after_a_while(self) -> None:
        limits = Confinement(seconds=20.25)
        numbers = [limits.run(_own_number) for _ in range(60)]
        self.assertNotIn(os.getpid(), numbers)
        self.assertLess(len(set(numbers)), 6)
        self.assertGreater(len(set(numbers)), 1)

    def test_one_that_failed_in_a_way_nobody_foresaw_is_not(self) -> None:
        limits = Confinement(seconds=20.5)
        first = limits.run(_own_number)
        with self.assertRaises(ValueError):
            limits.run(_fail)
        self.assertNotEqual(limits.run(_own_number), first)

    def test_one_that_was_killed_while_it_waited_is_replaced(self) -> None:
        limits = Confinement(seconds=20.75)
        first = limits.run(_own_number)
        os.kill(first, 9)
        time.sleep(0.2)
        self.assertNotEqual(limits.run(_own_number), first)

    def test_time_is_counted_for_each_question_by_itself(self) -> None:
        # Of the processor's time, which a busy machine does not stretch: six times what one question may take.
        limits = Confinement(seconds=4.0)
        for _ in range(6):
            self.assertEqual(limits.run(_work, 1.0), 1.0)

    def test_many_ask_at_the_same_time(self) -> None:
        limits = Confinement(seconds=20)
        with ThreadPoolExecutor(6) as threads:
            answers = list(threads.map(lambda n: limits.run(len, "x" * n), range(80)))
        self.assertEqual(answers, list(range(80)))
