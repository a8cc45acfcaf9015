import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";

import { answered, client } from "../../api/client";
import { ProblemNote } from "../../shared/ProblemNote";
import type { Item } from "./fields";

type Format = "csl" | "bibtex" | "ris";

interface Props {
  item: Item;
  onTake: (item: Item) => void;
  onTakeAll: (items: Item[]) => void;
}

/** The source in and out of open formats. */
export function FileText({ item, onTake, onTakeAll }: Props) {
  const [format, setFormat] = useState<Format>("bibtex");
  const [text, setText] = useState("");
  const read = useMutation({
    mutationFn: () => answered(client.POST("/api/sources/read", { body: { format, text } })),
    // One is laid open; several are a list.
    onSuccess: ({ items }) => (items.length > 1 ? onTakeAll(items) : items[0] && onTake(items[0])),
  });
  const write = useMutation({
    mutationFn: () => answered(client.POST("/api/sources/write", { body: { format, items: [item] } })),
    onSuccess: (found) => setText(found.text),
  });
  const problem = read.error ?? write.error;
  return (
    <details className="compose-files">
      <summary>In and out of open formats</summary>
      <div className="compose-row">
        <TextField select size="small" label="Format" value={format} onChange={(e) => setFormat(e.target.value as Format)}>
          <MenuItem value="bibtex">BibTeX</MenuItem>
          <MenuItem value="ris">RIS</MenuItem>
          <MenuItem value="csl">CSL-JSON</MenuItem>
        </TextField>
        <Button variant="outlined" onClick={() => read.mutate()} disabled={text.trim() === ""}>
          Take in
        </Button>
        <Button onClick={() => write.mutate()}>Write out</Button>
      </div>
      <TextField multiline minRows={4} maxRows={10} size="small" label="Text" value={text} onChange={(e) => setText(e.target.value)} />
      {problem && <ProblemNote problem={problem} />}
    </details>
  );
}
