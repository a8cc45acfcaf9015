/* How the picture of a class is said and shaded. Pure. */
import type { Schemas } from "../../api/client";

export type Picture = Schemas["ClassSchema"];
export type Cell = [number, number] | null;

const STEPS = 5;

/** The share of chances missed in hundredths. */
export function hundredths(missed: number, chances: number): number {
  return Math.round((100 * missed) / chances);
}

/** How dark a cell is, from 1 to 5; the figure in it says the same. */
export function shade(missed: number, chances: number): number {
  return Math.min(STEPS, 1 + Math.floor((missed * STEPS - 1) / chances));
}

export function cellOf(cell: number[] | null | undefined): Cell {
  return cell && cell.length === 2 ? [cell[0]!, cell[1]!] : null;
}

/** What a cell is to people who do not see it. */
export function cellSaid(cell: Cell): string {
  if (cell === null) return "nothing to miss";
  const [missed, chances] = cell;
  return missed === 0 ? `none of ${chances}` : `${missed} of ${chances} missed`;
}

/** How the class stands, in figures that can be pressed apart: what, and how many. */
export function standing({ papers, states }: Picture): string {
  const parts = [`${states["read on"] === 0 ? "none" : states["read on"]} can be read now`];
  if (states.mend > 0) parts.push(`${states.mend} ${states.mend === 1 ? "has" : "have"} something to mend`);
  if (states["send back"] > 0) parts.push(`${states["send back"]} ${states["send back"] === 1 ? "goes" : "go"} back`);
  return `Of ${papers === 1 ? "1 paper" : `${papers} papers`}, ${parts.join(", ")}.`;
}

/** Where a key leads from a cell of a table; null where it leads nowhere. */
export function moved(at: readonly [number, number], key: string, rows: number, columns: number): [number, number] | null {
  const [row, column] = at;
  const to: Record<string, [number, number]> = {
    ArrowUp: [row - 1, column],
    ArrowDown: [row + 1, column],
    ArrowLeft: [row, column - 1],
    ArrowRight: [row, column + 1],
    Home: [row, 0],
    End: [row, columns - 1],
  };
  const next = to[key];
  if (!next || next[0] < 0 || next[0] >= rows || next[1] < 0 || next[1] >= columns) return null;
  return next;
}
