/* Cuts a paragraph's text into stretches that are set and marked alike. */
import type { Citation, Finding, Note, Paragraph } from "../../../api/client";

export interface Segment {
  text: string;
  start: number;
  end: number;
  italic: boolean;
  bold: boolean;
  underline: boolean;
  citation: Citation | null;
  /** The name of a narrative citation is its main place, the page after it is not. */
  main: boolean;
  opens: boolean;
  closes: boolean;
  findings: Finding[];
  pageBefore: boolean;
  /** Notes whose marker stands at the end of this stretch. */
  notes: Note[];
}

export function segmentsOf(
  paragraph: Paragraph,
  citations: Citation[],
  findings: Finding[],
  notes: Note[] = [],
): Segment[] {
  const { text } = paragraph;
  const spans = citations.flatMap(spansOf);
  const cuts = new Set([0, text.length, ...paragraph.page_starts]);
  for (const e of paragraph.emphasis) cuts.add(e.start).add(e.end);
  for (const s of spans) cuts.add(s.start).add(s.end);
  for (const n of notes) cuts.add(n.marker!.offset);
  for (const f of findings) {
    if (f.start !== null) cuts.add(f.start);
    if (f.end !== null) cuts.add(f.end);
  }
  const edges = [...cuts].filter((c) => c >= 0 && c <= text.length).sort((a, b) => a - b);
  const segments: Segment[] = [];
  for (let i = 0; i + 1 < edges.length || (i === 0 && edges.length === 1); i += 1) {
    const start = edges[i]!;
    const end = edges[i + 1] ?? start;
    const inside = (s: { start: number; end: number }) => s.start <= start && end <= s.end && s.start < s.end;
    const index = spans.findIndex(inside);
    const citation = index >= 0 ? spans[index]!.citation : null;
    const main = index >= 0 && spans[index]!.main;
    const has = (kind: string) => paragraph.emphasis.some((e) => e.kind === kind && inside(e));
    segments.push({
      text: text.slice(start, end),
      start,
      end,
      italic: has("italic"),
      bold: has("bold"),
      underline: has("underline"),
      citation,
      opens: citation !== null && spans[index]!.start === start,
      closes: citation !== null && spans[index]!.end === end,
      main,
      findings: findings.filter((f) => f.start !== null && f.end !== null && inside({ start: f.start, end: f.end })),
      notes: notes.filter((n) => n.marker!.offset === end && end > start),
      pageBefore: start > 0 && paragraph.page_starts.includes(start),
    });
  }
  return segments;
}

interface Marked {
  start: number;
  end: number;
  citation: Citation;
  main: boolean;
}

/* A narrative citation is marked at the name, and where its page stands. */
function spansOf(citation: Citation): Marked[] {
  const main = { start: citation.start, end: citation.end, citation, main: true };
  const page = citation.parenthesis;
  if (!page || (page.start >= citation.start && page.end <= citation.end)) return [main];
  return [main, { start: page.start, end: page.end, citation, main: false }];
}
