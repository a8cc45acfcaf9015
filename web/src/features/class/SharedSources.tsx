import { Marked } from "../../shared/Marked";
import type { Picture } from "./figures";

/** Sources that several papers list; those that are written in ways that differ can be opened. */
export function SharedSources({ picture }: { picture: Picture }) {
  const { sources, rows } = picture;
  if (sources.length === 0) return null;
  const writers = new Map(rows.map((row) => [row.paper, row.writer]));
  return (
    <section className="class-sources" aria-label="Sources that several papers list">
      <h2>Sources that several papers list</h2>
      {sources.map((source) => (
        <details key={source.label + source.forms[0]?.html}>
          <summary>
            <b>{source.label}</b> {source.papers} papers
            {source.forms.length > 1 && `, written in ${source.forms.length} ways`}
          </summary>
          <ul>
            {source.forms.map((form) => (
              <li key={form.html}>
                <span className="book">
                  <Marked html={form.html} />
                </span>
                <small>{form.papers.length > 3 ? `${form.papers.length} papers` : form.papers.map((p) => writers.get(p)).join(", ")}</small>
              </li>
            ))}
          </ul>
        </details>
      ))}
    </section>
  );
}
