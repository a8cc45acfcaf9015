import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answered, client, type DeskState, type SourceKind, type Verdict } from "../../api/client";
import type { Border } from "./borders";

const BUSY = ["queued", "running"];

/** Everything the desk reads and does of one paper. */
export function useDesk(id: number) {
  const queries = useQueryClient();
  const path = { params: { path: { paper_id: id } } };
  const paper = useQuery({
    queryKey: ["paper", id],
    queryFn: () => answered(client.GET("/api/papers/{paper_id}", path)),
    refetchInterval: (query) => {
      const state = query.state.data?.check_state?.state;
      return state !== undefined && BUSY.includes(state) ? 700 : false;
    },
  });
  const check = paper.data?.check_state;
  const report = useQuery({
    queryKey: ["report", id, check?.id],
    queryFn: () => answered(client.GET("/api/papers/{paper_id}/report", path)),
    enabled: check?.state === "done",
    staleTime: Infinity,
    placeholderData: (old) => old,
  });
  const desk = useQuery({
    queryKey: ["desk", id],
    queryFn: () => answered(client.GET("/api/papers/{paper_id}/desk", path)),
  });

  const settle = (state: DeskState) => {
    queries.setQueryData(["desk", id], state);
    void queries.invalidateQueries({ queryKey: ["papers"] });
  };
  const rechecked = (state: DeskState) => {
    settle(state);
    return queries.invalidateQueries({ queryKey: ["paper", id] });
  };
  const decide = useMutation({
    mutationFn: (body: { keys: string[]; verdict: Verdict; remark?: string }) =>
      answered(client.POST("/api/papers/{paper_id}/decisions", { ...path, body })),
    onSuccess: settle,
  });
  const join = useMutation({
    mutationFn: (body: { citation: string; entry: string | null }) =>
      answered(client.POST("/api/papers/{paper_id}/joins", { ...path, body })),
    onSuccess: rechecked,
  });
  const setEntry = useMutation({
    mutationFn: (body: { entry: string; kind: SourceKind | ""; borders: Border[] }) =>
      answered(client.POST("/api/papers/{paper_id}/entries", { ...path, body })),
    onSuccess: rechecked,
  });
  const undo = useMutation({
    mutationFn: () => answered(client.POST("/api/papers/{paper_id}/undo", path)),
    onSuccess: rechecked,
  });
  const again = useMutation({
    mutationFn: () => answered(client.POST("/api/papers/{paper_id}/check", path)),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["paper", id] }),
  });
  return { paper, report, desk, decide, join, setEntry, undo, again };
}

/** The papers beside this one, for going on to the next. */
export function useNeighbours(assignment: number | undefined, id: number) {
  const papers = useQuery({
    queryKey: ["papers", assignment],
    queryFn: () =>
      answered(
        client.GET("/api/assignments/{assignment_id}/papers", {
          params: { path: { assignment_id: assignment ?? 0 } },
        }),
      ),
    enabled: assignment !== undefined,
  });
  const last = (name: string) => name.split(" ").at(-1) ?? "";
  const rows = [...(papers.data ?? [])].sort((a, b) => last(a.writer).localeCompare(last(b.writer)) || a.id - b.id);
  const at = rows.findIndex((p) => p.id === id);
  return { at, count: rows.length, previous: rows[at - 1], next: at >= 0 ? rows[at + 1] : undefined };
}

/** Every kind of source of a guide, with its worked example. */
export function useShelf(guide: string) {
  return useQuery({
    queryKey: ["shelf", guide],
    queryFn: () => answered(client.GET("/api/guides/{guide}/shelf", { params: { path: { guide } } })),
    staleTime: Infinity,
  });
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
