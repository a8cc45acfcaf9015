/* Borders of elements that a person has drawn, and the words they run between. Pure. */

export interface Border {
  element: string;
  start: number;
  end: number;
}

export interface Word {
  text: string;
  start: number;
  end: number;
}

const ABBREVIATED = /^(?:[A-Z]|eds?|vols?|nos?|pp?|al|Jr|Sr|trans|rev|Inc|Ltd)$/;

/** Words without the marks at their ends, so that a border lies within a quotation mark or period. */
export function wordsOf(text: string): Word[] {
  return [...text.matchAll(/https?:\/\/\S+|[^\s“”"()[\],;:]+/g)].flatMap((match) => {
    const bare = match[0].replace(/\.$/, "");
    const kept = ABBREVIATED.test(bare) ? match[0] : bare;
    return kept ? [{ text: kept, start: match.index, end: match.index + kept.length }] : [];
  });
}

/** From one word to another, whichever comes first. */
export function borderBetween(element: string, one: Word, other: Word): Border {
  return { element, start: Math.min(one.start, other.start), end: Math.max(one.end, other.end) };
}

/** The borders with another one drawn: it takes the place of its element's, and of those that it crosses. */
export function withBorder(drawn: readonly Border[], border: Border): Border[] {
  const apart = (b: Border) => b.element !== border.element && (b.end <= border.start || b.start >= border.end);
  return [...drawn.filter(apart), border];
}

/** Borders as the server keeps them: triples of element, start and end. */
export function bordersOf(raw: unknown): Border[] {
  if (!Array.isArray(raw)) return [];
  return raw
    .filter((b): b is [string, number, number] => Array.isArray(b) && b.length === 3)
    .map(([element, start, end]) => ({ element, start, end }));
}
