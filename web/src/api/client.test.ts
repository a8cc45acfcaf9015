import { afterEach, beforeAll, describe, expect, it, vi } from "vitest";

import type * as Client from "./client";

// It asks for the page that it stands in as soon as it is loaded.
let api: typeof Client;

beforeAll(async () => {
  vi.stubGlobal("location", { origin: "http://127.0.0.1:8417" });
  vi.stubGlobal("document", { cookie: "theme=dark; csrftoken=tide%3D1" });
  api = await import("./client");
});
const answerWith = (body: unknown, status: number) => {
  const text = typeof body === "string" ? body : JSON.stringify(body);
  const fetching = vi.fn<(address: string, asked: RequestInit) => Promise<Response>>(() =>
    Promise.resolve(new Response(text, { status })),
  );
  vi.stubGlobal("fetch", fetching);
  return fetching;
};
const paper = (bytes = 4) => new File([new Uint8Array(bytes)], "marlowe.docx");
const problem = async (asked: Promise<unknown>): Promise<Client.ApiProblem> => {
  try {
    await asked;
  } catch (error) {
    if (error instanceof api.ApiProblem) return error;
    throw error;
  }
  throw new Error("it was no problem");
};

afterEach(() => {
  vi.restoreAllMocks();
});

describe("what the server refuses", () => {
  it("is told in its own words, with what is wrong where", () => {
    const told = api.problemOf({ code: "invalid", message: "No.", fields: { title: "Empty." } }, 400);
    expect([told.code, told.message, told.status]).toEqual(["invalid", "No.", 400]);
    expect(told.fields).toEqual({ title: "Empty." });
  });

  it.each([null, undefined, {}, "<html>"])("is told in words where it has none: %j", (body) => {
    const told = api.problemOf(body, 502);
    expect(told.code).toBe("failed");
    expect(told.message).toContain("answer 502");
  });

  it("is thrown, and what it gives is given", async () => {
    const good = Promise.resolve({ data: [1], response: new Response(null, { status: 200 }) });
    await expect(api.answered(good)).resolves.toEqual([1]);
    const bad = { error: { code: "not-found", message: "Nothing." }, response: new Response(null, { status: 404 }) };
    expect((await problem(api.answered(Promise.resolve(bad)))).code).toBe("not-found");
    const silent = await problem(api.answered(Promise.reject(new TypeError("fetch failed"))));
    expect([silent.code, silent.status]).toEqual(["no-answer", 0]);
  });
});

describe("a file that is sent", () => {
  it("goes with the token of the page and a key of its own", async () => {
    const fetching = answerWith({ id: 7 }, 201);
    await expect(api.sendFile("/api/papers", paper(), "key-1", true)).resolves.toEqual({ id: 7 });
    const [address, asked] = fetching.mock.calls[0]!;
    expect(address).toBe("/api/papers");
    expect(asked.headers).toMatchObject({ "X-CSRFToken": "tide=1", "Idempotency-Key": "key-1" });
    expect((asked.body as FormData).get("again")).toBe("true");
  });

  it.each([
    [{ code: "too-large", message: "More than Grelt takes." }, 413],
    ["Request Entity Too Large", 413],
  ])("is told with its name where it is too large: %j", async (body, status) => {
    answerWith(body, status);
    const told = await problem(api.sendFile("/api/papers", paper(), "key"));
    expect(told.code).toBe("paper-too-large");
    expect(told.message).toContain("“marlowe.docx” is larger than 30 MB");
  });

  it("is refused in the server's words where it has looked at it", async () => {
    answerWith({ code: "same-file", message: "It is here.", about: { paper: "3" } }, 409);
    const told = await problem(api.sendFile("/api/papers", paper(), "key"));
    expect([told.code, told.about["paper"]]).toEqual(["same-file", "3"]);
  });

  it("is not sent at all where it is far too large", async () => {
    const fetching = answerWith({}, 201);
    const large = paper();
    Object.defineProperty(large, "size", { value: 90_000_000 });
    expect((await problem(api.sendFile("/api/papers", large, "key"))).code).toBe("paper-too-large");
    expect(fetching).not.toHaveBeenCalled();
  });

  it("says so where nobody answers", async () => {
    vi.stubGlobal("fetch", () => Promise.reject(new TypeError("fetch failed")));
    expect((await problem(api.sendFile("/api/papers", paper(), "key"))).code).toBe("no-answer");
  });
});
