import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { useSearchParams } from "react-router";

import "./compose.css";

import { answered, client, type Schemas } from "../../api/client";
import { useGuides } from "../../api/guides";
import { useShelf } from "../../api/shelf";
import { Marked } from "../../shared/Marked";
import { ProblemNote } from "../../shared/ProblemNote";
import { TopBar } from "../../shared/TopBar";
import { WrittenForm } from "../../shared/WrittenForm";
import { FileText } from "./FileText";
import { fieldOf, typedOf, type Item } from "./fields";
import { TypedField } from "./TypedField";


/** From a kind and its elements to the entry, the citations in the text and the notes. */
export function ComposePage() {
  const [search, setSearch] = useSearchParams();
  const guides = useGuides();
  const guide = search.get("guide") ?? guides.data?.[0]?.id ?? "";
  const kind = search.get("kind") ?? "journal-article";
  const [item, setItem] = useState<Item>({});
  const [locator, setLocator] = useState("");
  const [asked, setAsked] = useState("");
  const assignment = Number(search.get("assignment")) || undefined;
  const shelf = useShelf(guide, assignment);
  const at = (place: { guide: string; kind: string }) =>
    setSearch({ ...place, ...(assignment ? { assignment: String(assignment) } : {}) }, { replace: true });
  const mine = shelf.data?.find((k) => k.kind === kind);
  const body = useDeferredValue({ guide, kind, ...(assignment ? { assignment } : {}), item: { type: mine?.fields.type ?? "book", ...item }, locator });
  const composed = useQuery({
    queryKey: ["composed", body],
    queryFn: () => answered(client.POST("/api/sources/compose", { body })),
    enabled: mine !== undefined,
    placeholderData: (old) => old,
    retry: false,
  });
  const record = useMutation({
    mutationFn: (id: string) => answered(client.GET("/api/sources/record", { params: { query: { id } } })),
    onSuccess: (found) => found.item && take(found.item),
  });
  const take = (found: Item) => {
    setItem(found);
    const known = kindOf(found, shelf.data ?? []);
    if (known) at({ guide, kind: known });
  };
  const elements = [...new Set((mine?.elements ?? []).map((e) => e.element))].filter((e) => e !== "day");
  const needOf = new Map(mine?.elements.map((e) => [e.element, e]));
  return (
    <>
      <TopBar about={{ guide, kind, assignment }}>
        <span>Compose</span>
      </TopBar>
      <main className="panes compose">
        <form className="compose-form" onSubmit={(e) => e.preventDefault()}>
          <div className="compose-row">
            <TextField select size="small" label="Guide" value={guides.data ? guide : ""} onChange={(e) => at({ guide: e.target.value, kind })}>
              {(guides.data ?? []).map((g) => (
                <MenuItem key={g.id} value={g.id} dense>
                  {g.name}
                </MenuItem>
              ))}
            </TextField>
            <TextField select size="small" label="Kind of source" value={shelf.data ? kind : ""} onChange={(e) => at({ guide, kind: e.target.value })}>
              {(shelf.data ?? []).map((k) => (
                <MenuItem key={k.kind} value={k.kind} dense>
                  {k.label}
                </MenuItem>
              ))}
            </TextField>
          </div>
          <div className="compose-row">
            <TextField size="small" label="Look up a DOI or an address" value={asked} onChange={(e) => setAsked(e.target.value)} />
            <Button variant="outlined" disabled={asked.trim() === "" || record.isPending} onClick={() => record.mutate(asked)}>
              {record.isPending ? "Looking…" : "Look up"}
            </Button>
          </div>
          <div className="compose-row">
            <Button onClick={() => mine && setItem(mine.fields)}>Worked example</Button>
            <Button onClick={() => setItem({})}>Clear</Button>
          </div>
          {record.data?.problem && <Alert severity="info">{record.data.problem}</Alert>}
          {record.isError && <ProblemNote problem={record.error} />}
          {elements.map((element) => (
            <TypedField
              key={element}
              field={fieldOf(element)}
              label={`${needOf.get(element)?.label ?? element}${needOf.get(element)?.need === "needed" ? " · needed" : ""}`}
              item={item}
              shown={mine ? typedOf(mine.fields, fieldOf(element)) : ""}
              onChange={setItem}
            />
          ))}
        </form>
        <section className="compose-out" aria-label="As the guide writes it" aria-live="polite">
          {composed.isError && <ProblemNote problem={composed.error} />}
          {mine && elements.every((e) => typedOf(body.item, fieldOf(e)) === "") ? (
            <Example composed={mine.example} />
          ) : (
            composed.data && <Out composed={composed.data} />
          )}
          <TextField size="small" label="Page that is cited" value={locator} onChange={(e) => setLocator(e.target.value)} sx={{ width: 180 }} />
          <FileText item={body.item} onTake={take} />
        </section>
      </main>
    </>
  );
}

/** Nothing is typed yet: the worked example in its place, pale. */
function Example({ composed }: { composed: Schemas["ComposedSchema"] }) {
  return (
    <div className="compose-pale">
      <p>So it will look; type what you know of the source, or look it up.</p>
      {[composed.entry, ...composed.in_text, ...composed.notes].map((written, index) => (
        <p key={written.label}>
          <small>{written.label}</small>
          <span className="book">{(index === 0 && composed.unlisted) || <Marked html={written.html} />}</span>
        </p>
      ))}
    </div>
  );
}

function Out({ composed }: { composed: Schemas["ComposedSchema"] }) {
  return (
    <>
      {[composed.entry, ...composed.in_text, ...composed.notes].map((written, index) => (
        <WrittenForm
          key={written.label}
          written={written}
          hanging={index === 0}
          instead={(index === 0 && composed.unlisted) || undefined}
        />
      ))}
      {composed.gaps.length > 0 && (
        <p className="compose-gaps">
          Still missing: {composed.gaps.map((gap) => gap.label).join(", ")}. A gap stays in brackets; nothing is made up.
        </p>
      )}
      {composed.left_out.length > 0 && (
        <p className="compose-left-out">This guide leaves out: {composed.left_out.map((e) => e.label).join(", ")}.</p>
      )}
    </>
  );
}

function kindOf(item: Item, kinds: Schemas["ShelfKindSchema"][]): string | undefined {
  const own = (item.custom as Item | undefined)?.kind;
  return (kinds.find((k) => k.kind === own) ?? kinds.find((k) => k.fields.type === item.type))?.kind;
}
