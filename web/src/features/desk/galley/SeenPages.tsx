import { createContext, useCallback, useContext, useState, type Dispatch, type ReactNode, type SetStateAction } from "react";

/** The first and the last page in view. */
type Pages = readonly [number, number];

const Seen = createContext<Pages>([1, 1]);
const SetSeen = createContext<Dispatch<SetStateAction<Pages>>>(() => undefined);

/** Which pages are in view, apart from all else the desk knows: scrolling draws nothing new but the run of pages. */
export function SeenPages({ children }: { children: ReactNode }) {
  const [seen, setSeen] = useState<Pages>([1, 1]);
  return (
    <SetSeen value={setSeen}>
      <Seen value={seen}>{children}</Seen>
    </SetSeen>
  );
}

export function useSeenPages(): Pages {
  return useContext(Seen);
}

export function useSetSeenPages(): (first: number, last: number) => void {
  const set = useContext(SetSeen);
  return useCallback((first, last) => set((old) => (old[0] === first && old[1] === last ? old : [first, last])), [set]);
}
