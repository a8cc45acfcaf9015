import fc from "fast-check";
import { describe, expect, it } from "vitest";

import { cellOf, cellSaid, hundredths, moved, shade, standing, type Picture } from "./figures";

describe("a cell", () => {
  it("is darker the more is missed, and never without shade where something is", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400 }), fc.integer({ min: 0, max: 400 }), (missed, more) => {
        const chances = missed + more;
        const step = shade(missed, chances);
        expect(step).toBeGreaterThanOrEqual(1);
        expect(step).toBeLessThanOrEqual(5);
        if (more > 0) expect(shade(missed + 1, chances)).toBeGreaterThanOrEqual(step);
        expect(hundredths(missed, chances)).toBeLessThanOrEqual(100);
      }),
    );
    expect([shade(1, 5), shade(2, 5), shade(5, 5)]).toEqual([1, 2, 5]);
  });

  it("tells nothing to miss from nothing missed", () => {
    expect([null, [0, 4], [2, 4]].map((c) => cellSaid(cellOf(c)))).toEqual(["nothing to miss", "none of 4", "2 of 4 missed"]);
  });
});

describe("a class", () => {
  it("is said in figures", () => {
    const picture = (read: number, mend: number, back: number) =>
      ({ papers: read + mend + back, states: { "read on": read, mend, "send back": back } }) as unknown as Picture;
    expect(standing(picture(9, 12, 3))).toBe("Of 24 papers, 9 can be read now, 12 have something to mend, 3 go back.");
    expect(standing(picture(0, 1, 0))).toBe("Of 1 paper, none can be read now, 1 has something to mend.");
  });

  it("is walked by keys and left at no edge", () => {
    expect(moved([0, 0], "ArrowUp", 3, 4)).toBeNull();
    expect(moved([0, 0], "ArrowDown", 3, 4)).toEqual([1, 0]);
    expect(moved([2, 1], "End", 3, 4)).toEqual([2, 3]);
    expect(moved([2, 3], "ArrowRight", 3, 4)).toBeNull();
    expect(moved([1, 1], "x", 3, 4)).toBeNull();
  });
});
