/* The report as a table: sources down, pages across. Pure. */
import type { Report } from "../../api/client";

export interface Row {
  id: string;
  kind: "unlisted" | "listed" | "uncited";
  position: number | null;
  label: string;
  title: string;
  /** Ids of the citations on each page of `pages`. */
  cells: string[][];
  sum: number;
}

export interface CrossTable {
  pages: number[];
  rows: Row[];
  sums: number[];
  total: number;
}

export function crossTable(report: Report): CrossTable {
  const pageOf = new Map(report.citations.map((c) => [c.id, c.page]));
  const last = Math.max(1, ...report.citations.map((c) => c.page), (report.list?.page ?? 1) - 1);
  const pages = Array.from({ length: last }, (_, i) => i + 1);
  const row = (kind: Row["kind"], source: { id: string; label: string }, ids: string[], position: number | null, title: string): Row => {
    const cells = pages.map((page) => ids.filter((id) => pageOf.get(id) === page));
    return { id: source.id, kind, position, label: source.label, title, cells, sum: ids.length };
  };
  const listed = report.entries.map((entry) =>
    row(entry.cited_by.length ? "listed" : "uncited", entry, entry.cited_by, entry.position, titleOf(entry)),
  );
  const rows = [
    ...report.unlisted.map((source) => row("unlisted", source, source.citations, null, "")),
    ...listed.filter((r) => r.kind === "listed"),
    ...listed.filter((r) => r.kind === "uncited"),
  ];
  const sums = pages.map((_, at) => rows.reduce((sum, r) => sum + r.cells[at]!.length, 0));
  return { pages, rows, sums, total: rows.reduce((sum, r) => sum + r.sum, 0) };
}

function titleOf(entry: Report["entries"][number]): string {
  const title = entry.elements.find((e) => e.name === "title");
  return title && title.text !== entry.label ? title.text : "";
}
