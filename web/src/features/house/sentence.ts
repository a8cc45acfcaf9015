import type { Schemas } from "../../api/client";

export type Option = Schemas["OptionSchema"];

/** A sentence with the choice inside it. */
export interface Sentence {
  before: string;
  choice: string;
  after: string;
}

/** Whether a value is one of the person's own, and none of the choices. */
export function isOwn(option: Option, value: string): boolean {
  return !option.choices.some((choice) => choice.value === value);
}

/** The sentence of an option at a value: what all its choices begin and end with stands, the rest is the choice. */
export function sentenceOf(option: Option, value: string): Sentence {
  if (isOwn(option, value)) return { before: option.before, choice: namedIn(option, value), after: option.after };
  const said = option.choices.find((choice) => choice.value === value)?.sentence ?? "";
  const others = option.choices.map((choice) => choice.sentence).filter((sentence) => sentence !== said);
  if (option.before || option.after) others.push(`${option.before}…${option.after}`);
  const words = wordsOf(said);
  let start = words.length;
  let end = words.length;
  for (const other of others.map(wordsOf)) {
    start = Math.min(start, alike(words, other));
    end = Math.min(end, alike([...words].reverse(), [...other].reverse()));
  }
  // An end in common is one only behind a beginning in common; the period closes the sentence in any case.
  if (start === 0) end = words.at(-1) === "." ? 1 : 0;
  end = Math.min(end, words.length - start - 1);
  if (others.length === 0 || end < 0) return { before: "", choice: said, after: "" };
  const cut = words.length - end;
  const choice = words.slice(start, cut).join("");
  const trimmed = choice.trimEnd();
  return {
    before: words.slice(0, start).join(""),
    choice: trimmed,
    after: choice.slice(trimmed.length) + words.slice(cut).join(""),
  };
}

/** Numbers of kinds by their names: `2 articles in journals`. */
function namedIn(option: Option, value: string): string {
  if (option.kind !== "kinds") return value;
  return value
    .split(/,\s*/)
    .map((part) => {
      const [count = "", id = ""] = part.split(" ");
      const kind = option.kinds.find((k) => k.id === id);
      return kind ? `${count} ${count === "1" ? kind.one : kind.several}` : part;
    })
    .join(", ");
}

/** Words with the space behind them; the closing period is one by itself. */
function wordsOf(sentence: string): string[] {
  return sentence.match(/\.$|[^\s.]+(?:\.(?!$)[^\s.]*)*\s*|\S/g) ?? [];
}

function alike(one: string[], other: string[]): number {
  let count = 0;
  while (count < one.length && count < other.length && one[count]!.trim() === other[count]!.trim()) count += 1;
  return count;
}

/** Whether a value of the person's own can be taken; the server says why where it cannot. */
export function mayBe(option: Option, value: string): boolean {
  const words = value.trim();
  if (words === "") return false;
  if (option.kind !== "number") return option.kind !== "choice";
  const number = Number(words);
  return Number.isFinite(number) && number >= (option.least ?? -Infinity) && number <= (option.most ?? Infinity);
}

/** Whether the words searched for are all in a sentence, a label or an id. */
export function fits(words: string, ...texts: string[]): boolean {
  const text = texts.join(" ").toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
