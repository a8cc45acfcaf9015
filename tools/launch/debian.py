"""Packages of the system: installed when missing, with sudo when not root."""

from __future__ import annotations

import os
import shutil

from .say import Trouble, run, step


def install(packages: list[str], why: str) -> None:
    """Install Debian packages without asking. Raises `Trouble` with the command to run by hand."""
    by_hand = f"sudo apt-get install {' '.join(packages)}"
    if shutil.which("apt-get") is None:
        raise Trouble(f"{why} is missing. Install it ({' '.join(packages)}) and start again.")
    as_root = [] if os.getuid() == 0 else ["sudo", "-n"]
    if as_root and shutil.which("sudo") is None:
        raise Trouble(f"{why} is missing. Run as root: {by_hand}")
    env = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
    keep = ["env", "DEBIAN_FRONTEND=noninteractive"]
    with step(f"installing {why} ({' '.join(packages)})"):
        failure = f"{why} could not be installed. Try by hand: {by_hand}"
        run([*as_root, *keep, "apt-get", "update", "-qq"], env=env, failure=failure)
        run(
            [*as_root, *keep, "apt-get", "install", "-y", "-qq", "--no-install-recommends",
             *packages],
            env=env,
            failure=failure,
        )  # fmt: skip
