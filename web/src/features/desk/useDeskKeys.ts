import { useKeys } from "../../shared/useKeys";
import { useDeskContext } from "./DeskContext";
import { RETURN } from "./state/model";

/** The keys of the desk; `reckoning/KeyHelp.tsx` shows them. */
export function useDeskKeys() {
  const { model, data, ui, dispatch, focus, matter, rounds, act } = useDeskContext();
  useKeys({
    ".": () => act.step(1),
    ",": () => act.step(-1),
    k: () => act.decideAndGoOn("kept"),
    w: () => act.decideAndGoOn("waived"),
    h: (event) => act.decideAlike(event.shiftKey ? "waived" : "kept"),
    o: () => matter && dispatch({ type: "open", rule: matter.rule }),
    j: () => focus.citation && dispatch({ type: "mode", mode: "join" }),
    r: () => focus.finding && dispatch({ type: "mode", mode: "remark" }),
    t: () => {
      // What is chosen, or what stands first in view.
      const chosen = focus.paragraph ?? focus.citation?.paragraph;
      const shown = [...document.querySelectorAll<HTMLElement>(".galley [data-paragraph]")];
      const element =
        shown.find((e) => Number(e.dataset["paragraph"]) === chosen) ?? shown.find((e) => e.getBoundingClientRect().bottom > 130);
      const paragraph = element && model.report.paragraphs[Number(element.dataset["paragraph"])];
      if (paragraph?.key) dispatch({ type: "mean", paragraph: paragraph.index });
    },
    z: () => data.desk.data?.undo && data.undo.mutate(),
    n: () => act.nextPlace(1),
    p: () => act.nextPlace(-1),
    "?": () => dispatch({ type: "help", on: true }),
    Escape: () => (ui.mode === "look" ? act.choose(null, "bench") : dispatch({ type: "mode", mode: "look" })),
    ...Object.fromEntries([...rounds.map((r) => r.id), RETURN].map((id, i) => [String(i + 1), () => act.setRound(id)])),
    "0": () => act.setRound(null),
  });
}
