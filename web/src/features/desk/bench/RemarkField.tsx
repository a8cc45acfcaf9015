import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";

interface Props {
  start: string;
  onDone: (remark: string) => void;
  onCancel: () => void;
}

/** The person's own words for a finding. Ctrl+Enter keeps them, Esc leaves them as they were. */
export function RemarkField({ start, onDone, onCancel }: Props) {
  const [words, setWords] = useState(start);
  return (
    <form
      className="bench-form"
      onSubmit={(event) => {
        event.preventDefault();
        onDone(words.trim());
      }}
      onKeyDown={(event) => {
        if (event.key === "Escape") {
          event.preventDefault();
          onCancel();
        }
        if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) onDone(words.trim());
      }}
    >
      <TextField
        autoFocus
        fullWidth
        size="small"
        multiline
        maxRows={3}
        label="Remark"
        value={words}
        onChange={(event) => setWords(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 4000 } }}
      />
      <Button type="submit" size="small" variant="contained">
        Save
      </Button>
      <Button size="small" onClick={onCancel}>
        Leave it
      </Button>
    </form>
  );
}
