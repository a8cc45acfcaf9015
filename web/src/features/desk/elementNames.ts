import type { Schemas } from "../../api/client";

/** What the elements of a guide are called, by their identifiers. */
export function elementNames(kinds: Schemas["ShelfKindSchema"][]): (element: string) => string {
  const known = new Map(kinds.flatMap((kind) => kind.elements.map((e) => [e.element, e.label] as const)));
  known.set("numbering", "volume, issue");
  return (element) => known.get(element) ?? element.replaceAll("-", " ");
}
