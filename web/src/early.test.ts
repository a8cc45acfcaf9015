import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { askEarly, fetchEarly } from "./early";

const asked: string[] = [];
let answer = () => new Response("{}", { status: 200 });

beforeEach(() => {
  asked.length = 0;
  answer = () => new Response("{}", { status: 200 });
  vi.stubGlobal("location", { origin: "http://grelt.example" });
  vi.stubGlobal("fetch", (request: Request) => {
    asked.push(new URL(request.url).pathname);
    return Promise.resolve(answer());
  });
});
afterEach(() => vi.unstubAllGlobals());

const get = (path: string) => fetchEarly(new Request(`http://grelt.example${path}`));

describe("what is asked for early", () => {
  it("is a paper's whole desk, and taken up once", async () => {
    askEarly("/papers/7");
    expect(asked).toEqual(["/api/session", "/api/papers/7", "/api/papers/7/report", "/api/papers/7/desk"]);
    await get("/api/papers/7/report");
    expect(asked).toHaveLength(4);
    await get("/api/papers/7/report");
    expect(asked).toHaveLength(5);
    for (const rest of ["", "/desk"]) await get(`/api/papers/7${rest}`);
    await get("/api/session");
    expect(asked).toHaveLength(5);
  });

  it("is the first of a table of papers", async () => {
    askEarly("/assignments/4");
    expect(asked).toEqual(["/api/session", "/api/assignments/4", "/api/assignments/4/papers", "/api/assignments/4/bundles"]);
    await get("/api/assignments/4/papers?after=0&limit=60");
    expect(asked).toHaveLength(4);
    askEarly("/assignments/4/class");
    expect(asked.slice(4)).toEqual(["/api/session"]);
    await get("/api/session");
  });

  it("is asked for again where it was refused", async () => {
    answer = () => new Response("{}", { status: 503 });
    askEarly("/papers/8");
    answer = () => new Response("{}", { status: 200 });
    expect((await get("/api/papers/8")).status).toBe(200);
  });

  it("is nothing at the sign-in, and only who is there elsewhere", () => {
    askEarly("/sign-in");
    expect(asked).toEqual([]);
    askEarly("/guides/mla-9");
    expect(asked).toEqual(["/api/session"]);
  });
});
