import Close from "@mui/icons-material/Close";
import IconButton from "@mui/material/IconButton";

import type { Entry, Finding, Verdict } from "../../api/client";
import { BenchActions } from "./BenchActions";
import type { Border } from "./borders";
import { EntryView } from "./EntryView";
import { JoinChooser } from "./JoinChooser";
import { type Choice, type Decision, type DeskModel, type Focus } from "./model";
import { RemarkField } from "./RemarkField";
import { SlipList } from "./SlipList";
import { useRuleHelp } from "./useDesk";

export interface BenchProps {
  model: DeskModel;
  assignment: number;
  focus: Focus;
  choice: Choice | null;
  place: number;
  decisions: Map<string, Decision>;
  inRound: Finding[];
  joining: boolean;
  remarking: boolean;
  undo: string | null;
  busy: boolean;
  onPick: (key: string) => void;
  onStep: (by: number) => void;
  onDecide: (verdict: Verdict) => void;
  onHabit: (verdict: Verdict) => void;
  onRemark: (remark: string) => void;
  hands: Map<string, { kind: string; borders: Border[] }>;
  onSetEntry: (entry: string, kind: string, borders: Border[]) => void;
  onJoin: (entry: string | null) => void;
  onJoining: (on: boolean) => void;
  onRemarking: (on: boolean) => void;
  onUndo: () => void;
  onPlace: (by: number) => void;
  onClose: () => void;
  onHelp: () => void;
}

/** One thing at a time: what was found, why, what would be right, and the decision. */
export function Bench(props: BenchProps) {
  const { focus, choice } = props;
  if (!choice || (!focus.finding && !focus.citation && !focus.entry && !focus.source)) {
    return (
      <section className="bench overview" aria-label="Bench">
        <SlipList {...props} />
      </section>
    );
  }
  const entry = entryShown(focus, choice);
  return (
    <section className={entry ? "bench with-entry" : "bench"} aria-label="Bench">
      <div className="bench-said" aria-live="polite">
        {focus.finding ? <FindingSaid {...props} finding={focus.finding} /> : <ChoiceSaid {...props} />}
        {!props.joining && !props.remarking && !entry && <Strip {...props} />}
      </div>
      <BenchActions {...props} />
      {!props.joining && !props.remarking && entry && <EntryShown {...props} entry={entry} />}
      <IconButton size="small" className="bench-close" aria-label="Put away" onClick={props.onClose}>
        <Close fontSize="small" />
      </IconButton>
    </section>
  );
}

/** The entry that the bench is about: chosen itself, or with a slip in its form. */
function entryShown(focus: Focus, choice: Choice): Entry | null {
  const { finding, entry } = focus;
  const ofForm = finding !== null && finding.entry !== null && ["entry", "integrity"].includes(finding.family);
  return choice.kind === "entry" || ofForm ? entry : null;
}

function EntryShown(props: BenchProps & { entry: Entry }) {
  const { entry, model, busy, hands } = props;
  return (
    <EntryView
      key={entry.key}
      entry={entry}
      guide={model.report.guide.id}
      assignment={props.assignment}
      busy={busy}
      borders={hands.get(entry.key)?.borders ?? []}
      onSet={(kind, borders) => props.onSetEntry(entry.key, kind, borders)}
    />
  );
}

function FindingSaid(props: BenchProps & { finding: Finding }) {
  const { finding, model, decisions, remarking, joining } = props;
  const help = useRuleHelp(finding.rule, model.report.guide.id);
  const group = model.groups.find((g) => g.rule === finding.rule);
  const decision = decisions.get(finding.key);
  const number = (group?.findings.findIndex((f) => f.key === finding.key) ?? 0) + 1;
  const chapter = help.data?.chapters[0];
  return (
    <>
      <h2 className="bench-title">
        <span className={`severity ${finding.severity}`}>{SEVERITY[finding.severity]}</span>
        {capital(finding.label)}
        <small>
          {finding.page !== null && `p. ${finding.page}`}
          {group && group.findings.length > 1 && ` · ${number} of ${group.findings.length} alike, of ${group.chances} chances`}
          {finding.confidence < 0.995 && ` · sure: ${finding.confidence.toFixed(2)}`}
          {decision && decision.verdict !== "open" && <b className={`verdict ${decision.verdict}`}> {decision.verdict}</b>}
        </small>
      </h2>
      <p className="bench-message">{finding.message}</p>
      {finding.remark && <p className="bench-remark">{finding.remark}</p>}
      {decision?.remark && !remarking && <p className="bench-remark">Your remark: {decision.remark}</p>}
      {remarking ? (
        <RemarkField start={decision?.remark ?? ""} onDone={props.onRemark} onCancel={() => props.onRemarking(false)} />
      ) : joining ? (
        <JoinChooser {...props} />
      ) : (
        help.data && (
          <p className="bench-why">
            {help.data.why}
            {chapter && <span> ({chapter[0]}, ch. {chapter[2]})</span>}
          </p>
        )
      )}
    </>
  );
}

