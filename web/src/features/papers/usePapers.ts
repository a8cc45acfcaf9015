import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { ApiProblem, answered, client, sendFile, type PaperInfo } from "../../api/client";
import { dropPaper, putPapers, usePaperList, useProgress } from "../../api/paperList";

/** The papers of an assignment, and what becomes of their checks. */
export function usePapers(id: number) {
  const list = usePaperList(id);
  const progress = useProgress(id, list.papers, list.data?.pages[0]?.now);
  return { list, away: progress.error instanceof ApiProblem && progress.error.passes ? progress.error : null };
}

export interface Sending {
  key: string;
  file: File;
  state: "waiting" | "sending" | "refused";
  problem?: ApiProblem;
}

const TRIES = 4;
const PAUSE = 1500;

/** Hands in files one after another; a refused one is shown and does not stop the rest. */
export function useHandIn(assignment: number) {
  const queries = useQueryClient();
  const [sending, setSending] = useState<Sending[]>([]);
  const mark = (key: string, change: Partial<Sending> | null) =>
    setSending((all) =>
      change === null ? all.filter((s) => s.key !== key) : all.map((s) => (s.key === key ? { ...s, ...change } : s)),
    );
  const send = async ({ key, file }: Sending, again = false) => {
    mark(key, { state: "sending" });
    try {
      putPapers(queries, assignment, [await sendPatiently(`/api/assignments/${assignment}/papers`, file, key, again)]);
      mark(key, null);
      // What is under way is asked for again from here on.
      void queries.invalidateQueries({ queryKey: ["progress", assignment] });
    } catch (error) {
      mark(key, { state: "refused", problem: error as ApiProblem });
    }
  };
  const handIn = async (files: File[]) => {
    const fresh = files.map((file): Sending => ({ key: crypto.randomUUID(), file, state: "waiting" }));
    setSending((all) => [...all.filter((s) => s.state !== "refused"), ...fresh]);
    for (const one of fresh) await send(one);
  };
  const dismiss = (key: string) => mark(key, null);
  return { sending, handIn, dismiss, sendAgain: (one: Sending) => send(one, true) };
}

/** Sends a file, and once more under the same key where nothing answered: it is taken in once all the same. */
async function sendPatiently(address: string, file: File, key: string, again = false): Promise<PaperInfo> {
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await sendFile(address, file, key, again);
    } catch (error) {
      if (!(error instanceof ApiProblem) || !error.passes || attempt === TRIES) throw error;
      await new Promise((done) => setTimeout(done, PAUSE * attempt));
    }
  }
}

export function usePaperActions(assignment: number) {
  const queries = useQueryClient();
  const path = (id: number) => ({ params: { path: { paper_id: id } } });
  const onSuccess = (paper: PaperInfo) => {
    putPapers(queries, assignment, [paper]);
    void queries.invalidateQueries({ queryKey: ["progress", assignment] });
  };
  return {
    remove: useMutation({
      mutationFn: (id: number) => answered(client.DELETE("/api/papers/{paper_id}", path(id))),
      onSuccess: (_, id) => dropPaper(queries, assignment, id),
    }),
    restore: useMutation({
      mutationFn: (id: number) => answered(client.POST("/api/papers/{paper_id}/restore", path(id))),
      onSuccess,
    }),
    check: useMutation({
      mutationFn: (id: number) => answered(client.POST("/api/papers/{paper_id}/checks", path(id))),
      onSuccess,
    }),
    newDraft: useMutation({
      mutationFn: ({ id, file }: { id: number; file: File }) =>
        sendPatiently(`/api/papers/${id}/drafts`, file, crypto.randomUUID()),
      onSuccess,
    }),
  };
}
