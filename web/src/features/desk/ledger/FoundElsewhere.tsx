import { useDeferredValue, useMemo } from "react";

import { useDeskContext } from "../DeskContext";
import { capital } from "../state/firstLook";
import { found } from "../state/find";

/** Where the words looked for stand besides the list: in the text and its notes, and in what was found. */
export function FoundElsewhere({ sought }: { sought: string }) {
  const { model, dispatch, act } = useDeskContext();
  const words = useDeferredValue(sought);
  const { texts, findings, more } = useMemo(() => found(model.report, words), [model.report, words]);
  if (texts.length + findings.length === 0) return null;
  return (
    <ul className="found-elsewhere" aria-label="Found in the paper">
      {texts.map((place, index) => (
        <li key={`${place.paragraph}-${index}`}>
          <button type="button" onClick={() => dispatch({ type: "go", paragraph: place.paragraph })}>
            <small>{place.page === null ? "text" : `p. ${place.page}`}</small>
            <span>
              …{place.before}
              <b>{place.words}</b>
              {place.after}…
            </span>
          </button>
        </li>
      ))}
      {findings.map((finding) => (
        <li key={finding.key}>
          <button type="button" onClick={() => act.pick(finding.key)}>
            <small>slip</small>
            <span>
              <b>{capital(finding.label)}</b> {finding.message}
            </span>
          </button>
        </li>
      ))}
      {more > 0 && <li className="found-more">and {more} more {more === 1 ? "place" : "places"}</li>}
    </ul>
  );
}
