import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { forgetWork } from "../shared/kept";
import { answered, client } from "./client";

const key = ["session"];

export function useSession() {
  return useQuery({ queryKey: key, queryFn: () => answered(client.GET("/api/session")), staleTime: 60_000 });
}

export function useSignIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { username: string; password: string }) =>
      answered(client.POST("/api/session", { body })),
    onSuccess: (session) => queries.setQueryData(key, session),
  });
}

export function useSignOut() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => answered(client.DELETE("/api/session")),
    onSuccess: () => {
      // First who is there, for what is shown hangs on it; then everything that was theirs.
      queries.setQueryData(key, { person: null });
      queries.removeQueries({ predicate: (query) => query.queryKey[0] !== key[0] });
      forgetWork();
    },
  });
}
