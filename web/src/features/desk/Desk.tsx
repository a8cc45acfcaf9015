import Alert from "@mui/material/Alert";
import Snackbar from "@mui/material/Snackbar";
import { useRef } from "react";

import "./desk.css";
import "./reckoning/reckoning.css";
import "./galley/galley.css";
import "./ledger/ledger.css";
import "./bench/bench.css";
import "./page/page-round.css";
import "./media.css";

import type { PaperInfo } from "../../api/client";
import { Bench } from "./bench/Bench";
import { Conflict } from "./bench/Conflict";
import type { useDesk } from "./data/useDesk";
import { DeskProvider, useDeskContext } from "./DeskContext";
import { Galley } from "./galley/Galley";
import { PageRun } from "./galley/PageRun";
import { ParagraphMenu } from "./galley/ParagraphMenu";
import { SeenPages } from "./galley/SeenPages";
import { Thread } from "./galley/Thread";
import { Ledger } from "./ledger/Ledger";
import { PageRound } from "./page/PageRound";
import { KeyHelp } from "./reckoning/KeyHelp";
import { Reckoning } from "./reckoning/Reckoning";
import { ReturnRound } from "./return/ReturnRound";
import { conflictOf } from "./state/conflictOf";
import { RETURN, type DeskModel } from "./state/model";
import { useDeskKeys } from "./useDeskKeys";

interface Props {
  paper: PaperInfo;
  model: DeskModel;
  data: ReturnType<typeof useDesk>;
  busy: boolean;
}

export function Desk(props: Props) {
  return (
    <DeskProvider {...props}>
      <Panes />
      <Told />
    </DeskProvider>
  );
}

function Panes() {
  const { paper, round, choice } = useDeskContext();
  const frame = useRef<HTMLDivElement>(null);
  useDeskKeys();
  return (
    <main className="desk" aria-label={`The desk of ${paper.writer || paper.file_name}`}>
      <Reckoning />
      {round === RETURN && choice === null ? (
        <ReturnRound />
      ) : (
        <>
          <div className="desk-panes" ref={frame}>
            <SeenPages>
              <PageRun />
              <Galley />
            </SeenPages>
            {round === "page" && choice === null ? <PageRound /> : <Ledger />}
            <Thread frame={frame} />
          </div>
          <Bench />
        </>
      )}
      <ParagraphMenu />
      <KeyHelp />
    </main>
  );
}

/** What went otherwise than asked. */
function Told() {
  const { data, model, act } = useDeskContext();
  const stale = conflictOf(data.decide.error, data.decide.variables);
  const failed = [data.decide, data.join, data.setEntry, data.setParagraph, data.undo].filter(
    (m) => m.error !== null && !(stale && m === data.decide),
  );
  const failure = failed[0]?.error ?? null;
  return (
    <>
      {stale && (
        <Conflict
          conflict={stale}
          finding={model.findings.get(stale.key)}
          busy={data.desk.isFetching}
          onTheirs={() => data.decide.reset()}
          onMine={() => act.decide(stale.asked.keys, stale.asked.verdict, stale.asked.remark)}
        />
      )}
      <Snackbar open={failure !== null} anchorOrigin={{ vertical: "top", horizontal: "center" }}>
        <Alert severity="error" onClose={() => failed.forEach((mutation) => mutation.reset())}>
          {failure?.message}
        </Alert>
      </Snackbar>
    </>
  );
}
