import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMemo, useState } from "react";
import { Link } from "react-router";

import "./entry-view.css";

import type { Entry } from "../../../api/client";
import { useShelf } from "../../../api/shelf";
import { CopyButtons } from "../../../shared/CopyButtons";
import { LaidCell } from "../../../shared/Laid";
import { Marked } from "../../../shared/Marked";
import type { Border } from "../state/borders";
import { BorderSetter } from "./BorderSetter";
import { doubt } from "../state/firstLook";
import { elementNames } from "../state/elementNames";

const SIGNS: Record<string, [string, string]> = {
  same: ["=", "as it should be"],
  differs: ["≠", "differs"],
  missing: ["+", "missing"],
  extra: ["−", "too much"],
  moved: ["⇄", "in another place"],
  kept: ["·", "stays as it is"],
};

interface Props {
  entry: Entry;
  guide: string;
  assignment: number;
  paper: number;
  busy: boolean;
  borders: Border[];
  onSet: (kind: string, borders: Border[]) => void;
}

/** An entry cut in its elements over the expected pattern, what it should be, and the kind and
 *  borders for a person to set right. */
export function EntryView({ entry, guide, assignment, paper, busy, borders, onSet }: Props) {
  const [drawing, setDrawing] = useState(false);
  const shelf = useShelf(guide, assignment);
  const kinds = shelf.data ?? [];
  const label = useMemo(() => elementNames(shelf.data ?? []), [shelf.data]);
  const mine = kinds.find((k) => k.kind === entry.kind);
  const runnerUp = kinds.find((k) => k.kind === entry.runner_up);
  const clean = entry.alignment.length > 0 && entry.alignment.every((row) => row.state === "same" || row.state === "kept");
  return (
    <div className="entry-view">
      <div className="entry-kind">
        <TextField
          select
          size="small"
          label="Kind of source"
          value={entry.kind === "unknown" ? "" : entry.kind}
          disabled={busy || kinds.length === 0}
          onChange={(event) => onSet(event.target.value, borders)}
          slotProps={{ htmlInput: { "aria-label": "Kind of source" }, inputLabel: { shrink: true }, select: { displayEmpty: true } }}
        >
          {entry.kind === "unknown" && <MenuItem value="">not told</MenuItem>}
          {kinds.map((kind) => (
            <MenuItem key={kind.kind} value={kind.kind} dense>
              {kind.label}
            </MenuItem>
          ))}
        </TextField>
        <small>
          {entry.set_by_hand
            ? "set by hand"
            : entry.kind === "unknown"
              ? "choose it, and the entry is checked as that"
              : `${doubt(entry.kind_confidence) || "plain to see"}${runnerUp && doubt(entry.kind_confidence) ? `; if not, ${runnerUp.label}` : ""}`}
        </small>
        <button type="button" className="plain-button" onClick={() => setDrawing(!drawing)} aria-pressed={drawing}>
          {drawing ? "Put borders away" : "Set borders…"}
        </button>
        <Link className="plain-button" to={`/compose?guide=${guide}&kind=${entry.kind}&assignment=${assignment}&paper=${paper}&entry=${entry.id}`}>
          Open in Compose
        </Link>
        {entry.set_by_hand && (
          <button type="button" className="plain-button" onClick={() => onSet("", [])} disabled={busy}>
            Read it by itself again
          </button>
        )}
      </div>
      {drawing ? (
        <BorderSetter
          entry={entry}
          borders={borders}
          elements={mine?.elements ?? []}
          label={label}
          onDone={(next) => {
            setDrawing(false);
            onSet(entry.kind === "unknown" ? "" : entry.kind, next);
          }}
        />
      ) : (
        <>
          <ol className="laid" aria-label="Elements of the entry, as they stand over as they should be">
            {entry.alignment.map((row, index) => {
              const [sign, words] = SIGNS[row.state] ?? ["", ""];
              return (
                <LaidCell key={index} name={label(row.element)} state={row.state} sign={sign} words={words}>
                  <q className="book written">
                    {row.state === "same" && row.dress === "italics" ? <i>{row.written}</i> : row.written || " "}
                  </q>
                  <q className="book expected">
                    {row.state === "same" ? " " : row.dress === "italics" ? <i>{row.expected}</i> : row.expected || "leave out"}
                  </q>
                </LaidCell>
              );
            })}
          </ol>
          {entry.corrected_html && (
            <div className="entry-right">
              <span className="entry-caption">{clean ? "in the guide’s form" : "the whole entry put right"}</span>
              <p className="book">
                <Marked html={entry.corrected_html} />
              </p>
              <CopyButtons html={entry.corrected_html} what="the entry" hint="C" />
            </div>
          )}
          {mine && (
            <p className="entry-example">
              <span className="entry-caption">
                worked example, <Link to={`/guides/${guide}?kind=${mine.kind}&assignment=${assignment}`}>{mine.label}</Link>
              </span>
              <span className="book">
                {mine.example.unlisted || <Marked html={mine.example.entry.html} />}
              </span>
            </p>
          )}
        </>
      )}
    </div>
  );
}
