import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { ApiProblem, answered, client, sendFile, type PaperInfo } from "../../api/client";

/** What the server reads; it looks into a file and goes by that, not by its ending. */
export const READABLE = [".docx", ".odt", ".html", ".md", ".txt", ".pdf"];
const BUSY = ["queued", "running"];

export function isBusy(paper: PaperInfo): boolean {
  return paper.check_state !== null && BUSY.includes(paper.check_state.state);
}

export function useAssignment(id: number) {
  return useQuery({
    queryKey: ["assignment", id],
    queryFn: () =>
      answered(client.GET("/api/assignments/{assignment_id}", { params: { path: { assignment_id: id } } })),
  });
}

/** The papers of an assignment; asked for again every second while any is being checked. */
export function usePapers(id: number) {
  return useQuery({
    queryKey: ["papers", id],
    queryFn: () =>
      answered(
        client.GET("/api/assignments/{assignment_id}/papers", { params: { path: { assignment_id: id } } }),
      ),
    refetchInterval: (query) => (query.state.data?.some(isBusy) ? 1000 : false),
  });
}

export interface Sending {
  name: string;
  state: "waiting" | "sending" | "refused";
  message?: string;
}

/** Hands in files one after another; a refused one is shown and does not stop the rest. */
export function useHandIn(assignment: number) {
  const queries = useQueryClient();
  const [sending, setSending] = useState<Sending[]>([]);
  const mark = (name: string, change: Partial<Sending> | null) =>
    setSending((all) =>
      change === null
        ? all.filter((s) => s.name !== name)
        : all.map((s) => (s.name === name ? { ...s, ...change } : s)),
    );
  const handIn = async (files: File[]) => {
    setSending((all) => [
      ...all.filter((s) => s.state !== "refused"),
      ...files.map((f): Sending => ({ name: f.name, state: "waiting" })),
    ]);
    for (const file of files) {
      mark(file.name, { state: "sending" });
      try {
        await sendFile(`/api/assignments/${assignment}/papers`, file);
        mark(file.name, null);
      } catch (error) {
        mark(file.name, { state: "refused", message: (error as ApiProblem).message });
      }
      await queries.invalidateQueries({ queryKey: ["papers", assignment] });
    }
  };
  const dismiss = () => setSending((all) => all.filter((s) => s.state !== "refused"));
  return { sending, handIn, dismiss };
}

export function usePaperActions(assignment: number) {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ queryKey: ["papers", assignment] });
  const path = (id: number) => ({ params: { path: { paper_id: id } } });
  return {
    remove: useMutation({
      mutationFn: (id: number) => answered(client.DELETE("/api/papers/{paper_id}", path(id))),
      onSuccess,
    }),
    restore: useMutation({
      mutationFn: (id: number) => answered(client.POST("/api/papers/{paper_id}/restore", path(id))),
      onSuccess,
    }),
    check: useMutation({
      mutationFn: (id: number) => answered(client.POST("/api/papers/{paper_id}/check", path(id))),
      onSuccess,
    }),
    newDraft: useMutation({
      mutationFn: ({ id, file }: { id: number; file: File }) => sendFile(`/api/papers/${id}/drafts`, file),
      onSuccess,
    }),
  };
}
