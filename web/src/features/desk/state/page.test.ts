import fc from "fast-check";
import { describe, expect, it } from "vitest";

import { reports } from "../../../../tests/fixtures";
import { inches, lines, listMeasuresOf, measuresOf, strokes } from "./page";

describe("measures in words", () => {
  it("say inches and lines as people do", () => {
    expect([inches(72), inches(36), inches(90), inches(144)]).toEqual(["1 inch", "0.5 inch", "1.25 inches", "2 inches"]);
    expect([lines(1), lines(1.5), lines(2), lines(1.15)]).toEqual(["single", "one and a half", "double", "1.15 lines"]);
  });

  it("are off where the rules say so, and nowhere else", () => {
    for (const [name, report] of Object.entries(reports)) {
      if (!report.page) continue;
      const rules = new Set(report.findings.map((f) => f.rule));
      const off = measuresOf(report.page, rules).filter((m) => m.off).map((m) => m.name);
      const margins = off.some((n) => n.startsWith("margin"));
      expect(margins, name).toBe(rules.has("page-margins"));
      expect(off.includes("head"), name).toBe(rules.has("page-running-head"));
    }
  });

  it("leave out what the file does not say", () => {
    const none = { top: null, bottom: null, left: null, right: null, spacing: null, first_line: null, face: null, size: null, heads: [] };
    expect(measuresOf({ found: none, wanted: { ...none, top: 72, spacing: 2 } }, new Set())).toEqual([]);
    expect(listMeasuresOf({ found: { hanging: null, spacing: 1, gap: null }, wanted: { hanging: 36, spacing: 2, gap: 0 } })).toEqual([
      { name: "lines", found: "single", wanted: "double", off: true },
    ]);
  });
});

describe("a page drawn small", () => {
  it("keeps every line within its frame", () => {
    const length = fc.integer({ min: 20, max: 200 });
    fc.assert(
      fc.property(length, length, fc.integer({ min: 6, max: 40 }), fc.integer({ min: -15, max: 15 }), (width, height, pitch, first) => {
        const drawn = strokes({ left: 10, top: 10, width, bottom: 10 + height }, pitch, first, 4);
        for (const stroke of drawn) {
          expect(stroke.x).toBeGreaterThanOrEqual(10);
          expect(stroke.x + stroke.width).toBeLessThanOrEqual(10 + Math.max(width, 19));
          expect(stroke.y).toBeLessThanOrEqual(10 + height);
        }
      }),
    );
  });

  it("sets the first line in, or the later ones where it hangs", () => {
    const frame = { left: 0, top: 0, width: 100, bottom: 100 };
    expect(strokes(frame, 10, 8, 3).slice(0, 2).map((s) => s.x)).toEqual([8, 0]);
    expect(strokes(frame, 10, -8, 3).slice(0, 2).map((s) => s.x)).toEqual([0, 8]);
  });
});
