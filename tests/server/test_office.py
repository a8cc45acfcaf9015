"""What goes back opens in an office program as it should: without a question, with as many comments."""

from __future__ import annotations

import re
import shutil
import subprocess
import tempfile
import unittest
from pathlib import Path

from grelt import api
from tests.core.test_return import AUTHOR, DATE, ESSAYS, checked, given_back, hand_made


class InAnOfficeProgram(unittest.TestCase):
    def test_it_opens_the_files_and_counts_as_many_comments(self) -> None:
        program = shutil.which("soffice")
        assert program is not None, "LibreOffice is installed by `bin/grelt test`"
        with tempfile.TemporaryDirectory() as folder:
            counts: dict[str, int] = {}
            for essay in ESSAYS[:4]:
                for format in ("docx", "odt"):
                    _, made, _, returned = given_back(essay, format)
                    path = Path(folder) / f"{essay.name}-{format}.{format}"
                    path.write_bytes(made)
                    counts[path.stem] = len(returned.remarks)
            Path(folder, "hand.docx").write_bytes(
                api.return_file(
                    "docx", hand_made(), "p.docx",
                    api.return_of(checked(hand_made(), "p.docx", "mla-9")), author=AUTHOR, date=DATE,
                )[0]
            )  # fmt: skip
            files = sorted(str(p) for p in Path(folder).iterdir())
            subprocess.run(
                [program, f"-env:UserInstallation=file://{folder}/profile", "--headless", "--convert-to", "fodt",
                 "--outdir", f"{folder}/out", *files],
                check=True, capture_output=True, timeout=300,
            )  # fmt: skip
            for stem, count in counts.items():
                with self.subTest(stem):
                    opened = Path(folder, "out", f"{stem}.fodt").read_text(encoding="utf-8")
                    self.assertEqual(len(re.findall(r"<office:annotation[ >]", opened)), count)
            self.assertTrue(Path(folder, "out", "hand.fodt").exists())
