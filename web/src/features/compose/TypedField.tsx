import TextField from "@mui/material/TextField";
import { useState } from "react";

import { typedOf, withTyped, type Field, type Item } from "./fields";

const HELP = {
  names: "A line a person: Family, Given, Jr.; an organisation without a comma, or in quotation marks",
  date: "2021, 2021-04-22, 2021-04/2021-06, 2021 spring, c. 1850",
  text: "",
};
const SHOWN = { names: "Family, Given; a line a person", date: "2021, 2021-04 or 2021-04-22", text: "" };

interface Props {
  field: Field;
  label: string;
  item: Item;
  /** What the worked example has. */
  shown: string;
  onChange: (item: Item) => void;
}

/** One element as it is typed. What is typed stays as it is while it is typed; the item has its value. */
export function TypedField({ field, label, item, shown, onChange }: Props) {
  const [draft, setDraft] = useState<{ text: string; of: Item } | null>(null);
  // A draft holds until something else changes the item.
  const text = draft !== null && draft.of === item ? draft.text : typedOf(item, field);
  return (
    <TextField
      size="small"
      hiddenLabel
      value={text}
      placeholder={shown || SHOWN[field.kind]}
      multiline
      slotProps={{ htmlInput: { title: HELP[field.kind], "aria-label": label } }}
      onChange={(event) => {
        const next = withTyped(item, field, event.target.value);
        setDraft({ text: event.target.value, of: next });
        onChange(next);
      }}
      onKeyDown={(event) => {
        // Only names are several lines.
        if (event.key === "Enter" && field.kind !== "names") event.preventDefault();
      }}
      onBlur={() => setDraft(null)}
    />
  );
}
