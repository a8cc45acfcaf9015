"""The launcher's small decisions: ports, stamps, what is missing, what is said."""

from __future__ import annotations

import os
import socket
import subprocess
import sys
import tempfile
import time
import unittest
from pathlib import Path
from unittest import mock

ROOT = Path(__file__).resolve().parents[2]
sys.path.insert(0, str(ROOT / "tools"))

from launch import __main__ as launcher  # noqa: E402
from launch import debian, instance, node_env, paths, postgres, serve  # noqa: E402
from launch.say import Trouble, run  # noqa: E402
from launch.supervise import Service, Supervisor  # noqa: E402


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
    def process(self, **marks: str) -> subprocess.Popen[bytes]:
        child = subprocess.Popen(
            [sys.executable, "-c", "import time; time.sleep(60)"], env={**os.environ, **marks}
        )
        self.addCleanup(child.wait)
        self.addCleanup(child.kill)
        # Its environment is its own as soon as it runs its program.
        while b"sleep" not in Path(f"/proc/{child.pid}/cmdline").read_bytes():
            time.sleep(0.01)
        return child

    def test_processes_of_this_checkout_are_ended_and_no_others(self) -> None:
        ours = self.process(**{instance.MARK: "/made/up"})
        others = self.process(**{instance.MARK: "/made/up/elsewhere"})
        with mock.patch.object(instance, "mark", return_value="/made/up"):
            self.assertEqual(instance.end_left_over(), 1)
        self.assertEqual(ours.wait(5), -15)
        self.assertIsNone(others.poll())

    def test_the_second_to_come_is_told_where_the_first_is(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "lock"
            with mock.patch.object(instance, "_LOCK", path):
                lock = instance.take_lock()
                assert lock is not None
                instance.note(lock, "it is at http://127.0.0.1:8417/")
                self.assertIsNone(instance.take_lock())
                self.assertIn(":8417/", instance.noted())
                lock.close()
                again = instance.take_lock()
                assert again is not None
                again.close()


class KeepingUp(unittest.TestCase):
    def service(self, program: str) -> Service:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        command = [sys.executable, "-c", program]
        return Service("test", command, dict(os.environ), Path("/"), Path(folder.name) / "test.log")

    def test_what_was_killed_is_started_again(self) -> None:
        service = self.service("import time; time.sleep(60)")
        supervisor = Supervisor([service], lambda: None)
        supervisor.look()
        first = service.process
        assert first is not None
        first.kill()
        first.wait()
        deadline = time.monotonic() + 5
        with mock.patch("launch.supervise.say") as said:
            while not (service.is_up and service.process is not first):
                supervisor.look()
                self.assertLess(time.monotonic(), deadline)
                time.sleep(0.05)
        self.assertIn("started again", said.call_args.args[0])
        supervisor.stop()
        self.assertFalse(service.is_up)

    def test_what_ends_again_and_again_is_started_more_and_more_slowly(self) -> None:
        service = self.service("raise SystemExit(3)")
        pauses = []
        with mock.patch("launch.supervise.say"):
            for _ in range(4):
                service.due = 0
                service.look()
                assert service.process is not None
                service.process.wait()
                service.look()
                pauses.append(service.pause)
        self.assertEqual(pauses, [1.0, 2.0, 4.0, 8.0])

    def test_the_address_stays_or_is_refused_in_words(self) -> None:
        with (
            tempfile.TemporaryDirectory() as folder,
            mock.patch.object(serve, "_ADDRESS", Path(folder) / "port"),
            mock.patch.dict(os.environ),
        ):
            os.environ.pop("GRELT_PORT", None)
            first = serve._listen()
            port = first.getsockname()[1]
            with self.assertRaisesRegex(Trouble, f"Port {port} is taken"):
                serve._listen()
            first.close()
            again = serve._listen()
            self.assertEqual(again.getsockname()[1], port)
            again.close()

    def test_an_address_of_another_machine_is_refused_in_words(self) -> None:
        with (
            tempfile.TemporaryDirectory() as folder,
            mock.patch.object(serve, "_ADDRESS", Path(folder) / "port"),
            mock.patch.dict(os.environ, {"GRELT_LISTEN": "203.0.113.7"}),
            self.assertRaisesRegex(Trouble, "cannot listen on 203.0.113.7"),
        ):
            serve._listen()

    def test_where_it_is_reached(self) -> None:
        cases = {
            "127.0.0.1": "http://127.0.0.1:",
            "127.0.0.2": "http://127.0.0.2:",
            "0.0.0.0": "http://127.0.0.1:",
        }
        for host, where in cases.items():
            with self.subTest(host), socket.create_server((host, 0)) as listening:
                self.assertTrue(serve.address(listening).startswith(where))

    def test_settings_that_cannot_be_meant(self) -> None:
        for settings, words in (
            ({"GRELT_CHECK_MB": "lots"}, "GRELT_CHECK_MB is “lots”"),
            ({"GRELT_RECORDS_WAIT": "-1"}, "GRELT_RECORDS_WAIT"),
            ({"GRELT_PORT": "80.5"}, "whole number"),
            ({"GRELT_HTTPS": "1"}, "GRELT_PROXY"),
        ):
            with self.subTest(settings), self.assertRaisesRegex(Trouble, words):
                serve.refuse_senseless(settings)
        serve.refuse_senseless({"GRELT_RECORDS_WAIT": "0.5", "GRELT_PORT": "8500"})
        serve.refuse_senseless({"GRELT_HTTPS": "1", "GRELT_PROXY": "127.0.0.1", "GRELT_PORT": ""})


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
