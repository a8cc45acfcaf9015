/* Where things stand on the pages: the run of pages, and where remarks will stand. Pure. */
import type { Citation, Paragraph, Report } from "../../../api/client";

export interface PageBar {
  page: number;
  kind: "text" | "dry" | "list" | "front";
  ticks: { at: number; citation: Citation }[];
  paragraph: number;
}

interface Heights {
  /** The paragraph that each page begins in. */
  starts: { paragraph: number; offset: number }[];
  /** How far down its page a place is, from 0 to 1. */
  heightOf: (paragraph: number, offset: number, page: number) => number;
}

function heightsOf(report: Report): Heights {
  const starts: { paragraph: number; offset: number }[] = [];
  let before = 0;
  const lengthBefore = new Map<number, number>();
  for (const paragraph of report.paragraphs) {
    if (paragraph.role === "note" || paragraph.page === null) continue;
    lengthBefore.set(paragraph.index, before);
    while (starts.length < paragraph.page) {
      starts.push({ paragraph: paragraph.index, offset: before });
    }
    for (const offset of paragraph.page_starts) starts.push({ paragraph: paragraph.index, offset: before + offset });
    before += paragraph.text.length + 60;
  }
  const length = starts.map((start, index) => Math.max(1, (starts[index + 1]?.offset ?? before) - start.offset, 1200));
  // What is in a note stands at the height of its marker.
  const markerOf = new Map(report.notes.flatMap((n) => n.paragraphs.map((index) => [index, n.marker] as const)));
  return {
    starts,
    heightOf: (paragraph, offset, page) => {
      const marker = markerOf.get(paragraph);
      const [where, from] = marker ? [marker.paragraph, marker.offset] : [paragraph, offset];
      const at = (lengthBefore.get(where) ?? 0) + from - (starts[page - 1]?.offset ?? 0);
      return Math.min(0.97, Math.max(0.02, at / (length[page - 1] ?? 1)));
    },
  };
}

/** Every page with its citations: how they are spread. */
export function pageBars(report: Report): PageBar[] {
  const { starts, heightOf } = heightsOf(report);
  const listPage = report.list?.page ?? Infinity;
  const prose = new Set(
    report.paragraphs.filter((p) => p.role === "body" || p.role === "block-quote").flatMap((p) => pagesOf(p)),
  );
  return Array.from({ length: report.tally.pages }, (_, index): PageBar => {
    const page = index + 1;
    const ticks = report.citations
      .filter((c) => c.page === page)
      .map((citation) => ({ at: heightOf(citation.paragraph, citation.start, page), citation }));
    const written = prose.has(page);
    return {
      page,
      kind: written ? (ticks.length === 0 ? "dry" : "text") : page >= listPage ? "list" : "front",
      ticks,
      paragraph: starts[index]?.paragraph ?? 0,
    };
  });
}

export interface SmallPage {
  page: number;
  /** Where remarks will stand, by the key of their finding. */
  remarks: { key: string; label: string; at: number }[];
}

/** The pages that remarks will stand on, each at its height; what is of the whole paper stands at its head. */
export function smallPages(report: Report, keys: ReadonlySet<string>): SmallPage[] {
  const { heightOf } = heightsOf(report);
  const pages = new Map<number, SmallPage>();
  for (const { key, label, page, paragraph, start } of report.findings) {
    if (!keys.has(key)) continue;
    const on = page ?? 1;
    if (!pages.has(on)) pages.set(on, { page: on, remarks: [] });
    pages.get(on)!.remarks.push({ key, label, at: paragraph === null ? 0.02 : heightOf(paragraph, start ?? 0, on) });
  }
  return [...pages.values()].sort((a, b) => a.page - b.page);
}

function pagesOf(paragraph: Paragraph): number[] {
  const first = paragraph.page ?? 1;
  return [first, ...paragraph.page_starts.map((_, index) => first + index + 1)];
}
