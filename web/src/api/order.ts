/* The order in which papers stood in the table: going on from one to the next follows it. */

const key = (assignment: number) => `grelt-order-${assignment}`;

export function rememberOrder(assignment: number, ids: readonly number[]): void {
  sessionStorage.setItem(key(assignment), JSON.stringify(ids));
}

/** Papers as the table had them when one of them was opened; those that came since at the end. */
export function inOrder<T extends { id: number }>(assignment: number, papers: readonly T[], otherwise: (a: T, b: T) => number): T[] {
  const sorted = [...papers].sort(otherwise);
  let ids: unknown;
  try {
    ids = JSON.parse(sessionStorage.getItem(key(assignment)) ?? "null");
  } catch {
    ids = null;
  }
  if (!Array.isArray(ids)) return sorted;
  const known = new Map(sorted.map((paper) => [paper.id, paper]));
  const first = ids.flatMap((id) => known.get(id as number) ?? []);
  return [...first, ...sorted.filter((paper) => !ids.includes(paper.id))];
}
