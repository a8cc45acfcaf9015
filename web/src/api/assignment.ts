import { useQuery } from "@tanstack/react-query";

import { answered, client } from "./client";

/** One assignment: its guide, its course, its house rules in words. */
export function useAssignment(id: number | undefined) {
  return useQuery({
    queryKey: ["assignment", id],
    queryFn: () => answered(client.GET("/api/assignments/{assignment_id}", { params: { path: { assignment_id: id ?? 0 } } })),
    enabled: id !== undefined,
  });
}
