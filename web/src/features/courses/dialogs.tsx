import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useState, type ReactNode } from "react";

import { useGuides } from "../../api/guides";
import { useNewAssignment, useNewCourse } from "./useCourses";

interface FormProps {
  title: string;
  error: Error | null;
  busy: boolean;
  ready: boolean;
  onClose: () => void;
  onSubmit: () => void;
  children: ReactNode;
}

function FormDialog({ title, error, busy, ready, onClose, onSubmit, children }: FormProps) {
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-label={title}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          onSubmit();
        }}
      >
        <DialogTitle>{title}</DialogTitle>
        <DialogContent sx={{ display: "grid", gap: 2, pt: "8px !important" }}>
          {error && <Alert severity="error">{error.message}</Alert>}
          {children}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={!ready} loading={busy}>
            Make it
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

export function NewCourseDialog({ onClose }: { onClose: () => void }) {
  const [name, setName] = useState("");
  const make = useNewCourse();
  return (
    <FormDialog
      title="New course"
      error={make.error}
      busy={make.isPending}
      ready={name.trim() !== ""}
      onClose={onClose}
      onSubmit={() => make.mutate(name.trim(), { onSuccess: onClose })}
    >
      <TextField label="Name of the course" value={name} onChange={(e) => setName(e.target.value)} autoFocus />
    </FormDialog>
  );
}

export function NewAssignmentDialog({ course, onClose }: { course: number; onClose: () => void }) {
  const [title, setTitle] = useState("");
  const [chosen, setChosen] = useState("");
  const guides = useGuides();
  const make = useNewAssignment(course);
  const guide = chosen || (guides.data?.[0]?.id ?? "");
  return (
    <FormDialog
      title="New assignment"
      error={make.error ?? guides.error}
      busy={make.isPending}
      ready={title.trim() !== "" && guide !== ""}
      onClose={onClose}
      onSubmit={() => make.mutate({ title: title.trim(), guide }, { onSuccess: onClose })}
    >
      <TextField label="Title" value={title} onChange={(e) => setTitle(e.target.value)} autoFocus />
      <TextField label="Style guide" select value={guide} onChange={(e) => setChosen(e.target.value)}>
        {(guides.data ?? []).map((g) => (
          <MenuItem key={g.id} value={g.id}>
            {g.name}
          </MenuItem>
        ))}
      </TextField>
    </FormDialog>
  );
}
