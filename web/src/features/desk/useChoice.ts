import { useCallback, useMemo, useState } from "react";
import { useSearchParams } from "react-router";

import type { Choice } from "./model";

const KINDS = ["finding", "citation", "entry", "source"] as const;

/** What is chosen lives in the address, so that it can be shared and found again. */
export function useChoice() {
  const [search, setSearch] = useSearchParams();
  const [place, setPlace] = useState(0);
  const [origin, setOrigin] = useState<Origin>("address");
  const text = KINDS.map((kind) => [kind, search.get(kind)] as const).find(([, id]) => id !== null);
  const kind = text?.[0];
  const id = text?.[1];
  const choice = useMemo<Choice | null>(() => (kind && id ? { kind, id } : null), [kind, id]);
  const round = search.get("round");
  const choose = useCallback(
    (next: Choice | null, from: Origin, at = 0) => {
      setPlace(at);
      setOrigin(from);
      setSearch(
        (old) => {
          const params = new URLSearchParams(old);
          for (const k of KINDS) params.delete(k);
          if (next) params.set(next.kind, next.id);
          return params;
        },
        { replace: true },
      );
    },
    [setSearch],
  );
  const setRound = useCallback(
    (next: string | null) =>
      setSearch((old) => {
        const params = new URLSearchParams(old);
        for (const k of KINDS) params.delete(k);
        if (next) params.set("round", next);
        else params.delete("round");
        return params;
      }),
    [setSearch],
  );
  return { choice, place, setPlace, origin, round, choose, setRound };
}

/** Where a choice was made: what is chosen comes level in the other pane, not in this one. */
export type Origin = "galley" | "ledger" | "bench" | "address";
