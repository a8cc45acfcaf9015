import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answered, client } from "./client";

/** One assignment: its guide, its course, its house rules in words. */
export function useAssignment(id: number | undefined) {
  return useQuery({
    queryKey: ["assignment", id],
    queryFn: () => answered(client.GET("/api/assignments/{assignment_id}", { params: { path: { assignment_id: id ?? 0 } } })),
    enabled: id !== undefined,
  });
}

/** Hides the names of an assignment's writers, or shows them; all that bears them is read anew. */
export function useHideNames(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (hidden: boolean) => answered(client.PUT("/api/assignments/{assignment_id}/names", { params: { path: { assignment_id: id } }, body: { hidden } })),
    onSuccess: () => {
      queries.removeQueries({ queryKey: ["report"] });
      return queries.invalidateQueries();
    },
  });
}
