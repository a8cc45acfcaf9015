import { useEffect, useMemo, useRef } from "react";

import { useDeskContext } from "../DeskContext";
import { useSeenPages } from "./SeenPages";
import { pageBars } from "../state/pages";

const WORDS = { text: "", dry: ", no citation", list: ", the list", front: ", before the text" };

/** Every page as a short bar with its citations as ticks: how they are spread, at a glance. */
export function PageRun() {
  const { model, focus, act, dispatch } = useDeskContext();
  const seen = useSeenPages();
  const bars = useMemo(() => pageBars(model.report), [model.report]);
  const height = Math.max(20, Math.min(66, Math.floor(430 / Math.max(1, bars.length)) - 7));
  const seenBar = useRef<HTMLDivElement>(null);
  useEffect(() => {
    void seenBar.current?.scrollIntoView({ block: "nearest" });
  }, [seen]);
  return (
    <nav className="page-run" aria-label="Pages">
      {bars.map((bar) => {
        const inView = seen[0] <= bar.page && bar.page <= seen[1];
        const count = bar.ticks.length;
        return (
          <div key={bar.page} ref={bar.page === seen[0] ? seenBar : undefined} className={`page-bar ${bar.kind}${inView ? " seen" : ""}`} style={{ height }}>
            <button
              type="button"
              className="page-bar-go"
              aria-label={`Page ${bar.page}${WORDS[bar.kind]}${count ? `, ${count} citations` : ""}`}
              aria-current={inView ? "location" : undefined}
              onClick={() => dispatch({ type: "go", paragraph: bar.paragraph })}
            >
              <span className="page-number">{bar.page}</span>
            </button>
            {bar.ticks.map((tick) => (
              <button
                key={tick.citation.id}
                type="button"
                tabIndex={-1}
                aria-label={`${tick.citation.text}, page ${bar.page}`}
                className={`tick ${tick.citation.match}${focus.citation?.id === tick.citation.id ? " on" : ""}`}
                style={{ top: `${tick.at * 100}%` }}
                onClick={() => act.choose({ kind: "citation", id: tick.citation.id }, "bench")}
              />
            ))}
          </div>
        );
      })}
    </nav>
  );
}

