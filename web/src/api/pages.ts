import type { InfiniteData } from "@tanstack/react-query";

import type { PaperInfo, Schemas } from "./client";

export type Pages = InfiniteData<Schemas["PapersSchema"], number>;

/** The pages with these papers in the place of what was known of them; new ones come last. */
export function withPapers(pages: Pages, news: PaperInfo[]): Pages {
  const found = new Map(news.map((p) => [p.id, p]));
  const known = new Set(pages.pages.flatMap((page) => page.papers.map((p) => p.id)));
  const fresh = news.filter((p) => !known.has(p.id));
  return {
    ...pages,
    pages: pages.pages.map((page, at) => ({
      ...page,
      count: page.count + fresh.length,
      papers: [
        ...page.papers.map((p) => found.get(p.id) ?? p),
        ...(at === pages.pages.length - 1 && page.next === null ? fresh : []),
      ],
    })),
  };
}

/** The pages without one paper. */
export function withoutPaper(pages: Pages, id: number): Pages {
  return {
    ...pages,
    pages: pages.pages.map((page) => ({
      ...page,
      count: page.count - (pages.pages.some((p) => p.papers.some((q) => q.id === id)) ? 1 : 0),
      papers: page.papers.filter((p) => p.id !== id),
    })),
  };
}

const BUSY = ["queued", "running"];

/** Whether the newest check of a paper waits or runs. */
export function isBusy(paper: PaperInfo): boolean {
  return paper.check_state !== null && BUSY.includes(paper.check_state.state);
}
