"""The worked example of every kind in every guide, against what was written down and read with care.

`python -m tests.core.test_worked_examples write` writes the files anew after a change; each line
of the difference wants reading by somebody who knows the guide.
"""

from __future__ import annotations

import sys
import unittest
from pathlib import Path

from grelt import api
from grelt.guides import available_guides

_FOLDER = Path(__file__).parent / "worked"


def worked(guide: str) -> str:
    """A guide's examples: a paragraph a kind, a line for each form, italics between asterisks."""
    blocks = []
    for kind in api.guide_shelf(guide):
        example = kind["example"]
        forms = [example["entry"], *example["in_text"], *example["notes"]]
        lines = [f"  {form['label']}: {_marked(form['html'])}" for form in forms if form["html"]]
        if example["unlisted"]:
            lines.insert(0, f"  not in the list: {example['unlisted']}")
        blocks.append("\n".join([kind["kind"], *lines]))
    return "\n\n".join(blocks) + "\n"


def _marked(html: str) -> str:
    return html.replace("<i>", "*").replace("</i>", "*").replace("&amp;", "&")


def _file(guide: str) -> Path:
    return _FOLDER / f"{guide}.txt"


class WorkedExamples(unittest.TestCase):
    maxDiff = None

    def test_every_guide_writes_them_as_was_agreed(self) -> None:
        for guide in available_guides():
            with self.subTest(guide=guide):
                self.assertEqual(worked(guide), _file(guide).read_text(encoding="utf-8"))

    def test_every_guide_has_every_kind_once(self) -> None:
        for guide in available_guides():
            kinds = [k["kind"] for k in api.guide_shelf(guide)]
            self.assertEqual(sorted(set(kinds)), sorted(kinds))
            self.assertEqual(len(kinds), 23)


if __name__ == "__main__" and sys.argv[1:] == ["write"]:
    for identity in available_guides():
        _file(identity).write_text(worked(identity), encoding="utf-8")
