"""Correct entries in other words stay clean: a sample of each world, those of every guide and kind among them.
All of them are tried by `bin/grelt test worlds`."""

from __future__ import annotations

import re
import unittest

from demo.essay import load_essay
from demo.write import file_of
from grelt import api

from .marked_entries import SETS, MarkedEntry, load_set
from .measured_entries import measure
from .test_correct_papers import ESSAYS
from .worlds import World, rewritten, worlds

ONE_IN = 24


def marked() -> list[MarkedEntry]:
    return [e for p in sorted(SETS.iterdir()) if p.is_dir() for e in load_set(p.name)]


def alarms(world: World, *, one_in: int = 1) -> tuple[int, list[str]]:
    """How many entries were tried in a world, and what was called wrong in them."""
    changed = [e for e in (rewritten(e, world) for e in marked()) if e is not None][::one_in]
    wrong = [w for e in changed for w in measure(e).wrong if w.startswith("ALARM")]
    return len(changed), wrong


class Worlds(unittest.TestCase):
    def test_a_sample_of_each_stays_clean(self) -> None:
        for world in worlds():
            with self.subTest(world=world.name):
                tried, wrong = alarms(world, one_in=ONE_IN)
                self.assertGreater(tried, 2)
                self.assertEqual(wrong, [])

    def test_every_substitution_changes_some_entry(self) -> None:
        for world in worlds():
            for number, swap in enumerate(world.swaps):
                one = World(world.name, world.what, (swap,))
                with self.subTest(world=world.name, swap=number):
                    self.assertTrue(any(rewritten(e, one) is not None for e in marked()))


class EssaysInWorlds(unittest.TestCase):
    """Correct essays whose authors have other surnames, in the list and in the text alike."""

    def test_their_citations_are_led_home_and_right(self) -> None:
        worlds_of_names = [w for w in worlds() if any(s.get("names") for s in w.swaps)]
        self.assertGreaterEqual(len(worlds_of_names), 3)
        for number, path in enumerate(sorted(ESSAYS.glob("*.txt"))):
            essay = load_essay(path)
            name, data = file_of(essay, "md")
            world = worlds_of_names[number % len(worlds_of_names)]
            text = renamed(data.decode(), essay.guide, world)
            report = api.check(text.encode(), name, api.CheckInputs(essay.guide), strict=True)
            with self.subTest(essay=path.stem, world=world.name):
                found = [
                    (f["rule"], f["found"], f["message"])
                    for f in report["findings"]
                    if f["family"] in ("match", "in-text", "notes") and f["rule"] != "cite-order"
                ]
                self.assertEqual(found, [])


def renamed(text: str, guide: str, world: World) -> str:
    """A paper in which each surname of the list is another throughout, no two the same."""
    paper = api.analyse_paper(text.encode(), "paper.md", guide)
    families = {p.family for e in paper.entries for p in e.persons if p.given}
    new = [n.replace("\\", "") for s in world.swaps if s.get("names") for n in s["by"]]
    for number, family in enumerate(sorted(families, key=lambda f: (-len(f), f))[: len(new)]):
        first = f"[{family[0].upper()}{family[0].lower()}]"  # `De la Cruz` where a sentence begins
        pattern = rf"(?<![\w’-]){first}{re.escape(family[1:])}(?![\w-])"
        text = re.sub(pattern, f"\0{number}\0", text)

    def name(match: re.Match[str]) -> str:
        word = new[int(match[1])]
        before, after = match.string[: match.start()][-4:], match.string[match.end() :][:1]
        begins = re.search(r"[.?!]”? $", before) is not None and after != ","
        return f"{word[0].upper()}{word[1:]}" if begins else str(word)

    return str(re.sub("\0(\\d+)\0", name, text))
