"""A class of papers handed in as one .zip, in the browser: times, memory, kills, a table of 2,000, the way from
drop to return.

    .venv/bin/python benchmarks/class_time.py [--papers N] [zip] [kill] [table] [return]

Starts a Grelt of its own and ends it. Without a part named, all are run:

zip     N papers (200) of ten pages from the drop to the last check, with the page closed and with it open in a
        browser on the same machine; the memory that Grelt has on the way (what processes share counted once)
kill    40 papers, while the worker is killed twice and the page closed twice
table   the table of 2,000 papers: first view, scrolling, sorting
return  the demo's class of 24 from the drop to *Returned*, all that is found kept, by keys

Aims: 200 papers within 30 s on two cores, the table's first view under 1 s.
"""

from __future__ import annotations

import argparse
import io
import os
import shutil
import signal
import statistics
import subprocess
import sys
import threading
import time
import zipfile
from collections.abc import Callable
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

from playwright.sync_api import Browser, Page, expect, sync_playwright

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from benchmarks.check_time import long_paper  # noqa: E402
from benchmarks.running import Grelt, own_folder, signed_in  # noqa: E402
from demo.class_papers import load_class  # noqa: E402
from demo.write import file_of  # noqa: E402
from grelt import api  # noqa: E402

_PARTS = ("zip", "kill", "table", "return")
_ROW = ".MuiDataGrid-row"
# Told by the page itself: the picture in which the table's first rows stand.
_WATCH = f"""requestAnimationFrame(function look() {{
    if (document.querySelector("{_ROW}"))
        requestAnimationFrame(() => {{ window.firstView = performance.now(); }});
    else requestAnimationFrame(look);
}})"""
_SCROLL = """() => new Promise(done => {
    const box = document.querySelector(".MuiDataGrid-virtualScroller"), times = [];
    let last = performance.now(), steps = 0;
    requestAnimationFrame(function frame(now) {
        times.push(now - last); last = now; box.scrollTop += 40; steps += 1;
        const further = steps < 120 && box.scrollTop + box.clientHeight < box.scrollHeight - 1;
        if (further) requestAnimationFrame(frame);
        else done(times.slice(2));
    });
})"""


@dataclass
class Memory:
    """The most that Grelt's own processes had at once, sampled in a thread of its own."""

    grelt: Grelt
    most: dict[str, int] = field(default_factory=dict)
    _ended: threading.Event = field(default_factory=threading.Event)

    def __enter__(self) -> Memory:
        threading.Thread(target=self._sample, daemon=True).start()
        return self

    def __exit__(self, *_: object) -> None:
        self._ended.set()

    def _sample(self) -> None:
        while not self._ended.wait(2):
            sums: dict[str, int] = {}
            for name, words in (
                ("server", "config.serve"),
                ("worker", "manage.py work"),
                ("all", ""),
            ):
                sums[name] = sum(map(_proportional, self.grelt.processes(words)))
            for name, size in sums.items():
                self.most[name] = max(size, self.most.get(name, 0))

    def __str__(self) -> str:
        return ", ".join(f"{name} {size >> 10} MB" for name, size in self.most.items())


def _proportional(pid: int) -> int:
    """kB of a process, what it shares with others divided by how many they are."""
    try:
        lines = Path(f"/proc/{pid}/smaps_rollup").read_text().splitlines()
    except OSError:
        return 0
    return next((int(line.split()[1]) for line in lines if line.startswith("Pss:")), 0)


