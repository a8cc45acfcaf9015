import type { Entry } from "../../../api/client";
import { useDeskContext } from "../DeskContext";
import { EntryView } from "./EntryView";

/** The entry that the bench is about. */
export function EntryShown({ entry }: { entry: Entry }) {
  const { paper, model, data, deciding, hands } = useDeskContext();
  return (
    <EntryView
      key={entry.key}
      entry={entry}
      guide={model.report.guide.id}
      assignment={paper.assignment}
      paper={paper.id}
      busy={deciding}
      borders={hands.get(entry.key)?.borders ?? []}
      onSet={(kind, borders) => data.setEntry.mutate({ entry: entry.key, kind, borders })}
    />
  );
}
