import { useQuery } from "@tanstack/react-query";

import { answered, client } from "./client";

/** Every kind of source of a guide, with its worked example; with an assignment as its house rules have it, and
    its own kinds first. */
export function useShelf(guide: string, assignment?: number) {
  return useQuery({
    queryKey: ["shelf", guide, assignment],
    queryFn: () => answered(client.GET("/api/guides/{guide}/shelf", { params: { path: { guide }, query: { assignment } } })),
    enabled: guide !== "",
    staleTime: Infinity,
  });
}
