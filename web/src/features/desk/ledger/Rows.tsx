import { memo, useState, type ReactNode } from "react";

import type { Entry, Finding, Unlisted } from "../../../api/client";
import { useDeskContext, type DeskValue } from "../DeskContext";
import { marksOf } from "../state/matters";
import { isOpen, roundOf, type DeskModel } from "../state/model";

/** So many places are shown at first; the rest when asked for. */
const CHIPS = 11;

interface EntryRowProps {
  entry: Entry;
  on: boolean;
  citation: string | undefined;
}

/** An entry with its number, its elements told apart softly, and under it the places that cite it. */
export const EntryRow = memo(function EntryRow(props: EntryRowProps) {
  const { entry, on, citation } = props;
  const { model, focus, round, decisions, quiet, heads, ui, dispatch, act } = useDeskContext();
  const { finding } = focus;
  const findings = model.findingsOfEntry.get(entry.id) ?? [];
  const order = findings.find((f) => f.rule.startsWith("list-order"));
  const uncited = entry.cited_by.length === 0;
  const slips = findings.filter((f) => f !== order && f.rule !== "entry-uncited");
  const dim = round !== null && !findings.some((f) => roundOf(f) === round);
  const [all, setAll] = useState(false);
  const few = all || entry.cited_by.length <= CHIPS + 1;
  const shown = few ? entry.cited_by : entry.cited_by.slice(0, CHIPS);
  const spot = `entry ${entry.id}`;
  const marks = marksOf(slips, quiet, finding?.key, ui.unfolded.has(spot));
  const choose = () => act.choose({ kind: "entry", id: entry.id }, "ledger");
  const names = new Map<string, number>();
  for (const id of entry.cited_by) {
    const words = model.citations.get(id)?.names.join(" and ") || model.citations.get(id)?.title;
    const bare = words?.replace(/^[“"'‘]+|[,.]?[”"'’]+$/g, "");
    if (bare && bare !== entry.label) names.set(bare, (names.get(bare) ?? 0) + 1);
  }
  return (
    <div data-row={entry.id} className={`row${on ? " on" : ""}${dim ? " quiet" : ""}`}>
      <button type="button" className="row-entry" onClick={choose} aria-label={`Entry ${entry.position}: ${entry.text.trim()}`}>
        <span className="row-number">{entry.position}</span>
        <span className="row-text">
          <EntryText entry={entry} model={model} />
        </span>
      </button>
      <div className="row-under">
        {shown.map((id, place) => (
          <button
            key={id}
            type="button"
            className={`chip${citation === id ? " on" : ""} ${model.citations.get(id)?.match ?? ""}`}
            aria-label={`Cited on page ${model.citations.get(id)?.page}: ${model.citations.get(id)?.text}`}
            onClick={() => act.choose({ kind: "entry", id: entry.id }, "ledger", place)}
          >
            p. {model.citations.get(id)?.page}
          </button>
        ))}
        {!few && (
          <button type="button" className="chip" onClick={() => setAll(true)}>
            {entry.cited_by.length - CHIPS} more
          </button>
        )}
        {uncited && (
          <button
            type="button"
            className="row-say warn"
            onClick={() => pick(findings, "entry-uncited", act.choose)}
          >
            nothing in the paper cites it
          </button>
        )}
        {order && (
          <button type="button" className="row-say warn" onClick={() => pick(findings, order.rule, act.choose)}>
            {entry.expected_position < entry.position ? "↑" : "↓"} {belongs(entry, model)}
          </button>
        )}
        {marks.said.map((f) => (
          <button
            key={f.key}
            type="button"
            className={`row-mark ${f.severity}${finding?.key === f.key ? " on" : ""}${isOpen(f, decisions) ? "" : " decided"}`}
            aria-label={`${f.label}: ${f.message}`}
            onClick={() => act.choose({ kind: "finding", id: f.key }, "ledger")}
          >
            {f.mark}
            {heads.has(f.key) && <small> ×{heads.get(f.key)}</small>}
          </button>
        ))}
        {marks.more.length > 0 && (
          <button type="button" className="row-mark more" onClick={() => dispatch({ type: "unfold", place: spot })}>
            +{marks.more.length}
            <span className="visually-hidden"> more slips in this entry</span>
          </button>
        )}
        {names.size > 0 && <span className="row-names">cited as {[...names.keys()].slice(0, 3).map((n) => `“${n}”`).join(", ")}</span>}
      </div>
    </div>
  );
});

function pick(findings: Finding[], rule: string, choose: DeskValue["act"]["choose"]) {
  const found = findings.find((f) => f.rule === rule);
  if (found) choose({ kind: "finding", id: found.key }, "ledger");
}

function belongs(entry: Entry, model: DeskModel): string {
  const after = model.report.entries.find((e) => e.expected_position === entry.expected_position + 1);
  return after ? `belongs before ${after.position}, ${after.label}` : "belongs at the end";
}

/** The entry as written, its elements told apart softly, its italics kept. */
function EntryText({ entry, model }: { entry: Entry; model: DeskModel }) {
  const pieces: ReactNode[] = [];
  let base = 0;
  for (const index of entry.paragraphs) {
    const paragraph = model.report.paragraphs[index];
    if (!paragraph) continue;
    const text = paragraph.text;
    const cuts = new Set([0, text.length]);
    for (const e of paragraph.emphasis) cuts.add(e.start).add(e.end);
    for (const e of entry.elements) {
      cuts.add(Math.min(text.length, Math.max(0, e.start - base)));
      cuts.add(Math.min(text.length, Math.max(0, e.end - base)));
    }
    const edges = [...cuts].sort((a, b) => a - b);
    for (let i = 0; i + 1 < edges.length; i += 1) {
      const [start, end] = [edges[i]!, edges[i + 1]!];
      const element = entry.elements.find((e) => e.start <= base + start && base + end <= e.end);
      const italic = paragraph.emphasis.some((e) => e.kind === "italic" && e.start <= start && end <= e.end);
      const words = text.slice(start, end);
      pieces.push(
        <span key={`${index}-${start}`} className={element ? `element ${element.name}` : undefined}>
          {italic ? <i>{words}</i> : words}
        </span>,
      );
    }
    base += text.length + 1;
    pieces.push(" ");
  }
  return <>{pieces}</>;
}

interface GhostRowProps {
  source: Unlisted;
  on: boolean;
  citation: string | undefined;
}

/** A source that is cited and not listed, where its entry belongs. */
export const GhostRow = memo(function GhostRow({ source, on, citation }: GhostRowProps) {
  const { model, act } = useDeskContext();
  const nearest = source.nearest ? model.entries.get(source.nearest) : null;
  return (
    <div data-row={source.id} className={`row ghost${on ? " on" : ""}`}>
      <button
        type="button"
        className="row-entry"
        onClick={() => act.choose({ kind: "source", id: source.id }, "ledger")}
        aria-label={`${source.label}: cited, and not listed`}
      >
        <span className="row-number">?</span>
        <span className="row-text">
          <b>{source.label}</b> … cited, and nothing here begins with it
        </span>
      </button>
      <div className="row-under">
        {source.citations.map((id, place) => (
          <button
            key={id}
            type="button"
            className={`chip none${citation === id ? " on" : ""}`}
            aria-label={`Cited on page ${model.citations.get(id)?.page}: ${model.citations.get(id)?.text}`}
            onClick={() => act.choose({ kind: "source", id: source.id }, "ledger", place)}
          >
            p. {model.citations.get(id)?.page}
          </button>
        ))}
        {nearest && (
          <span className="row-names">
            {source.pair
              ? `resembles ${nearest.position}, ${nearest.label}, which nothing cites`
              : `nearest: ${nearest.label} (${nearest.position})`}
          </span>
        )}
      </div>
    </div>
  );
});
