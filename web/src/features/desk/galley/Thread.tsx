import { useEffect, useRef, useState, type RefObject } from "react";

import { useDeskContext } from "../DeskContext";

/** Along under the citation's line to `xm`, the edge of the text, then across the gutter. */
interface Line {
  x1: number;
  xm: number;
  y1: number;
  x2: number;
  y2: number;
}

interface Props {
  frame: RefObject<HTMLDivElement | null>;
}

/** The drawn line from the chosen citation to its entry, across the gutter. */
export function Thread({ frame }: Props) {
  const { focus } = useDeskContext();
  const [line, setLine] = useState<Line | null>(null);
  const citation = focus.citation?.id;
  const row = focus.entry?.id ?? focus.source?.id;
  const last = useRef("");
  useEffect(() => {
    const panes = frame.current;
    let handle = 0;
    const measure = () => {
      handle = 0;
      const next = citation && row && frame.current ? between(frame.current, citation, row) : null;
      const key = next ? `${next.x1} ${next.xm} ${next.y1} ${next.x2} ${next.y2}` : "";
      if (key !== last.current) {
        last.current = key;
        setLine(next);
      }
    };
    const soon = () => {
      handle ||= requestAnimationFrame(measure);
    };
    soon();
    // Nothing moves but by scrolling, by a pane drawn larger, and by rows that come and go.
    panes?.addEventListener("scroll", soon, { capture: true, passive: true });
    const resized = new ResizeObserver(soon);
    const changed = new MutationObserver(soon);
    if (panes) {
      resized.observe(panes);
      changed.observe(panes, { childList: true, subtree: true, attributes: true, attributeFilter: ["style", "class"] });
    }
    return () => {
      panes?.removeEventListener("scroll", soon, { capture: true });
      resized.disconnect();
      changed.disconnect();
      cancelAnimationFrame(handle);
    };
  }, [citation, row, frame]);
  if (!line) return null;
  const bend = (line.x2 - line.xm) / 2;
  const path = `M${line.x1} ${line.y1} H${line.xm} C${line.xm + bend} ${line.y1} ${line.x2 - bend} ${line.y2} ${line.x2} ${line.y2}`;
  return (
    <svg className={`thread${focus.source ? " ghost" : ""}`} aria-hidden>
      <path d={path} />
      <circle cx={line.x2} cy={line.y2} r="4" />
    </svg>
  );
}

/** From the end of the citation's last line to the side of its row; null where either is out of sight. */
function between(frame: HTMLElement, citation: string, row: string): Line | null {
  const cited = frame.querySelector(`[data-citation="${citation}"]`);
  const listed = frame.querySelector(`[data-row="${row}"]`);
  const galley = frame.querySelector(".galley");
  const ledger = frame.querySelector(".ledger-rows");
  if (!cited || !listed || !galley || !ledger) return null;
  const own = frame.getBoundingClientRect();
  const rects = cited.getClientRects();
  const from = rects[rects.length - 1];
  const to = listed.getBoundingClientRect();
  if (!from) return null;
  const g = galley.getBoundingClientRect();
  const l = ledger.getBoundingClientRect();
  const text = cited.closest(".paragraph")?.getBoundingClientRect();
  // In the white between two lines of text, where it strikes nothing out.
  const y1 = from.bottom + 1;
  const y2 = to.top + 16;
  if (y1 < g.top || y1 > g.bottom || y2 < l.top - 4 || y2 > l.bottom) return null;
  return {
    x1: Math.round(from.left - own.left),
    xm: Math.round(Math.max(from.right, text?.right ?? 0) - own.left + 2),
    y1: Math.round(y1 - own.top),
    x2: Math.round(to.left - own.left),
    y2: Math.round(y2 - own.top),
  };
}
