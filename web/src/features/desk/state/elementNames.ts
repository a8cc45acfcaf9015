import { ELEMENT_LABELS } from "../../../api/vocabulary";
import type { Schemas } from "../../../api/client";

/** What the elements of a guide are called, by their identifiers. */
export function elementNames(kinds: Schemas["ShelfKindSchema"][]): (element: string) => string {
  const known = new Map(kinds.flatMap((kind) => kind.elements.map((e) => [e.element, e.label] as const)));
  for (const [element, label] of Object.entries(ELEMENT_LABELS)) if (!known.has(element)) known.set(element, label);
  return (element) => known.get(element) ?? element.replaceAll("-", " ");
}
