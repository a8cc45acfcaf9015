import { describe, expect, it } from "vitest";

import type { PaperInfo } from "../../api/client";
import { byName, filedAs, standingOf, usedColumns } from "./rows";

const paper = (state: string | null, slips = 0, kept = 0, returned: string | null = null, more = {}): PaperInfo =>
  ({ kept, waived: 0, returned_at: returned, check_state: state && { state, slips, points: null, verdict: "", unmet: 0, ...more } }) as unknown as PaperInfo;

describe("a paper in the table", () => {
  it("stands somewhere between handed in and returned", () => {
    const papers = [paper(null), paper("queued"), paper("running"), paper("failed"), paper("done", 3), paper("done", 3, 1), paper("done", 3, 3), paper("done"), paper("done", 3, 1, "2026-12-01")];
    expect(papers.map(standingOf)).toEqual(["–", "waiting", "checking", "not read", "to look at", "in hand", "cleared", "cleared", "returned"]);
  });

  it("is filed by family name", () => {
    expect(["Zoë de la Mar", "Ines Marlowe", ""].map(filedAs)).toEqual(["Mar Zoë de la", "Marlowe Ines", ""]);
  });

  it("without a name stands by its number", () => {
    expect(["Paper 10", "Paper 9", "Zoë Élan"].map(filedAs).sort(byName)).toEqual(["9 Paper", "10 Paper", "Élan Zoë"]);
  });

  it("shows columns that somebody uses", () => {
    expect(usedColumns([paper("done"), paper(null)])).toEqual({ points: false, verdict: false, unmet: false });
    expect(usedColumns([paper("done", 0, 0, null, { points: 0, verdict: "mend", unmet: 1 })])).toEqual({ points: true, verdict: true, unmet: true });
  });
});
