/* What a row of the table says of a paper. Pure. */
import type { PaperInfo } from "../../api/client";

/** How a paper stands, in the words of the work. */
export type Standing = "waiting" | "checking" | "not read" | "to look at" | "in hand" | "cleared" | "returned" | "–";

export function standingOf(paper: PaperInfo): Standing {
  const check = paper.check_state;
  switch (check?.state) {
    case "queued":
      return "waiting";
    case "running":
      return "checking";
    case "failed":
      return "not read";
    case "done":
      if (paper.returned_at) return "returned";
      if (paper.kept + paper.waived >= check.slips) return "cleared";
      return paper.kept + paper.waived > 0 ? "in hand" : "to look at";
    default:
      return "–";
  }
}

/** What it is sorted by: family name first. */
export function filedAs(writer: string): string {
  const words = writer.split(" ");
  return [words.at(-1) ?? "", ...words.slice(0, -1)].join(" ");
}

const names = new Intl.Collator("en", { numeric: true });

/** Order of names: as in a register, with numbers by what they are worth. */
export function byName(one: string, other: string): number {
  return names.compare(one, other);
}

/** Whether anybody uses points, a verdict or requirements: columns that say nothing are not shown. */
export function usedColumns(papers: readonly PaperInfo[]): { points: boolean; verdict: boolean; unmet: boolean } {
  const checks = papers.map((paper) => paper.check_state);
  return {
    points: checks.some((c) => c?.points !== null && c?.points !== undefined),
    verdict: checks.some((c) => c !== null && c.verdict !== ""),
    unmet: checks.some((c) => (c?.unmet ?? 0) > 0),
  };
}
