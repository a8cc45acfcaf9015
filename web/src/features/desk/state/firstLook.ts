/* How a paper stands, in one sentence of figures whose parts lead to their places. Pure. */
import type { Report } from "../../../api/client";
import type { DeskModel, SlipGroup } from "./model";

export type Target = { kind: "source"; id: string } | { kind: "rule"; rule: string } | { kind: "round"; round: string };

export interface Part {
  words: string;
  target: Target | null;
}

const NUMBERS = ["No", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine", "Ten", "Eleven", "Twelve"];

/** A number as a sentence has it: words up to twelve. */
export function inWords(n: number): string {
  return (NUMBERS[n] ?? String(n)).toLowerCase();
}

/** How often something happens. */
export function times(n: number): string {
  return n === 1 ? "once" : n === 2 ? "twice" : `${inWords(n)} times`;
}

/** Which rules say that a citation leads nowhere, or an entry is led to by none. */
const OF_PAIRS = new Set(["cite-unlisted", "entry-uncited"]);

/** The parts of the sentence: what decides first, then habits, then what else there is. */
export function firstLook(model: DeskModel): Part[] {
  const { report, groups } = model;
  const { tally } = report;
  const parts: Part[] = [];
  const [unlisted] = report.unlisted;
  if (unlisted) {
    parts.push({
      words: tally.unlisted === 1 ? "one source is cited and not listed" : `${inWords(tally.unlisted)} sources are cited and not listed`,
      target: { kind: "source", id: unlisted.id },
    });
  }
  if (tally.uncited > 0) {
    parts.push({
      words: tally.uncited === 1 ? "one entry is cited nowhere" : `${inWords(tally.uncited)} entries are cited nowhere`,
      target: groups.some((g) => g.rule === "entry-uncited") ? { kind: "rule", rule: "entry-uncited" } : null,
    });
  }
  const missed = report.requirements.filter((r) => !r.met && !r.maybe).length;
  if (missed > 0) {
    parts.push({
      words: missed === 1 ? "one requirement is not met" : `${inWords(missed)} requirements are not met`,
      target: { kind: "round", round: "page" },
    });
  }
  const others = groups.filter((g) => !OF_PAIRS.has(g.rule) && !g.findings.every((f) => f.family === "requirement"));
  const habits = others.filter((g) => g.habit);
  for (const habit of habits.slice(0, MOST_HABITS)) parts.push({ words: habitSaid(habit), target: { kind: "rule", rule: habit.rule } });
  if (habits.length > MOST_HABITS) {
    const [next] = habits.slice(MOST_HABITS);
    parts.push({ words: `${inWords(habits.length - MOST_HABITS)} more habits`, target: { kind: "rule", rule: next!.rule } });
  }
  const single = others.filter((g) => !g.habit);
  const count = single.reduce((sum, g) => sum + g.findings.length, 0);
  if (count > 0) {
    const first = single[0]!;
    const words =
      single.length === 1
        ? `${first.label} ${times(count)}`
        : `${inWords(count)} single ${count === 1 ? "slip" : "slips"} of ${inWords(single.length)} sorts`;
    parts.push({ words: parts.length > 0 && single.length > 1 ? `besides, ${words}` : words, target: { kind: "rule", rule: first.rule } });
  }
  return parts;
}

const MOST_HABITS = 3;

function habitSaid(group: SlipGroup): string {
  return `${group.label} is a habit (${group.broken} of ${group.chances})`;
}

/** Where nothing is wrong: what was looked at, so that it is known to have been. */
export function inOrder(report: Report): string {
  const { citations, entries, unlisted, uncited } = report.tally;
  if (citations === 0 && entries === 0) return "The paper cites nothing and lists nothing.";
  const pairs = unlisted + uncited === 0 ? "every entry is cited, and the list stands in order" : "nothing else was found";
  return `${citations} ${citations === 1 ? "citation leads" : "citations lead"} to ${entries} ${entries === 1 ? "entry" : "entries"}; ${pairs}.`;
}

export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** Slips by rule as they are worth looking at: pairs first, then habits, then the rest by severity and number. */
export function ranked(groups: SlipGroup[]): SlipGroup[] {
  const rank = (g: SlipGroup) => (OF_PAIRS.has(g.rule) ? 0 : g.habit ? 1 : 2);
  const severity = (g: SlipGroup) => Math.min(...g.findings.map((f) => ({ error: 0, caution: 1, advice: 2 })[f.severity]));
  return [...groups].sort((a, b) => rank(a) - rank(b) || severity(a) - severity(b) || b.broken - a.broken);
}

/** How sure a finding is, as one would say it; nothing where there is no doubt. */
export function doubt(confidence: number): string {
  return confidence >= 0.9 ? "" : confidence >= 0.75 ? "very likely" : confidence >= 0.6 ? "likely" : "perhaps";
}
