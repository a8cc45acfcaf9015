import Autocomplete from "@mui/material/Autocomplete";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";

import type { Entry } from "../../../api/client";
import { useDeskContext } from "../DeskContext";

interface Target {
  key: string;
  label: string;
}

/** Set right what a citation leads to: another entry, none, or again what Grelt finds. */
export function JoinChooser() {
  const { model, focus, dispatch, act } = useDeskContext();
  const onJoin = act.join;
  const leave = () => dispatch({ type: "mode", mode: "look" });
  const target = (entry: Entry): Target => ({
    key: entry.key,
    label: `${entry.position}. ${entry.text.replace(/\s+/g, " ").trim()}`,
  });
  const targets = model.report.entries.map(target);
  // An entry that nothing cites, and that resembles what is cited and not listed.
  const likely = focus.source?.pair && focus.source.nearest ? model.entries.get(focus.source.nearest) : undefined;
  const words = `${focus.citation?.text ?? "The citation"} means the entry…`;
  return (
    <div
      className="bench-form"
      onKeyDown={(event) => {
        if (event.key === "Escape") {
          event.preventDefault();
          leave();
        }
      }}
    >
      {likely && (
        <Button size="small" variant="contained" sx={{ whiteSpace: "nowrap" }} onClick={() => onJoin(likely.key)}>
          {likely.position}. {likely.label}
        </Button>
      )}
      <Autocomplete
        fullWidth
        openOnFocus
        size="small"
        options={targets}
        onChange={(_, target) => target && onJoin(target.key)}
        renderInput={(params) => (
          <TextField {...params} autoFocus placeholder={words} aria-label={words} />
        )}
        slotProps={{
          popper: { placement: "top-start", modifiers: [{ name: "offset", options: { offset: [0, 6] } }] },
          listbox: { sx: { maxHeight: 260, fontFamily: "var(--book)" } },
        }}
      />
      <Button size="small" sx={{ whiteSpace: "nowrap" }} onClick={() => onJoin("")}>
        No entry
      </Button>
      {focus.citation?.by_hand && (
        <Button size="small" sx={{ whiteSpace: "nowrap" }} onClick={() => onJoin(null)}>
          As Grelt finds it
        </Button>
      )}
      <Button size="small" sx={{ whiteSpace: "nowrap" }} onClick={() => leave()}>
        Leave it
      </Button>
    </div>
  );
}
