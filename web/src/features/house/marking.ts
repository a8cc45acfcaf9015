/** Marking the elements of a worked example: `{author Quillon Instruments}. *{title Annual Return}*.` */

export interface Marked {
  text: string;
  /** Where the caret stands afterwards. */
  at: number;
}

const ELEMENT = /\{\s*([\w-]+)([=?]?)(?:\s+([^{}]*?))?\s*\}/g;

/** The element that a place stands in. */
export function elementAt(text: string, at: number): RegExpExecArray | undefined {
  return [...text.matchAll(ELEMENT)].find((m) => m.index <= at && at <= m.index + m[0].length);
}

/** The words chosen, marked as an element; those of an element that is chosen already are marked anew. Spaces at
    the ends and braces among the words are left out. */
export function asElement(text: string, start: number, end: number, element: string): Marked {
  const inside = elementAt(text, start);
  if (inside) {
    const [from, to] = [inside.index, inside.index + inside[0].length];
    return put(text, from, to, `{${element}${inside[2]} ${inside[3] ?? ""}}`);
  }
  const chosen = text.slice(start, end);
  const from = start + chosen.length - chosen.trimStart().length;
  const to = end - (chosen.length - chosen.trimEnd().length);
  if (to <= from) return put(text, start, start, `{${element} }`, -1);
  return put(text, from, to, `{${element} ${text.slice(from, to).replace(/[{}]/g, "")}}`);
}

/** The element at a place told to have these words always (`=`) or to be left out at times (`?`), or no longer. */
export function told(text: string, at: number, sign: "=" | "?"): Marked | null {
  const element = elementAt(text, at);
  if (!element) return null;
  const now = element[2] === sign ? "" : sign;
  return put(text, element.index, element.index + element[0].length, `{${element[1]}${now} ${element[3] ?? ""}}`);
}

/** The element at a place, or the words chosen, in italics or no longer. */
export function inItalics(text: string, start: number, end: number): Marked | null {
  const element = elementAt(text, start);
  const [from, to] = element ? [element.index, element.index + element[0].length] : [start, end];
  if (to <= from) return null;
  if (text[from - 1] === "*" && text[to] === "*") return put(text, from - 1, to + 1, text.slice(from, to));
  return put(text, from, to, `*${text.slice(from, to)}*`);
}

function put(text: string, from: number, to: number, words: string, shift = 0): Marked {
  return { text: text.slice(0, from) + words + text.slice(to), at: from + words.length + shift };
}
