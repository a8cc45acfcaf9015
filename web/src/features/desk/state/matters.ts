/* What is decided step by step: a slip by itself, or a habit with all its places. Pure. */
import type { Finding } from "../../../api/client";
import { isOpen, type Decision, type SlipGroup } from "./model";

/** One step of the work. `findings` of a habit are all its places in the round, the first one first. */
export interface Matter {
  key: string;
  rule: string;
  findings: Finding[];
  habit: boolean;
}

/** The matters of a round in the order of the text. A habit stands at its first place, unless it was opened. */
export function mattersOf(findings: Finding[], groups: SlipGroup[], opened: ReadonlySet<string>): Matter[] {
  const habits = new Set(groups.filter((g) => g.habit && g.findings.length > 1 && !opened.has(g.rule)).map((g) => g.rule));
  const matters = new Map<string, Matter>();
  for (const finding of findings) {
    const { key, rule } = finding;
    const habit = habits.has(rule);
    const known = habit ? matters.get(rule) : undefined;
    if (known) known.findings.push(finding);
    else matters.set(habit ? rule : key, { key, rule, findings: [finding], habit });
  }
  return [...matters.values()];
}

/** The matter that a finding belongs to. */
export function matterWith(matters: Matter[], finding: string | undefined): Matter | undefined {
  return finding === undefined ? undefined : matters.find((m) => m.findings.some((f) => f.key === finding));
}

/** Whether something of a matter is still to decide. */
export function isLeft(matter: Matter, decisions: Map<string, Decision>): boolean {
  return matter.findings.some((f) => isOpen(f, decisions));
}

/** The matter so many steps on, round and round; from nothing chosen the first, or the last. */
export function stepped(matters: Matter[], finding: string | undefined, by: number): Matter | undefined {
  const at = matters.findIndex((m) => m.findings.some((f) => f.key === finding));
  if (at < 0) return by > 0 ? matters[0] : matters.at(-1);
  return matters[(at + by + matters.length) % matters.length];
}

/** The next matter that is left to decide, behind this one or from the beginning. */
export function nextLeft(matters: Matter[], here: Matter, decisions: Map<string, Decision>): Matter | undefined {
  const at = matters.indexOf(here);
  return [...matters.slice(at + 1), ...matters.slice(0, Math.max(0, at))].find((m) => isLeft(m, decisions));
}

/** Findings that stand quiet at their places: those of a habit that is not opened, but for its first. */
export function quietOnes(matters: Matter[]): Set<string> {
  return new Set(matters.filter((m) => m.habit).flatMap((m) => m.findings.slice(1).map((f) => f.key)));
}

/** How many places a habit has, by the finding that it is shown at. */
export function heads(matters: Matter[]): Map<string, number> {
  return new Map(matters.filter((m) => m.habit).map((m) => [m.key, m.findings.length]));
}

/** Marks that stand beside one paragraph or entry: words for so many, a count for the rest. */
export const MOST_MARKS = 3;

export interface Marks {
  said: Finding[];
  more: Finding[];
}

/** Which of the findings at one place are said in words. What is chosen is always said; quiet ones never. */
export function marksOf(findings: Finding[], quiet: ReadonlySet<string>, chosen: string | undefined, all = false): Marks {
  const told = findings.filter((f) => !quiet.has(f.key) || f.key === chosen);
  if (all || told.length <= MOST_MARKS) return { said: told, more: [] };
  const rank = (f: Finding) => (f.key === chosen ? -1 : RANK[f.severity]);
  const first = new Set([...told].sort((a, b) => rank(a) - rank(b)).slice(0, MOST_MARKS));
  return { said: told.filter((f) => first.has(f)), more: told.filter((f) => !first.has(f)) };
}

const RANK = { error: 0, caution: 1, advice: 2 };
