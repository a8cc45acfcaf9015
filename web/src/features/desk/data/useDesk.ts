import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";

import { answered, client, type DeskState, type Schemas, type Verdict } from "../../../api/client";
import { inOrder } from "../../../api/order";
import { usePaper } from "../../../api/paper";
import { usePaperList } from "../../../api/paperList";
import type { Border } from "../state/borders";
import type { ParagraphRole } from "../galley/ParagraphMenu";

/** Findings to decide, with the versions of their decisions as the person saw them. */
export interface Asked {
  keys: string[];
  verdict: Verdict;
  remark?: string;
  seen?: Record<string, number>;
}

const OFTEN = 5_000;

/** Everything the desk reads and does of one paper. */
export function useDesk(id: number) {
  const queries = useQueryClient();
  const path = { params: { path: { paper_id: id } } };
  const { paper, report } = usePaper(id);
  const desk = useQuery({
    queryKey: ["desk", id],
    queryFn: () => answered(client.GET("/api/papers/{paper_id}/desk", path)),
    // Somebody else may be at the same paper: what they decide shows here, too.
    refetchInterval: OFTEN,
  });
  const newest = desk.data?.check;
  const shown = paper.data?.check_state?.id;
  useEffect(() => {
    // They set something right, and it was checked again.
    if (newest && shown && newest !== shown) void queries.invalidateQueries({ queryKey: ["paper", id] });
  }, [newest, shown, queries, id]);

  const settle = (state: DeskState) => {
    queries.setQueryData(["desk", id], state);
    void queries.invalidateQueries({ queryKey: ["papers"] });
  };
  const rechecked = (state: DeskState) => {
    settle(state);
    return queries.invalidateQueries({ queryKey: ["paper", id] });
  };
  const decide = useMutation({
    mutationFn: (body: Asked) =>
      answered(client.POST("/api/papers/{paper_id}/decisions", { ...path, body })),
    onSuccess: settle,
    // Decided elsewhere meanwhile: what is there now is shown beside what was asked.
    onError: () => queries.invalidateQueries({ queryKey: ["desk", id] }),
  });
  const join = useMutation({
    mutationFn: ({ citation, entry }: { citation: string; entry: string | null }) => {
      const to = { params: { path: { paper_id: id, citation } } };
      return answered(
        entry === null
          ? client.DELETE("/api/papers/{paper_id}/joins/{citation}", to)
          : client.PUT("/api/papers/{paper_id}/joins/{citation}", { ...to, body: { entry } }),
      );
    },
    onSuccess: rechecked,
  });
  const setEntry = useMutation({
    mutationFn: ({ entry, ...body }: { entry: string; kind: string; borders: Border[] }) =>
      answered(
        client.PUT("/api/papers/{paper_id}/entries/{entry}", { params: { path: { paper_id: id, entry } }, body }),
      ),
    onSuccess: rechecked,
  });
  const setDetails = useMutation({
    mutationFn: (body: Schemas["DetailsSchemaRequest"]) => answered(client.PUT("/api/papers/{paper_id}/details", { ...path, body })),
    onSuccess: rechecked,
  });
  const setParagraph = useMutation({
    mutationFn: ({ paragraph, role }: { paragraph: string; role: ParagraphRole | "" }) =>
      answered(
        client.PUT("/api/papers/{paper_id}/paragraphs/{paragraph}", {
          params: { path: { paper_id: id, paragraph } },
          body: { role },
        }),
      ),
    onSuccess: rechecked,
  });
  const undo = useMutation({
    mutationFn: () => answered(client.DELETE("/api/papers/{paper_id}/steps/last", path)),
    onSuccess: (state) => {
      void queries.invalidateQueries({ queryKey: ["return", id] });
      return rechecked(state);
    },
  });
  const again = useMutation({
    mutationFn: () => answered(client.POST("/api/papers/{paper_id}/checks", path)),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["paper", id] }),
  });
  return { paper, report, desk, decide, join, setEntry, setParagraph, setDetails, undo, again };
}

/** The papers beside this one, for going on to the next. */
export function useNeighbours(assignment: number | undefined, id: number) {
  const { papers } = usePaperList(assignment);
  const last = (name: string) => name.split(" ").at(-1) ?? "";
  // As the table had them, where one came from there.
  const rows = inOrder(assignment ?? 0, papers ?? [], (a, b) => last(a.writer).localeCompare(last(b.writer)) || a.id - b.id);
  const at = rows.findIndex((p) => p.id === id);
  return { at, count: rows.length, previous: rows[at - 1], next: at >= 0 ? rows[at + 1] : undefined };
}

/** The help page of a rule as one guide has it. */
export function useRuleHelp(rule: string | undefined, guide: string) {
  return useQuery({
    queryKey: ["rule", rule, guide],
    queryFn: () =>
      answered(client.GET("/api/rules/{rule}", { params: { path: { rule: rule ?? "" }, query: { guide } } })),
    enabled: rule !== undefined,
    staleTime: Infinity,
  });
}
