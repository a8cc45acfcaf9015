import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMemo, useState, type KeyboardEvent } from "react";

import type { Entry, Schemas } from "../../../api/client";
import { borderBetween, withBorder, wordsOf, type Border, type Word } from "../state/borders";

interface Props {
  entry: Entry;
  borders: Border[];
  elements: Schemas["ShelfElementSchema"][];
  label: (element: string) => string;
  onDone: (borders: Border[]) => void;
}

const ALWAYS = ["author", "title", "container", "publisher", "date", "pages"];

/** Draws the borders of an element: choose it, then its first and its last word. */
export function BorderSetter({ entry, borders, elements, label, onDone }: Props) {
  const names = useMemo(
    () => [...new Set([...elements.map((e) => e.element), ...ALWAYS])].filter((n) => !["volume", "issue", "day"].includes(n)),
    [elements],
  );
  const [element, setElement] = useState("title");
  const [first, setFirst] = useState<Word | null>(null);
  const [drawn, setDrawn] = useState<Border[]>(borders);
  const words = useMemo(() => wordsOf(entry.text), [entry.text]);
  // One stop for Tab; the arrows go from word to word.
  const [at, setAt] = useState(0);
  const step = (event: KeyboardEvent<HTMLElement>) => {
    const to = { ArrowLeft: at - 1, ArrowRight: at + 1, Home: 0, End: words.length - 1 }[event.key];
    if (to === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    event.currentTarget.querySelectorAll("button")[to]?.focus();
  };
  const mine = drawn.filter((b) => b.element === element);
  // Until somebody draws it, an element stands as Grelt reads it.
  const shown = mine.length > 0 ? mine : entry.elements.filter((e) => e.name === element);
  const within = (word: Word) => shown.some((b) => word.start >= b.start && word.end <= b.end);
  const press = (word: Word) => {
    if (first === null) {
      setFirst(word);
      return;
    }
    setDrawn(withBorder(drawn, borderBetween(element, first, word)));
    setFirst(null);
  };
  return (
    <div className="border-setter">
      <div className="border-form">
        <TextField select size="small" label="Element" value={element} onChange={(e) => setElement(e.target.value)}>
          {names.map((name) => (
            <MenuItem key={name} value={name} dense>
              {label(name)}
            </MenuItem>
          ))}
        </TextField>
        <span aria-live="polite">
          {first ? `Begins with “${first.text}”: now its last word.` : "Press the first word of the element, then its last; arrows go from word to word."}
        </span>
      </div>
      <p className="book border-words" role="toolbar" aria-label="Words of the entry" onKeyDown={step}>
        {words.map((word, index) => (
          <button
            key={word.start}
            type="button"
            tabIndex={index === at ? 0 : -1}
            onFocus={() => setAt(index)}
            className={first?.start === word.start ? "first" : within(word) ? "in" : ""}
            aria-pressed={within(word)}
            onClick={() => press(word)}
          >
            {word.text}
          </button>
        ))}
      </p>
      <Button size="small" variant="contained" onClick={() => onDone(drawn)} disabled={drawn.length === 0}>
        Check it so
      </Button>
    </div>
  );
}
