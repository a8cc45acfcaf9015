import Dialog from "@mui/material/Dialog";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";

import { useDeskContext } from "../DeskContext";

/** The key map, on `?`. */
export function KeyHelp() {
  const { ui, dispatch, rounds } = useDeskContext();
  const keys: [string, string][] = [
    [". ,", "next, previous slip"],
    ["K W", "keep, waive: a slip, or a habit with all its places; the same key again reopens"],
    ["O", "take a habit place by place, or together again"],
    ["H ⇧H", "keep, waive every slip of this rule"],
    ["R", "write a remark"],
    ["J", "join the citation to another entry"],
    ["C", "copy the entry put right"],
    ["N P", "next, previous place: of a habit, or that cites this source"],
    ["T", "say what this paragraph is: where the list begins, a heading …"],
    ["Z", "undo"],
    ["/", "find words in the list, the text, notes and slips"],
    ["X", "cross-check: sources down, pages across"],
    ["D", "drafts side by side, where there are two"],
    ["[ ]", "previous, next paper"],
    [`0–${rounds.length + 1}`, "all slips, one round of the work, or what goes back"],
    ["⏎", "what goes back: returned, and on to the next paper"],
    ["Esc", "put away what is chosen"],
    ["?", "this page"],
  ];
  return (
    <Dialog open={ui.help} onClose={() => dispatch({ type: "help", on: false })} aria-labelledby="keys-title">
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
