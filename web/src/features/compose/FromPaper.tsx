import { useEffect, useRef } from "react";

import type { Entry } from "../../api/client";
import { usePaper } from "../../api/paper";
import type { Item } from "./fields";

interface Props {
  paper: number;
  /** The entry that is to be laid open at once. */
  entry: string | null;
  onTake: (item: Item) => void;
  onTakeAll: (items: Item[]) => void;
}

/** What was found in a paper, to be composed anew: one source of it, or its whole list. */
export function FromPaper({ paper, entry, onTake, onTakeAll }: Props) {
  const { paper: info, report } = usePaper(paper);
  const entries = report.data?.entries ?? [];
  const wanted = entries.find((e) => e.id === entry);
  const taken = useRef(false);
  useEffect(() => {
    if (wanted && !taken.current) {
      taken.current = true;
      onTake(itemOf(wanted));
    }
  }, [wanted, onTake]);
  if (entries.length === 0) return null;
  return (
    <p className="compose-quiet">
      From the paper of {info.data?.writer || info.data?.file_name}:{" "}
      <select
        aria-label="A source of the paper"
        value=""
        onChange={(event) => {
          const found = entries.find((e) => e.id === event.target.value);
          if (found) onTake(itemOf(found));
        }}
      >
        <option value="">one of its sources …</option>
        {entries.map((e) => (
          <option key={e.id} value={e.id}>
            {e.position}. {e.text.slice(0, 60)}
          </option>
        ))}
      </select>{" "}
      <button type="button" className="plain-button" onClick={() => onTakeAll(entries.map(itemOf))}>
        put its whole list in
      </button>
    </p>
  );
}

/** An entry's fields with the kind that it was told to be. */
function itemOf(entry: Entry): Item {
  const fields: Item = entry.fields ?? {};
  return entry.kind === "unknown" ? fields : { ...fields, custom: { ...((fields.custom ?? {}) as Item), kind: entry.kind } };
}
