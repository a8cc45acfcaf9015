import type { Schemas } from "../../api/client";

/** A class list as a person may change it: a .csv with heads. */
export function classListText(list: Schemas["WriterSchema"][]): string {
  if (list.length === 0) return "";
  return ["Name,Email", ...list.map((w) => [w.name, w.email].map(cell).join(","))].join("\n");
}

function cell(text: string): string {
  return /[",\n\t;]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}
