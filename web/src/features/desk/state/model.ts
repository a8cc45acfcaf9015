/* The report, indexed for the desk. Pure: no React, no fetching, no looks. */
import type {
  Citation,
  DeskState,
  Entry,
  Finding,
  Report,
  Schemas,
  Unlisted,
} from "../../../api/client";
import { ROUNDS as ROUNDS_OF_THE_CORE } from "../../../api/vocabulary";
import { bordersOf, type Border } from "./borders";
import { notePlaces, type NotePlaces } from "./notes";

export type Decision = Schemas["DecisionSchema"];

export interface Round {
  id: string;
  title: string;
  families: readonly string[];
}

/** The order of the work. A round shows when the report has rules of its families to offer. */
export const ROUNDS: readonly Round[] = ROUNDS_OF_THE_CORE;

/** The last round, which looks for nothing: what goes back. */
export const RETURN = "return";

export interface SlipGroup {
  rule: string;
  label: string;
  findings: Finding[];
  broken: number;
  chances: number;
  habit: boolean;
}

export interface DeskModel {
  report: Report;
  citations: Map<string, Citation>;
  entries: Map<string, Entry>;
  findings: Map<string, Finding>;
  unlisted: Map<string, Unlisted>;
  unlistedOf: Map<string, Unlisted>;
  citationsIn: Map<number, Citation[]>;
  findingsIn: Map<number, Finding[]>;
  findingsOfEntry: Map<string, Finding[]>;
  findingsOfCitation: Map<string, Finding[]>;
  groups: SlipGroup[];
  notes: NotePlaces;
}

