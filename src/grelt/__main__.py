"""`python -m grelt`: the command line, started fast."""

from __future__ import annotations

import gc
import sys

from .start import KeptMethods, KeptPatterns


def run() -> int:
    """Run the command line and return its exit status."""
    stores = (KeptPatterns(), KeptMethods())
    for store in stores:
        store.install()
    # A process that ends soon has little to collect, and its modules never.
    gc.disable()
    from .cli import main  # after that, for its imports compile much

    gc.freeze()
    gc.set_threshold(50_000)
    gc.enable()
    status = main()
    for store in stores:
        store.keep()
    return status


if __name__ == "__main__":
    sys.exit(run())
