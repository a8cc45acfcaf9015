import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";

import { answered, client } from "./client";

const BUSY = ["queued", "running"];
const OFTEN = 300;

/** One paper, and the report of its newest check. While a check is under way its standing alone is asked for. */
export function usePaper(id: number) {
  const queries = useQueryClient();
  const path = { params: { path: { paper_id: id } } };
  const paper = useQuery({
    queryKey: ["paper", id],
    queryFn: () => answered(client.GET("/api/papers/{paper_id}", path)),
  });
  const check = paper.data?.check_state;
  const busy = check !== undefined && check !== null && BUSY.includes(check.state);
  const standing = useQuery({
    queryKey: ["standing", id, check?.id],
    queryFn: () => answered(client.GET("/api/papers/{paper_id}/checks/last", path)),
    enabled: busy,
    refetchInterval: OFTEN,
  });
  const ended = busy && standing.data !== undefined && !BUSY.includes(standing.data.state);
  useEffect(() => {
    if (ended) void queries.invalidateQueries({ queryKey: ["paper", id] });
  }, [ended, queries, id]);
  const reportOf = async (of: number | undefined) => {
    const asked = await client.GET("/api/papers/{paper_id}/report", path);
    // Asked for early, while a check was ending, it may be of the check before.
    const current = asked.response.headers.get("X-Check") === String(of);
    return current ? asked : client.GET("/api/papers/{paper_id}/report", path);
  };
  const report = useQuery({
    queryKey: ["report", id, check?.id],
    queryFn: () => answered(reportOf(check?.id)),
    enabled: check?.state === "done",
    staleTime: Infinity,
    placeholderData: (old) => old,
  });
  return { paper, report, check, busy, standing };
}
