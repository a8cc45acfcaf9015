import Button from "@mui/material/Button";
import { useMutation, useQuery } from "@tanstack/react-query";

import { answered, client } from "../../api/client";
import { saveAs } from "../../shared/saveAs";
import { CopyButtons } from "../../shared/CopyButtons";
import { Marked } from "../../shared/Marked";
import { ProblemNote } from "../../shared/ProblemNote";
import { htmlOf, type Source } from "./sources";

const FILES = [
  ["list-docx", ".docx"],
  ["list-odt", ".odt"],
  ["list", ".html"],
] as const;
const DATA = [
  ["bibtex", "BibTeX", "list.bib"],
  ["ris", "RIS", "list.ris"],
  ["csl", "CSL-JSON", "list.json"],
] as const;

interface Props {
  sources: Source[];
  guide: string;
  assignment: number | undefined;
  chosen: number | null;
  onChoose: (source: Source) => void;
  onRemove: (id: number) => void;
  onClear: () => void;
  undo: (() => void) | null;
}

/** The whole list, in the guide's order, to be copied or taken away. */
export function SourceList({ sources, guide, assignment, chosen, onChoose, onRemove, onClear, undo }: Props) {
  const body = { guide, ...(assignment ? { assignment } : {}), items: sources.map((s) => s.item) };
  const list = useQuery({
    queryKey: ["composed-list", body],
    queryFn: () => answered(client.POST("/api/sources/list", { body })),
    enabled: guide !== "" && sources.length > 0,
    placeholderData: (old) => old,
    retry: false,
  });
  const file = useMutation({
    mutationFn: async (form: (typeof FILES)[number][0]) => {
      const made = await answered(client.POST("/api/sources/list/file", { body: { ...body, form }, parseAs: "blob" }));
      saveAs(made, `list${FILES.find(([f]) => f === form)?.[1] ?? ""}`);
    },
  });
  const data = useMutation({
    mutationFn: async ([format, , name]: (typeof DATA)[number]) => {
      const made = await answered(client.POST("/api/sources/write", { body: { format, items: body.items } }));
      saveAs(new Blob([made.text], { type: "text/plain" }), name);
    },
  });
  const shown = sources.length > 0 ? list.data : undefined;
  const problem = list.error ?? file.error ?? data.error;
  const row = (of: number, words: React.ReactNode) => {
    const source = sources[of];
    if (!source) return null;
    return (
      <li key={source.id} className={source.id === chosen ? "on" : undefined}>
        <button type="button" className="compose-listed" onClick={() => onChoose(source)} aria-pressed={source.id === chosen}>
          {words}
        </button>
        <button type="button" className="plain-button" aria-label="Take out of the list" onClick={() => onRemove(source.id)}>
          out
        </button>
      </li>
    );
  };
  return (
    <aside className="compose-list" aria-label="The list">
      <h2>
        {shown?.heading ?? "The list"} <span>{sources.length === 0 ? "nothing in it yet" : sources.length === 1 ? "1 source" : `${sources.length} sources`}</span>
      </h2>
      {problem && <ProblemNote problem={problem} />}
      {sources.length === 0 && <p className="compose-quiet">Put sources into it one by one, or bring them from a file or a paper. They are put in the guide’s order.</p>}
      {shown && (
        <>
          <ol>
            {shown.entries.map((entry) =>
              row(
                entry.of,
                <span className="book">
                  <Marked html={entry.html} />
                  {entry.gaps.length > 0 && <small> missing: {entry.gaps.map((g) => g.label).join(", ")}</small>}
                </span>,
              ),
            )}
            {shown.unlisted.map(({ of, why }) => row(of, <small>{why}</small>))}
          </ol>
          <p className="compose-take">
            <CopyButtons html={htmlOf(shown.heading, shown.entries)} what="the whole list" />
          </p>
          <p className="compose-take">
            {FILES.map(([form, label]) => (
              <Button key={form} size="small" disabled={file.isPending} onClick={() => file.mutate(form)}>
                {label}
              </Button>
            ))}
            {DATA.map((format) => (
              <Button key={format[0]} size="small" disabled={data.isPending} onClick={() => data.mutate(format)}>
                {format[1]}
              </Button>
            ))}
          </p>
        </>
      )}
      <p className="compose-take">
        {sources.length > 0 && (
          <Button size="small" onClick={onClear}>
            Empty the list
          </Button>
        )}
        {undo && (
          <Button size="small" onClick={undo}>
            Undo
          </Button>
        )}
      </p>
    </aside>
  );
}
