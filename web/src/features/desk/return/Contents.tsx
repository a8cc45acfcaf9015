import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";

import type { Schemas } from "../../../api/client";
import { useDeskContext } from "../DeskContext";
import { capital, times } from "../state/firstLook";
import { goingBack, type Going } from "../state/going";
import { mattersOf, type Matter } from "../state/matters";
import { ROUNDS } from "../state/model";
import { SmallPages } from "./SmallPages";

interface Props {
  without: Schemas["WithoutEnum"][];
  onLeave: (without: Schemas["WithoutEnum"][]) => void;
}

/** What goes into the letter, round by round: kept, waived, and what is still to decide. */
export function Contents({ without, onLeave }: Props) {
  const { data, model, decisions, ui, act, deciding } = useDeskContext();
  const undo = data.desk.data?.undo ?? null;
  const matters = mattersOf(model.report.findings, model.groups, ui.opened);
  const going = goingBack(matters, ROUNDS, decisions);
  const open = going.flatMap((g) => g.open);
  const toggle = (round: Schemas["WithoutEnum"]) => onLeave(without.includes(round) ? without.filter((r) => r !== round) : [...without, round]);
  const isLeft = (id: string) => without.some((round) => round === id);
  return (
    <>
      <h2>What goes into the letter</h2>
      {undo && (
        <p className="return-quiet">
          Last: {undo}.{" "}
          <button type="button" className="return-link" disabled={deciding} aria-keyshortcuts="Z" onClick={() => data.undo.mutate()}>
            undo
          </button>
        </p>
      )}
      <p className="return-quiet">What was kept, in the order of the work. A habit is one remark.</p>
      {open.length > 0 && (
        <p className="return-open">
          {open.length === 1 ? "One matter is" : `${open.length} matters are`} still open and stay{open.length === 1 ? "s" : ""} out.{" "}
          <Button size="small" onClick={() => open[0] && act.pick(open[0].key)}>
            Look at {open.length === 1 ? "it" : "them"}
          </Button>
          <Button size="small" disabled={deciding} onClick={() => act.decide(open.flatMap((m) => m.findings.map((f) => f.key)), "kept")}>
            Keep {open.length === 1 ? "it" : "all"}
          </Button>
        </p>
      )}
      {going.map((part) => (
        <RoundPart key={part.round.id} part={part} left={isLeft(part.round.id)} onToggle={() => toggle(part.round.id as Schemas["WithoutEnum"])} />
      ))}
      <SmallPages going={going} without={without} />
      {going.length === 0 && <p className="return-quiet">Nothing was found: the letter says what is in order.</p>}
    </>
  );
}

function RoundPart({ part, left, onToggle }: { part: Going; left: boolean; onToggle: () => void }) {
  const { act } = useDeskContext();
  const row = (matter: Matter, state: string) => {
    const [first] = matter.findings;
    const often = matter.habit ? `habit, ${matter.findings.length} places` : first?.page ? `p. ${first.page}` : times(1);
    return (
      <li key={matter.key} className={`return-row ${state}${left ? " left" : ""}`}>
        <button type="button" onClick={() => act.pick(matter.key)}>
          <b>{capital(first?.label ?? matter.rule)}</b>
          <span>{state === "kept" ? often : state}</span>
        </button>
      </li>
    );
  };
  return (
    <section className="return-part" aria-label={part.round.title}>
      <FormControlLabel
        control={<Checkbox size="small" checked={!left} onChange={onToggle} sx={{ py: 0.25 }} />}
        label={part.round.title}
        slotProps={{ typography: { sx: { fontWeight: 700, fontSize: 13 } } }}
      />
      <ul>
        {part.kept.map((m) => row(m, "kept"))}
        {part.open.map((m) => row(m, "open"))}
        {part.waived.map((m) => row(m, "waived"))}
      </ul>
    </section>
  );
}
