"""`python -m grelt`: the command line, started fast."""

from __future__ import annotations

import gc
import sys

from .start import KeptPatterns


def run() -> int:
    """Run the command line and return its exit status."""
    patterns = KeptPatterns()
    patterns.install()
    # A process that ends soon has little to collect, and its modules never.
    gc.disable()
    from .cli import main  # after that, for its imports compile expressions

    gc.freeze()
    gc.set_threshold(50_000)
    gc.enable()
    status = main()
    patterns.keep()
    return status


if __name__ == "__main__":
    sys.exit(run())
