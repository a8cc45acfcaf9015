import { Fragment } from "react";

const ENTITIES: Record<string, string> = { "&amp;": "&", "&lt;": "<", "&gt;": ">", "&quot;": '"' };

function decoded(text: string): string {
  return text.replaceAll(/&(?:amp|lt|gt|quot);/g, (entity) => ENTITIES[entity] ?? entity);
}

/** Words with their italics. Only `<i>` is known; everything else stands as it is written. */
export function Marked({ html }: { html: string }) {
  // Split at the tags, every second piece is in italics.
  return (
    <>
      {html.split(/<\/?i>/).map((piece, index) =>
        index % 2 === 1 ? <i key={index}>{decoded(piece)}</i> : <Fragment key={index}>{decoded(piece)}</Fragment>,
      )}
    </>
  );
}

/** The words without their italics. */
export function plainOf(html: string): string {
  return decoded(html.replaceAll(/<\/?i>/g, ""));
}
