"""The command line: `grelt check`, `grelt return`, `grelt class`, `grelt explain`, and lists.

The only place of the core that reads files and the clock.
"""

from __future__ import annotations

import argparse
import datetime
import json
import os
import sys
from collections.abc import Iterator
from functools import partial
from pathlib import Path
from typing import Any

from . import api
from .comparing import compared
from .errors import PaperMissing, RecordsInvalid
from .summary import summary

_Outcome = dict[str, Any] | api.PaperUnreadable
_CLEAN, _FINDINGS, _USAGE, _UNREADABLE = 0, 1, 2, 3


def main(arguments: list[str] | None = None) -> int:
    """Run a command and return its exit status. Never shows a traceback for bad input."""
    parser = _parser()
    try:
        options = parser.parse_args(arguments)
    except SystemExit as stop:
        return int(stop.code or 0)
    try:
        if options.command == "check":
            return _check(options)
        if options.command == "return":
            return _return(options)
        if options.command == "class":
            return _class(options)
        if options.command == "compare":
            return _compare(options)
        if options.command == "explain":
            print(api.explain(options.rule, options.guide).text())
        elif options.command == "rules":
            for rule in api.rule_ids():
                print(rule)
        else:
            for guide in api.guides():
                print(f"{guide['id']:<28}{guide['manual']}")
    except api.GreltError as error:
        print(f"grelt: {error.message}", file=sys.stderr)
        return _USAGE
    except BrokenPipeError:
        return _CLEAN
    return _CLEAN


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="grelt", description="Check a paper’s citations.")
    commands = parser.add_subparsers(dest="command", required=True)
    check = commands.add_parser("check", help="check one or more papers")
    check.add_argument(
        "papers", metavar="PAPER", nargs="+", help=f"a paper ({', '.join(api.READABLE)})"
    )
    check.add_argument("--guide", default=api.AUTO, metavar="ID", help="a guide id, or auto")
    check.add_argument("--house", metavar="FILE.toml", help="house rules over the guide")
    check.add_argument("--records", metavar="FILE.json", help="looked-up records of the sources")
    check.add_argument("--date", metavar="YYYY-MM-DD", help="the day of the check (default: today)")
    check.add_argument(
        "--json", action="store_true", help="print the report, one a line if several"
    )
    check.add_argument(
        "--jobs", type=_jobs, default=0, metavar="N",
        help="check so many papers at once (default: one for each processor)",
    )  # fmt: skip
    check.add_argument("--quiet", action="store_true", help="print nothing; the exit status tells")
    explain = commands.add_parser("explain", help="what a rule looks for, and why")
    explain.add_argument("rule", metavar="RULE")
    explain.add_argument("--guide", metavar="ID")
    compare = commands.add_parser(
        "compare", help="findings gained and lost between two files of reports"
    )
    compare.add_argument("earlier", metavar="A", help="what `check --json` has printed")
    compare.add_argument("later", metavar="B", help="the same papers, checked again")
    compare.add_argument("--each", action="store_true", help="name every finding that differs")
    back = commands.add_parser(
        "return", help="what goes back: the paper with remarks, a letter, the list put right"
    )
    back.add_argument("paper", metavar="PAPER")
    back.add_argument(
        "--out", required=True, metavar="FILE", help="where it is written (-: standard output)"
    )
    back.add_argument(
        "--as", dest="form", choices=api.RETURN_FORMS, metavar="FORM",
        help=f"{', '.join(api.RETURN_FORMS)} (default: told by FILE, else the paper’s own)",
    )  # fmt: skip
    back.add_argument("--guide", default=api.AUTO, metavar="ID", help="a guide id, or auto")
    back.add_argument("--house", metavar="FILE.toml", help="house rules over the guide")
    back.add_argument("--records", metavar="FILE.json", help="looked-up records of the sources")
    back.add_argument("--date", metavar="YYYY-MM-DD", help="the day of the return (default: today)")
    back.add_argument("--author", default="Grelt", metavar="NAME", help="whose the comments are")
    whole = commands.add_parser("class", help="what a class of papers slips on, as one picture")
    whole.add_argument("papers", nargs="+", metavar="PAPER")
    whole.add_argument("--out", required=True, metavar="FILE", help="where it is written")
    whole.add_argument(
        "--as", dest="form", choices=api.CLASS_FORMS, metavar="FORM",
        help=f"{', '.join(api.CLASS_FORMS)} (default: told by FILE)",
    )  # fmt: skip
    whole.add_argument("--title", default="The class", metavar="WORDS", help="what stands over it")
    whole.add_argument("--guide", default=api.AUTO, metavar="ID", help="a guide id, or auto")
    whole.add_argument("--house", metavar="FILE.toml", help="house rules over the guide")
    whole.add_argument("--date", metavar="YYYY-MM-DD", help="the day of the check (default: today)")
    whole.add_argument("--jobs", type=int, default=0, metavar="N", help="processes (default: all)")
    commands.add_parser("rules", help="list the rules")
    commands.add_parser("guides", help="list the guides")
    return parser


