import { useState } from "react";

import type { Schemas } from "../../api/client";
import { LaidCell } from "../../shared/Laid";
import { fieldOf, typedOf, type Item } from "./fields";
import { openElements } from "./sources";
import { TypedField } from "./TypedField";

interface Props {
  kind: Schemas["ShelfKindSchema"];
  item: Item;
  /** The elements as the guide writes them of what is typed so far. */
  laid: Schemas["LaidSchema"][];
  onChange: (item: Item) => void;
}

/** The source laid over the pattern of its kind: what is typed, and below it how the guide writes it; where
 *  nothing is typed yet, the worked example, pale. The same strip as an entry has at the bench. */
export function ComposeStrip({ kind, item, laid, onChange }: Props) {
  const [asked, setAsked] = useState<ReadonlySet<string>>(new Set());
  const elements = [...new Set(kind.elements.map((e) => e.element))].filter((e) => e !== "day");
  const of = new Map(kind.elements.map((e) => [e.element, e]));
  const needed = new Set(kind.elements.filter((e) => e.need === "needed").map((e) => e.element));
  const filled = (element: string) => typedOf(item, fieldOf(element)) !== "";
  const shown = (element: string) => typedOf(kind.fields, fieldOf(element)) !== "";
  const empty = !elements.some(filled);
  const open = new Set(openElements(elements, needed, shown, (e) => filled(e) || asked.has(e)));
  return (
    <>
      <ol className="laid compose-strip" aria-label="Elements of the source, over what the guide writes of them">
        {elements
          .filter((e) => open.has(e))
          .map((element) => {
            const need = needed.has(element);
            const missing = need && !empty && !filled(element);
            const piece = pieceOf(element, empty ? kind.example.laid : laid);
            const within = element === "issue" && (empty ? kind.example.laid : laid).some((p) => p.element === "numbering");
            const label = of.get(element)?.label ?? element;
            return (
              <LaidCell key={element} name={need ? `${label} · needed` : label} state={missing ? "missing" : ""} sign={missing ? "+" : ""} words={missing ? "missing" : ""}>
                <TypedField
                  field={fieldOf(element)}
                  label={need ? `${label} · needed` : label}
                  item={item}
                  shown={typedOf(kind.fields, fieldOf(element))}
                  onChange={onChange}
                />
                <span className={empty ? "book expected pale" : "book expected"}>
                  {piece ? piece.dress === "italics" ? <i>{piece.text}</i> : piece.text : filled(element) && !within ? "left out by the guide" : " "}
                </span>
              </LaidCell>
            );
          })}
      </ol>
      {elements.length > open.size && (
        <p className="compose-more">
          It may have, too:{" "}
          {elements
            .filter((e) => !open.has(e))
            .map((element) => (
              <button key={element} type="button" className="plain-button" onClick={() => setAsked(new Set([...asked, element]))}>
                {of.get(element)?.label ?? element}
              </button>
            ))}
        </p>
      )}
    </>
  );
}

/** How an element comes out; volume and issue are written as one. */
function pieceOf(element: string, laid: Schemas["LaidSchema"][]): Schemas["LaidSchema"] | undefined {
  return laid.find((p) => p.element === element) ?? (element === "volume" ? laid.find((p) => p.element === "numbering") : undefined);
}
