import { useDeskContext } from "../DeskContext";
import { doubt, times } from "../state/firstLook";
import { JoinChooser } from "./JoinChooser";

const FORM: Record<string, string> = { parenthetical: "in parentheses", narrative: "in the sentence", note: "in a note" };

/** A citation, entry or source chosen that has no slip of its own. */
export function ChoiceSaid() {
  const { focus, choice, place, model, ui } = useDeskContext();
  const { citation, entry, source } = focus;
  if (choice?.kind === "citation" && citation) {
    return (
      <>
        <h2 className="bench-title">
          {citation.text}
          <small>
            {[`p. ${citation.page}`, FORM[citation.form] ?? citation.form, citation.by_hand ? "joined by hand" : doubt(citation.score)]
              .filter(Boolean)
              .join(" · ")}
          </small>
        </h2>
        <p className="bench-message">
          {entry ? `Leads to entry ${entry.position}: ${citation.reason}.` : `Leads nowhere: ${citation.reason}.`}
        </p>
        {ui.mode === "join" && <JoinChooser />}
      </>
    );
  }
  const cited = entry?.cited_by.length ?? 0;
  return (
    <>
      <h2 className="bench-title">
        {entry?.label ?? source?.label}
        <small>{entry && `entry ${entry.position}${cited > 0 ? ` · cited ${times(cited)}` : ""}`}</small>
      </h2>
      <p className="bench-message">
        {entry &&
          (cited > 0
            ? `Shown: ${model.citations.get(focus.citation?.id ?? "")?.text ?? ""}, place ${(place % cited) + 1} of ${cited}.`
            : "Nothing in the paper cites it.")}
      </p>
      {ui.mode === "join" && <JoinChooser />}
    </>
  );
}
