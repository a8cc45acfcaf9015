"""Tests side by side: a database for each process, and processes that may start others."""

from __future__ import annotations

import multiprocessing
from typing import Any

from django.test.runner import DiscoverRunner, ParallelTestSuite

_django_begins = ParallelTestSuite.init_worker


def _begin(*given: Any, **named: Any) -> None:
    """What a paper is read in is a process of its own, and a daemon may have none."""
    multiprocessing.current_process().daemon = False
    _django_begins(*given, **named)


class _Suite(ParallelTestSuite):
    init_worker = _begin


class SideBySide(DiscoverRunner):
    """Django's own, but for what its processes may do."""

    parallel_test_suite = _Suite
