import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answered, client, sendForm } from "../../api/client";
import { askAgain, type Bundle } from "./bundles";

/** Classes handed in as one file, until they are put away. */
export function useBundles(assignment: number) {
  const queries = useQueryClient();
  const key = ["bundles", assignment];
  const list = useQuery({
    queryKey: key,
    queryFn: () => answered(client.GET("/api/assignments/{assignment_id}/bundles", { params: { path: { assignment_id: assignment } } })),
    refetchInterval: (query) => askAgain(query.state.data),
  });
  const put = (bundle: Bundle) =>
    queries.setQueryData<Bundle[]>(key, (old) => [bundle, ...(old ?? []).filter((b) => b.id !== bundle.id)]);
  const send = useMutation({
    mutationFn: (file: File) => sendForm<Bundle>(`/api/assignments/${assignment}/bundles`, file),
    onSuccess: put,
  });
  const take = useMutation({
    mutationFn: ({ id, ...body }: { id: number; writers: Record<string, string>; without: number[] }) =>
      answered(client.POST("/api/bundles/{bundle_id}/take", { params: { path: { bundle_id: id } }, body })),
    onSuccess: (bundle) => {
      put(bundle);
      void queries.invalidateQueries({ queryKey: ["papers", assignment] });
      void queries.invalidateQueries({ queryKey: ["progress", assignment] });
    },
  });
  const putAway = useMutation({
    mutationFn: (id: number) => answered(client.DELETE("/api/bundles/{bundle_id}", { params: { path: { bundle_id: id } } })),
    onSuccess: (_, id) => queries.setQueryData<Bundle[]>(key, (old) => (old ?? []).filter((b) => b.id !== id)),
  });
  return { list, send, take, putAway };
}

/** The class list of a course. */
export function useClassList(course: number | undefined) {
  const queries = useQueryClient();
  const path = { params: { path: { course_id: course ?? 0 } } };
  const list = useQuery({
    queryKey: ["writers", course],
    queryFn: () => answered(client.GET("/api/courses/{course_id}/writers", path)),
    enabled: course !== undefined,
  });
  const set = useMutation({
    mutationFn: (text: string) => answered(client.PUT("/api/courses/{course_id}/writers", { ...path, body: { text } })),
    onSuccess: (writers) => queries.setQueryData(["writers", course], writers),
  });
  return { list, set };
}
