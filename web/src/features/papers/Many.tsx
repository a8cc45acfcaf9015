import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";

import { answered, client } from "../../api/client";
import { ProblemNote } from "../../shared/ProblemNote";
import { saveAs } from "../../shared/saveAs";

interface Props {
  assignment: number;
  papers: number[];
  onDone: () => void;
}

const OFTEN = 600;
/** In the place of a rule: whatever nobody has decided yet. */
const EVERYTHING = "*";

const counted = (papers: number) => (papers === 1 ? "1 paper" : `${papers} papers`);

/** What can be done to many papers at once: checked again, a rule kept or waived in all of them, returned. */
export function Many({ assignment, papers, onDone }: Props) {
  const renew = useRenewal(assignment);
  const path = { params: { path: { assignment_id: assignment } } };
  const [rule, setRule] = useState("");
  const [said, setSaid] = useState("");
  const picture = useQuery({
    queryKey: ["class", assignment, false],
    queryFn: () => answered(client.GET("/api/assignments/{assignment_id}/class", { params: { path: { assignment_id: assignment }, query: { nameless: false } } })),
    enabled: papers.length > 0,
  });
  const many = useMutation({
    mutationFn: (body: { what: "check" | "keep" | "waive"; rule: string }) =>
      answered(client.POST("/api/assignments/{assignment_id}/many", { ...path, body: { papers, ...body } })),
    onSuccess: (done, { what }) => {
      setSaid(`${{ check: "Checked again", keep: "Kept", waive: "Waived" }[what]} in ${counted(done.papers)}.`);
      renew();
    },
  });
  const returned = useMutation({
    mutationFn: (back: boolean) => answered(client.PUT("/api/assignments/{assignment_id}/returned", { ...path, body: { papers, returned: back } })),
    onSuccess: (done, back) => {
      setSaid(done.papers === 0 ? "That was so already." : `${back ? "Returned" : "Not returned any more"}: ${counted(done.papers)}.`);
      renew();
    },
  });
  const links = useMutation({
    mutationFn: () => answered(client.POST("/api/assignments/{assignment_id}/return-links", { ...path, body: { papers, days: 60 }, parseAs: "blob" })),
    onSuccess: (table) => saveAs(table, "pages.csv"),
  });
  const zip = useReturnZip(assignment);
  const problem = many.error ?? returned.error ?? links.error ?? zip.problem;
  if (papers.length === 0 && !zip.busy) return null;
  return (
    <section className="many" aria-label="With the chosen papers">
      <b>{counted(papers.length)}</b>
      <Button size="small" disabled={many.isPending} onClick={() => many.mutate({ what: "check", rule: "" })}>
        Check again
      </Button>
      <select aria-label="A rule" value={rule} onChange={(event) => setRule(event.target.value)}>
        <option value="">a slip of the class …</option>
        <option value={EVERYTHING}>everything not decided yet</option>
        {(picture.data?.rules ?? []).map((r) => (
          <option key={r.rule} value={r.rule}>
            {r.label} ({r.writers})
          </option>
        ))}
      </select>
      <Button size="small" disabled={rule === "" || many.isPending} onClick={() => many.mutate({ what: "keep", rule })}>
        Keep it in all
      </Button>
      <Button size="small" disabled={rule === "" || many.isPending} onClick={() => many.mutate({ what: "waive", rule })}>
        Waive it in all
      </Button>
      <Button size="small" disabled={zip.busy} onClick={() => zip.begin(papers)}>
        Returns as .zip
      </Button>
      <Button size="small" disabled={links.isPending} onClick={() => links.mutate()}>
        Pages to read, as .csv
      </Button>
      <Button size="small" disabled={returned.isPending} onClick={() => returned.mutate(true)}>
        Returned
      </Button>
      <Button size="small" disabled={returned.isPending} onClick={() => returned.mutate(false)}>
        Not returned
      </Button>
      <Button size="small" onClick={onDone}>
        Choose none
      </Button>
      <span role="status">{zip.busy ? `Making returns: ${zip.done} of ${zip.total}` : said}</span>
      {zip.busy && <LinearProgress variant="determinate" value={zip.total ? (100 * zip.done) / zip.total : 0} aria-label="Making returns" sx={{ width: 160 }} />}
      {zip.missed.length > 0 && <span className="many-missed">{zip.missed.join(" ")}</span>}
      {problem && <ProblemNote problem={problem} />}
    </section>
  );
}

/** All that shows what stands of an assignment's papers is asked for anew. */
function useRenewal(assignment: number): () => void {
  const queries = useQueryClient();
  return () => {
    for (const key of [["papers", assignment], ["progress", assignment], ["class", assignment], ["desk"]]) {
      void queries.invalidateQueries({ queryKey: key });
    }
  };
}

/** Returns made by jobs; the .zip is saved as soon as all are there. */
function useReturnZip(assignment: number) {
  const [id, setId] = useState<number | null>(null);
  const saved = useRef<number | null>(null);
  const begin = useMutation({
    mutationFn: (papers: number[]) =>
      answered(client.POST("/api/assignments/{assignment_id}/return-sets", { params: { path: { assignment_id: assignment } }, body: { papers, form: "own" } })),
    onSuccess: (set) => setId(set.id),
  });
  const state = useQuery({
    queryKey: ["return-set", id],
    queryFn: () => answered(client.GET("/api/return-sets/{set_id}", { params: { path: { set_id: id ?? 0 } } })),
    enabled: id !== null,
    refetchInterval: (query) => (query.state.data && query.state.data.done >= query.state.data.total ? false : OFTEN),
  });
  const file = useMutation({
    mutationFn: (of: number) => answered(client.GET("/api/return-sets/{set_id}/file", { params: { path: { set_id: of } }, parseAs: "blob" })),
    onSuccess: (zip) => saveAs(zip, "returned.zip"),
  });
  const ready = state.data !== undefined && state.data.done >= state.data.total;
  const { mutate } = file;
  useEffect(() => {
    if (ready && id !== null && saved.current !== id) {
      saved.current = id;
      mutate(id);
    }
  }, [ready, id, mutate]);
  return {
    begin: begin.mutate,
    busy: begin.isPending || (id !== null && !ready) || file.isPending,
    done: state.data?.done ?? 0,
    total: state.data?.total ?? 0,
    missed: ready ? state.data.problems : [],
    problem: begin.error ?? state.error ?? file.error,
  };
}
