import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";

interface FieldOf {
  id: string;
  label: string;
  type?: "text" | "password";
  complete: string;
}

interface Props {
  fields: FieldOf[];
  /** Whose password it is, for what keeps passwords in the browser. */
  username?: string;
  words: string;
  error: Error | null;
  busy: boolean;
  onSend: (values: Record<string, string>) => void;
  color?: "primary" | "error";
}

/** A few fields and what they are sent for. */
export function Form({ fields, username, words, error, busy, onSend, color = "primary" }: Props) {
  const [values, setValues] = useState<Record<string, string>>({});
  return (
    <Box
      component="form"
      sx={{ display: "grid", gap: 1.5, maxWidth: 340 }}
      onSubmit={(event) => {
        event.preventDefault();
        onSend(values);
      }}
    >
      {username && <input type="text" name="username" autoComplete="username" value={username} readOnly hidden />}
      {error && <Alert severity="error">{error.message}</Alert>}
      {fields.map((field) => (
        <TextField
          key={field.id}
          size="small"
          label={field.label}
          type={field.type ?? "text"}
          autoComplete={field.complete}
          value={values[field.id] ?? ""}
          required
          slotProps={{ inputLabel: { required: false } }}
          onChange={(event) => setValues({ ...values, [field.id]: event.target.value })}
        />
      ))}
      <Button type="submit" variant="outlined" color={color} disabled={busy} sx={{ justifySelf: "start" }}>
        {words}
      </Button>
    </Box>
  );
}
