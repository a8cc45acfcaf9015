import createClient, { type Middleware } from "openapi-fetch";

import { fetchEarly } from "../early";
import type { components, paths } from "./schema";
import { LARGEST_PAPER } from "./vocabulary";

export type Schemas = components["schemas"];
export type Report = Schemas["Report"];
export type Finding = Schemas["ReportFinding"];
export type Citation = Schemas["ReportCitation"];
export type Entry = Schemas["ReportEntry"];
export type Note = Schemas["ReportNote"];
export type Paragraph = Schemas["ReportParagraph"];
export type Unlisted = Schemas["ReportUnlisted"];
export type PaperInfo = Schemas["PaperSchema"];
export type DeskState = Schemas["DeskSchema"];
export type Verdict = Schemas["Verdict"];

type Problem = Schemas["ProblemSchema"];

/** A refusal by the server, in words for the person. */
export class ApiProblem extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly status: number,
    readonly fields: Record<string, string> = {},
    readonly about: Record<string, string> = {},
  ) {
    super(message);
  }

  /** Whether it may go well a little later: nothing answers, or the database is away. */
  get passes(): boolean {
    return this.status === 0 || this.status === 503;
  }
}

function cookie(name: string): string {
  const found = document.cookie.split("; ").find((part) => part.startsWith(`${name}=`));
  return found ? decodeURIComponent(found.slice(name.length + 1)) : "";
}

const guard: Middleware = {
  onRequest({ request }) {
    if (!["GET", "HEAD"].includes(request.method)) request.headers.set("X-CSRFToken", cookie("csrftoken"));
    return request;
  },
};

export const client = createClient<paths>({ baseUrl: globalThis.location.origin, fetch: fetchEarly });
client.use(guard);

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer, or an `ApiProblem` thrown. */
export async function answered<T>(asked: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await asked;
  } catch {
    throw new ApiProblem("no-answer", "Grelt does not answer. Is it still running?", 0);
  }
  if (!answer.response.ok) throw problemOf(answer.error, answer.response.status);
  return answer.data as T;
}

export function problemOf(body: unknown, status: number): ApiProblem {
  const known = (body ?? {}) as Partial<Problem>;
  return new ApiProblem(
    known.code ?? "failed",
    known.message ?? `Grelt could not do this (answer ${status}). Nothing was changed.`,
    status,
    known.fields,
    known.about,
  );
}

function tooLarge(file: File): ApiProblem {
  const most = Math.round(LARGEST_PAPER / 2 ** 20);
  const way = "Take out its pictures, or save the text alone as a new .docx.";
  return new ApiProblem("paper-too-large", `“${file.name}” is larger than ${most} MB. ${way}`, 413);
}

/** Send a file; openapi-fetch has no form bodies of its own. `key` is the same where it is tried again, `again`
 * takes in a file that is there already. */
export async function sendFile(address: string, file: File, key: string, again = false): Promise<PaperInfo> {
  if (file.size > 1.1 * LARGEST_PAPER) throw tooLarge(file);
  return sendForm<PaperInfo>(address, file, { "Idempotency-Key": key }, again ? { again: "true" } : {});
}

/** Send a file as a form. */
export async function sendForm<T>(address: string, file: File, headers: Record<string, string> = {}, fields: Record<string, string> = {}): Promise<T> {
  const form = new FormData();
  form.append("file", file);
  for (const [name, value] of Object.entries(fields)) form.append(name, value);
  let response: Response;
  try {
    response = await fetch(address, {
      method: "POST",
      body: form,
      headers: { "X-CSRFToken": cookie("csrftoken"), ...headers },
    });
  } catch {
    throw new ApiProblem("no-answer", `“${file.name}” could not be sent: Grelt does not answer.`, 0);
  }
  const body: unknown = await response.json().catch(() => null);
  const refused = problemOf(body, response.status);
  // Refused by its announced length, before anybody knew what it is.
  if (response.status === 413 && !["paper-too-large", "bundle-too-large"].includes(refused.code)) throw tooLarge(file);
  if (!response.ok) throw refused;
  return body as T;
}
