"""The commands of `bin/grelt`."""

from __future__ import annotations

import subprocess
import sys

from . import checks, python_env, serve
from .paths import PYTHON
from .say import Trouble, say

_HELP = """grelt start                 start Grelt with demo data (Ctrl-C stops it)
grelt test                  run all tests
grelt test core|web|LABEL…  some of them (core: no database; web: the front end's own)
grelt test rule ID…         the cases of rules
grelt lint                  linters, type checks, import rules
grelt check PAPER…          check papers on the command line (--help tells more)
grelt explain RULE          what a rule looks for, and why
grelt rules | guides        list them
grelt demo-papers [FOLDER]  write the demo papers as files
grelt manage COMMAND…       one of Django’s commands, with the database up"""


def main(arguments: list[str]) -> int:
    command, rest = (arguments[0], arguments[1:]) if arguments else ("help", [])
    try:
        if command == "start" and not rest:
            return serve.start()
        if command == "test":
            return checks.test(rest)
        if command == "lint":
            return checks.lint()
        if command in ("check", "explain", "rules", "guides"):
            return checks.core(arguments)
        if command == "manage":
            return checks.manage(rest)
        if command == "demo-papers":
            python_env.ensure("server")
            done = subprocess.run(
                [str(PYTHON), "-m", "demo.build", *rest],
                env=python_env.environment(),
                check=False,
            )
            return done.returncode
    except Trouble as trouble:
        say(f"grelt: {trouble}")
        return 1
    except KeyboardInterrupt:
        return 130
    asked = {"help", "--help", "-h"} & {command, *rest}
    print(_HELP if asked else f"There is no command {' '.join(arguments)}.\n{_HELP}")
    return 0 if asked else 2


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
