/* Looking for words over the whole paper: its text and notes, and what was found. Pure. */
import type { Finding, Report } from "../../../api/client";

export interface FoundText {
  paragraph: number;
  page: number | null;
  before: string;
  words: string;
  after: string;
}

export interface Found {
  texts: FoundText[];
  findings: Finding[];
  /** How many places there are besides those shown. */
  more: number;
}

/** So many are shown of each; the rest is counted. */
export const MOST_FOUND = 6;
const AROUND = 28;
const LEAST = 2;

/** Folds a text character by character, so that places in it are places in what it was. */
function folded(text: string): string {
  return [...text].map((c) => (c.normalize("NFD").replace(/\p{M}/gu, "") || c).slice(0, 1).toLowerCase().padEnd(c.length, " ")).join("");
}

/** Where the words stand as they are typed, accents and capitals aside; and the findings that speak of all of them. */
export function found(report: Report, sought: string): Found {
  const phrase = folded(sought.trim().replace(/\s+/g, " "));
  if (phrase.length < LEAST) return { texts: [], findings: [], more: 0 };
  const texts: FoundText[] = [];
  let count = 0;
  for (const paragraph of report.paragraphs) {
    if (paragraph.role === "list-entry") continue; // the list stands beside, and is looked through there
    const { text } = paragraph;
    const plain = folded(text);
    for (let at = plain.indexOf(phrase); at >= 0; at = plain.indexOf(phrase, at + phrase.length)) {
      count += 1;
      if (texts.length >= MOST_FOUND) continue;
      const end = at + phrase.length;
      texts.push({
        paragraph: paragraph.index,
        page: paragraph.page === null ? null : paragraph.page + paragraph.page_starts.filter((start) => start <= at).length,
        before: text.slice(Math.max(0, at - AROUND), at),
        words: text.slice(at, end),
        after: text.slice(end, end + AROUND),
      });
    }
  }
  const words = phrase.split(" ");
  const spoken = report.findings.filter((f) => {
    const said = folded(`${f.label} ${f.message} ${f.found ?? ""}`);
    return words.every((word) => said.includes(word));
  });
  const findings = spoken.slice(0, MOST_FOUND);
  return { texts, findings, more: count - texts.length + spoken.length - findings.length };
}
