import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMemo, useState } from "react";

import type { Entry, Schemas } from "../../api/client";

export interface Border {
  element: string;
  start: number;
  end: number;
}

interface Word {
  text: string;
  start: number;
  end: number;
}

interface Props {
  entry: Entry;
  borders: Border[];
  elements: Schemas["ShelfElementSchema"][];
  onDone: (borders: Border[]) => void;
}

const ABBREVIATED = /^(?:[A-Z]|eds?|vols?|nos?|pp?|al|Jr|Sr|trans|rev|Inc|Ltd)$/;
const ALWAYS = ["author", "title", "container", "publisher", "date", "pages"];

/** Draws the borders of an element: choose it, then its first and its last word. */
export function BorderSetter({ entry, borders, elements, onDone }: Props) {
  const names = useMemo(
    () => [...new Set([...elements.map((e) => e.element), ...ALWAYS])].filter((n) => !["volume", "issue", "day"].includes(n)),
    [elements],
  );
  const [element, setElement] = useState("title");
  const [first, setFirst] = useState<Word | null>(null);
  const [drawn, setDrawn] = useState<Border[]>(borders);
  const words = useMemo(() => wordsOf(entry.text), [entry.text]);
  const mine = drawn.find((b) => b.element === element);
  const press = (word: Word) => {
    if (first === null) {
      setFirst(word);
      return;
    }
    const [start, end] = word.start < first.start ? [word.start, first.end] : [first.start, word.end];
    setDrawn([...drawn.filter((b) => b.element !== element && (b.end <= start || b.start >= end)), { element, start, end }]);
    setFirst(null);
  };
  return (
    <div className="border-setter">
      <div className="border-form">
        <TextField select size="small" label="Element" value={element} onChange={(e) => setElement(e.target.value)}>
          {names.map((name) => (
            <MenuItem key={name} value={name} dense>
              {name.replaceAll("-", " ")}
            </MenuItem>
          ))}
        </TextField>
        <span aria-live="polite">
          {first ? `Begins with “${first.text}”: now its last word.` : "Press the first word of the element, then its last."}
        </span>
        <Button size="small" variant="contained" onClick={() => onDone(drawn)} disabled={drawn.length === 0}>
          Check it so
        </Button>
      </div>
      <p className="book border-words">
        {words.map((word) => (
          <button
            key={word.start}
            type="button"
            className={mine && word.start >= mine.start && word.end <= mine.end ? "in" : first?.start === word.start ? "first" : ""}
            onClick={() => press(word)}
          >
            {word.text}
          </button>
        ))}
      </p>
    </div>
  );
}

/** Words without the marks at their ends, so that a border lies within a quotation mark or period. */
function wordsOf(text: string): Word[] {
  return [...text.matchAll(/https?:\/\/\S+|[^\s“”"()[\],;:]+/g)].flatMap((match) => {
    const bare = match[0].replace(/\.$/, "");
    const kept = ABBREVIATED.test(bare) ? match[0] : bare;
    return kept ? [{ text: kept, start: match.index, end: match.index + kept.length }] : [];
  });
}
