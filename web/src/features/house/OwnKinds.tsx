import Button from "@mui/material/Button";
import { useState } from "react";

import { Marked } from "../../shared/Marked";
import { OwnKindEditor } from "./OwnKindEditor";
import { fits } from "./sentence";
import { withKind, withoutKind, type OwnKind, type Tables } from "./tables";
import { useTriedKind, type HouseTable } from "./useHouse";

interface Props {
  table: HouseTable;
  noted: boolean;
  house: Tables;
  course: Tables;
  words: string;
  onSet: (house: Tables) => void;
}

/** Kinds of source of the house's own, and one being made or changed. */
export function OwnKinds({ table, noted, house, course, words, onSet }: Props) {
  const [edited, setEdited] = useState<{ kind: OwnKind; old: string | null } | null>(null);
  const own = house.kind ?? [];
  const inherited = (course.kind ?? []).filter((k) => !own.some((mine) => mine.name === k.name));
  const shown = [...own, ...inherited].filter((k) => fits(words, k.name, k.entry, "kinds of source of your own"));
  if (words && shown.length === 0 && !edited) return null;
  return (
    <section className="house-group" aria-labelledby="house-kinds-title">
      <h2 id="house-kinds-title">Kinds of source of your own</h2>
      {shown.length === 0 && !edited && (
        <p className="house-quiet">
          A class handout, a reader of the course, a report from one database: show one as it should stand, and it is known,
          checked and composed like any other kind.
        </p>
      )}
      <ul className="house-kinds">
        {shown.map((kind) => (
          <Shown
            key={kind.name}
            kind={kind}
            guide={table.guide}
            inherited={inherited.includes(kind)}
            onEdit={() => setEdited({ kind, old: own.includes(kind) ? kind.name : null })}
            onDrop={() => onSet(withoutKind(house, kind.name))}
          />
        ))}
      </ul>
      {edited ? (
        <OwnKindEditor
          table={table}
          noted={noted}
          kind={edited.kind}
          taken={own.map((k) => k.name).filter((name) => name !== edited.old)}
          onTake={(kind) => {
            onSet(withKind(house, kind, edited.old));
            setEdited(null);
          }}
          onLeave={() => setEdited(null)}
        />
      ) : (
        <button
          type="button"
          className="house-more"
          onClick={() => setEdited({ kind: { name: "", like: "report", entry: "" }, old: null })}
        >
          Add a kind of source
        </button>
      )}
    </section>
  );
}

interface ShownProps {
  kind: OwnKind;
  guide: string;
  inherited: boolean;
  onEdit: () => void;
  onDrop: () => void;
}

function Shown({ kind, guide, inherited, onEdit, onDrop }: ShownProps) {
  const tried = useTriedKind(guide, kind);
  return (
    <li>
      <span>
        <b>{kind.name}</b>
        {inherited && <small> of the course</small>}
        <span className="book">{tried.data ? <Marked html={tried.data.example.entry.html} /> : (tried.error?.message ?? "…")}</span>
      </span>
      <Button size="small" onClick={onEdit} aria-label={`Change “${kind.name}”`}>
        {inherited ? "Otherwise here" : "Change"}
      </Button>
      {!inherited && (
        <Button size="small" onClick={onDrop} aria-label={`Take out “${kind.name}”`}>
          Take out
        </Button>
      )}
    </li>
  );
}
