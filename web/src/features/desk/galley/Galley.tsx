import { useVirtualizer } from "@tanstack/react-virtual";
import { memo, useEffect, useLayoutEffect, useMemo, useRef, type RefObject } from "react";

import type { Citation, Finding, Paragraph } from "../../../api/client";
import { InlineButton } from "../../../shared/InlineButton";
import { useDeskContext } from "../DeskContext";
import { marksOf } from "../state/matters";
import { isOpen, roundOf, type Focus } from "../state/model";
import { NoteMarker, NoteNumber } from "./NoteMarks";
import { useSetSeenPages } from "./SeenPages";
import { segmentsOf, type Segment } from "../state/segments";

/** The paper's text in its roles, its citations marked by the state of their match. */
export function Galley() {
  const { model, focus, origin, ui } = useDeskContext();
  const scroller = useRef<HTMLDivElement>(null);
  const { paragraphs } = model.report;
  const { order, placeOf } = model.notes;
  const at = (place: number) => paragraphs[order[place] ?? -1];
  const virtual = useVirtualizer({
    count: order.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => 14 + 25 * Math.max(1, Math.ceil((at(index)?.text.length ?? 0) / 72)),
    overscan: 6,
  });
  const items = virtual.getVirtualItems();

  // Which pages are in view.
  const first = items.find((i) => i.end > (virtual.scrollOffset ?? 0));
  const bottom = (virtual.scrollOffset ?? 0) + (scroller.current?.clientHeight ?? 600);
  const last = [...items].reverse().find((i) => i.start < bottom - 20);
  const firstPage = first ? (at(first.index)?.page ?? 1) : 1;
  const lastPage = last ? (at(last.index)?.page ?? firstPage) : firstPage;
  const setSeen = useSetSeenPages();
  useEffect(() => setSeen(firstPage, Math.max(firstPage, lastPage)), [firstPage, lastPage, setSeen]);

  // Bring what is chosen into view, unless it was chosen here.
  const citationId = focus.citation?.id;
  const target = focus.citation?.paragraph ?? focus.paragraph;
  useEffect(() => {
    if (target === null || origin === "galley") return;
    const find = () => {
      const box = scroller.current;
      if (!box) return null;
      return box.querySelector<HTMLElement>(
        citationId ? `[data-citation="${citationId}"]` : `[data-paragraph="${target}"]`,
      );
    };
    const visible = (element: HTMLElement) => {
      const box = scroller.current!.getBoundingClientRect();
      const own = element.getBoundingClientRect();
      return own.top >= box.top + 8 && own.top + Math.min(own.height, 60) <= box.bottom - 8;
    };
    const shown = find();
    if (shown && visible(shown)) return;
    const place = placeOf.get(target) ?? 0;
    virtual.scrollToIndex(place, { align: "center" });
    let tries = 0;
    let frame = requestAnimationFrame(function settle() {
      // Heights are estimates until drawn: what was far away may need more than one jump.
      const element = find();
      tries += 1;
      if (element && !visible(element)) element.scrollIntoView({ block: "center" });
      else if (!element && tries % 4 === 0) virtual.scrollToIndex(place, { align: "center" });
      if ((!element || !visible(element)) && tries < 60) frame = requestAnimationFrame(settle);
    });
    return () => cancelAnimationFrame(frame);
  }, [citationId, target, origin, virtual, placeOf]);

  const { go } = ui;
  useEffect(() => {
    if (go) virtual.scrollToIndex(placeOf.get(go.paragraph) ?? 0, { align: "start" });
  }, [go, virtual, placeOf]);

  const numberOf = useMemo(
    () => new Map(model.report.entries.map((e) => [e.id, e.position])),
    [model.report.entries],
  );
  return (
    <section className="galley" ref={scroller} tabIndex={0} aria-label="The paper">
      <div className="galley-sheet" style={{ height: virtual.getTotalSize() }}>
        {items.map((item) => (
          <div
            key={item.key}
            ref={virtual.measureElement}
            data-index={item.index}
            className="galley-item"
            style={{ transform: `translateY(${item.start}px)` }}
          >
            <GalleyParagraph
              paragraph={at(item.index)!}
              previousPage={lastTextPage(paragraphs, order, item.index)}
              numberOf={numberOf}
            />
          </div>
        ))}
      </div>
    </section>
  );
}

interface ParagraphProps {
  paragraph: Paragraph;
  previousPage: number | null;
  numberOf: Map<string, number>;
}

