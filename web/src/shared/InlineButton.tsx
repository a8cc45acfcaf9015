import type { HTMLAttributes } from "react";

interface Props extends HTMLAttributes<HTMLSpanElement> {
  press: () => void;
}

/** A button that flows with the words around it: a real one is a box, and lines may break before it. */
export function InlineButton({ press, ...rest }: Props) {
  return (
    <span
      role="button"
      tabIndex={0}
      {...rest}
      onClick={press}
      onKeyDown={(event) => {
        if (event.key === "Enter" || event.key === " ") {
          event.preventDefault();
          press();
        }
      }}
    />
  );
}