def _check(options: argparse.Namespace) -> int:
    inputs = api.CheckInputs(
        guide=options.guide,
        house=_house(options.house),
        date=_date(options.date),
        records=_records(options.records),
    )
    if options.guide != api.AUTO and options.guide not in {g["id"] for g in api.guides()}:
        known = ", ".join(g["id"] for g in api.guides())
        print(f"grelt: there is no guide “{options.guide}”. Known: {known}.", file=sys.stderr)
        return _USAGE
    api.house_rules(inputs.house)
    status = _CLEAN
    unreadable = False
    several = len(options.papers) > 1
    for name, report in zip(options.papers, _reports(options, inputs), strict=True):
        if isinstance(report, api.PaperUnreadable):
            unreadable = True
            _say_unreadable(name, report, options)
            continue
        if any(f["severity"] == "error" for f in report["findings"]):
            status = _FINDINGS
        _print(report, options, several)
    return _UNREADABLE if unreadable else status


def _return(options: argparse.Namespace) -> int:
    """Every finding taken as kept, a habit as one remark."""
    from .returning.forms import ENDINGS, own_form

    date = _date(options.date)
    inputs = api.CheckInputs(
        options.guide, _house(options.house), date, records=_records(options.records)
    )
    try:
        data = _read(options.paper)
        name = Path(options.paper).name
        report = api.check(data, name, inputs)
    except api.PaperUnreadable as error:
        print(f"grelt: {Path(options.paper).name}: {error.message}", file=sys.stderr)
        return _UNREADABLE
    ending = Path(options.out).suffix.casefold()
    told = own_form(name) if ending in (f".{own_form(name)}", "") else None
    form = options.form or told or next((f for f, (e, _) in ENDINGS.items() if e == ending), "")
    if not form:
        print(f"grelt: what {options.out} is to be is not told; say it with --as.", file=sys.stderr)
        return _USAGE
    returned = api.return_of(report)
    made, _, _ = api.return_file(
        form, data, name, returned, author=options.author, date=f"{date}T12:00:00Z"
    )
    if options.out == "-":
        sys.stdout.buffer.write(made)
        return _CLEAN
    try:
        Path(options.out).write_bytes(made)
    except OSError as error:
        print(f"grelt: {options.out} cannot be written: {error.strerror}.", file=sys.stderr)
        return _USAGE
    print(f"{len(returned.remarks)} remarks in {options.out}")
    return _CLEAN


def _class(options: argparse.Namespace) -> int:
    form = options.form or Path(options.out).suffix.removeprefix(".").casefold()
    if form not in api.CLASS_FORMS:
        print(f"grelt: what {options.out} is to be is not told; say it with --as.", file=sys.stderr)
        return _USAGE
    inputs = api.CheckInputs(
        guide=options.guide, house=_house(options.house), date=_date(options.date)
    )
    api.house_rules(inputs.house)
    handed = []
    status = _CLEAN
    for name, report in zip(options.papers, _reports(options, inputs), strict=True):
        if isinstance(report, api.PaperUnreadable):
            # The others make a class without it.
            print(f"grelt: {Path(name).name}: {report}", file=sys.stderr)
            status = _UNREADABLE
            continue
        writer = api.writer_of(report) or Path(name).stem
        handed.append(api.handed(writer, api.paper_figures(report)))
    if not handed:
        return _UNREADABLE
    made, _, _ = api.class_file(form, api.class_picture(handed), options.title)
    try:
        Path(options.out).write_bytes(made)
    except OSError as error:
        print(f"grelt: {options.out} cannot be written: {error.strerror}.", file=sys.stderr)
        return _USAGE
    print(f"{len(handed)} papers in {options.out}")
    return status


