import { useQuery } from "@tanstack/react-query";

import { answered, client } from "./client";

/** The guides that ship. */
export function useGuides() {
  return useQuery({ queryKey: ["guides"], queryFn: () => answered(client.GET("/api/guides")), staleTime: Infinity });
}
