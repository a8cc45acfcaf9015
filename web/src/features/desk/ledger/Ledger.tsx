import { memo, useEffect, useMemo, useRef, useState, type ReactNode } from "react";

import type { Entry, Finding, Unlisted } from "../../../api/client";
import { useKeys } from "../../../shared/useKeys";
import { useDeskContext, type DeskValue } from "../DeskContext";
import { FoundElsewhere } from "./FoundElsewhere";
import { marksOf } from "../state/matters";
import { isOpen, ledgerRows, roundOf, rowsWith, type DeskModel } from "../state/model";
import { listMeasuresOf } from "../state/page";
import { Compared } from "../page/PageRound";

/** The list of sources, always there: each entry with the places that cite it, and a ghost where
 *  the entry of an unlisted source belongs. */
export function Ledger() {
  const { model, focus, origin, round, data, act } = useDeskContext();
  const [byCiting, setByCiting] = useState(false);
  const [sought, setSought] = useState("");
  const field = useRef<HTMLInputElement>(null);
  useKeys({ "/": () => field.current?.focus() });
  const scroller = useRef<HTMLDivElement>(null);
  const { report } = model;
  const all = useMemo(() => ledgerRows(report, byCiting), [report, byCiting]);
  const rowId = focus.entry?.id ?? focus.source?.id;
  const rows = useMemo(() => rowsWith(all, sought, rowId), [all, sought, rowId]);
  const citationId = focus.citation?.id;
  const likely = report.likely_list === null ? undefined : report.paragraphs[report.likely_list];
  const layout = report.page?.list ? listMeasuresOf(report.page.list) : [];
  const layoutOff = layout.some((measure) => measure.off);

  // The entry of a chosen citation comes level with it.
  useEffect(() => {
    if (!rowId || origin === "ledger") return;
    const timer = setTimeout(() => level(scroller.current, rowId, citationId), 60);
    return () => clearTimeout(timer);
  }, [rowId, citationId, origin, byCiting]);

  const heading = report.list?.heading_text ?? (report.list ? "The list has no heading" : "No list of sources");
  return (
    <section className="ledger" aria-label="The list of sources">
      <header className="ledger-head">
        <b>
          {heading}
          {report.list && <span>, page {report.list.page}</span>}
        </b>
        <input
          ref={field}
          type="search"
          className="ledger-find"
          value={sought}
          placeholder="find  /"
          aria-label="Find words in the list, the text, notes and slips"
          onChange={(event) => setSought(event.target.value)}
          onKeyDown={(event) => {
            const [first] = rows;
            if (event.key === "Escape") {
              setSought("");
              event.currentTarget.blur();
            } else if (event.key === "Enter" && first) {
              act.choose(
                first.kind === "entry" ? { kind: "entry", id: first.entry.id } : { kind: "source", id: first.source.id },
                "bench",
              );
            }
          }}
        />
        <span className="ledger-order" role="group" aria-label="Order of the ledger">
          <button type="button" aria-pressed={!byCiting} onClick={() => setByCiting(false)}>
            as listed
          </button>
          <button type="button" aria-pressed={byCiting} onClick={() => setByCiting(true)}>
            by first citing
          </button>
        </span>
      </header>
      {round === "list" && layoutOff && report.page && (
        <div className="ledger-layout">
          <Compared page={report.page} measures={layout} list />
        </div>
      )}
      {likely?.key && (
        <div className="ledger-likely">
          <p>No list was found. Most likely it begins here:</p>
          <blockquote>{likely.text.slice(0, 140)}</blockquote>
          <button type="button" onClick={() => likely.key && data.setParagraph.mutate({ paragraph: likely.key, role: "list-first" })}>
            The list begins here
          </button>
          <p>Or press ¶ beside the paragraph that begins it (T).</p>
        </div>
      )}
      {sought.trim() !== "" && <FoundElsewhere sought={sought} />}
      <div className="ledger-rows" ref={scroller} role="list" tabIndex={0} aria-label="Entries">
        {rows.length === 0 && !likely && (
          <p className="ledger-nothing">
            {all.length ? `No source has “${sought.trim()}” in it.` : "The paper lists no sources."}
          </p>
        )}
        {rows.map((row) =>
          row.kind === "entry" ? (
            <EntryRow
              key={row.entry.id}
              entry={row.entry}
              on={focus.entry?.id === row.entry.id}
              citation={citationId}
            />
          ) : (
            <GhostRow
              key={row.source.id}
              source={row.source}
              on={focus.source?.id === row.source.id}
              citation={citationId}
            />
          ),
        )}
      </div>
    </section>
  );
}

/** Scroll so that the row stands at the height of the citation in the galley, or at least in view. */
function level(scroller: HTMLElement | null, row: string, citation: string | undefined) {
  const own = scroller?.querySelector<HTMLElement>(`[data-row="${row}"]`);
  if (!scroller || !own) return;
  const box = scroller.getBoundingClientRect();
  const at = own.getBoundingClientRect();
  const cited = citation ? document.querySelector(`[data-citation="${citation}"]`)?.getBoundingClientRect() : null;
  const wanted = cited ? Math.min(Math.max(cited.top - 4, box.top), box.bottom - at.height) : null;
  const quick = window.matchMedia("(prefers-reduced-motion: reduce)").matches;
  if (wanted !== null) scroller.scrollBy({ top: at.top - wanted, behavior: quick ? "auto" : "smooth" });
  else own.scrollIntoView({ block: "nearest", behavior: quick ? "auto" : "smooth" });
}

/** So many places are shown at first; the rest when asked for. */
const CHIPS = 11;

interface EntryRowProps {
  entry: Entry;
  on: boolean;
  citation: string | undefined;
}

const EntryRow = memo(function EntryRow(props: EntryRowProps) {
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
    <div role="listitem" data-row={entry.id} className={`row${on ? " on" : ""}${dim ? " quiet" : ""}`}>
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

const GhostRow = memo(function GhostRow({ source, on, citation }: GhostRowProps) {
  const { model, act } = useDeskContext();
  const nearest = source.nearest ? model.entries.get(source.nearest) : null;
  return (
    <div role="listitem" data-row={source.id} className={`row ghost${on ? " on" : ""}`}>
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
