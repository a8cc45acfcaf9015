/* Between what people type and CSL-JSON items. Pure. */
import { CSL_DATES, CSL_NAMES, CSL_TEXTS } from "../../api/vocabulary";
import { dateOf, typedDate, type DateItem } from "./dates";
import { namesOf, typedName, type Name } from "./names";

export type Item = Record<string, unknown>;

/** How an element is typed: a line a name, a date, or words; and its place in the item. */
export interface Field {
  element: string;
  variable: string;
  kind: "names" | "date" | "text";
  custom: boolean;
}

const NAMES: readonly string[] = CSL_NAMES;
const DATES: Readonly<Record<string, string>> = CSL_DATES;
const TEXTS: Readonly<Record<string, string>> = CSL_TEXTS;

export function fieldOf(element: string): Field {
  if (NAMES.includes(element)) return { element, variable: element, kind: "names", custom: false };
  const date = DATES[element];
  if (date) return { element, variable: date, kind: "date", custom: false };
  const text = TEXTS[element];
  return { element, variable: text ?? element, kind: "text", custom: text === undefined };
}

export function typedOf(item: Item, field: Field): string {
  const value = valueIn(item, field);
  if (value === undefined || value === null) return "";
  if (field.kind === "names") return Array.isArray(value) ? (value as Name[]).map(typedName).join("\n") : "";
  if (field.kind === "date") return typedDate(value as DateItem);
  return typeof value === "string" || typeof value === "number" ? String(value) : "";
}

function valueIn(item: Item, field: Field): unknown {
  return field.custom ? ((item.custom ?? {}) as Item)[field.variable] : item[field.variable];
}

/** The item with one field as typed; an empty field goes. What is typed as it stood changes nothing, and of
 *  names only those whose lines were changed. */
export function withTyped(item: Item, field: Field, typed: string): Item {
  if (typed === typedOf(item, field)) return item;
  const value = valueOf(field, typed, valueIn(item, field));
  if (field.custom) return { ...item, custom: withValue((item.custom ?? {}) as Item, field.variable, value) };
  return withValue(item, field.variable, value);
}

function withValue(item: Item, variable: string, value: unknown): Item {
  const next = { ...item };
  if (value === undefined) delete next[variable];
  else next[variable] = value;
  return next;
}

function valueOf(field: Field, typed: string, old: unknown): unknown {
  if (typed.trim() === "") return undefined;
  if (field.kind === "names") return namesOf(typed, Array.isArray(old) ? (old as Name[]) : []);
  if (field.kind === "date") return dateOf(typed);
  return typed;
}
