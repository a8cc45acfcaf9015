import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useNavigate } from "react-router";

import { useKeys } from "../../../shared/useKeys";
import { useNeighbours } from "../data/useDesk";
import type { Returned, useReturn } from "../data/useReturn";
import { useDeskContext } from "../DeskContext";

interface Props {
  returned: Returned;
  back: ReturnType<typeof useReturn>;
}

const OWN: Record<string, string> = {
  docx: "The .docx with remarks",
  odt: "The .odt with remarks",
  pdf: "The .pdf with remarks",
  html: "The paper with remarks, as a page",
};
const FILES: [string, [string, string][]][] = [
  ["Letter", [["letter-docx", ".docx"], ["letter-pdf", ".pdf"], ["letter", ".html"]]],
  ["List put right", [["list-docx", ".docx"], ["list-odt", ".odt"], ["list", ".html"]]],
  ["Entries as data", [["csl", "CSL-JSON"], ["bibtex", "BibTeX"], ["ris", "RIS"]]],
  ["Remarks", [["csv", ".csv"], ["json", ".json"]]],
];
const DAYS: [number, string][] = [[14, "two weeks"], [60, "two months"], [180, "half a year"]];

/** What to take away, a page to read without an account, and that the paper is returned. */
export function TakeAway({ returned, back }: Props) {
  const { paper } = useDeskContext();
  const near = useNeighbours(paper.assignment, paper.id);
  const navigate = useNavigate();
  const file = (form: string) => `/api/papers/${paper.id}/return/file?form=${form}`;
  const finish = () =>
    back.done.mutate(true, {
      onSuccess: () => void navigate(near.next ? `/papers/${near.next.id}` : `/assignments/${paper.assignment}`),
    });
  useKeys({ Enter: () => document.activeElement === document.body && finish() });
  const error = back.give.error ?? back.withdraw.error ?? back.done.error;
  return (
    <section className="return-away" aria-label="Take away">
      <div>
        <h2>Take away</h2>
        <div className="return-files">
          <Button variant="contained" size="small" href={file(returned.own_form)}>
            {OWN[returned.own_form] ?? "The paper with remarks"}
          </Button>
          {FILES.map(([name, forms]) => (
            <span key={name} className="return-forms">
              <b>{name}</b>
              {forms.map(([form, label]) => (
                <a key={form} href={file(form)} aria-label={`${name} as ${label}`}>
                  {label}
                </a>
              ))}
            </span>
          ))}
        </div>
      </div>
      <ReadPage returned={returned} back={back} />
      <div className="return-done">
        <Button variant="contained" disabled={back.done.isPending} onClick={finish} aria-keyshortcuts="Enter">
          Returned&nbsp;<kbd>⏎</kbd>
        </Button>
        <span>
          {returned.returned_at ? (
            <>
              returned {new Date(returned.returned_at).toLocaleDateString()}{" "}
              <button type="button" className="return-link" onClick={() => back.done.mutate(false)}>
                not yet
              </button>
            </>
          ) : near.next ? (
            "then the next paper"
          ) : (
            "then back to the papers"
          )}
        </span>
        {error && <p role="alert">{error.message}</p>}
      </div>
    </section>
  );
}

function ReadPage({ returned, back }: Props) {
  const [days, setDays] = useState(60);
  const [copied, setCopied] = useState(false);
  const address = returned.address ? `${window.location.origin}${returned.address}` : null;
  return (
    <div className="return-page">
      <h2>
        Or give a page to read <small>no account needed</small>
      </h2>
      {address ? (
        <p>
          <a href={address} target="_blank" rel="noreferrer" className="return-address">
            {address.replace(/^https?:\/\//, "").replace(/^(.{12}).*(.{16})$/, "$1…$2")}
          </a>
          <Button
            size="small"
            variant="outlined"
            onClick={() => void navigator.clipboard.writeText(address).then(() => setCopied(true))}
          >
            {copied ? "Copied" : "Copy"}
          </Button>
          <span>
            until {returned.until}{" "}
            <button type="button" className="return-link" disabled={back.withdraw.isPending} onClick={() => back.withdraw.mutate()}>
              withdraw
            </button>
          </span>
        </p>
      ) : (
        <p>
          <TextField select size="small" label="for" value={days} onChange={(event) => setDays(Number(event.target.value))}>
            {DAYS.map(([count, words]) => (
              <MenuItem key={count} value={count} dense>
                {words}
              </MenuItem>
            ))}
          </TextField>
          <Button size="small" variant="outlined" disabled={back.give.isPending} onClick={() => back.give.mutate(days)}>
            Make the page
          </Button>
        </p>
      )}
    </div>
  );
}
