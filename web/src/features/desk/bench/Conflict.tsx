import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Typography from "@mui/material/Typography";

import type { Finding } from "../../../api/client";
import type { Stale } from "../state/conflictOf";

interface Props {
  conflict: Stale;
  finding: Finding | undefined;
  busy: boolean;
  onTheirs: () => void;
  onMine: () => void;
}

const WORDS: Record<string, string> = { kept: "kept", waived: "waived", open: "not decided" };

/** Two decisions on one finding, side by side; the person says which holds. */
export function Conflict({ conflict, finding, busy, onTheirs, onMine }: Props) {
  const { asked } = conflict;
  const many = asked.keys.length;
  return (
    <Dialog open onClose={onTheirs} aria-labelledby="conflict-title" maxWidth="sm" fullWidth>
      <DialogTitle id="conflict-title">Decided elsewhere meanwhile</DialogTitle>
      <DialogContent>
        {finding && <Typography gutterBottom>{finding.message}</Typography>}
        {many > 1 && <Typography gutterBottom>It is one of {many} findings that you decided at once.</Typography>}
        <div className="conflict">
          <Side title="As it stands now" verdict={conflict.verdict} remark={conflict.remark} />
          <Side title="As you have it" verdict={asked.verdict} remark={asked.remark ?? conflict.remark} />
        </div>
      </DialogContent>
      <DialogActions>
        <Button onClick={onTheirs} autoFocus>
          Leave it as it stands
        </Button>
        <Button onClick={onMine} variant="contained" disabled={busy}>
          Put mine in its place
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function Side({ title, verdict, remark }: { title: string; verdict: string; remark: string }) {
  return (
    <section aria-label={title}>
      <Typography variant="body2" color="text.secondary">
        {title}
      </Typography>
      <Typography sx={{ fontWeight: 600 }}>{WORDS[verdict] ?? verdict}</Typography>
      <Typography sx={{ fontFamily: "var(--book)", whiteSpace: "pre-wrap", overflowWrap: "anywhere" }}>
        {remark || "no remark"}
      </Typography>
    </section>
  );
}
