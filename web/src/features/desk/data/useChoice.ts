import { useCallback, useEffect, useRef, useState } from "react";
import { useSearchParams } from "react-router";

import type { Choice } from "../state/model";

const KINDS = ["finding", "citation", "entry", "source"] as const;

/** Where a choice was made: what is chosen comes level in the other pane, not in this one. */
export type Origin = "galley" | "ledger" | "bench" | "address";

interface Chosen {
  choice: Choice | null;
  round: string | null;
  place: number;
  origin: Origin;
}

function read(search: URLSearchParams): Chosen {
  const kind = KINDS.find((k) => search.get(k) !== null);
  const choice = kind ? { kind, id: search.get(kind) ?? "" } : null;
  return { choice, round: search.get("round"), place: 0, origin: "address" };
}

function written({ choice, round }: Pick<Chosen, "choice" | "round">): Record<string, string> {
  return { ...(round ? { round } : {}), ...(choice ? { [choice.kind]: choice.id } : {}) };
}

/** What is chosen lives in the address, so that it can be shared and found again. It is held
 *  here too, since keys may come faster than addresses change. */
export function useChoice() {
  const [search, setSearch] = useSearchParams();
  const [chosen, setChosen] = useState(() => read(search));
  const address = search.toString();
  const own = useRef(address);
  useEffect(() => {
    // Back, forward, or a link: the address leads.
    if (address !== own.current) {
      own.current = address;
      setChosen(read(new URLSearchParams(address)));
    }
  }, [address]);
  const write = useCallback(
    (next: Chosen, replace: boolean) => {
      setChosen(next);
      own.current = new URLSearchParams(written(next)).toString();
      setSearch(written(next), { replace });
    },
    [setSearch],
  );
  const { round } = chosen;
  const choose = useCallback(
    (choice: Choice | null, origin: Origin, place = 0) => write({ choice, round, place, origin }, true),
    [write, round],
  );
  const setRound = useCallback(
    (next: string | null) => write({ choice: null, round: next, place: 0, origin: "bench" }, false),
    [write],
  );
  const setPlace = useCallback((place: number) => setChosen((old) => ({ ...old, place, origin: "bench" })), []);
  return { ...chosen, setPlace, choose, setRound };
}
