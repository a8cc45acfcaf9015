"""The project's own database server: who gets in, backups, and the way over to another version."""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path
from unittest import mock

ROOT = Path(__file__).resolve().parents[2]
sys.path.insert(0, str(ROOT / "tools"))

from launch import postgres  # noqa: E402
from launch.postgres import Postgres  # noqa: E402
from launch.say import Trouble  # noqa: E402


class OwnServer(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(tempfile.mkdtemp(prefix="grelt-test-", dir="/var/tmp"))
        self.folder.chmod(0o755)
        self.addCleanup(shutil.rmtree, self.folder, ignore_errors=True)
        environment = {k: v for k, v in os.environ.items() if not k.startswith("GRELT_DB_")}
        for patch in (
            mock.patch.object(postgres, "VAR", self.folder),
            mock.patch.dict(os.environ, environment, clear=True),
            mock.patch.object(postgres, "say"),
            mock.patch("launch.say.say"),
        ):
            patch.start()
            self.addCleanup(patch.stop)
        self.server = Postgres()
        self.addCleanup(self.server.stop)

    def ask(self, query: str, user: str = "grelt", password: str | None = None) -> tuple[int, str]:
        settings = self.server.settings()
        psql = self.server._programs() / "psql"
        done = subprocess.run(
            [str(psql), "-h", "127.0.0.1", "-p", settings["GRELT_DB_PORT"], "-U", user, "-d", "grelt", "-w",
             "-tAc", query],
            env={**os.environ, "PGPASSWORD": settings["GRELT_DB_PASSWORD"] if password is None else password},
            capture_output=True, text=True, check=False,
        )  # fmt: skip
        return done.returncode, done.stdout.strip() or done.stderr.strip()

    def test_who_gets_in_and_what_they_may(self) -> None:
        self.server.ensure_running()
        self.assertEqual(self.ask("SELECT 1"), (0, "1"))
        self.assertNotEqual(self.ask("SELECT 1", password="guess")[0], 0)
        self.assertNotEqual(self.ask("SELECT 1", "postgres", "")[0], 0)
        self.assertNotEqual(self.ask("COPY (SELECT 1) TO PROGRAM 'id'")[0], 0)
        self.assertEqual(self.ask("CREATE TABLE paper (words text)")[0], 0)
        for path in self.folder.glob("postgres/*.password"):
            self.assertEqual(path.stat().st_mode & 0o777, 0o600)

    def test_data_that_let_everybody_in_asks_for_a_password_from_now_on(self) -> None:
        self.server.ensure_running()
        self.ask("CREATE TABLE paper AS SELECT 'tide' AS words")
        self.server.stop()
        (self.server.data / "pg_hba.conf").write_text("host all all 127.0.0.1/32 trust\n")
        again = self.server = Postgres()
        again.ensure_running()
        self.addCleanup(again.stop)
        self.assertNotEqual(self.ask("SELECT 1", password="guess")[0], 0)
        self.assertEqual(self.ask("SELECT words FROM paper"), (0, "tide"))

    def test_a_backup_comes_back_and_what_was_there_is_kept(self) -> None:
        self.server.ensure_running()
        self.ask("CREATE TABLE paper AS SELECT 'tide' AS words")
        file = self.folder / "backup.dump"
        self.server.back_up(file)
        self.ask("DROP TABLE paper")
        aside = self.server.restore(file)
        self.assertEqual(self.ask("SELECT words FROM paper"), (0, "tide"))
        self.assertEqual(
            self.ask("INSERT INTO paper VALUES ('fog')")[0], 0, "the application owns it"
        )
        there = self.ask(f"SELECT count(*) FROM pg_database WHERE datname = '{aside}'")
        self.assertEqual(there, (0, "1"))
        file.write_bytes(b"nonsense")
        with self.assertRaises(Trouble):
            self.server.restore(file)
        self.assertEqual(self.ask("SELECT count(*) FROM paper"), (0, "2"))

    def test_the_way_over_to_another_version_keeps_the_data_and_the_old_folder(self) -> None:
        self.server.ensure_running()
        self.ask("CREATE TABLE paper AS SELECT 'tide' AS words")
        self.server.stop()
        old = self.server.carry_over(self.server._programs())
        self.assertTrue((old / "PG_VERSION").is_file())
        self.server.ensure_running()
        self.assertEqual(self.ask("SELECT words FROM paper"), (0, "tide"))

    def test_data_whose_programs_are_gone_is_left_alone(self) -> None:
        self.server.ensure_running()
        self.server.stop()
        (self.server.data / "PG_VERSION").write_text("9\n")
        with self.assertRaisesRegex(Trouble, "Nothing is lost: install postgresql-9"):
            Postgres().ensure_running()
        self.assertTrue(self.server.data.is_dir())

    def test_a_server_that_died_is_started_again_where_it_was(self) -> None:
        self.server.ensure_running()
        port = self.server.port
        pid = int((self.server.data / "postmaster.pid").read_text().split()[0])
        os.kill(pid, 9)
        while Path(f"/proc/{pid}").exists() and "Z" not in Path(f"/proc/{pid}/stat").read_text():
            pass
        self.server.look()
        self.assertEqual((self.server.port, self.ask("SELECT 1")), (port, (0, "1")))

    def test_a_moved_checkout_finds_data_that_lies_elsewhere(self) -> None:
        place = self.folder / "elsewhere" / "data"
        (self.folder / "postgres").mkdir(exist_ok=True)
        (self.folder / "postgres" / "place").write_text(str(place))
        self.assertEqual(Postgres().data, place)
