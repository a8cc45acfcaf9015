import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

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
      queries.clear();
      queries.setQueryData(key, { person: null });
    },
  });
}
