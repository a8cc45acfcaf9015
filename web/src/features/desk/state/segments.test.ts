import fc from "fast-check";
import { describe, expect, it } from "vitest";

import { reports } from "../../../../tests/fixtures";
import type { Citation, Finding, Note, Paragraph } from "../../../api/client";
import { deskModel } from "./model";
import { segmentsOf } from "./segments";

function paragraph(text: string, more: Partial<Paragraph> = {}): Paragraph {
  return { index: 0, role: "body", page: 1, text, detail: null, page_starts: [], emphasis: [], alignment: null, indent: {}, ...more } as Paragraph;
}

const citation = (start: number, end: number, more: Partial<Citation> = {}) => ({ id: "c1", start, end, form: "parenthetical", ...more }) as Citation;
const finding = (start: number | null, end: number | null) => ({ key: `${start}`, start, end }) as Finding;

describe("segments of a paragraph", () => {
  it("give its text again, in order and without a gap", () => {
    const marks = fc.record({
      citations: fc.array(fc.tuple(fc.nat(40), fc.nat(40)), { maxLength: 3 }),
      findings: fc.array(fc.tuple(fc.nat(40), fc.nat(40)), { maxLength: 4 }),
      italics: fc.array(fc.tuple(fc.nat(40), fc.nat(40)), { maxLength: 3 }),
      pages: fc.array(fc.nat(40), { maxLength: 2 }),
    });
    const ordered = ([a, b]: [number, number]) => [Math.min(a, b), Math.max(a, b)] as const;
    fc.assert(
      fc.property(fc.string({ maxLength: 40 }), marks, (text, made) => {
        const inside = (n: number) => Math.min(n, text.length);
        const found = segmentsOf(
          paragraph(text, {
            page_starts: made.pages.map(inside),
            emphasis: made.italics.map(ordered).map(([s, e]) => ({ start: inside(s), end: inside(e), kind: "italic" })),
          }),
          made.citations.map(ordered).map(([s, e]) => citation(inside(s), inside(e))),
          made.findings.map(ordered).map(([s, e]) => finding(inside(s), inside(e))),
        );
        expect(found.map((s) => s.text).join("")).toBe(text);
        found.forEach((s, i) => {
          expect(s.start).toBe(i === 0 ? 0 : found[i - 1]!.end);
        });
      }),
    );
  });

  it("say of each character what stands over it", () => {
    const found = segmentsOf(
      paragraph("Salt (Okonjo 9).", { emphasis: [{ start: 0, end: 4, kind: "italic" }] }),
      [citation(5, 15)],
      [finding(6, 12)],
    );
    expect(found.map((s) => [s.text, s.italic, s.citation !== null, s.findings.length])).toEqual([
      ["Salt", true, false, 0],
      [" ", false, false, 0],
      ["(", false, true, 0],
      ["Okonjo", false, true, 1],
      [" 9)", false, true, 0],
      [".", false, false, 0],
    ]);
    expect(found.filter((s) => s.opens).map((s) => s.text)).toEqual(["("]);
    expect(found.filter((s) => s.closes).map((s) => s.text)).toEqual([" 9)"]);
  });

  it("mark the name of a narrative citation and its page apart", () => {
    const named = citation(0, 6, { form: "narrative", parenthesis: { start: 12, end: 15 } });
    const found = segmentsOf(paragraph("Okonjo says (9)."), [named], []);
    expect(found.filter((s) => s.citation).map((s) => [s.text, s.main])).toEqual([
      ["Okonjo", true],
      ["(9)", false],
    ]);
  });

  it("keep an empty paragraph as one stretch", () => {
    expect(segmentsOf(paragraph(""), [], [])).toHaveLength(1);
  });

  it("put a note behind the stretch that carries its marker, and a page before the one that begins it", () => {
    const note = { id: "n1", marker: { paragraph: 0, offset: 4 } } as Note;
    const found = segmentsOf(paragraph("Salt keeps.", { page_starts: [5] }), [], [], [note]);
    expect(found.filter((s) => s.notes.length).map((s) => s.text)).toEqual(["Salt"]);
    expect(found.filter((s) => s.pageBefore).map((s) => s.text)).toEqual(["keeps."]);
  });

  it.each(Object.entries(reports))("hold in the report of %s", (_, report) => {
    const model = deskModel(report);
    for (const one of report.paragraphs) {
      const found = segmentsOf(one, model.citationsIn.get(one.index) ?? [], model.findingsIn.get(one.index) ?? [], model.notes.markersIn.get(one.index));
      expect(found.map((s) => s.text).join("")).toBe(one.text);
      const cited = new Set(found.flatMap((s) => (s.citation ? [s.citation.id] : [])));
      expect(cited).toEqual(new Set((model.citationsIn.get(one.index) ?? []).map((c) => c.id)));
    }
  });
});
