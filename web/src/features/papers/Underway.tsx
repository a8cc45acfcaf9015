import LinearProgress from "@mui/material/LinearProgress";

import type { PaperInfo } from "../../api/client";
import { isBusy } from "../../api/pages";

/** How far the checks of all papers have come, as long as some are under way. */
export function Underway({ papers }: { papers: readonly PaperInfo[] }) {
  const waiting = papers.filter(isBusy).length;
  if (waiting === 0 || papers.length < 2) return null;
  const done = papers.length - waiting;
  const said = `${done} of ${papers.length} papers are checked`;
  return (
    <div className="underway">
      <LinearProgress variant="determinate" value={(100 * done) / papers.length} aria-label="Checks" aria-valuetext={said} />
      <span>{said}. You can leave the page; it goes on.</span>
    </div>
  );
}
