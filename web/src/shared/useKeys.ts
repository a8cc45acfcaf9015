import { useEffect, useLayoutEffect, useRef } from "react";

export type KeyMap = Record<string, (event: KeyboardEvent) => void>;

/** Single keys for the whole view. They rest while a field is typed in or a dialog is open. */
export function useKeys(keys: KeyMap) {
  const current = useRef(keys);
  // Before anything is painted: a key pressed on what is seen must act on what is seen.
  useLayoutEffect(() => {
    current.current = keys;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      const target = event.target as HTMLElement | null;
      if (target?.closest("input, textarea, select, [contenteditable=true], [role=dialog], [role=listbox]")) return;
      const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
      const action = current.current[key];
      if (!action) return;
      event.preventDefault();
      action(event);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}
