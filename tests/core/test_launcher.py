"""The launcher's small decisions: ports, stamps, what is missing, what is said."""

from __future__ import annotations

import os
import socket
import sys
import tempfile
import unittest
from pathlib import Path
from unittest import mock

ROOT = Path(__file__).resolve().parents[2]
sys.path.insert(0, str(ROOT / "tools"))

from launch import __main__ as launcher  # noqa: E402
from launch import debian, node_env, paths, postgres, serve  # noqa: E402
from launch.say import Trouble, run  # noqa: E402


class Ports(unittest.TestCase):
    def test_a_taken_port_gives_way_to_the_next_free_one(self) -> None:
        with socket.socket() as taken:
            taken.bind(("127.0.0.1", 0))
            taken.listen()
            port = taken.getsockname()[1]
            self.assertGreater(postgres.free_port(port), port)


class Stamps(unittest.TestCase):
    def test_a_step_is_done_again_when_its_inputs_change(self) -> None:
        with (
            tempfile.TemporaryDirectory() as folder,
            mock.patch.object(paths, "STAMPS", Path(folder)),
        ):
            self.assertFalse(paths.stamped("step", "one"))
            paths.stamp("step", "one")
            self.assertTrue(paths.stamped("step", "one"))
            self.assertFalse(paths.stamped("step", "two"))

    def test_a_digest_sees_names_and_contents(self) -> None:
        one, two = ROOT / "README.md", ROOT / "ARCHITECTURE.md"
        self.assertEqual(paths.digest([one, two]), paths.digest([two, one]))
        self.assertNotEqual(paths.digest([one]), paths.digest([two]))

    def test_the_build_depends_on_every_source(self) -> None:
        names = {p.name for p in node_env.sources()}
        self.assertTrue({"main.tsx", "desk.css", "package-lock.json", "vite.config.ts"} <= names)


class Missing(unittest.TestCase):
    def test_an_old_node_is_not_new_enough(self) -> None:
        for version, enough in (
            ("v18.20.1", False),
            ("v20.18.9", False),
            ("v20.19.0", True),
            ("v24.1.0", True),
        ):
            done = mock.Mock(stdout=f"{version}\n")
            with (
                mock.patch("launch.node_env.subprocess.run", return_value=done),
                mock.patch("launch.node_env.shutil.which", return_value="/usr/bin/npm"),
                self.subTest(version=version),
            ):
                self.assertEqual(node_env._new_enough("/usr/bin/node"), enough)

    def test_without_a_package_manager_it_says_what_to_install(self) -> None:
        with (
            mock.patch("launch.debian.shutil.which", return_value=None),
            self.assertRaises(Trouble) as caught,
        ):
            debian.install(["postgresql"], "PostgreSQL")
        self.assertIn("postgresql", str(caught.exception))

    def test_a_failing_command_is_said_with_its_way_out(self) -> None:
        with mock.patch("launch.say.say"), self.assertRaises(Trouble) as caught:
            run([sys.executable, "-c", "raise SystemExit(3)"], failure="Do this instead.")
        self.assertEqual(str(caught.exception), "Do this instead.")


class LeftOver(unittest.TestCase):
    def test_only_processes_of_this_project_are_ended(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            record = Path(folder) / "running"
            record.write_text(f"{os.getppid()} 999999999")
            with (
                mock.patch.object(serve, "_RUNNING", record),
                mock.patch("launch.serve.os.kill") as kill,
            ):
                with mock.patch.object(serve, "PYTHON", Path("/no/such/python")):
                    serve._end_left_over()
                kill.assert_not_called()
            self.assertFalse(record.exists())


class Commands(unittest.TestCase):
    def test_help_and_what_is_no_command(self) -> None:
        with mock.patch("builtins.print") as said:
            self.assertEqual(launcher.main([]), 0)
            self.assertEqual(launcher.main(["begin"]), 2)
        self.assertIn("There is no command begin", said.call_args.args[0])

    def test_trouble_is_one_line_and_no_traceback(self) -> None:
        with (
            mock.patch("launch.serve.start", side_effect=Trouble("No free port.")),
            mock.patch("launch.__main__.say") as said,
        ):
            self.assertEqual(launcher.main(["start"]), 1)
        said.assert_called_once_with("grelt: No free port.")
