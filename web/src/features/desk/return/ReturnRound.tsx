import LinearProgress from "@mui/material/LinearProgress";

import { useState } from "react";

import "./return.css";

import type { Schemas } from "../../../api/client";
import { ProblemNote } from "../../../shared/ProblemNote";
import { useReturn } from "../data/useReturn";
import { useDeskContext } from "../DeskContext";
import { decidedSignature } from "../state/going";
import { Contents } from "./Contents";
import { LetterSheet } from "./LetterSheet";
import { TakeAway } from "./TakeAway";

/** The last round: the letter as it goes back, what goes into it, and what to take away. */
export function ReturnRound() {
  const { paper, data } = useDeskContext();
  const back = useReturn(paper.id, decidedSignature(data.desk.data));
  const returned = back.back.data;
  // What was just chosen shows at once; the letter follows.
  const [chosen, setChosen] = useState<Schemas["WithoutEnum"][] | null>(null);
  const without = chosen ?? ((returned?.without ?? []) as Schemas["WithoutEnum"][]);
  const leave = (next: Schemas["WithoutEnum"][]) => {
    setChosen(next);
    back.write.mutate({ words: returned?.words ?? "", without: next }, { onSettled: () => setChosen(null) });
  };
  return (
    <>
      <div className="return-panes">
        <section className="return-desk" aria-label="The letter" tabIndex={0}>
          {back.back.isError && <ProblemNote problem={back.back.error} retry={() => void back.back.refetch()} />}
          {!returned && !back.back.isError && <LinearProgress aria-label="Writing the letter" />}
          {returned && <LetterSheet key={paper.id} returned={returned} write={back.write} />}
        </section>
        <aside className="return-side" aria-label="What goes into the letter">
          <Contents without={without} onLeave={leave} />
        </aside>
      </div>
      {returned && <TakeAway returned={returned} back={back} />}
    </>
  );
}
