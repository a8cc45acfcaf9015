import { describe, expect, it } from "vitest";

import { isMoved, isUndone, saidOf, sideOf, stateOf, type Row } from "./compared";

const place = (at: number, page = 1) => ({ at, page, lead: "", words: "", rest: "" });
const row = (key: string, before: Row["before"], after: Row["after"], asked = false): Row => ({
  key, rule: "cite-unlisted", label: "", message: "", severity: "error", asked, before, after,
});

const rows = [row("a", place(2), place(0, 2), true), row("b", place(0), null, true), row("c", null, place(1)), row("d", place(1), place(2))];

describe("two drafts", () => {
  it("tell what is mended, still there and new", () => {
    expect(rows.map(stateOf)).toEqual(["still", "mended", "new", "still"]);
  });

  it("keep each its own order", () => {
    expect(sideOf(rows, "before").map((r) => r.key)).toEqual(["b", "d", "a"]);
    expect(sideOf(rows, "after").map((r) => r.key)).toEqual(["a", "c", "d"]);
  });

  it("know what was asked and not done, and what moved", () => {
    expect(rows.filter(isUndone).map((r) => r.key)).toEqual(["a"]);
    expect(rows.filter(isMoved).map((r) => r.key)).toEqual(["a"]);
  });

  it("are said in figures", () => {
    expect(saidOf(rows)).toBe("1 mended, 2 still there, 1 new. Of 2 asked for, 1 is not done.");
    expect(saidOf([])).toBe("Nothing mended, nothing still there, nothing new.");
    expect(saidOf([row("b", place(0), null, true)])).toBe("1 mended, nothing still there, nothing new. Of 1 asked for, all are done.");
  });
});
