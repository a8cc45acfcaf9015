import { useInfiniteQuery, useQuery, useQueryClient, type QueryClient } from "@tanstack/react-query";
import { useEffect, useMemo } from "react";

import { FIRST_PAPERS } from "../early";
import { answered, client, type PaperInfo, type Schemas } from "./client";
import { isBusy, withPapers, withoutPaper, type Pages } from "./pages";

/* The rest follow the first page in larger ones. */
const PAGE = 500;
/** While checks are under way, and otherwise: others may hand in too. */
const OFTEN = 800;
const SELDOM = 20_000;

const key = (assignment: number | undefined) => ["papers", assignment];

function change(queries: QueryClient, assignment: number, how: (pages: Pages) => Pages) {
  queries.setQueryData<Pages>(key(assignment), (old) => old && how(old));
}

export function putPapers(queries: QueryClient, assignment: number, papers: PaperInfo[]) {
  change(queries, assignment, (pages) => withPapers(pages, papers));
}

export function dropPaper(queries: QueryClient, assignment: number, id: number) {
  change(queries, assignment, (pages) => withoutPaper(pages, id));
}

/** The papers of an assignment: the first page at once, the rest behind it. */
export function usePaperList(assignment: number | undefined) {
  const list = useInfiniteQuery({
    queryKey: key(assignment),
    queryFn: ({ pageParam }) =>
      answered(
        client.GET("/api/assignments/{assignment_id}/papers", {
          params: { path: { assignment_id: assignment ?? 0 }, query: { after: pageParam, limit: pageParam === 0 ? FIRST_PAPERS : PAGE } },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last) => last.next,
    enabled: assignment !== undefined,
  });
  const { hasNextPage, isFetchingNextPage, isError, fetchNextPage } = list;
  useEffect(() => {
    if (hasNextPage && !isFetchingNextPage && !isError) void fetchNextPage();
  }, [hasNextPage, isFetchingNextPage, isError, fetchNextPage]);
  const papers = useMemo(() => list.data?.pages.flatMap((page) => page.papers), [list.data]);
  return { ...list, papers, count: list.data?.pages[0]?.count ?? 0 };
}

/** Hears of checks that went on, in a few bytes each time, and fetches the papers they are of alone. */
export function useProgress(assignment: number, papers: PaperInfo[] | undefined, since: string | undefined) {
  const queries = useQueryClient();
  const busy = papers?.some(isBusy) ?? false;
  return useQuery({
    queryKey: ["progress", assignment],
    queryFn: async ({ queryKey }) => {
      const before = queries.getQueryData<Schemas["ProgressSchema"]>(queryKey);
      const path = { assignment_id: assignment };
      const progress = await answered(
        client.GET("/api/assignments/{assignment_id}/progress", {
          params: { path, query: { since: before?.now ?? since ?? "" } },
        }),
      );
      for (let at = 0; at < progress.changed.length; at += PAGE) {
        const ids = progress.changed.slice(at, at + PAGE).join(",");
        const news = await answered(
          client.GET("/api/assignments/{assignment_id}/papers", { params: { path, query: { ids } } }),
        );
        putPapers(queries, assignment, news.papers);
      }
      return progress;
    },
    enabled: since !== undefined,
    refetchInterval: (query) => (busy || query.state.data?.busy ? OFTEN : SELDOM),
  });
}
