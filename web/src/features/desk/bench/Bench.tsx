import Close from "@mui/icons-material/Close";
import IconButton from "@mui/material/IconButton";

import { useDeskContext } from "../DeskContext";
import { BenchActions } from "./BenchActions";
import { BenchHandle } from "./BenchHandle";
import { EntryShown } from "./EntryShown";
import { FindingSaid } from "./FindingSaid";
import { FirstLook } from "./FirstLook";
import { ChoiceSaid } from "./ChoiceSaid";
import { Strip } from "./Strip";
import { useBenchHeight } from "./useBenchHeight";

/** One thing at a time: what was found, why, what would be right, and the decision. It has one height, drawn by
    the person, and the decision stands at one place: nothing moves from one slip to the next. */
export function Bench() {
  const { focus, choice, ui, act } = useDeskContext();
  const [height, setHeight] = useBenchHeight();
  const chosen = choice !== null && (focus.finding ?? focus.citation ?? focus.entry ?? focus.source) !== null;
  const { finding, entry } = focus;
  // The bench is about an entry where one is chosen itself, or has a slip in its form.
  const ofForm = finding !== null && finding.entry !== null && ["entry", "integrity"].includes(finding.family);
  const shown = choice?.kind === "entry" || ofForm ? entry : null;
  return (
    <section className="bench" aria-label="Bench" style={{ height }}>
      <BenchHandle height={height} onHeight={setHeight} />
      {chosen ? (
        <div key={finding?.key ?? `${choice.kind}-${choice.id}`} className="bench-said">
          <div aria-live="polite">{finding ? <FindingSaid finding={finding} /> : <ChoiceSaid />}</div>
          {ui.mode === "look" && !shown && <Strip />}
          {ui.mode === "look" && shown && <EntryShown entry={shown} />}
        </div>
      ) : (
        <FirstLook />
      )}
      <BenchActions />
      {chosen && (
        <IconButton size="small" className="bench-close" aria-label="Put away" onClick={() => act.choose(null, "bench")}>
          <Close fontSize="small" />
        </IconButton>
      )}
    </section>
  );
}
