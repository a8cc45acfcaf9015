import Button from "@mui/material/Button";

import { useDeskContext } from "../DeskContext";

/** The decision, each with its key; every one has a place of its own, so that none moves. */
export function BenchActions() {
  const { focus, model, decisions, data, matter, matters, ui, dispatch, deciding, act } = useDeskContext();
  const { finding, citation, entry, source } = focus;
  const group = finding ? model.groups.find((g) => g.rule === finding.rule) : undefined;
  const verdicts = new Set((matter?.findings ?? []).map((f) => decisions.get(f.key)?.verdict));
  const verdict = verdicts.size === 1 ? [...verdicts][0] : undefined;
  const count = matter?.habit ? ` all ${matter.findings.length}` : "";
  const places = matter?.habit && finding ? matter.findings.length : (source?.citations ?? entry?.cited_by ?? []).length;
  const at = matter ? matters.indexOf(matter) : -1;
  const undo = data.desk.data?.undo ?? null;
  const may = data.desk.data?.may_decide ?? true;
  const opened = group !== undefined && ui.opened.has(group.rule);
  return (
    <div className="bench-actions" role="group" aria-label="Decide">
      {!may && <p className="bench-reads">You read in this course; deciding is for its owner and helpers.</p>}
      {may && finding && (
        <>
          <Act area="keep" words={verdict === "kept" ? `Kept${count}` : `Keep${count}`} hint="K" on={verdict === "kept"} press={() => act.decideAndGoOn("kept")} busy={deciding} main />
          <Act area="waive" words={verdict === "waived" ? `Waived${count}` : `Waive${count}`} hint="W" on={verdict === "waived"} press={() => act.decideAndGoOn("waived")} busy={deciding} />
          <Act area="remark" words="Remark…" hint="R" press={() => dispatch({ type: "mode", mode: "remark" })} />
          {group && group.habit && group.findings.length > 1 ? (
            <Act area="alike" words={opened ? "As one habit" : "One by one"} hint="O" press={() => dispatch({ type: "open", rule: group.rule })} />
          ) : (
            group && group.findings.length > 1 && <Act area="alike" words={`Keep all ${group.findings.length} alike`} hint="H" press={() => act.decideAlike("kept")} busy={deciding} />
          )}
        </>
      )}
      {may && citation && <Act area="join" words="Join to…" hint="J" press={() => dispatch({ type: "mode", mode: "join" })} />}
      {places > 1 && <Act area="place" words="Next place" hint="N" press={() => act.nextPlace(1)} />}
      {may && undo && <Act area="undo" words="Undo" hint="Z" press={() => data.undo.mutate()} busy={deciding} title={`Undo: ${undo}`} />}
      <div className="bench-step">
        <button type="button" onClick={() => act.step(-1)} aria-label="Previous slip" disabled={matters.length === 0}>
          <kbd>,</kbd>
        </button>
        <span>{at >= 0 ? `${at + 1} of ${matters.length}` : matters.length === 0 ? "nothing left" : `${matters.length} to look at`}</span>
        <button type="button" onClick={() => act.step(1)} aria-label="Next slip" disabled={matters.length === 0}>
          <kbd>.</kbd>
        </button>
        <button type="button" onClick={() => dispatch({ type: "help", on: true })} aria-label="Keys">
          <kbd>?</kbd>
        </button>
      </div>
    </div>
  );
}

interface ActProps {
  area: string;
  words: string;
  hint: string;
  press: () => void;
  on?: boolean;
  busy?: boolean;
  main?: boolean;
  title?: string;
}

function Act({ area, words, hint, press, on, busy, main, title }: ActProps) {
  return (
    <Button
      size="small"
      variant={main ? "contained" : "outlined"}
      color="primary"
      disabled={busy}
      onClick={press}
      aria-pressed={on}
      aria-keyshortcuts={hint}
      title={title}
      sx={{ gridArea: area, justifyContent: "space-between", px: 1.25, py: 0.25, minHeight: 30 }}
    >
      {words}
      <kbd>{hint}</kbd>
    </Button>
  );
}
