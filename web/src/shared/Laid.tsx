import "./laid.css";

import type { ReactNode } from "react";

interface Props {
  name: string;
  /** How the element stands, as a look, a sign and in words. */
  state?: string;
  sign?: string;
  words?: string;
  children: ReactNode;
}

/** One element laid over the pattern: its name, and what stands in its place over what should. */
export function LaidCell({ name, state = "", sign, words, children }: Props) {
  return (
    <li className={`laid-cell ${state}`} title={words ? `${name}: ${words}` : undefined}>
      <span className="laid-name">
        {sign && <b aria-label={words}>{sign}</b>} {name}
      </span>
      {children}
    </li>
  );
}
