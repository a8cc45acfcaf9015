import LinearProgress from "@mui/material/LinearProgress";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMemo, useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";

import "./shelf.css";

import type { Schemas } from "../../api/client";
import { useAssignment } from "../../api/assignment";
import { useGuides } from "../../api/guides";
import { useShelf } from "../../api/shelf";
import { ProblemNote } from "../../shared/ProblemNote";
import { TopBar } from "../../shared/TopBar";
import { WrittenForm } from "../../shared/WrittenForm";

type Kind = Schemas["ShelfKindSchema"];

const NEED: Record<string, string> = { needed: "needed", wanted: "where known", optional: "if there is one", omitted: "the guide goes without", without: "needed" };
const DRESS: Record<string, string> = { quotes: "“ ”", italics: "italics", plain: "plain", either: "plain or italics" };
const CASE: Record<string, string> = { headline: "Headline Capitals", sentence: "Sentence capitals", label: "small", kept: "" };

/** A guide by source kind: elements in order, and a worked example in every form. */
export function ShelfPage() {
  const params = useParams();
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const [words, setWords] = useState("");
  const guides = useGuides();
  const guideId = params["guideId"] ?? guides.data?.[0]?.id ?? "";
  const assignment = Number(search.get("assignment")) || undefined;
  const shelf = useShelf(guideId, assignment);
  const house = useAssignment(assignment);
  const kinds = useMemo(() => (shelf.data ?? []).filter((kind) => fits(kind, words)), [shelf.data, words]);
  const chosen = kinds.find((kind) => kind.kind === search.get("kind")) ?? kinds[0];
  const guide = guides.data?.find((g) => g.id === guideId);
  const choose = (kind: string) => setSearch({ kind, ...(assignment ? { assignment: String(assignment) } : {}) }, { replace: true });
  return (
    <>
      <TopBar about={{ guide: guideId, kind: chosen?.kind, assignment }}>
        <span>Guide shelf</span>
      </TopBar>
      <main className="panes shelf">
        <nav className="shelf-side" aria-label="Kinds of source">
          <TextField
            select
            size="small"
            label="Guide"
            value={guides.data ? guideId : ""}
            onChange={(e) => void navigate(`/guides/${e.target.value}${chosen ? `?kind=${chosen.kind}` : ""}`)}
          >
            {(guides.data ?? []).map((g) => (
              <MenuItem key={g.id} value={g.id} dense>
                {g.name}
              </MenuItem>
            ))}
          </TextField>
          <TextField size="small" label="Find a kind or an element" type="search" value={words} onChange={(e) => setWords(e.target.value)} />
          <ul>
            {kinds.map((kind) => (
              <li key={kind.kind}>
                <button type="button" aria-current={kind === chosen} onClick={() => choose(kind.kind)}>
                  {kind.label}
                </button>
              </li>
            ))}
          </ul>
          {shelf.data && kinds.length === 0 && <p>No kind of source has “{words}”.</p>}
        </nav>
        <section className="shelf-page" aria-live="polite">
          {shelf.isPending && <LinearProgress aria-label="Loading" />}
          {shelf.isError && <ProblemNote problem={shelf.error} retry={() => void shelf.refetch()} />}
          {chosen && <KindPage kind={chosen} manual={guide?.manual ?? ""} house={house.data?.house_rules ?? []} />}
        </section>
      </main>
    </>
  );
}

function fits(kind: Kind, words: string): boolean {
  const wanted = words.trim().toLowerCase();
  return wanted === "" || kind.label.includes(wanted) || kind.elements.some((e) => e.label.includes(wanted));
}

function KindPage({ kind, manual, house }: { kind: Kind; manual: string; house: readonly string[] }) {
  const { example } = kind;
  return (
    <article>
      <h1>{kind.label}</h1>
      <p className="shelf-why">
        {kind.why} <small>{manual}</small>
      </p>
      <h2>Elements, in their order</h2>
      <table>
        <thead>
          <tr>
            <th scope="col">element</th>
            <th scope="col">needed?</th>
            <th scope="col">set in</th>
            <th scope="col">capitals</th>
          </tr>
        </thead>
        <tbody>
          {kind.elements.map((element, index) => (
            <tr key={`${element.element}${index}`} className={element.house === "left out" || element.need === "omitted" ? "left-out" : element.need}>
              <th scope="row">{element.label}</th>
              <td>
                {NEED[element.need]}
                {element.unless.length > 0 && ` without ${element.unless.join(" or ")}`}
                {element.house && <small>{element.house === "asked" ? "the house asks for it" : "the house leaves it out"}</small>}
              </td>
              <td>{DRESS[element.dress] ?? element.dress}</td>
              <td>{CASE[element.case] ?? element.case}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h2>Worked example</h2>
      <WrittenForm written={example.entry} hanging instead={example.unlisted || undefined} />
      {[...example.in_text, ...example.notes].map((written) => (
        <WrittenForm key={written.label} written={written} />
      ))}
      {house.length > 0 && (
        <>
          <h2>What this assignment has otherwise</h2>
          <ul className="shelf-house">
            {house.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </ul>
        </>
      )}
    </article>
  );
}
