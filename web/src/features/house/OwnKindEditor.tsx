import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useDeferredValue, useRef, useState, type RefObject } from "react";

import { Marked } from "../../shared/Marked";
import { asElement, inItalics, told, type Marked as MarkedText } from "./marking";
import type { OwnKind } from "./tables";
import { useTriedKind, type HouseTable } from "./useHouse";

interface Props {
  table: HouseTable;
  noted: boolean;
  kind: OwnKind;
  taken: string[];
  onTake: (kind: OwnKind) => void;
  onLeave: () => void;
}

/** A kind of source made of a worked example: type it as it should stand, choose words, say what they are. */
export function OwnKindEditor({ table, noted, kind: given, taken, onTake, onLeave }: Props) {
  const [kind, setKind] = useState(given);
  const entry = useRef<HTMLTextAreaElement>(null);
  const note = useRef<HTMLTextAreaElement>(null);
  const [last, setLast] = useState<"entry" | "note">("entry");
  const whole = kind.name.trim() !== "" && kind.entry.trim() !== "";
  const tried = useTriedKind(table.guide, useDeferredValue(kind), whole);
  const clash = taken.includes(kind.name.trim());
  const mark = (how: (text: string, start: number, end: number) => MarkedText | null) => {
    const field = (last === "note" ? note : entry).current;
    if (!field) return;
    const made = how(field.value, field.selectionStart, field.selectionEnd);
    field.focus();
    if (!made) return;
    setKind({ ...kind, [last]: made.text });
    // The caret is put where it was once the new words are drawn.
    requestAnimationFrame(() => field.setSelectionRange(made.at, made.at));
  };
  return (
    <div className="house-kind" role="group" aria-label="A kind of source">
      <div className="house-kind-names">
        <TextField
          size="small"
          autoFocus
          label="What one is called"
          placeholder="class handout"
          value={kind.name}
          error={clash}
          helperText={clash ? "There is a kind of this name." : undefined}
          onChange={(event) => setKind({ ...kind, name: event.target.value, several: "" })}
          slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: 60 } }}
        />
        <TextField select size="small" label="It is counted like" value={kind.like} onChange={(event) => setKind({ ...kind, like: event.target.value })}>
          {table.kinds.map((like) => (
            <MenuItem key={like.id} value={like.id} dense>
              {like.one}
            </MenuItem>
          ))}
        </TextField>
      </div>
      <ExampleField
        field={entry}
        label="One as it should stand in the list"
        shown="Brask, Ines. “Reading a Weir.” Class handout, Harrow College, 3 May 2024."
        value={kind.entry}
        onFocus={() => setLast("entry")}
        onChange={(words) => setKind({ ...kind, entry: words })}
      />
      {noted && (
        <ExampleField
          field={note}
          label="The same as a full note, if notes are to be checked"
          shown="Ines Brask, “Reading a Weir” (class handout, May 3, 2024)"
          value={kind.note ?? ""}
          onFocus={() => setLast("note")}
          onChange={(words) => setKind({ ...kind, note: words })}
        />
      )}
      <div className="house-kind-marks" role="toolbar" aria-label="What the words chosen are">
        <span>The words chosen are the</span>
        {table.elements.map(({ element, label }) => (
          <button key={element} type="button" onClick={() => mark((text, start, end) => asElement(text, start, end, element))}>
            {label}
          </button>
        ))}
      </div>
      <div className="house-kind-marks" role="toolbar" aria-label="The element at the caret">
        <span>The element at the caret</span>
        <button type="button" onClick={() => mark((text, start) => told(text, start, "="))}>
          always has these words
        </button>
        <button type="button" onClick={() => mark((text, start) => told(text, start, "?"))}>
          may be missing
        </button>
        <button type="button" onClick={() => mark(inItalics)}>
          stands in italics
        </button>
      </div>
      <div className="house-kind-tried" aria-live="polite">
        {whole && tried.error && <p role="alert">{tried.error.message}</p>}
        {whole && tried.data && !tried.error && (
          <>
            <p className="house-quiet">In the guide’s forms of names, dates and numbers it is written</p>
            <p className="book">
              <Marked html={tried.data.example.entry.html} />
            </p>
            {tried.data.example.in_text[0] && (
              <p className="house-quiet">
                and cited <span className="book"><Marked html={tried.data.example.in_text[0].html} /></span>
              </p>
            )}
          </>
        )}
        {!whole && <p className="house-quiet">It is told by the words that it always has: mark at least one element so.</p>}
      </div>
      <div className="house-kind-end">
        <Button
          size="small"
          variant="contained"
          disabled={!whole || clash || tried.error !== null || tried.data === undefined || tried.isFetching}
          onClick={() => onTake({ ...kind, name: kind.name.trim() })}
        >
          Take it
        </Button>
        <Button size="small" onClick={onLeave}>
          Leave it
        </Button>
      </div>
    </div>
  );
}

interface FieldProps {
  field: RefObject<HTMLTextAreaElement | null>;
  label: string;
  shown: string;
  value: string;
  onFocus: () => void;
  onChange: (words: string) => void;
}

function ExampleField({ field, label, shown, value, onFocus, onChange }: FieldProps) {
  return (
    <TextField
      size="small"
      fullWidth
      multiline
      minRows={2}
      label={label}
      placeholder={shown}
      value={value}
      onFocus={onFocus}
      onChange={(event) => onChange(event.target.value.replace(/\n/g, " "))}
      inputRef={field}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: 600, spellCheck: false } }}
    />
  );
}
