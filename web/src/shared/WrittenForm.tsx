import "./written.css";

import type { Schemas } from "../api/client";
import { CopyButtons } from "./CopyButtons";
import { Marked } from "./Marked";

interface Props {
  written: Schemas["WrittenSchema"];
  hanging?: boolean;
  /** Words to show while there is nothing to copy yet. */
  instead?: string;
}

/** Something that a guide writes of a source, by what it is, to be copied. */
export function WrittenForm({ written, hanging, instead }: Props) {
  return (
    <div className="written-form">
      <span>{written.label}</span>
      <p className={hanging ? "hanging" : undefined}>{instead ?? <Marked html={written.html} />}</p>
      {instead === undefined ? <CopyButtons html={written.html} what={written.label} /> : <span />}
    </div>
  );
}
