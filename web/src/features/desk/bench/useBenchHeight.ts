import { useState } from "react";

const KEY = "grelt-bench-height";
const USUAL = 184;
export const LEAST = 132;
export const MOST = 520;

/** The height of the bench, in pixels, as the person drew it; it is the same for every paper. */
export function useBenchHeight(): [number, (height: number) => void] {
  const [height, setHeight] = useState(() => bounded(Number(localStorage.getItem(KEY) ?? USUAL)));
  const draw = (next: number) => {
    const kept = bounded(next);
    setHeight(kept);
    localStorage.setItem(KEY, String(kept));
  };
  return [height, draw];
}

function bounded(height: number): number {
  if (!Number.isFinite(height)) return USUAL;
  return Math.round(Math.min(Math.max(height, LEAST), Math.min(MOST, window.innerHeight * 0.6)));
}
