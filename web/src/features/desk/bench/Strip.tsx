import { useDeskContext } from "../DeskContext";
import type { DeskModel } from "../state/model";

/** What the paper has, what should stand there, and the entry that it is about, side by side. */
export function Strip() {
  const { model, focus } = useDeskContext();
  const { finding, citation, entry } = focus;
  const cells: { label: string; words: string; look?: string }[] = [];
  const whole = finding?.expected === null && (finding.found?.length ?? 0) > 60;
  if (finding?.found && !whole) cells.push({ label: "the paper has", words: visible(finding.found), look: "found" });
  if (finding && finding.expected !== null && finding.expected !== undefined) {
    cells.push({ label: "it should be", words: visible(finding.expected) || "nothing", look: "right" });
  }
  if (!finding && citation) cells.push({ label: "in the text", words: citation.text });
  const elements = entry ? entry.elements : [];
  return (
    <div className="strip">
      {cells.map((cell) => (
        <div key={cell.label} className={`cell ${cell.look ?? ""}`}>
          <span>{cell.label}</span>
          <q className="book">{shortened(cell.words)}</q>
        </div>
      ))}
      {entry && (
        <>
          <span className="strip-divider" aria-hidden />
          {elements.map((element, index) => (
            <div key={element.name + element.start} className={`cell element ${element.name}`}>
              <span>{index === 0 ? `entry ${entry.position}: ${element.name}` : element.name}</span>
              <q className="book">
                {isItalic(model, entry.paragraphs[0], element.start, element.end) ? <i>{element.text}</i> : element.text}
              </q>
            </div>
          ))}
        </>
      )}
    </div>
  );
}

function isItalic(model: DeskModel, paragraph: number | undefined, start: number, end: number): boolean {
  const emphasis = model.report.paragraphs[paragraph ?? -1]?.emphasis ?? [];
  return emphasis.some((e) => e.kind === "italic" && e.start <= start && end <= e.end);
}

function visible(text: string): string {
  if (text.trim() === "" && text !== "") return text.replaceAll("\n", "↵").replaceAll("\t", "→").replaceAll(" ", "␣");
  return text.replaceAll("\n", "↵").replaceAll("\t", "→");
}

function shortened(text: string): string {
  return text.length > 120 ? `${text.slice(0, 117)}…` : text;
}
