import { describe, expect, it } from "vitest";

import { reports, shelf } from "../../../../tests/fixtures";
import { borderBetween, bordersOf, withBorder, wordsOf } from "./borders";
import { elementNames } from "./elementNames";
import { notePlaces } from "./notes";

describe("notes in the galley", () => {
  it.each(Object.entries(reports))("every paragraph stands in it once: %s", (_, report) => {
    const { order, placeOf } = notePlaces(report);
    expect([...order].sort((a, b) => a - b)).toEqual(report.paragraphs.map((p) => p.index));
    order.forEach((index, place) => expect(placeOf.get(index)).toBe(place));
  });

  it("stand under the paragraph that carries their marker, in the order of the markers", () => {
    const report = reports["ingram-first-toll"]!;
    expect(report.notes.length).toBeGreaterThan(3);
    const { placeOf, markersIn, noteAt } = notePlaces(report);
    for (const note of report.notes) {
      const [first] = note.paragraphs;
      expect(noteAt.get(first!)).toBe(note);
      if (note.marker) expect(placeOf.get(first!)!).toBeGreaterThan(placeOf.get(note.marker.paragraph)!);
    }
    for (const notes of markersIn.values()) {
      const offsets = notes.map((n) => n.marker!.offset);
      expect(offsets).toEqual([...offsets].sort((a, b) => a - b));
    }
  });
});

describe("words that borders run between", () => {
  it("stand where they are said to stand, without the marks at their ends", () => {
    for (const report of Object.values(reports)) {
      for (const entry of report.entries) {
        for (const word of wordsOf(entry.text)) {
          expect(entry.text.slice(word.start, word.end)).toBe(word.text);
          expect(word.text).not.toMatch(/^[“”"(]|[,;:]$/);
        }
      }
    }
    expect(wordsOf("Bray, T. (2021). “Salt.” vol. 3.").map((w) => w.text)).toEqual(["Bray", "T.", "2021", "Salt", "vol.", "3"]);
  });

  it("give a border in either order, and another border gives way to it", () => {
    const [a, b, c] = wordsOf("one two three") as [never, never, never];
    const title = borderBetween("title", c, b);
    expect(title).toEqual({ element: "title", start: 4, end: 13 });
    const author = borderBetween("author", a, a);
    expect(withBorder([author], title)).toEqual([author, title]);
    expect(withBorder([author, title], borderBetween("author", a, b))).toEqual([borderBetween("author", a, b)]);
    expect(bordersOf([["title", 0, 3]])).toEqual([{ element: "title", start: 0, end: 3 }]);
    expect(bordersOf({})).toEqual([]);
  });
});

describe("names of elements", () => {
  it("are the guide's, and words for what it does not name", () => {
    const name = elementNames(shelf["mla-9"]!);
    expect(name("url")).toBe("address");
    expect(name("numbering")).toBe("volume and issue");
    expect(name("some-thing")).toBe("some thing");
  });
});