const SEVERITY = { error: "slip", caution: "look", advice: "advice" };

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** A citation, entry or source chosen that has no slip of its own. */
function ChoiceSaid(props: BenchProps) {
  const { focus, choice, joining, model } = props;
  const { citation, entry, source } = focus;
  const byCitation = choice?.kind === "citation" && citation;
  return (
    <>
      <h2 className="bench-title">
        {byCitation ? citation.text : (entry?.label ?? source?.label)}
        <small>
          {byCitation
            ? `p. ${citation.page} · ${citation.form} · sure: ${citation.score.toFixed(2)}${citation.by_hand ? " · joined by hand" : ""}`
            : entry && `entry ${entry.position} · cited ${times(entry.cited_by.length)}`}
        </small>
      </h2>
      <p className="bench-message">
        {byCitation
          ? entry
            ? `Leads to entry ${entry.position}: ${citation.reason}.`
            : `Leads nowhere: ${citation.reason}.`
          : entry
            ? entry.cited_by.length > 0
              ? `Shown: ${model.citations.get(focus.citation?.id ?? "")?.text ?? ""}, place ${(props.place % entry.cited_by.length) + 1} of ${entry.cited_by.length}.`
              : "Nothing in the paper cites it."
            : ""}
      </p>
      {joining && <JoinChooser {...props} />}
    </>
  );
}

function times(n: number): string {
  return n === 1 ? "once" : n === 2 ? "twice" : `${n} times`;
}

/** What stands in the text, what the entry has, and what would be right, side by side. */
function Strip({ model, focus }: BenchProps) {
  const { finding, citation, entry } = focus;
  const cells: { label: string; words: string; look?: string }[] = [];
  const whole = finding?.expected === null && (finding.found?.length ?? 0) > 60;
  if (finding?.found && !whole) cells.push({ label: "as it stands", words: visible(finding.found), look: "found" });
  if (finding && finding.expected !== null && finding.expected !== undefined) {
    cells.push({ label: "as it should be", words: visible(finding.expected) || "nothing", look: "right" });
  }
  if (!finding && citation) cells.push({ label: "in the text", words: citation.text });
  const elements = entry ? entry.elements : [];
  return (
    <div className="strip">
      {cells.map((cell) => (
        <div key={cell.label} className={`cell ${cell.look ?? ""}`}>
          <span>{cell.label}</span>
          <q className="book">{shortened(cell.words)}</q>
        </div>
      ))}
      {entry && (
        <>
          <span className="strip-divider" aria-hidden />
          {elements.map((element, index) => (
            <div key={element.name + element.start} className={`cell element ${element.name}`}>
              <span>{index === 0 ? `entry ${entry.position}: ${element.name}` : element.name}</span>
              <q className="book">
                {isItalic(model, entry.paragraphs[0], element.start, element.end) ? <i>{element.text}</i> : element.text}
              </q>
            </div>
          ))}
        </>
      )}
    </div>
  );
}

function isItalic(model: DeskModel, paragraph: number | undefined, start: number, end: number): boolean {
  const emphasis = model.report.paragraphs[paragraph ?? -1]?.emphasis ?? [];
  return emphasis.some((e) => e.kind === "italic" && e.start <= start && end <= e.end);
}

function visible(text: string): string {
  if (text.trim() === "" && text !== "") return text.replaceAll("\n", "↵").replaceAll("\t", "→").replaceAll(" ", "␣");
  return text.replaceAll("\n", "↵").replaceAll("\t", "→");
}

function shortened(text: string): string {
  return text.length > 120 ? `${text.slice(0, 117)}…` : text;
}