const GalleyParagraph = memo(function GalleyParagraph(props: ParagraphProps) {
  const { paragraph, previousPage, numberOf } = props;
  const { model, focus, byHand, quiet, ui, dispatch } = useDeskContext();
  const holder = useRef<HTMLDivElement>(null);
  const findings = model.findingsIn.get(paragraph.index) ?? NONE;
  const segments = useMemo(
    () =>
      segmentsOf(
        paragraph,
        model.citationsIn.get(paragraph.index) ?? [],
        findings,
        model.notes.markersIn.get(paragraph.index),
      ),
    [paragraph, model, findings],
  );
  const note = model.notes.noteAt.get(paragraph.index);
  const place = `paragraph ${paragraph.index}`;
  const marks = marksOf(findings, quiet, focus.finding?.key, ui.unfolded.has(place));
  useMarksApart(holder, marks.said.length + marks.more.length);
  // Each is marked where it begins, those that are not said in words where the last one is.
  const shown = new Set<string>(marks.more.map((f) => f.key));
  const blank = !paragraph.text.trim();
  const newPage = previousPage !== null && paragraph.page !== previousPage;
  const look = [
    "paragraph",
    paragraph.role,
    paragraph.detail ?? "",
    paragraph.alignment === "center" ? "centred" : "",
    paragraph.role === "list-entry" && (paragraph.indent.first_line ?? 0) < 0 ? "hanging" : "",
    focus.paragraph === paragraph.index && !focus.citation ? "chosen" : "",
  ].join(" ");
  return (
    <div ref={holder} className={look} data-paragraph={paragraph.index}>
      {newPage && paragraph.role !== "note" && <PageMark page={paragraph.page ?? 1} top />}
      {note && <NoteNumber note={note} />}
      {!note && !blank && (
        <button
          type="button"
          className={paragraph.key && byHand.has(paragraph.key) ? "paragraph-is set" : "paragraph-is"}
          tabIndex={-1}
          aria-label={`What this paragraph is: ${paragraph.text.slice(0, 30)}`}
          title="What this paragraph is (T)"
          onClick={() => dispatch({ type: "mean", paragraph: paragraph.index })}
        >
          {paragraph.key && byHand.has(paragraph.key) ? "by hand" : "¶"}
        </button>
      )}
      {paragraph.detail && LABELS[paragraph.detail] && (
        <span className="detail-label">{LABELS[paragraph.detail]}</span>
      )}
      {blank && (
        <span className="empty-line">
          ¶<span className="visually-hidden"> empty line</span>
        </span>
      )}
      {stretches(segments).map((stretch) => (
        <Stretch
          key={stretch[0]!.start}
          segments={stretch.map((segment) => {
            const starting = segment.findings.filter((f) => !shown.has(f.key));
            for (const f of starting) shown.add(f.key);
            return { segment, starting, page: pageAt(paragraph, segment) };
          })}
          numberOf={numberOf}
        />
      ))}
      {marks.more.length > 0 && (
        <button type="button" className="margin-mark more" onClick={() => dispatch({ type: "unfold", place })}>
          +{marks.more.length}
          <span className="visually-hidden"> more here</span>
        </button>
      )}
    </div>
  );
});

const NONE: Finding[] = [];

/** Roles that a reader could not tell from the look alone. */
const LABELS: Partial<Record<NonNullable<Paragraph["detail"]>, string>> = {
  table: "table",
  "text-box": "box",
  caption: "caption",
  contents: "contents",
  appendix: "after the list",
};

/** The page on which the text before an item ends; notes stand outside of the run of pages. */
function lastTextPage(paragraphs: Paragraph[], order: number[], place: number): number | null {
  for (let i = place - 1; i >= 0; i -= 1) {
    const paragraph = paragraphs[order[i]!]!;
    if (paragraph.role !== "note") return paragraph.page === null ? null : paragraph.page + paragraph.page_starts.length;
  }
  return null;
}

function pageAt(paragraph: Paragraph, segment: Segment): number {
  return (paragraph.page ?? 1) + paragraph.page_starts.filter((s) => s <= segment.start).length;
}

function PageMark({ page, top = false }: { page: number; top?: boolean }) {
  return (
    <span className={top ? "page-mark top" : "page-mark"} aria-label={`page ${page} begins`}>
      p. {page}
    </span>
  );
}

/** Neighbouring segments of one citation's one place belong together. */
function stretches(segments: Segment[]): Segment[][] {
  const grouped: Segment[][] = [];
  for (const segment of segments) {
    const last = grouped.at(-1)?.at(-1);
    const joins = last?.citation && last.citation === segment.citation && last.main === segment.main && !last.closes;
    if (joins) grouped.at(-1)!.push(segment);
    else grouped.push([segment]);
  }
  return grouped;
}

interface StretchProps {
  segments: { segment: Segment; starting: Finding[]; page: number }[];
  numberOf: Map<string, number>;
}

