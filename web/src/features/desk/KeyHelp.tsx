import Dialog from "@mui/material/Dialog";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";

import type { Round } from "./model";

interface Props {
  open: boolean;
  rounds: Round[];
  onClose: () => void;
}

/** The key map, on `?`. */
export function KeyHelp({ open, rounds, onClose }: Props) {
  const keys: [string, string][] = [
    [". ,", "next, previous slip"],
    ["K W", "keep, waive; the same key again reopens"],
    ["H ⇧H", "keep, waive every slip of this rule"],
    ["R", "write a remark"],
    ["J", "join the citation to another entry"],
    ["C", "copy the entry put right"],
    ["N P", "next, previous place that cites this source"],
    ["T", "say what this paragraph is: where the list begins, a heading …"],
    ["Z", "undo"],
    ["/", "find a source by any word"],
    ["X", "cross-check: sources down, pages across"],
    ["[ ]", "previous, next paper"],
    [`0–${rounds.length}`, "all slips, or one round of the work"],
    ["Esc", "put away what is chosen"],
    ["?", "this page"],
  ];
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys of the desk</DialogTitle>
      <DialogContent>
        <dl className="keys">
          {keys.map(([key, words]) => (
            <div key={key}>
              <dt>
                {key.split(" ").map((k) => (
                  <kbd key={k}>{k}</kbd>
                ))}
              </dt>
              <dd>{words}</dd>
            </div>
          ))}
        </dl>
      </DialogContent>
    </Dialog>
  );
}
