import fc from "fast-check";
import { describe, expect, it } from "vitest";

import type { PaperInfo } from "./client";
import { withPapers, withoutPaper, type Pages } from "./pages";

const paper = (id: number, title = ""): PaperInfo => ({ id, title }) as PaperInfo;

/** Papers 1 to n in pages of three, all of them loaded or the first pages only. */
function pagesOf(n: number, loaded: number): Pages {
  const ids = Array.from({ length: n }, (_, i) => i + 1);
  const pages = [];
  for (let at = 0; at === 0 || (at < n && pages.length < loaded); at += 3) {
    const papers = ids.slice(at, at + 3).map((id) => paper(id));
    pages.push({ papers, next: at + 3 < n ? at + 3 : null, count: n, now: "2026-11-27T12:00:00Z" });
  }
  return { pages, pageParams: [] };
}
const papersIn = (pages: Pages) => pages.pages.flatMap((page) => page.papers);

describe("a list of papers in pages", () => {
  it("has news in the place of what was known, and keeps the order", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20 }), fc.nat(), (n, seed) => {
        const id = (seed % n) + 1;
        const changed = withPapers(pagesOf(n, 99), [paper(id, "news")]);
        expect(papersIn(changed).map((p) => p.id)).toEqual(papersIn(pagesOf(n, 99)).map((p) => p.id));
        expect(papersIn(changed).filter((p) => p.title === "news").map((p) => p.id)).toEqual([id]);
        expect(changed.pages[0]?.count).toBe(n);
      }),
    );
  });

  it("counts a new paper, and shows it where all pages are there", () => {
    const whole = withPapers(pagesOf(4, 99), [paper(9)]);
    expect(papersIn(whole).map((p) => p.id)).toEqual([1, 2, 3, 4, 9]);
    expect(whole.pages[0]?.count).toBe(5);
    // Else it comes with its page, and would be there twice.
    expect(papersIn(withPapers(pagesOf(7, 1), [paper(9)])).map((p) => p.id)).toEqual([1, 2, 3]);
  });

  it("is without a paper that was taken off, once", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20 }), fc.nat(), (n, seed) => {
        const id = (seed % n) + 1;
        const less = withoutPaper(pagesOf(n, 99), id);
        expect(papersIn(less).map((p) => p.id)).not.toContain(id);
        expect(less.pages[0]?.count).toBe(n - 1);
        expect(withoutPaper(less, id)).toEqual(less);
      }),
    );
  });
});
