/** A source kind of the house's own: a worked example with its elements in braces. */
export interface OwnKind {
  name: string;
  several?: string;
  like: string;
  entry: string;
  note?: string;
}

/** House rules as tables, as the server keeps them: nothing in them changes in place. */
export interface Tables {
  house?: Record<string, string | number> | undefined;
  severity?: Record<string, string> | undefined;
  points?: Record<string, number> | undefined;
  remarks?: Record<string, string> | undefined;
  kind?: OwnKind[] | undefined;
}
export type TableName = Exclude<keyof Tables, "kind">;

const NAMES: readonly TableName[] = ["house", "severity", "points", "remarks"];

/** What the server sent, as far as it is house rules. */
export function tablesOf(found: Record<string, unknown> | undefined): Tables {
  return tidy({ ...Object.fromEntries(NAMES.map((name) => [name, found?.[name]])), kind: found?.["kind"] as OwnKind[] | undefined });
}

/** The tables with one setting changed, or taken out (`undefined`). */
export function withSetting(tables: Tables, table: TableName, key: string, value: string | number | undefined): Tables {
  const rows: Record<string, unknown> = { ...tables[table], [key]: value };
  if (value === undefined) delete rows[key];
  return tidy({ ...tables, [table]: rows });
}

/** The tables with a kind of one's own put in the place of another of that name, or behind the others. */
export function withKind(tables: Tables, kind: OwnKind, old: string | null): Tables {
  const kinds = tables.kind ?? [];
  const known = kinds.some((k) => k.name === old);
  return tidy({ ...tables, kind: known ? kinds.map((k) => (k.name === old ? kind : k)) : [...kinds, kind] });
}

export function withoutKind(tables: Tables, name: string): Tables {
  return tidy({ ...tables, kind: (tables.kind ?? []).filter((k) => k.name !== name) });
}

function tidy(tables: Tables): Tables {
  const kept: Tables = Object.fromEntries(
    NAMES.filter((n) => Object.keys(tables[n] ?? {}).length > 0).map((n) => [n, tables[n]]),
  );
  return tables.kind?.length ? { ...kept, kind: tables.kind } : kept;
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
  return JSON.stringify(one.kind ?? []) === JSON.stringify(other.kind ?? []) && NAMES.every((name) => {
    const [left, right] = [one[name] ?? {}, other[name] ?? {}];
    const keys = new Set([...Object.keys(left), ...Object.keys(right)]);
    return [...keys].every((key) => String(left[key]) === String(right[key]));
  });
}

/** How many settings there are. */
export function countOf(tables: Tables): number {
  return NAMES.reduce((sum, name) => sum + Object.keys(tables[name] ?? {}).length, tables.kind?.length ?? 0);
}
