import { describe, expect, it } from "vitest";

import { reports } from "../../../tests/fixtures";
import { crossTable } from "./table";

describe("the cross-check", () => {
  it.each(Object.entries(reports))("counts every citation of a source once, both ways: %s", (_, report) => {
    const table = crossTable(report);
    for (const row of table.rows) expect(row.cells.flat().length).toBe(row.sum);
    expect(table.sums.reduce((a, b) => a + b, 0)).toBe(table.total);
    const led = report.citations.reduce((sum, c) => sum + c.entries.length, 0);
    const unlisted = report.unlisted.reduce((sum, u) => sum + u.citations.length, 0);
    expect(table.total).toBe(led + unlisted);
  });

  it.each(Object.entries(reports))("has unlisted sources above and uncited ones below: %s", (_, report) => {
    const kinds = crossTable(report).rows.map((r) => r.kind);
    const order = ["unlisted", "listed", "uncited"];
    expect(kinds).toEqual([...kinds].sort((a, b) => order.indexOf(a) - order.indexOf(b)));
    expect(kinds.length).toBe(report.entries.length + report.unlisted.length);
    expect(kinds.filter((k) => k === "uncited").length).toBe(report.entries.filter((e) => e.cited_by.length === 0).length);
  });

  it("does not say a title twice", () => {
    for (const report of Object.values(reports)) {
      for (const row of crossTable(report).rows) expect(row.title).not.toBe(row.label);
    }
  });
});
