import { InlineButton } from "../../../shared/InlineButton";
import type { Note } from "../../../api/client";

const goTo = (paragraph: number) =>
  document.dispatchEvent(new CustomEvent("grelt:go-to-paragraph", { detail: paragraph }));

/** The number of a note, which leads back to its marker. */
export function NoteNumber({ note }: { note: Note }) {
  const leans = note.leaning.map((id) => id.slice(1));
  const said = leans.length ? `Without it ${leans.length === 1 ? "note" : "notes"} ${leans.join(", ")} would have to change.` : "";
  const marker = note.marker;
  const place = note.place === "endnote" ? "endnote" : "footnote";
  if (!marker) return <span className="note-number">{note.number}</span>;
  return (
    <button
      type="button"
      className="note-number"
      title={said}
      aria-label={`${place} ${note.number}, go to its marker`}
      onClick={() => goTo(marker.paragraph)}
    >
      {note.number}
    </button>
  );
}

/** The raised number in the text, which leads to the note. The joiner keeps it on the line of its word. */
export function NoteMarker({ note, on }: { note: Note; on: boolean }) {
  return (
    <>
      {"\u2060"}
      <InlineButton
        className={on ? "note-marker on" : "note-marker"}
        aria-label={`note ${note.number}`}
        press={() => note.paragraphs[0] !== undefined && goTo(note.paragraphs[0])}
      >
        {note.number}
      </InlineButton>
    </>
  );
}
