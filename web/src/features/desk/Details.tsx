import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Popover from "@mui/material/Popover";
import TextField from "@mui/material/TextField";
import { useRef, useState, type FormEvent } from "react";

import type { PaperInfo } from "../../api/client";
import { useGuides } from "../../api/guides";
import type { useDesk } from "./data/useDesk";

interface Props {
  paper: PaperInfo;
  data: ReturnType<typeof useDesk>;
}

/** Whose paper it is, what it is called, and the guide that it goes by: said, and to be set right. */
export function Details({ paper, data }: Props) {
  const [open, setOpen] = useState(false);
  const anchor = useRef<HTMLButtonElement>(null);
  return (
    <>
      <button ref={anchor} type="button" className="details-open" aria-haspopup="dialog" aria-expanded={open} onClick={() => setOpen(true)}>
        Set right
      </button>
      <Popover
        open={open}
        anchorEl={() => anchor.current}
        onClose={() => setOpen(false)}
        anchorOrigin={{ vertical: "bottom", horizontal: "left" }}
        slotProps={{ paper: { role: "dialog", "aria-label": "Writer, title and guide" } as object }}
      >
        <DetailsForm paper={paper} data={data} onDone={() => setOpen(false)} />
      </Popover>
    </>
  );
}

function DetailsForm({ paper, data, onDone }: Props & { onDone: () => void }) {
  const guides = useGuides();
  const [said, setSaid] = useState({ writer: paper.writer, title: paper.title, guide: paper.guide });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    data.setDetails.mutate(said, { onSuccess: onDone });
  };
  return (
    <form className="details" onSubmit={submit}>
      <TextField
        size="small"
        autoFocus
        label="Writer"
        helperText="Empty: as the paper names them"
        value={said.writer}
        onChange={(event) => setSaid({ ...said, writer: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 200 } }}
      />
      <TextField
        size="small"
        label="Title"
        helperText="Empty: as it stands in the paper"
        value={said.title}
        onChange={(event) => setSaid({ ...said, title: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 300 } }}
      />
      <TextField
        select
        size="small"
        label="Guide of this paper"
        value={guides.data ? said.guide : ""}
        onChange={(event) => setSaid({ ...said, guide: event.target.value })}
        slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
      >
        <MenuItem value="" dense>
          that of the assignment
        </MenuItem>
        {(guides.data ?? []).map((guide) => (
          <MenuItem key={guide.id} value={guide.id} dense>
            {guide.name}
          </MenuItem>
        ))}
      </TextField>
      {data.setDetails.error && <p role="alert">{data.setDetails.error.message}</p>}
      <Button type="submit" size="small" variant="contained" disabled={data.setDetails.isPending}>
        Save
      </Button>
    </form>
  );
}
