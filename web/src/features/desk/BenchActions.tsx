import Button from "@mui/material/Button";

import type { BenchProps } from "./Bench";

/** The decision, each with its key. */
export function BenchActions(props: BenchProps) {
  const { focus, model, decisions, undo, busy, inRound } = props;
  const { finding, citation, entry, source } = focus;
  const group = finding ? model.groups.find((g) => g.rule === finding.rule) : undefined;
  const verdict = finding ? decisions.get(finding.key)?.verdict : undefined;
  const places = (source?.citations ?? entry?.cited_by ?? []).length;
  const at = finding ? inRound.findIndex((f) => f.key === finding.key) : -1;
  return (
    <div className="bench-actions" role="group" aria-label="Decide">
      {finding && (
        <>
          <Act words={verdict === "kept" ? "Kept" : "Keep"} hint="K" on={verdict === "kept"} press={() => props.onDecide("kept")} busy={busy} main />
          <Act words={verdict === "waived" ? "Waived" : "Waive"} hint="W" on={verdict === "waived"} press={() => props.onDecide("waived")} busy={busy} />
          <Act words="Remark…" hint="R" press={() => props.onRemarking(true)} />
          {group && group.findings.length > 1 && (
            <Act words={`Keep all ${group.findings.length} alike`} hint="H" press={() => props.onHabit("kept")} busy={busy} wide />
          )}
        </>
      )}
      {citation && (
        <Act words="Join to…" hint="J" press={() => props.onJoining(true)} />
      )}
      {places > 1 && <Act words="Next place" hint="N" press={() => props.onPlace(1)} />}
      {undo && <Act words="Undo" hint="Z" press={props.onUndo} busy={busy} title={`Undo: ${undo}`} />}
      <div className="bench-step">
        <button type="button" onClick={() => props.onStep(-1)} aria-label="Previous slip" disabled={inRound.length === 0}>
          <kbd>,</kbd>
        </button>
        <span>{at >= 0 ? `${at + 1} of ${inRound.length}` : `${inRound.length} ${inRound.length === 1 ? "slip" : "slips"}`}</span>
        <button type="button" onClick={() => props.onStep(1)} aria-label="Next slip" disabled={inRound.length === 0}>
          <kbd>.</kbd>
        </button>
        <button type="button" onClick={props.onHelp} aria-label="Keys">
          <kbd>?</kbd>
        </button>
      </div>
    </div>
  );
}

interface ActProps {
  words: string;
  hint: string;
  press: () => void;
  on?: boolean;
  busy?: boolean;
  main?: boolean;
  wide?: boolean;
  title?: string;
}

function Act({ words, hint, press, on, busy, main, wide, title }: ActProps) {
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
      className={wide ? "wide" : undefined}
      sx={{ justifyContent: "space-between", px: 1.25, py: 0.25, minHeight: 30 }}
    >
      {words}
      <kbd>{hint}</kbd>
    </Button>
  );
}
