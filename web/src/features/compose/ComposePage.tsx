import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
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
import { ComposeStrip } from "./ComposeStrip";
import { FileText } from "./FileText";
import { FromPaper } from "./FromPaper";
import { fieldOf, typedOf, type Item } from "./fields";
import { SourceList } from "./SourceList";
import { kindIn, withChanged, withSource, type Source } from "./sources";
import { useSources } from "./useSources";

/** A source laid over the pattern of its kind, to the entry, the citations in the text and the notes; and the
 *  whole list that it goes into. */
export function ComposePage() {
  const [search, setSearch] = useSearchParams();
  const guides = useGuides();
  const guide = search.get("guide") ?? guides.data?.[0]?.id ?? "";
  const kind = search.get("kind") ?? "journal-article";
  const [item, setItem] = useState<Item>({});
  const [locator, setLocator] = useState("");
  const [asked, setAsked] = useState("");
  const [chosen, setChosen] = useState<number | null>(null);
  const { sources, change, undo } = useSources();
  const assignment = Number(search.get("assignment")) || undefined;
  const paper = Number(search.get("paper")) || undefined;
  const shelf = useShelf(guide, assignment);
  const at = (place: { guide: string; kind: string }) =>
    setSearch({ ...place, ...(assignment ? { assignment: String(assignment) } : {}), ...(paper ? { paper: String(paper) } : {}) }, { replace: true });
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
  const take = (found: Item, of: number | null = null) => {
    setItem(found);
    setChosen(of);
    const known = kindOf(found, shelf.data ?? []);
    if (known) at({ guide, kind: known });
  };
  const empty = !(mine?.elements ?? []).some((e) => typedOf(item, fieldOf(e.element)) !== "");
  const put = () => {
    const whole = { type: mine?.fields.type ?? "book", ...item };
    change((old) => (chosen === null ? withSource(old, whole, kind) : withChanged(old, chosen, whole, kind)));
    setItem({});
    setChosen(null);
  };
  return (
    <>
      <TopBar about={{ guide, kind, assignment }}>
        <Typography component="h1" noWrap sx={{ fontWeight: 700 }}>
          Compose
        </Typography>
      </TopBar>
      <main className="compose">
        <form className="compose-head" onSubmit={(e) => e.preventDefault()}>
          <TextField select size="small" label="Guide" value={guides.data ? guide : ""} onChange={(e) => at({ guide: e.target.value, kind })}>
            {(guides.data ?? []).map((g) => (
              <MenuItem key={g.id} value={g.id} dense>
                {g.name}
              </MenuItem>
            ))}
          </TextField>
          <TextField select size="small" label="Kind of source" value={mine ? kind : ""} onChange={(e) => at({ guide, kind: e.target.value })}>
            {(shelf.data ?? []).map((k) => (
              <MenuItem key={k.kind} value={k.kind} dense>
                {k.label}
              </MenuItem>
            ))}
          </TextField>
          <TextField size="small" label="Look up a DOI or an address" value={asked} onChange={(e) => setAsked(e.target.value)} />
          <Button variant="outlined" disabled={asked.trim() === "" || record.isPending} onClick={() => record.mutate(asked)}>
            {record.isPending ? "Looking…" : "Look up"}
          </Button>
          <Button onClick={() => mine && setItem(mine.fields)}>Worked example</Button>
          <Button
            onClick={() => {
              setItem({});
              setChosen(null);
            }}
          >
            Clear
          </Button>
        </form>
        <div className="compose-work">
          {record.data?.problem && <Alert severity="info">{record.data.problem}</Alert>}
          {record.isError && <ProblemNote problem={record.error} />}
          {paper !== undefined && (
            <FromPaper
              key={paper}
              paper={paper}
              entry={search.get("entry")}
              onTake={take}
              onTakeAll={(items) => change((old) => items.reduce((all, one) => withSource(all, one, kindIn(one) ?? kind), old))}
            />
          )}
          {mine && <ComposeStrip key={`${guide} ${kind}`} kind={mine} item={item} laid={composed.data?.laid ?? []} onChange={setItem} />}
          <section className="compose-out" aria-label="As the guide writes it" aria-live="polite">
            {composed.isError && <ProblemNote problem={composed.error} />}
            {mine && empty ? <Example composed={mine.example} /> : composed.data && <Out composed={composed.data} />}
          </section>
          <div className="compose-row">
            <Button variant="contained" disabled={empty || composed.isError} onClick={put}>
              {chosen === null ? "Put it into the list" : "Put it back into the list"}
            </Button>
            <TextField size="small" label="Page that is cited" value={locator} onChange={(e) => setLocator(e.target.value)} sx={{ width: 180 }} />
          </div>
          <FileText
            item={body.item}
            onTake={take}
            onTakeAll={(items) => change((old) => items.reduce((all, one) => withSource(all, one, kindOf(one, shelf.data ?? []) ?? kind), old))}
          />
        </div>
        <SourceList
          sources={sources}
          guide={guide}
          assignment={assignment}
          chosen={chosen}
          onChoose={(source: Source) => take(source.item, source.id)}
          onRemove={(id) => change((old) => old.filter((s) => s.id !== id))}
          onClear={() => change(() => [])}
          undo={undo}
        />
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
  const own = kindIn(item);
  return (kinds.find((k) => k.kind === own) ?? kinds.find((k) => k.fields.type === item.type))?.kind;
}
