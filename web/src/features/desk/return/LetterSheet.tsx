import type { UseMutationResult } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";

import type { Schemas } from "../../../api/client";
import { InlineButton } from "../../../shared/InlineButton";
import { Marked } from "../../../shared/Marked";
import type { Returned } from "../data/useReturn";
import { useDeskContext } from "../DeskContext";
import { capital } from "../state/firstLook";

type Block = Schemas["BlockSchema"];
export type Write = UseMutationResult<Returned, Error, { words: string; without: Schemas["WithoutEnum"][] }>;

interface Props {
  returned: Returned;
  write: Write;
}

/** The letter, edited where it stands: the words for the whole, and the person's own words of each remark. */
export function LetterSheet({ returned, write }: Props) {
  const [words, setWords] = useState(returned.words);
  const [kept, setKept] = useState(returned.words);
  // Written elsewhere, or undone.
  if (kept !== returned.words) {
    setKept(returned.words);
    setWords(returned.words);
  }
  const without = returned.without as Schemas["WithoutEnum"][];
  const own = returned.words.split("\n").map((line) => line.trim()).filter(Boolean);
  const [title, whose, ...others] = returned.letter;
  const addressed = whose?.text.startsWith("For ") ? whose : undefined;
  const rest = addressed || !whose ? others : [whose, ...others];
  // What the person wrote stands in the field above, and need not be said twice.
  const blocks = rest.filter((block) => !(block.kind === "text" && own.includes(block.text)));
  const keep = () => {
    if (words !== returned.words) write.mutate({ words, without });
  };
  const nothing = !returned.letter.some((b) => b.kind === "remark");
  return (
    <article className="letter book">
      {title && <h2>{title.text}</h2>}
      {addressed && <p>{addressed.text}</p>}
      <textarea
        className="letter-words"
        value={words}
        rows={Math.max(2, words.split("\n").length)}
        maxLength={20_000}
        placeholder="A line for the whole …"
        aria-label="Your words for the whole"
        onChange={(event) => setWords(event.target.value)}
        onBlur={keep}
      />
      {write.error && <p role="alert">{write.error.message}</p>}
      {blocks.map((block, index) => (
        <LetterBlock key={`${block.key}-${index}`} block={block} />
      ))}
      {nothing && <p className="letter-nothing">Nothing is kept yet: what you keep at the bench (K) goes into the letter.</p>}
    </article>
  );
}

function LetterBlock({ block }: { block: Block }) {
  if (block.kind === "heading") return <h3>{block.text}</h3>;
  if (block.kind === "example")
    return (
      <p className="letter-example">
        <span>{block.label}</span> <Marked html={block.html} />
      </p>
    );
  if (block.kind === "remark") return <LetterRemark block={block} />;
  return (
    <p>
      <Marked html={block.html} />
    </p>
  );
}

/** A remark: pressed, the person's own words for it can be written. */
function LetterRemark({ block }: { block: Block }) {
  const { decisions, act, deciding } = useDeskContext();
  const [writing, setWriting] = useState(false);
  const decision = decisions.get(block.key);
  const [words, setWords] = useState(decision?.remark ?? "");
  const field = useRef<HTMLTextAreaElement>(null);
  useEffect(() => {
    if (writing) field.current?.focus();
  }, [writing]);
  const keep = () => {
    setWriting(false);
    if (words.trim() !== (decision?.remark ?? "")) act.decide([block.key], "kept", words.trim());
  };
  return (
    <div className="letter-remark">
      <p>
        <b>{capital(block.label)}</b>
        <Marked html={block.html} />
        <InlineButton className="letter-pen" press={() => setWriting(!writing)} aria-expanded={writing} aria-label={`Your words for: ${block.label}`}>
          your words
        </InlineButton>
        <InlineButton className="letter-pen" press={() => act.choose({ kind: "finding", id: block.key }, "bench")} aria-label={`Show in the paper: ${block.label}`}>
          show
        </InlineButton>
      </p>
      {writing && (
        <textarea
          ref={field}
          className="letter-words"
          rows={2}
          maxLength={4000}
          value={words}
          disabled={deciding}
          aria-label={`Your words for ${block.label}`}
          onChange={(event) => setWords(event.target.value)}
          onBlur={keep}
          onKeyDown={(event) => {
            if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) keep();
            if (event.key === "Escape") setWriting(false);
          }}
        />
      )}
    </div>
  );
}
