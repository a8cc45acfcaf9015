import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answered, client, type Schemas } from "../../../api/client";

export type Returned = Schemas["ReturnSchema"];

/** What goes back of a paper. `decided` tells one state of the decisions from another: the letter is made of them. */
export function useReturn(id: number, decided: string) {
  const queries = useQueryClient();
  const path = { params: { path: { paper_id: id } } };
  const back = useQuery({
    queryKey: ["return", id, decided],
    queryFn: () => answered(client.GET("/api/papers/{paper_id}/return", path)),
    placeholderData: (old) => old,
  });
  const settle = (returned: Returned) => {
    queries.setQueryData(["return", id, decided], returned);
    // What the next undo takes back has changed.
    void queries.invalidateQueries({ queryKey: ["desk", id] });
    void queries.invalidateQueries({ queryKey: ["papers"] });
    void queries.invalidateQueries({ queryKey: ["paper", id] });
  };
  const write = useMutation({
    mutationFn: (body: { words: string; without: Schemas["WithoutEnum"][] }) =>
      answered(client.PUT("/api/papers/{paper_id}/return", { ...path, body })),
    onSuccess: settle,
  });
  const give = useMutation({
    mutationFn: (days: number) => answered(client.PUT("/api/papers/{paper_id}/return/page", { ...path, body: { days } })),
    onSuccess: settle,
  });
  const withdraw = useMutation({
    mutationFn: () => answered(client.DELETE("/api/papers/{paper_id}/return/page", path)),
    onSuccess: settle,
  });
  const done = useMutation({
    mutationFn: (returned: boolean) =>
      answered(
        returned
          ? client.PUT("/api/papers/{paper_id}/return/returned", path)
          : client.DELETE("/api/papers/{paper_id}/return/returned", path),
      ),
    onSuccess: settle,
  });
  return { back, write, give, withdraw, done };
}
