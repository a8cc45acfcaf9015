/* Where notes stand in the galley: under the paragraph that carries their marker. Pure. */
import type { Note, Report } from "../../../api/client";

export interface NotePlaces {
  /** Paragraph indexes in the order the galley shows them. */
  order: number[];
  /** Place in that order of each paragraph. */
  placeOf: Map<number, number>;
  /** Notes whose markers stand in a paragraph, by offset. */
  markersIn: Map<number, Note[]>;
  /** The note that a paragraph begins. */
  noteAt: Map<number, Note>;
}

export function notePlaces(report: Report): NotePlaces {
  const markersIn = new Map<number, Note[]>();
  const noteAt = new Map<number, Note>();
  const placed = new Set<number>();
  for (const note of report.notes) {
    const [first] = note.paragraphs;
    if (first !== undefined) noteAt.set(first, note);
    if (!note.marker) continue;
    for (const index of note.paragraphs) placed.add(index);
    const list = markersIn.get(note.marker.paragraph);
    if (list) list.push(note);
    else markersIn.set(note.marker.paragraph, [note]);
  }
  for (const list of markersIn.values()) list.sort((a, b) => a.marker!.offset - b.marker!.offset);
  const order: number[] = [];
  for (const paragraph of report.paragraphs) {
    if (placed.has(paragraph.index)) continue;
    order.push(paragraph.index);
    for (const note of markersIn.get(paragraph.index) ?? []) order.push(...note.paragraphs);
  }
  return { order, placeOf: new Map(order.map((index, place) => [index, place])), markersIn, noteAt };
}
