import type { Schemas } from "../../../api/client";

export type Page = Schemas["ReportPage"];
type Measures = Schemas["ReportPageMeasures"];
type ListMeasures = Schemas["ReportListMeasures"];

/** A measure as it is and as it should be, in words; `off` where they are not the same. */
export interface Measure {
  name: string;
  found: string;
  wanted: string;
  off: boolean;
}

const SLACK = 2.5;
const LINES = 0.1;
const NEAR = 6;

/** Points as people say them: `1 inch`, `0.75 inch`. */
export function inches(points: number): string {
  const length = Math.round((points * 100) / 72) / 100;
  return `${length} ${length > 1 ? "inches" : "inch"}`;
}

export function lines(spacing: number): string {
  const named: [number, string][] = [[1, "single"], [1.5, "one and a half"], [2, "double"]];
  return named.find(([n]) => Math.abs(n - spacing) <= 0.05)?.[1] ?? `${Math.round(spacing * 100) / 100} lines`;
}

function measure(
  name: string,
  found: number | null,
  wanted: number | null,
  slack: number,
  say: (value: number) => string,
): Measure[] {
  if (found === null) return [];
  const off = wanted !== null && Math.abs(found - wanted) > slack;
  return [{ name, found: say(found), wanted: wanted === null ? "any" : say(wanted), off }];
}

/** What the file says of its page, beside what is wanted. Wider margins may be right: what is off is the rules' to
 * say, and `rules` are those that spoke. */
export function measuresOf({ found, wanted }: { found: Measures; wanted: Measures }, rules: ReadonlySet<string>): Measure[] {
  const sides = (["top", "bottom", "left", "right"] as const).flatMap((side) =>
    measure(`margin, ${side}`, found[side], wanted[side], SLACK, inches),
  );
  const margins = sides.map((row) => ({ ...row, off: row.off && rules.has("page-margins") }));
  const head = found.heads.map((h) => `${h.text || "nothing"}, ${h.place}`).join("; ");
  const right = wanted.heads.map((h) => `${h.text}, ${h.place}`).join("; ");
  return [
    ...margins,
    ...measure("lines", found.spacing, wanted.spacing, LINES, lines),
    ...measure("first line", found.first_line, wanted.first_line, NEAR, inches),
    ...(found.face === null
      ? []
      : [{ name: "face", found: found.face, wanted: wanted.face ?? "any", off: rules.has("page-font") && wanted.face !== null }]),
    ...measure("size", found.size, wanted.size, 0.3, (size) => `${size} points`),
    ...(found.top === null ? [] : [{ name: "head", found: head || "none", wanted: right, off: rules.has("page-running-head") }]),
  ];
}

export function listMeasuresOf({ found, wanted }: { found: ListMeasures; wanted: ListMeasures }): Measure[] {
  return [
    ...measure("later lines set in", found.hanging, wanted.hanging, 4, inches),
    ...measure("lines", found.spacing, wanted.spacing, LINES, lines),
    ...measure("gap behind an entry", found.gap, wanted.gap, 1, (gap) => `${gap} points`),
  ];
}

/** A line of text drawn on a page: where it begins and ends, in points. */
export interface Stroke {
  x: number;
  y: number;
  width: number;
}

interface Frame {
  left: number;
  top: number;
  width: number;
  bottom: number;
}

/** Lines that fill a frame: paragraphs of so many lines, the first set in (or, below nought, the later ones). */
export function strokes(frame: Frame, pitch: number, firstLine: number, perParagraph: number, gap = 0): Stroke[] {
  const found: Stroke[] = [];
  let y = frame.top + pitch * 0.6;
  for (let line = 0; y <= frame.bottom && found.length < 80; line += 1) {
    const inParagraph = line % perParagraph;
    const indent = inParagraph === 0 ? Math.max(firstLine, 0) : Math.max(-firstLine, 0);
    const last = inParagraph === perParagraph - 1;
    const width = Math.max((frame.width - indent) * (last ? 0.6 : 1), 4);
    found.push({ x: frame.left + indent, y, width });
    y += pitch + (last ? gap : 0);
  }
  return found;
}
