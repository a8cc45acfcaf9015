import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { answered, client, type Schemas } from "../../api/client";
import { textOf } from "../../shared/textOf";
import type { OwnKind, Tables } from "./tables";

export type HouseTable = Schemas["HouseTableSchema"];
export type Preview = Schemas["PreviewSchema"];

export function useHouseTable(guide: string | undefined) {
  return useQuery({
    queryKey: ["house-table", guide],
    queryFn: () => answered(client.GET("/api/house-rules", { params: { query: { guide: guide ?? "" } } })),
    enabled: guide !== undefined,
    staleTime: Infinity,
  });
}

export function useCourses() {
  return useQuery({ queryKey: ["courses"], queryFn: () => answered(client.GET("/api/courses")) });
}

export function useSaveAssignment(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ guide, house }: { guide: string; house: Tables }) =>
      answered(
        client.PUT("/api/assignments/{assignment_id}/house", {
          params: { path: { assignment_id: id } },
          body: { guide, house: { ...house } },
        }),
      ),
    onSuccess: () => queries.invalidateQueries(),
  });
}

export function useSaveCourse(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ house }: { guide: string; house: Tables }) =>
      answered(client.PUT("/api/courses/{course_id}/house", { params: { path: { course_id: id } }, body: { house: { ...house } } })),
    onSuccess: () => queries.invalidateQueries(),
  });
}

export function useReadFile() {
  return useMutation({
    mutationFn: async (file: File) => answered(client.POST("/api/house-rules/read", { body: { text: await textOf(file) } })),
  });
}

/** A kind of one's own as the guide would write its example; the reason where it cannot be taken. */
export function useTriedKind(guide: string, kind: OwnKind, enabled = true) {
  return useQuery({
    queryKey: ["own-kind", guide, kind],
    queryFn: () => answered(client.POST("/api/house-rules/kind", { body: { guide, ...kind, several: kind.several ?? "", note: kind.note ?? "" } })),
    enabled,
    staleTime: Infinity,
    placeholderData: (old) => old,
    retry: false,
  });
}

const PAUSE = 500;
const LOOK_AGAIN = 400;

/** What these house rules would do to the papers at hand; asked for a moment after the last change. */
export function usePreview(of: { course: number; assignment: number | undefined }, guide: string, house: Tables, changed: boolean) {
  const [asked, setAsked] = useState("");
  const wanted = changed ? JSON.stringify([guide, house]) : "";
  useEffect(() => {
    const timer = setTimeout(() => setAsked(wanted), wanted ? PAUSE : 0);
    return () => clearTimeout(timer);
  }, [wanted]);
  const begun = useQuery({
    queryKey: ["house-preview", of, asked],
    queryFn: () =>
      answered(
        of.assignment === undefined
          ? client.POST("/api/courses/{course_id}/house/previews", {
              params: { path: { course_id: of.course } },
              body: { house: { ...house } },
            })
          : client.POST("/api/assignments/{assignment_id}/house/previews", {
              params: { path: { assignment_id: of.assignment } },
              body: { guide, house: { ...house } },
            }),
      ),
    enabled: asked !== "" && asked === wanted,
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
  const id = begun.data?.id;
  const going = useQuery({
    queryKey: ["house-preview", id],
    queryFn: () => answered(client.GET("/api/house-previews/{preview_id}", { params: { path: { preview_id: id ?? 0 } } })),
    enabled: id !== undefined,
    refetchInterval: (query) => (query.state.data?.state === "done" ? false : LOOK_AGAIN),
    gcTime: 0,
    retry: false,
  });
  const fresh = asked === wanted && asked !== "";
  return { preview: fresh ? (going.data ?? begun.data) : undefined, error: fresh ? (begun.error ?? going.error) : null };
}
