import DeleteOutline from "@mui/icons-material/DeleteOutlined";
import Replay from "@mui/icons-material/Replay";
import LinearProgress from "@mui/material/LinearProgress";
import { useId } from "react";

import "./table.css";

import type { PaperInfo } from "../../api/client";
import { isBusy } from "../../api/pages";
import { READABLE } from "../../api/vocabulary";
import { standingOf } from "./rows";

/* What stands in the cells of the table: plain elements, for there are hundreds in view. */

export type Figure = "pages" | "citations" | "unlisted" | "uncited" | "slips" | "habits";

export function FigureCell({ paper, column }: { paper: PaperInfo; column: Figure }) {
  if (!paper.check_state?.counted) return <>–</>;
  const value = paper.check_state[column];
  const alarming = (column === "unlisted" || column === "uncited") && value > 0;
  return (
    <span className={alarming ? "paper-alarm" : undefined}>
      {value === 0 && column !== "citations" && column !== "pages" ? "·" : value}
    </span>
  );
}

export function PairCell({ paper }: { paper: PaperInfo }) {
  const check = paper.check_state;
  if (!check?.counted) return <>–</>;
  const agree = check.sources_cited === check.entries && !check.unlisted && !check.uncited;
  return (
    <span aria-label={`${check.sources_cited} cited, ${check.entries} listed`} role="img">
      {check.sources_cited} {agree ? "=" : "⇄"} {check.entries}
    </span>
  );
}

export function StateCell({ paper }: { paper: PaperInfo }) {
  const standing = standingOf(paper);
  if (standing === "waiting" || standing === "checking") {
    return (
      <div role="status" className="paper-busy">
        {standing}
        {standing === "checking" && <LinearProgress aria-label="Checking" />}
      </div>
    );
  }
  if (standing === "not read") return <span className="paper-unread">not read</span>;
  return <>{standing === "cleared" && paper.check_state?.slips === 0 ? "nothing found" : standing}</>;
}

export function AnotherFile({ paper, onNewDraft }: { paper: PaperInfo; onNewDraft: (paper: PaperInfo, file: File) => void }) {
  const id = useId();
  return (
    <>
      <label htmlFor={id} className="paper-another">
        Hand in another file
      </label>
      <input
        id={id}
        type="file"
        accept={READABLE.join(",")}
        className="visually-hidden"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) onNewDraft(paper, file);
        }}
      />
    </>
  );
}

interface ActionsProps {
  paper: PaperInfo;
  onCheck: (paper: PaperInfo) => void;
  onRemove: (paper: PaperInfo) => void;
}

export function Actions({ paper, onCheck, onRemove }: ActionsProps) {
  const whose = paper.writer || paper.file_name;
  return (
    <>
      <button type="button" className="paper-act" title="Check again" aria-label={`Check ${whose} again`} disabled={isBusy(paper)} onClick={() => onCheck(paper)}>
        <Replay fontSize="small" />
      </button>
      <button type="button" className="paper-act" title="Take off the list" aria-label={`Take ${whose} off the list`} onClick={() => onRemove(paper)}>
        <DeleteOutline fontSize="small" />
      </button>
    </>
  );
}
