import fc from "fast-check";
import { describe, expect, it } from "vitest";

import { reports } from "../../../../tests/fixtures";
import { found, MOST_FOUND } from "./find";

const shore = reports["marlowe-slack-water"]!;
const every = Object.values(reports);

describe("looking over a paper", () => {
  it("shows words where they stand, with what is round them", () => {
    const { texts } = found(shore, "tide mill");
    expect(texts.length).toBeGreaterThan(0);
    for (const place of texts) {
      const { text } = shore.paragraphs[place.paragraph]!;
      expect(text).toContain(place.before + place.words + place.after);
      expect(place.words.toLowerCase()).toBe("tide mill");
    }
  });

  it("finds what was found by any of its words", () => {
    const { findings } = found(shore, "Pellow");
    expect(findings.map((f) => f.rule)).toContain("cite-unlisted");
    expect(found(shore, "pellow listed").findings.length).toBeGreaterThan(0);
  });

  it("says nothing of a letter, and nothing of what is not there", () => {
    expect(found(shore, "a")).toEqual({ texts: [], findings: [], more: 0 });
    expect(found(shore, "qqqq")).toEqual({ texts: [], findings: [], more: 0 });
  });

  it("finds any stretch of the text, in whatever capitals, at its place", () => {
    const paragraphs = every.flatMap((report) => report.paragraphs.filter((p) => p.role === "body").map((p) => ({ report, p })));
    fc.assert(
      fc.property(fc.constantFrom(...paragraphs), fc.nat(300), fc.integer({ min: 3, max: 20 }), fc.boolean(), ({ report, p }, from, length, loud) => {
        const words = p.text.slice(from, from + length).trim();
        fc.pre(words.length >= 3 && !/\s\s|[\n\t]/.test(words));
        const { texts, more } = found(report, loud ? words.toUpperCase() : words);
        expect(texts.some((t) => t.paragraph === p.index) || more > 0 || texts.length === MOST_FOUND).toBe(true);
      }),
    );
  });
});
