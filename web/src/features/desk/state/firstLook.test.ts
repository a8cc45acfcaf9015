import { describe, expect, it } from "vitest";

import { reports } from "../../../../tests/fixtures";
import { doubt, firstLook, inOrder, inWords, ranked, times } from "./firstLook";
import { deskModel } from "./model";

const every = Object.entries(reports);

describe("the first look", () => {
  it.each(every)("is a sentence of figures that are those of the report: %s", (_, report) => {
    const model = deskModel(report);
    const parts = firstLook(model);
    const words = parts.map((p) => p.words).join("; ");
    expect(parts.length === 0).toBe(report.findings.length === 0);
    if (report.tally.unlisted > 1) expect(words).toContain(`${inWords(report.tally.unlisted)} sources are cited and not listed`);
    if (report.tally.uncited > 1) expect(words).toContain(`${inWords(report.tally.uncited)} entries are cited nowhere`);
    for (const part of parts) {
      if (part.target?.kind === "rule") expect(model.groups.map((g) => g.rule)).toContain(part.target.rule);
      if (part.target?.kind === "source") expect(model.unlisted.has(part.target.id)).toBe(true);
    }
    expect(parts.length).toBeLessThanOrEqual(8);
  });

  it("says what was looked at where nothing is wrong", () => {
    expect(inOrder(reports["castellan-short-crossing"]!)).toMatch(/citations lead to \S+ entries; every entry is cited, and the list stands in order\.$/);
  });

  it.each(every)("ranks pairs before habits before the rest, and loses none: %s", (_, report) => {
    const { groups } = deskModel(report);
    const order = ranked(groups);
    expect([...order].map((g) => g.rule).sort()).toEqual(groups.map((g) => g.rule).sort());
    const rank = order.map((g) => (["cite-unlisted", "entry-uncited"].includes(g.rule) ? 0 : g.habit ? 1 : 2));
    expect(rank).toEqual([...rank].sort());
  });

  it("says numbers and doubt as one would", () => {
    expect([1, 2, 5, 40].map(times)).toEqual(["once", "twice", "five times", "40 times"]);
    expect([1, 0.93, 0.8, 0.66, 0.3].map(doubt)).toEqual(["", "", "very likely", "likely", "perhaps"]);
  });
});
