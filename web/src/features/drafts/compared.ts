/* Two drafts beside one another: what stands on either side, and what it says in figures. Pure. */
import type { Schemas } from "../../api/client";

export type Row = Schemas["ComparedFindingSchema"];
export type State = "still" | "mended" | "new";

export function stateOf(row: Row): State {
  if (row.before === null) return "new";
  return row.after === null ? "mended" : "still";
}

/** Asked for in the return, and not done. */
export function isUndone(row: Row): boolean {
  return row.asked && stateOf(row) === "still";
}

/** The rows that have a place on one side, in the order of that draft. */
export function sideOf(rows: Row[], side: "before" | "after"): Row[] {
  return rows.filter((row) => row[side] !== null).sort((a, b) => a[side]!.at - b[side]!.at);
}

/** On another page than before. */
export function isMoved(row: Row): boolean {
  return row.before !== null && row.after !== null && row.before.page !== row.after.page;
}

/** How the two drafts stand to one another, in a sentence of figures. */
export function saidOf(rows: Row[]): string {
  const count = (state: State) => rows.filter((row) => stateOf(row) === state).length;
  const [mended, still, fresh] = [count("mended"), count("still"), count("new")];
  const asked = rows.filter((row) => row.asked);
  const undone = asked.filter(isUndone).length;
  const figures = [`${mended === 0 ? "Nothing" : mended} mended`, `${still === 0 ? "nothing" : still} still there`, `${fresh === 0 ? "nothing" : fresh} new`];
  const askedFor = asked.length ? ` Of ${asked.length} asked for, ${undone === 0 ? "all are done" : `${undone} ${undone === 1 ? "is" : "are"} not done`}.` : "";
  return `${figures.join(", ")}.${askedFor}`;
}