function pushTo<K, V>(map: Map<K, V[]>, key: K, value: V) {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

export function deskModel(report: Report): DeskModel {
  const model: DeskModel = {
    report,
    citations: new Map(report.citations.map((c) => [c.id, c])),
    entries: new Map(report.entries.map((e) => [e.id, e])),
    findings: new Map(report.findings.map((f) => [f.key, f])),
    unlisted: new Map(report.unlisted.map((u) => [u.id, u])),
    unlistedOf: new Map(),
    citationsIn: new Map(),
    findingsIn: new Map(),
    findingsOfEntry: new Map(),
    findingsOfCitation: new Map(),
    groups: [],
    notes: notePlaces(report),
  };
  for (const source of report.unlisted) for (const id of source.citations) model.unlistedOf.set(id, source);
  for (const citation of report.citations) pushTo(model.citationsIn, citation.paragraph, citation);
  for (const finding of report.findings) {
    if (finding.paragraph !== null) pushTo(model.findingsIn, finding.paragraph, finding);
    if (finding.entry) pushTo(model.findingsOfEntry, finding.entry, finding);
    if (finding.citation) pushTo(model.findingsOfCitation, finding.citation, finding);
  }
  model.groups = slipGroups(report);
  return model;
}

function slipGroups(report: Report): SlipGroup[] {
  const byRule = new Map<string, Finding[]>();
  for (const finding of report.findings) pushTo(byRule, finding.rule, finding);
  const habits = new Map(report.habits.map((h) => [h.rule, h]));
  const groups = [...byRule].map(([rule, findings]): SlipGroup => {
    const habit = habits.get(rule);
    return {
      rule,
      label: findings[0]?.label ?? rule,
      findings,
      broken: habit?.broken ?? findings.length,
      chances: Math.max(habit?.chances ?? 0, findings.length),
      habit: habit?.habit ?? false,
    };
  });
  const round = (g: SlipGroup) => ROUNDS.findIndex((r) => r.families.includes(g.findings[0]?.family ?? ""));
  return groups.sort((a, b) => round(a) - round(b) || b.broken - a.broken || a.rule.localeCompare(b.rule));
}

export function roundOf(finding: Finding): string {
  return ROUNDS.find((r) => r.families.includes(finding.family))?.id ?? "page";
}

export function decisionsByKey(desk: DeskState | undefined): Map<string, Decision> {
  return new Map((desk?.decisions ?? []).map((d) => [d.finding_key, d]));
}

/** What a person has set right in entries, by entry key. */
export function handsByKey(desk: DeskState | undefined): Map<string, { kind: string; borders: Border[] }> {
  return new Map(
    (desk?.hands ?? []).map((hand) => [
      hand.entry_key,
      { kind: hand.kind ?? "", borders: bordersOf(hand.borders) },
    ]),
  );
}

export function isOpen(finding: Finding, decisions: Map<string, Decision>): boolean {
  const verdict = decisions.get(finding.key)?.verdict;
  return verdict === undefined || verdict === "open";
}

/* Choosing */

export type Choice =
  | { kind: "finding"; id: string }
  | { kind: "citation"; id: string }
  | { kind: "entry"; id: string }
  | { kind: "source"; id: string };

/** What a choice lights up: the place in the text, and the row of the ledger. */
export interface Focus {
  citation: Citation | null;
  entry: Entry | null;
  source: Unlisted | null;
  finding: Finding | null;
  /** A place in the galley that is no citation: a paragraph of the list, its heading. */
  paragraph: number | null;
}

export const NO_FOCUS: Focus = { citation: null, entry: null, source: null, finding: null, paragraph: null };

export function focusOf(model: DeskModel, choice: Choice | null, place: number): Focus {
  if (!choice) return NO_FOCUS;
  if (choice.kind === "finding") {
    const finding = model.findings.get(choice.id) ?? null;
    if (!finding) return NO_FOCUS;
    if (finding.citation) return { ...ofCitation(model, finding.citation), finding };
    const entry = finding.entry ? (model.entries.get(finding.entry) ?? null) : null;
    return { ...NO_FOCUS, entry, finding, paragraph: finding.paragraph };
  }
  if (choice.kind === "citation") {
    const focus = ofCitation(model, choice.id);
    const finding = model.findingsOfCitation.get(choice.id)?.[0] ?? null;
    return { ...focus, finding };
  }
  if (choice.kind === "entry") {
    const entry = model.entries.get(choice.id) ?? null;
    const cited = entry?.cited_by[place % Math.max(1, entry.cited_by.length)];
    const citation = cited ? (model.citations.get(cited) ?? null) : null;
    const paragraph = citation ? null : (entry?.paragraphs[0] ?? null);
    return { ...NO_FOCUS, entry, citation, paragraph };
  }
  const source = model.unlisted.get(choice.id) ?? null;
  const cited = source?.citations[place % Math.max(1, source.citations.length)];
  const finding =
    model.report.findings.find((f) => f.rule === "cite-unlisted" && f.citation === source?.citations[0]) ?? null;
  return { ...NO_FOCUS, source, citation: cited ? (model.citations.get(cited) ?? null) : null, finding };
}

function ofCitation(model: DeskModel, id: string): Focus {
  const citation = model.citations.get(id) ?? null;
  const first = citation?.entries[0];
  return {
    ...NO_FOCUS,
    citation,
    entry: first ? (model.entries.get(first) ?? null) : null,
    source: model.unlistedOf.get(id) ?? null,
  };
}

/* The ledger: entries, with a ghost row where the entry of an unlisted source belongs */

export type LedgerRow = { kind: "entry"; entry: Entry } | { kind: "ghost"; source: Unlisted };

export function ledgerRows(report: Report, byCiting: boolean): LedgerRow[] {
  const first = new Map<string, number>();
  report.citations.forEach((c, index) => {
    for (const e of c.entries) if (!first.has(e)) first.set(e, index);
  });
  if (byCiting) {
    const rows: { row: LedgerRow; at: number }[] = report.entries.map((entry) => ({
      row: { kind: "entry", entry },
      at: first.get(entry.id) ?? Infinity,
    }));
    for (const source of report.unlisted) {
      const at = report.citations.findIndex((c) => c.id === source.citations[0]);
      rows.push({ row: { kind: "ghost", source }, at });
    }
    return rows.sort((a, b) => (a.at === b.at ? 0 : a.at - b.at)).map((r) => r.row);
  }
  const rows: LedgerRow[] = [];
  const ghosts = [...report.unlisted].sort((a, b) => a.before_position - b.before_position || inAlphabet(a, b));
  for (const entry of report.entries) {
    while (ghosts[0] && ghosts[0].before_position <= entry.position) rows.push({ kind: "ghost", source: ghosts.shift()! });
    rows.push({ kind: "entry", entry });
  }
  return [...rows, ...ghosts.map((source): LedgerRow => ({ kind: "ghost", source }))];
}

/** Names as a list would have them; what goes by an address stands behind. */
function inAlphabet(one: Unlisted, other: Unlisted): number {
  const bare = (source: Unlisted) => folded(source.label).replace(/^[^a-z0-9]+/, "").replace(/^(?:the|an?) /, "");
  return Number(isAddress(one.label)) - Number(isAddress(other.label)) || bare(one).localeCompare(bare(other));
}

function isAddress(label: string): boolean {
  return /^(?:https?:\/\/|www\.|[\w-]+(?:\.[\w-]+)+\/)/i.test(label.trim());
}

const folded = (text: string) => text.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();

/** The rows in which every word sought stands somewhere, in any order; accents do not matter. What is
 *  chosen is never hidden. */
export function rowsWith(rows: LedgerRow[], sought: string, chosen?: string): LedgerRow[] {
  const words = folded(sought).split(/\s+/).filter(Boolean);
  if (words.length === 0) return rows;
  return rows.filter((row) => {
    if ((row.kind === "entry" ? row.entry.id : row.source.id) === chosen) return true;
    const text = folded(row.kind === "entry" ? row.entry.text : row.source.label);
    return words.every((word) => text.includes(word));
  });
}
