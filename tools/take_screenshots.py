"""Takes the pictures in `docs/screenshots` from a running Grelt with its demo data.

Run `bin/grelt start` in another window, then `.venv/bin/python tools/take_screenshots.py [PORT]`.
"""

from __future__ import annotations

import shutil
import sys
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

ROOT = Path(__file__).resolve().parents[1]
FOLDER = ROOT / "docs" / "screenshots"
sys.path.insert(0, str(ROOT))

from benchmarks.running import signed_in  # noqa: E402

ASSIGNMENT = "Tide, fog, salt, song"
NOTES, CHAPTER, NIGHT = "A document from the Cut", "Thesis chapters", "What the night costs"
# House rules of an assignment, in place of a paper.
TRADE, HOUSE = "A trade of the night", "house"
# The page of an assignment, in place of a paper.
CLASS = "A book of the shore"
# Where a paper is not of the first assignment.
ASSIGNMENT_OF = {
    CLASS: CLASS,
    "Owen Hesketh": TRADE,
    "Ines Galvan": TRADE,
    HOUSE: TRADE,
    "Astrid Kessel": NOTES,
    "Rhona Quarrie": CHAPTER,
    "Silas Brock": NIGHT,
}
# Name; scheme; writer of the paper (or none: the table; or an address); query; keys to press, or
# names of buttons.
PICTURES: list[tuple[str, str, str, str, list[str]]] = [
    ("papers", "light", "", "", []),
    ("desk-first-look", "light", "Ines Marlowe", "", []),
    ("desk-name", "light", "Ines Marlowe", "", ["."]),
    ("desk-unlisted", "light", "Ines Marlowe", "?source=u1", []),
    ("desk-list", "light", "Odalys Finch", "?round=list", [".", "."]),
    ("desk-habit", "light", "Ines Galvan", "?round=list", ["."]),
    ("desk-notes", "light", "Astrid Kessel", "?round=notes", ["."]),
    ("desk-in-text", "light", "Silas Brock", "?round=text", [".", "."]),
    ("desk-entry", "light", "Silas Brock", "?entry=e1", []),
    ("guide-shelf", "light", "/guides/chicago-17-notes?kind=journal-article", "", []),
    ("compose", "light", "/compose?guide=apa-7&kind=chapter", "", ["Worked example"]),
    ("cross-check", "light", "Ines Marlowe", "/cross-check", []),
    ("drafts", "light", "Mateo Quist", "/drafts", []),
    ("desk-chapter", "light", "Rhona Quarrie", "", ["."]),
    ("desk-dark", "dark", "Bram Tolliver", "", [".", "."]),
    ("class", "light", CLASS, "/class", []),
    ("desk-page", "light", "Owen Hesketh", "?round=page", []),
    (
        "house-rules",
        "light",
        HOUSE,
        "",
        ["least_words=1400", "list_scope=The list may hold works consulted"],
    ),
    # The last, for it decides things.
    ("desk-return", "light", "Ilka Brandt", "?round=return", ["Keep all", "Make the page"]),
]


def take(page: Page, base: str, target: str, query: str, keys: list[str]) -> None:
    if target.startswith("/"):
        page.goto(f"{base}{target}{query}")
        page.get_by_role("main").wait_for()
    else:
        page.get_by_role("link", name=ASSIGNMENT_OF.get(target, ASSIGNMENT)).first.click()
        page.get_by_role("row").nth(1).wait_for()
    if target == CLASS:
        page.goto(page.url + query)
        page.locator(".class-table").wait_for()
        page.wait_for_timeout(600)
        return
    if target == HOUSE:
        page.goto(f"{page.url}/house")
        page.locator(".house-group").first.wait_for()
        for key in keys:
            choose(page, *key.split("=", 1))
        page.locator(".house-sums").wait_for()
        page.locator(".house-page").evaluate("page => page.scrollTo(0, 0)")
        page.wait_for_timeout(600)
        return
    if target and not target.startswith("/"):
        link = page.get_by_role("link", name=target)
        page.goto(f"{base}{link.get_attribute('href')}{query}")
        page.locator(".row, .cross tr, .page-round, .letter, .drafts-sides").first.wait_for()
    page.wait_for_timeout(700)
    for key in keys:
        if len(key) > 1:
            page.get_by_role("button", name=key).click()
        else:
            page.keyboard.press(key)
        page.wait_for_timeout(500)
    page.wait_for_timeout(400)


def choose(page: Page, option: str, value: str) -> None:
    """Set a house rule: to a choice by the beginning of its sentence, or to a value of one's own."""
    page.locator(f"#option-{option} [role=button]").click()
    own = page.locator(".house-own input")
    if own.count():
        own.fill(value)
        page.keyboard.press("Enter")
    else:
        page.get_by_role("menuitem", name=value).first.click()
    page.wait_for_timeout(300)


def wait_for_checks(page: Page) -> None:
    """Until nothing is checked any more."""
    busy = """async () => {
        const get = async (path) => (await fetch(`/api/${path}`)).json();
        const courses = await get("courses"), since = "2100-01-01T00:00:00Z";
        const all = courses.flatMap((course) => course.assignments);
        const news = await Promise.all(all.map((a) => get(`assignments/${a.id}/progress?since=${since}`)));
        return news.reduce((sum, one) => sum + one.busy, 0);
    }"""
    while page.evaluate(busy):
        page.wait_for_timeout(500)


def main() -> None:
    base = f"http://127.0.0.1:{sys.argv[1] if len(sys.argv) > 1 else '8417'}"
    FOLDER.mkdir(parents=True, exist_ok=True)
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=shutil.which("chromium"))
        window = browser.new_context(
            viewport={"width": 1280, "height": 800}, reduced_motion="reduce"
        )
        page = signed_in(window, base)
        wait_for_checks(page)
        for name, scheme, target, query, keys in PICTURES:
            page = window.new_page()
            page.emulate_media(color_scheme="dark" if scheme == "dark" else "light")
            page.goto(f"{base}/")
            take(page, base, target, query, keys)
            page.screenshot(path=FOLDER / f"{name}.png")
            page.close()
        browser.close()


if __name__ == "__main__":
    main()
