/* What a paper's desk or a table of papers needs is asked for before the rest of the program is even read: this file
   stands by itself, first of all, and the client takes the answers up from here. */

/** So many papers fill the window at once. */
export const FIRST_PAPERS = 60;

const answers = new Map<string, Promise<Response>>();

function ask(address: string): void {
  const answer = fetch(new Request(new URL(address, globalThis.location.origin)));
  answer.catch(() => null); // asked again, and said, where it is used
  answers.set(new URL(address, globalThis.location.origin).href, answer);
}

/** Ask for all that a page at this address is about to show. */
export function askEarly(path: string): void {
  if (path !== "/sign-in") ask("/api/session");
  const paper = /^\/papers\/(\d+)\/?$/.exec(path)?.[1];
  if (paper) for (const part of ["", "/report", "/desk"]) ask(`/api/papers/${paper}${part}`);
  const assignment = /^\/assignments\/(\d+)\/?$/.exec(path)?.[1];
  if (assignment) for (const part of ["", `/papers?after=0&limit=${FIRST_PAPERS}`, "/bundles"]) ask(`/api/assignments/${assignment}${part}`);
}

/** `fetch`, with what was asked for early taken up: once, and only where it went well. */
export async function fetchEarly(request: Request): Promise<Response> {
  const early = request.method === "GET" ? answers.get(request.url) : undefined;
  answers.delete(request.url);
  const answer = await early?.catch(() => null);
  return answer?.ok ? answer : fetch(request);
}

// Outside of a page there is nothing to show.
if (typeof document !== "undefined") askEarly(globalThis.location.pathname);
