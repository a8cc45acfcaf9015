import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";

import type { Schemas } from "../../api/client";
import { FileButton } from "../../shared/FileButton";
import { textOf } from "../../shared/textOf";
import { classListText } from "./classList";
import type { useClassList } from "./useBundles";

interface Props {
  list: Schemas["WriterSchema"][];
  set: ReturnType<typeof useClassList>["set"];
  onClose: () => void;
}

/** Who is in the class: by it files get their writers, and it shows who has not handed in. */
export function ClassListDialog({ list, set, onClose }: Props) {
  const [text, setText] = useState(() => classListText(list));
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="class-list-title">
      <DialogTitle id="class-list-title">The class list of the course</DialogTitle>
      <DialogContent>
        <Typography color="text.secondary" gutterBottom>
          A name a line, or a .csv with a column of names (or of first and last names) and perhaps one of e-mail addresses. By it files get their
          writers, and it shows who has not handed in.
        </Typography>
        {set.error && <Alert severity="error" sx={{ mb: 1 }}>{set.error.message}</Alert>}
        <TextField
          className="class-list-field"
          multiline
          minRows={8}
          maxRows={16}
          size="small"
          label="Class list"
          value={text}
          onChange={(event) => setText(event.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
          placeholder={"Ines Marlowe\nPiers Dray"}
        />
        <FileButton
          size="small"
          sx={{ mt: 1 }}
          what="Class list from a file"
          accept={[".csv", ".txt"]}
          onFiles={([file]) => {
            if (file) void textOf(file).then(setText);
          }}
        >
          From a file …
        </FileButton>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={set.isPending} onClick={() => set.mutate(text, { onSuccess: onClose })}>
          Save
        </Button>
      </DialogActions>
    </Dialog>
  );
}
