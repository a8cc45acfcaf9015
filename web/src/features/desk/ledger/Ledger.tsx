import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useMemo, useRef, useState } from "react";

import { useKeys } from "../../../shared/useKeys";
import { useDeskContext } from "../DeskContext";
import { FoundElsewhere } from "./FoundElsewhere";
import { ledgerRows, rowsWith, type LedgerRow } from "../state/model";
import { listMeasuresOf } from "../state/page";
import { Compared } from "../page/PageRound";
import { EntryRow, GhostRow } from "./Rows";

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

  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => heightOf(rows[index]),
    getItemKey: (index) => idOf(rows[index]),
    overscan: 8,
  });
  const at = rows.findIndex((row) => idOf(row) === rowId);

  // The entry of a chosen citation comes level with it.
  useEffect(() => {
    if (!rowId || at < 0 || origin === "ledger") return;
    let frame = 0;
    let tries = 0;
    const timer = setTimeout(function settle() {
      const drawn = level(scroller.current, rowId, citationId);
      // Far away it is not drawn yet, and heights are estimates until then.
      if (!drawn) virtual.scrollToIndex(at, { align: "center" });
      tries += 1;
      if (!drawn && tries < 60) frame = requestAnimationFrame(settle);
    }, 60);
    return () => {
      clearTimeout(timer);
      cancelAnimationFrame(frame);
    };
  }, [rowId, at, citationId, origin, byCiting, virtual]);

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
        <div className="ledger-sheet" role="none" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((item) => {
            const row = rows[item.index]!;
            return (
              <div
                key={item.key}
                ref={virtual.measureElement}
                data-index={item.index}
                role="listitem"
                aria-setsize={rows.length}
                aria-posinset={item.index + 1}
                className="ledger-item"
                style={{ transform: `translateY(${item.start}px)` }}
              >
                {row.kind === "entry" ? (
                  <EntryRow entry={row.entry} on={focus.entry?.id === row.entry.id} citation={citationId} />
                ) : (
                  <GhostRow source={row.source} on={focus.source?.id === row.source.id} citation={citationId} />
                )}
              </div>
            );
          })}
        </div>
      </div>
    </section>
  );
}

function idOf(row: LedgerRow | undefined): string {
  return row?.kind === "entry" ? row.entry.id : (row?.source.id ?? "");
}

/** How high a row will be, about: its lines and what stands under them. */
function heightOf(row: LedgerRow | undefined): number {
  return row?.kind === "entry" ? 42 + 19 * Math.ceil(row.entry.text.length / 50) : 62;
}

/** Scroll so that the row stands at the height of the citation in the galley, or at least in view; whether it is
 *  drawn at all. */
function level(scroller: HTMLElement | null, row: string, citation: string | undefined): boolean {
  const own = scroller?.querySelector<HTMLElement>(`[data-row="${row}"]`);
  if (!scroller || !own) return false;
  const box = scroller.getBoundingClientRect();
  const at = own.getBoundingClientRect();
  const cited = citation ? document.querySelector(`[data-citation="${citation}"]`)?.getBoundingClientRect() : null;
  const wanted = cited ? Math.min(Math.max(cited.top - 4, box.top), box.bottom - at.height) : null;
  const quick = window.matchMedia("(prefers-reduced-motion: reduce)").matches;
  if (wanted !== null) scroller.scrollBy({ top: at.top - wanted, behavior: quick ? "auto" : "smooth" });
  else own.scrollIntoView({ block: "nearest", behavior: quick ? "auto" : "smooth" });
  return true;
}
