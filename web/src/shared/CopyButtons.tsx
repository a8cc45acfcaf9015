import Button from "@mui/material/Button";
import { useState } from "react";

import { plainOf } from "./Marked";
import { useKeys } from "./useKeys";

/** Copies words with their italics, and nothing else: no shading, no face, no space before. */
async function copyRich(html: string): Promise<void> {
  const plain = plainOf(html);
  if (typeof ClipboardItem === "undefined" || !("write" in navigator.clipboard)) {
    await navigator.clipboard.writeText(plain);
    return;
  }
  const item = new ClipboardItem({
    "text/html": new Blob([html.trim()], { type: "text/html" }),
    "text/plain": new Blob([plain.trim()], { type: "text/plain" }),
  });
  await navigator.clipboard.write([item]);
}

interface Props {
  html: string;
  what: string;
  hint?: string;
}

/** Copy with italics (by the key `hint` too, if it has one), or as plain text; says what it did. */
export function CopyButtons({ html, what, hint }: Props) {
  const [said, setSaid] = useState("");
  const copy = (kind: "rich" | "plain") => {
    const done = kind === "rich" ? copyRich(html) : navigator.clipboard.writeText(plainOf(html).trim());
    done.then(
      () => setSaid(kind === "rich" ? "Copied with italics" : "Copied as plain text"),
      () => setSaid("The browser did not let it be copied; select the words instead"),
    );
  };
  useKeys(hint ? { [hint.toLowerCase()]: () => copy("rich") } : {});
  return (
    <span className="copy-buttons">
      <Button size="small" variant="outlined" onClick={() => copy("rich")} aria-label={`Copy ${what} with italics`} aria-keyshortcuts={hint}>
        Copy{hint && <kbd>{hint}</kbd>}
      </Button>
      <Button size="small" onClick={() => copy("plain")} aria-label={`Copy ${what} as plain text`}>
        Plain
      </Button>
      <small role="status">{said}</small>
    </span>
  );
}