/** A citation as one thing to press, or text outside of any. */
function Stretch({ segments, numberOf }: StretchProps) {
  const { focus, act } = useDeskContext();
  const first = segments[0]!.segment;
  const { citation } = first;
  const marks = segments.flatMap(({ starting }) =>
    starting.map((finding) => (
      <MarginMark key={finding.key} finding={finding} />
    )),
  );
  const text = segments.map(({ segment, page }) => (
    <Words key={segment.start} segment={segment} page={page} focus={focus} />
  ));
  const markers = segments
    .flatMap(({ segment }) => segment.notes)
    .map((note) => (
      <NoteMarker key={note.id} note={note} on={focus.citation !== null && note.citations.includes(focus.citation.id)} />
    ));
  if (!citation) {
    return (
      <>
        {marks}
        {text}
        {markers}
      </>
    );
  }
  const on = focus.citation?.id === citation.id;
  const sibling = !on && focus.entry !== null && citation.entries.includes(focus.entry.id);
  const numbers = citation.entries.map((id) => numberOf.get(id)).filter((n) => n !== undefined);
  const choose = () => act.choose({ kind: "citation", id: citation.id }, "galley");
  return (
    <>
      {marks}
      <InlineButton
        tabIndex={first.main ? 0 : -1}
        {...(first.main ? { "data-citation": citation.id } : {})}
        className={`citation ${citation.match}${on ? " on" : ""}${sibling ? " sibling" : ""}${first.main ? "" : " page-of"}`}
        aria-label={`${first.main ? citation.text : `page of ${citation.text}`}, ${STATE[citation.match]}`}
        press={choose}
      >
        {text}
      </InlineButton>
      {first.main === !hasPageApart(citation) && numbers.length > 0 && (
        <sup className={`entry-number ${citation.match}`} aria-hidden>
          {numbers.slice(0, 3).join(" ")}
          {numbers.length > 3 && "…"}
        </sup>
      )}
      {markers}
    </>
  );
}

/** The small sign in the outer margin, at the line of the slip. */
function MarginMark({ finding }: { finding: Finding }) {
  const { focus, round, decisions, quiet: quietOnes, heads, act } = useDeskContext();
  const quiet = round !== null && roundOf(finding) !== round;
  const places = heads.get(finding.key);
  const verdict = decisions.get(finding.key)?.verdict;
  const decided = isOpen(finding, decisions) ? "" : ` ${verdict}`;
  const chosen = focus.finding?.key === finding.key;
  const on = chosen ? " on" : "";
  const choose = () => act.choose({ kind: "finding", id: finding.key }, "galley");
  if (quietOnes.has(finding.key) && !chosen) {
    // A place of a habit: there for who looks for it, and out of the way of the keys.
    return <span className="margin-place" title={`${finding.label}, a habit`} onClick={choose} aria-hidden />;
  }
  return (
    <button
      type="button"
      className={`margin-mark ${finding.severity}${quiet ? " quiet" : ""}${decided}${on}`}
      aria-label={`${finding.label}: ${finding.message}`}
      onClick={choose}
    >
      {finding.mark}
      {places !== undefined && <small> ×{places}</small>}
    </button>
  );
}

function Words({ segment, page, focus }: { segment: Segment; page: number; focus: Focus }) {
  const inSlip = segment.findings.some((f) => f.entry !== null && f.start !== f.end && f.end! - f.start! < 60);
  const chosen = focus.finding !== null && segment.findings.some((f) => f.key === focus.finding?.key);
  const text = <Characters segment={segment} />;
  return (
    <>
      {segment.pageBefore && <PageMark page={page} />}
      {inSlip || chosen ? <span className={chosen ? "slip on" : "slip"}>{text}</span> : text}
    </>
  );
}

/** The entry's number stands at the end of the citation: after the page, where that is apart. */
function hasPageApart(citation: Citation): boolean {
  const page = citation.parenthesis;
  return page !== undefined && page.start >= citation.end;
}

const STATE = {
  exact: "found in the list",
  near: "found in the list, with a slip",
  ambiguous: "fits several entries",
  none: "nothing found in the list",
};

/** The characters themselves, with line breaks and tabs made by hand shown. */
function Characters({ segment }: { segment: Segment }) {
  const parts = segment.text.split(/([\n\t])/);
  let content = (
    <>
      {parts.map((part, index) =>
        part === "\n" ? (
          <span key={index} className="by-hand">
            ↵<br />
          </span>
        ) : part === "\t" ? (
          <span key={index} className="by-hand tab">
            →
          </span>
        ) : (
          part
        ),
      )}
    </>
  );
  if (segment.italic) content = <i>{content}</i>;
  if (segment.bold) content = <b>{content}</b>;
  if (segment.underline) content = <u>{content}</u>;
  return content;
}

/** Marks whose lines touch are pushed apart, so that each can be read and pressed. */
function useMarksApart(holder: RefObject<HTMLDivElement | null>, count: number) {
  useLayoutEffect(() => {
    const paragraph = holder.current;
    const marks = [...(paragraph?.querySelectorAll<HTMLElement>(".margin-mark") ?? [])];
    let floor = -Infinity;
    for (const mark of marks) {
      mark.style.marginTop = "0px";
      const top = mark.offsetTop;
      const push = Math.max(0, floor - top);
      if (push) mark.style.marginTop = `${push}px`;
      floor = top + push + mark.offsetHeight + 1;
    }
    // More marks than lines: the paragraph makes room, so that they reach into no other's.
    if (marks.length > 0) paragraph?.style.setProperty("min-height", `${floor}px`);
  }, [holder, count]);
}
