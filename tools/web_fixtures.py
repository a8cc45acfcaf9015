"""Writes what the tests of the front end work on: reports and sources as the core makes them today.

`bin/grelt test web` runs it before the tests; what it writes (`web/fixtures/`) is not kept.
"""

from __future__ import annotations

import json
from pathlib import Path

from demo.essay import COURSES, load_essays
from demo.write import file_of
from grelt import api

FOLDER = Path(__file__).resolve().parents[1] / "web" / "fixtures"
# A paper of each system, with unlisted sources, notes, and names in sentences.
PAPERS = (
    "1-marlowe-slack-water",
    "1-ingram-first-toll",
    "3-chaudry-second-watch",
    "8-castellan-short-crossing",
)


def main() -> None:
    FOLDER.mkdir(exist_ok=True)
    for essay in load_essays(COURSES):
        if essay.name in PAPERS:
            name, data = file_of(essay)
            report = api.check(data, name, api.CheckInputs(essay.guide, date="2026-11-25"))
            _write(f"report-{essay.name.partition('-')[2]}", report)
    shelf = {guide["id"]: api.guide_shelf(guide["id"]) for guide in api.guides()}
    _write("shelf", shelf)


def _write(name: str, value: object) -> None:
    (FOLDER / f"{name}.json").write_text(json.dumps(value, ensure_ascii=False), encoding="utf-8")


if __name__ == "__main__":
    main()