@dataclass
class World:
    """A running Grelt and a person signed in to it."""

    grelt: Grelt
    browser: Browser
    course: int
    state: Any

    def page(self, *scripts: str) -> Page:
        context = self.browser.new_context(
            storage_state=self.state, viewport={"width": 1280, "height": 800}
        )
        for script in scripts:
            context.add_init_script(script)
        return context.new_page()

    def assignment(self, title: str) -> int:
        form = {"title": title, "guide": "mla-9"}
        return int(self.grelt.ask(f"courses/{self.course}/assignments", form)[1]["id"])

    def address(self, assignment: int) -> str:
        return f"{self.grelt.address}/assignments/{assignment}"

    def states(self, assignment: int) -> list[str]:
        """How the checks of all papers stand."""
        found, after = [], 0
        while True:
            _, page = self.grelt.ask(f"assignments/{assignment}/papers?limit=250&after={after}")
            found += [str((p["check_state"] or {}).get("state")) for p in page["papers"]]
            if page["next"] is None:
                return found
            after = page["next"]


def ten_pages(count: int, given: str) -> bytes:
    """So many papers of ten pages, each by another writer, as one .zip."""
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as made:
        for number in range(count):
            paper = long_paper(10, 20, f"{given} Writer{number}")
            made.writestr(f"section {number % 3}/paper {number:04}.docx", paper)
    return packed.getvalue()


def drop(page: Page, name: str, packed: bytes) -> None:
    file = {"name": name, "mimeType": "application/zip", "buffer": packed}
    page.get_by_label("Papers to hand in").set_input_files(file)  # type: ignore[arg-type]


def until(held: Callable[[], bool], most: float = 300) -> float:
    began = time.monotonic()
    while not held():
        if time.monotonic() - began > most:
            raise TimeoutError
        time.sleep(0.01)
    return time.monotonic() - began


def measure_zip(world: World, count: int) -> None:
    for watched in (False, True):
        packed = ten_pages(count, "Ada" if watched else "Eve")
        assignment = world.assignment(f"{count} at once")
        page = world.page()
        page.goto(world.address(assignment))
        with Memory(world.grelt) as memory:
            began = time.monotonic()
            drop(page, "class.zip", packed)
            take = page.get_by_role("button", name=f"Take in {count} papers")
            expect(take).to_be_visible(timeout=120_000)
            until(lambda p=page: p.get_by_placeholder("being read").count() == 0)  # type: ignore[misc]
            looked = time.monotonic() - began
            began = time.monotonic()
            take.click()
            expect(page.get_by_text(f"{count} papers taken in.")).to_be_visible(timeout=120_000)
            taken = time.monotonic() - began
            if not watched:
                page.context.close()
            since, seen = "2000-01-01T00:00:00Z", set[str]()
            while since:
                time.sleep(0.5)
                _, news = world.grelt.ask(f"assignments/{assignment}/progress?since={since}")
                since = news["now"] if news["busy"] else ""
                line = page.get_by_role("progressbar", name="Checks") if watched else None
                if line is not None and line.count():
                    seen.add(line.get_attribute("aria-valuetext") or "")
            done = time.monotonic() - began
        if watched:
            page.context.close()
        if world.states(assignment).count("done") != count:
            raise RuntimeError("a check failed")
        print(
            f"zip     {count} papers, {len(packed) / 2**20:.1f} MB, the page "
            f"{'open' if watched else 'closed'}: "
            f"looked at after {looked:.1f} s, taken in in {taken:.1f} s, all checked after {done:.1f} s: "
            f"{looked + done:.1f} s in all" + f"; {len(seen)} states of progress seen" * watched
        )
        print(f"        most memory: {memory}", flush=True)


