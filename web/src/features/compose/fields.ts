/* Between what people type and CSL-JSON items. Pure. */

export type Item = Record<string, unknown>;

interface Name {
  family?: string;
  given?: string;
  literal?: string;
}

/** How an element is typed: a line a name, a date, or words; and its place in the item. */
export interface Field {
  element: string;
  variable: string;
  kind: "names" | "date" | "text";
  custom: boolean;
}

const NAMES = ["author", "editor", "translator", "director", "performer", "interviewer", "host", "illustrator", "reviewed-author"];
const DATES: Record<string, string> = { date: "issued", accessed: "accessed", "original-date": "original-date" };
const TEXTS: Record<string, string> = {
  title: "title", container: "container-title", series: "collection-title", edition: "edition", volume: "volume",
  issue: "issue", pages: "page", volumes: "number-of-volumes", number: "number", publisher: "publisher",
  place: "publisher-place", event: "event-title", database: "source", medium: "genre", section: "section",
  reviewed: "reviewed-title", doi: "DOI", url: "URL",
};

export function fieldOf(element: string): Field {
  if (NAMES.includes(element)) return { element, variable: element, kind: "names", custom: false };
  const date = DATES[element];
  if (date) return { element, variable: date, kind: "date", custom: false };
  const text = TEXTS[element];
  return { element, variable: text ?? element, kind: "text", custom: text === undefined };
}

export function typedOf(item: Item, field: Field): string {
  const custom = (item.custom ?? {}) as Item;
  const value = field.custom ? custom[field.variable] : item[field.variable];
  if (value === undefined || value === null) return "";
  if (field.kind === "names") return (value as Name[]).map(typedName).join("\n");
  if (field.kind === "date") return typedDate(value as Item);
  return typeof value === "string" || typeof value === "number" ? String(value) : "";
}

function typedName(name: Name): string {
  return name.literal ?? [name.family, name.given].filter(Boolean).join(", ");
}

function typedDate(date: Item): string {
  const parts = (date["date-parts"] as number[][] | undefined)?.[0];
  if (!parts) return typeof date.literal === "string" ? date.literal : "";
  return parts.map((n, i) => String(n).padStart(i === 0 ? 4 : 2, "0")).join("-");
}

/** The item with one field as typed; an empty field goes. */
export function withTyped(item: Item, field: Field, typed: string): Item {
  const value = valueOf(field, typed);
  if (field.custom) {
    const custom = { ...((item.custom ?? {}) as Item) };
    if (value === undefined) delete custom[field.variable];
    else custom[field.variable] = value;
    return { ...item, custom };
  }
  const next = { ...item };
  if (value === undefined) delete next[field.variable];
  else next[field.variable] = value;
  return next;
}

function valueOf(field: Field, typed: string): unknown {
  if (typed.trim() === "") return undefined;
  if (field.kind === "names") return typed.split("\n").filter((line) => line.trim() !== "").map(nameOf);
  if (field.kind === "date") return dateOf(typed.trim());
  return typed;
}

/** `Okonjo, Adaeze` is a person; a line without a comma an organisation. */
function nameOf(line: string): Name {
  const at = line.indexOf(",");
  if (at < 0) return { literal: line.trim() };
  return { family: line.slice(0, at).trim(), given: line.slice(at + 1).trim() };
}

/** `2021`, `2021-04`, `2021-04-22`; anything else stays as it is (`n.d.`). */
function dateOf(typed: string): Item {
  const match = /^(\d{4})(?:-(\d{1,2})(?:-(\d{1,2}))?)?$/.exec(typed);
  if (!match) return { literal: typed };
  return { "date-parts": [match.slice(1).filter((n) => n !== undefined).map(Number)] };
}
