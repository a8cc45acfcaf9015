import type { Schemas } from "../../api/client";

type Lesson = Schemas["LessonSchema"];

/** The slips worth teaching, each with its figures, examples of the papers and the guide's worked form. */
export function Lessons({ lessons, large = false }: { lessons: Lesson[]; large?: boolean }) {
  return (
    <ol className="lessons">
      {lessons.map((lesson) => (
        <li key={lesson.rule}>
          <div className="lesson-head">
            <b>{lesson.label.slice(0, 1).toUpperCase() + lesson.label.slice(1)}</b>
            <small>
              {lesson.writers} writers · {lesson.broken} of {lesson.chances}
              {lesson.habits > 1 && `, a habit of ${lesson.habits}`}
            </small>
          </div>
          {large && <p>{lesson.why}</p>}
          {lesson.examples.map((example) => (
            <p key={example.paper} className="lesson-example book" title={large ? undefined : example.writer}>
              {example.words.trim() ? (
                <>
                  {example.lead}
                  <mark>{example.words}</mark>
                  {example.rest}
                  {example.expected !== null && (
                    <>
                      {" "}
                      <span aria-label="it should be">→</span> <span className="right">{example.expected.trim() || "(left out)"}</span>
                    </>
                  )}
                </>
              ) : (
                example.message
              )}
            </p>
          ))}
          {large && lesson.worked && (
            <p className="lesson-worked">
              <small>{lesson.worked.label}</small>
              <span className="book">
                {lesson.worked.paragraphs.map((runs, index) => (
                  <span key={index}>{(runs as [string, boolean][]).map(([words, italic], at) => (italic ? <i key={at}>{words}</i> : words))}</span>
                ))}
              </span>
            </p>
          )}
        </li>
      ))}
    </ol>
  );
}