def kill(world: World, count: int = 40) -> None:
    assignment = world.assignment("Killed on the way")
    page = world.page()
    page.goto(world.address(assignment))
    drop(page, "class.zip", ten_pages(count, "Ada"))
    until(lambda: bool(world.grelt.ask(f"assignments/{assignment}/bundles")[1]))
    page.context.close()
    killed = _kill_workers(world.grelt)
    page = world.page()
    page.goto(world.address(assignment))
    take = page.get_by_role("button", name=f"Take in {count} papers")
    expect(take).to_be_visible(timeout=120_000)
    take.click()
    until(lambda: world.states(assignment).count("done") >= count // 8)
    page.context.close()
    before = world.states(assignment).count("done")
    killed += _kill_workers(world.grelt)
    took = until(lambda: world.states(assignment).count("done") == count)
    page = world.page()
    page.goto(world.address(assignment))
    expect(page.get_by_text(f"{count} papers taken in.")).to_be_visible()
    checks = _shell(
        world.grelt,
        "from papers.models import Check;"
        f"print(Check.objects.filter(draft__paper__assignment={assignment}).count())",
    )
    print(
        f"kill    the page closed twice, {killed} processes of the worker killed (while unpacking; after "
        f"{before} of {count}): all {count} checked {took:.1f} s later, with {checks.strip()} checks in all",
        flush=True,
    )
    page.context.close()


def _kill_workers(grelt: Grelt) -> int:
    pids = grelt.processes("manage.py work")
    for pid in pids:
        os.kill(pid, signal.SIGKILL)
    return len(pids)


def _shell(grelt: Grelt, program: str) -> str:
    done = subprocess.run(
        [ROOT / "bin" / "grelt", "manage", "shell", "-v", "0", "-c", program],
        env=grelt.env,
        capture_output=True,
        text=True,
        check=True,
    )
    return done.stdout


def table(world: World, count: int = 2000) -> None:
    """The rows are as those of a paper that was checked: written to the database, not handed in."""
    assignment = world.assignment("A long table")
    _shell(
        world.grelt,
        "from papers.models import *; from django.forms.models import model_to_dict;"
        f"ps = Paper.objects.bulk_create(Paper(assignment_id={assignment}, writer=f'Ada Writer{{n:04}}',"
        f" title=f'Of the shore, {{n}}') for n in range({count}));"
        "ds = Draft.objects.bulk_create(Draft(paper=p, number=1, file_name='a.md', content=b'', size=0,"
        " sha256=str(p.pk)) for p in ps);"
        "old = Check.objects.filter(state='done').values().first();"
        "[old.pop(k) for k in ('id', 'draft_id', 'slips')];"
        "Check.objects.bulk_create(Check(draft=d, slips=d.pk % 30, **old) for d in ds)",
    )
    cold: list[float] = []
    warm: list[float] = []
    first = f"Writer{count - 1:04}"
    for _ in range(5):
        page = world.page(_WATCH)
        for times in (cold, warm):
            page.goto(world.address(assignment))
            page.wait_for_selector(_ROW)
            page.wait_for_timeout(200)
            times.append(float(page.evaluate("window.firstView")))
        expect(
            page.get_by_text(f"of {count:,}").or_(page.get_by_text(f"of {count}"))
        ).to_be_visible()
        frames = page.evaluate(_SCROLL)
        began = time.monotonic()
        page.get_by_role("columnheader", name="Writer").click()  # the other way round
        expect(page.locator(_ROW).first).to_contain_text(first)
        ordered = time.monotonic() - began
        page.context.close()
    frames.sort()
    print(
        f"table   {count} papers: first view {statistics.median(cold):.0f} ms with nothing stored, "
        f"{statistics.median(warm):.0f} ms again; scrolling {statistics.median(frames):.0f} ms a picture, "
        f"{frames[-1]:.0f} at most; sorted in {ordered * 1000:.0f} ms",
        flush=True,
    )


def through_a_class(world: World) -> None:
    """Every finding kept, by keys, with no time to think: what the machine and the way of working cost."""
    assignment = world.assignment("A class of 24")
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w") as made:
        for essay in load_class()[:24]:
            made.writestr(*file_of(essay))
    page = world.page()
    page.goto(world.address(assignment))
    began = time.monotonic()
    drop(page, "class.zip", packed.getvalue())
    page.get_by_role("button", name="Take in 24 papers").click(timeout=60_000)
    until(lambda: world.states(assignment).count("done") == 24, 60)
    checked = time.monotonic() - began
    page.locator(_ROW).get_by_role("link").first.click()
    page.wait_for_url("**/papers/*")
    keys, findings, papers = 0, 0, set[str]()
    began = time.monotonic()
    while True:
        number = page.url.partition("/papers/")[2].partition("?")[0]
        papers.add(number)
        until(lambda: bool(page.locator("h1").count()))
        writer = page.locator("h1").all_inner_texts()
        left = _left(page)
        findings += left
        if left > 0:
            page.keyboard.press(".")  # the first of them
            keys += 1
        while left > 0:
            page.keyboard.press("k")
            keys += 1
            until(lambda was=left: _left(page) < was)  # type: ignore[misc]
            left = _left(page)
        rounds = page.locator(".rounds button")
        page.keyboard.press(str(rounds.count() - 1))  # what goes back is the last of them
        expect(page.get_by_label("Take away")).to_be_visible()
        page.keyboard.press("Enter")
        keys += 2
        if len(papers) < 24:
            until(lambda of=writer: page.locator("h1").all_inner_texts() not in ([], of))  # type: ignore[misc]
        else:
            page.wait_for_url("**/assignments/*")  # behind the last one stands the table
            break
    through = time.monotonic() - began
    page.goto(world.address(assignment))
    page.get_by_role("checkbox", name="Select all rows").check(timeout=60_000)
    began = time.monotonic()
    with page.expect_download() as download:
        page.get_by_role("button", name="Returns as .zip").click()
    names = zipfile.ZipFile(download.value.path()).namelist()
    packed_in = time.monotonic() - began
    print(
        f"return  a class of 24: checked {checked:.1f} s after the drop; {findings} matters kept and "
        f"{len(papers)} papers returned by {keys} keys in {through:.1f} s; {len(names)} files to give back "
        f"made in {packed_in:.1f} s",
        flush=True,
    )


def _left(page: Page) -> int:
    """What is still to be decided of the paper at the desk."""
    until(lambda: page.evaluate(_LEFT) >= 0)
    return int(page.evaluate(_LEFT))


# -1 as long as the desk does not stand.
_LEFT = """(() => {
    const all = document.querySelector(".rounds button");
    return all ? Number(/(\\d+) left/.exec(all.textContent)?.[1] ?? 0) : -1;
})()"""


def _one_check() -> float:
    """Seconds of CPU: what the other figures are to be read by, on a machine that is not always as quick."""
    paper, inputs = long_paper(10, 20), api.CheckInputs("mla-9")
    took = []
    for _ in range(8):
        began = time.process_time()
        api.check(paper, "paper.docx", inputs)
        took.append(time.process_time() - began)
    return statistics.median(took)


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("parts", nargs="*")
    parser.add_argument("--papers", type=int, default=200)
    given = parser.parse_args()
    parts = given.parts or list(_PARTS)
    if unknown := set(parts) - set(_PARTS):
        parser.error(f"no part {', '.join(sorted(unknown))}; there are {', '.join(_PARTS)}")
    print(
        f"machine a check of one paper of ten pages alone takes {_one_check():.2f} s of it",
        flush=True,
    )
    grelt = Grelt(own_folder("class"))
    try:
        until(grelt.is_up)
        grelt.sign_in()
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path=shutil.which("chromium"))
            page = signed_in(browser, grelt.address)
            course = next(c["id"] for c in grelt.ask("courses")[1] if c["assignments"])
            world = World(grelt, browser, course, page.context.storage_state())
            # The demo's own checks are over before anything is timed.
            for asked in (a["id"] for c in grelt.ask("courses")[1] for a in c["assignments"]):
                until(lambda a=asked: not {"queued", "running"} & set(world.states(a)))  # type: ignore[misc]
            if "zip" in parts:
                measure_zip(world, given.papers)
            if "kill" in parts:
                kill(world)
            if "table" in parts:
                table(world)
            if "return" in parts:
                through_a_class(world)
    finally:
        grelt.end()


if __name__ == "__main__":
    main()
