"""What keeps the code as it is meant to be."""

from __future__ import annotations

import re
import tomllib
import unittest
from collections import Counter
from pathlib import Path

from grelt.findings import Severity
from grelt.guides import available_guides, load_guide
from grelt.guides.loader import GuideBroken, parse_guide
from grelt.guides.options import OPTIONS
from grelt.rules.registry import all_rules, catalogue

ROOT = Path(__file__).resolve().parents[2]
CORE = ROOT / "src" / "grelt"
_LONGEST = 400


def modules(*folders: str) -> list[Path]:
    return [p for f in folders for p in (ROOT / f).rglob("*.py") if "migrations" not in p.parts]


class TheHouse(unittest.TestCase):
    def test_no_code_outside_the_guides_names_a_guide(self) -> None:
        names = re.compile("|".join(re.escape(g) for g in available_guides()))
        for path in modules("src/grelt"):
            if "guides" not in path.parts:
                self.assertIsNone(names.search(path.read_text(encoding="utf-8")), path)

    def test_no_module_has_a_second_subject(self) -> None:
        for path in modules("src", "server", "tools", "demo"):
            lines = len(path.read_text(encoding="utf-8").splitlines())
            self.assertLessEqual(lines, _LONGEST, path)

    def test_all_of_the_core_but_its_doors_is_forbidden_to_the_server(self) -> None:
        settings = tomllib.loads((ROOT / "pyproject.toml").read_text(encoding="utf-8"))
        contracts = settings["tool"]["importlinter"]["contracts"]
        door = next(
            c for c in contracts if c["name"] == "The server reaches the core through its door"
        )
        inside = {
            f"grelt.{p.stem}"
            for p in CORE.iterdir()
            if p.suffix == ".py" or (p / "__init__.py").is_file()
        } - {"grelt.__init__", "grelt.__main__", "grelt.api", "grelt.confined"}
        self.assertEqual(set(door["forbidden_modules"]), inside)
        apps = {p.name for p in (ROOT / "server").iterdir() if p.is_dir() and p.name[0].isalpha()}
        self.assertLessEqual(apps, set(door["source_modules"]))

    def test_every_module_says_what_it_is_for(self) -> None:
        for path in modules("src", "tools", "demo"):
            self.assertTrue(path.read_text(encoding="utf-8").startswith('"""'), path)

    def test_every_rule_file_is_a_rule_of_the_catalogue(self) -> None:
        files = [p for p in (CORE / "rules").glob("*/*.py") if p.name != "__init__.py"]
        self.assertEqual(len(files), len(all_rules()))
        for path in files:
            self.assertIn(path.stem.replace("_", "-"), catalogue())

    def test_messages_fill_and_do_not_shout(self) -> None:
        for rule in all_rules().values():
            for message in rule.rule.messages.values():
                self.assertTrue(message.endswith((".", "}")), (rule.id, message))
                self.assertNotIn("!", message)

    def test_outranked_rules_exist(self) -> None:
        for rule in all_rules().values():
            for other in rule.rule.outranks:
                self.assertIn(other, catalogue())


class Documents(unittest.TestCase):
    """What is counted in words is counted right."""

    def test_the_readme_counts_the_rules_of_each_family(self) -> None:
        text = (ROOT / "README.md").read_text(encoding="utf-8")
        said = dict(
            re.findall(
                r"\*(match|in text|notes|list|entry|integrity|page|requirement)\* \((\d+)", text
            )
        )
        count = Counter(r.family.replace("-", " ") for r in all_rules().values())
        self.assertEqual({k: int(v) for k, v in said.items()}, dict(count))

    def test_the_readme_names_every_house_rule_with_its_values(self) -> None:
        text = (ROOT / "README.md").read_text(encoding="utf-8")
        block = text.partition("[house]")[2].partition("[severity]")[0]
        said = dict(re.findall(r"^\s*(\w+) = (?:\"[^\"]*\"|\S+)\s+# (.+)$", block, re.M))
        for key, option in OPTIONS.items():
            values = {v.strip() for v in said.get(key, "").split(",")}
            own = {"or words of your own"} if option.free_text else set()
            if option.number:
                own = {"or a number"}
            if option.kinds:
                own = {"or numbers of kinds"}
            self.assertEqual(values, set(option.sentences) | own, key)

    def test_the_architecture_names_every_package_of_the_core(self) -> None:
        text = (ROOT / "ARCHITECTURE.md").read_text(encoding="utf-8")
        for path in CORE.iterdir():
            name = path.name if path.suffix == ".py" else f"{path.name}/"
            if name not in ("__init__.py", "__pycache__/"):
                self.assertIn(
                    f"`{name}", text.replace("rules/<family>/", "rules/` `rules/<family>/")
                )


class GuideFiles(unittest.TestCase):
    def test_every_guide_speaks_of_every_rule(self) -> None:
        for identity in available_guides():
            guide = load_guide(identity)
            self.assertEqual(guide.id, identity)
            for rule in all_rules():
                self.assertIsInstance(guide.rules[rule].severity, Severity)

    def test_a_misspelled_guide_is_refused(self) -> None:
        with self.assertRaises(GuideBroken):
            parse_guide({"guide": {}, "lists": {}})