def _compare(options: argparse.Namespace) -> int:
    comparison = compared(_said(options.earlier), _said(options.later))
    print(comparison.text(each=options.each))
    return _FINDINGS if comparison.differs else _CLEAN


def _said(name: str) -> list[dict[str, Any]]:
    """Reports that were printed: one, or one a line."""
    try:
        text = Path(name).read_text(encoding="utf-8")
        lines = [text] if text.startswith("{\n") else text.splitlines()
        reports = [json.loads(line) for line in lines if line.strip()]
    except (OSError, UnicodeDecodeError, json.JSONDecodeError) as error:
        raise api.ReportsUnreadable(
            f"{name} holds no reports: print them with “check --json”."
        ) from error
    if not all(isinstance(r, dict) and "file" in r for r in reports):
        raise api.ReportsUnreadable(f"{name} holds something else than reports.")
    return reports


def _reports(options: argparse.Namespace, inputs: api.CheckInputs) -> Iterator[_Outcome]:
    """A report, or why there is none, for each paper, in the order of the papers."""
    check = partial(_report, inputs=inputs)
    jobs = min(len(options.papers), options.jobs or len(os.sched_getaffinity(0)))
    if jobs < 2:
        yield from map(check, options.papers)
        return
    import multiprocessing
    from concurrent.futures import ProcessPoolExecutor

    api.ready()  # once, before the others branch off
    with ProcessPoolExecutor(jobs, multiprocessing.get_context("fork")) as pool:
        yield from pool.map(check, options.papers)


def _report(name: str, inputs: api.CheckInputs) -> _Outcome:
    try:
        return api.check(_read(name), Path(name).name, inputs)
    except api.PaperUnreadable as error:
        return error


def _print(report: dict[str, Any], options: argparse.Namespace, several: bool) -> None:
    if options.quiet:
        return
    if options.json:
        indent = None if several else 2
        print(json.dumps(report, ensure_ascii=False, indent=indent), flush=True)
    else:
        print(summary(report), flush=True)


def _say_unreadable(name: str, error: api.PaperUnreadable, options: argparse.Namespace) -> None:
    print(f"grelt: {Path(name).name}: {error.message}", file=sys.stderr)
    if options.json and not options.quiet:
        line = {"file": Path(name).name, "error": {"code": error.code, "message": error.message}}
        print(json.dumps(line, ensure_ascii=False), flush=True)


def _read(name: str) -> bytes:
    path = Path(name)
    try:
        if path.is_file() and path.stat().st_size > api.LIMITS.file:
            return path.open("rb").read(api.LIMITS.file + 1)
        return path.read_bytes()
    except FileNotFoundError as error:
        raise PaperMissing(f"There is no file {name}.") from error
    except IsADirectoryError as error:
        raise PaperMissing(f"{name} is a folder. Name the papers in it.") from error
    except OSError as error:
        raise PaperMissing(f"The file cannot be opened: {error.strerror}.") from error


def _house(name: str | None) -> str | None:
    if name is None:
        return None
    try:
        return Path(name).read_text(encoding="utf-8")
    except (OSError, UnicodeDecodeError) as error:
        raise api.HouseRuleInvalid(f"The house rules file {name} cannot be read.") from error


def _records(name: str | None) -> str | None:
    if name is None:
        return None
    try:
        text = Path(name).read_text(encoding="utf-8")
    except (OSError, UnicodeDecodeError) as error:
        raise RecordsInvalid(f"The records file {name} cannot be read.") from error
    api.read_records(text)  # refused before any paper is read
    return text


def _jobs(text: str) -> int:
    count = int(text) if text.isdecimal() else 0
    if not 1 <= count <= 256:
        raise argparse.ArgumentTypeError(f"“{text}” is no number of jobs; give one from 1 to 256")
    return count


def _date(text: str | None) -> str:
    if text is None:
        return datetime.date.today().isoformat()
    try:
        return datetime.date.fromisoformat(text).isoformat()
    except ValueError as error:
        raise api.HouseRuleInvalid(f"“{text}” is no date; write it as 2026-11-24.") from error


if __name__ == "__main__":
    sys.exit(main())
