/** House rules as tables, as the server keeps them: nothing in them changes in place. */
export interface Tables {
  house?: Record<string, string | number> | undefined;
  severity?: Record<string, string> | undefined;
  points?: Record<string, number> | undefined;
  remarks?: Record<string, string> | undefined;
}
export type TableName = keyof Tables;

const NAMES: readonly TableName[] = ["house", "severity", "points", "remarks"];

/** What the server sent, as far as it is house rules. */
export function tablesOf(found: Record<string, unknown> | undefined): Tables {
  return tidy(Object.fromEntries(NAMES.map((name) => [name, found?.[name]])));
}

/** The tables with one setting changed, or taken out (`undefined`). */
export function withSetting(tables: Tables, table: TableName, key: string, value: string | number | undefined): Tables {
  const rows: Record<string, unknown> = { ...tables[table], [key]: value };
  if (value === undefined) delete rows[key];
  return tidy({ ...tables, [table]: rows });
}

function tidy(tables: Tables): Tables {
  return Object.fromEntries(NAMES.filter((n) => Object.keys(tables[n] ?? {}).length > 0).map((n) => [n, tables[n]]));
}

/** What holds: a setting of one's own, else the course's, else the default. */
export function valueOf(own: Tables, course: Tables, table: TableName, key: string, usual: string): string {
  return String(own[table]?.[key] ?? course[table]?.[key] ?? usual);
}

/** The tables after somebody chose: what the course has already need not be said again. */
export function chosen(own: Tables, course: Tables, table: TableName, key: string, value: string, usual: string): Tables {
  const inherited = String(course[table]?.[key] ?? usual);
  return withSetting(own, table, key, value === inherited ? undefined : value);
}

export function sameTables(one: Tables, other: Tables): boolean {
  return NAMES.every((name) => {
    const [left, right] = [one[name] ?? {}, other[name] ?? {}];
    const keys = new Set([...Object.keys(left), ...Object.keys(right)]);
    return [...keys].every((key) => String(left[key]) === String(right[key]));
  });
}

/** How many settings there are. */
export function countOf(tables: Tables): number {
  return NAMES.reduce((sum, name) => sum + Object.keys(tables[name] ?? {}).length, 0);
}
