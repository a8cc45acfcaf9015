import { describe, expect, it } from "vitest";

import { reports } from "../../../../tests/fixtures";
import type { DeskState, Report } from "../../../api/client";
import { decisionsByKey, deskModel, focusOf, handsByKey, isOpen, ledgerRows, NO_FOCUS, roundOf, ROUNDS, rowsWith } from "./model";
import { pageBars, smallPages } from "./pages";

const every = Object.entries(reports);
const shore = reports["marlowe-slack-water"]!;
const clean = reports["castellan-short-crossing"]!;
const ids = (report: Report, rows: ReturnType<typeof ledgerRows>) =>
  rows.map((row) => (row.kind === "entry" ? row.entry.id : row.source.id)).filter((id) => id && report);

describe("the model of a report", () => {
  it.each(every)("finds everything by its id: %s", (_, report) => {
    const model = deskModel(report);
    expect(model.findings.size).toBe(report.findings.length);
    for (const c of report.citations) expect(model.citationsIn.get(c.paragraph)).toContain(c);
    for (const f of report.findings) {
      if (f.entry) expect(model.findingsOfEntry.get(f.entry)).toContain(f);
      if (f.citation) expect(model.findingsOfCitation.get(f.citation)).toContain(f);
      expect(ROUNDS.map((r) => r.id)).toContain(roundOf(f));
    }
    for (const u of report.unlisted) for (const id of u.citations) expect(model.unlistedOf.get(id)).toBe(u);
  });

  it.each(every)("gathers slips by rule in the order of the work: %s", (_, report) => {
    const { groups } = deskModel(report);
    expect(groups.flatMap((g) => g.findings).length).toBe(report.findings.length);
    expect(new Set(groups.map((g) => g.rule)).size).toBe(groups.length);
    const rounds = groups.map((g) => ROUNDS.findIndex((r) => r.id === roundOf(g.findings[0]!)));
    expect(rounds).toEqual([...rounds].sort((a, b) => a - b));
    for (const group of groups) expect(group.chances).toBeGreaterThanOrEqual(group.broken);
  });

  it("has nothing to gather in a clean paper", () => {
    expect(deskModel(clean).groups).toEqual([]);
  });
});

describe("what a choice lights up", () => {
  it.each(every)("is there for every finding, citation, entry and source: %s", (_, report) => {
    const model = deskModel(report);
    for (const f of report.findings) {
      const focus = focusOf(model, { kind: "finding", id: f.key }, 0);
      expect(focus.finding).toBe(f);
      if (f.entry) expect(focus.entry?.id).toBe(f.entry);
      if (f.citation) expect(focus.citation?.id).toBe(f.citation);
    }
    for (const c of report.citations) {
      const focus = focusOf(model, { kind: "citation", id: c.id }, 0);
      expect(focus.citation).toBe(c);
      expect(focus.entry?.id ?? null).toBe(c.entries[0] ?? null);
    }
    for (const u of report.unlisted) expect(focusOf(model, { kind: "source", id: u.id }, 0).source).toBe(u);
  });

  it("goes round the places that cite an entry", () => {
    const model = deskModel(shore);
    const entry = shore.entries.find((e) => e.cited_by.length > 1)!;
    const places = [0, 1, entry.cited_by.length].map((n) => focusOf(model, { kind: "entry", id: entry.id }, n).citation?.id);
    expect(places).toEqual([entry.cited_by[0], entry.cited_by[1], entry.cited_by[0]]);
  });

  it("is nothing for nothing, and for what is gone", () => {
    const model = deskModel(shore);
    expect(focusOf(model, null, 0)).toEqual(NO_FOCUS);
    expect(focusOf(model, { kind: "finding", id: "gone" }, 0)).toEqual(NO_FOCUS);
    expect(focusOf(model, { kind: "citation", id: "gone" }, 0).citation).toBeNull();
  });
});

