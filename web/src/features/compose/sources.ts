/* The sources of a list that is being composed. Pure. */
import type { Schemas } from "../../api/client";
import type { Item } from "./fields";

export interface Source {
  id: number;
  item: Item;
}

/** With one more, its kind written on it so that the list can be composed of items alone. */
export function withSource(sources: Source[], item: Item, kind: string): Source[] {
  const id = Math.max(0, ...sources.map((s) => s.id)) + 1;
  return [...sources, { id, item: marked(item, kind) }];
}

/** With one of them as it is now. */
export function withChanged(sources: Source[], id: number, item: Item, kind: string): Source[] {
  return sources.map((s) => (s.id === id ? { id, item: marked(item, kind) } : s));
}

function marked(item: Item, kind: string): Item {
  return { ...item, custom: { ...((item.custom ?? {}) as Item), kind } };
}

export function kindIn(item: Item): string | undefined {
  const kind = (item.custom as Item | undefined)?.kind;
  return typeof kind === "string" ? kind : undefined;
}

/** What is kept of a list between visits; nothing where it cannot be read. */
export function readSources(kept: string | null): Source[] {
  try {
    const read: unknown = JSON.parse(kept ?? "[]");
    if (!Array.isArray(read)) return [];
    return read.filter(
      (s): s is Source => typeof s === "object" && s !== null && typeof (s as Source).id === "number" && typeof (s as Source).item === "object" && (s as Source).item !== null,
    );
  } catch {
    return [];
  }
}

type Listed = Schemas["ListedSchema"];

/** The whole list as it is copied: a paragraph an entry. */
export function htmlOf(heading: string, entries: Listed[]): string {
  return [heading, ...entries.map((e) => e.html)].map((line) => `<p>${line}</p>`).join("\n");
}

/** Which elements are laid open at first: what the kind needs, what its example has, and what is filled. */
export function openElements(elements: string[], needed: ReadonlySet<string>, shown: (element: string) => boolean, filled: (element: string) => boolean): string[] {
  return elements.filter((e) => needed.has(e) || shown(e) || filled(e));
}
