import { useCallback, useState } from "react";

import { COMPOSED_LIST } from "../../shared/kept";
import { readSources, type Source } from "./sources";

/** The list that is being composed, kept in this browser until one signs out. A step back brings back the last one. */
export function useSources() {
  const [[sources, before], setBoth] = useState<[Source[], Source[] | null]>(() => [readSources(localStorage.getItem(COMPOSED_LIST)), null]);
  const change = useCallback((next: (old: Source[]) => Source[]) => {
    setBoth(([old]) => {
      const now = next(old);
      localStorage.setItem(COMPOSED_LIST, JSON.stringify(now));
      return [now, old];
    });
  }, []);
  const undo = before === null ? null : () => change(() => before);
  return { sources, change, undo };
}
