"""The commands of `bin/grelt`."""

from __future__ import annotations

import sys

from . import python_env
from .paths import PYTHON
from .say import Trouble, say

_HELP = """grelt start                 start Grelt with demo data (Ctrl-C stops it)
grelt start --empty         start it for real use: without the demo and its account
grelt account NAME          make an account, or give it a new password
grelt backup FILE           write all data into one file (restore FILE puts it back)
grelt test                  run all tests
grelt test core|web|LABEL…  some of them (core: no database; web: the front end's own)
grelt test worlds           every correct entry in other words
grelt test rule ID…         the cases of rules
grelt lint                  linters, type checks, import rules
grelt check PAPER…          check papers on the command line (--help tells more)
grelt return PAPER --out F   what goes back: the paper with remarks, a letter, the list put right
grelt class PAPER… --out F   what a class of papers slips on (.html, .pdf, .csv, .json)
grelt compare A B [PAPER…]  findings gained and lost between two files of reports, or two checkouts
grelt explain RULE          what a rule looks for, and why
grelt rules | guides        list them
grelt demo-papers [FOLDER]  write the demo papers as files
grelt manage COMMAND…       one of Django’s commands, with the database up"""


def main(arguments: list[str]) -> int:
    command, rest = (arguments[0], arguments[1:]) if arguments else ("help", [])
    try:
        if command in ("check", "return", "class", "explain", "rules", "guides"):
            return python_env.core(arguments)
        return _others(command, rest)
    except Trouble as trouble:
        say(f"grelt: {trouble}")
        return 1
    except KeyboardInterrupt:
        return 130


def _others(command: str, rest: list[str]) -> int:
    """Commands that do much, and load what they need for it."""
    import subprocess

    from . import admin, checks, serve

    if command == "start" and rest in ([], ["--empty"]):
        return serve.start(empty=bool(rest))
    if command == "test":
        return checks.test(rest)
    if command == "lint":
        return checks.lint()
    if command == "manage":
        return admin.manage(rest)
    if command == "account":
        return admin.account(rest)
    if command == "backup":
        return admin.back_up(rest)
    if command == "restore":
        return admin.restore(rest)
    if command == "compare":
        from . import compare

        return compare.compare(rest)
    if command == "demo-papers":
        python_env.ensure("server")
        done = subprocess.run(
            [str(PYTHON), "-m", "demo.build", *rest],
            env=python_env.environment(),
            check=False,
        )
        return done.returncode
    asked = {"help", "--help", "-h"} & {command, *rest}
    print(_HELP if asked else f"There is no command {' '.join([command, *rest])}.\n{_HELP}")
    return 0 if asked else 2


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
