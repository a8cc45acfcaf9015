import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";

import { isMoved, isUndone, sideOf, stateOf, type Row } from "./compared";

interface Props {
  rows: Row[];
  paper: number;
  /** The numbers of the two drafts. */
  numbers: readonly [number, number];
}

interface Line {
  key: string;
  path: string;
  undone: boolean;
}

/** Either draft with its slips in their words, and a line from each that is still there to where it is now. */
export function SideBySide({ rows, paper, numbers }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const [lines, setLines] = useState<Line[]>([]);
  const [on, setOn] = useState<string | null>(null);
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const draw = () => setLines(rows.flatMap((row) => lineOf(box, row)));
    draw();
    const resized = new ResizeObserver(draw);
    resized.observe(box);
    return () => resized.disconnect();
  }, [rows]);
  return (
    <div className="drafts-sides" ref={frame}>
      <Side title={`Draft ${numbers[0]}`} rows={sideOf(rows, "before")} side="before" on={on} setOn={setOn} />
      <Side title={`Draft ${numbers[1]}`} rows={sideOf(rows, "after")} side="after" paper={paper} on={on} setOn={setOn} />
      <svg className="drafts-lines" aria-hidden>
        {lines.map(({ key, path, undone }) => (
          <path key={key} d={path} className={`${undone ? "undone" : ""}${key === on ? " on" : ""}`} />
        ))}
      </svg>
    </div>
  );
}

/** From the side of a slip in the one draft to its side in the other, across the gutter. */
function lineOf(box: HTMLElement, row: Row): Line[] {
  const from = box.querySelector(`[data-before="${row.key}"]`);
  const to = box.querySelector(`[data-after="${row.key}"]`);
  const [left, right] = [from?.closest("section")?.getBoundingClientRect(), to?.closest("section")?.getBoundingClientRect()];
  if (!from || !to || !left || !right) return [];
  const own = box.getBoundingClientRect();
  const [x1, x2] = [Math.round(left.right - own.left), Math.round(right.left - own.left)];
  const [y1, y2] = [from, to].map((slip) => Math.round(slip.getBoundingClientRect().top + 15 - own.top)) as [number, number];
  const bend = (x2 - x1) / 2;
  const path = `M${x1} ${y1} C${x1 + bend} ${y1} ${x2 - bend} ${y2} ${x2} ${y2}`;
  return [{ key: row.key, path, undone: isUndone(row) }];
}

interface SideProps {
  title: string;
  rows: Row[];
  side: "before" | "after";
  /** Where a slip of the newest draft is gone to; those of the one before stand nowhere any more. */
  paper?: number;
  on: string | null;
  setOn: (key: string | null) => void;
}

function Side({ title, rows, side, paper, on, setOn }: SideProps) {
  return (
    <section aria-label={title}>
      <h2>
        {title} <span>{rows.length === 1 ? "1 slip" : `${rows.length} slips`}</span>
      </h2>
      {rows.length === 0 && <p className="drafts-none">Nothing was found in it.</p>}
      <ul>
        {rows.map((row) => {
          const words = <Slip row={row} side={side} />;
          const look = `${stateOf(row)}${isUndone(row) ? " undone" : ""}${row.key === on ? " on" : ""}`;
          return (
            <li
              key={row.key}
              className={look}
              {...{ [`data-${side}`]: row.key }}
              onMouseEnter={() => setOn(row.key)}
              onMouseLeave={() => setOn(null)}
              onFocus={() => setOn(row.key)}
            >
              {paper === undefined ? words : <Link to={`/papers/${paper}?finding=${row.key}`}>{words}</Link>}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function Slip({ row, side }: { row: Row; side: "before" | "after" }) {
  const place = row[side]!;
  const said = saidHere(row, side);
  return (
    <>
      <b>{row.label}</b> <small>{place.page !== null && `p. ${place.page}`}</small>
      {said && <em>{said}</em>}
      {place.words.trim() ? (
        <span className="drafts-words">
          {place.lead}
          <mark>{place.words}</mark>
          {place.rest}
        </span>
      ) : (
        <span>{row.message}</span>
      )}
    </>
  );
}

function saidHere(row: Row, side: "before" | "after"): string {
  const state = stateOf(row);
  if (side === "before") return state === "mended" ? (row.asked ? "asked for, mended" : "mended") : row.asked ? "asked for" : "";
  if (state === "new") return "new";
  const moved = isMoved(row) ? `was on p. ${row.before?.page ?? "?"}` : "";
  return [isUndone(row) ? "asked for, not done" : "", moved].filter(Boolean).join("; ");
}
