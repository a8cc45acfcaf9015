"""The real interface in a headless Chromium, within Django's test runner."""

from __future__ import annotations

import os
import shutil
import threading
from pathlib import Path
from typing import Any, ClassVar, Literal

from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.core.cache import cache
from django.db import connection
from playwright.sync_api import Browser, FilePayload, Page, expect, sync_playwright

from tests.world import run_waiting_checks

os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")
# A busy machine is no fault of the interface.
expect.set_options(timeout=20_000)
ROOT = Path(__file__).resolve().parents[2]
AXE = ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js"
# What the browser says of an answer that refuses something: expected where a test provokes it.
_REFUSALS = ("400 (Bad Request)", "403 (Forbidden)", "404 (Not Found)", "409 (Conflict)",
             "422 (Unprocessable Entity)", "401 (Unauthorized)", "503 (Service Unavailable)")  # fmt: skip


def payload(name: str, content: bytes) -> FilePayload:
    """A file as a person picks it."""
    return {"name": name, "mimeType": "", "buffer": content}


def _work(stop: threading.Event) -> None:
    while not stop.wait(0.1):
        run_waiting_checks()
    connection.close()


class BrowserTestCase(StaticLiveServerTestCase):
    """One browser a class, one window a test. Errors in the console fail the test."""

    browser: ClassVar[Browser]

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        playwright = sync_playwright().start()
        cls.addClassCleanup(playwright.stop)
        cls.browser = playwright.chromium.launch(executable_path=shutil.which("chromium"))
        cls.addClassCleanup(cls.browser.close)

    def setUp(self) -> None:
        cache.clear()  # tries to sign in are counted from here
        self.page = self.window()

    def start_worker(self) -> None:
        """From now on checks that are queued are run, as by a worker."""
        stop = threading.Event()
        worker = threading.Thread(target=_work, args=(stop,))
        worker.start()
        self.addCleanup(worker.join)
        self.addCleanup(stop.set)

    def window(self, scheme: Any = "light") -> Page:
        context = self.browser.new_context(
            viewport={"width": 1280, "height": 800},
            color_scheme=scheme,
            reduced_motion="reduce",
            locale="en-US",
        )
        self.addCleanup(context.close)
        page = context.new_page()
        page.set_default_timeout(20_000)
        self.complaints: list[str] = []
        page.on("pageerror", lambda error: self.complaints.append(str(error)))
        page.on(
            "console",
            lambda message: (
                self.complaints.append(message.text)
                if message.type == "error" and not any(r in message.text for r in _REFUSALS)
                else None
            ),
        )
        return page

    def tearDown(self) -> None:
        self.assertEqual(self.complaints, [], "the browser complained")
        # Jobs live outside Django's models; the next test starts without them.
        with connection.cursor() as cursor:
            cursor.execute("TRUNCATE procrastinate_jobs RESTART IDENTITY CASCADE")

    def sign_in(self, page: Page, name: str = "vale", password: str = "slack-water") -> None:
        page.goto(f"{self.live_server_url}/sign-in")
        page.get_by_label("Name").fill(name)
        page.get_by_label("Password").fill(password)
        page.keyboard.press("Enter")
        page.wait_for_url(f"{self.live_server_url}/")

    def go(self, address: str) -> None:
        self.page.goto(f"{self.live_server_url}{address}")

    def violations(self, page: Page) -> list[str]:
        """What axe finds against WCAG 2.2 A and AA."""
        # Colours on their way are neither the old ones nor the new.
        page.evaluate(
            """async () => {
                const frame = () => new Promise(requestAnimationFrame);
                await frame(); await frame();
                const going = document.getAnimations().filter(a => a instanceof CSSTransition);
                const ended = Promise.all(going.map(a => a.finished.catch(() => null)));
                await Promise.race([ended, new Promise(end => setTimeout(end, 2000))]);
            }"""
        )
        page.evaluate(AXE.read_text(encoding="utf-8"))
        found = page.evaluate(
            """async () => (await axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa',
            'wcag22aa']})).violations.map(v => v.id + ': ' + v.nodes.slice(0, 3).map(
            n => n.target.join(' ') + ' ' + (n.any[0]?.message ?? '')).join(' | '))"""
        )
        return [str(v) for v in found]

    def assert_open_to_all(self, page: Page) -> None:
        """Nothing that axe finds, light and dark."""
        schemes: tuple[Literal["light", "dark"], ...] = ("light", "dark")
        for scheme in schemes:
            page.emulate_media(color_scheme=scheme)
            self.assertEqual(self.violations(page), [], scheme)
        page.emulate_media(color_scheme="light")