describe("the ledger", () => {
  it.each(every)("has every entry and every unlisted source once, either way: %s", (_, report) => {
    const wanted = [...report.entries.map((e) => e.id), ...report.unlisted.map((u) => u.id)].sort();
    for (const byCiting of [false, true]) expect(ids(report, ledgerRows(report, byCiting)).sort()).toEqual(wanted);
  });

  it("puts a ghost where its entry belongs", () => {
    for (const [, report] of every) {
      const rows = ledgerRows(report, false);
      for (const source of report.unlisted) {
        const at = rows.findIndex((r) => r.kind === "ghost" && r.source.id === source.id);
        const next = rows.slice(at).find((r) => r.kind === "entry");
        if (next?.kind === "entry") expect(next.entry.position).toBeGreaterThanOrEqual(source.before_position);
      }
    }
  });

  it("finds rows by words in any order, accents or not, and never hides what is chosen", () => {
    const rows = ledgerRows(shore, false);
    const first = shore.entries[0]!;
    const [one, two] = first.text.split(/\s+/).map((w) => w.replace(/\W/g, ""));
    expect(ids(shore, rowsWith(rows, `${two} ${one}`.toUpperCase()))).toContain(first.id);
    expect(rowsWith(rows, "")).toEqual(rows);
    expect(ids(shore, rowsWith(rows, "nothinghasthis", first.id))).toEqual([first.id]);
  });
});

describe("the page run", () => {
  it.each(every)("has a bar for each page and a tick for each citation: %s", (_, report) => {
    const bars = pageBars(report);
    expect(bars.map((b) => b.page)).toEqual(Array.from({ length: report.tally.pages }, (_, i) => i + 1));
    expect(bars.map((b) => b.ticks.length)).toEqual(report.tally.citations_per_page);
    for (const tick of bars.flatMap((b) => b.ticks)) {
      expect(tick.at).toBeGreaterThan(0);
      expect(tick.at).toBeLessThan(1);
    }
    expect(bars.filter((b) => b.kind === "dry").every((b) => b.ticks.length === 0)).toBe(true);
  });
});

describe("the small pages of a return", () => {
  it.each(every)("have each remark once, at its page and height: %s", (_, report) => {
    const keys = new Set(report.findings.filter((_, i) => i % 2 === 0).map((f) => f.key));
    const pages = smallPages(report, keys);
    expect(pages.flatMap((p) => p.remarks.map((r) => r.key)).sort()).toEqual([...keys].sort());
    for (const { page, remarks } of pages) {
      for (const { key, at } of remarks) {
        expect(report.findings.find((f) => f.key === key)?.page ?? 1).toBe(page);
        expect(at).toBeGreaterThan(0);
        expect(at).toBeLessThan(1);
      }
    }
    expect(smallPages(report, new Set())).toEqual([]);
  });
});

describe("decisions and hands", () => {
  it("are found by key, and an undecided slip is open", () => {
    const [one, two] = shore.findings;
    const desk = {
      decisions: [{ finding_key: one!.key, verdict: "kept" }],
      hands: [
        { entry_key: "k", kind: "book", borders: [["title", 4, 9], "nonsense"] },
        { entry_key: "j", borders: null },
      ],
    } as unknown as DeskState;
    const decisions = decisionsByKey(desk);
    expect(isOpen(one!, decisions)).toBe(false);
    expect(isOpen(two!, decisions)).toBe(true);
    expect(handsByKey(desk).get("k")).toEqual({ kind: "book", borders: [{ element: "title", start: 4, end: 9 }] });
    expect(handsByKey(desk).get("j")).toEqual({ kind: "", borders: [] });
    expect(decisionsByKey(undefined).size).toBe(0);
  });
});

describe("a paper without a list", () => {
  it("has its sources in alphabetical order, addresses behind", () => {
    const labels = ["www.reach.example/tides", "The Weir", "Okonjo", "Bray", "https://lock.example"];
    const unlisted = labels.map((label, n) => ({ ...shore.unlisted[0]!, id: `u${n}`, label, before_position: 1 }));
    const report = { ...shore, entries: [], unlisted };
    const rows = ledgerRows(report, false).map((row) => (row.kind === "ghost" ? row.source.label : ""));
    expect(rows).toEqual(["Bray", "Okonjo", "The Weir", "https://lock.example", "www.reach.example/tides"]);
  });
});
